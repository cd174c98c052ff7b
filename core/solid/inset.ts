/** What lies within a solid, set in from its surface square to that. */
import type { Manifold, ManifoldToplevel, Mat4 } from 'manifold-3d'
import type { Mm } from '../measure'
import { dot, negated, type Vec3 } from '../pieces'
import { frameAlong, type SetIn } from '../work'
import { flatsOf, type Flat } from './flats'
import { matrixOf, type Keep } from './matrix'

/** How far beyond the wood it goes where it is open. */
const BEYOND: Mm = 1
/** Faces that look this much the way it is open are the open one. */
const OPEN = Math.cos((2 * Math.PI) / 180)
/** A solid is bulged everywhere when its hull is no larger, as a share. */
const SAME = 1e-6
/** More flats than this are set in all at once. */
const MOST = 800
/** Sides of the ball that is rolled along inside where a solid is not bulged everywhere. */
const BALL = 24

/**
 * Of a solid that is bulged everywhere it is exact: the flats of it, each moved in. Else a ball is rolled
 * along inside (Minkowski difference), which touches each flat just where it should; about an inside edge of
 * the wood, its sides stand for what is round. Whoever asks frees it.
 */
export function withinWood(solid: Manifold, how: SetIn, wasm: ManifoldToplevel, keep: Keep): Manifold {
  const flats = flatsOf(solid)
  const hull = keep(solid.hull())
  const bulged = hull.volume() < solid.volume() * (1 + SAME)
  const inner =
    bulged && flats.length <= MOST
      ? movedIn(solid, flats, how, wasm, keep)
      : rolled(solid, flats, how, wasm, keep)
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

/** Set in all round by the wall, then led on out where it is open, and down to its floor. */
function rolled(
  solid: Manifold,
  flats: readonly Flat[],
  how: SetIn,
  wasm: ManifoldToplevel,
  keep: Keep,
): Manifold {
  const { out, wall, floor } = how
  const touching = flats.length <= MOST ? flats.map(({ normal }) => normal.map((n) => n * wall)) : []
  const ball = keep(
    wasm.Manifold.hull([
      ...pointsOf(keep(wasm.Manifold.sphere(wall, BALL))),
      ...(touching as Array<[number, number, number]>),
    ]),
  )
  const eroded = keep(solid.minkowskiDifference(ball))
  if (eroded.isEmpty()) return eroded
  const frame = frameAlong([0, 0, 0], out)
  const stand = matrixOf(frame) as unknown as Mat4
  const lie = matrixOf({
    origin: [0, 0, 0],
    x: [frame.x[0], frame.y[0], frame.z[0]],
    y: [frame.x[1], frame.y[1], frame.z[1]],
    z: [frame.x[2], frame.y[2], frame.z[2]],
  }) as unknown as Mat4
  const inner = keep(eroded.transform(lie))
  const wood = keep(solid.transform(lie))
  const [low, high] = [inner.boundingBox().min[2], inner.boundingBox().max[2]]
  const [bottom, top] = [wood.boundingBox().min[2], wood.boundingBox().max[2]]
  const led = (at: Mm, from: Mm, to: Mm): Manifold => {
    const section = inner.slice(at)
    const made = keep(keep(wasm.Manifold.extrude(section, to - from)).translate([0, 0, from]))
    section.delete()
    return made
  }
  const skin = (high - low) * 1e-4
  const parts = [inner, led(high - skin, high - skin, top + BEYOND)]
  const down = floor === null ? bottom - BEYOND : bottom + floor
  if (down < low) parts.push(led(low + skin, down, low + skin))
  let all = keep(wasm.Manifold.union(parts))
  if (down > low) all = keep(all.trimByPlane([0, 0, 1], down))
  return keep(all.transform(stand))
}

function pointsOf(m: Manifold): Array<[number, number, number]> {
  const { vertProperties: p, numProp } = m.getMesh()
  return Array.from({ length: p.length / numProp }, (_, k): [number, number, number] => [
    p[numProp * k]!,
    p[numProp * k + 1]!,
    p[numProp * k + 2]!,
  ])
}
