/** Paths of straights and bends from a table, and the strip they are bent from. Millimetres, radians. */
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'
import { cornerAt, stationsOf, type Leg, type Section } from '../tools/bent'
import type { Bend, Fibre } from './bent'

/** As many bends as a path has at most. */
export const MOST_BENDS = 6

/** A bend as it is told: degrees, and how its plane is turned from that of the first. */
export interface BendRow {
  readonly radius: Mm
  readonly angle: number
  readonly roll: number
  /** How far it goes straight on afterwards. */
  readonly straight: Mm
}

/** How thick a section is in a plane through its middle that is turned so. */
export const thickIn = (section: Section, roll: number): Mm => {
  const [cos, sin] = [Math.cos(roll), Math.sin(roll)]
  if (section.radius !== null) return 2 * section.radius
  const all = section.corners.map(([u, v]) => u * cos + v * sin)
  return Math.max(...all) - Math.min(...all)
}

const rad = (degrees: number): number => (degrees * Math.PI) / 180

/** How far the middle of the section is from the fibre, away from the middle of a bend. */
const outOf = (fibre: Fibre, thick: Mm): Mm => ({ centre: 0, inside: thick / 2, outside: -thick / 2 })[fibre]

export interface Path extends Pick<Bend, 'legs' | 'long' | 'marks' | 'tightest'> {
  /** The number of a bend, from 1, whose inside would have no radius; null for none. */
  readonly tooTight: number | null
}

/** What is told along a fibre, as the middle of the section goes; the developed length is the fibre's. */
export function pathOf(first: Mm, bends: readonly BendRow[], section: Section, fibre: Fibre): Path {
  const legs: Leg[] = first > 0 ? [{ kind: 'straight', long: first }] : []
  const marks: Array<readonly [Mm, Mm]> = []
  let [long, tooTight]: [Mm, number | null] = [first, null]
  let tightest: Path['tightest'] = null
  for (const [k, b] of bends.entries()) {
    const thick = thickIn(section, rad(b.roll))
    const radius = b.radius + outOf(fibre, thick)
    const inside = radius - thick / 2
    if (inside < -1e-9) tooTight ??= k + 1
    legs.push({ kind: 'bend', radius, angle: rad(b.angle), roll: rad(b.roll) })
    const goes = b.radius * Math.abs(rad(b.angle))
    marks.push([long, long + goes])
    long += goes + b.straight
    if (b.straight > 0) legs.push({ kind: 'straight', long: b.straight })
    if (!tightest || inside / thick < tightest.radius / tightest.thick) tightest = { radius: inside, thick }
  }
  return { legs, long, marks, tightest, tooTight }
}

/**
 * The least box round what is swept, where the path starts at nought along the first axis, or is turned from
 * that towards the second.
 */
export function boxOf(
  legs: readonly Leg[],
  section: Section,
  turn = 0,
): { readonly min: Vec3; readonly max: Vec3 } {
  const { corners, radius } = section
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const about = ([x, y, z]: Vec3): Vec3 => [cos * x - sin * y, sin * x + cos * y, z]
  const all = stationsOf({ legs, section }).flatMap((pose): Vec3[] => {
    if (radius === null) return corners.map((c) => about(cornerAt(pose, c)))
    // A disc reaches as far along an axis as its own plane runs along that.
    const [at, out, up] = [pose.at, pose.out, pose.up].map(about) as [Vec3, Vec3, Vec3]
    const reach = [0, 1, 2].map((i) => radius * Math.hypot(out[i]!, up[i]!))
    return [1, -1].map((side) => at.map((x, i) => x + side * reach[i]!) as unknown as Vec3)
  })
  const of = (pick: (...n: number[]) => number): Vec3 =>
    [0, 1, 2].map((i) => pick(...all.map((p) => p[i]!))) as unknown as Vec3
  return { min: of(Math.min), max: of(Math.max) }
}
