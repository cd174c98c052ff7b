/** Shells within the sides of a solid: what is left of the wood when it is hollowed. */
import type { Mm } from '../measure'
import { cross, dot, minus, norm, vec3, type Vec3 } from '../pieces'
import type { SetIn } from '../work'
import { beyond, type Face, type Surface } from './surface'

/** A closed surface, or the corners of a hull. */
export type Shell =
  | {
      readonly corners: readonly Vec3[]
      readonly triangles: ReadonlyArray<readonly number[]>
      /** The same in small hulls, where it is no sound surface. */
      readonly apart: () => readonly Shell[]
    }
  | { readonly hull: readonly Vec3[] }

/** How far shells stand out of the surface, so that no skin of it is left. */
const PROUD: Mm = 0.1
/** How far beyond the wood they go where it is open. */
const BEYOND: Mm = 1
/** By so much shells that go on from each other overlap. */
const OVERLAP: Mm = 0.1
/** Sides that look less far apart go over into each other. */
const SMOOTH = Math.cos((30 * Math.PI) / 180)
/** So far apart the sides of one shell look at most from the first of them. */
const SPREAD = Math.cos((75 * Math.PI) / 180)
/** About an inside edge there is a corner at every so many degrees. */
const STEP = (4 * Math.PI) / 180
/** By so much these stand out of what is round, so that their hull is not within it. */
const ROUND = 1 / Math.cos(0.75 * STEP)
/** A point is no further from its shell than so many walls. */
const MOST = 4

/** A triangle that is no larger than this when it is moved in has not turned yet, square millimetres. */
const TURNED = 1e-4

/** A corner as one smooth side has it: the way it looks there, and where the shell is, outside and within. */
interface Node {
  readonly corner: number
  readonly normal: Vec3
  readonly outside: Vec3
  readonly within: Vec3
  /** The ways out of the wood where it is at an end of that. */
  readonly ways: readonly Vec3[]
}

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
const single = (surface: Surface, nodes: readonly Node[], f: number): Shell => ({
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

const moved = (p: Vec3, n: Vec3, by: Mm): Vec3 => vec3((i) => p[i] + by * n[i])

/** Of each side round what is open, its three corners; corners of smooth neighbours are the same. */
function nodesOf(surface: Surface, { out, wall, floor }: SetIn): ReadonlyArray<readonly Node[] | null> {
  const { corners, faces } = surface
  const into = Array.from({ length: 3 * faces.length }, (_, k) => k)
  const find = (k: number): number => (into[k] === k ? k : (into[k] = find(into[k]!)))
  const down = vec3((i) => -out[i])
  const ways = new Map<number, Set<Vec3>>()
  for (const [f, { sort, normal, corners: of }] of faces.entries())
    for (const [e, k] of of.entries()) {
      if (sort !== 'wall') ways.set(k, (ways.get(k) ?? new Set()).add(sort === 'open' ? out : down))
      const [g, j] = beyond(surface, f, e) ?? []
      if (g === undefined || faces[g]!.sort !== sort || dot(faces[g]!.normal, normal) < SMOOTH) continue
      // The other has the edge the other way round.
      into[find(3 * f + e)] = find(3 * g + ((j! + 1) % 3))
      into[find(3 * f + ((e + 1) % 3))] = find(3 * g + j!)
    }
  const deep = (sort: Face['sort']): Mm | null => ({ open: null, floor, wall })[sort]
  const of = new Map<number, number[]>()
  for (const [f, { sort }] of faces.entries())
    for (const e of [0, 1, 2])
      if (deep(sort) !== null) of.set(find(3 * f + e), [...(of.get(find(3 * f + e)) ?? []), 3 * f + e])
  /** How many sides that are not smooth with each other meet at a corner. */
  const sides = new Map<number, number>()
  for (const root of of.keys()) {
    const { sort, corners: triangle } = faces[Math.floor(root / 3)]!
    const corner = triangle[root % 3]!
    if (sort === 'wall') sides.set(corner, (sides.get(corner) ?? 0) + 1)
  }
  const made = new Map<number, Node>()
  for (const [root, all] of of) {
    const { sort, corners: triangle } = faces[Math.floor(root / 3)]!
    const corner = triangle[root % 3]!
    const p = corners[corner]!
    const sum = all.reduce<Vec3>(
      (s, k) => {
        const face = faces[Math.floor(k / 3)]!
        const [a, b] = [1, 2].map((d) => minus(corners[face.corners[((k % 3) + d) % 3]!]!, p)) as [Vec3, Vec3]
        const angle = Math.atan2(norm(cross(a, b)), dot(a, b))
        return vec3((i) => s[i] + angle * face.normal[i])
      },
      [0, 0, 0],
    )
    const long = norm(sum)
    const normal = vec3((i) => sum[i] / long)
    const least = Math.min(...all.map((k) => dot(normal, faces[Math.floor(k / 3)]!.normal)))
    const places = [PROUD, -deep(sort)! / Math.max(1 / MOST, least)].map((by) => moved(p, normal, by))
    const ends = sort === 'wall' ? [...(ways.get(corner) ?? [])] : []
    // What is smooth there goes on as it is; at a sharp edge, that would lead its side off the edge.
    const smooth = sides.get(corner) === 1
    const [outside, within] = smooth
      ? places.map((q) => ends.reduce((at, way) => ledOut(at, p, normal, way), q))
      : places
    made.set(root, { corner, normal, outside: outside!, within: within!, ways: smooth ? [] : ends })
  }
  return faces.map(({ sort }, f) =>
    deep(sort) === null ? null : [0, 1, 2].map((e) => made.get(find(3 * f + e))!),
  )
}

/** A place led on along a side until it is beyond the open end at `from`. */
function ledOut(q: Vec3, from: Vec3, normal: Vec3, out: Vec3): Vec3 {
  const lean = dot(normal, out)
  const up = vec3((i) => out[i] - lean * normal[i])
  const by = (dot(minus(from, q), out) + BEYOND) / dot(up, out)
  return by > 0 ? moved(q, up, by) : q
}

/** Where the wood ends, shells go on out of it. */
function ends(surface: Surface, nodes: ReadonlyArray<readonly Node[] | null>): Shell[] {
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
  return faces.flatMap(({ sort }, f): Shell[] =>
    [0, 1, 2].flatMap((e): Shell[] => {
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

/** Whether a triangle looks the other way when it is moved in: it is smaller than the wall is thick. */
function isTurned(nodes: readonly Node[], { faces }: Surface, f: number): boolean {
  const [a, b, c] = nodes.map((n) => n.within) as [Vec3, Vec3, Vec3]
  return dot(cross(minus(b, a), minus(c, a)), faces[f]!.normal) < -TURNED
}

/** Shells of neighbouring triangles that look about the same way, as closed surfaces. */
function charts(
  surface: Surface,
  nodes: ReadonlyArray<readonly Node[] | null>,
  not: ReadonlySet<number>,
): Shell[] {
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
  nodes: ReadonlyArray<readonly Node[] | null>,
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

/** About inside edges, from one side's shell to the other's; and balls about inside corners. */
function rounds(surface: Surface, nodes: ReadonlyArray<readonly Node[] | null>, { wall }: SetIn): Shell[] {
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
  const edges = faces.flatMap(({ corners: of, normal }, f): Shell[] =>
    [0, 1, 2].flatMap((e): Shell[] => {
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
  const balls = [...sides].flatMap(([k, all]): Shell[] =>
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
