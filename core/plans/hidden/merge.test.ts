import fc from 'fast-check'
import { mergeSegments, type Segment } from './merge'

const n = fc.integer({ min: -4000, max: 4000 }).map((v) => v / 8)
const segment = fc
  .tuple(n, n, n, n)
  .filter(([a, b, c, d]) => Math.hypot(c - a, d - b) > 1) as fc.Arbitrary<Segment>
const length = (list: readonly Segment[]) =>
  list.reduce((sum, [a, b, c, d]) => sum + Math.hypot(c - a, d - b), 0)
const between = ([a, b, c, d]: Segment, s: number, t: number): Segment => [
  a + (c - a) * s,
  b + (d - b) * s,
  a + (c - a) * t,
  b + (d - b) * t,
]
/** A share of a segment: two places along it, in order. */
const share = fc
  .tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }))
  .map(([s, t]) => [Math.min(s, t), Math.max(s, t)] as const)

test('a line cut up anyhow and laid on itself, in any direction, is drawn once', () => {
  fc.assert(
    fc.property(segment, fc.array(share, { maxLength: 8 }), fc.boolean(), (whole, shares, turned) => {
      const parts = shares
        .filter(([s, t]) => t > s)
        .map(([s, t]) => (turned ? between(whole, t, s) : between(whole, s, t)))
      const { visible, hidden } = mergeSegments([whole, ...parts], [])
      expect(visible).toHaveLength(1)
      expect(length(visible)).toBeCloseTo(length([whole]), 1)
      expect(hidden).toEqual([])
    }),
  )
})
test('what is visible goes before what is hidden, and both together are the line', () => {
  fc.assert(
    fc.property(segment, share, share, (whole, seen, covered) => {
      const [v, h] = [between(whole, ...seen), between(whole, ...covered)]
      const { visible, hidden } = mergeSegments([v], [h])
      const overlap =
        Math.max(0, Math.min(seen[1], covered[1]) - Math.max(seen[0], covered[0])) * length([whole])
      expect(length(visible)).toBeCloseTo(length([v]) < 0.01 ? 0 : length([v]), 1)
      expect(Math.abs(length(hidden) - (length([h]) - overlap))).toBeLessThan(0.06)
    }),
  )
})
test('lines that lie side by side stay two, wherever they lie', () => {
  fc.assert(
    fc.property(
      segment,
      fc.integer({ min: 1, max: 50 }).map((k) => k / 5),
      (one, apart) => {
        const l = length([one])
        const [x, y] = [(-(one[3] - one[1]) / l) * apart, ((one[2] - one[0]) / l) * apart]
        const two: Segment = [one[0] + x, one[1] + y, one[2] + x, one[3] + y]
        expect(mergeSegments([one, two], []).visible).toHaveLength(2)
      },
    ),
  )
})
// A millionth of a millimetre is where sums of doubles part; a short line turns by it the most.
test('the last digit does not part what is one line', () => {
  fc.assert(
    fc.property(
      segment,
      fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 4, maxLength: 4 }),
      (one, off) => {
        const two = one.map((v, i) => v + off[i]! * 1e-6) as unknown as Segment
        expect(mergeSegments([one], [two])).toMatchObject({ visible: [expect.anything()], hidden: [] })
      },
    ),
    {
      examples: [
        [
          [-0.5, 0, 0, -0.875],
          [-1, -7, 0, 2],
        ],
      ],
    },
  )
})
