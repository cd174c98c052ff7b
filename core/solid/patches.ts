/** Neighbouring triangles of a surface that are as good as one flat. */
import type { Mm } from '../measure'
import { dot, norm, vec3, type Vec3 } from '../pieces'
import { frameAlong, type Vec2 } from '../work'

export interface Facet {
  readonly corners: readonly [number, number, number]
  readonly normal: Vec3
  /** Square millimetres. */
  readonly area: number
  /** Only those of one sort go together. */
  readonly sort: string
}

export interface Patch {
  readonly facets: readonly number[]
  readonly corners: ReadonlySet<number>
  readonly normal: Vec3
  /** How far its corners are from each other across its plane. */
  readonly sag: Mm
  /** The cosine of the angle to the triangle that looks furthest off. */
  readonly lean: number
}
interface Growing extends Pick<Patch, 'facets' | 'corners'> {
  /** The ways of its triangles, by their areas. */
  readonly sum: Vec3
}

/** Patches that look further apart than this stay apart. */
const TURN = Math.cos((12 * Math.PI) / 180)
/** As much larger its hull may be than a patch, as a share. */
const ROUND = 1.03

/**
 * The triangles in patches, each by their numbers: all corners of a patch lie within `band` of each other
 * across its plane, and it has hardly a corner that goes in. Neighbours are taken together for as long as
 * that holds.
 */
export function patchesOf(corners: readonly Vec3[], facets: readonly Facet[], band: Mm): Patch[] {
  const patch: Growing[] = facets.map(({ corners: of, normal, area }, k) => ({
    facets: [k],
    corners: new Set(of),
    sum: vec3((i) => area * normal[i]),
  }))
  const into = facets.map((_, k) => k)
  const find = (k: number): number => (into[k] === k ? k : (into[k] = find(into[k]!)))
  let pairs = neighbours(facets)
  for (let merged = true; merged;) {
    merged = false
    const failed = new Set<string>()
    const left: typeof pairs = []
    for (const pair of pairs) {
      const [a, b] = pair.map(find) as [number, number]
      if (a === b) continue
      const key = a < b ? `${a} ${b}` : `${b} ${a}`
      if (failed.has(key)) continue
      const both = together(patch[a]!, patch[b]!)
      if (!isFlat(both, corners, band)) {
        failed.add(key)
        left.push(pair)
        continue
      }
      into[b] = a
      patch[a] = both
      merged = true
    }
    pairs = left
  }
  return facets.flatMap((_, k): Patch[] => {
    if (find(k) !== k) return []
    const { sum, ...made } = patch[k]!
    const area = norm(sum)
    const normal = vec3((i) => sum[i] / area)
    const heights = [...made.corners].map((c) => dot(normal, corners[c]!))
    return [
      {
        ...made,
        normal,
        sag: Math.max(...heights) - Math.min(...heights),
        lean: Math.min(1, ...made.facets.map((f) => dot(normal, facets[f]!.normal))),
      },
    ]
  })
}

/** Triangles of one sort that share an edge and look nearly the same way. */
function neighbours(facets: readonly Facet[]): Array<readonly [number, number]> {
  const edges = new Map<string, number>()
  const found: Array<readonly [number, number]> = []
  for (const [k, f] of facets.entries())
    for (const [i, a] of f.corners.entries()) {
      const b = f.corners[(i + 1) % 3]!
      const other = edges.get(`${b} ${a}`)
      edges.set(`${a} ${b}`, k)
      if (other === undefined) continue
      const o = facets[other]!
      if (o.sort === f.sort && dot(o.normal, f.normal) > TURN) found.push([other, k])
    }
  return found
}

const together = (a: Growing, b: Growing): Growing => ({
  facets: [...a.facets, ...b.facets],
  corners: new Set([...a.corners, ...b.corners]),
  sum: vec3((i) => a.sum[i] + b.sum[i]),
})

function isFlat({ corners: of, sum }: Growing, corners: readonly Vec3[], band: Mm): boolean {
  const area = norm(sum)
  if (area < 1e-9) return false
  const normal = vec3((i) => sum[i] / area)
  let [low, high] = [Infinity, -Infinity]
  for (const k of of) {
    const at = dot(normal, corners[k]!)
    low = Math.min(low, at)
    high = Math.max(high, at)
    if (high - low > band) return false
  }
  const { x, y } = frameAlong([0, 0, 0], normal)
  const spots = [...of].map((k): Vec2 => [dot(x, corners[k]!), dot(y, corners[k]!)])
  return hullArea(spots) <= ROUND * area + 1e-9
}

/** The area of the hull of places (Andrew's monotone chain). */
function hullArea(spots: Vec2[]): number {
  const sorted = spots.sort((a, b) => a[0] - b[0] || a[1] - b[1])
  const turns = (o: Vec2, a: Vec2, b: Vec2) => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0])
  const chain = (all: readonly Vec2[]): Vec2[] => {
    const out: Vec2[] = []
    for (const p of all) {
      while (out.length > 1 && turns(out.at(-2)!, out.at(-1)!, p) <= 0) out.pop()
      out.push(p)
    }
    return out.slice(0, -1)
  }
  const hull = [...chain(sorted), ...chain([...sorted].reverse())]
  return hull.reduce((sum, p, k) => {
    const q = hull[(k + 1) % hull.length]!
    return sum + (p[0] * q[1] - q[0] * p[1]) / 2
  }, 0)
}
