/** Thin wood: what is left between one piece of work and another, or an outside of the piece. */
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import {
  AXES,
  faceAt,
  minus,
  norm,
  overlap,
  sayFace,
  toRoom,
  vec3,
  type Axis,
  type Box,
  type Vec3,
} from '../../pieces'
import { rodsApart, type Rod } from '../../pieces/rods'
import type { Instance, Problem } from '../../resolve'
import { workKind, type Feature } from '../../work'
import { definePiecewise } from '../check'
import {
  boxOfRod,
  called,
  extentIn,
  gapBetween,
  holds,
  middleOf,
  opensAt,
  runsThrough,
  sayer,
  sourceOf,
  takenFrom,
  whose,
  type Taken,
  type TakenBox,
} from '../wood'

const LEAST: Mm = 1e-3

/** Wood that is thinner than it may be. */
interface Wall {
  readonly wide: Mm
  readonly of: readonly Feature[]
  readonly says: (say: (mm: Mm) => string) => string
  readonly at: Vec3
  /** It cannot be meant. */
  readonly stop?: boolean
}

export const walls = definePiecewise({
  id: 'walls',
  title: 'Thin walls',
  rests: 'piece',
  why: 'Thin wood breaks out as it is cut, or later under load; short grain breaks soonest.',
  look: (i, model) => {
    const taken = takenFrom(i, model)
    const { wall } = model.resolved.limits
    const found = [
      ...toOutside(i, taken, wall),
      ...between(i, taken, wall, pressedIn(model)),
      ...betweenHoles(i, taken, wall),
      ...inWalls(i, model, wall),
    ]
    // Of the same work only the thinnest place is told.
    const thinnest = new Map<string, Wall>()
    for (const w of found) {
      const id = [...new Set(w.of.map(sourceOf))].sort().join(':')
      const old = thinnest.get(id)
      if (!old || w.wide < old.wide - LEAST) thinnest.set(id, w)
    }
    return [...thinnest].map(([id, w]) => problem(id, w, i, model))
  },
})

const problem = (id: string, w: Wall, i: Instance, model: Model): Problem => {
  return {
    id: `walls:${i.piece}:${id}`,
    level: w.stop ? 'stop' : 'look',
    piece: i.piece,
    ...whose(w.of.find((f) => f.step !== null) ?? w.of[0]!),
    says: w.says(sayer(model)),
    advice: 'Move it, or make it smaller; or cut it before the wood beside it is taken away.',
    at: w.of.map((f) => ({ instance: i.key, feature: f.id, point: toRoom(i.frame, w.at) })),
  }
}

/** Of walls that work has left all round, where more is sunk into them from outside afterwards. */
function* inWalls(i: Instance, model: Model, least: Mm): Generator<Wall> {
  const features = model.features(i)
  for (const [n, within] of features.entries()) {
    const wall = workKind(within).leaves?.(within.data)
    if (wall === undefined) continue
    for (const of of features.slice(n + 1)) {
      const deep = workKind(of).sinks?.(of.data)
      if (deep === undefined || wall - deep >= least - LEAST) continue
      yield {
        wide: Math.max(0, wall - deep),
        stop: wall - deep <= LEAST,
        of: [of, within],
        at: vec3((axis) => i.size[axis] / 2),
        says: (say) =>
          wall - deep <= LEAST
            ? `The ${called(of)} of ${i.name}, ${say(deep)} deep, goes through its walls of ${say(wall)}`
            : `Only ${say(wall - deep)} of wood stands between the ${called(of)} and the ` +
              `${called(within)} of ${i.name}`,
      }
    }
  }
}

/**
 * Between work and the outsides it does not come out at. Across the grain an end breaks off that is shorter
 * than what is cut beside it is deep.
 */
