/** Places in a view that dimensions, notes, sections and details hold on to. */
import type { Spot } from '../document'
import type { LengthStyle } from '../measure'
import type { Place2 } from '../outline'
import { atU, atV, rightOf, topOf, type Placed } from './drawn'
import type { Drawn, Found, FoundLines } from './hidden/lines'
import type { Arc, Segment } from './hidden/merge'
import type { View } from './hidden/view'
import type { SpotOn, ViewOn } from './sheet'

/** A view as it stands, all that is drawn in it, and the places of what is in it, by what that is called. */
export interface PlacedView {
  /** As its item is called: "view face". */
  readonly key: string
  readonly view: View
  readonly at: Placed
  readonly drawn: Drawn
  readonly spots: ReadonlyMap<string, readonly Place2[]>
}

/** Places nearer to each other are one, millimetres. */
const SAME = 0.01
/** Of what has more, as of a curve in many small stretches, only the outermost and the middles count. */
const MOST = 60
const QUARTERS = [0, 1, 2, 3].map((q) => (q * Math.PI) / 2)

/** Ends of lines, middles and quarters of circles, and the middle of all; sorted, to be counted. */
export function spotsOf(lines: readonly Segment[], arcs: readonly Arc[]): Place2[] {
  const ends = lines.flatMap(([a, b, c, d]): Place2[] => [
    [a, b],
    [c, d],
  ])
  const round = arcs.flatMap(({ u, v, r, from, to }): Place2[] => [
    [u, v],
    ...[from, to, ...QUARTERS.flatMap((q) => [q, q + 2 * Math.PI])]
      .filter((t) => t >= from - 1e-9 && t <= to + 1e-9)
      .map((t): Place2 => [u + r * Math.cos(t), v + r * Math.sin(t)]),
  ])
  const all = unlike([...ends, ...round])
  if (all.length === 0) return []
  const [us, vs] = [all.map((p) => p[0]), all.map((p) => p[1])]
  const [u1, u2, v1, v2] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)]
  const middle: Place2 = [(u1 + u2) / 2, (v1 + v2) / 2]
  const outermost = (p: Place2) =>
    [u1, u2].some((u) => Math.abs(p[0] - u) < SAME) || [v1, v2].some((v) => Math.abs(p[1] - v) < SAME)
  const few =
    all.length > MOST ? [...all.filter(outermost).slice(0, MOST), ...unlike(round).slice(0, MOST)] : all
  return unlike([...few, middle])
}

const unlike = (places: readonly Place2[]): Place2[] =>
  [...places]
    .sort((a, b) => (Math.abs(a[0] - b[0]) < SAME ? a[1] - b[1] : a[0] - b[0]))
    .filter((p, n, all) => n === 0 || Math.hypot(p[0] - all[n - 1]![0], p[1] - all[n - 1]![1]) >= SAME)

function bySolid<T>({ all, of }: Found<T>): Map<number, T[]> {
  const lists = new Map<number, T[]>()
  all.forEach((one, k) => {
    const list = lists.get(of[k]!)
    if (list) list.push(one)
    else lists.set(of[k]!, [one])
  })
  return lists
}

/** Those of each solid of a view, by the names of the solids. */
export function spotsBySolid(
  { visible, arcs }: FoundLines,
  keys: readonly string[],
): ReadonlyMap<string, readonly Place2[]> {
  const lines = bySolid(visible)
  const round = bySolid(arcs.visible)
  return new Map(keys.map((key, n) => [key, spotsOf(lines.get(n) ?? [], round.get(n) ?? [])]))
}

/** Corners of solids are in single precision; lengths between them are off by no more. */
const OFF = 2e-4

/** A length between places: one that can be written in a style, where it is that but for so little. */
export function settled(mm: number, style: LengthStyle): number {
  const parts = style.form === 'fraction' ? style.denominator : 10 ** style.places
  const step = (style.unit === 'in' ? 25.4 : 1) / parts
  const near = Math.round(mm / step) * step
  return Math.abs(near - mm) < OFF ? near : mm
}

/** Corners, middles of sides and the middle of a rectangle, counted from its lower left by columns. */
export const spotsOfBlock = ({ u1, u2, v1, v2 }: Placed['outline']): Place2[] =>
  [u1, (u1 + u2) / 2, u2].flatMap((u) => [v1, (v1 + v2) / 2, v2].map((v): Place2 => [u, v]))

/** Where a spot is in its view, millimetres of wood; null where that is gone. */
export function placeOf({ of, n, off }: Spot, { spots }: PlacedView): Place2 | null {
  const at = spots.get(of)?.[n]
  return at ? [at[0] + off[0], at[1] + off[1]] : null
}

export const onPaper = ({ at }: PlacedView, [u, v]: Place2): { x: number; y: number } => ({
  x: atU(at, u),
  y: atV(at, v),
})

/** All of them as a sheet has them. */
export const spotsOn = (views: readonly PlacedView[]): SpotOn[] =>
  views.flatMap((view) =>
    [...view.spots].flatMap(([of, places]) =>
      places.map((place, n) => ({ view: view.key, of, n, ...onPaper(view, place) })),
    ),
  )

export const viewsOn = (views: readonly PlacedView[]): ViewOn[] =>
  views.map(({ key, at }) => ({
    key,
    scale: at.scale,
    on: { x1: at.x, y1: topOf(at), x2: rightOf(at), y2: at.y },
  }))
