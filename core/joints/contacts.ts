/**
 * Where pieces touch, cross or meet at an angle. One search over all of them, by a spatial index on the plan
 * of the room.
 */
import Flatbush from 'flatbush'
import { onFace, type FaceName } from '../document'
import type { Mm } from '../measure'
import {
  cornersOf,
  unitVector,
  axesOf,
  AXES,
  boxAround,
  cross,
  dot,
  FACE_AT,
  FACE_NAMES,
  norm,
  toRoom,
  vec3,
  type Box,
  type Vec3,
} from '../pieces'
import type { Instance } from '../resolve'
import { pointInto } from '../work'
import { rimIn, rimMisses } from './rims'
import { rodIn } from './rod/line'
import { crosses, onSlope, slopeBefore } from './slopes'
import {
  cornerOf,
  distanceTo,
  extentOf,
  isLetIn,
  meet,
  middleOf,
  NO_OUTLINES,
  TOUCHING,
  type Outlines,
} from './meet'

/**
 * How two pieces come together: flat on each other, the same where either is sawn to a slope, one let into
 * the other, as a round rod or otherwise, through it, or at an angle.
 */
export type ContactSort = 'flat' | 'slope' | 'let' | 'rod' | 'crossing' | 'tee' | 'corner' | 'angle'

/** Two pieces that come together. The one that would go into the other comes first. */
export interface Contact {
  readonly sort: ContactSort
  readonly guest: Instance
  readonly guestFace: FaceName
  readonly host: Instance
  readonly hostFace: FaceName
  /**
   * For pieces that lie flat on each other at a corner: the face of the host that is flush with the guest's
   * outside.
   */
  readonly cornerFace: FaceName | null
  /** How far apart the faces are: less than nothing for what is let in, 0 for pieces through each other. */
  readonly gap: Mm
  /** The room box round what they share. */
  readonly patch: Box
  /** The guest is a round rod. */
  readonly rod?: true
  /** The guest lies on a slope that is sawn on either, or runs to one on the host. */
  readonly slope?: true
}

/** The pairs of instances whose boxes are no further apart than `within`, in a steady order. */
export function findPairs(
  instances: readonly Instance[],
  within: Mm = TOUCHING,
): Array<[Instance, Instance]> {
  if (instances.length < 2) return []
  const index = new Flatbush(instances.length)
  for (const { grown } of instances) index.add(grown.min[0], grown.min[2], grown.max[0], grown.max[2])
  index.finish()
  return instances.flatMap((a, i) => {
    const { min, max } = a.grown
    const near = index.search(min[0] - within, min[2] - within, max[0] + within, max[2] + within)
    return near
      .filter((j) => j > i)
      .sort((x, y) => x - y)
      .map((j): [Instance, Instance] => [a, instances[j]!])
      .filter(([, b]) => b.grown.min[1] - within <= max[1] && b.grown.max[1] + within >= min[1])
  })
}

/**
 * All contacts between different instances, in a steady order. Faces up to `within` apart are taken to touch,
 * as far as outlines leave them.
 */
export const findContacts = (
  instances: readonly Instance[],
  within: Mm = TOUCHING,
  outlines: Outlines = NO_OUTLINES,
): Contact[] => findPairs(instances, within).flatMap(([a, b]) => touch(a, b, within, outlines) ?? [])

/** How two instances come together; null when they do not. */
function touch(a: Instance, b: Instance, within: Mm, outlines: Outlines): Contact | null {
  return (
    rodInto(a, b, outlines) ??
    flat(a, b, within, outlines) ??
    (outlines(a).flats.length > 0 ? flat(b, a, within, outlines) : null) ??
    sloping(a, b, within, outlines) ??
    toSlope(a, b, outlines) ??
    overlapping(a, b, within, outlines)
  )
}

