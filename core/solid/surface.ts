/** The surface of a solid as its sides are for what hollows it. */
import type { Manifold } from 'manifold-3d'
import type { Mm } from '../measure'
import { cross, dot, minus, norm, vec3, type Vec3 } from '../pieces'

/** A side where it is open, one that looks the other way, or one round that. */
type Sort = 'open' | 'floor' | 'wall'
export interface Face {
  readonly corners: readonly [number, number, number]
  readonly normal: Vec3
  readonly sort: Sort
}
export interface Surface {
  readonly corners: readonly Vec3[]
  readonly faces: readonly Face[]
  /** The face that has an edge from one corner to another, by their numbers; and which of its edges it is. */
  readonly at: ReadonlyMap<string, readonly [face: number, edge: number]>
}

/** Faces that look this much the way it is open are the open one. */
const OPEN = Math.cos((2 * Math.PI) / 180)

/** What a side is that looks so, where the solid is open one way. */
export function sortOf(normal: Vec3, out: Vec3): Sort {
  const along = dot(normal, out)
  return along > OPEN ? 'open' : along < -OPEN ? 'floor' : 'wall'
}

/** Lower than this a triangle looks no way of its own, millimetres. */
const THIN: Mm = 1e-3

/** Each corner once. A triangle without a height looks as the one beyond its longest side. */
export function surfaceOf(solid: Manifold, out: Vec3): Surface {
  const { vertProperties: p, triVerts: t, numProp } = solid.getMesh()
  const known = new Map<string, number>()
  const corners: Vec3[] = []
  const number = (k: number): number => {
    const corner: Vec3 = [p[numProp * k]!, p[numProp * k + 1]!, p[numProp * k + 2]!]
    const key = corner.join()
    const old = known.get(key)
    if (old !== undefined) return old
    known.set(key, corners.length)
    return corners.push(corner) - 1
  }
  const triangles = Array.from(
    { length: t.length / 3 },
    (_, k) => [number(t[3 * k]!), number(t[3 * k + 1]!), number(t[3 * k + 2]!)] as const,
  )
  const at = new Map(
    triangles.flatMap((of, f) => of.map((a, e) => [`${a} ${of[(e + 1) % 3]!}`, [f, e] as const] as const)),
  )
  const normals = triangles.map((_, f) => {
    const seen = new Set<number>()
    for (let next: number | undefined = f; next !== undefined && !seen.has(next);) {
      const looked = lookOf(triangles[next]!.map((k) => corners[k]!))
      if ('normal' in looked) return looked.normal
      seen.add(next)
      const of: readonly number[] = triangles[next]!
      next = at.get(`${of[(looked.longest + 1) % 3]!} ${of[looked.longest]!}`)?.[0]
    }
    return null
  })
  const faces = triangles.map((of, f): Face => {
    const normal = normals[f] ?? [0, 0, 1]
    return { corners: of, normal, sort: sortOf(normal, out) }
  })
  return { corners, faces, at }
}

/** The way a triangle looks; of one without a height, its longest side. */
function lookOf(of: readonly Vec3[]): { readonly normal: Vec3 } | { readonly longest: number } {
  const sides = [0, 1, 2].map((e) => minus(of[(e + 1) % 3]!, of[e]!))
  const n = cross(sides[0]!, minus(of[2]!, of[0]!))
  const long = norm(n)
  const lengths = sides.map(norm)
  const most = Math.max(...lengths)
  return long > THIN * most ? { normal: vec3((i) => n[i] / long) } : { longest: lengths.indexOf(most) }
}

/** The face beyond an edge, and which of its edges that is; none where the surface has a gap. */
export const beyond = ({ faces, at }: Surface, face: number, edge: number) => {
  const of = faces[face]!.corners
  return at.get(`${of[(edge + 1) % 3]!} ${of[edge]!}`)
}
