/** Where work of one piece comes to another: pegs and the holes they go into are laid out once. */
import type { FaceName, Step } from '../document'
import type { Mm } from '../measure'
import { AXES, FACE_AT, vec3, type Axis } from '../pieces'
import type { Instance, ResolvedPiece } from '../resolve'
import type { Feature } from './feature'
import { ownWork } from './index'
import { waysOf } from './onface'
import { CannotMake, type StepInput, type Mate, type Wood } from './own'
import { pointInto, vectorInto } from './tool'

/** Nearer than this two faces are one, millimetres. */
const ALIKE = 1e-6

export interface Met {
  readonly met: StepInput['matingFeatures']
  /** All that it comes from, each the same object while it is the same. */
  readonly inputs: readonly unknown[]
}
const saying = (says: string): Met => ({ met: () => says, inputs: [says] })

/**
 * What the steps of pieces meet. `holders` are the pieces that have a step; `made` is what a step comes to on
 * an instance of one, which may come from what is met in turn.
 */
export function meetingsOf(
  holders: ReadonlyMap<string, readonly ResolvedPiece[]>,
  made: (piece: ResolvedPiece, step: string, i: Instance) => readonly Feature[] | CannotMake,
): (step: Step, face: FaceName | null, wood: Wood, on: string) => Met {
  const asking = new Set<string>()
  return (step, face, wood, on) => {
    const other = step.options.meets
    const title = (ownWork(step.kind)?.title ?? step.kind).toLowerCase()
    if (!other) return saying(`Choose what the ${title} on ${wood.name} is to meet`)
    const having = (holders.get(other) ?? []).filter((p) => p.piece.id !== on)
    if (having.length === 0)
      return saying(`What the ${title} on ${wood.name} is to meet is deleted or skipped`)
    if (asking.has(step.id))
      return saying(`The ${title} on ${wood.name} and its mating piece each wait for the other`)
    asking.add(step.id)
    try {
      const inputs: unknown[] = []
      let unfit: CannotMake | null = null
      const near = having.flatMap((piece) =>
        piece.instances.map((j) => {
          const features = made(piece, other, j)
          inputs.push(j, features)
          if (features instanceof CannotMake) unfit = features
          const all =
            features instanceof CannotMake
              ? []
              : features.flatMap((f) => ownWork(f.kind)?.mates?.(f.data) ?? [])
          return face ? comingTo(face, wood, j, all) : { off: 0, spikes: [] }
        }),
      )
      if (unfit)
        return saying(
          `The ${title} on ${wood.name} waits for its mating piece: ${(unfit as CannotMake).says}`,
        )
      const meeting = near.filter((n) => n.spikes.length > 0)
      const least = Math.min(...meeting.map((n) => n.off))
      const spikes = meeting.filter((n) => n.off <= least + ALIKE).flatMap((n) => n.spikes)
      return { met: () => spikes, inputs }
    } finally {
      asking.delete(step.id)
    }
  }
}

/** What slants more than this does not come to a face. */
const LEAST_SLANT = Math.cos((75 * Math.PI) / 180)

/**
 * Those of another piece's that come square to a face, within it, and ends of rods at any slant, where they
 * go through it; and how far away that stands.
 */
function comingTo(
  face: FaceName,
  wood: Wood,
  from: Pick<Wood, 'frame'>,
  all: readonly Mate[],
): { readonly off: number; readonly spikes: readonly Mate[] } {
  const { into } = waysOf(face)
  const surface = FACE_AT[face].far ? wood.size[into] : 0
  const spikes = all
    .map((s) => ({
      ...s,
      at: pointInto(wood.frame, from.frame, s.at),
      along: vectorInto(wood.frame, from.frame, s.along),
      ...(s.section && { section: { ...s.section, way: vectorInto(wood.frame, from.frame, s.section.way) } }),
    }))
    .flatMap((s) => (s.sort === 'rod' ? through(s, into, surface) : [s]))
    .filter(
      ({ at, along, sort }) =>
        Math.abs(along[into]) > (sort === 'rod' ? LEAST_SLANT : 1 - 1e-9) &&
        AXES.every((i) => i === into || (at[i] > -ALIKE && at[i] < wood.size[i] + ALIKE)),
    )
  return { off: Math.min(...spikes.map(({ at }) => Math.abs(at[into] - surface))), spikes }
}

/**
 * A rod's end from where it goes through a plane, or would if it were longer; none that leads away from it.
 */
function through(s: Mate, into: Axis, surface: Mm): Mate[] {
  const by = (surface - s.at[into]) / s.along[into]
  return by >= -s.long - ALIKE && Number.isFinite(by)
    ? [{ ...s, at: vec3((i) => s.at[i] + s.along[i] * by) }]
    : []
}
