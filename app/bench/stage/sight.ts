import { dot, minus, type Vec3 } from '../../../core/pieces'

/** How far along a line through a place the line of sight comes nearest; null when it runs along it. */
export function alongLine(
  { from, to }: { readonly from: Vec3; readonly to: Vec3 },
  through: Vec3,
  way: Vec3,
): number | null {
  const d = dot(to, way)
  const across = 1 - d * d
  if (across < 1e-3) return null
  const off = minus(through, from)
  return (d * dot(off, to) - dot(off, way)) / across
}
