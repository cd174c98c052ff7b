/** What shells leave out: where the wood goes in, and where it ends. */
import type { Mm } from '../measure'
import { cross, dot, minus, norm, vec3, type Vec3 } from '../pieces'
import type { SetIn } from '../work'
import { ledOut, moved, SMOOTH, type Hull, type Node, type Nodes } from './nodes'
import { beyond, type Surface } from './surface'

/** By so much shells that go on from each other overlap. */
export const OVERLAP: Mm = 0.1
/** About an inside edge there is a corner at every so many degrees. */
const STEP = (4 * Math.PI) / 180
/** By so much these stand out of what is round, so that their hull is not within it. */
const ROUND = 1 / Math.cos(0.75 * STEP)

/** Where the wood ends, shells go on out of it. */
export function ends(surface: Surface, nodes: Nodes): Hull[] {
  const { corners, faces } = surface
  const on = (n: Node) => {
    const both = [n.outside, n.within]
    if (n.ways.length === 0) return both
    return n.ways.flatMap((way) =>
      both.flatMap((q) => {
        const led = ledOut(q, corners[n.corner]!, n.normal, way)
        // From a little way back, so that nothing gapes where it goes on.
        return [led, moved(q, minus(led, q), -OVERLAP / Math.max(OVERLAP, norm(minus(led, q))))]
      }),
    )
  }
  return faces.flatMap(({ sort }, f): Hull[] =>
    [0, 1, 2].flatMap((e): Hull[] => {
      const g = beyond(surface, f, e)?.[0]
      if (sort !== 'wall' || g === undefined || faces[g]!.sort === 'wall') return []
      const [a, b] = [nodes[f]![e]!, nodes[f]![(e + 1) % 3]!]
      const along = minus(corners[b.corner]!, corners[a.corner]!)
      if (a.ways.length + b.ways.length === 0) return []
      const by = OVERLAP / norm(along)
      return [{ hull: [...on(a).map((q) => moved(q, along, -by)), ...on(b).map((q) => moved(q, along, by))] }]
    }),
  )
}

/** About inside edges, from one side's shell to the other's; and balls about inside corners. */
export function rounds(surface: Surface, nodes: Nodes, { wall }: SetIn): Hull[] {
  const { corners, faces } = surface
  const sides = new Map<number, Set<Vec3>>()
  const turn = (one: Node, other: Node): Vec3[] => {
    const p = corners[one.corner]!
    sides.set(one.corner, new Set([...(sides.get(one.corner) ?? []), one.normal, other.normal]))
    const between = waysBetween(one.normal, other.normal).flatMap((n) => {
      const q = moved(p, n, -ROUND * wall)
      return [q, ...one.ways.map((way) => ledOut(q, p, one.normal, way))]
    })
    return [one.outside, other.outside, one.within, other.within, ...between]
  }
  const edges = faces.flatMap(({ corners: of, normal }, f): Hull[] =>
    [0, 1, 2].flatMap((e): Hull[] => {
      const [g, j] = beyond(surface, f, e) ?? []
      const [mine, others] = [nodes[f], g === undefined ? null : nodes[g]]
      if (!mine || !others || g! > f) return []
      if (faces[f]!.sort !== 'wall' || faces[g!]!.sort !== 'wall') return []
      const [a, b] = [mine[e]!, mine[(e + 1) % 3]!]
      const [a2, b2] = [others[(j! + 1) % 3]!, others[j!]!]
      if (a === a2 && b === b2) return []
      // Going along it, the other side turns towards the one it is seen from.
      const along = minus(corners[of[(e + 1) % 3]!]!, corners[of[e]!]!)
      if (dot(cross(normal, faces[g!]!.normal), along) >= 0) return []
      // A little into both sides, so that nothing gapes there.
      const overlap = [
        { of: [a, b], apex: faces[f]!.corners[(e + 2) % 3]! },
        { of: [a2, b2], apex: faces[g!]!.corners[(j! + 2) % 3]! },
      ].flatMap(({ of: side, apex }) => {
        const way = minus(corners[apex]!, corners[a.corner]!)
        const by = OVERLAP / Math.max(OVERLAP, norm(way))
        return side.flatMap(({ outside, within }) => [outside, within].map((q) => moved(q, way, by)))
      })
      return [{ hull: [...turn(a, a2), ...turn(b, b2), ...overlap] }]
    }),
  )
  const balls = [...sides].flatMap(([k, all]): Hull[] =>
    isCorner([...all]) ? [{ hull: BALL.map((n) => moved(corners[k]!, n, ROUND * wall)) }] : [],
  )
  return [...edges, ...balls]
}

/** Whether these ways span a corner that a row of edges does not go round. */
const isCorner = (ways: readonly Vec3[]): boolean =>
  ways.some((a, i) =>
    ways.some(
      (b, j) =>
        j > i && dot(a, b) < SMOOTH && ways.some((c, k) => k > j && Math.abs(dot(cross(a, b), c)) > 1e-2),
    ),
  )

/** Ways all round, so far apart. */
const BALL: readonly Vec3[] = Array.from(
  { length: Math.round(Math.PI / STEP) + 1 },
  (_, i) => i * STEP,
).flatMap((down) => {
  const round = Math.max(1, Math.round((2 * Math.PI * Math.sin(down)) / STEP))
  return Array.from({ length: round }, (_, k): Vec3 => {
    const turn = (2 * Math.PI * k) / round
    return [Math.sin(down) * Math.cos(turn), Math.sin(down) * Math.sin(turn), Math.cos(down)]
  })
})

/** Ways from one to another, so far apart, without both. */
function waysBetween(a: Vec3, b: Vec3): Vec3[] {
  const angle = Math.acos(Math.max(-1, Math.min(1, dot(a, b))))
  const steps = Math.ceil(angle / STEP)
  return Array.from({ length: Math.max(0, steps - 1) }, (_, s) => {
    const [p, q] = [Math.sin(angle * (1 - (s + 1) / steps)), Math.sin((angle * (s + 1)) / steps)]
    return vec3((i) => (p * a[i] + q * b[i]) / Math.sin(angle))
  })
}
