/**
 * Pieces that run into others with the rim of their outline: a round shelf into legs, whichever way those are
 * turned about it. What goes in stands for a block along the axes of the other, as far as the outline reaches
 * there.
 */
import { sharedWith, type Place2, type Rectangle } from '../outline'
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
import { seenFrom, type Outlines } from './sawn'

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

/**
 * The box round what lies within a guest's outline and a host, in two of the host's axes; along one of them,
 * any way through it. Null where they share nothing.
 */
function sharedIn(
  guest: Instance,
  host: Instance,
  flat: Axis,
  outlines: Outlines,
  through: Axis | null = null,
): Rectangle | null {
  const axes = otherAxes(flat)
  const paths = seenFrom(outlines(guest).kept[0]!, ([x, y, z]) => {
    const p = toOwn(host.frame, toRoom(guest.frame, [x, y, z]))
    return [p[axes[0]], p[axes[1]]]
  })
  const { min, max } = host.shoulder
  const far = guest.size[0] + guest.size[1] + guest.size[2]
  const near = toOwn(host.frame, guest.frame.origin)
  const end = (of: Vec3, by: number): Place2 => {
    const [u, v] = axes.map((i) => (i === through ? near[i] + by : of[i])) as [number, number]
    return [u, v]
  }
  return sharedWith({ min: end(min, -far), max: end(max, far) }, [paths])
}

/** Whether the outline of a guest leaves it clear of a host, whose block its own runs into. */
export function rimMisses(guest: Instance, host: Instance, outlines: Outlines): boolean {
  const flat = flatAxisIn(guest, host, outlines)
  return flat !== null && sharedIn(guest, host, flat, outlines) === null
}

/**
 * The guest as a block for each way it may run in: as far as it reaches across the host on any way through
 * that, and as wide as it is within.
 */
function alongHost(guest: Instance, host: Instance, outlines: Outlines): Instance[] {
  const flat = flatAxisIn(guest, host, outlines)
  const inside = flat === null ? null : sharedIn(guest, host, flat, outlines)
  if (flat === null || !inside) return []
  const { min, max } = guest.shoulder
  const thick = [min, max].map((p) => toOwn(host.frame, toRoom(guest.frame, p))[flat])
  const axes = otherAxes(flat)
  return axes.map((into) => {
    const through = sharedIn(guest, host, flat, outlines, into)!
    const end = (side: 'min' | 'max'): Vec3 =>
      vec3((i) =>
        i === flat ? Math[side](...thick) : (i === into ? through : inside)[side][axes.indexOf(i)]!,
      )
    return blockIn(guest, host, { into, flat }, end('min'), end('max'))
  })
}

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
