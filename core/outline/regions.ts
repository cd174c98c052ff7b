/** What lies within a path and without those next within it. */
import { CORNERS } from './corners'
import type { Mm } from '../measure'
import { holds, resegmented, type Path } from './paths'
import { cornersOf, cross, endWay, startWay, type Segment } from './segments'

export interface Region {
  readonly outer: Path
  readonly inner: readonly Path[]
}

const CHORD: Mm = 0.05

/** The regions of even depth, where wood is meant, or of odd depth, the holes in it. */
export function regionsOf(paths: readonly Path[], of: 'even' | 'odd'): Region[] {
  const loops = new Map(paths.map((p) => [p, p.segments.flatMap((s) => cornersOf(s, CHORD))]))
  return paths
    .filter((p) => (p.depth % 2 === 0) === (of === 'even'))
    .map((outer) => ({
      outer,
      inner: paths.filter((p) => p.depth === outer.depth + 1 && holds(loops.get(outer)!, loops.get(p)![0]!)),
    }))
}

/**
 * A region as a round bit of this radius leaves it: where it cannot reach into a corner, that is round. Null
 * where it does not go in at all, or leaves more than a corner standing. It runs off the wood along sides
 * that are `open`, and leaves nothing in their corners.
 */
export function asBitLeaves(
  { outer, inner }: Region,
  radius: Mm,
  open: (side: Segment) => boolean = () => false,
): Region | null {
  const reached = (path: Path, side: 1 | -1): Path | null => {
    const tight = path.segments.some(
      (s) => s.kind === 'arc' && Math.sign(s.sweep) === side && s.radius < radius - 1e-9,
    )
    const segments = tight ? null : roundedOff(path.segments, radius, side, open)
    return segments && { ...path, segments }
  }
  const round = reached(outer, 1)
  // Anticlockwise round what stands, so what turns right there is an inside corner.
  const islands = inner.map((p) => reached(p, -1))
  return round && islands.every((p) => p !== null) ? { outer: round, inner: islands } : null
}

/** A path whose corners to one side are rounded; null where there is no room. */
function roundedOff(
  all: readonly Segment[],
  radius: Mm,
  side: 1 | -1,
  open: (side: Segment) => boolean,
): Segment[] | null {
  const segments = [...all]
  const between = segments.map((): readonly Segment[] => [])
  for (let k = 0; k < segments.length; k++) {
    const before = (k + segments.length - 1) % segments.length
    const [a, b] = [segments[before]!, segments[k]!]
    if (a === b || open(all[before]!) || open(all[k]!)) continue
    if (side * cross(endWay(a), startWay(b)) < 1e-6) continue
    const eased = CORNERS.round.ease(a, b, radius, `${b.of}r`)
    if (!eased) return null
    segments[before] = resegmented(segments[before]!, eased.end, 'to')
    segments[k] = resegmented(segments[k]!, eased.start, 'from')
    between[k] = eased.between
  }
  return segments.flatMap((s, k) => [...between[k]!, s])
}
