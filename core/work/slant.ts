/** What goes into a face at a slant: holes, and mortises for ends that come so. */
import type { FaceName } from '../document'
import type { Mm } from '../measure'
import {
  AXES,
  cornersOf,
  dot,
  FACE_AT,
  faceAt,
  mainAxis,
  negated,
  vec3,
  type Axis,
  type Vec3,
} from '../pieces'
import { sayDegrees, theFace } from './feature'

interface Slanting {
  readonly face: FaceName
  /** Unit vector into the wood. */
  readonly along: Vec3
}

/** The angle between what goes in and the square into its face, degrees. */
export function leanOf({ face, along }: Slanting): number {
  const { axis } = FACE_AT[face]
  return (Math.acos(Math.min(1, Math.abs(along[axis]))) * 180) / Math.PI
}

/** " at 12° towards edge 2"; nothing for what goes in square. */
export function sayLean(s: Slanting): string {
  const lean = leanOf(s)
  return lean > 0.01 ? ` at ${sayDegrees(lean)} towards ${leansTo(s)}` : ''
}

/** The face of the piece that it runs towards. */
function leansTo({ face, along }: Slanting): string {
  const [u, v] = AXES.filter((i) => i !== FACE_AT[face].axis) as [Axis, Axis]
  const axis = Math.abs(along[v]) > Math.abs(along[u]) ? v : u
  return theFace(faceAt(axis, along[axis] > 0))
}

/** The same line, into the wood. */
export const inwards = (way: Vec3, into: Axis, far: boolean): Vec3 =>
  way[into] > 0 === far ? negated(way) : way

/** So deep that a tool is out of the wood from wherever it enters, however it leans. */
export const beyond = (at: readonly Vec3[], way: Vec3, size: Vec3): Mm => {
  const far = Math.max(...cornersOf({ min: [0, 0, 0], max: size }).map((c) => dot(way, c)))
  return far - Math.min(...at.map((p) => dot(way, p)))
}

/**
 * Where a line that goes in here, and is so wide, enters other wood, and how far on that is; null where it
 * does not come to it.
 */
export function entering(
  at: Vec3,
  way: Vec3,
  size: Vec3,
  wide: Mm,
): { readonly at: Vec3; readonly down: Mm } | null {
  const into = mainAxis(way)
  const surface = way[into] > 0 ? 0 : size[into]
  const down = Math.max(0, (surface - at[into]) / way[into])
  const enters = vec3((i) => at[i] + down * way[i])
  const touches = AXES.every((i) => i === into || (enters[i] > -wide / 2 && enters[i] < size[i] + wide / 2))
  const past = way[into] > 0 ? enters[into] >= size[into] - 1e-6 : enters[into] <= 1e-6
  return touches && !past ? { at: enters, down } : null
}