function* toOutside(i: Instance, { boxes, rods }: Taken, least: Mm): Generator<Wall> {
  for (const { of, box } of boxes) {
    const mouth = AXES.filter((a) => opensAt(box, i.size, a, false) !== opensAt(box, i.size, a, true))
    for (const axis of AXES) {
      // The floor of what is sunk in from the other side is no wall (depths.ts).
      if (axis === 2 && mouth.includes(2)) continue
      if (mouth.length === 1 && mouth[0] === axis) continue
      for (const far of [false, true]) {
        if (opensAt(box, i.size, axis, far)) continue
        const wide = far ? i.size[axis] - box.max[axis] : box.min[axis]
        const deep = mouth.length > 0 && axis === 0 ? extentIn(box, mouth.at(-1)!) : 0
        const short = axis === 0 && acrossGrain(box, i.size) && wide < deep - LEAST
        if (wide >= least - LEAST && !short) continue
        const at = middleOf(sheetOf(box, i.size, axis, far))
        if (wide <= LEAST || boxes.some((b) => b.box !== box && holds(b.box, at))) continue
        yield {
          wide,
          of: [of],
          at,
          says: (say) =>
            short
              ? `Only ${say(wide)} of short grain stands between the ${called(of)} and ` +
                `${sayFace(faceAt(axis, far))} of ${i.name}, less than the ${say(deep)} it is deep`
              : `Only ${say(wide)} of wood stands between the ${called(of)} and ` +
                `${sayFace(faceAt(axis, far))} of ${i.name}`,
        }
      }
    }
  }
  for (const { of, rod } of rods) {
    const way = minus(rod.to, rod.from)
    const long = norm(way)
    const main = AXES.reduce((a, b) => (Math.abs(way[b]) > Math.abs(way[a]) ? b : a))
    for (const axis of AXES) {
      if (axis === main || Math.abs(way[axis]) > 0.3 * long) continue
      const out = rod.radius * Math.sqrt(Math.max(0, 1 - (way[axis] / long) ** 2))
      for (const far of [false, true]) {
        const [a, b] = [rod.from[axis], rod.to[axis]]
        const wide = (far ? i.size[axis] - Math.max(a, b) : Math.min(a, b)) - out
        if (wide >= Math.min(least, rod.radius) - LEAST) continue
        const deepest = vec3((k) => (rod.from[k] + rod.to[k]) / 2)
        const at = vec3((k) => (k === axis ? (far ? i.size[k] - wide / 2 : wide / 2) : deepest[k]))
        if (boxes.some((b) => holds(b.box, at) || holds(b.box, deepest))) continue
        const where = sayFace(faceAt(axis, far))
        yield {
          wide,
          // A maker may want half a hole at an edge; a joint does not.
          stop: wide <= LEAST && of.step === null,
          of: [of],
          at,
          says: (say) =>
            wide > LEAST
              ? `Only ${say(wide)} of wood stands between a ${called(of)} and ${where} of ${i.name}`
              : `A ${called(of)} breaks out of ${where} of ${i.name}`,
        }
      }
    }
  }
}

const acrossGrain = (box: Box, size: Vec3): boolean =>
  runsThrough(box, size, 1) || extentIn(box, 1) > size[1] / 2
/** What lies between a box and an outside. */
const sheetOf = (box: Box, size: Vec3, axis: Axis, far: boolean): Box => ({
  min: vec3((k) => (k !== axis ? box.min[k] : far ? box.max[k] : 0)),
  max: vec3((k) => (k !== axis ? box.max[k] : far ? size[k] : box.min[k])),
})

/**
 * Between work and work that stand beside each other; holes among themselves are told elsewhere (bores.ts).
 */
function* between(
  i: Instance,
  { boxes, rods }: Taken,
  least: Mm,
  pressed: (f: Feature) => Mm,
): Generator<Wall> {
  for (const [n, a] of boxes.entries()) {
    for (const b of boxes.slice(n + 1)) {
      if (a.of === b.of || facing(a, b, i.size)) continue
      const gap = gapBetween(a.box, b.box)
      // Of work that would touch, a fit too tight leaves a skin; that is told of the fit.
      const skin =
        a.of.joint !== null && b.of.joint !== null ? LEAST + Math.max(pressed(a.of), pressed(b.of)) : LEAST
      if (!gap || gap.gap <= skin || gap.gap >= least - LEAST || inLine(a.box, b.box, gap.axis, i.size))
        continue
      const at = middleOf(gap.patch)
      if (boxes.some((c) => c !== a && c !== b && holds(c.box, at))) continue
      yield { wide: gap.gap, of: [a.of, b.of], at, says: sayBetween(gap.gap, a.of, b.of, i) }
    }
    for (const { of, rod } of rods) {
      if (of === a.of) continue
      if (!overlap(boxOfRod(rod, least), a.box)) continue
      const wide = fromBox(rod, a.box)
      if (wide <= LEAST || wide >= Math.min(least, rod.radius) - LEAST) continue
      const at = middleOf({ min: rod.from, max: rod.to })
      yield { wide, of: [a.of, of], at, says: sayBetween(wide, a.of, of, i) }
    }
  }
}

