/**
 * The things on a sheet that the maker can take hold of, and what was done to them: moved, hidden, reworded.
 * Lengths are millimetres of paper.
 */
import { additionKey, type Addition, type Adjustment, type Project, type SheetEdit } from '../document'
import type { LengthStyle } from '../measure'
import type { Item, ItemKind, Mark, Sheet } from './sheet'

/** What can be done to each kind besides moving and hiding it; what has no text of its own is a picture. */
export const HANDLED: Readonly<Record<ItemKind, { readonly text: boolean; readonly places: boolean }>> = {
  view: { text: false, places: false },
  note: { text: true, places: false },
  place: { text: true, places: true },
  size: { text: true, places: true },
  angle: { text: true, places: false },
  picture: { text: false, places: false },
  mark: { text: false, places: false },
  dimension: { text: true, places: true },
  section: { text: false, places: false },
  detail: { text: false, places: false },
}

/** What was done to one thing. */
export interface Touch {
  readonly by: readonly [number, number] | null
  readonly hidden: boolean
  readonly apart: number
  /** Its text with what stands before and after it. */
  say(text: string): string
  /** How its lengths are written. */
  style(of: LengthStyle): LengthStyle
}
const UNTOUCHED: Touch = { by: null, hidden: false, apart: 1, say: (text) => text, style: (of) => of }

const touching = ({ by, hidden, before, after, places, apart }: Adjustment): Touch => ({
  by,
  hidden,
  apart: apart ?? 1,
  say: (text) => [before, text, after].filter((t) => t !== '').join(' '),
  style: (of) => (places === null ? of : { ...of, form: 'decimal', places }),
})

/** What is asked of a thing when it is drawn. */
export interface Asked {
  readonly kind: ItemKind
  readonly key: string
  readonly also?: readonly string[]
  readonly says: string
  /** It can stand nearer or farther apart. */
  readonly parts?: true
  readonly fixed?: true
  readonly added?: string
}

/** The hand on one drawing: what was done to its things, and which there are. */
export class Hand {
  private readonly touches: ReadonlyMap<string, Touch>
  private readonly found = new Map<string, Item>()

  constructor(
    adjustments: readonly Adjustment[],
    readonly additions: readonly Addition[],
    /** What a thing may also be called: its part in alike pieces. */
    private readonly alias: (key: string) => readonly string[] = () => [],
  ) {
    this.touches = new Map(adjustments.map((a) => [a.of, touching(a)]))
  }

  /** Takes note of a thing, and says what was done to it. */
  touch({ also = [], parts, ...asked }: Asked): Touch {
    const keys = [asked.key, ...also].flatMap((key) => [key, ...this.alias(key)])
    const of = keys.find((key) => this.touches.has(key))
    const touch = of === undefined ? UNTOUCHED : this.touches.get(of)!
    const hidden = touch.hidden && !asked.fixed
    this.found.set(asked.key, {
      ...asked,
      also: keys.filter((key) => key !== asked.key),
      by: touch.by ?? [0, 0],
      hidden,
      ...(parts ? { apart: touch.apart } : {}),
    })
    return asked.fixed && touch.hidden ? { ...touch, hidden: false } : touch
  }

  /** Where the maker has moved a thing to; null where it stands by itself. */
  movedTo(key: string): readonly [number, number] | null {
    return this.touches.get(key)?.by ?? null
  }

  /** Says where a thing has come to stand. */
  stands(key: string, by: readonly [number, number]): void {
    const item = this.found.get(key)
    if (item) this.found.set(key, { ...item, by })
  }

  /** Takes note of an addition that cannot be drawn. */
  miss({ id, kind, says }: Addition, why: string): void {
    const key = additionKey(id)
    this.found.set(key, { key, also: [], kind, says, by: [0, 0], hidden: false, added: id, why })
  }

