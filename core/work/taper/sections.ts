/**
 * Sections along wood as what is ruled between them: like corners in each, in the same order, without
 * twist.
 */
import { cornersOf, extentOf, pointOn, polygon, type Segment } from '../../outline'
import type { Mm } from '../../measure'
import type { Vec2 } from '../tool'
import type { RuledSide, Station } from '../tools/ruled'

/** A section on its own: closed, anticlockwise, about the middle of the wood. */
export interface Section {
  readonly z: Mm
  readonly segments: readonly Segment[]
  /** Larger or smaller than it is told, along both axes, and moved there. */
  readonly by: Vec2
  readonly to: Vec2
}

/** How far chords are from what they stand for: as for what is turned. */
const CHORD: Mm = 0.01
/** How far the triangles of a side that winds are from it. */
const WINDS: Mm = 0.01
/** A side that winds is parted into no more strips than this either way. */
const STRIPS = 24
/** Places nearer to each other than this are one, radians and millimetres. */
const ONE = 1e-6

export const rectangleOf = (w: Mm, t: Mm, [u, v]: Vec2): Segment[] =>
  polygon([
    [u - w / 2, v - t / 2],
    [u + w / 2, v - t / 2],
    [u + w / 2, v + t / 2],
    [u - w / 2, v + t / 2],
  ])

const placed = ({ by, to }: Section, [u, v]: Vec2): Vec2 => [u * by[0] + to[0], v * by[1] + to[1]]

/** From its least to its greatest place along both axes. */
export function boxOf(s: Section): readonly [Vec2, Vec2] {
  const [low, high] = extentOf(s.segments)
  return [placed(s, low), placed(s, high)]
}

/** Its corners, and for each the piece that starts there: which, and whether that is round. */
interface Ring {
  readonly corners: readonly Vec2[]
  readonly sides: readonly RuledSide[]
}

/**
 * What stays between the sections. Those of as many pieces each are ruled from piece to piece; others along
 * rays from their middles, and `unseen` is the one of which not all is seen from there.
 */
export function stationsOf(
  sections: readonly Section[],
): { readonly stations: Station[]; readonly sides: RuledSide[] } | { readonly unseen: Section } {
  const count = sections[0]!.segments.length
  const alike = sections.every((s) => s.segments.length === count)
  const rings = alike ? byPieces(sections) : byRays(sections)
  if ('unseen' in rings) return rings
  return parted(
    sections.map((s) => s.z),
    rings,
  )
}

/** Each begun where it winds least against the first, and all parted into as many sides. */
function byPieces(sections: readonly Section[]): Ring[] {
  /** Where its pieces start, from its middle. */
  const starts = (s: Section): Vec2[] => {
    const [u, v] = middleOf(s)
    return s.segments.map(({ from }) => placed(s, from)).map(([a, b]) => [a - u, b - v])
  }
  const first = starts(sections[0]!)
  const turned = sections.map((s) => {
    const own = starts(s)
    const winds = (by: number) =>
      first.reduce((sum, a, k) => {
        const b = own[(k + by) % own.length]!
        return sum + Math.hypot(a[0] - b[0], a[1] - b[1])
      }, 0)
    const by = own.map((_, k) => winds(k)).reduce((best, w, k, all) => (w < all[best]! - ONE ? k : best), 0)
    return { ...s, segments: [...s.segments.slice(by), ...s.segments.slice(0, by)] }
  })
  const parts = turned[0]!.segments.map((_, k) =>
    Math.max(...turned.map((s) => cornersOf(s.segments[k]!, CHORD / Math.max(...s.by, ONE)).length)),
  )
  return turned.map((s) => {
    const corners = s.segments.flatMap((piece, k) =>
      Array.from({ length: parts[k]! }, (_, n) => placed(s, pointOn(piece, n / parts[k]!))),
    )
    const sides = s.segments.flatMap((_, piece) =>
      Array.from({ length: parts[piece]! }, (): RuledSide => ({ piece, round: parts[piece]! > 1 })),
    )
    return { corners, sides }
  })
}

function middleOf(s: Section): Vec2 {
  const [low, high] = boxOf(s)
  return [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2]
}

