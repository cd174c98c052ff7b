/**
 * Pieces that run into others with the rim of their outline: a round shelf into legs, whichever way those are
 * turned about it. What goes in stands for a block along the axes of the other, as far as the outline reaches
 * there.
 */
import { angleOf, cornersOf, holds, placed, type Arc, type Place2, type Segment } from '../outline'
import {
  AXES,
  axesOf,
  cross,
  mainAxis,
  toOwn,
  toRoom,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../pieces'
import type { Instance } from '../resolve'
import { vectorInto } from '../work'
import { behind, extentOf, meet, NO_OUTLINES, otherAxes, TOUCHING, type Meeting } from './meet'
import type { Outlines } from './sawn'

const CHORD = 1e-4
const ALONG = 1 - 1e-9

/** Where the rim of a guest runs into a host, not through it; null where it does not, or has no outline. */
export function rimIn(guest: Instance, host: Instance, outlines: Outlines): Meeting | null {
  const all = alongHost(guest, host, outlines).flatMap((block) =>
    (['end1', 'end2'] as const).flatMap((face) => {
      // The block is what its outline leaves already.
      const m = meet(block, face, host, (body) => (body === block ? NO_OUTLINES : outlines)(body))
      return m && goesIn(m) ? [m] : []
    }),
  )
  // The shallowest way in is the one that is meant.
  return all.length === 0 ? null : all.reduce((a, b) => (b.gap > a.gap + TOUCHING ? b : a))
}

function goesIn(m: Meeting): boolean {
  const deep = -m.gap
  return deep > TOUCHING && deep < behind(m) - TOUCHING && extentOf(m.guest, m.into) > deep + TOUCHING
}

/** The host's axis that the one outline of a guest is seen along; null where it has none, or more. */
function flatAxisIn(guest: Instance, host: Instance, outlines: Outlines): Axis | null {
  const [kept, ...more] = outlines(guest).kept
  if (!kept || more.length > 0) return null
  const way = vectorInto(host.frame, guest.frame, kept.frame.z)
  const axis = mainAxis(way)
  return Math.abs(way[axis]) > ALONG ? axis : null
}

/** The loops of a guest's outline in two of its host's axes, exact pieces. */
function loopsIn(guest: Instance, host: Instance, flat: Axis, outlines: Outlines): Segment[][] {
  const { frame, paths } = outlines(guest).kept[0]!
  const [u, v] = otherAxes(flat)
  const at = ([x, y]: Place2): Place2 => {
    const p = toOwn(host.frame, toRoom(guest.frame, toRoom(frame, [x, y, 0])))
    return [p[u], p[v]]
  }
  const [o, x, y] = [at([0, 0]), at([1, 0]), at([0, 1])]
  const hand = (x[0] - o[0]) * (y[1] - o[1]) - (x[1] - o[1]) * (y[0] - o[0]) > 0 ? 1 : -1
  return paths.filter((p) => p.depth === 0).map((p) => p.segments.map((s) => placed(s, at, hand)))
}

interface Window {
  readonly min: Place2
  readonly max: Place2
}
const SLACK = 1e-9

/**
 * Places of what lies within loops and a window, among them those that reach furthest along either axis:
 * where pieces end, are at their crest, and come to a side of the window, and its corners.
 */
function placesIn(loops: readonly (readonly Segment[])[], { min, max }: Window): Place2[] {
  const sides = ([0, 1] as const).flatMap((i) => [min[i], max[i]].map((c) => [i, c] as const))
  const drawn = loops
    .flat()
    .flatMap((s) => [s.from, ...crestsOf(s), ...sides.flatMap(([i, c]) => crossingsAt(s, i, c))])
  const corners = [min[0], max[0]].flatMap((x) => [min[1], max[1]].map((y): Place2 => [x, y]))
  const round = loops.map((loop) => loop.flatMap((s) => cornersOf(s, CHORD)))
  return [
    ...drawn.filter((p) => p.every((x, i) => x >= min[i]! - SLACK && x <= max[i]! + SLACK)),
    ...corners.filter((p) => round.some((corners) => holds(corners, p))),
  ]
}

/** Whether an arc comes by where it is so far round its middle. */
function comesBy({ sweep, centre, from }: Arc, angle: number): boolean {
  const turn = Math.sign(sweep) * (angle - angleOf(centre, from))
  return turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI)) <= Math.abs(sweep) + 1e-12
}
const onArc = ({ centre, radius }: Arc, angle: number): Place2 => [
  centre[0] + radius * Math.cos(angle),
  centre[1] + radius * Math.sin(angle),
]

