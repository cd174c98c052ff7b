/** Which joints are shown cut open, and where. */
import type { Joint } from '../../document'
import { jointKind } from '../../joints'
import { partings, type Parting } from '../../joints/apart'
import type { Model } from '../../model'
import { AXES, dot, mainAxis, toRoom, unit, vec3, type Axis, type Vec3 } from '../../pieces'
import type { Instance } from '../../resolve'
import { cutsOf, type Kernel } from '../../solid'
import { toolEnds, workKind } from '../../work'
import { segmentWithin } from '../additions/detail'
import { FRONT, project, RIGHT, TOP, type View } from '../hidden/view'
import { acrossWay, hatching, opened, type Opened } from '../section'

/** A joint as it is shown: cut across its run, where something is cut for it. */
export interface JointShown {
  /** From 1: letters are marks of pieces. */
  readonly n: number
  readonly joint: Joint
  readonly guest: Instance
  readonly host: Instance
  readonly times: number
  /** Where its ring is about, how large that is, and from where it is looked at; in the room, millimetres. */
  readonly at: Vec3
  readonly radius: number
  readonly view: View
}

/** What looks along each axis of the room. */
const ALONG: Readonly<Record<Axis, View>> = { 0: RIGHT, 1: FRONT, 2: TOP }
/** A ring takes in so many times as much as the thicker of the two. */
const ABOUT = 1.35

/** What a joint cuts into the piece that takes the other, and into that. */
export const cutFor = (model: Model, { joint, guest, host }: Pick<Parting, 'joint' | 'guest' | 'host'>) =>
  [host, guest].map((i) => ({ i, works: model.features(i).filter((f) => f.joint === joint.id) }))

/** How large that is, wherever it lies. */
const sizesCut = (model: Model, pair: Pick<Parting, 'joint' | 'guest' | 'host'>) =>
  cutFor(model, pair).map(({ works }) =>
    [
      ...new Set(
        works.map((f) => {
          const kind = workKind(f)
          const sizes = kind.dimensions(f.data).filter(({ what }) => what !== 'place')
          return [
            kind.name(f.data),
            ...sizes.map(({ from, to }) => Math.abs(to - from).toFixed(3)).sort(),
          ].join()
        }),
      ),
    ].sort(),
  )

const found = new WeakMap<Model, JointShown[]>()

/**
 * One of each kind of joint between boards as thick that cuts the same into them, where a plane through it
 * shows both; found once for each model.
 */
export function differentJoints(model: Model, kernel: Kernel): JointShown[] {
  let all = found.get(model)
  if (!all) found.set(model, (all = findDifferent(model, kernel)))
  return all
}

function findDifferent(model: Model, kernel: Kernel): JointShown[] {
  const kinds = new Map<string, Parting[]>()
  for (const p of partings(model.resolved)) {
    if (jointKind(p.joint.kind)?.bare ?? true) continue
    const thick = [p.guest, p.host].map((i) => i.thickness.toFixed(3))
    const key = JSON.stringify([p.joint.kind, thick, sizesCut(model, p)])
    const known = kinds.get(key)
    if (known) known.push(p)
    else kinds.set(key, [p])
  }
  return [...kinds.values()]
    .flatMap(([first, ...more]) => shownAt(model, kernel, first!, 1 + more.length) ?? [])
    .map((shown, n) => ({ ...shown, n: n + 1 }))
}

/** Across its run, or as else it shows both pieces. */
function shownAt(
  model: Model,
  kernel: Kernel,
  parting: Parting,
  times: number,
): Omit<JointShown, 'n'> | null {
  const { joint, guest, host, along } = parting
  const radius = ABOUT * Math.max(guest.thickness, host.thickness)
  const run = mainAxis(along)
  for (const axis of [run, ...AXES.filter((i) => i !== run)]) {
    const view = ALONG[axis]
    const shown = { joint, guest, host, times, at: acrossWork(model, parting, axis), radius, view }
    const open = openedAt(model, kernel, shown)
    const middle = project(view, shown.at)
    const isCut = (o: Opened) =>
      hatching([o], view, radius / 8).some((s) => segmentWithin(s, [middle[0], middle[1]], radius).length > 0)
    if (open.length === 2 && open.every(isCut)) return shown
  }
  return null
}

/** Its host and its guest, cut open. */
export const openedAt = (
  model: Model,
  kernel: Kernel,
  { host, guest, view, at }: Pick<JointShown, 'host' | 'guest' | 'view' | 'at'>,
): Opened[] =>
  [host, guest].flatMap(
    (i) => opened(model, kernel, i, [0, 0, 0], acrossWay(view.toward, dot(view.toward, at))) ?? [],
  )

/** The place where two part, moved along an axis of the room to the middle of what is cut nearest to it. */
function acrossWork(model: Model, { joint, guest, host, at }: Parting, axis: Axis): Vec3 {
  const middles = [guest, host].flatMap((i) => {
    const own = vec3((k) => dot(unit(axis), [i.frame.x, i.frame.y, i.frame.z][k]!))
    const k = mainAxis(own)
    if (Math.abs(own[k]) < 1 - 1e-9) return []
    const works = new Set(model.features(i).flatMap((f) => (f.joint === joint.id ? [f.id] : [])))
    return cutsOf(model.recipe(i))
      .filter(({ work }) => works.has(work))
      .flatMap(({ tools }) => tools)
      .flatMap((tool): number[] => {
        const ends = toolEnds(tool, k).map((e) => Math.max(0, Math.min(i.size[k], e)))
        if (ends.length === 0) return []
        const middle = (Math.min(...ends) + Math.max(...ends)) / 2
        return [
          toRoom(
            i.frame,
            vec3((n) => (n === k ? middle : 0)),
          )[axis],
        ]
      })
  })
  const place = middles.reduce(
    (a, b) => (Math.abs(b - at[axis]) < Math.abs(a - at[axis]) ? b : a),
    middles[0] ?? at[axis],
  )
  return vec3((k) => (k === axis ? place : at[k]))
}