/** Two that lie on each other with a slope. */
function sloping(a: Instance, b: Instance, within: Mm, outlines: Outlines): Contact | null {
  const met = onSlope(a, b, outlines, within)
  if (!met) return null
  const turned = rank(met.guest.face) > rank(met.host.face)
  const [guest, guestFace, host, hostFace] = turned
    ? [b, met.host.face, a, met.guest.face]
    : [a, met.guest.face, b, met.host.face]
  const { gap, patch } = met
  return { sort: 'slope', guest, guestFace, host, hostFace, cornerFace: null, gap, patch, slope: true }
}

/** A piece that ends in the wood behind a slope of the other, and begins before it. */
function toSlope(a: Instance, b: Instance, outlines: Outlines): Contact | null {
  for (const [guest, host] of [
    [a, b],
    [b, a],
  ] as const)
    for (const guestFace of FACE_NAMES) {
      if (FACE_AT[guestFace].axis === 2) continue
      const slope = slopeBefore(guest, guestFace, host, outlines)
      if (!slope || penetration(a, b) < TOUCHING || !crosses(guest, guestFace, slope)) continue
      const hostFace = slope.face
      const patch = sharedBox(guest, host)
      return { sort: 'tee', guest, guestFace, host, hostFace, cornerFace: null, gap: 0, patch, slope: true }
    }
  return null
}

function flat(a: Instance, b: Instance, within: Mm, outlines: Outlines): Contact | null {
  for (const face of FACE_NAMES) {
    const m = meet(a, face, b, outlines)
    if (!m || Math.abs(m.gap) > within) continue
    // Beside its ends a rod touches in a line.
    if (outlines(a).round && FACE_AT[face].axis !== 0) continue
    if (outlines(b).round && FACE_AT[m.hostFace].axis !== 0) continue
    const turned = rank(face) - rank(m.hostFace) || areaOf(a, face) - areaOf(b, m.hostFace)
    // What is sawn back takes what comes to it.
    const stays = turned <= 0 || m.sunk > 0
    const [guest, guestFace, host, hostFace] = stays ? [a, face, b, m.hostFace] : [b, m.hostFace, a, face]
    const met = guest === a ? m : meet(guest, guestFace, host, outlines)
    return {
      sort: 'flat',
      guest,
      guestFace,
      host,
      hostFace,
      gap: m.gap,
      cornerFace: (met && cornerOf(met)?.hostFace) ?? null,
      patch: boxAround(a.frame, m.patch),
      ...(outlines(guest).round && { rod: true }),
    }
  }
  return null
}

/** Ends go into edges, edges into faces; between equals, the smaller face goes in. */
const rank = (face: FaceName): number => FACE_AT[face].axis
const areaOf = (i: Instance, face: FaceName): number =>
  AXES.reduce<number>((n, k) => (k === FACE_AT[face].axis ? n : n * extentOf(i, k)), 1)

/** A rod that is drawn with its axis some way into the other piece, or through it. */
function rodInto(a: Instance, b: Instance, outlines: Outlines): Contact | null {
  for (const [guest, host] of [
    [a, b],
    [b, a],
  ] as const) {
    const found = outlines(guest).round ? rodIn(guest, host) : null
    if (!found) continue
    const ends = [0, found.depth].map((by) =>
      toRoom(
        host.frame,
        vec3((i) => found.at[i] + found.along[i] * by),
      ),
    )
    const patch = {
      min: vec3((i) => Math.min(ends[0]![i], ends[1]![i])),
      max: vec3((i) => Math.max(ends[0]![i], ends[1]![i])),
    }
    const [guestFace, hostFace, gap] = [found.end, found.face, -found.depth]
    return { sort: 'rod', guest, guestFace, host, hostFace, cornerFace: null, gap, patch, rod: true }
  }
  return null
}

/** How two that are no flat apart share wood, or meet at an edge. */
function overlapping(a: Instance, b: Instance, within: Mm, outlines: Outlines): Contact | null {
  const depth = penetration(a, b)
  if (depth < -within) return null
  if (depth > TOUCHING) {
    const into = letIn(a, b, outlines) ?? rimLetIn(a, b, outlines)
    if (into) return into
    if (rimMisses(a, b, outlines) || rimMisses(b, a, outlines)) return null
  }
  return through(a, b, depth)
}

