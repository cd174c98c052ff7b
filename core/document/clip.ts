/** Pieces carried from one place to another, also between projects: a part of a document, as plain data. */
import * as z from 'zod'
import { withRefs } from '../measure'
import { placeInto, stepInto } from './choices'
import { groupsWithin } from './nesting'
import { freeId } from './new'
import { MOST_TRACE_IMAGES, MOST_IMAGE_CHARS_IN_ALL, TraceImage } from './traceImage'
import { Bit, Group, Hardware, Id, Joint, Parameter, Piece, Stock, type Project, type Step } from './schema'
import { takenIds, takenStepIds } from './brokenReferences'
import { namesIn, refsOf, renamed, slots } from './slots'

export const CLIP = 'ergaton-clip'

const Parts = {
  parameters: z.array(Parameter).max(500),
  stock: z.array(Stock).max(500),
  bits: z.array(Bit).max(200).default([]),
  pictures: z.array(TraceImage).max(MOST_TRACE_IMAGES).default([]),
  pieces: z.array(Piece).max(2000),
  groups: z.array(Group).max(500),
  joints: z.array(Joint).max(5000),
  hardware: z.array(Hardware).max(500),
}
export const Clip = z
  .object({
    format: z.literal(CLIP),
    /** The project it is from, and the unit that its bare figures are in. */
    from: Id,
    unit: z.enum(['in', 'mm']),
    ...Parts,
    /** What each measure comes to that hangs on something which is not carried along. */
    values: z.record(z.string(), z.string()),
    /** How far to the left it reaches where it was copied, millimetres. */
    left: z.number(),
  })
  .strict()
export type Clip = z.infer<typeof Clip>
/** What is put into a document, under ids of its own. */
export const Pasted = z.object(Parts).strict()
export type Pasted = z.infer<typeof Pasted>

const everything = (project: Project, part: Partial<Project>): Project => ({
  ...project,
  parameters: [],
  stock: [],
  boards: [],
  bits: [],
  pieces: [],
  groups: [],
  joints: [],
  hardware: [],
  views: [],
  pictures: [],
  accepted: [],
  readings: [],
  sheets: [],
  sheetOrder: [],
  adjustments: [],
  additions: [],
  revisions: [],
  ...part,
})

/** The bits that work on these is done with. */
const bitsOf = (woods: ReadonlyArray<Piece | Group>): Set<string | undefined> =>
  new Set(woods.flatMap((x) => ('work' in x ? x.work.map((s) => s.options.bit) : [])))

/** The pictures that outlines of these are traced from. */
const picturesOf = (woods: ReadonlyArray<Piece | Group>): Set<string | undefined> =>
  new Set(woods.flatMap((x) => ('work' in x ? x.work.map((s) => s.outline?.picture?.of) : [])))

/** Ids of all that is carried: pieces, groups, and the steps of both. */
const idsIn = ({ pieces, groups }: Pick<Clip, 'pieces' | 'groups'>): Set<string> =>
  new Set([...pieces, ...groups].flatMap((x) => [x.id, ...('work' in x ? x.work.map((s) => s.id) : [])]))

/**
 * The pieces with these ids, along with groups of which all is there, joints and hinges between them, their
 * stock, and the named measures they use. Twins go along only with their originals. `value` gives what a
 * measure comes to, as a text that means the same anywhere; null where it is not known.
 */
export function clipOf(
  project: Project,
  ids: ReadonlySet<string>,
  value: (text: string) => string | null,
  left = 0,
): Clip {
  const pieces = project.pieces.filter((p) => ids.has(p.id) && (p.kind === 'made' || ids.has(p.of)))
  const there = new Set(pieces.map((p) => p.id))
  const whole = project.groups.filter((g) => {
    const within = new Set(groupsWithin(project, g.id))
    const inside = project.pieces.filter((p) => p.group !== null && within.has(p.group))
    return inside.length > 0 && inside.every((p) => there.has(p.id))
  })
  const held = new Set([...there, ...whole.map((g) => g.id)])
  const inGroup = <T extends { group: string | null }>(x: T): T =>
    x.group !== null && held.has(x.group) ? x : { ...x, group: null }
  const part = {
    pieces: pieces.map(inGroup).map((p) => (p.group === null ? { ...p, except: [], only: null } : p)),
    groups: whole.map(inGroup),
    joints: project.joints.filter((j) => j.between.every((m) => there.has(m.piece))),
    hardware: project.hardware.filter(
      (h) => h.on !== null && held.has(h.on) && (h.kind === 'item' || h.moves.every((id) => held.has(id))),
    ),
    stock: project.stock.filter((s) => pieces.some((p) => p.kind === 'made' && p.stock === s.id)),
    bits: project.bits.filter((b) => bitsOf([...pieces, ...whole]).has(b.id)),
    pictures: project.pictures.filter((p) => picturesOf([...pieces, ...whole]).has(p.id)),
  }
  const parameters = namedBy(project, everything(project, part))
  const full = everything(project, { ...part, parameters })
  const carried = new Set([...idsIn(part), ...[...part.stock, ...part.bits].map((s) => s.id)])
  const values: Record<string, string> = {}
  for (const { text } of slots(full)) {
    if (refsOf(text).every((ref) => carried.has(ref.id))) continue
    const now = value(text)
    if (now !== null) values[text] = now
  }
  const { id: from, settings } = project
  const { stock, bits, pictures, joints, hardware, groups } = part
  return structuredClone({
    format: CLIP,
    from,
    unit: settings.style.unit,
    parameters,
    stock,
    bits,
    pictures,
    pieces: part.pieces,
    groups,
    joints,
    hardware,
    values,
    left,
  })
}

