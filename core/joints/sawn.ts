/** Pieces that are sawn to outlines, as joints see them: what is left of a face between its shoulders. */
import type { FaceName } from '../document'
import {
  cornersOf,
  crossings,
  placed,
  sharedWith,
  type Place2,
  type Rectangle,
  type Segment,
} from '../outline'
import { FACE_AT, mainAxis, toRoom, vec3, type Axis, type Box, type Vec3 } from '../pieces'
import { pointInto, type Kept, type SawnWood } from '../work'
import type { Instance } from '../resolve'

/** What a piece is between its shoulders: an instance, or a pose before its joints are known. */
export type Body = Pick<Instance, 'frame' | 'shoulder'>

/** What sawing leaves of a piece of wood, before it is joined. */
export type Outlines = (body: Body) => SawnWood

const WHOLE: SawnWood = { kept: [], flats: [] }
export const NO_OUTLINES: Outlines = () => WHOLE

/** What sawing leaves of each instance that is sawn, by its key. */
export type SawnPieces = ReadonlyMap<string, SawnWood>

export const outlinesOf =
  (sawn: SawnPieces): Outlines =>
  (body) =>
    ('key' in body && sawn.get(body.key as string)) || WHOLE

/** How far within a face its section is taken, and how near chords are to what is drawn there. */
const WITHIN = 1e-5
const CHORD = 1e-4

const axisOf = ({ frame }: Kept): Axis => mainAxis(frame.z)

/**
 * The block between the shoulders, as narrow as outlines that are seen from beside leave it at a face; null
 * where they leave nothing there.
 */
export function leftAt(body: Body, face: FaceName, outlines: Outlines): Box | null {
  const { axis: into, far } = FACE_AT[face]
  let { min, max } = body.shoulder
  for (const kept of outlines(body).kept) {
    const seen = axisOf(kept)
    if (seen === into) continue
    const at = (far ? body.shoulder.max[into] : body.shoulder.min[into]) + (far ? -WITHIN : WITHIN)
    const across = ([0, 1, 2] as const).find((i) => i !== into && i !== seen)!
    const places = crossedAt(kept, into, across, at)
    if (places.length === 0) return null
    const [low, high] = [Math.min(...places), Math.max(...places)]
    min = vec3((i) => (i === across ? Math.max(min[i], low) : min[i]))
    max = vec3((i) => (i === across ? Math.min(max[i], high) : max[i]))
  }
  return { min, max }
}

/** Nearer to a face than this is that face. */
const FACE = 1e-3

/**
 * A host as it is met at a face: between its shoulders, and once for each flat that looks as that face does
 * and lies further in, as a body that ends there; `within` is as far as that flat reaches.
 */
export function facesOf<B extends Body>(
  host: B,
  face: FaceName,
  outlines: Outlines,
): Array<{ readonly host: B; readonly within: Box; readonly sunk: number }> {
  const { axis, far } = FACE_AT[face]
  const { min, max } = host.shoulder
  const surface = far ? max[axis] : min[axis]
  const flats = outlines(host).flats.flatMap(({ normal, offset, rim }) => {
    if ((far ? normal[axis] : -normal[axis]) < 1 - 1e-9) return []
    const at = far ? offset : -offset
    const sunk = far ? surface - at : at - surface
    if (sunk < FACE || sunk > max[axis] - min[axis] - FACE) return []
    const shoulder: Box = far
      ? { min, max: vec3((i) => (i === axis ? at : max[i])) }
      : { min: vec3((i) => (i === axis ? at : min[i])), max }
    const within: Box = {
      min: vec3((i) => (i === axis ? shoulder.min[i] : Math.max(min[i], Math.min(...rim.map((p) => p[i]))))),
      max: vec3((i) => (i === axis ? shoulder.max[i] : Math.min(max[i], Math.max(...rim.map((p) => p[i]))))),
    }
    return [{ host: { ...host, shoulder }, within, sunk }]
  })
  const left = leftAt(host, face, outlines)
  return [...(left ? [{ host, within: left, sunk: 0 }] : []), ...flats]
}

/** Where outlines cross a line square to one own axis, along another. */
const crossedAt = ({ frame, paths }: Kept, axis: Axis, across: Axis, at: number): number[] =>
  paths.flatMap(({ segments }) => {
    const corners = segments.flatMap((s) => cornersOf(s, CHORD))
    return crossings(
      corners.map((p) => toRoom(frame, [p[0], p[1], 0])),
      axis,
      across,
      at,
    )
  })

/**
 * What a face of a guest shares with what outlines leave of the face of a host that lies on it: the box round
 * it, in two own axes of the guest. Null where they share nothing; the same where the host is not sawn so.
 */
export function sharedFace(
  rectangle: Rectangle,
  [guest, u, v]: readonly [Body, Axis, Axis],
  [host, hostFace]: readonly [Body, FaceName],
  outlines: Outlines,
): Rectangle | null {
  const kept = outlines(host).kept.filter((k) => axisOf(k) === FACE_AT[hostFace].axis)
  if (kept.length === 0) return rectangle
  const seen = kept.map((k) =>
    seenFrom(k, (own) => {
      const p = pointInto(guest.frame, host.frame, own)
      return [p[u], p[v]]
    }),
  )
  return sharedWith(rectangle, seen)
}

/** The paths of an outline in a plane that lies along it, by where places of its piece are in that. */
export function seenFrom(
  { frame, paths }: Kept,
  to: (own: Vec3) => Place2,
): Array<{ readonly segments: readonly Segment[] }> {
  const at = ([a, b]: Place2): Place2 => to(toRoom(frame, [a, b, 0]))
  const [o, x, y] = [at([0, 0]), at([1, 0]), at([0, 1])]
  const hand = (x[0] - o[0]) * (y[1] - o[1]) - (x[1] - o[1]) * (y[0] - o[0]) > 0 ? 1 : -1
  return paths.map((p) => ({ segments: p.segments.map((s) => placed(s, at, hand)) }))
}
