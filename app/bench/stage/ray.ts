import { dot, minus, type Vec3 } from '../../../core/pieces'

/** How far along a line through a place a ray comes nearest to it; null when it runs along it. */
export function alongLine(
  { from, direction }: { readonly from: Vec3; readonly direction: Vec3 },
  through: Vec3,
  way: Vec3,
): number | null {
  const d = dot(direction, way)
  const across = 1 - d * d
  if (across < 1e-3) return null
  const off = minus(through, from)
  return (d * dot(off, direction) - dot(off, way)) / across
}