/** The named measures that a part of a document uses, and those that they use. */
function namedBy(project: Project, part: Project): Project['parameters'] {
  const used = new Set<string>()
  const look = (texts: readonly string[]) => {
    for (const { name } of texts.flatMap(namesIn)) {
      const found = project.parameters.find((p) => p.name === name)
      if (!found || used.has(found.id)) continue
      used.add(found.id)
      look([found.expression])
    }
  }
  // The settings are the project's own, and do not go along.
  look(slots(part).flatMap((s) => (s.owner === null ? [] : [s.text])))
  return project.parameters.filter((p) => used.has(p.id))
}

/** The named measures that stand for themselves: what is carried is as big as they say. */
export const askedOf = ({ parameters }: Clip): Clip['parameters'] =>
  parameters.filter((p) => namesIn(p.expression).length === 0 && refsOf(p.expression).length === 0)

/**
 * What is carried, with its named measures settled anew, by name. One that the document has under another
 * value goes by a name that is free there, so that neither changes the other.
 */
export function settled(clip: Clip, typed: Readonly<Record<string, string>>, { parameters }: Project): Clip {
  const now = structuredClone(clip)
  const names = [...parameters, ...now.parameters].map((p) => p.name)
  for (const p of now.parameters) p.expression = typed[p.name] ?? p.expression
  const other = (p: Parameter) => {
    const same = parameters.find((x) => x.name === p.name)
    return same !== undefined && same.expression !== p.expression
  }
  // One that hangs on a measure of another name is another measure, too.
  for (let p = now.parameters.find(other); p; p = now.parameters.find(other)) {
    const [from, to] = [p.name, freeWord(p.name, names)]
    p.name = to
    names.push(to)
    const { parameters: measures, pieces, groups, joints, hardware, stock, bits } = now
    const part = { parameters: measures, pieces, groups, joints, hardware, stock, bits }
    const whole = everything({ settings: {} } as Project, part)
    for (const slot of slots(whole)) slot.write(renamed(slot.text, from, to))
    const values = Object.entries(now.values)
    now.values = Object.fromEntries(values.map(([text, value]) => [renamed(text, from, to), value]))
  }
  return now
}

/** A name of one word that none has yet: `width_2`. */
function freeWord(name: string, taken: readonly string[]): string {
  let n = 2
  const called = () => `${name.slice(0, 36)}_${n}`
  while (taken.includes(called())) n++
  return called()
}

/**
 * What is carried, as it goes into a document: under ids that are free there, on the stock and with the named
 * measures that are there already under those names. What it hangs on outside stays where that is there too,
 * and is a figure elsewhere. Pictures go along as long as the document has room for them.
 */
