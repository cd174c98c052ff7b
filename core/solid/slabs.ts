/** The slabs of wood that are left within the surface of a solid when it is hollowed. */
import type { Manifold } from 'manifold-3d'
import type { Mm } from '../measure'
import { cross, dot, minus, norm, vec3, type Vec3 } from '../pieces'
import type { SetIn } from '../work'
import { patchesOf, type Facet, type Patch } from './patches'

export interface Mesh {
  readonly corners: readonly Vec3[]
  readonly triangles: ReadonlyArray<readonly [number, number, number]>
}

/** Each corner once. */
export function meshOf(solid: Manifold): Mesh {
  const { vertProperties: p, triVerts: t, numProp } = solid.getMesh()
  const known = new Map<string, number>()
  const corners: Vec3[] = []
  const at = (k: number): number => {
    const corner: Vec3 = [p[numProp * k]!, p[numProp * k + 1]!, p[numProp * k + 2]!]
    const key = corner.join()
    const old = known.get(key)
    if (old !== undefined) return old
    known.set(key, corners.length)
    return corners.push(corner) - 1
  }
  const triangles = Array.from(
    { length: t.length / 3 },
    (_, k) => [at(t[3 * k]!), at(t[3 * k + 1]!), at(t[3 * k + 2]!)] as const,
  )
  return { corners, triangles }
}

/** Faces that look this much the way it is open are the open one. */
/** A slab may be so much thicker in places than asked where the surface is not flat, millimetres. */
const BAND: Mm = 0.1
export const OPEN = Math.cos((2 * Math.PI) / 180)
/** How far slabs stand out of the surface. */
const PROUD: Mm = 0.1
/** How far beyond the wood slabs go where it is open. */
const BEYOND: Mm = 1
/** About a sharper inside edge, a slab has corners at every so many degrees. */
const STEP = (4 * Math.PI) / 180
/** Patches that look less far apart go over into each other. */
const SMOOTH = Math.cos((15 * Math.PI) / 180)
/** By so much its corners stand out of what is round, so that their hull is not within it. */
const ROUND = 1 / Math.cos(0.75 * STEP)

type Side = 'open' | 'floor' | 'wall'
type Face = Facet & { readonly sort: Side }
type Points = Array<[number, number, number]>

/**
 * The corners of the slabs, each their hull: within a side of the wood as thick as the wall, within one that
 * looks down as the floor. None is thinner than asked anywhere; where the surface is not flat, it is a little
 * thicker. About inside edges of the wood slabs reach round to each other; where it is open, they go on out.
 */
export function slabsOf({ corners, triangles }: Mesh, how: SetIn): Points[] {
  const { out, wall, floor } = how
  const down = vec3((i) => -out[i])
  const faces = triangles.flatMap((t): Face[] => {
    const [a, b, c] = t.map((k) => corners[k]!) as [Vec3, Vec3, Vec3]
    const n = cross(minus(b, a), minus(c, a))
    const long = norm(n)
    if (long < 1e-12) return []
    const normal = vec3((i) => n[i] / long)
    const along = dot(normal, out)
    const sort = along > OPEN ? 'open' : along < -OPEN ? 'floor' : 'wall'
    return [{ corners: t, normal, area: long / 2, sort }]
  })
  /** The ways that slabs go on out of the wood at a corner. */
  const ways = new Map<number, Set<Vec3>>()
  for (const { sort, corners: of } of faces) {
    const way = sort === 'open' ? out : sort === 'floor' && floor === null ? down : null
    if (way) for (const k of of) ways.set(k, (ways.get(k) ?? new Set()).add(way))
  }
  const patches = patchesOf(corners, faces, BAND)
  const walls = patches.filter((p) => faces[p.facets[0]!]!.sort === 'wall')
  const smooth = smoothAt(walls, wall)
  const around = turnsAt(corners, faces, patches, smooth)
  const places = (k: number, of: Patch): Vec3[] => {
    const p = corners[k]!
    const sunk = (n: Vec3, by: Mm) => vec3((i) => p[i] - by * n[i])
    const { normal, deep } = smooth.get(k)!.find((x) => x.patches.includes(of))!
    // A little beyond the surface, so that no skin of it is left.
    const own = [sunk(normal, -PROUD), sunk(normal, deep)]
    const turned = (around.get(k) ?? []).map((n) => sunk(n, ROUND * wall))
    const led = [...(ways.get(k) ?? [])].flatMap((way) =>
      [...own, ...turned].map((q) => ledOut(q, p, normal, way)),
    )
    return [...own, ...turned, ...led]
  }
  const floors = patches.filter((p) => floor !== null && faces[p.facets[0]!]!.sort === 'floor')
  const level = ({ corners: of, normal, sag }: Patch) =>
    [...of].flatMap((k) => [PROUD, -floor! - sag].map((by) => vec3((i) => corners[k]![i] + by * normal[i])))
  return [...walls.map((p) => [...p.corners].flatMap((k) => places(k, p))), ...floors.map(level)].map(
    (slab) => slab.map(([x, y, z]): [number, number, number] => [x, y, z]),
  )
}

