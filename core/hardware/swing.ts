/** What a hinge lets swing, turned through its way: how far it comes before it meets something that stays. */
import type { Degrees } from '../measure'
import type { Model } from '../model'
import { boxAround, overlap, type Frame } from '../pieces'
import type { Instance } from '../resolve'
import type { Kernel } from '../solid'
import { movedBy, turnedFrame, turnsOf, type Hinge } from './turning'

export interface Swing {
  /** The angle of first contact, with the hinge's sign; null when it opens all the way, both ways it may. */
  readonly angle: Degrees | null
  /** What meets what. */
  readonly moved: Instance | null
  readonly met: Instance | null
}

/** Turned by no more than this from one look to the next. */
const STEP: Degrees = 0.5
const FINE: Degrees = 1e-4
/** Less than this is not a contact, cubic millimetres. */
const LEAST = 0.02

/** A hinge is turned no further than once round; a limit beyond that is said. */
export const FURTHEST: Degrees = 360

/** How far a hinge opens in a model; null while something about it is not settled. Yields after each look. */
export function* swingSteps(model: Model, hinge: Hinge, kernel: Kernel): Generator<undefined, Swing | null> {
  const of = model.resolved.hardware.find((h) => h.id === hinge.id)
  const on = model.resolved.byId.get(hinge.on)?.instances[0]
  if (!of || of.limit === null || !on) return null
  const bounded = (angle: Degrees) => Math.max(-FURTHEST, Math.min(FURTHEST, angle))
  const limits = [of.limit, ...(of.back === null ? [] : [-Math.sign(of.limit || 1) * Math.abs(of.back)])].map(
    bounded,
  )
  const moving = movedBy(model.resolved, hinge)
  const staying = model.resolved.instances.filter((i) => !moving.includes(i))
  const turn = turnsOf(on, hinge, model.features(on))
  if (!turn) return null
  const placed = (i: Instance, frame: Frame = i.frame) => ({ recipe: model.recipe(i), frame })
  const solids = kernel.openSolids()
  try {
    // What shares wood before anything moves is a clash, not a swing.
    const before = new Set<string>()
    const clash = (angle: Degrees): [Instance, Instance] | null => {
      const m = turn(angle)
      for (const i of moving) {
        const frame = turnedFrame(m, i.frame)
        const box = boxAround(frame, { min: [0, 0, 0], max: i.size })
        for (const s of staying) {
          if (before.has(`${i.key}|${s.key}`) || !overlap(box, s.grown, 1e-6)) continue
          if (solids.shared(placed(i, frame), placed(s)) > LEAST) return [i, s]
        }
      }
      return null
    }
    for (let pair = clash(0); pair; pair = clash(0)) {
      before.add(`${pair[0].key}|${pair[1].key}`)
      yield
    }
    for (const limit of limits) {
      const steps = Math.max(1, Math.ceil(Math.abs(limit) / STEP))
      for (let n = 1; n <= steps; n++) {
        let found = clash((limit * n) / steps)
        yield
        if (!found) continue
        let [free, met] = [(limit * (n - 1)) / steps, (limit * n) / steps]
        while (Math.abs(met - free) > FINE) {
          const middle = (free + met) / 2
          const hit = clash(middle)
          if (hit) [met, found] = [middle, hit]
          else free = middle
          yield
        }
        return { angle: met, moved: found[0], met: found[1] }
      }
    }
    return { angle: null, moved: null, met: null }
  } finally {
    solids.close()
  }
}
