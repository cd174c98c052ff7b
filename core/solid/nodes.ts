/** The corners of a solid's sides as what is smooth has them, moved in by the wall. */
import type { Mm } from '../measure'
import { cross, dot, minus, norm, vec3, type Vec3 } from '../pieces'
import type { SetIn } from '../work'
import { beyond, type Face, type Surface } from './surface'

/** How far shells stand out of the surface, so that no skin of it is left. */
const PROUD: Mm = 0.1
/** How far beyond the wood they go where it is open. */
const BEYOND: Mm = 1
/** Sides that look less far apart go over into each other. */
export const SMOOTH = Math.cos((30 * Math.PI) / 180)
/** A point is no further from its shell than so many walls. */
const MOST = 4

/** A corner as one smooth side has it: the way it looks there, and where the shell is, outside and within. */
export interface Node {
  readonly corner: number
  readonly normal: Vec3
  readonly outside: Vec3
  readonly within: Vec3
  /** The ways out of the wood where it is at an end of that. */
  readonly ways: readonly Vec3[]
}
/** The corners of a hull. */
export interface Hull {
  readonly hull: readonly Vec3[]
}
/** Of each side that a shell is within, its three corners; null for others. */
export type Nodes = ReadonlyArray<readonly Node[] | null>

export const moved = (p: Vec3, n: Vec3, by: Mm): Vec3 => vec3((i) => p[i] + by * n[i])

/** Corners of smooth neighbours are the same. */
export function nodesOf(surface: Surface, { out, wall, floor }: SetIn): Nodes {
  const { corners, faces } = surface
  const into = Array.from({ length: 3 * faces.length }, (_, k) => k)
  const find = (k: number): number => (into[k] === k ? k : (into[k] = find(into[k]!)))
  const down = vec3((i) => -out[i])
  const ways = new Map<number, Set<Vec3>>()
  for (const [f, { sort, normal, corners: of }] of faces.entries())
    for (const [e, k] of of.entries()) {
      if (sort !== 'wall') ways.set(k, (ways.get(k) ?? new Set()).add(sort === 'open' ? out : down))
      const [g, j] = beyond(surface, f, e) ?? []
      if (g === undefined || faces[g]!.sort !== sort || dot(faces[g]!.normal, normal) < SMOOTH) continue
      // The other has the edge the other way round.
      into[find(3 * f + e)] = find(3 * g + ((j! + 1) % 3))
      into[find(3 * f + ((e + 1) % 3))] = find(3 * g + j!)
    }
  const deep = (sort: Face['sort']): Mm | null => ({ open: null, floor, wall })[sort]
  const of = new Map<number, number[]>()
  for (const [f, { sort }] of faces.entries())
    for (const e of [0, 1, 2])
      if (deep(sort) !== null) of.set(find(3 * f + e), [...(of.get(find(3 * f + e)) ?? []), 3 * f + e])
  /** How many sides that are not smooth with each other meet at a corner. */
  const sides = new Map<number, number>()
  for (const root of of.keys()) {
    const { sort, corners: triangle } = faces[Math.floor(root / 3)]!
    const corner = triangle[root % 3]!
    if (sort === 'wall') sides.set(corner, (sides.get(corner) ?? 0) + 1)
  }
  const made = new Map<number, Node>()
  for (const [root, all] of of) {
    const { sort, corners: triangle } = faces[Math.floor(root / 3)]!
    const corner = triangle[root % 3]!
    const p = corners[corner]!
    const sum = all.reduce<Vec3>(
      (s, k) => {
        const face = faces[Math.floor(k / 3)]!
        const [a, b] = [1, 2].map((d) => minus(corners[face.corners[((k % 3) + d) % 3]!]!, p)) as [Vec3, Vec3]
        const angle = Math.atan2(norm(cross(a, b)), dot(a, b))
        return vec3((i) => s[i] + angle * face.normal[i])
      },
      [0, 0, 0],
    )
    const long = norm(sum)
    const normal = vec3((i) => sum[i] / long)
    const least = Math.min(...all.map((k) => dot(normal, faces[Math.floor(k / 3)]!.normal)))
    const places = [PROUD, -deep(sort)! / Math.max(1 / MOST, least)].map((by) => moved(p, normal, by))
    const ends = sort === 'wall' ? [...(ways.get(corner) ?? [])] : []
    // What is smooth there goes on as it is; at a sharp edge, that would lead its side off the edge.
    const smooth = sides.get(corner) === 1
    const [outside, within] = smooth
      ? places.map((q) => ends.reduce((at, way) => ledOut(at, p, normal, way), q))
      : places
    made.set(root, { corner, normal, outside: outside!, within: within!, ways: smooth ? [] : ends })
  }
  return faces.map(({ sort }, f) =>
    deep(sort) === null ? null : [0, 1, 2].map((e) => made.get(find(3 * f + e))!),
  )
}

/** A place led on along a side until it is beyond the open end at `from`. */
export function ledOut(q: Vec3, from: Vec3, normal: Vec3, out: Vec3): Vec3 {
  const lean = dot(normal, out)
  const up = vec3((i) => out[i] - lean * normal[i])
  const by = (dot(minus(from, q), out) + BEYOND) / dot(up, out)
  return by > 0 ? moved(q, up, by) : q
}