/** Patches that go over into each other at a corner, how they look there, and how deep their slabs go. */
interface Smooth {
  readonly patches: readonly Patch[]
  readonly normal: Vec3
  readonly deep: Mm
}

/** At each corner. There slabs of one group have their corners in common, so that none gapes. */
function smoothAt(patches: readonly Patch[], wall: Mm): ReadonlyMap<number, readonly Smooth[]> {
  const at = new Map<number, Patch[][]>()
  for (const p of patches)
    for (const k of p.corners) {
      const groups = at.get(k) ?? []
      const mine = groups.filter((g) => g.some((q) => dot(q.normal, p.normal) > SMOOTH))
      at.set(k, [...groups.filter((g) => !mine.includes(g)), [...mine.flat(), p]])
    }
  const told = (group: readonly Patch[]): Smooth => {
    const sum = vec3((i) => group.reduce((s, p) => s + p.normal[i], 0))
    const long = norm(sum)
    const normal = vec3((i) => sum[i] / long)
    const deep = group.map((p) => (wall * (2 - p.lean) + p.sag) / dot(p.normal, normal))
    return { patches: group, normal, deep: Math.max(...deep) }
  }
  return new Map([...at].map(([k, groups]) => [k, groups.map(told)]))
}

/** A place of a slab led on along its face until it is beyond the open side at `from`. */
function ledOut(q: Vec3, from: Vec3, normal: Vec3, out: Vec3): Vec3 {
  const lean = dot(normal, out)
  const up = vec3((i) => out[i] - lean * normal[i])
  const by = (dot(minus(from, q), out) + BEYOND) / dot(up, out)
  return by > 0 ? vec3((i) => q[i] + by * up[i]) : q
}

/** Of corners at inside edges between what is smooth: all ways that this looks there, and between. */
function turnsAt(
  corners: readonly Vec3[],
  faces: readonly Face[],
  patches: readonly Patch[],
  smooth: ReadonlyMap<number, readonly Smooth[]>,
): ReadonlyMap<number, readonly Vec3[]> {
  const patchOf = new Map(patches.flatMap((p) => p.facets.map((k) => [k, p] as const)))
  const edges = new Map<string, Patch>()
  const found = new Map<number, Vec3[]>()
  const sides = new Map<number, Set<Vec3>>()
  for (const [k, { corners: of, sort }] of faces.entries())
    for (const [i, a] of of.entries()) {
      if (sort !== 'wall') break
      const b = of[(i + 1) % 3]!
      const [here, there] = [patchOf.get(k)!, edges.get(`${b} ${a}`)]
      edges.set(`${a} ${b}`, here)
      if (!there || there === here) continue
      // Going along it, the other side turns towards the one it is seen from.
      if (dot(cross(here.normal, there.normal), minus(corners[b]!, corners[a]!)) >= 0) continue
      for (const at of [a, b]) {
        const [one, other] = [here, there].map((p) => smooth.get(at)!.find((x) => x.patches.includes(p))!)
        if (one === other) continue
        const ways = [one!.normal, ...waysBetween(one!.normal, other!.normal), other!.normal]
        found.set(at, [...(found.get(at) ?? []), ...ways])
        sides.set(at, new Set([...(sides.get(at) ?? []), one!.normal, other!.normal]))
      }
    }
  for (const [k, all] of sides) if (isCorner([...all])) found.set(k, [...found.get(k)!, ...BALL])
  return found
}

/** Whether these ways span a corner that a row of edges does not go round. */
const isCorner = (ways: readonly Vec3[]): boolean =>
  ways.some((a, i) =>
    ways.some(
      (b, j) =>
        j > i &&
        dot(a, b) < Math.cos(2 * STEP) &&
        ways.some((c, k) => k > j && Math.abs(dot(cross(a, b), c)) > 1e-3),
    ),
  )

/** Ways all round, so far apart. */
const BALL: readonly Vec3[] = Array.from(
  { length: Math.round(Math.PI / STEP) + 1 },
  (_, i) => i * STEP,
).flatMap((down) => {
  const round = Math.max(1, Math.round((2 * Math.PI * Math.sin(down)) / STEP))
  return Array.from({ length: round }, (_, k): Vec3 => {
    const turn = (2 * Math.PI * k) / round
    return [Math.sin(down) * Math.cos(turn), Math.sin(down) * Math.sin(turn), Math.cos(down)]
  })
})

/** Ways from one to another, so far apart, without both. */
function waysBetween(a: Vec3, b: Vec3): Vec3[] {
  const angle = Math.acos(Math.max(-1, Math.min(1, dot(a, b))))
  const steps = Math.ceil(angle / STEP)
  return Array.from({ length: Math.max(0, steps - 1) }, (_, s) => {
    const [p, q] = [Math.sin(angle * (1 - (s + 1) / steps)), Math.sin((angle * (s + 1)) / steps)]
    return vec3((i) => (p * a[i] + q * b[i]) / Math.sin(angle))
  })
}
