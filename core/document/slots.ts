/**
 * Every measure in a document, found by its schema: a new field that holds a measure is found without a word.
 */
import * as z from 'zod'
import { refsIn, tryParse, walk, type Ref } from '../measure'
import { Expression, OwnFields, Project, Step } from './schema'

/** A place in the document that holds a measure: whose it is, and how to write it anew. */
export interface Slot {
  readonly text: string
  /** Id of the piece, group, joint, step, stock, board or parameter it belongs to; null for a setting. */
  readonly owner: string | null
  readonly write: (text: string) => void
}

type Holder = Record<string, unknown>
/** Puts the measures in what a holder has under a key into a list. */
type Finder = (holder: Holder, key: string, owner: string | null, into: Slot[]) => void

/** What finds the measures in anything of a schema; null where there are none. */
function finderOf(schema: unknown): Finder | null {
  if (schema === Expression) return leaf
  if (schema === OwnFields) return inFields
  if (schema instanceof z.ZodOptional || schema instanceof z.ZodNullable || schema instanceof z.ZodDefault)
    return finderOf(schema.unwrap())
  if (schema instanceof z.ZodArray) return each(finderOf(schema.element))
  if (schema instanceof z.ZodDiscriminatedUnion) return byKind(schema)
  if (schema instanceof z.ZodObject) return inObject(schema)
  return null
}

const leaf: Finder = (holder, key, owner, into) => {
  const text = holder[key]
  if (typeof text === 'string') into.push({ text, owner, write: (next) => void (holder[key] = next) })
}

/** What a kind of joint or work needs is its own: all texts in it are measures. */
const inFields: Finder = (holder, key, owner, into) => {
  const fields = holder[key] as Holder
  for (const name of Object.keys(fields)) {
    const value = fields[name]
    if (typeof value === 'string') leaf(fields, name, owner, into)
    else if (value && typeof value === 'object' && !Array.isArray(value)) inFields(fields, name, owner, into)
  }
}

const each = (find: Finder | null): Finder | null =>
  find &&
  ((holder, key, owner, into) => {
    const list = holder[key] as Holder
    for (const n of Object.keys(list)) find(list, n, owner, into)
  })

function inObject(schema: z.ZodObject): Finder | null {
  const finders = Object.entries(schema.shape).flatMap(([key, of]) => {
    const find = finderOf(of)
    return find ? [[key, find] as const] : []
  })
  // Measures of what stands in a list of the document are its own; so are those of a step.
  const owns = schema === Step
  return finders.length === 0
    ? null
    : (holder, key, owner, into) => {
        const object = holder[key] as Holder | null | undefined
        if (!object) return
        const whose = owns || owner === null ? ((object.id as string | undefined) ?? owner) : owner
        for (const [name, find] of finders) find(object, name, whose, into)
      }
}

function byKind(schema: z.ZodDiscriminatedUnion): Finder | null {
  const by = schema.def.discriminator
  const finders = new Map<unknown, Finder>()
  for (const option of schema.options) {
    const find = finderOf(option)
    const literal = option instanceof z.ZodObject ? (option.shape[by] as z.ZodLiteral) : null
    if (find && literal) for (const value of literal.values) finders.set(value, find)
  }
  return finders.size === 0
    ? null
    : (holder, key, owner, into) => {
        const object = holder[key] as Holder | null | undefined
        if (object) finders.get(object[by])?.(holder, key, owner, into)
      }
}

/** The parts of the document that hold measures, in its own order. */
const PARTS = Object.entries(Project.shape).flatMap(([key, schema]) => {
  const find = finderOf(schema)
  return find ? [[key, find] as const] : []
})

/**
 * Every measure in the document, in a fixed order. `write` changes the object given, which may be a draft.
 */
export function slots(project: Project): Slot[] {
  const found: Slot[] = []
  for (const [key, find] of PARTS) find(project, key, null, found)
  return found
}

/** What a measure refers to; nothing where it does not parse. */
export function refsOf(text: string): Ref[] {
  const expr = text.includes('@') ? tryParse(text) : null
  return expr ? refsIn(expr).map(({ ref }) => ref) : []
}

/** The slots whose measure refers to the piece or stock with this id. */
export function slotsReferringTo(project: Project, id: string): Slot[] {
  return slots(project).filter(
    (slot) =>
      slot.text.includes(`@${id}`) && slot.owner !== id && refsOf(slot.text).some((ref) => ref.id === id),
  )
}

/** The slots whose measure uses the parameter of this name. */
export function slotsNaming(project: Project, name: string): Slot[] {
  return slots(project).filter(
    (slot) => slot.text.includes(name) && namesIn(slot.text).some((n) => n.name === name),
  )
}

/** A measure's text with one parameter's name changed for another. */
export function renamed(text: string, from: string, to: string): string {
  let out = text
  for (const n of namesIn(text).reverse())
    if (n.name === from) out = out.slice(0, n.at) + to + out.slice(n.end)
  return out
}

/** The named measures in a measure, with where they stand in it. */
export function namesIn(text: string): Array<{ name: string; at: number; end: number }> {
  const expr = tryParse(text)
  const names: Array<{ name: string; at: number; end: number }> = []
  if (expr) walk(expr, (e) => void (e.kind === 'name' && names.push({ name: e.name, at: e.at, end: e.end })))
  return names.sort((a, b) => a.at - b.at)
}
