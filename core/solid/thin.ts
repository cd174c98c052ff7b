/** Wood between two surfaces of a solid that look away from each other and are close together. */
import Flatbush from 'flatbush'
import type { Mm } from '../measure'
import { cross, dot, minus, norm, vec3, type Axis, type Vec3 } from '../pieces'
import type { Shape } from './kernel'

/** A thin place: how thick the wood is there, where, and the tools that made its two sides (0: the blank). */
export interface ThinPlace {
  readonly wide: Mm
  readonly at: Vec3
  readonly tools: readonly [number, number]
}

/** Two sides of a wall look away from each other, but for so much. */
const AWAY = -Math.cos((25 * Math.PI) / 180)
/** Triangles that meet at less than this are of one surface. */
const SMOOTH = Math.cos((25 * Math.PI) / 180)
/** Thinner is what rounding leaves between two surfaces that lie on each other. */
const LEAST: Mm = 5e-3
/** Nearer than this many times the limit to where its two sides meet, a wall is an edge that runs out. */
const EDGE = 4
/** Where a triangle is looked at, as shares of its corners: at its corners, its sides and its middle. */
const PLACES: readonly Vec3[] = [
  ...[0, 1, 2].map((k) => vec3((i) => (i === k ? 0.98 : 0.01))),
  ...[0, 1, 2].map((k) => vec3((i) => (i === k ? 0.02 : 0.49))),
  vec3(() => 1 / 3),
]

/** Of a triangle smaller than the limit the middle is enough. */
const MIDDLE = PLACES.slice(-1)
const sidesOf = ([a, b, c]: readonly Vec3[]): Mm =>
  norm(minus(b!, a!)) + norm(minus(c!, b!)) + norm(minus(a!, c!))

/**
 * The thinnest place between each two tools whose walls leave less than `limit`. Only triangles that work has
 * made are looked at from, each along its own normal; sides that meet at an edge close by are no wall.
 */
export function thinPlaces(shape: Shape, limit: Mm): readonly ThinPlace[] {
  const old = known.get(shape)
  if (old?.limit === limit) return old.places
  const places = find(shape, limit)
  known.set(shape, { limit, places })
  return places
}
const known = new WeakMap<Shape, { readonly limit: Mm; readonly places: readonly ThinPlace[] }>()

function find(shape: Shape, limit: Mm): ThinPlace[] {
  const { positions: p, triangles: t, tool } = shape
  const count = tool.length
  if (count === 0) return []
  const corner = (k: number): Vec3 => [p[3 * k]!, p[3 * k + 1]!, p[3 * k + 2]!]
  const corners = Array.from({ length: count }, (_, f) => [0, 1, 2].map((e) => corner(t[3 * f + e]!)))
  const normals = corners.map(([a, b, c]) => {
    const n = cross(minus(b!, a!), minus(c!, a!))
    const long = norm(n)
    return long > 1e-9 ? vec3((k) => n[k] / long) : null
  })
  const index = new Flatbush(count)
  for (const of of corners) {
    const [x, y] = [spanOf(of, 0), spanOf(of, 1)]
    index.add(x[0], y[0], x[1], y[1])
  }
  index.finish()
  const heights = Float64Array.from(corners.flatMap((of) => spanOf(of, 2)))
  const { patchOf, meetings } = patches(shape, normals)
  const found = new Map<string, ThinPlace>()
  for (let f = 0; f < count; f++) {
    const normal = normals[f]
    if (tool[f] === 0 || !normal) continue
    const of = corners[f]!
    for (const share of sidesOf(of) < limit ? MIDDLE : PLACES) {
      const from = vec3((k) => share[0] * of[0]![k] + share[1] * of[1]![k] + share[2] * of[2]![k])
      const hit = through(from, normal, limit)
      if (!hit || meetNear(patchOf[f]!, patchOf[hit.face]!, from)) continue
      const tools = [tool[f]!, tool[hit.face]!].sort((a, b) => a - b) as [number, number]
      const key = tools.join()
      const old = found.get(key)
      if (old && old.wide <= hit.wide) continue
      found.set(key, { wide: hit.wide, at: vec3((k) => from[k] - (normal[k] * hit.wide) / 2), tools })
    }
  }
  return [...found.values()]

  /** Where a ray into the wood leaves it again, if through a side that looks the other way. */
  function through(from: Vec3, normal: Vec3, most: Mm): { readonly wide: Mm; readonly face: number } | null {
    const to = vec3((k) => from[k] - normal[k] * most)
    const low = vec3((k) => Math.min(from[k], to[k]))
    const high = vec3((k) => Math.max(from[k], to[k]))
    let best: { readonly wide: Mm; readonly face: number } | null = null
    for (const face of index.search(low[0], low[1], high[0], high[1])) {
      const other = normals[face]
      if (!other || heights[2 * face]! > high[2] || heights[2 * face + 1]! < low[2]) continue
      const along = -dot(normal, other)
      if (along < 1e-6) continue
      const wide = dot(minus(corners[face]![0]!, from), other) / along
      if (wide < LEAST || wide >= (best?.wide ?? most)) continue
      if (
        isInside(
          vec3((k) => from[k] - normal[k] * wide),
          corners[face]!,
          other,
        )
      )
        best = { wide, face }
    }
    return best && dot(normals[best.face]!, normal) < AWAY ? best : null
  }

  /** Whether two surfaces have an edge in common near a place. */
  function meetNear(a: number, b: number, at: Vec3): boolean {
    if (a === b) return true
    return (meetings.get(`${Math.min(a, b)} ${Math.max(a, b)}`) ?? []).some(
      ([k, l]) => fromEdge(at, corner(k), corner(l)) < EDGE * limit,
    )
  }
}

