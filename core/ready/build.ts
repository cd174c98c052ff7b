/** Builds ready work into a project: the changes that put it in, with joints where its pieces meet. */
import {
  change,
  execute,
  freeId,
  onFace,
  takenIds,
  takenStepIds,
  type Change,
  type Direction,
  type Joint,
  type MadePiece,
  type Project,
  FACTS,
  type Repeat,
  type Span,
  type Stock,
} from '../document'
import { findContacts, jointKind } from '../joints'
import { modelOf, type Model } from '../model'
import type { RoomSide } from '../pieces'
import { firstChoice, type Board, type Building, type Inserted, type Ready, type Spans } from './kind'

/** What a maker settled of it; measures and places as stored texts. */
export interface ReadyInput {
  /** Stocks that come to the rack along with it. */
  readonly bring?: readonly Stock[]
  readonly stocks: Readonly<Record<string, string>>
  readonly measures: Readonly<Record<string, string>>
  readonly choices?: Readonly<Record<string, string>>
  readonly fits: Readonly<Partial<Record<RoomSide, string>>>
}

export type Built = { readonly changes: readonly Change[] } | { readonly why: string }

interface Wanted {
  readonly kind: string
  readonly pair: readonly [string, string]
  readonly fields: Record<string, string>
  readonly options: Record<string, string>
}

/**
 * The changes that put ready work into a project as one step, or why it cannot be, in a sentence. `model` may
 * be one that remembers the last document.
 */
export function buildReady(
  project: Project,
  ready: Ready,
  asked: ReadyInput,
  model: (project: Project) => Model = modelOf,
): Built {
  const missing = missingIn(ready, asked)
  if (missing) return { why: missing }
  const building = new Builder(project, ready, asked)
  ready.build(building)
  building.close()
  const done = execute(project, building.changes)
  if (!done.ok) return { why: done.why }
  const joints = jointsOf(model(done.project), building)
  return 'why' in joints ? joints : { changes: [...building.changes, change.addJoints(joints)] }
}

function missingIn(ready: Ready, { stocks, measures, choices = {}, fits }: ReadyInput): string | null {
  const idle = ready.idle?.(choices) ?? []
  for (const [name, { label }] of Object.entries(ready.stocks))
    if (!stocks[name]) return `Choose the wood for: ${label.toLowerCase()}`
  for (const [name, { label, optional }] of Object.entries(ready.measures))
    if (!optional && !idle.includes(name) && !measures[name]) return `${label} is missing`
  for (const [side, label] of ready.fits)
    if (!fits[side]) return `${label} is missing: a face, or a dimension`
  return null
}

function jointsOf({ project, resolved }: Model, { wanted }: Builder): { joints: Joint[] } | { why: string } {
  const contacts = findContacts(resolved.instances)
  const ids = project.joints.map((j) => j.id)
  const joints: Joint[] = []
  const name = (id: string) => project.pieces.find((p) => p.id === id)!.name
  for (const { kind, pair, fields, options } of wanted) {
    const contact = contacts.find(
      (c) => pair.includes(c.guest.piece) && pair.includes(c.host.piece) && c.guest.piece !== c.host.piece,
    )
    const proposal = contact && jointKind(kind)!.propose(contact, resolved)
    if (!proposal)
      return { why: `With these dimensions ${name(pair[0])} does not meet ${name(pair[1])} as it should` }
    const id = freeId('j', ids)
    ids.push(id)
    joints.push({
      ...proposal,
      id,
      fields: { ...proposal.fields, ...fields },
      options: { ...proposal.options, ...options },
    })
  }
  return { joints }
}

interface Grouped {
  readonly name: string
  readonly spans: Spans
  readonly repeat: Repeat | null
  readonly members: string[]
}

/** A text as a part of a sum; what is a number or a name by itself needs no brackets. */
const bracketed = (text: string): string => (/^([\d./ ]*|@?[\w#:.]+)$/.test(text) ? text : `(${text})`)

const partOf = (id: string): Inserted => ({ id, at: (side) => `@${id}.${side}` })

class Builder implements Building {
  readonly changes: Change[] = []
  readonly wanted: Wanted[] = []
  readonly unit: 'in' | 'mm'
  private readonly ids: string[]
  private readonly steps: string[]
  /** Groups whose members are still coming. */
  private readonly groups = new Map<string, Grouped>()

  constructor(
    project: Project,
    private readonly ready: Ready,
    private readonly asked: ReadyInput,
  ) {
    this.unit = project.settings.style.unit
    for (const stock of asked.bring ?? []) this.changes.push(change.addStock(stock))
    this.ids = takenIds(project)
    this.steps = takenStepIds(project)
  }

  private id(letter: string): string {
    const id = freeId(letter, this.ids)
    this.ids.push(id)
    return id
  }

  measure(name: string): string {
    return bracketed(this.asked.measures[name] ?? '')
  }
  has = (name: string): boolean => !/^\s*(0*|0*\.0*)\s*$/.test(this.asked.measures[name] ?? '')
  fit = (side: RoomSide): string => bracketed(this.asked.fits[side]!)
  either = (inches: string, mm: string): string => (this.unit === 'in' ? inches : mm)

  board({ name, stock, facing, spans, repeat }: Board, group?: Inserted): Inserted {
    const id = this.id('p')
    const piece: MadePiece = {
      kind: 'made',
      id,
      name,
      stock: this.asked.stocks[stock]!,
      facing,
      spans: { across: {}, deep: {}, up: {}, ...spans },
      repeat: repeat ?? null,
      tilts: [],
      work: [],
      note: '',
      group: null,
      except: [],
      only: null,
    }
    this.changes.push(change.addPiece(piece))
    if (group) this.groups.get(group.id)!.members.push(id)
    return partOf(id)
  }

  chosen = (name: string): string => this.asked.choices?.[name] ?? firstChoice(this.ready.choices![name]!)

  work(on: Inserted, { face, ...step }: Parameters<Building['work']>[1]): void {
    const id = freeId('w', this.steps)
    this.steps.push(id)
    this.changes.push(change.addStep({ on: on.id, step: { ...step, id, off: false, at: onFace(face) } }))
  }

  twin(name: string, of: Inserted, direction: Direction, about: string): Inserted {
    const id = this.id('p')
    this.changes.push(change.mirrorPiece({ id, of: of.id, name, direction, about }))
    for (const { members } of this.groups.values()) if (members.includes(of.id)) members.push(id)
    return partOf(id)
  }

  group(name: string, spans: Spans, repeat?: Repeat): Inserted {
    const id = this.id('g')
    this.groups.set(id, { name, spans, repeat: repeat ?? null, members: [] })
    return partOf(id)
  }

  join(
    kind: string,
    a: Inserted,
    b: Inserted,
    fields: Record<string, string> = {},
    options: Record<string, string> = {},
  ): void {
    this.wanted.push({ kind, pair: [a.id, b.id], fields, options })
  }

  /** Groups come once their members are there. */
  close(): void {
    for (const [id, { name, spans, repeat, members }] of this.groups) {
      this.changes.push(change.group({ id, name, members }))
      for (const [direction, span] of Object.entries(spans) as Array<[Direction, Span]>)
        for (const fact of FACTS)
          if (span[fact] !== undefined)
            this.changes.push(change.setFact({ id, direction, fact, text: span[fact] }))
      if (repeat) this.changes.push(change.setGroupRepeat({ id, repeat }))
    }
  }
}
