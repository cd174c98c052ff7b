/**
 * Two boards that make a corner of a box: the guest's end against the host's face, flush with the host's end.
 */
import { faceOf, type FaceName, type Joint } from '../document'
import type { Mm } from '../measure'
import { FACE_AT } from '../pieces'
import type { Growth } from '../resolve'
import { blockOut, outOf, prismAlong, type Range } from './block'
import { sortOfFace, type Contact } from './contacts'
import type { Deriving } from './deriving'
import { behind, cornerOf, depthBehind, extentOf, type Meeting } from './meet'
import { boxInto, pointInto, type Tool, type Vec2 } from '../work'

export interface Corner {
  readonly m: Meeting
  /** Whether the outside is at the guest's face rather than its back. */
  readonly far: boolean
  /** The host's end there. */
  readonly hostEnd: FaceName
  /** What the two share along the guest's width. */
  readonly width: Range
  /** Thickness of the host and of the guest at the corner. */
  readonly host: Mm
  readonly guest: Mm
}

/** The corner at a meeting; says why there is none. */
export function cornerAt(m: Meeting, d: Deriving): Corner | null {
  const found = m.square && m.into === 0 ? cornerOf(m) : null
  if (!found || FACE_AT[found.hostFace].axis !== 0) {
    d.wrong(`${m.guest.name} is not flush with an end of ${m.host.name}; the two make no corner there`)
    return null
  }
  return {
    m,
    far: found.far,
    hostEnd: found.hostFace,
    width: [m.patch.min[1], m.patch.max[1]],
    host: behind(m),
    guest: extentOf(m.guest, 2),
  }
}

/** The host's own width, told along the guest's. */
export function hostWidth({ m }: Corner): Range {
  const { min, max } = boxInto(m.guest.frame, m.host.frame, { min: [0, 0, 0], max: m.host.size })!
  return [min[1], max[1]]
}

/** Ranges along the guest's width as one of the two boards has them along its own, in order and within it. */
export function onBoard(
  { m: { guest, host } }: Corner,
  on: 'guest' | 'host',
  ranges: readonly Range[],
): Range[] {
  const board = on === 'guest' ? guest : host
  const own = (y: Mm): Mm => (on === 'guest' ? y : pointInto(host.frame, guest.frame, [0, y, 0])[1])
  const within = (y: Mm): Mm => Math.min(board.size[1], Math.max(0, own(y)))
  return ranges
    .map(([a, b]): Range => [Math.min(within(a), within(b)), Math.max(within(a), within(b))])
    .sort((a, b) => a[0] - b[0])
}

/** The first member grows through the second where the two touch; `says` what that is called. */
export function growsThrough(joint: Joint, says: Growth['says']): Growth[] {
  const face = faceOf(joint.between[0]!.at)
  return face
    ? [{ member: 0, face, says, measures: [], poses: true, by: (_, poses) => depthBehind(poses, face) }]
    : []
}

/** Contacts where such a corner could be made. */
export const makesCorner = (c: Contact): boolean =>
  c.sort === 'flat' &&
  sortOfFace(c.guestFace) === 'end' &&
  sortOfFace(c.hostFace) === 'face' &&
  c.cornerFace !== null &&
  sortOfFace(c.cornerFace) === 'end'

/** Whether a corner is that of a box or a drawer: both boards stand on edge, their grain round about. */
export const makesBox = (c: Contact): boolean =>
  makesCorner(c) && [c.guest, c.host].every((i) => i.square && i.facing.room[1] === 2)

/** Whether what takes the other at a corner of a box is the thicker, as the front of a drawer is. */
export const isFront = (c: Contact): boolean => makesBox(c) && c.host.thickness > 1.2 * c.guest.thickness

/**
 * A strip of the corner: between two places beyond the shoulder and a range along the width, through the
 * guest's thickness.
 */
export const strip = (c: Corner, out: Range, along: Range) =>
  blockOut(c.m, out, { 1: along, 2: [c.m.guest.shoulder.min[2], c.m.guest.shoulder.max[2]] })

/**
 * A prism over an outline told as (from the base outwards, along the width). On the guest its base is the
 * shoulder and it runs through the guest's thickness; on the host its base is the guest's inside and it runs
 * through the host's.
 */
export function cornerPrism(
  c: Corner,
  on: 'guest' | 'host',
  outline: readonly Vec2[],
  beyond: { low: Mm; high: Mm },
): Tool {
  const { m } = c
  const out = outOf(m)[0]
  const shoulder = FACE_AT[m.face].far ? m.guest.shoulder.max[0] : m.guest.shoulder.min[0]
  const [z1, z2] = [m.guest.shoulder.min[2], m.guest.shoulder.max[2]]
  if (on === 'guest') {
    const points = outline.map(([u, y]): Vec2 => [shoulder + out * u, y])
    return prismAlong(
      0,
      1,
      points,
      c.far ? [z1 - beyond.low, z2 + beyond.high] : [z1 - beyond.high, z2 + beyond.low],
    )
  }
  const base = c.far ? z1 : z2
  const points = outline.map(([w, y]): Vec2 => [base + (c.far ? w : -w), y])
  const ends = [shoulder - out * beyond.low, shoulder + out * (c.host + beyond.high)]
  return prismAlong(2, 1, points, [Math.min(...ends), Math.max(...ends)])
}
