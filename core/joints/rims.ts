/**
 * Pieces that run into others with the rim of their outline: a round shelf into legs, whichever way those are
 * turned about it. What goes in stands for a block along the axes of the other, as far as the outline reaches
 * there.
 */
import { angleOf, cornersOf, type Place2, type Segment } from '../outline'
import {
  AXES,
  axesOf,
  cross,
  mainAxis,
  toOwn,
  toRoom,
  vec3,
  type Axis,
  type Box,
  type Frame,
  type Vec3,
} from '../pieces'
import type { Instance } from '../resolve'
import { vectorInto, type Vec2 } from '../work'
import { behind, clip, extentOf, meet, NO_OUTLINES, otherAxes, TOUCHING, type Meeting } from './meet'
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

/** The outline of a guest in the frame of its host, and how far its arcs reach along the host's axes. */
function loopsIn(
  guest: Instance,
  host: Instance,
  outlines: Outlines,
): Array<{ loop: Vec3[]; crests: Vec3[] }> {
  const { frame, paths } = outlines(guest).kept[0]!
  const at = ([u, v]: Place2): Vec3 => toOwn(host.frame, toRoom(guest.frame, toRoom(frame, [u, v, 0])))
  // The ways along the host's axes as the outline is drawn.
  const [o, x, y] = [at([0, 0]), at([1, 0]), at([0, 1])]
  const ways = AXES.map((i): Place2 => [x[i] - o[i], y[i] - o[i]]).filter((w) => Math.hypot(...w) > 0.1)
  return paths
    .filter((p) => p.depth === 0)
    .map(({ segments }) => ({
      loop: segments.flatMap((s) => cornersOf(s, CHORD)).map(at),
      crests: segments.flatMap((s) => crestsOf(s, ways)).map(at),
    }))
}

/** The places of an arc that are furthest along some ways, and against them. */
function crestsOf(s: Segment, ways: readonly Place2[]): Place2[] {
  if (s.kind !== 'arc') return []
  const start = angleOf(s.centre, s.from)
  return ways
    .flatMap(([u, v]) => [Math.atan2(v, u), Math.atan2(-v, -u)])
    .filter((angle) => {
      const turn = Math.sign(s.sweep) * (angle - start)
      return turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI)) <= Math.abs(s.sweep)
    })
    .map((angle): Place2 => [
      s.centre[0] + s.radius * Math.cos(angle),
      s.centre[1] + s.radius * Math.sin(angle),
    ])
}

/** Whether the outline of a guest leaves it clear of a host, whose block its own runs into. */
export function rimMisses(guest: Instance, host: Instance, outlines: Outlines): boolean {
  const flat = flatAxisIn(guest, host, outlines)
  if (flat === null) return false
  const [u, v] = otherAxes(flat)
  return loopsIn(guest, host, outlines).every(
    ({ loop }) =>
      clip(
        loop.map((p): Vec2 => [p[u], p[v]]),
        host.shoulder,
        u,
        v,
      ).length < 3,
  )
}

/** The guest as a block for each way it may run in: as far as its outline reaches across the host. */
function alongHost(guest: Instance, host: Instance, outlines: Outlines): Instance[] {
  const flat = flatAxisIn(guest, host, outlines)
  if (flat === null) return []
  const { min, max } = guest.shoulder
  const thick = [min, max].map((p) => toOwn(host.frame, toRoom(guest.frame, p))[flat])
  const loops = loopsIn(guest, host, outlines)
  return otherAxes(flat).flatMap((into) => {
    const along = otherAxes(flat).find((i) => i !== into)!
    const flatten = (p: Vec3): Vec2 => [p[into], p[along]]
    const cropped = (box: Box): Vec2[] =>
      loops.flatMap(({ loop, crests }) => [
        ...clip(loop.map(flatten), box, into, along),
        ...crests
          .filter((p) => [into, along].every((i) => p[i] >= box.min[i] && p[i] <= box.max[i]))
          .map(flatten),
      ])
    // As far as it reaches across the host on any way through it, and as wide as it is within.
    const { min: low, max: high } = host.shoulder
    const places = cropped({
      min: vec3((i) => (i === along ? low[i] : -FAR)),
      max: vec3((i) => (i === along ? high[i] : FAR)),
    })
    const inside = cropped(host.shoulder)
    if (inside.length < 3) return []
    const spans = [thick, places.map((p) => p[0]), inside.map((p) => p[1])]
    const span = (i: Axis) => spans[i === flat ? 0 : i === into ? 1 : 2]!
    const ends = [Math.min, Math.max].map((end) => vec3((i) => end(...span(i))))
    return [blockIn(guest, host, { into, flat }, ends[0]!, ends[1]!)]
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
