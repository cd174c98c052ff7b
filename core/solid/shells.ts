/** Shells within the sides of a solid: what is left of the wood when it is hollowed. */
import { cross, dot, minus, norm, vec3, type Vec3 } from '../pieces'
import type { SetIn } from '../work'
import { moved, nodesOf, SMOOTH, type Hull, type Node, type Nodes } from './nodes'
import { ends, OVERLAP, rounds } from './rounds'
import { beyond, type Surface } from './surface'

/** A hull, or a closed surface. */
export type Shell =
  | Hull
  | {
      readonly corners: readonly Vec3[]
      readonly triangles: ReadonlyArray<readonly number[]>
      /** The same in small hulls, where it is no sound surface. */
      readonly apart: () => readonly Hull[]
    }

/** So far apart the sides of one shell look at most from the first of them. */
const SPREAD = Math.cos((75 * Math.PI) / 180)
/** A triangle that is no larger than this when it is moved in has not turned yet, square millimetres. */
const TURNED = 1e-4

/**
 * Within each smooth side a shell as thick as the wall, and the floor within what looks down. A side's
 * corners are moved in until they are the wall off all flats that meet there. About inside edges it is round.
 * Where the wood is open, shells go on out of it.
 */
export function shellsOf(surface: Surface, how: SetIn): Shell[] {
  const nodes = nodesOf(surface, how)
  const { faces } = surface
  const turned = new Set(faces.flatMap((_, f) => (nodes[f] && isTurned(nodes[f], surface, f) ? [f] : [])))
  const thin = [...turned].map((f) => single(surface, nodes[f]!, f))
  return [...thin, ...charts(surface, nodes, turned), ...ends(surface, nodes), ...rounds(surface, nodes, how)]
}

/** What is within one triangle. */
const single = (surface: Surface, nodes: readonly Node[], f: number): Hull => ({
  hull: nodes.flatMap((n, e) => spread(n, surface, f, e)),
})

/** The places of a triangle's corner, a little way on from its middle, so that nothing gapes there. */
function spread({ outside, within }: Node, { corners, faces }: Surface, f: number, e: number): Vec3[] {
  const of = faces[f]!.corners.map((k) => corners[k]!)
  const on = minus(
    of[e]!,
    vec3((i) => (of[0]![i] + of[1]![i] + of[2]![i]) / 3),
  )
  return [outside, within].map((q) => moved(q, on, OVERLAP / Math.max(OVERLAP, norm(on))))
}

/** Whether a triangle looks the other way when it is moved in: it is smaller than the wall is thick. */
function isTurned(nodes: readonly Node[], { faces }: Surface, f: number): boolean {
  const [a, b, c] = nodes.map((n) => n.within) as [Vec3, Vec3, Vec3]
  return dot(cross(minus(b, a), minus(c, a)), faces[f]!.normal) < -TURNED
}

/** Shells of neighbouring triangles that look about the same way, as closed surfaces. */
function charts(surface: Surface, nodes: Nodes, not: ReadonlySet<number>): Shell[] {
  const { faces } = surface
  const chart = new Map<number, number>()
  const all: number[][] = []
  for (const f of faces.keys()) {
    if (!nodes[f] || not.has(f) || chart.has(f)) continue
    const of = [f]
    chart.set(f, all.length)
    for (const g of of)
      for (const e of [0, 1, 2]) {
        const next = beyond(surface, g, e)?.[0]
        if (next === undefined || !nodes[next] || not.has(next) || chart.has(next)) continue
        const near =
          faces[g]!.sort === faces[next]!.sort && dot(faces[g]!.normal, faces[next]!.normal) >= SMOOTH
        if (!near || dot(faces[f]!.normal, faces[next]!.normal) < SPREAD) continue
        chart.set(next, all.length)
        of.push(next)
      }
    all.push(of)
  }
  return all.map((of, n) => closed(surface, nodes, of, (f) => chart.get(f) === n))
}

function closed(
  surface: Surface,
  nodes: Nodes,
  of: readonly number[],
  isIn: (face: number) => boolean,
): Shell {
  const corners: Vec3[] = []
  const known = new Map<Node, number>()
  /** The number of its outer place; the inner one is the next. */
  const number = (n: Node): number => {
    const old = known.get(n)
    if (old !== undefined) return old
    known.set(n, corners.length)
    return corners.push(n.outside, n.within) - 2
  }
  const triangles: number[][] = []
  for (const f of of) {
    const mine = nodes[f]!
    const [a, b, c] = mine.map(number) as [number, number, number]
    triangles.push([a, b, c], [c + 1, b + 1, a + 1])
    for (const e of [0, 1, 2]) {
      const [from, to] = [mine[e]!, mine[(e + 1) % 3]!]
      const [g, j] = beyond(surface, f, e) ?? []
      if (g !== undefined && isIn(g) && nodes[g]![j!] === to && nodes[g]![(j! + 1) % 3] === from) continue
      const [u, v] = [number(from), number(to)]
      // Two shells that meet here part the wall between them the same way.
      triangles.push(
        ...(from.corner < to.corner
          ? [
              [v, u, u + 1],
              [v, u + 1, v + 1],
            ]
          : [
              [v, u, v + 1],
              [u, u + 1, v + 1],
            ]),
      )
    }
  }
  return { corners, triangles, apart: () => of.map((f) => single(surface, nodes[f]!, f)) }
}