/** All cut by the rays to the corners of any. */
function byRays(sections: readonly Section[]): Ring[] | { readonly unseen: Section } {
  const turn = 2 * Math.PI
  const round = (a: number) => a - turn * Math.floor(a / turn)
  const seen = sections.map((s) => {
    const middle = middleOf(s)
    const spots = s.segments.flatMap((g, piece) => {
      const corners = cornersOf(g, CHORD / Math.max(...s.by, ONE))
      return corners.map((c) => ({ at: placed(s, c), piece, round: corners.length > 1 }))
    })
    const angles = spots.map(({ at }) => round(Math.atan2(at[1] - middle[1], at[0] - middle[0])))
    return { s, middle, spots, angles }
  })
  for (const { s, angles } of seen) {
    const steps = angles.map((a, k) => round(angles[(k + 1) % angles.length]! - a))
    // Once round, always onwards.
    if (steps.some((b) => b > Math.PI) || Math.abs(steps.reduce((a, b) => a + b, 0) - turn) > 1e-6)
      return { unseen: s }
  }
  const rays = seen
    .flatMap(({ angles }) => angles)
    .sort((a, b) => a - b)
    .filter((a, k, all) => k === 0 || a - all[k - 1]! > ONE)
  if (rays.length > 1 && rays[0]! + turn - rays.at(-1)! < ONE) rays.pop()
  return seen.map(({ middle, spots, angles }) => {
    const hits = rays.map((ray) => {
      // The piece whose stretch the ray is in.
      const k = angles.reduce(
        (best, a, n) => (round(ray - a + ONE) < round(ray - angles[best]! + ONE) ? n : best),
        0,
      )
      const { at, piece, round: bent } = spots[k]!
      const next = spots[(k + 1) % spots.length]!.at
      const way: Vec2 = [Math.cos(ray), Math.sin(ray)]
      const [du, dv] = [next[0] - at[0], next[1] - at[1]]
      const off = (du * (at[1] - middle[1]) - dv * (at[0] - middle[0])) / (du * way[1] - dv * way[0])
      const corner: Vec2 = [middle[0] + way[0] * off, middle[1] + way[1] * off]
      return { corner, side: { piece, round: bent } }
    })
    return { corners: hits.map((h) => h.corner), sides: hits.map((h) => h.side) }
  })
}

/** Sides that wind are parted into strips, along and across, until they are as near as is asked. */
function parted(
  places: readonly Mm[],
  rings: readonly Ring[],
): { readonly stations: Station[]; readonly sides: RuledSide[] } {
  const n = rings[0]!.corners.length
  const at = (r: number, k: number) => rings[r]!.corners[k % n]!
  const winding = (r: number, k: number): Mm => {
    const [a, b, c, d] = [at(r - 1, k), at(r - 1, k + 1), at(r, k + 1), at(r, k)]
    const [e, f]: [Vec2, Vec2] = [
      [b[0] - a[0], b[1] - a[1]],
      [c[0] - d[0], c[1] - d[1]],
    ]
    // Twice the triangle between the ways of both ends of the side, over the longer one.
    return Math.abs(e[0] * f[1] - e[1] * f[0]) / Math.max(Math.hypot(...e), Math.hypot(...f), ONE)
  }
  const most = (r: number) => Math.max(...rings[r]!.corners.map((_, k) => winding(r, k)))
  const turns = rings.slice(1).map((_, r) => most(r + 1))
  // A strip of 1/n by 1/n winds by 1/n² as much, and its triangles are off by a quarter of that.
  const strips = turns.map((w) => Math.min(STRIPS, Math.max(1, Math.ceil(Math.sqrt(w / 4 / WINDS)))))
  const across = Math.max(...strips)
  const split = (corners: readonly Vec2[]): Vec2[] =>
    corners.flatMap((a, k) => {
      const b = corners[(k + 1) % n]!
      return Array.from({ length: across }, (_, m) => mixed(a, b, m / across))
    })
  const wide = rings.map((r) => split(r.corners))
  const stations: Station[] = [{ z: places[0]!, corners: wide[0]! }]
  for (let r = 1; r < rings.length; r++)
    for (let m = 1; m <= strips[r - 1]!; m++) {
      const share = m / strips[r - 1]!
      stations.push({
        stretch: r - 1,
        z: places[r - 1]! + (places[r]! - places[r - 1]!) * share,
        corners: wide[r]!.map((b, k) => mixed(wide[r - 1]![k]!, b, share)),
      })
    }
  const sides = rings[0]!.sides.flatMap((_, k) => {
    const round = rings.some((r) => r.sides[k]!.round)
    // A number for what is ruled between these pieces, and no others.
    const piece = rings.reduce((sum, r) => sum * PIECES + r.sides[k]!.piece, 0)
    return Array.from({ length: across }, (): RuledSide => ({ piece, round }))
  })
  return { stations, sides: named(sides) }
}

/** More pieces than an outline has. */
const PIECES = 1024
/** Numbered by the order in which they come. */
function named(sides: readonly RuledSide[]): RuledSide[] {
  const numbers = new Map<number, number>()
  for (const { piece } of sides) if (!numbers.has(piece)) numbers.set(piece, numbers.size)
  return sides.map((s) => ({ ...s, piece: numbers.get(s.piece)! }))
}

const mixed = (a: Vec2, b: Vec2, share: number): Vec2 =>
  share === 0 ? a : share === 1 ? b : [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]
