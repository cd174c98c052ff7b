/** What lies within a solid, set in from its surface square to that. */
import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import type { Mm } from '../measure'
import { dot, negated, type Vec3 } from '../pieces'
import type { SetIn } from '../work'
import { flatsOf, type Flat } from './flats'
import type { Keep } from './matrix'
import { shellsOf, type Shell } from './shells'
import { sortOf, surfaceOf } from './surface'

/** How far beyond the wood it goes where it is open. */
const BEYOND: Mm = 1
/** A solid is bulged everywhere when its hull is no larger, as a share. */
const SAME = 1e-6
/** A hollow this large is none, cubic millimetres. */
const SPECK = 10
/** More flats than this are set in all at once. */
const MOST = 800

/**
 * Of a solid that is bulged everywhere: the flats of it, each moved in. Else shells within its sides are
 * taken off. Whoever asks frees it.
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
const setIn = (normal: Vec3, { out, wall, floor }: SetIn): Mm =>
  ({ open: -BEYOND, floor: floor ?? -BEYOND, wall })[sortOf(normal, out)]

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

/** What no shell of the wood that is to stay reaches, down to the floor. */
function clear(solid: Manifold, how: SetIn, wasm: ManifoldToplevel, keep: Keep): Manifold {
  const { out, floor } = how
  const surface = surfaceOf(solid, out)
  const shells = shellsOf(surface, how).flatMap((s) => made(s, wasm))
  const all = keep(wasm.Manifold.union(shells))
  for (const shell of shells) shell.delete()
  const inner = roomy(keep(solid.subtract(all)), wasm, keep)
  if (floor === null || inner.isEmpty()) return inner
  const bottom = surface.corners.reduce((low, p) => Math.min(low, dot(p, out)), Infinity)
  return keep(inner.trimByPlane([...out], bottom + floor))
}

/** Without specks between shells, which nobody would take out. */
function roomy(inner: Manifold, wasm: ManifoldToplevel, keep: Keep): Manifold {
  const parts = inner.decompose().map(keep)
  const left = parts.filter((p) => p.volume() > SPECK)
  return left.length === parts.length ? inner : keep(wasm.Manifold.union(left))
}

function made(shell: Shell, wasm: ManifoldToplevel): Manifold[] {
  if ('hull' in shell)
    return [wasm.Manifold.hull(shell.hull.map((p) => p.map(Math.fround) as [number, number, number]))]
  const mesh = new wasm.Mesh({
    numProp: 3,
    vertProperties: Float32Array.from(shell.corners.flat()),
    triVerts: Uint32Array.from(shell.triangles.flat()),
  })
  try {
    const one = new wasm.Manifold(mesh)
    if (one.status() === 'NoError') return [one]
    one.delete()
  } catch {
    // It touches itself somewhere: its triangles go by themselves.
  }
  return shell.apart().flatMap((s) => made(s, wasm))
}
