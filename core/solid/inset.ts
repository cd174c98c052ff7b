/** What lies within a solid, set in from its surface square to that. */
import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import type { Mm } from '../measure'
import { dot, negated, type Vec3 } from '../pieces'
import type { SetIn } from '../work'
import { flatsOf, type Flat } from './flats'
import type { Keep } from './matrix'
import { meshOf, OPEN, slabsOf } from './slabs'

/** How far beyond the wood it goes where it is open. */
const BEYOND: Mm = 1
/** A solid is bulged everywhere when its hull is no larger, as a share. */
const SAME = 1e-6
/** More flats than this are set in all at once. */
const MOST = 800

/**
 * Of a solid that is bulged everywhere it is exact: the flats of it, each moved in. Else a slab is taken off
 * within each side. Whoever asks frees it.
 */
export function withinWood(solid: Manifold, how: SetIn, wasm: ManifoldToplevel, keep: Keep): Manifold {
  const flats = flatsOf(solid)
  const hull = keep(solid.hull())
  const bulged = hull.volume() < solid.volume() * (1 + SAME)
  const inner =
    bulged && flats.length <= MOST ? movedIn(solid, flats, how, wasm, keep) : clear(solid, how, wasm, keep)
  return inner.asOriginal()
}

/** How far a flat is moved in; where it is open, and where it goes through, out beyond the wood. */
function setIn(normal: Vec3, { out, wall, floor }: SetIn): Mm {
  const along = dot(normal, out)
  if (along > OPEN) return -BEYOND
  return along < -OPEN ? (floor ?? -BEYOND) : wall
}

function movedIn(
  solid: Manifold,
  flats: readonly Flat[],
  how: SetIn,
  wasm: ManifoldToplevel,
  keep: Keep,
): Manifold {
  const { min, max } = solid.boundingBox()
  const size = [0, 1, 2].map((i) => max[i]! - min[i]! + 4 * BEYOND) as [number, number, number]
  const low = [0, 1, 2].map((i) => min[i]! - 2 * BEYOND) as [number, number, number]
  let inner = keep(keep(wasm.Manifold.cube(size)).translate(low))
  for (const { normal, offset } of flats) {
    const at = offset - setIn(normal, how)
    inner = keep(inner.trimByPlane([...negated(normal)], -at))
  }
  return inner
}

/** What no slab of the wood that is to stay reaches, down to the floor. */
function clear(solid: Manifold, how: SetIn, wasm: ManifoldToplevel, keep: Keep): Manifold {
  const { out, floor } = how
  const mesh = meshOf(solid)
  const slabs = slabsOf(mesh, how).map((points) => wasm.Manifold.hull(points))
  const all = keep(wasm.Manifold.union(slabs))
  for (const slab of slabs) slab.delete()
  const inner = keep(solid.subtract(all))
  if (floor === null || inner.isEmpty()) return inner
  const bottom = mesh.corners.reduce((low, p) => Math.min(low, dot(p, out)), Infinity)
  return keep(inner.trimByPlane([...out], bottom + floor))
}
