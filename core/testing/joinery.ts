/** What several tests of joints start from: sizes, a rail and a post, and volumes to compare. Millimetres. */
import fc from 'fast-check'
import { change, onFace, type Change, type Joint } from '../document'
import { block, make, stock } from './scenario'

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

export const joined = (joints: ReadonlyArray<Pick<Joint, 'kind' | 'between'> & Partial<Joint>>): Change =>
  change.addJoints({ joints: joints.map((j, n) => ({ id: `j${n}`, fields: {}, ...j })) })
export const at = (piece: string, face: Parameters<typeof onFace>[0] | null) => ({
  piece,
  at: face && onFace(face),
})

/** Two sides, three shelves in their dados and a back in their rabbets. */
export const casework = make([
  stock('any', 18),
  ...block('l', 'up-left', [0, 18], [0, 300], [0, 900]),
  ...block('r', 'up-left', [582, 18], [0, 300], [0, 900]),
  ...[100, 400, 700].flatMap((up, n) => block(`s${n}`, 'right-up', [18, 564], [0, 282], [up, 18])),
  ...block('back', 'up-front', [18, 564], [282, 18], [0, 900]),
  joined([
    ...[0, 1, 2].flatMap((n) =>
      (
        [
          ['end1', 'l'],
          ['end2', 'r'],
        ] as const
      ).map(([face, side]) => ({
        kind: 'housing',
        between: [at(`s${n}`, face), at(side, null)],
        fields: { depth: '6' },
      })),
    ),
    ...(
      [
        ['edge1', 'l'],
        ['edge2', 'r'],
      ] as const
    ).map(([face, side]) => ({
      kind: 'housing',
      between: [at('back', face), at(side, null)],
      fields: { depth: '6' },
    })),
  ]),
])