export function pastedInto(clip: Clip, project: Project): Pasted | { readonly why: string } {
  if (clip.unit !== project.settings.style.unit) {
    const say = { in: 'inches', mm: 'millimetres' }
    const here = say[project.settings.style.unit]
    return { why: `These pieces are in ${say[clip.unit]}, and this project in ${here}` }
  }
  const ids = new Map<string, string>()
  const give = (letter: string, taken: string[], old: string) => {
    const id = freeId(letter, [...taken, old])
    taken.push(id)
    ids.set(old, id)
    return id
  }
  const woods = takenIds(project)
  const steps = takenStepIds(project)
  const [stockIds, jointIds, hardIds, parIds, bitIds, pictureIds] = (
    ['stock', 'joints', 'hardware', 'parameters', 'bits', 'pictures'] as const
  ).map((list) => project[list].map((x) => x.id))
  const stock = clip.stock.flatMap((s) => {
    const same = project.stock.find((x) => x.name === s.name && x.thickness === s.thickness)
    if (same) ids.set(s.id, same.id)
    return same ? [] : [{ ...s, id: give('s', stockIds!, s.id) }]
  })
  const bits = clip.bits.flatMap((b) => {
    const alike = ({ id: _, ...bit }: Bit) => JSON.stringify(bit)
    const same = project.bits.find((x) => alike(x) === alike(b))
    if (same) ids.set(b.id, same.id)
    return same ? [] : [{ ...b, id: give('t', bitIds!, b.id) }]
  })
  let signs = project.pictures.reduce((sum, p) => sum + p.data.length, 0)
  const pictures = clip.pictures.flatMap((p) => {
    const same = project.pictures.find((x) => x.data === p.data)
    if (same) ids.set(p.id, same.id)
    if (same || pictureIds!.length === MOST_TRACE_IMAGES || signs + p.data.length > MOST_IMAGE_CHARS_IN_ALL)
      return []
    signs += p.data.length
    return [{ ...p, id: give('i', pictureIds!, p.id) }]
  })
  const parameters = clip.parameters.flatMap((p) =>
    project.parameters.some((x) => x.name === p.name) ? [] : [{ ...p, id: give('m', parIds!, p.id) }],
  )
  for (const p of clip.pieces) give('p', woods, p.id)
  for (const g of clip.groups) give('g', woods, g.id)
  for (const x of [...clip.pieces, ...clip.groups])
    for (const step of 'work' in x ? x.work : []) give('w', steps, step.id)
  const to = (id: string) => ids.get(id) ?? id
  const path = (copy: string) =>
    copy
      .split('/')
      .map((part) =>
        part
          .split(':')
          .map((x, n, all) => (n === 0 && all.length > 1 ? to(x) : x))
          .join(':'),
      )
      .join('/')
  for (const j of clip.joints) give('j', jointIds!, j.id)
  const work = (all: readonly Step[]) =>
    all.map((s) => ({
      ...stepInto(s, to),
      id: to(s.id),
      ...(s.outline?.picture && {
        outline: { ...s.outline, picture: { ...s.outline.picture, of: to(s.outline.picture.of) } },
      }),
    }))
  const inGroup = (group: string | null) => (group === null ? null : to(group))
  const pieces = clip.pieces.map((p): Piece => {
    const base = {
      id: to(p.id),
      group: inGroup(p.group),
      except: p.except.map(path),
      only: p.only && path(p.only),
    }
    return p.kind === 'twin'
      ? { ...p, ...base, of: to(p.of) }
      : { ...p, ...base, stock: to(p.stock), work: work(p.work) }
  })
  const groups = clip.groups.map((g) => ({ ...g, id: to(g.id), group: inGroup(g.group), work: work(g.work) }))
  const joints = clip.joints.map((j) => ({
    ...j,
    id: to(j.id),
    between: j.between.map((m) => ({ piece: to(m.piece), at: placeInto(m.at, to) })),
  }))
  const hardware = clip.hardware.map((h): Hardware => {
    const base = { id: give('h', hardIds!, h.id), on: to(h.on!) }
    if (h.kind !== 'hinge') return { ...h, ...base }
    const at = h.at.kind === 'hole' ? { ...h.at, of: to(h.at.of) } : h.at
    return { ...h, ...base, at, moves: h.moves.map(to) }
  })
  const part = everything(
    project,
    structuredClone({ stock, bits, pictures, parameters, pieces, groups, joints, hardware }),
  )
  const known = new Set([...woods, ...steps, ...project.stock.map((s) => s.id), ...ids.values()])
  for (const slot of slots(part)) {
    if (slot.owner === null) continue
    const refs = refsOf(slot.text)
    if (refs.length === 0) continue
    const here = clip.from === project.id && refs.every((r) => ids.has(r.id) || known.has(r.id))
    const frozen = clip.values[slot.text]
    slot.write(
      frozen !== undefined && !here
        ? frozen
        : withRefs(slot.text, (ref) => ({
            ...ref,
            id: to(ref.id),
            ...(ref.copy && { copy: path(ref.copy) }),
          })),
    )
  }
  return {
    stock,
    bits: part.bits,
    pictures: part.pictures,
    parameters,
    pieces: part.pieces,
    groups: part.groups,
    joints: part.joints,
    hardware: part.hardware,
  }
}
