/** What is tapered: volumes of prismatoids, sides that stay, and sections that cannot be. */
import fc from 'fast-check'
import { change, onFace, type Change } from '../../document'
import { findAlike } from '../../cuts'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel } from '../../testing/scenario'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [L, W, T] = [600, 60, 18]
const leg = (
  on: string,
  fields: Record<string, string | number>,
  options: Record<string, string> = {},
): Change =>
  change.addStep({
    on,
    step: {
      id: `w${on}`,
      kind: 'taper',
      off: false,
      at: onFace('face'),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options,
    },
  })
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, L], [0, W], [0, T]), ...more])
const shapeOf = (p: ReturnType<typeof board>, key = 'a#1') => {
  const m = modelOf(p)
  return kernel.shape(m.recipe(instance(m, key)))
}
const says = (p: ReturnType<typeof board>) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))

/** Simpson’s rule is exact between two rectangles: h / 6 · (A + 4 M + B). */
const prismatoid = (h: number, [a, b]: readonly [number, number], [c, d]: readonly [number, number]) =>
  (h / 6) * (a * b + (a + c) * (b + d) + c * d)

const size = (most: number) => fc.double({ min: most / 10, max: most, noNaN: true })

test('between sections it is as large as its prismatoids, whichever sides stay', () => {
  fc.assert(
    fc.property(
      fc.tuple(size(W), size(T)),
      fc.tuple(size(W), size(T)),
      fc.tuple(size(W), size(T)),
      fc.double({ min: 20, max: 250, noNaN: true }),
      fc.double({ min: 300, max: 550, noNaN: true }),
      fc.constantFrom('middle', 'low', 'high'),
      fc.constantFrom('middle', 'low', 'high'),
      (one, two, three, at1, at2, across, deep) => {
        const p = board(
          leg(
            'a',
            {
              ...{ at1, width1: one[0], thickness1: one[1], at2, width2: two[0], thickness2: two[1] },
              ...{ width3: three[0], thickness3: three[1] },
            },
            { across, deep },
          ),
        )
        // The wood before the first section stays as it is.
        const wanted = at1 * W * T + prismatoid(at2 - at1, one, two) + prismatoid(L - at2, two, three)
        expect(shapeOf(p).volume / wanted).toBeCloseTo(1, 5)
      },
    ),
    { numRuns: 60 },
  )
})

test('a side that stays is where it was, along all of it', () => {
  const ends = (options: Record<string, string>) => {
    const { positions } = shapeOf(board(leg('a', { width3: 20, thickness3: 6 }, options)))
    const far = Array.from({ length: positions.length / 3 }, (_, n) => [
      ...positions.slice(3 * n, 3 * n + 3),
    ]).filter(([x]) => x! > L - 0.01)
    return [1, 2].map((i) =>
      [Math.min(...far.map((p) => p[i]!)), Math.max(...far.map((p) => p[i]!))].map(
        (v) => Math.round(v * 100) / 100,
      ),
    )
  }
  expect(ends({})).toEqual([
    [20, 40],
    [6, 12],
  ])
  expect(ends({ across: 'low', deep: 'low' })).toEqual([
    [0, 20],
    [0, 6],
  ])
  expect(ends({ across: 'high', deep: 'high' })).toEqual([
    [40, 60],
    [12, 18],
  ])
})

test('one tapered the other way is the same piece turned over', () => {
  const p = board(
    ...block('b', 'right-up', [0, L], [100, W], [0, T]),
    leg('a', { width3: 20 }, { across: 'low' }),
    leg('b', { width3: 20 }, { across: 'high' }),
  )
  expect(findAlike(modelOf(p)).map((a) => a.instances.length)).toEqual([2])
})

test('sections that cannot be are refused in a sentence', () => {
  expect(says(board(leg('a', { width3: 80 })))).toContain('The section at 600 is 80 × 18, and A is 60 × 18')
  expect(says(board(leg('a', { width3: 0 })))).toContain('Nothing would be left of A at 600')
  expect(says(board(leg('a', { at3: 700, width3: 20 })))).toContain(
    'The section at 700 lies beyond A, which is 600 long',
  )
  expect(says(board(leg('a', { at1: 300, at2: 200, width3: 20 })))).toContain(
    'The sections of A follow each other along it; that at 200 comes too early',
  )
  expect(says(board(leg('a', {})))).toContain('Each section is all of A, so nothing is tapered')
})
