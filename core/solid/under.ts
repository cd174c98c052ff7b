/** The outline of a solid just under a face, each side with what made it. */
import type { CrossSection, Manifold, ManifoldToplevel, Mat4 } from 'manifold-3d'
import type { Mm } from '../measure'
import { cross, minus, norm, type Frame, type Vec3 } from '../pieces'
import { isHole, type Rim, type RimSide, type Tool, type Vec2 } from '../work'
import { matrixOf, type Keep } from './matrix'

/** How far under its face an outline is looked at. */
const UNDER: Mm = 1e-3
/** Gaps between pieces that stand together are closed up to this. */
const CLOSED: Mm = 0.02
/** Corners that a side passes by less than this are none. */
const STRAIGHT: Mm = 1e-6
/** A side is found on the solid again within this. */
const NEAR: Mm = 0.02

/** How much of the way that a side looks is out of the face, where it falls off from that as much as not. */
const GENTLE = Math.sqrt(0.5) - 1e-6

/** What is looked at, and which of its ids are which tools; what is not among them is the blank's. */
export interface Looked {
  readonly solid: Manifold
  readonly ids: ReadonlyMap<number, Tool>
}

/** In the x and y of a frame whose z points out of the wood. */
export function outlineUnder(
  wasm: ManifoldToplevel,
  frame: Frame,
  all: readonly Looked[],
  keep: Keep,
): Rim[] {
  const into = matrixOf(inverseOf(frame)) as unknown as Mat4
  const standing = all.map(({ solid, ids }) => ({ solid: keep(solid.transform(into)), ids }))
  const sections: CrossSection[] = []
  const hold = (c: CrossSection): CrossSection => (sections.push(c), c)
  try {
    const cut = standing.map(({ solid }) => hold(solid.slice(-UNDER)))
    // Pieces that touch are one, whatever the last digits of their places are.
    const [only, ...more] = cut
    const whole = more.length
      ? hold(hold(hold(wasm.CrossSection.union(cut)).offset(CLOSED, 'Miter', 8)).offset(-CLOSED, 'Miter', 8))
      : only!
    const crossings = standing.flatMap(({ solid, ids }) => crossingsOf(solid, ids))
    // Without corners where triangles meet along a side.
    return hold(whole.simplify(STRAIGHT))
      .toPolygons()
      .map((loop) => loop.map(([u, v]): Vec2 => [u, v]))
      .map((points) => ({
        points,
        inner: areaOf(points) < 0,
        of: points.map((a, k) => sideOf(a, points[(k + 1) % points.length]!, crossings)),
      }))
  } finally {
    for (const c of sections) c.delete()
  }
}

/** Loops set off outwards with round joins. */
export function setOff(
  wasm: ManifoldToplevel,
  loops: readonly (readonly Vec2[])[],
  by: Mm,
  sides: number,
): Vec2[][] {
  if (loops.length === 0) return []
  const given = new wasm.CrossSection(loops.map((l) => l.map(([u, v]): [number, number] => [u, v])))
  const moved = given.offset(by, 'Round', 2, sides)
  const out = moved.toPolygons().map((l) => l.map(([u, v]): Vec2 => [u, v]))
  given.delete()
  moved.delete()
  return out
}

const inverseOf = ({ origin: o, x, y, z }: Frame): Frame => {
  const back = (v: Vec3) => -(o[0] * v[0] + o[1] * v[1] + o[2] * v[2])
  return {
    origin: [back(x), back(y), back(z)],
    x: [x[0], y[0], z[0]],
    y: [x[1], y[1], z[1]],
    z: [x[2], y[2], z[2]],
  }
}

/** More than nothing for one that runs anticlockwise. */
export const areaOf = (loop: readonly Vec2[]): number =>
  loop.reduce((sum, [u, v], k) => {
    const [a, b] = loop[(k + 1) % loop.length]!
    return sum + (u * b - a * v) / 2
  }, 0)

interface Crossing extends RimSide {
  readonly a: Vec2
  readonly b: Vec2
}

/** Where the triangles of a solid cross the plane that is looked at. */
function crossingsOf(solid: Manifold, ids: ReadonlyMap<number, Tool>): Crossing[] {
  const mesh = solid.getMesh()
  const { vertProperties: p, triVerts: t, numProp } = mesh
  const out: Crossing[] = []
  for (let run = 0; run < mesh.runOriginalID.length; run++) {
    const tool = ids.get(mesh.runOriginalID[run]!)
    const of = { blank: tool === undefined, hole: tool !== undefined && isHole(tool) }
    for (let k = mesh.runIndex[run]!; k < mesh.runIndex[run + 1]!; k += 3) {
      const ends: Vec2[] = []
      const corner = (e: number): Vec3 => {
        const at = numProp * t[k + e]!
        return [p[at]!, p[at + 1]!, p[at + 2]!]
      }
      for (let e = 0; e < 3; e++) {
        const [a, b] = [numProp * t[k + e]!, numProp * t[k + ((e + 1) % 3)]!]
        const [za, zb] = [p[a + 2]! + UNDER, p[b + 2]! + UNDER]
        if (za < 0 === zb < 0) continue
        const s = za / (za - zb)
        ends.push([p[a]! + s * (p[b]! - p[a]!), p[a + 1]! + s * (p[b + 1]! - p[a + 1]!)])
      }
      if (ends.length < 2) continue
      const way = cross(minus(corner(1), corner(0)), minus(corner(2), corner(0)))
      // What is cut under is all the sharper.
      const gentle = way[2] > norm(way) * GENTLE
      const lean = Math.atan2(way[2], Math.hypot(way[0], way[1]))
      out.push({ a: ends[0]!, b: ends[1]!, ...of, gentle, lean })
    }
  }
  return out
}

function sideOf([u, v]: Vec2, [c, d]: Vec2, crossings: readonly Crossing[]): RimSide {
  const [x, y] = [(u + c) / 2, (v + d) / 2]
  let best: Crossing | null = null
  let nearest: Mm = NEAR
  for (const crossing of crossings) {
    const { a, b } = crossing
    const [du, dv] = [b[0] - a[0], b[1] - a[1]]
    const long = du * du + dv * dv
    const s = long > 0 ? Math.min(1, Math.max(0, ((x - a[0]) * du + (y - a[1]) * dv) / long)) : 0
    const away = Math.hypot(x - a[0] - s * du, y - a[1] - s * dv)
    if (away < nearest) [nearest, best] = [away, crossing]
  }
  return best ?? { blank: true, hole: false, gentle: false, lean: 0 }
}
