/**
 * The plane that parts two pieces at a corner. Each has an outer face there; the plane holds all places
 * equally far from both, so that it bisects the angle between them, passes through the outer edge, and for
 * boards of one thickness through the inner edge too.
 */
import type { FaceName } from '../document'
import type { Mm } from '../measure'
import {
  axesOf,
  vec3,
  negated,
  AXES,
  cross,
  dot,
  FACE_AT,
  FACE_NAMES,
  norm,
  normalOf,
  toRoom,
  unitVector,
  type Pose,
  type Vec3,
} from '../pieces'

/** In the room. Wood of the first piece beyond `normal · p > offset` goes, wood of the second before it. */
export interface Parting {
  readonly normal: Vec3
  readonly offset: Mm
  /** A place on the outer edge, the unit vector along it, and the one into the wood, in the plane. */
  readonly corner: Vec3
  readonly edge: Vec3
  readonly inward: Vec3
}

const PARALLEL = 1e-4

/** Where a face of a pose lies along its outward normal. */
export function planeOf(p: Pose, face: FaceName): { normal: Vec3; offset: Mm } {
  const normal = normalOf(p.frame, face)
  const { axis, far } = FACE_AT[face]
  return { normal, offset: dot(normal, p.frame.origin) + (far ? p.size[axis] : 0) }
}

/** The face of `p` beside its `end` that looks most along `v`. */
const outer = (p: Pose, end: FaceName, v: Vec3): FaceName =>
  FACE_NAMES.filter((f) => FACE_AT[f].axis !== FACE_AT[end].axis).reduce((a, b) =>
    dot(normalOf(p.frame, b), v) > dot(normalOf(p.frame, a), v) + 1e-9 ? b : a,
  )

/** The parting of two poses at the ends or edges given; null when their outer faces run in one plane. */
export function parting(a: Pose, fa: FaceName, b: Pose, fb: FaceName): Parting | null {
  const one = planeOf(a, outer(a, fa, normalOf(b.frame, fb)))
  const two = planeOf(b, outer(b, fb, normalOf(a.frame, fa)))
  const across = two.normal.map((n, i) => n - one.normal[i]!) as unknown as Vec3
  const along = cross(one.normal, two.normal)
  if (norm(across) < PARALLEL || norm(along) < PARALLEL) return null
  const edge = alongOwn(a, unitVector(along))
  const sum = one.normal.map((n, i) => n + two.normal[i]!) as unknown as Vec3
  const [c1, c2] = [one.offset, two.offset]
  // The place on both outer planes that is nearest to the room's origin.
  const k = dot(one.normal, two.normal)
  const [s, t] = [(c1 - c2 * k) / (1 - k * k), (c2 - c1 * k) / (1 - k * k)]
  const corner = vec3((i) => s * one.normal[i] + t * two.normal[i])
  return {
    normal: unitVector(across),
    offset: (c2 - c1) / norm(across),
    corner,
    edge,
    inward: unitVector(negated(sum)),
  }
}

/**
 * A line's direction as it runs along the own axis of a piece that it lies along most, so that a mirror turns
 * it too.
 */
function alongOwn(p: Pose, line: Vec3): Vec3 {
  const own = axesOf(p.frame).map((axis) => dot(axis, line))
  const most = own.reduce((a, b) => (Math.abs(b) > Math.abs(a) + 1e-9 ? b : a))
  return most < 0 ? negated(line) : line
}

/**
 * Where the four edges of a piece that run to a face meet a plane: how far beyond the face, and the places.
 */
export function runTo(
  p: Pose,
  face: FaceName,
  plane: { readonly normal: Vec3; readonly offset: Mm },
): { beyond: readonly Mm[]; places: readonly Vec3[] } | null {
  const out = normalOf(p.frame, face)
  const slope = dot(out, plane.normal)
  if (Math.abs(slope) < 0.02) return null
  const { axis, far } = FACE_AT[face]
  const [u, v] = AXES.filter((i) => i !== axis) as [0, 1]
  const beyond: Mm[] = []
  const places: Vec3[] = []
  for (const a of [0, p.size[u]])
    for (const b of [0, p.size[v]]) {
      const own: [number, number, number] = [0, 0, 0]
      ;[own[axis], own[u], own[v]] = [far ? p.size[axis] : 0, a, b]
      const at = toRoom(p.frame, own)
      const t = (plane.offset - dot(plane.normal, at)) / slope
      beyond.push(t)
      places.push(vec3((i) => at[i] + out[i] * t))
    }
  return { beyond, places }
}

/** A parting whose pieces do meet there, and what each has to be to reach it. */
export interface Met {
  readonly parting: Parting
  readonly growA: Mm
  readonly growB: Mm
  /**
   * How far the nearest edges of the two are from the plane, together: of several copies the nearest are
   * meant.
   */
  readonly away: Mm
  /** What the cut faces share: along the edge and inward, told from the corner. */
  readonly along: readonly [Mm, Mm]
  readonly deep: readonly [Mm, Mm]
  /** How much further the one cut face reaches than the other: along the edge, and inward. */
  readonly uneven: { readonly along: Mm; readonly deep: Mm }
}

/** How two poses part at the corner of their ends or edges; null when they do not meet there. */
export function partAt(a: Pose, fa: FaceName, b: Pose, fb: FaceName): Met | null {
  const p = parting(a, fa, b, fb)
  if (!p) return null
  const [ra, rb] = [runTo(a, fa, p), runTo(b, fb, p)]
  if (!ra || !rb) return null
  if (dot(normalOf(a.frame, fa), p.normal) <= 0 || dot(normalOf(b.frame, fb), p.normal) >= 0) return null
  const reach = (pose: Pose, face: FaceName) =>
    3 * Math.max(...AXES.filter((i) => i !== FACE_AT[face].axis).map((i) => pose.size[i]))
  const [na, nb] = [ra, rb].map((r) => Math.min(...r.beyond.map(Math.abs))) as [Mm, Mm]
  if (na > reach(a, fa) || nb > reach(b, fb)) return null
  const range = (places: readonly Vec3[], v: Vec3): [Mm, Mm] => {
    const ts = places.map((q) => dot(q, v) - dot(p.corner, v))
    return [Math.min(...ts), Math.max(...ts)]
  }
  const both = (v: Vec3) => {
    const [x, y] = [range(ra.places, v), range(rb.places, v)]
    const common: [Mm, Mm] = [Math.max(x[0], y[0]), Math.min(x[1], y[1])]
    return { common, uneven: Math.max(Math.abs(x[0] - y[0]), Math.abs(x[1] - y[1])) }
  }
  const [edgewise, inwards] = [both(p.edge), both(p.inward)]
  const [along, deep] = [edgewise.common, inwards.common]
  if (along[1] - along[0] < 0.01 || deep[1] - deep[0] < 0.01) return null
  return {
    parting: p,
    growA: Math.max(...ra.beyond),
    growB: Math.max(...rb.beyond),
    away: na + nb,
    along,
    deep,
    uneven: { along: edgewise.uneven, deep: inwards.uneven },
  }
}

/** Of the ways a pose meets some others, the nearest; null when it meets none. */
export function nearest<T>(
  others: readonly T[],
  at: (other: T) => Met | null,
): { other: T; met: Met } | null {
  let best: { other: T; met: Met } | null = null
  for (const other of others) {
    const met = at(other)
    if (met && (!best || met.away < best.met.away - 1e-6)) best = { other, met }
  }
  return best
}
