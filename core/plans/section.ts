/** Wood cut open by a plane of the room: what is left of each piece, and its cut faces, hatched. */
import type { Model } from '../model'
import {
  AXES,
  cross,
  dot,
  mainAxis,
  minus,
  plus,
  STILL,
  toRoom,
  unit,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../pieces'
import type { Instance } from '../resolve'
import type { Kernel, Recipe } from '../solid'
import { toolInto } from '../work'
import { atU, atV, type Outline, type Placed } from './drawn'
import type { Solid } from './hidden/lines'
import type { Segment } from './hidden/merge'
import { project, type View } from './hidden/view'
import { line, type Mark } from './sheet'

/** A plane across a direction of the room; wood beyond it is taken away, or wood before it. */
export interface Opening {
  readonly axis: Axis
  readonly at: number
  readonly beyond: boolean
}

/** What a plane square to a way takes away, so far along it, and beyond; the way goes along an axis. */
export function acrossWay(way: Vec3, at: number): Opening {
  const axis = mainAxis(way)
  const beyond = way[axis] > 0
  return { axis, beyond, at: beyond ? at : -at }
}

/** Three corners in the room. */
export type Triangle = readonly [Vec3, Vec3, Vec3]

export interface Opened {
  readonly solid: Solid
  /** The face that the plane has cut; none where it does not meet the piece. */
  readonly cut: readonly Triangle[]
}

/** What an opening leaves of a piece that stands so far from its place; null where nothing is left. */
export function opened(
  model: Model,
  kernel: Kernel,
  i: Instance,
  by: Vec3,
  { axis, at, beyond }: Opening,
): Opened | null {
  const frame = { ...i.frame, origin: plus(i.frame.origin, by) }
  const [min, max] = [i.grown.min[axis] + by[axis], i.grown.max[axis] + by[axis]]
  if (beyond ? min >= at : max <= at) return null
  const recipe = model.recipe(i)
  if (beyond ? max <= at : min >= at) return { solid: { shape: kernel.shape(recipe), frame }, cut: [] }
  return cutOpen(kernel, recipe, frame, { axis, at, beyond })
}

/** What a plane of the room leaves of a piece; null where that is nothing. */
export function cutOpen(
  kernel: Kernel,
  recipe: Recipe,
  frame: Frame,
  { axis, at, beyond }: Opening,
): Opened | null {
  const normal = vec3((k) => (beyond ? 1 : -1) * unit(axis)[k])
  const tool = toolInto(frame, STILL, { kind: 'plane', normal, offset: beyond ? at : -at })
  const stages = [...recipe.stages, [{ work: 'section', tools: [tool] }]]
  const shape = kernel.shape({ ...recipe, stages })
  if (shape.triangles.length === 0) return null
  const last = shape.tools.length
  const corner = (n: number): Vec3 =>
    toRoom(
      frame,
      vec3((k) => shape.positions[3 * n + k]!),
    )
  const cut = [...shape.tool.keys()].flatMap((t): Triangle[] =>
    shape.tool[t] === last
      ? [[0, 1, 2].map((n) => corner(shape.triangles[3 * t + n]!)) as unknown as Triangle]
      : [],
  )
  return { solid: { shape, frame }, cut }
}

/** How much of the paper solids take in a view. */
export function outlineOfSolids(solids: readonly Solid[], view: View): Outline {
  const out = { u1: Infinity, u2: -Infinity, v1: Infinity, v2: -Infinity }
  for (const { shape, frame } of solids)
    for (let k = 0; k < shape.positions.length; k += 3) {
      const [u, v] = project(
        view,
        toRoom(frame, [0, 1, 2].map((i) => shape.positions[k + i]!) as unknown as Vec3),
      )
      out.u1 = Math.min(out.u1, u)
      out.u2 = Math.max(out.u2, u)
      out.v1 = Math.min(out.v1, v)
      out.v2 = Math.max(out.v2, v)
    }
  return out
}

/** Lines aslant across the cut faces of pieces, those of every other one the other way, so far apart. */
export const hatching = (pieces: ReadonlyArray<Pick<Opened, 'cut'>>, view: View, apart: number): Segment[] =>
  pieces.flatMap(({ cut }, n) => hatched(cut, view, apart, n % 2 === 0 ? 1 : -1))

/** None for faces turned away. `hand`: they rise to the right, or to the left. */
function hatched(cut: readonly Triangle[], view: View, apart: number, hand: 1 | -1): Segment[] {
  const rows = new Map<number, Array<[number, number]>>()
  for (const triangle of cut) {
    const [a, b, c] = triangle
    if (dot(cross(minus(b, a), minus(c, a)), view.toward) <= 0) continue
    // Turned so that the lines run level: along (u + v), across (v − u).
    const turned = triangle.map((p) => {
      const [right, v] = project(view, p)
      const u = right * hand
      return [(u + v) / Math.SQRT2, (v - u) / Math.SQRT2] as const
    })
    const heights = turned.map((p) => p[1])
    for (let n = Math.ceil(Math.min(...heights) / apart); n * apart < Math.max(...heights); n++) {
      const ends = AXES.flatMap((k): number[] => {
        const [p, q] = [turned[k]!, turned[(k + 1) % 3]!]
        const share = (n * apart - p[1]) / (q[1] - p[1])
        return share >= 0 && share <= 1 ? [p[0] + share * (q[0] - p[0])] : []
      })
      if (ends.length < 2) continue
      const row = rows.get(n) ?? []
      row.push([Math.min(...ends), Math.max(...ends)])
      rows.set(n, row)
    }
  }
  return [...rows].flatMap(([n, row]) =>
    joined(row).map(([from, to]): Segment => {
      const place = (along: number) =>
        [(hand * (along - n * apart)) / Math.SQRT2, (along + n * apart) / Math.SQRT2] as const
      return [...place(from), ...place(to)]
    }),
  )
}

export const hatchMarks = (lines: readonly Segment[], at: Placed): Mark[] =>
  lines.map(([a, b, c, d]) => line(atU(at, a), atV(at, b), atU(at, c), atV(at, d), 'hatch'))

/** Stretches that touch, as one. */
function joined(row: ReadonlyArray<readonly [number, number]>): Array<[number, number]> {
  const all: Array<[number, number]> = []
  for (const [from, to] of [...row].sort((a, b) => a[0] - b[0])) {
    const last = all.at(-1)
    if (last && from <= last[1] + 1e-3) last[1] = Math.max(last[1], to)
    else all.push([from, to])
  }
  return all
}
