/** What a place under the pointer stands for when a face, an edge, or anything to measure from is wanted. */
import type { Direction, Step } from '../../../core/document'
import {
  AXES,
  carried,
  dot,
  edgeThrough,
  FACE_AT,
  minus,
  norm,
  plus,
  sayFace,
  sideAt,
  sideOf as sideAlong,
  toOwn,
  toRoom,
  vec3,
  type Axis,
  type Box,
  type RoomSide,
  type Spot,
  type Vec3,
} from '../../../core/pieces'
import { pieceOf, type Instance } from '../../../core/resolve'
import type { Shown } from '../../../core/shown'
import { ownWork, presetNamed, roleAt, rolesOf, theFace, type Likely } from '../../../core/work'
import { picked, type Wanted } from '../../store/open'
import { faceUnder, stepAt, type Hold } from '../tools/place/onface'
import { stepOnSurface, surfaceUnder } from '../tools/place/onsurface'
import { edgeBetween, runStep, sideNear } from '../tools/place/runs'
import { workIn } from './cuts'
import { flatOn, sideOf, surfaceAt, type Hit } from './pick'

/** A face as a box without depth, a flat that work has left, or a stretch from one place to another. */
export type Marked = Box | Hit | Stroke
export interface Stroke {
  readonly from: Vec3
  readonly to: Vec3
}

/** What would be picked: how it is shown, and giving it to what wants it. */
export interface Picked {
  readonly shows: Marked
  /** Where it is, in words, where that is not plain from what is shown. */
  readonly says?: string
  take(): void
}

/** Millimetres: how near an edge, a corner and the like draw the pointer, and the even steps of places. */
export function pickedAt(
  hit: Hit,
  picking: Wanted,
  shown: Shown,
  chosen: readonly string[],
  { reach, even }: Hold,
): Picked | null {
  if (picking.of === 'spot') return spotAt(hit, reach)
  const { instance } = hit.board
  if (picking.of === 'place') {
    const placed = workAt(hit, picking.preset, shown, { reach, even })
    return placed && { ...placed, take: () => picked('place', instance.key, placed.step) }
  }
  const side = sideOf(hit)
  const number = numberOf(instance, chosen, shown)
  const face = `@${instance.piece}${number}`
  if (picking.of === 'edge') {
    if (!side) return null
    const next = nearestSide(hit.point, instance.box, sideAt(side).axis)
    return {
      shows: edgeOf(instance.box, side, next),
      take: () => picked('edge', `${face}.${side} ${face}.${next}`),
    }
  }
  if (side) return { shows: flatOn(instance, side), take: () => picked('face', `${face}.${side}`) }
  const made = madeFace(hit, shown, picking.along)
  return made && { shows: hit, take: () => picked('face', `@${made.step}${number}.${made.role}`) }
}

/** Work at a place: how the place is shown and spoken of, and the step. */
interface Placed {
  readonly shows: Marked
  readonly says: string
  readonly step: Omit<Step, 'id'>
}

/** What a place of a piece is likely to want work for; null where none can be put. */
export function likelyAt(hit: Hit, shown: Shown, { reach }: Hold): Likely | null {
  const { instance } = hit.board
  const at = toOwn(instance.frame, hit.point)
  const face = faceUnder(at, surfaceAt(hit).normal, instance.size)
  if (shown.byId.get(instance.piece)?.piece.kind !== 'made') return null
  if (!face) return surfaceUnder(at, surfaceAt(hit).normal, instance, shown) ? 'face' : null
  if (face && FACE_AT[face].axis === 0) return 'end'
  return sideNear(face, at, instance.size, reach) ? 'edge' : 'face'
}

/** Where work would be put on the face or the made surface that was hit; null where it cannot be. */
export function workAt(hit: Hit, preset: string, shown: Shown, hold: Hold): Placed | null {
  const { instance, shift } = hit.board
  const { normal } = surfaceAt(hit)
  const at = toOwn(instance.frame, hit.point)
  const face = faceUnder(at, normal, instance.size)
  const work = presetNamed(preset)
  if (!work || shown.byId.get(instance.piece)?.piece.kind !== 'made') return null
  if (!face) {
    const under = surfaceUnder(at, normal, instance, shown)
    const found = under && stepOnSurface(work, under, { instance, at }, shown, hold)
    if (!found) return null
    const room = plus(toRoom(instance.frame, found.at), shift)
    return { shows: { from: room, to: room }, says: found.says, step: found.step }
  }
  if (ownWork(work.kind)?.runs) {
    const side = sideNear(face, at, instance.size, hold.reach)
    const step = runStep(work, { instance, face, side }, shown)
    const on = theFace(face)
    const { from, to } = edgeBetween(instance, face, side ?? face)
    return {
      shows: side ? { from: plus(from, shift), to: plus(to, shift) } : hit,
      says: side ? `along ${sayFace(side)} of ${on}` : `all round ${on}`,
      step,
    }
  }
  const found = stepAt(work, { instance, face, at }, shown, hold)
  const corner = (sign: 1 | -1) => {
    const own = vec3((i) => found.at[i] + (i === FACE_AT[face].axis ? 0 : (sign * hold.reach) / 2))
    return plus(toRoom(instance.frame, own), shift)
  }
  const [a, b] = [corner(1), corner(-1)]
  return {
    shows: { min: vec3((i) => Math.min(a[i], b[i])), max: vec3((i) => Math.max(a[i], b[i])) },
    says: found.says,
    step: found.step,
  }
}

