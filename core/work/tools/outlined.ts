import type { Mm } from '../../measure'
import { cornersOf, polygon, type Path, type Segment } from '../../outline'
import { dot, toOwn, toRoom, vec3, type Box, type Frame, type Vec3 } from '../../pieces'
import { frameInto, type Vec2 } from './frames'
import { plainKey, type Cylinder, type ToolKind } from './kind'
import { less, sweptLine, type Stretch } from './line'
import { nearestSide, sweptBulk, sweptMouth, sweptText, sweptTrace } from './prism'

/** A side of a loop, from its corner to the next. */
interface OutlinedSide {
  /** The piece of the outline it stands for. */
  readonly piece: number
  /** The circle that piece is of; null for a straight one, and for a curve. */
  readonly arc: { readonly centre: Vec2; readonly radius: Mm } | null
  /** It is one of several that stand for something round. */
  readonly round: boolean
}
export interface Loop {
  readonly corners: readonly Vec2[]
  readonly sides: readonly OutlinedSide[]
  /** What its sides stand for. */
  readonly pieces: readonly Segment[]
}

/** What lies within a loop and without the others, in x and y of a frame, swept along its z from 0. */
export interface Outlined {
  readonly kind: 'outlined'
  readonly frame: Frame
  readonly outer: Loop
  readonly inner: readonly Loop[]
  readonly depth: Mm
  /** Boxes in that frame which it leaves alone; none, when not said. */
  readonly spared?: readonly Box[]
}

/** How far a side may be from what it stands for. */
const CHORD: Mm = 0.05
/** And where one of its places is told by itself. */
const FINE: Mm = 1e-3

const UPRIGHT = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const

const rectangleOf = ({ min, max }: Box): Vec2[] => [
  [min[0], min[1]],
  [max[0], min[1]],
  [max[0], max[1]],
  [min[0], max[1]],
]

/** A path as a loop of straight sides. */
export const loopOf = ({ segments }: Pick<Path, 'segments'>): Loop => {
  const parts = segments.map((s) => cornersOf(s, CHORD))
  return {
    pieces: segments,
    corners: parts.flat(),
    sides: segments.flatMap((s, piece) =>
      parts[piece]!.map((): OutlinedSide => {
        const arc = s.kind === 'arc' ? { centre: s.centre, radius: s.radius } : null
        return { piece, arc, round: s.kind !== 'line' }
      }),
    ),
  }
}

/** A loop of straight sides only. */
export const straightLoop = (corners: readonly Vec2[]): Loop => ({
  corners,
  pieces: polygon(corners),
  sides: corners.map((_, piece) => ({ piece, arc: null, round: false })),
})

const loopsOf = (t: Outlined): Loop[] => [t.outer, ...t.inner]

/** More pieces than a loop has. */
const MOST = 1024

/** The side that a place lies on, and its number among the round or the flat ones. */
function sideUnder(t: Outlined, at: Vec3): { side: OutlinedSide; number: number } {
  const [u, v] = toOwn(t.frame, at)
  const all = loopsOf(t).map(({ corners }, loop) => ({ loop, ...nearestSide(corners, u, v) }))
  const { loop, k } = all.reduce((a, b) => (b.off < a.off - 1e-9 ? b : a))
  const side = loopsOf(t)[loop]!.sides[k]!
  return { side, number: loop * MOST + side.piece }
}

const known = new WeakMap<Outlined, readonly Vec2[][]>()

/** Its loops with many corners, worked out once: it is asked for each place of a step. */
function fineOf(t: Outlined): readonly Vec2[][] {
  let loops = known.get(t)
  if (!loops) known.set(t, (loops = loopsOf(t).map((l) => l.pieces.flatMap((s) => cornersOf(s, FINE)))))
  return loops
}

export const outlined = {
  into: (t: Outlined, to: Frame, from: Frame): Outlined => ({ ...t, frame: frameInto(to, from, t.frame) }),
  signature: (t, _, { point }) => {
    const swept = ({ corners }: Loop) => sweptText(t.frame, corners, t.depth, point)
    const spared = (b: Box) => {
      const frame = { ...t.frame, origin: toRoom(t.frame, [0, 0, b.min[2]]) }
      return sweptText(frame, rectangleOf(b), b.max[2] - b.min[2], point)
    }
    const without = [...t.inner.map((l) => `!${swept(l)}`), ...(t.spared ?? []).map((b) => `~${spared(b)}`)]
    return `@${swept(t.outer)}${without.sort().join('')}`
  },
  /** What its sides stand for says no more than they do. */
  key: ({ outer, inner, ...t }, snap) =>
    plainKey({ ...t, loops: [outer, ...inner].map(({ pieces: _, ...told }) => told) }, snap),
  /** The two ends, then its sides; those of a piece that is round are one, and round. */
  surface: (t, at, normal) => {
    const along = dot(normal, t.frame.z)
    if (Math.abs(along) > 1 - 1e-6) return along > 0 ? 1 : 0
    const { side, number } = sideUnder(t, at)
    return side.round ? -1 - number : 2 + number
  },
  cylinder: (t, surface): Cylinder | null => {
    const number = -1 - surface
    const loop = loopsOf(t)[Math.floor(number / MOST)]
    const arc = loop?.sides.find((s) => s.piece === number % MOST)?.arc
    if (!arc) return null
    return { at: toRoom(t.frame, [...arc.centre, 0]), along: t.frame.z, radius: arc.radius }
  },
  axes: (t) =>
    loopsOf(t).flatMap(({ pieces }) =>
      pieces.flatMap((s) =>
        s.kind === 'arc' && Math.abs(s.sweep) > Math.PI - 1e-6
          ? [{ at: toRoom(t.frame, [...s.centre, 0]), along: t.frame.z, radius: s.radius, long: t.depth }]
          : [],
      ),
    ),
  mouth: (t, axis, at) =>
    sweptMouth(
      t.frame,
      loopsOf(t).map((l) => l.corners),
      t.depth,
      axis,
      at,
    ),
  traced: (t, axis) => {
    const traced = (loops: ReadonlyArray<readonly Segment[]>) => sweptTrace(t.frame, loops, t.depth, axis)
    const all = traced(loopsOf(t).map((l) => l.pieces))
    if (!all || !t.spared) return all
    return { ...all, spared: traced(t.spared.map((b) => polygon(rectangleOf(b))))!.loops }
  },
  line: (t, at, way) => {
    const all = sweptLine(t.frame, fineOf(t), t.depth, at, way)
    return (t.spared ?? []).reduce<readonly Stretch[]>((left, { min, max }) => {
      const frame = { ...t.frame, origin: toRoom(t.frame, [0, 0, min[2]]) }
      return less(left, sweptLine(frame, [rectangleOf({ min, max })], max[2] - min[2], at, way))
    }, all)
  },
  bulk: (t) => (t.inner.length > 0 || t.spared ? null : sweptBulk(t.frame, t.outer.corners, t.depth)),
  solid: (t, _, make) => {
    const corners = (l: Loop) =>
      make.chord < CHORD ? l.pieces.flatMap((s) => cornersOf(s, make.chord)) : l.corners
    const all = make.extrude(corners(t.outer), t.depth, t.inner.map(corners))
    const spared = (t.spared ?? []).map((b) =>
      make.stand(make.cube(vec3((i) => b.max[i] - b.min[i])), { ...UPRIGHT, origin: b.min }),
    )
    return make.stand(spared.length > 0 ? make.less(all, make.all(spared)) : all, t.frame)
  },
} satisfies ToolKind<Outlined>
