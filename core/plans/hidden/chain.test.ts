import fc from 'fast-check'
import { chained } from './chain'

type Segment = readonly [number, number, number, number]
const arc = (n: number, r: number, turn: number, u = 0, v = 0): Segment[] =>
  Array.from({ length: n }, (_, k): Segment => {
    const [a, b] = [(turn * k) / n, (turn * (k + 1)) / n]
    return [u + r * Math.cos(a), v + r * Math.sin(a), u + r * Math.cos(b), v + r * Math.sin(b)]
  })
/** As they come from a search: in any order, and from either end. */
const shuffled = (all: readonly Segment[]) =>
  fc
    .tuple(
      fc.shuffledSubarray([...all], { minLength: all.length }),
      fc.array(fc.boolean(), { minLength: all.length, maxLength: all.length }),
    )
    .map(([some, turned]) =>
      some.map(([a, b, c, d], k): Segment => (turned[k] ? [c, d, a, b] : [a, b, c, d])),
    )

test('the chords of a curve are one way, whatever order they come in', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 13, max: 80 }).chain((n) => shuffled(arc(n, 40, Math.PI))),
      (chords) => {
        const ways = chained(chords)
        expect(ways).toHaveLength(1)
        expect(ways[0]).toHaveLength(chords.length + 1)
      },
    ),
  )
})

test('all round it comes back to where it starts, and nothing is drawn twice or left out', () => {
  const two = [...arc(40, 20, 2 * Math.PI), ...arc(30, 5, 2 * Math.PI, 100)]
  fc.assert(
    fc.property(shuffled(two), (chords) => {
      const ways = chained(chords)
      expect(ways.map((w) => w.length).sort((a, b) => a - b)).toEqual([31, 41])
      for (const way of ways)
        way[0]!.forEach((x, i) => expect(Math.abs(x - way.at(-1)![i]!)).toBeLessThan(1e-9))
    }),
  )
})

test('corners and places where more than two lines meet end a way', () => {
  const square: Segment[] = [
    [0, 0, 10, 0],
    [10, 0, 10, 10],
    [10, 10, 0, 10],
    [0, 10, 0, 0],
  ]
  expect(chained(square)).toHaveLength(4)
  const tee: Segment[] = [
    [0, 0, 10, 0],
    [10, 0, 20, 0],
    [10, 0, 10, 10],
  ]
  expect(chained(tee)).toHaveLength(3)
  expect(chained([])).toEqual([])
})
