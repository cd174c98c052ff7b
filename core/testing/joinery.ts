/** What several tests of joints start from: sizes, a rail and a post, and volumes to compare. Millimetres. */
import fc from 'fast-check'
import type { Change } from '../document'
import { block } from './scenario'

export const mm = (min: number, max: number) =>
  fc.integer({ min: min * 100, max: max * 100 }).map((n) => n / 100)
/** Area of a circle, or of the figure of so many sides that stands for one in an outline. */
export const polygon = (radius: number, sides = Infinity) =>
  radius * radius * (sides === Infinity ? Math.PI : (sides / 2) * Math.sin((2 * Math.PI) / sides))

/** A rail whose end meets the face of a post: a runs across, ending at b's left side. */
export const rail = (w: number, t: number, host: { w: number; t: number }, flush: boolean): Change[] => [
  ...block('a', 'right-front', [0, 300], [50, t], [flush ? 0 : 100, w]),
  ...block('b', 'up-left', [300, host.t], [50 + t / 2 - host.w / 2, host.w], [0, flush ? w : 100 + w + 150]),
]

/** Within a millionth of what the closed form gives. */
export const close = (found: number, wanted: number) =>
  expect(Math.abs(found / wanted - 1)).toBeLessThan(1e-6)

/** Two pieces a and b, a joint between them, and the volume of what is left. */
export interface Made {
  readonly changes: readonly Change[]
  readonly joint: Change
  /** What is left of each piece, by the closed form, told of its grown blank. */
  readonly volumes: Readonly<Record<string, number>>
}
export type Cases = Readonly<Record<string, fc.Arbitrary<Made>>>