  /** Of a picture that no paper of this size has room for. */
  tooLarge(key: string): void {
    const item = this.found.get(key)
    if (item) this.found.set(key, { ...item, why: 'it is too large for this paper' })
  }

  /** The things that marks of a sheet are parts of; on the first sheet also those that are hidden. */
  itemsOn(marks: readonly Mark[], first: boolean): Item[] {
    const there = new Set(marks.map((m) => m.part))
    return [...this.found.values()].filter((i) => there.has(i.key) || (first && (i.hidden || i.why)))
  }
}

export const handOn = (
  { adjustments, additions }: Project,
  sheets: readonly string[],
  alias?: (key: string) => readonly string[],
): Hand =>
  new Hand(
    adjustments.filter((a) => sheets.includes(a.sheet)),
    additions.filter((a) => sheets.includes(a.sheet)),
    alias,
  )

/** A mark, so far to the right and down. */
export function moved(m: Mark, [dx, dy]: readonly [number, number]): Mark {
  if (m.kind === 'line') return { ...m, x1: m.x1 + dx, y1: m.y1 + dy, x2: m.x2 + dx, y2: m.y2 + dy }
  if (m.kind !== 'path') return { ...m, x: m.x + dx, y: m.y + dy }
  return { ...m, corners: m.corners.map((c) => ({ ...c, x: c.x + dx, y: c.y + dy })) }
}

/** Something that was done by hand, and what it was done to is not there. */
export interface Orphan {
  readonly id: string
  readonly says: string
  readonly why: string
}

/** What was done by hand to what is not on any of the sheets; all sheets are to be given. */
export function orphansOf(project: Project, sheets: readonly Sheet[]): Orphan[] {
  const things = new Map<string, Set<string>>()
  const orphans: Orphan[] = []
  for (const { keys = [], items = [] } of sheets)
    for (const key of keys) {
      const all = things.get(key) ?? new Set()
      things.set(key, all)
      for (const item of items) for (const name of [item.key, ...item.also]) all.add(name)
    }
  for (const { why, added, says } of sheets.flatMap((s) => s.items ?? []))
    if (why && added) orphans.push({ id: added, says, why })
  const out = new Set(project.sheets.filter((s) => s.out).map((s) => s.sheet))
  const lost = ({ id, sheet, says }: Adjustment | Addition, key: string) => {
    if (out.has(sheet)) return
    const all = things.get(sheet)
    if (!all) orphans.push({ id, says, why: 'its drawing no longer exists' })
    else if (!all.has(key)) orphans.push({ id, says, why: 'the feature it belongs to no longer exists' })
  }
  for (const a of project.adjustments) lost(a, a.of)
  for (const a of project.additions) lost(a, additionKey(a.id))
  for (const s of project.sheets)
    if (!things.has(s.sheet) && !s.out)
      orphans.push({ id: s.id, says: s.name, why: 'its drawing no longer exists' })
  return orphans
}

/** What a drawing is called, and whether it is left out, as the maker has it. */
export const editOf = ({ sheets }: Project, keys: readonly string[]): SheetEdit | undefined =>
  sheets.find((s) => keys.includes(s.sheet))

/** Drawings in the maker's order; those that are not in it stand behind what they would stand behind. */
export function inOrder<T extends { readonly keys: readonly string[] }>(
  drawings: readonly T[],
  order: readonly string[],
): T[] {
  if (order.length === 0) return [...drawings]
  const at = new Map(order.map((key, n) => [key, n]))
  const placeOf = ({ keys }: T) => Math.min(...keys.map((key) => at.get(key) ?? Infinity))
  const known = drawings.filter((d) => placeOf(d) < Infinity).sort((a, b) => placeOf(a) - placeOf(b))
  const out = [...known]
  drawings.forEach((d, n) => {
    if (placeOf(d) < Infinity) return
    const before = drawings[n - 1]
    out.splice(before ? out.indexOf(before) + 1 : 0, 0, d)
  })
  return out
}
