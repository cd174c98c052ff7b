/**
 * Router bits in section: how far from its axis each height of a bit cuts. Lengths in millimetres, heights
 * from the lowest edge that cuts, upwards.
 */
import type { Bit } from '../document'
import type { Mm } from '../measure'
import { SHAPES, type Pair } from './bitshapes'

/** What a bit cuts: radius over height from its lowest edge up, and what rolls along the wood. */
export interface Cutter {
  /** Corners of its outline, at least two; heights never fall. Arcs are many-sided. */
  readonly profile: readonly Pair[]
  /** The radius of its bearing; null for none. */
  readonly bearing: Mm | null
  /** Its largest radius. */
  readonly radius: Mm
  /** How long its cutting edges are. */
  readonly length: Mm
  /** The deepest it is to cut in one pass. */
  readonly bite: Mm
  /** Turns a minute, from least to most. */
  readonly speed: readonly [number, number]
}

const INCH: Mm = 25.4
/** Speeds by diameter: to 1 in, to 2 in, over that. */
const SPEEDS: ReadonlyArray<readonly [upTo: Mm, speed: readonly [number, number]]> = [
  [INCH, [18_000, 22_000]],
  [2 * INCH, [12_000, 16_000]],
  [Infinity, [8_000, 12_000]],
]

/** The measures of a shape of bit, by their names. */
export const bitMeasures = (shape: string) => shapeOf(shape)?.measures ?? {}

/** A shape by its name; what every object has is none. */
const shapeOf = (shape: string) => (Object.hasOwn(SHAPES, shape) ? SHAPES[shape] : undefined)

/**
 * What a bit cuts by its measures in millimetres and degrees; a sentence where no bit is like that.
 */
export function cutterOf(
  bit: Pick<Bit, 'shape' | 'speed'>,
  values: Readonly<Record<string, number>>,
  bearing: Mm | null,
  bite: Mm | null,
): Cutter | string {
  const shape = shapeOf(bit.shape)
  if (!shape) return `there is no shape of bit called ${bit.shape}`
  for (const [name, m] of Object.entries(shape.measures)) {
    const v = values[name]
    if (v !== undefined && v <= 0 && !m.nought) return `its ${m.label.toLowerCase()} must be more than 0`
  }
  if (bearing !== null && bearing <= 0) return 'its bearing must have a diameter'
  const outline = shape.profile(values)
  if (typeof outline === 'string') return outline
  const out = shape.bearing ? (bearing ?? 0) / 2 : 0
  const profile = outline.map(([r, z]): Pair => [r + out, z])
  const radius = Math.max(...profile.map(([r]) => r))
  const length = profile.at(-1)![1]
  if (profile.some(([r]) => r < -1e-9)) return 'it would be less than 0 wide'
  if (bearing !== null && bearing / 2 > radius + 1e-9) return 'its bearing is wider than its cut'
  return {
    profile,
    bearing: bearing === null ? null : bearing / 2,
    radius,
    length,
    // Half its diameter and a quarter of an inch at most.
    bite: bite ?? Math.min(radius, INCH / 4),
    speed: bit.speed ?? SPEEDS.find(([upTo]) => 2 * radius <= upTo + 1e-9)![1],
  }
}

export { SHAPES as BIT_SHAPES } from './bitshapes'
