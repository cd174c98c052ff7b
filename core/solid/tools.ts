/** Tools as solids of the solid library. Everything made is handed to `keep`, which frees it later. */
import type { Manifold, ManifoldToplevel, Mat4 } from 'manifold-3d'
import type { Mm } from '../measure'
import type { Making, Vec2 } from '../work'
import { matrixOf } from './matrix'

export type Keep = (m: Manifold) => Manifold

/** Round things are many-sided, no side further than this from the circle. */
const CHORD: Mm = 0.05

/**
 * How many sides stand for a circle; a multiple of four, so that its quarters are alike, and enough that no
 * two of them turn as much as a crease does.
 */
export const sidesOf = (radius: Mm): number =>
  Math.max(20, 4 * Math.ceil(Math.PI / Math.acos(Math.max(0.5, 1 - CHORD / radius)) / 4))

/** A solid that a tool takes away, and the id by which its faces are known afterwards. */
export interface Made {
  readonly solid: Manifold
  readonly id: number
}

/** Makes tools with the solid library. */
export const makingWith = (wasm: ManifoldToplevel, keep: Keep): Making<Made> => {
  const made = (m: Manifold): Made => ({ solid: keep(m), id: m.originalID() })
  return {
    cube: (size) => made(wasm.Manifold.cube([...size])),
    extrude: (outline, depth) => made(wasm.Manifold.extrude([anticlockwise(outline)], depth)),
    revolve: (profile, radius) =>
      made(wasm.Manifold.revolve([profile.map(([r, z]): [number, number] => [r, z])], sidesOf(radius))),
    stand: ({ solid, id }, frame) => ({
      solid: keep(solid.transform(matrixOf(frame) as unknown as Mat4)),
      id,
    }),
  }
}

function anticlockwise(outline: readonly Vec2[]): Array<[number, number]> {
  const points = outline.map(([u, v]): [number, number] => [u, v])
  const area = points.reduce((sum, [u, v], i) => {
    const [a, b] = points[(i + 1) % points.length]!
    return sum + u * b - a * v
  }, 0)
  return area < 0 ? points.reverse() : points
}
