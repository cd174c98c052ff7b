import fc from 'fast-check'
import { regularOf } from './regular'
import { polygon } from './segments'
import { runs } from '../testing/runs'

const figure = (n: number, apothem: number, turn: number, stretch = 1) =>
  polygon(
    Array.from({ length: n }, (_, k) => {
      const t = ((360 / n) * (k + 0.5) + turn) * (Math.PI / 180)
      const r = apothem / Math.cos(Math.PI / n)
      return [50 + stretch * r * Math.cos(t), 70 + r * Math.sin(t)]
    }),
  )

test('is known by its sides, its middle and how far they are off it, however it is turned', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 5, max: 24 }),
      fc.double({ min: 2, max: 400, noNaN: true }),
      fc.double({ min: -180, max: 180, noNaN: true }),
      (n, apothem, turn) => {
        const found = regularOf(figure(n, apothem, turn))!
        expect(found.sides).toBe(n)
        expect(found.apothem).toBeCloseTo(apothem, 6)
        expect(found.centre).toEqual([expect.closeTo(50, 6), expect.closeTo(70, 6)])
        expect(found.turned).toBeLessThanOrEqual(180 / n + 1e-6)
        expect(regularOf(figure(n, apothem, turn).reverse())?.sides ?? n).toBe(n)
      },
    ),
    { numRuns: runs(100), endOnFailure: true },
  )
})

test('a side along is not turned, and a corner there is by half of what each turns', () => {
  expect(regularOf(figure(6, 8, 30))!.turned).toBeCloseTo(0, 9)
  expect(regularOf(figure(6, 8, 0))!.turned).toBeCloseTo(30, 9)
  expect(regularOf(figure(8, 180, 0))!.turned).toBeCloseTo(0, 9)
})

test('what is stretched, has four sides or is rounded in one place is none', () => {
  expect(regularOf(figure(6, 8, 0, 1.01))).toBeNull()
  expect(regularOf(figure(4, 8, 0))).toBeNull()
  const [first, ...rest] = figure(6, 8, 0)
  expect(regularOf([{ ...first!, to: [first!.to[0] + 0.1, first!.to[1]] }, ...rest])).toBeNull()
})