/** A piece that runs some way into the other with the rim of its outline; told by its first end. */
function rimLetIn(a: Instance, b: Instance, outlines: Outlines): Contact | null {
  for (const [guest, host] of [
    [a, b],
    [b, a],
  ] as const) {
    const m = rimIn(guest, host, outlines)
    if (!m) continue
    const patch = boxAround(m.guest.frame, m.patch)
    const { hostFace, gap } = m
    return { sort: 'let', guest, guestFace: 'end1', host, hostFace, cornerFace: null, gap, patch }
  }
  return null
}

/** A piece that is drawn with an end or an edge some way into a face of the other. */
function letIn(a: Instance, b: Instance, outlines: Outlines): Contact | null {
  const all = [
    [a, b],
    [b, a],
  ].flatMap(([guest, host]) =>
    FACE_NAMES.flatMap((face) => {
      const m = FACE_AT[face].axis === 2 ? null : meet(guest!, face, host!, outlines)
      return m && isLetIn(m) ? [m] : []
    }),
  )
  if (all.length === 0) return null
  const m = all.reduce((x, y) => (y.gap > x.gap + TOUCHING ? y : x))
  const { guest, face: guestFace, host, hostFace, gap } = m
  const patch = boxAround(guest.frame, m.patch)
  return { sort: 'let', guest, guestFace, host, hostFace, cornerFace: null, gap, patch }
}

function through(a: Instance, b: Instance, depth: Mm): Contact | null {
  const [endOfA, endOfB] = [endsIn(a, b), endsIn(b, a)]
  const square = a.square && b.square
  const sort = sortOf(depth, square, [endOfA, endOfB].filter((end) => end !== null).length)
  // Square pieces that share no more than an edge do not come together in any way that could be joined.
  if (sort === 'angle' && square) return null
  // What ends in the other goes in; else the first.
  const turned = endOfA === null && endOfB !== null
  const [guest, host] = turned ? [b, a] : [a, b]
  const [guestEnd, hostEnd] = turned ? [endOfB, endOfA] : [endOfA, endOfB]
  return {
    sort,
    guest,
    guestFace: guestEnd ?? towards(guest, host),
    host,
    hostFace: hostEnd ?? towards(host, guest),
    cornerFace: null,
    gap: 0,
    patch: sharedBox(a, b),
  }
}

/** What it is that two pieces do to each other, by how deep they reach and how many of them end there. */
function sortOf(depth: Mm, square: boolean, ends: number): ContactSort {
  if (depth <= TOUCHING) return 'angle'
  if (ends === 2) return square ? 'corner' : 'angle'
  return ends === 1 ? 'tee' : 'crossing'
}

/** The end or edge of a piece whose middle is nearest to the other. */
function towards(one: Instance, other: Instance): FaceName {
  const away = (f: FaceName) => distanceTo(other, middleOf(one, f))
  return FACE_NAMES.filter((f) => FACE_AT[f].axis !== 2).reduce((best, f) =>
    away(f) < away(best) - 1e-6 ? f : best,
  )
}

/** Which end of `a` lies in or at `b`; null when neither or both do. */
function endsIn(a: Instance, b: Instance): FaceName | null {
  const xs = corners(b).map((p) => pointInto(a.frame, b.frame, p)[0])
  const low = Math.min(...xs) <= a.shoulder.min[0] + TOUCHING
  const high = Math.max(...xs) >= a.shoulder.max[0] - TOUCHING
  return low === high ? null : low ? 'end1' : 'end2'
}

const corners = (i: Instance): Vec3[] => cornersOf(i.shoulder)