/** The side of a box, across another axis, that a place is nearest to. */
function nearestSide(p: Vec3, { min, max }: Box, but: Axis): RoomSide {
  const far = AXES.filter((i) => i !== but).flatMap((i) => [
    { side: sideAlong(i, false), away: Math.abs(p[i] - min[i]) },
    { side: sideAlong(i, true), away: Math.abs(max[i] - p[i]) },
  ])
  return far.reduce((a, b) => (b.away < a.away ? b : a)).side
}

function edgeOf({ min, max }: Box, one: RoomSide, other: RoomSide): Stroke {
  const at = (far: boolean) =>
    vec3((i) => {
      const on = [one, other].map(sideAt).find((s) => s.axis === i)
      return (on ? on.far : far) ? max[i] : min[i]
    })
  return { from: at(false), to: at(true) }
}

/** The corner, the edge or the face that is nearest, in this order where they are near enough. */
function spotAt(hit: Hit, reach: number): Picked {
  const { instance, skin, shift } = hit.board
  const { frame, name } = instance
  const here = toOwn(frame, hit.point)
  let best: { away: number; from: Vec3; to: Vec3 } | null = null
  for (let k = 0; k < skin.creases.length; k += 6) {
    const [a, b] = [vec3((i) => skin.creases[k + i]!), vec3((i) => skin.creases[k + 3 + i]!)]
    const away = norm(minus(here, nearestOn(here, a, b)))
    if (away < reach && (!best || away < best.away)) best = { away, from: a, to: b }
  }
  const show = (p: Vec3) => plus(toRoom(frame, p), shift)
  const end = best && [best.from, best.to].find((p) => norm(minus(here, p)) < reach)
  if (end)
    return {
      shows: { from: show(end), to: show(end) },
      take: () => picked('spot', { kind: 'point', at: toRoom(frame, end) }, `a corner of ${name}`),
    }
  const edge = best && edgeThrough(toRoom(frame, best.from), toRoom(frame, best.to))
  if (best && edge)
    return {
      shows: { from: show(best.from), to: show(best.to) },
      take: () => picked('spot', edge, `an edge of ${name}`),
    }
  const side = sideOf(hit)
  const { normal } = surfaceAt(hit)
  const face: Spot = { kind: 'plane', at: hit.point, normal: carried(frame, normal) }
  return {
    shows: side ? flatOn(instance, side) : hit,
    take: () => picked('spot', face, side ? `${name}·${side}` : `a face of ${name}`),
  }
}

function nearestOn(p: Vec3, a: Vec3, b: Vec3): Vec3 {
  const along = minus(b, a)
  const share = Math.min(1, Math.max(0, dot(minus(p, a), along) / (dot(along, along) || 1)))
  return vec3((i) => a[i] + share * along[i])
}

/**
 * How a reference tells a picked instance from its likes. Within one group neighbours are meant where they
 * are described, so that all copies of the group agree.
 */
function numberOf(i: Instance, chosen: readonly string[], { byId }: Shown): string {
  const picked = byId.get(i.piece)
  const asking = byId.get(pieceOf(chosen.at(-1) ?? ''))?.piece
  const alone = picked?.piece.kind === 'made' && !picked.piece.repeat
  if (alone && asking && asking.group !== null && asking.group === picked.piece.group) return ''
  return (picked?.instances.length ?? 1) > 1 ? `#${i.copy}` : ''
}

/** The step and the part of it that has left the flat face that was hit; null where none has. */
function madeFace(
  hit: Hit,
  shown: Shown,
  along: Direction | undefined,
): { readonly step: string; readonly role: string } | null {
  const { instance, skin } = hit.board
  const feature = workIn(shown, instance)[skin.work[hit.triangle]! - 1]
  const piece = shown.byId.get(instance.piece)?.piece
  const own = piece?.kind === 'made' ? piece.work : []
  const step = own.find((s) => feature?.id.startsWith(`${s.id}/`))
  // Its faces are named by the first of those that are repeated.
  if (!feature || !step || feature.again) return null
  const { at, normal } = surfaceAt(hit)
  const round = along && rolesOf(step).includes(along) ? along : null
  const role = roleAt(feature, at, normal) ?? round
  return role ? { step: step.id, role } : null
}
