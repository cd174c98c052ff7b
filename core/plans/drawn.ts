import { cornersOf, hull, type Box, type Vec3 } from '../pieces'
import { chained } from './hidden/chain'
import type { Drawn } from './hidden/lines'
import { project, type View } from './hidden/view'
import { line, type Corner, type Mark } from './sheet'

/** Where a view's picture lies in its own coordinates: u to the right, v up. */
export interface Outline {
  readonly u1: number
  readonly u2: number
  readonly v1: number
  readonly v2: number
}

/** The outline of some room boxes in a view. */
export function outlineOf(boxes: Iterable<Box>, view: View): Outline {
  const all = hull(boxes) ?? { min: [0, 0, 0] as Vec3, max: [1, 1, 1] as Vec3 }
  const corners = cornersOf(all).map((p) => project(view, p))
  return {
    u1: Math.min(...corners.map((c) => c[0])),
    u2: Math.max(...corners.map((c) => c[0])),
    v1: Math.min(...corners.map((c) => c[1])),
    v2: Math.max(...corners.map((c) => c[1])),
  }
}

/** A view set on a sheet: its lower left corner at (x, y), at a scale. */
export interface Placed {
  readonly outline: Outline
  readonly x: number
  readonly y: number
  readonly scale: number
}

export const atU = (p: Placed, u: number): number => p.x + (u - p.outline.u1) * p.scale
export const atV = (p: Placed, v: number): number => p.y - (v - p.outline.v1) * p.scale
export const widthOf = (o: Outline): number => o.u2 - o.u1
export const heightOf = (o: Outline): number => o.v2 - o.v1
export const topOf = (p: Placed): number => p.y - heightOf(p.outline) * p.scale
export const rightOf = (p: Placed): number => p.x + widthOf(p.outline) * p.scale

export function drawnMarks(drawn: Drawn, at: Placed): Mark[] {
  return (['hidden', 'visible'] as const).flatMap((pen) => [
    ...chained(drawn[pen]).map((way): Mark => {
      const corners = way.map(([u, v]) => ({ x: atU(at, u), y: atV(at, v) }))
      const [a, b] = corners as [Corner, Corner]
      return corners.length > 2
        ? { kind: 'path', corners, closed: false, pen }
        : line(a.x, a.y, b.x, b.y, pen)
    }),
    ...drawn.arcs[pen].map(({ u, v, r, from, to }): Mark => ({
      kind: 'arc',
      x: atU(at, u),
      y: atV(at, v),
      r: r * at.scale,
      from: (from * 180) / Math.PI,
      to: (to * 180) / Math.PI,
      pen,
    })),
  ])
}