/** How deep two pieces reach into each other; less than nothing when they are apart (separating axes). */
function penetration(a: Instance, b: Instance): Mm {
  const axes = [a, b].map(({ frame: f }) => axesOf(f))
  const tries = [...axes[0]!, ...axes[1]!]
  if (!a.square || !b.square)
    for (const p of axes[0]!)
      for (const q of axes[1]!) {
        const c = cross(p, q)
        if (norm(c) > 1e-6) tries.push(unitVector(c))
      }
  const [pa, pb] = [a, b].map((i) => corners(i).map((p) => toRoom(i.frame, p))) as [Vec3[], Vec3[]]
  let least = Infinity
  for (const axis of tries) {
    const [ra, rb] = [pa, pb].map((ps) => ps.map((p) => dot(p, axis))) as [number[], number[]]
    least = Math.min(least, Math.max(...ra) - Math.min(...rb), Math.max(...rb) - Math.min(...ra))
    if (least < -1000) return least
  }
  return least
}

/** The room box round what two share; where they share nothing, round what lies between them. */
const sharedBox = (a: Instance, b: Instance): Box => {
  const min = AXES.map((i) => Math.max(a.box.min[i], b.box.min[i]))
  const max = AXES.map((i) => Math.min(a.box.max[i], b.box.max[i]))
  return {
    min: min.map((n, i) => Math.min(n, max[i]!)) as unknown as Vec3,
    max: max.map((n, i) => Math.max(n, min[i]!)) as unknown as Vec3,
  }
}

/** A piece as a member of a joint. */
export const memberAt = (i: Instance, face: FaceName | null) => ({ piece: i.piece, at: face && onFace(face) })

const SORT = ['end', 'edge', 'face'] as const
export const sortOfFace = (face: FaceName): (typeof SORT)[number] => SORT[FACE_AT[face].axis]

/** "end to face", "edge to edge", "end to face at a corner", "crossing", "at an angle", … */
export function classOf(c: Contact): string {
  if (c.sort === 'angle') return 'at an angle'
  if (c.sort === 'slope') return 'on a slope'
  if (c.sort !== 'flat') return c.slope ? `${c.sort} to a slope` : c.sort
  return `${sortOfFace(c.guestFace)} to ${sortOfFace(c.hostFace)}${c.cornerFace ? ' at a corner' : ''}`
}

/** Contacts that look alike: of the same class, between pieces of the same make. */
export interface ContactGroup {
  readonly key: string
  readonly says: string
  readonly contacts: readonly Contact[]
}

export function groupContacts(contacts: readonly Contact[]): ContactGroup[] {
  const groups = new Map<string, Contact[]>()
  for (const c of contacts) {
    const key = [make(c.guest), make(c.host), classOf(c)].join(' | ')
    const list = groups.get(key)
    if (list) list.push(c)
    else groups.set(key, [c])
  }
  return [...groups].map(([key, contacts]) => ({ key, says: sayGroup(contacts), contacts }))
}

const HOW: Readonly<Record<Exclude<ContactSort, 'flat'>, string>> = {
  slope: 'on the slope of',
  let: 'let into',
  rod: 'as a rod in',
  crossing: 'across',
  tee: 'ending in',
  corner: 'making a corner with',
  angle: 'at an angle to',
}

function sayGroup(contacts: readonly Contact[]): string {
  const { sort, slope, guestFace, cornerFace } = contacts[0]!
  const guest = together(contacts.map((c) => stem(c.guest.name)))
  const host = together(contacts.map((c) => stem(c.host.name)))
  const how =
    sort === 'flat'
      ? `${sortOfFace(guestFace)} against`
      : sort !== 'slope' && slope
        ? 'up to the slope of'
        : HOW[sort]
  return `${contacts.length} × ${guest} ${how} ${host}${cornerFace ? ', at a corner' : ''}`
}

/** What tells makes of pieces apart here: size to a hundredth, whichever way they stand. */
const make = (i: Instance): string => i.size.map((n) => n.toFixed(2)).join('×')
const stem = (name: string): string => name.replace(/ #?\d+$/, '')

/**
 * Several names as one: the last word they share ("Left side", "Right side" → "side"), else what they are.
 */
function together(all: readonly string[]): string {
  const names = [...new Set(all)]
  const last = names.map((n) => n.split(' ').at(-1)!)
  if (names.length > 1 && last.every((w) => w === last[0])) return last[0]!
  return names.length <= 2 ? names.join(' and ') : `${names[0]!} and ${names.length - 1} more`
}