/** The places of a piece that reach furthest along an axis between its ends. */
const crestsOf = (s: Segment): Place2[] =>
  s.kind === 'arc'
    ? [0, 1, 2, 3].map((k) => (k * Math.PI) / 2).flatMap((a) => (comesBy(s, a) ? [onArc(s, a)] : []))
    : s.kind === 'curve'
      ? cornersOf(s, CHORD)
      : []

/** Where a piece comes to a place along an axis. */
function crossingsAt(s: Segment, axis: 0 | 1, at: number): Place2[] {
  if (s.kind === 'arc') {
    const off = (at - s.centre[axis]) / s.radius
    if (Math.abs(off) > 1) return []
    const angle = axis === 0 ? Math.acos(off) : Math.asin(off)
    const other = axis === 0 ? -angle : Math.PI - angle
    return [angle, other].flatMap((a) => (comesBy(s, a) ? [onArc(s, a)] : []))
  }
  const corners = s.kind === 'line' ? [s.from, s.to] : [...cornersOf(s, CHORD), s.to]
  return corners.slice(1).flatMap((b, k): Place2[] => {
    const a = corners[k]!
    if (a[axis] < at === b[axis] < at) return []
    const t = (at - a[axis]) / (b[axis] - a[axis])
    return [[a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]]
  })
}

/** The sides of a host as a window in two of its axes; along one of them, any way through it. */
function windowOf({ shoulder: { min, max } }: Instance, flat: Axis, through: Axis | null = null): Window {
  const axes = otherAxes(flat)
  const of = (p: Vec3, far: number) => axes.map((i) => (i === through ? far : p[i])) as unknown as Place2
  return { min: of(min, -FAR), max: of(max, FAR) }
}

/** Whether the outline of a guest leaves it clear of a host, whose block its own runs into. */
export function rimMisses(guest: Instance, host: Instance, outlines: Outlines): boolean {
  const flat = flatAxisIn(guest, host, outlines)
  return flat !== null && placesIn(loopsIn(guest, host, flat, outlines), windowOf(host, flat)).length < 3
}

/**
 * The guest as a block for each way it may run in: as far as it reaches across the host on any way through
 * that, and as wide as it is within.
 */
function alongHost(guest: Instance, host: Instance, outlines: Outlines): Instance[] {
  const flat = flatAxisIn(guest, host, outlines)
  if (flat === null) return []
  const { min, max } = guest.shoulder
  const thick = [min, max].map((p) => toOwn(host.frame, toRoom(guest.frame, p))[flat])
  const loops = loopsIn(guest, host, flat, outlines)
  const inside = placesIn(loops, windowOf(host, flat))
  if (inside.length < 3) return []
  const axes = otherAxes(flat)
  return axes.map((into) => {
    const through = placesIn(loops, windowOf(host, flat, into))
    const span = (i: Axis): readonly number[] =>
      i === flat ? thick : (i === into ? through : inside).map((p) => p[axes.indexOf(i)]!)
    const ends = [Math.min, Math.max].map((end) => vec3((i) => end(...span(i))))
    return blockIn(guest, host, { into, flat }, ends[0]!, ends[1]!)
  })
}

/** Further than any piece is long. */
const FAR = 1e6

/** A block in the frame of the host as a piece whose length runs the way it goes in. */
function blockIn(
  guest: Instance,
  host: Instance,
  { into, flat }: { readonly into: Axis; readonly flat: Axis },
  min: Vec3,
  max: Vec3,
): Instance {
  const ways = axesOf(host.frame)
  const [x, z] = [ways[into], ways[flat]]
  const along = AXES.find((i) => i !== into && i !== flat)!
  const y = cross(z, x)
  // Whether the third way runs as the host's own does.
  const same = y.reduce((sum, c, i) => sum + c * ways[along][i]!, 0) > 0
  const origin = toRoom(
    host.frame,
    vec3((i) => (i === along && !same ? max[i] : min[i])),
  )
  const frame: Frame = { origin, x, y, z }
  const size: Vec3 = [max[into] - min[into], max[along] - min[along], max[flat] - min[flat]]
  const [length, width, thickness] = size
  return { ...guest, frame, size, length, width, thickness, shoulder: { min: [0, 0, 0], max: size } }
}
