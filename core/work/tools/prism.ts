import type { Mm } from '../../measure'
import { placed, polygon, type Segment } from '../../outline'
import { AXES, boxAround, dot, isSquare, toOwn, toRoom, type Axis, type Frame, type Vec3 } from '../../pieces'
import { frameInto, sayGridded, type Laid, type Vec2 } from './frames'
import { sweptLine } from './line'
import { plainKey, type Bulk, type ToolKind, type Traced } from './kind'

/** An outline in x and y of a frame, anticlockwise, swept along its z from 0 to `depth`. */
export interface Prism {
  readonly kind: 'prism'
  readonly frame: Frame
  readonly outline: readonly Vec2[]
  readonly depth: Mm
}

export const prism = {
  into: (t: Prism, to: Frame, from: Frame): Prism => ({ ...t, frame: frameInto(to, from, t.frame) }),
  signature: (t, _, { point }) => {
    return `#${sweptText(t.frame, t.outline, t.depth, point)}`
  },
  key: plainKey,
  /**
   * The two ends, then its sides round about; those that turn into each other by little are one, and round.
   */
  surface: (t, at, normal) => {
    const along = dot(normal, t.frame.z)
    if (Math.abs(along) > 1 - 1e-6) return along > 0 ? 1 : 0
    const { side, round } = sidesOf(t)[sideUnder(t, at)]!
    return round ? -1 - side : 2 + side
  },
  mouth: (t, axis, at) => sweptMouth(t.frame, [t.outline], t.depth, axis, at),
  traced: (t, axis) => sweptTrace(t.frame, [polygon(t.outline)], t.depth, axis),
  line: (t, at, way) => sweptLine(t.frame, [t.outline], t.depth, at, way),
  bulk: (t) => sweptBulk(t.frame, t.outline, t.depth),
  solid: (t, _, make) => make.stand(make.extrude(t.outline, t.depth), t.frame),
} satisfies ToolKind<Prism>

/** How much of the block round it a swept loop fills where it is taken for that block. */
const NEARLY = 0.85

/** The block that a swept loop all but fills, where it lies along the axes. */
export function sweptBulk(frame: Frame, loop: readonly Vec2[], depth: Mm): Bulk | null {
  if (!isSquare(frame) || loop.length < 3) return null
  const [us, vs] = [0, 1].map((k) => loop.map((p) => p[k]!)) as [number[], number[]]
  const min: Vec3 = [Math.min(...us), Math.min(...vs), Math.min(0, depth)]
  const max: Vec3 = [Math.max(...us), Math.max(...vs), Math.max(0, depth)]
  const twice = loop.reduce((sum, [u, v], k) => {
    const [a, b] = loop[(k + 1) % loop.length]!
    return sum + u * b - a * v
  }, 0)
  const whole = (max[0] - min[0]) * (max[1] - min[1])
  if (AXES.some((i) => max[i] - min[i] <= 0) || Math.abs(twice) / 2 < NEARLY * whole) return null
  return { box: boxAround(frame, { min, max }), whole: Math.abs(twice) / 2 > (1 - 1e-9) * whole }
}

/** A swept loop as a text that is equal for those that are alike, from whichever end. */
export function sweptText(frame: Frame, corners: readonly Vec2[], depth: Mm, point: Laid['point']): string {
  const ends = [0, depth].map((d) => corners.map(([u, v]) => sayGridded(point(toRoom(frame, [u, v, d])))))
  // Each corner of the one end with its mate at the other, round about; from either end.
  const round = ([near, far]: string[][]) => loopText(near!.map((p, k) => `${p}>${far![k]}`))
  return [round(ends), round([...ends].reverse())].sort()[0]!
}

/** Corners round about as one text, wherever they start and whichever way they run. */
function loopText(corners: readonly string[]): string {
  const from = (list: readonly string[]): string => {
    const least = list.reduce((a, b) => (b < a ? b : a))
    return list
      .flatMap((c, k) => (c === least ? [[...list.slice(k), ...list.slice(0, k)].join(';')] : []))
      .sort()[0]!
  }
  return [from(corners), from([...corners].reverse())].sort()[0]!
}

