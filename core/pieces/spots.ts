/** What can be measured between: faces, edges and points in the room. Millimetres, degrees. */
import type { Degrees, Mm } from '../measure'
import { cross, dot, minus, norm, plus, unitVector, vec3, type Vec3 } from './geometry'

/** A flat face by a place on it and its outward normal, an edge by a place and its direction, or a point. */
export type Spot =
  | { readonly kind: 'plane'; readonly at: Vec3; readonly normal: Vec3 }
  | { readonly kind: 'line'; readonly at: Vec3; readonly along: Vec3 }
  | { readonly kind: 'point'; readonly at: Vec3 }

export interface Apart {
  /** How far apart they are at their nearest, and where; null for faces that meet. */
  readonly reach: { readonly distance: Mm; readonly from: Vec3; readonly to: Vec3 } | null
  /** The angle between what has a direction, 0 to 90; null where a point is one of them. */
  readonly angle: Degrees | null
}

const PARALLEL = 1e-6
const scaled = (v: Vec3, k: number): Vec3 => vec3((i) => v[i] * k)

/** The foot of the perpendicular from a place to a plane or a line. */
function foot(p: Vec3, on: Exclude<Spot, { kind: 'point' }>): Vec3 {
  const off = minus(p, on.at)
  return on.kind === 'plane'
    ? minus(p, scaled(on.normal, dot(off, on.normal)))
    : plus(on.at, scaled(on.along, dot(off, on.along)))
}

const reachOf = (from: Vec3, to: Vec3): Apart['reach'] => ({ distance: norm(minus(to, from)), from, to })

/** The angle between two directions whose signs mean nothing. */
const acute = (a: Vec3, b: Vec3): Degrees =>
  (Math.atan2(norm(cross(a, b)), Math.abs(dot(a, b))) * 180) / Math.PI

/** How far two spots are apart, and at which angle. Faces and edges count as running on for ever. */
export function apart(a: Spot, b: Spot): Apart {
  if (a.kind === 'point')
    return { reach: reachOf(a.at, b.kind === 'point' ? b.at : foot(a.at, b)), angle: null }
  if (b.kind === 'point') return { reach: reachOf(foot(b.at, a), b.at), angle: null }
  if (a.kind === 'line' && b.kind === 'line') return between(a, b)
  const [one, two] = [a.kind === 'line' ? a.along : a.normal, b.kind === 'line' ? b.along : b.normal]
  const same = a.kind === b.kind
  const angle = same ? acute(one, two) : 90 - acute(one, two)
  const parallel = same ? norm(cross(one, two)) < PARALLEL : Math.abs(dot(one, two)) < PARALLEL
  if (!parallel) return { reach: null, angle }
  // From where the edge was picked, or the first face, square to the other.
  const reach =
    a.kind === 'plane' && b.kind === 'line' ? reachOf(foot(b.at, a), b.at) : reachOf(a.at, foot(a.at, b))
  return { reach, angle: 0 }
}

/** Whether two are in one place and look the same way, so that nothing lies between them. */
export function sameSpot(a: Spot, b: Spot): boolean {
  const { reach, angle } = apart(a, b)
  return a.kind === b.kind && reach !== null && reach.distance < 1e-3 && (angle ?? 0) < 1e-3
}

type Line = Extract<Spot, { kind: 'line' }>

/** Two lines: by their common perpendicular. */
function between(a: Line, b: Line): Apart {
  const angle = acute(a.along, b.along)
  const n = cross(a.along, b.along)
  if (norm(n) < PARALLEL) return { reach: reachOf(a.at, foot(a.at, b)), angle: 0 }
  const [d, k] = [minus(b.at, a.at), dot(n, n)]
  const from = plus(a.at, scaled(a.along, dot(cross(d, b.along), n) / k))
  const to = plus(b.at, scaled(b.along, dot(cross(d, a.along), n) / k))
  return { reach: reachOf(from, to), angle }
}

/** The edge from one place to another; null where they are one place. */
export const edgeThrough = (from: Vec3, to: Vec3): Line | null =>
  norm(minus(to, from)) < 1e-6 ? null : { kind: 'line', at: from, along: unitVector(minus(to, from)) }
