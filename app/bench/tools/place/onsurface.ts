/** Surfaces that work has left, as places for more work, found under the pointer. */
import { onFace, type Step } from '../../../../core/document'
import { toOwn, toRoom, vec3, type Frame, type Vec3 } from '../../../../core/pieces'
import { pieceOf, type Instance } from '../../../../core/resolve'
import type { Shown } from '../../../../core/shown'
import { liesOn, ownWork, startOf, turnOf, woodOn, type Feature } from '../../../../core/work'
import { surfacesOf } from '../../../../core/work/seats'
import { runStep } from './runs'
import { freshAt, heldAt, type Hold, type PlacedPreset } from './onface'

type Found = ReturnType<typeof surfacesOf>[number]

/** What a step can be put on: what is made by joints and by steps before it, all for one that is new. */
export function surfacesFor(step: string | null, instance: Instance, shown: Shown): Found[] {
  const piece = shown.project.pieces.find((p) => p.id === pieceOf(instance.key))
  const work = piece?.kind === 'made' ? piece.work : []
  const at = work.findIndex((s) => s.id === step)
  const later = new Set(at < 0 ? [] : work.slice(at).map((s) => s.id))
  const before = (f: Feature) => f.step === null || !later.has(f.step)
  return surfacesOf(shown.features(instance.key).filter(before), instance, shown)
}

/** The surface that a place with an outward normal lies on, own frame; null where there is none. */
export const surfaceUnder = (at: Vec3, normal: Vec3, instance: Instance, shown: Shown): Found | null =>
  surfacesFor(null, instance, shown).find(({ surface }) => liesOn(surface, at, normal)) ?? null

/** Whole turns in degrees are told in steps of this. */
const TURN = 5

/** The wood as a surface of it is the face of a block, in the piece's own frame. */
export interface SeenBlock extends Pick<Instance, 'shoulder' | 'size'> {
  readonly own: Frame
  readonly round: boolean
}

const blockOn = ({ surface }: Found, instance: Instance, turn: number): SeenBlock => {
  const { wood, own } = woodOn(surface, instance, turn)
  return { size: wood.size, shoulder: wood.shoulder, own, round: surface.kind === 'round' }
}

/** The block that a step is on; null where its surface is gone, or it is on one of the six faces. */
export function blockUnder(step: Step, instance: Instance, shown: Shown, turn: number): SeenBlock | null {
  const { at } = step
  if (at.kind !== 'made') return null
  const same = ({ place }: Found) =>
    place.step === at.step && place.role === at.role && place.copy === at.copy && !at.mirrored
  const found = surfacesFor(step.id, instance, shown).find(same)
  return found ? blockOn(found, instance, turn) : null
}

/** A new step at a place of a surface, and how its place is spoken of; null for what cannot be put there. */
export function stepOnSurface(
  preset: PlacedPreset,
  found: Found,
  { instance, at }: { readonly instance: Instance; readonly at: Vec3 },
  shown: Shown,
  hold: Hold,
): { readonly step: Omit<Step, 'id'>; readonly at: Vec3; readonly says: string } | null {
  const own = ownWork(preset.kind)!
  if (!own.seated) return null
  const { surface, place } = found
  if (own.runs) {
    if (surface.kind === 'round') return null
    const step = { ...runStep(preset, { instance, face: 'face', side: null }, shown), at: place }
    return { step, at, says: `all round ${found.says}` }
  }
  const turn = surface.kind === 'round' ? (Math.round(turnOf(surface, at) / TURN) * TURN) % 360 : 0
  const block = blockOn(found, instance, turn)
  const pressed = toOwn(block.own, at)
  const starts = startOf(own, preset, freshAt(block, 'face', pressed, shown))
  const step = { kind: preset.kind, off: false, at: place, ...starts }
  const held = heldAt({ ...step, at: onFace('face') }, block, pressed, shown, hold)
  const fields = { ...step.fields, ...held.fields, ...(block.round && { across: '0', turn: `${turn}deg` }) }
  const crest = block.round
    ? vec3((i) => (i === 1 ? block.size[1] / 2 : i === 2 ? block.size[2] : held.at[i]))
    : held.at
  const says = block.round ? `${held.says[0] ?? ''}, ${turn}° round` : held.says.join(', ')
  return { step: { ...step, fields }, at: toRoom(block.own, crest), says: `on ${found.says}: ${says}` }
}
