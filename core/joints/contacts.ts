/** Where pieces touch. One search over all of them, by a spatial index on the plan of the room. */
import Flatbush from 'flatbush'
import type { FaceName } from '../document'
import type { Mm } from '../measure'
import { AXES, FACE_AT, faceOnSide, sideOf, sizeOf, type Axis, type Box } from '../pieces'
import type { Instance } from '../resolve'

/** Two faces that touch. The one that would go into the other comes first. */
export interface Contact {
  readonly guest: Instance
  readonly guestFace: FaceName
  readonly host: Instance
  readonly hostFace: FaceName
  /** What they share: flat in one direction. In the room. */
  readonly patch: Box
  readonly axis: Axis
}

/** Faces this close are taken to touch. */
export const TOUCHING: Mm = 0.01

/** The pairs of instances whose boxes touch or overlap, in a steady order. */
export function findPairs(instances: readonly Instance[]): Array<[Instance, Instance]> {
  if (instances.length < 2) return []
  const index = new Flatbush(instances.length)
  for (const { grown } of instances) index.add(grown.min[0], grown.min[2], grown.max[0], grown.max[2])
  index.finish()
  return instances.flatMap((a, i) => {
    const { min, max } = a.grown
    const near = index.search(min[0] - TOUCHING, min[2] - TOUCHING, max[0] + TOUCHING, max[2] + TOUCHING)
    return near.filter((j) => j > i).sort((x, y) => x - y).map((j): [Instance, Instance] => [a, instances[j]!]) // prettier-ignore
  })
}

/** All contacts between different instances, in a steady order. */
export const findContacts = (instances: readonly Instance[]): Contact[] =>
  findPairs(instances).flatMap(([a, b]) => touch(a, b))

/** The contact between two instances, if they touch face to face. */
export function touch(a: Instance, b: Instance): Contact[] {
  for (const axis of AXES) {
    for (const aFirst of [true, false]) {
      const [low, high] = aFirst ? [a, b] : [b, a]
      if (Math.abs(low.box.max[axis] - high.box.min[axis]) > TOUCHING) continue
      const patch = patchOf(low.box, high.box, axis)
      if (!patch) continue
      const lowFace = faceOnSide(low.facing, sideOf(axis, true))
      const highFace = faceOnSide(high.facing, sideOf(axis, false))
      return [arrange(low, lowFace, high, highFace, patch, axis)]
    }
  }
  return []
}

function patchOf(low: Box, high: Box, axis: Axis): Box | null {
  const others = AXES.filter((i) => i !== axis)
  const start = AXES.map((i) => Math.max(low.min[i], high.min[i]))
  const end = AXES.map((i) => Math.min(low.max[i], high.max[i]))
  if (others.some((i) => end[i]! - start[i]! <= TOUCHING)) return null
  start[axis] = end[axis] = low.max[axis]
  return { min: start as unknown as Box['min'], max: end as unknown as Box['max'] }
}

/** Ends go into edges, edges into faces; between equals, the smaller face goes in. */
function arrange(
  a: Instance,
  aFace: FaceName,
  b: Instance,
  bFace: FaceName,
  patch: Box,
  axis: Axis,
): Contact {
  const rank = FACE_AT[aFace].axis - FACE_AT[bFace].axis || areaOf(a, axis) - areaOf(b, axis)
  return rank <= 0
    ? { guest: a, guestFace: aFace, host: b, hostFace: bFace, patch, axis }
    : { guest: b, guestFace: bFace, host: a, hostFace: aFace, patch, axis }
}

const areaOf = (i: Instance, axis: Axis): number =>
  AXES.reduce<number>((n, k) => (k === axis ? n : n * sizeOf(i.box)[k]), 1)

const SORT = ['end', 'edge', 'face'] as const
export const sortOfFace = (face: FaceName): (typeof SORT)[number] => SORT[FACE_AT[face].axis]

/** "end against face", "edge against edge", … */
export const classOf = (c: Contact): string => `${sortOfFace(c.guestFace)} against ${sortOfFace(c.hostFace)}`

/** Contacts that look alike: the same sort of faces, between pieces of the same make. */
export interface ContactGroup {
  readonly key: string
  readonly says: string
  readonly contacts: readonly Contact[]
}

export function groupContacts(contacts: readonly Contact[]): ContactGroup[] {
  const groups = new Map<string, Contact[]>()
  for (const c of contacts) {
    const key = [make(c.guest), make(c.host), classOf(c)].join(' | ')
    groups.set(key, [...(groups.get(key) ?? []), c])
  }
  return [...groups].map(([key, contacts]) => {
    const guest = together(contacts.map((c) => stem(c.guest.name)))
    const host = together(contacts.map((c) => stem(c.host.name)))
    return {
      key,
      says: `${contacts.length} × ${guest} ${sortOfFace(contacts[0]!.guestFace)} against ${host}`,
      contacts,
    }
  })
}

/** What tells makes of pieces apart here: size to a hundredth, whichever way they stand. */
const make = (i: Instance): string => [i.length, i.width, i.thickness].map((n) => n.toFixed(2)).join('×')
const stem = (name: string): string => name.replace(/ #?\d+$/, '')

/** Several names as one: the last word they share ("Left side", "Right side" → "side"), else what they are. */
function together(all: readonly string[]): string {
  const names = [...new Set(all)]
  const last = names.map((n) => n.split(' ').at(-1)!)
  if (names.length > 1 && last.every((w) => w === last[0])) return last[0]!
  return names.length <= 2 ? names.join(' and ') : `${names[0]!} and ${names.length - 1} more`
}