const spanOf = ([a, b, c]: readonly Vec3[], k: Axis): [Mm, Mm] => [
  Math.min(a![k], b![k], c![k]),
  Math.max(a![k], b![k], c![k]),
]

/** How far a place is from a straight edge. */
function fromEdge(at: Vec3, a: Vec3, b: Vec3): Mm {
  const way = minus(b, a)
  const long = dot(way, way)
  const t = long > 0 ? Math.min(1, Math.max(0, dot(minus(at, a), way) / long)) : 0
  return norm(
    minus(
      minus(at, a),
      vec3((k) => way[k] * t),
    ),
  )
}

/** Whether a place in the plane of a triangle lies in it. */
function isInside(at: Vec3, of: readonly Vec3[], normal: Vec3): boolean {
  for (let e = 0; e < 3; e++) {
    const [x, y] = [of[e]!, of[(e + 1) % 3]!]
    if (dot(cross(minus(y, x), minus(at, x)), normal) <= -1e-9) return false
  }
  return true
}

/** Which surface each triangle is of, and the edges at which two surfaces meet, by their corners. */
function patches({ triangles: t, tool }: Shape, normals: ReadonlyArray<Vec3 | null>) {
  const root = Int32Array.from(tool, (_, f) => f)
  const find = (f: number): number => {
    while (root[f] !== f) f = root[f] = root[root[f]!]!
    return f
  }
  const edges = new Map<number, number>()
  const corners = t.reduce((most, k) => Math.max(most, k), 0) + 1
  const sharp: Array<readonly [number, number, number, number]> = []
  for (let f = 0; f < tool.length; f++)
    for (let e = 0; e < 3; e++) {
      const [a, b] = [t[3 * f + e]!, t[3 * f + ((e + 1) % 3)]!]
      const g = edges.get(b * corners + a)
      if (g === undefined) {
        edges.set(a * corners + b, f)
        continue
      }
      const [one, two] = [normals[f], normals[g]]
      if (one && two && tool[f] === tool[g] && dot(one, two) > SMOOTH) root[find(f)] = find(g)
      else sharp.push([f, g, a, b])
    }
  const meetings = new Map<string, Array<readonly [number, number]>>()
  for (const [f, g, a, b] of sharp) {
    const [one, two] = [find(f), find(g)]
    const key = `${Math.min(one, two)} ${Math.max(one, two)}`
    const at = meetings.get(key) ?? []
    at.push([a, b])
    meetings.set(key, at)
  }
  return { patchOf: Int32Array.from(tool, (_, f) => find(f)), meetings }
}
