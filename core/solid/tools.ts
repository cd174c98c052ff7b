/** Tools as solids of the solid library. Everything made is handed to `keep`, which frees it later. */
import type { Manifold, ManifoldToplevel, Mat4 } from 'manifold-3d'
import type { Mm } from '../measure'
import { norm, type Frame, type Vec3 } from '../pieces'
import { frameAlong, type Tool, type Vec2 } from '../work'
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

/**
 * The solid a tool takes away from a piece of this size, and the id by which its faces are known afterwards.
 */
export function toolSolid(
  wasm: ManifoldToplevel,
  tool: Tool,
  size: Vec3,
  keep: Keep,
): { solid: Manifold; id: number } {
  const placed = (m: Manifold, frame: Frame) => ({
    solid: keep(m.transform(matrixOf(frame) as unknown as Mat4)),
    id: m.originalID(),
  })
  switch (tool.kind) {
    case 'box': {
      const { min, max } = tool
      const cube = keep(wasm.Manifold.cube([max[0] - min[0], max[1] - min[1], max[2] - min[2]]))
      return { solid: keep(cube.translate([...min])), id: cube.originalID() }
    }
    case 'prism':
      return placed(keep(wasm.Manifold.extrude([anticlockwise(tool.outline)], tool.depth)), tool.frame)
    case 'drill': {
      const { radius: r, depth, tip } = tool
      const profile: Array<[number, number]> =
        depth > 0
          ? [
              [0, 0],
              [r, 0],
              [r, depth],
              [0, depth + tip],
            ]
          : [
              [0, 0],
              [r, 0],
              [0, tip],
            ]
      return placed(keep(wasm.Manifold.revolve([profile], sidesOf(r))), frameAlong(tool.at, tool.along))
    }
    case 'plane': {
      const reach = 4 * norm(size) + 2 * Math.abs(tool.offset)
      const cube = keep(wasm.Manifold.cube([reach, reach, reach]))
      const f = frameAlong(tool.normal.map((n) => n * tool.offset) as unknown as Vec3, tool.normal)
      const origin = [0, 1, 2].map((i) => f.origin[i]! - (f.x[i]! + f.y[i]!) * (reach / 2)) as unknown as Vec3
      return placed(cube, { ...f, origin })
    }
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
