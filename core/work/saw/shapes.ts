/**
 * Outlines of what is sawn away from a side: `s` along it from its low end, `t` into the wood. Each reaches
 * out of the side by `out`, and out of its ends where it comes to them. Millimetres.
 */
import type { Mm } from '../../measure'
import type { Sentence } from '../feature'
import type { Segment } from '../../outline'
import { arc, joined } from '../outline'
import type { Vec2 } from '../tool'

interface Stretch {
  readonly from: Mm
  readonly to: Mm
}

/** The radius of an arc over a chord: (c²/4 + h²) / 2h. */
const radiusOver = (chord: Mm, rise: Mm): Mm => (chord * chord) / 4 / (2 * rise) + rise / 2

/** Under an arc that rises from the side and comes back to it. */
function arch({ from, to }: Stretch, rise: Mm, out: Mm): Segment[] {
  const r = radiusOver(to - from, rise)
  const middle: Vec2 = [(from + to) / 2, rise - r]
  const half = Math.asin(Math.min(1, (to - from) / 2 / r))
  const over = arc(middle, r, Math.PI / 2 + half, Math.PI / 2 - half)
  return joined([over, [to, -out], [from, -out]])
}

/** A square cut-out, its inside corners round. */
function notch({ from, to }: Stretch, depth: Mm, radius: Mm, out: Mm): Segment[] {
  const r = radius
  const corner = (u: Mm, centre: Mm, from: number): Segment | Vec2 =>
    r > 1e-6 ? arc([centre, depth - r], r, from, from - Math.PI / 2) : [u, depth]
  return joined([[from, -out], corner(from, from + r, Math.PI), corner(to, to - r, Math.PI / 2), [to, -out]])
}

/** Over an arc that comes up to the side in its middle, and falls to both ends. */
function crown(side: Mm, fall: Mm, out: Mm): Segment[] {
  const r = radiusOver(side, fall)
  const half = Math.asin(Math.min(1, side / 2 / r))
  // Seen from the side, the middle of the arc lies in the wood.
  const over = arc([side / 2, r], r, -Math.PI / 2 - half, -Math.PI / 2 + half)
  return joined([[-out, -out], [-out, fall], over, [side + out, fall], [side + out, -out]])
}

/** A straight line from so far in at the low end to so far in at the high end. */
function taper(side: Mm, low: Mm, high: Mm, out: Mm): Segment[] {
  const slope = (high - low) / side
  return joined([
    [-out, -out],
    [side + out, -out],
    [side + out, high + slope * out],
    [-out, low - slope * out],
  ])
}

/** The corner at the low end of the side: so much of it along the side, and so much in. */
const clip = (along: Mm, depth: Mm, out: Mm): Segment[] => {
  const slope = depth / along
  return joined([
    [-out, -out],
    [along + out / slope, -out],
    [-out, depth + out * slope],
  ])
}

/** The corner at the low end of the side, but for a quarter of a circle. */
const round = (radius: Mm, out: Mm): Segment[] =>
  joined([
    [-out, -out],
    [radius, -out],
    arc([radius, radius], radius, -Math.PI / 2, -Math.PI),
    [-out, radius],
  ])

/** What is asked of a shape; `side` is how long the side is. */
export interface Sizes {
  readonly side: Mm
  readonly stretch: Stretch
  readonly rise: Mm
  readonly rise2: Mm
  /** Of inside corners. */
  readonly radius: Mm
}

interface ShapeKind {
  /** As it is offered, and as it is called. */
  readonly says: string
  readonly name: string
  /** It has a place along the side, is at a corner, or goes over the whole side. */
  readonly span: 'placed' | 'corner' | 'whole'
  /** The measures that say nothing of it. */
  readonly idle: readonly string[]
  outline(by: Sizes, out: Mm): Segment[]
  /** Of its arc or its corners; 0 for none. */
  radius(by: Sizes): Mm
  /** Why it cannot be so, after its name; null when it can. */
  wrong?(by: Sizes): string | null
  sentence(w: Pick<Sizes, 'rise' | 'rise2' | 'radius'>, long: Mm): Sentence
}

const define = <S extends string>(shapes: Readonly<Record<S, ShapeKind>>) => shapes

const tooHigh = (chord: Mm, rise: Mm): string | null =>
  rise > chord / 2 + 1e-9 ? 'is higher than half as long as it is, which no arc over it is' : null

/** A new shape is its outline and an entry here. */
export const SHAPES = define({
  arch: {
    says: 'an arch',
    name: 'arch',
    span: 'placed',
    idle: ['rise2', 'radius'],
    outline: ({ stretch, rise }, out) => arch(stretch, rise, out),
    radius: ({ stretch: { from, to }, rise }) => radiusOver(to - from, rise),
    wrong: ({ stretch: { from, to }, rise }) => tooHigh(to - from, rise),
    sentence: (w, long) => ['arch ', { mm: long }, ' long, ', { mm: w.rise }, ' high, r ', { mm: w.radius }],
  },
  notch: {
    says: 'a notch',
    name: 'notch',
    span: 'placed',
    idle: ['rise2'],
    outline: ({ stretch, rise, radius }, out) => notch(stretch, rise, radius, out),
    radius: ({ radius }) => radius,
    sentence: (w, long) => [
      'notch ',
      { mm: long },
      ' × ',
      { mm: w.rise },
      ...(w.radius > 0 ? [', corners r ', { mm: w.radius }] : []),
    ],
  },
  crown: {
    says: 'a crown, round over all',
    name: 'crown',
    span: 'whole',
    idle: ['place', 'length', 'rise2', 'radius'],
    outline: ({ side, rise }, out) => crown(side, rise, out),
    radius: ({ side, rise }) => radiusOver(side, rise),
    wrong: ({ side, rise }) => tooHigh(side, rise),
    sentence: (w) => ['crown ', { mm: w.rise }, ' high, r ', { mm: w.radius }],
  },
  taper: {
    says: 'a taper',
    name: 'taper',
    span: 'whole',
    idle: ['place', 'length', 'radius'],
    outline: ({ side, rise, rise2 }, out) => taper(side, rise, rise2, out),
    radius: () => 0,
    sentence: (w) => ['taper from ', { mm: w.rise }, ' to ', { mm: w.rise2 }],
  },
  clip: {
    says: 'a corner clipped',
    name: 'corner',
    span: 'corner',
    idle: ['place', 'rise2', 'radius'],
    outline: ({ stretch, rise }, out) => clip(stretch.to, rise, out),
    radius: () => 0,
    sentence: (w, long) => ['corner clipped ', { mm: long }, ' × ', { mm: w.rise }],
  },
  round: {
    says: 'a corner rounded',
    name: 'corner',
    span: 'corner',
    idle: ['place', 'length', 'rise2', 'radius'],
    outline: ({ rise }, out) => round(rise, out),
    radius: ({ rise }) => rise,
    sentence: (w) => ['corner rounded, r ', { mm: w.radius }],
  },
})
export type Shape = keyof typeof SHAPES
