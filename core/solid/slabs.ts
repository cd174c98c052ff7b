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
/** How far beyond the wood slabs go where it is open. */
const BEYOND: Mm = 1
/** About a sharper inside edge, a slab has corners at every so many degrees. */
const STEP = (4 * Math.PI) / 180
/** Patches that look less far apart go over into each other. */
const SMOOTH = (15 * Math.PI) / 180
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
  const around = turnsAt(corners, faces, patches)
  return patches.flatMap(({ facets, corners: of, normal, sag, lean }) => {
    const { sort } = faces[facets[0]!]!
    if (sort === 'open' || (sort === 'floor' && floor === null)) return []
    const deep = sort === 'floor' ? floor! : wall * (2 - lean)
    const slab = [...of].flatMap((k): Vec3[] => {
      const p = corners[k]!
      const sunk = (n: Vec3, by = 1) => vec3((i) => p[i] - by * (deep + sag) * n[i])
      if (sort === 'floor') return [p, sunk(normal)]
      const own = [p, sunk(normal), ...(around.get(k) ?? []).map((n) => sunk(n, ROUND))]
      return [...own, ...[...(ways.get(k) ?? [])].flatMap((way) => own.map((q) => ledOut(q, p, normal, way)))]
    })
    return [slab.map(([x, y, z]): [number, number, number] => [x, y, z])]
  })
}

/** A place of a slab led on along its face until it is beyond the open side at `from`. */
function ledOut(q: Vec3, from: Vec3, normal: Vec3, out: Vec3): Vec3 {
  const lean = dot(normal, out)
  const up = vec3((i) => out[i] - lean * normal[i])
  const by = (dot(minus(from, q), out) + BEYOND) / dot(up, out)
  return by > 0 ? vec3((i) => q[i] + by * up[i]) : q
}

/** Of corners at inside edges between patches: all ways that these look there, and between. */
function turnsAt(
  corners: readonly Vec3[],
  faces: readonly Face[],
  patches: readonly Patch[],
): ReadonlyMap<number, readonly Vec3[]> {
  const patchOf = new Map(patches.flatMap((p) => p.facets.map((k) => [k, p] as const)))
  const edges = new Map<string, Patch>()
  const found = new Map<number, Vec3[]>()
  const sides = new Map<number, Vec3[]>()
  const put = (to: Map<number, Vec3[]>, k: number, n: Vec3) => {
    const all = to.get(k) ?? []
    if (!all.includes(n)) to.set(k, [...all, n])
  }
  for (const [k, { corners: of, sort }] of faces.entries())
    for (const [i, a] of of.entries()) {
      if (sort !== 'wall') break
      const b = of[(i + 1) % 3]!
      const [here, there] = [patchOf.get(k)!, edges.get(`${b} ${a}`)]
      edges.set(`${a} ${b}`, here)
      if (!there || there === here) continue
      // Going along it, the other side turns towards the one it is seen from.
      const inside = dot(cross(here.normal, there.normal), minus(corners[b]!, corners[a]!)) < 0
      const angle = Math.acos(Math.min(1, dot(here.normal, there.normal)))
      // Patches of what is nearly smooth wind, and may gape at one end of an edge and not at the other.
      if (!inside && angle > SMOOTH) continue
      const steps = Math.ceil(angle / STEP)
      const ways = Array.from({ length: Math.max(0, steps - 1) }, (_, s) =>
        between(here.normal, there.normal, angle, (s + 1) / steps),
      )
      for (const at of [a, b]) {
        for (const n of [here.normal, ...ways, there.normal]) put(found, at, n)
        if (inside) for (const n of [here.normal, there.normal]) put(sides, at, n)
      }
    }
  for (const [k, all] of sides) if (isCorner(all)) found.set(k, [...found.get(k)!, ...BALL])
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

/** A way between two, by a share of the angle from one to the other. */
function between(a: Vec3, b: Vec3, angle: number, share: number): Vec3 {
  if (angle < 1e-6) return a
  const [p, q] = [Math.sin((1 - share) * angle), Math.sin(share * angle)]
  return vec3((i) => (p * a[i] + q * b[i]) / Math.sin(angle))
}