/** Sides of an outline that turn by less than this stand for one round side. */
const ROUND = Math.cos((20 * Math.PI) / 180)

interface PrismSide {
  readonly side: number
  readonly round: boolean
}
const known = new WeakMap<Prism, readonly PrismSide[]>()

/** For each side of the outline, which of its surfaces it belongs to. */
function sidesOf(t: Prism): readonly PrismSide[] {
  let sides = known.get(t)
  if (!sides) known.set(t, (sides = gather(t.outline)))
  return sides
}

function gather(outline: readonly Vec2[]): PrismSide[] {
  const n = outline.length
  const way = outline.map(([u, v], k) => {
    const [a, b] = outline[(k + 1) % n]!
    const long = Math.hypot(a - u, b - v) || 1
    return [(a - u) / long, (b - v) / long] as const
  })
  /** Whether a side turns by little from the one before it. */
  const goesOn = way.map(([u, v], k) => {
    const [a, b] = way[(k + n - 1) % n]!
    const cos = u * a + v * b
    return cos > ROUND && cos < 1 - 1e-12
  })
  // Counted from a corner, so that what goes on over the start is one.
  const start = Math.max(0, goesOn.indexOf(false))
  const of = new Array<number>(n)
  let side = -1
  for (let k = 0; k < n; k++) {
    const at = (start + k) % n
    if (k === 0 || !goesOn[at]) side++
    of[at] = side
  }
  return of.map((mine) => ({ side: mine, round: of.filter((other) => other === mine).length > 1 }))
}

/** The side of a loop that a place is nearest to, and how far off that is. */
export function nearestSide(loop: readonly Vec2[], u: Mm, v: Mm): { readonly k: number; readonly off: Mm } {
  let found = { k: 0, off: Infinity }
  loop.forEach(([a, b], k) => {
    const [c, d] = loop[(k + 1) % loop.length]!
    const long = (c - a) ** 2 + (d - b) ** 2
    const t = Math.min(1, Math.max(0, ((u - a) * (c - a) + (v - b) * (d - b)) / (long || 1)))
    const off = Math.hypot(u - a - t * (c - a), v - b - t * (d - b))
    if (off < found.off - 1e-9) found = { k, off }
  })
  return found
}

/** The side of the outline that a place lies on. */
function sideUnder({ frame, outline }: Prism, at: Vec3): number {
  const [u, v] = toOwn(frame, at)
  return nearestSide(outline, u, v).k
}

/** What is swept along an own axis, as it is seen along that. */
export function sweptTrace(
  frame: Frame,
  loops: ReadonlyArray<readonly Segment[]>,
  depth: Mm,
  axis: Axis,
): Traced | null {
  const way = frame.z[axis]
  if (Math.abs(way) < 1 - 1e-9) return null
  const [u, v] = AXES.filter((i) => i !== axis) as [Axis, Axis]
  const at = ([a, b]: Vec2): Vec2 => {
    const p = toRoom(frame, [a, b, 0])
    return [p[u], p[v]]
  }
  const hand = frame.x[u] * frame.y[v] - frame.x[v] * frame.y[u] > 0 ? 1 : -1
  const ends = [frame.origin[axis], frame.origin[axis] + way * depth]
  return {
    loops: loops.map((loop) => loop.map((s) => placed(s, at, hand))),
    from: Math.min(...ends),
    to: Math.max(...ends),
  }
}

/** What is swept square to a plane takes of it where it comes to it. */
export function sweptMouth(
  frame: Frame,
  loops: readonly (readonly Vec2[])[],
  depth: Mm,
  axis: Axis,
  at: Mm,
): Vec3[][] {
  const way = frame.z[axis]
  if (Math.abs(way) < 1 - 1e-9) return []
  const ends = [frame.origin[axis], frame.origin[axis] + way * depth]
  if (at < Math.min(...ends) - 1e-6 || at > Math.max(...ends) + 1e-6) return []
  return loops.map((loop) => loop.map(([u, v]) => toRoom(frame, [u, v, (at - frame.origin[axis]) * way])))
}
