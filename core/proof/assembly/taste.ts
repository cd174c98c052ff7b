/**
 * What a maker would take off first of what can come off: lids, doors and backs; then what is furthest, by
 * its joints, from what carries the most; the smaller before the larger, straight out of its joints,
 * upwards best.
 */
import { movedBy } from '../../hardware'
import { jointKind } from '../../joints'
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import { AXES, dot, hull, negated, volumeOf, type Vec3 } from '../../pieces'
import type { Instance } from '../../resolve'
import type { Link } from './links'

const ALONG = 1 - 1e-6
/**
 * So much thinner than most, and so much broader than thick, a piece is a panel, put in when its frame
 * stands.
 */
const THIN = 0.6
const BROAD = 10

export interface Taste {
  /** The lower, the sooner a part comes off what is `left`, itself among that. */
  rank(parts: readonly number[], left: ReadonlySet<number>, way: Vec3): number[]
}

/** For parts, each of one piece or of several that were put together before. */
export function tasteFor(
  parts: ReadonlyArray<readonly Instance[]>,
  links: readonly Link[],
  model: Model,
): Taste {
  const at = new Map(parts.flatMap((p, n) => p.map((i) => [i.key, n] as const)))
  const between = links.flatMap(({ a, b, straight }) => {
    const [n, m] = [at.get(a.key), at.get(b.key)]
    return n === undefined || m === undefined || n === m ? [] : [{ n, m, straight }]
  })
  const late = lateness(parts, model)
  const bulk = parts.map((p) => p.reduce((sum, i) => sum + volumeOf(i.grown), 0))
  const low = parts.map((p) => Math.min(...p.map((i) => i.grown.min[2])))
  const held = parts.map((_, n) => between.filter((l) => l.n === n || l.m === n).length)
  // What all else is put to.
  const base = parts
    .map((_, n) => n)
    .sort(
      (n, m) =>
        late[n]! - late[m]! ||
        held[m]! - held[n]! ||
        (Math.abs(bulk[m]! - bulk[n]!) > 1 ? bulk[m]! - bulk[n]! : 0) ||
        (Math.abs(low[n]! - low[m]!) > 1 ? low[n]! - low[m]! : 0) ||
        n - m,
    )[0]!
  const far = distances(parts.length, base, between)
  /** To what each is held, and which way it leaves that. */
  const joined = parts.map((_, n) =>
    between.flatMap((l) =>
      l.n === n
        ? [{ to: l.m, straight: l.straight }]
        : l.m === n
          ? [{ to: l.n, straight: negated(l.straight) }]
          : [],
    ),
  )
  return {
    rank(some, left, way) {
      const goes = new Set(some)
      const out = some.flatMap((n) =>
        joined[n]!.flatMap(({ to, straight }) => (left.has(to) && !goes.has(to) ? [dot(straight, way)] : [])),
      )
      return [
        goes.has(base) ? 1 : 0,
        -Math.min(...some.map((n) => late[n]!)),
        some.length,
        -Math.min(...some.map((n) => far[n]!)),
        Math.round(some.reduce((sum, n) => sum + bulk[n]!, 0)),
        // How far it goes from straight out, all joints taken together, in hundredths.
        Math.round(100 * out.reduce((sum, along) => sum + 1 - Math.max(0, along), 0)),
        way[2] > ALONG ? 0 : way[2] < -ALONG ? 2 : 1,
        -some[0]!,
      ]
    },
  }
}

/** By how many others each part is held to the one that all is put to. */
function distances(count: number, base: number, links: ReadonlyArray<{ n: number; m: number }>): number[] {
  const far = new Array<number>(count).fill(count)
  far[base] = 0
  for (let ring = [base], d = 1; ring.length > 0; d++) {
    const next: number[] = []
    for (const { n, m } of links)
      for (const [one, other] of [
        [n, m],
        [m, n],
      ] as const)
        if (ring.includes(one) && far[other] === count) {
          far[other] = d
          next.push(other)
        }
    ring = next
  }
  return far
}

/** That of which most of the wood is. */
function usualThickness(all: readonly Instance[]): Mm {
  const bulk = new Map<Mm, number>()
  for (const i of all) bulk.set(i.thickness, (bulk.get(i.thickness) ?? 0) + i.length * i.width * i.thickness)
  return [...bulk].reduce((a, b) => (b[1] > a[1] ? b : a))[0]
}

/** How late each goes on: panels, backs and covers after their frame, what turns last of all. */
function lateness(parts: ReadonlyArray<readonly Instance[]>, model: Model): number[] {
  const { project, resolved } = model
  const turning = new Set(
    project.hardware.flatMap((h) => (h.kind === 'hinge' ? movedBy(resolved, h).map((i) => i.key) : [])),
  )
  const turned = new Set(
    project.joints.flatMap((j) => (jointKind(j.kind)?.holds === 'turning' ? [j.between[0]!.piece] : [])),
  )
  const carries = new Set(project.hardware.flatMap((h) => (h.kind === 'hinge' ? [h.on] : [])))
  const all = parts.flat()
  const { min, max } = hull(all.map((i) => i.grown)) ?? { min: [0, 0, 0], max: [0, 0, 0] }
  const thick = usualThickness(all)
  return parts.map((part) => {
    if (part.some((i) => turning.has(i.key) || turned.has(i.piece))) return 3
    const [one] = part
    if (part.length > 1 || !one) return 0
    if (carries.has(one.piece)) return 2
    const panel = one.thickness < THIN * thick && Math.min(one.length, one.width) > BROAD * one.thickness
    const broad = one.facing.room[2]
    const share = AXES.reduce<number>(
      (n, k) => (k === broad ? n : (n * (one.grown.max[k] - one.grown.min[k])) / (max[k] - min[k])),
      1,
    )
    const [low, high] = [min[broad], max[broad]]
    const place = ((one.grown.min[broad] + one.grown.max[broad]) / 2 - low) / (high - low || 1)
    // A back lies behind all else, a cover on it.
    const outside = one.square && broad !== 0 && place > 0.75 && share > 0.5
    if (panel) return outside ? 1 : 0.25
    return outside && broad === 2 && share > 0.8 ? 0.5 : 0
  })
}
