/** Holes that a maker bores: those whose point comes through, and those with too little wood between them. */
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import { FACE_AT, oppositeFace, overlap, sayFace, vec3, type Box, type Vec3 } from '../../pieces'
import { rodsApart, type Rod } from '../../pieces/rods'
import type { Instance, Problem } from '../../resolve'
import { holesOf, type Feature, type Holes } from '../../work'
import { defineQuick } from '../check'
import { sayer } from '../wood'

/** The wall between two holes is no thinner than this share of the smaller one. */
const LEAST_WALL = 1 / 4

export const bores = defineQuick({
  id: 'bores',
  title: 'Holes too deep or too close',
  rests: 'piece',
  why: 'A point that comes through marks the show side; a thin wall between holes breaks out.',
  look: (model) => {
    const found = new Map<string, Problem>()
    for (const i of model.resolved.instances) {
      const holes = model.features(i).flatMap((f): Bored[] => {
        const data = holesOf(f)
        return data ? [{ ...f, data }] : []
      })
      // What joints bore among themselves, they answer for.
      if (!holes.some((f) => f.step !== null)) continue
      for (const problem of [...comeThrough(i, holes, model), ...thinWalls(i, holes, model)])
        if (!found.has(problem.id)) found.set(problem.id, problem)
    }
    return [...found.values()]
  },
})

type Bored = Feature<Holes>

/** Of the point of the bit, and of its shoulder where it leans. */
function comeThrough(i: Instance, holes: readonly Bored[], model: Model): Problem[] {
  const say = sayer(model)
  return holes.flatMap(({ step, data: b }): Problem[] => {
    if (step === null || b.through) return []
    const { axis, far } = FACE_AT[b.face]
    const straight = Math.abs(b.along[axis])
    const rim = (b.diameter / 2) * Math.sqrt(Math.max(0, 1 - straight * straight))
    const deepest = Math.max((b.depth + b.tip) * straight, b.depth * straight + rim)
    const most = Math.max(...b.at.map((p) => deepest - (far ? p[axis] : i.size[axis] - p[axis])))
    if (most <= 1e-6) return []
    const through = oppositeFace(b.face)
    const by = most > 1e-3 ? `by ${say(most)}` : 'just'
    return [
      {
        id: `bore:${step}`,
        level: 'stop',
        piece: i.piece,
        step,
        says: `The bit comes through ${sayFace(through)} of ${i.name} ${by}, its point counted`,
      },
    ]
  })
}

interface Hole extends Rod {
  readonly of: Bored
  /** As far as it may concern another. */
  readonly box: Box
}

function thinWalls(i: Instance, holes: readonly Bored[], model: Model): Problem[] {
  const all = holes
    .flatMap((of) => of.data.at.map((at) => holeAt(of, at)))
    .sort((a, b) => a.box.min[0] - b.box.min[0])
  const thinnest = new Map<string, { readonly wall: Mm; readonly a: Hole; readonly b: Hole }>()
  for (const [n, a] of all.entries())
    for (let m = n + 1; m < all.length && all[m]!.box.min[0] < a.box.max[0]; m++) {
      const b = all[m]!
      if (!overlap(a.box, b.box)) continue
      // A pocket and the hole through its floor are one.
      if (a.of.step === null && b.of.step === null) continue
      const least = Math.min(a.of.data.diameter, b.of.data.diameter) * LEAST_WALL
      const wall = rodsApart(a, b)
      if (wall >= least - 1e-6) continue
      const pair = [a.of.id, b.of.id].sort().join(':')
      const known = thinnest.get(pair)
      if (!known || wall < known.wall) thinnest.set(pair, { wall, a, b })
    }
  const say = sayer(model)
  return [...thinnest.values()].map(({ wall, a, b }) => {
    const step = (a.of.step ?? b.of.step)!
    const others = [a.of.step ?? a.of.joint, b.of.step ?? b.of.joint].sort().join(':')
    return {
      id: `wall:${others}`,
      level: wall <= 1e-6 ? 'stop' : 'look',
      piece: i.piece,
      step,
      says:
        wall <= 1e-6
          ? `Two holes in ${i.name} run into each other`
          : `Only ${say(wall)} of wood stands between two holes in ${i.name}; it may break out`,
    }
  })
}

/** The middle of a hole from its mouth to its shoulder, and how far it may concern others. */
function holeAt(of: Bored, at: Vec3): Hole {
  const { along, depth, diameter } = of.data
  const to = vec3((i) => at[i] + along[i] * depth)
  // Two walls of half of a quarter of each are no less than a quarter of the smaller one.
  const reach = (diameter / 2) * (1 + LEAST_WALL)
  return {
    of,
    from: at,
    to,
    radius: diameter / 2,
    box: {
      min: vec3((i) => Math.min(at[i], to[i]) - reach),
      max: vec3((i) => Math.max(at[i], to[i]) + reach),
    },
  }
}