/** By how much the fit of the joint that work comes from is less than nothing. */
function pressedIn({ resolved: { joints } }: Model): (f: Feature) => Mm {
  const by = new Map(joints.map(({ id, values }) => [id, Math.max(0, -(values?.fit ?? 0))]))
  return ({ joint }) => by.get(joint ?? '') ?? 0
}

/** Holes that joints bore, among themselves: those of different joints that meet are told elsewhere. */
function* betweenHoles(i: Instance, { rods }: Taken, least: Mm): Generator<Wall> {
  const holes = rods.filter(({ of }) => of.step === null).sort((a, b) => a.rod.from[0] - b.rod.from[0])
  for (const [n, a] of holes.entries())
    for (const b of holes.slice(n + 1)) {
      if (!overlap(boxOfRod(a.rod, least), boxOfRod(b.rod))) continue
      // A pocket and the hole through its floor are one.
      const inLine = norm(minus(a.rod.from, b.rod.from)) < 0.01 || a.rod.radius !== b.rod.radius
      if (inLine) continue
      const wide = rodsApart(a.rod, b.rod)
      if (wide >= Math.min(least, a.rod.radius, b.rod.radius) - LEAST) continue
      if (wide <= LEAST && a.of.joint !== b.of.joint) continue
      const at = middleOf({ min: a.rod.from, max: b.rod.from })
      yield {
        wide,
        stop: wide <= LEAST,
        of: [a.of, b.of],
        at,
        says: (say) =>
          wide > LEAST
            ? `Only ${say(wide)} of wood stands between two holes in ${i.name}`
            : `Two holes of one joint in ${i.name} run into each other`,
      }
    }
}

const sayBetween = (wide: Mm, a: Feature, b: Feature, i: Instance) => (say: (mm: Mm) => string) =>
  called(a) === called(b)
    ? `Only ${say(wide)} of wood stands between two ${called(a)} cuts in ${i.name}`
    : `Only ${say(wide)} of wood stands between the ${called(a)} and the ${called(b)} in ${i.name}`

/**
 * A groove and a mortise one after the other along one edge: what stands between them there falls away, and
 * is missed by nobody.
 */
const inLine = (a: Box, b: Box, along: Axis, size: Vec3): boolean =>
  AXES.some((mouth) => {
    const [side] = AXES.filter((k) => k !== along && k !== mouth)
    const open = [false, true].some((far) =>
      [a, b].every((x) => opensAt(x, size, mouth, far) && !opensAt(x, size, mouth, !far)),
    )
    if (mouth === along || side === undefined || !open) return false
    const shared = Math.min(a.max[side], b.max[side]) - Math.max(a.min[side], b.min[side])
    return (
      shared >= 0.7 * Math.max(extentIn(a, side), extentIn(b, side)) && extentIn(a, side) < size[side] / 2
    )
  })

/** Sunk in from opposite broad faces: what is left between their floors is told elsewhere (depths.ts). */
const facing = (a: TakenBox, b: TakenBox, size: Vec3): boolean =>
  [false, true].some((far) => opensAt(a.box, size, 2, far) && opensAt(b.box, size, 2, !far))

/** How far the wall of a hole is from a box; the distance of its middle line is convex along it. */
function fromBox({ from, to, radius }: Rod, box: Box): Mm {
  const at = (t: number) =>
    Math.hypot(
      ...AXES.map((k) => {
        const p = from[k] + (to[k] - from[k]) * t
        return Math.max(box.min[k] - p, 0, p - box.max[k])
      }),
    )
  let [low, high] = [0, 1]
  for (let n = 0; n < 40; n++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    if (at(a) <= at(b)) high = b
    else low = a
  }
  return at((low + high) / 2) - radius
}
