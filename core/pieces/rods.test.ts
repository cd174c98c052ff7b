import fc from 'fast-check'
import { minus, norm, vec3, type Vec3 } from './index'
import { rodsApart, type Rod } from './rods'

const place = fc.tuple(
  ...[0, 1, 2].map(() => fc.integer({ min: -40, max: 40 })),
) as unknown as fc.Arbitrary<Vec3>
const rod = fc
  .record({ from: place, to: place, radius: fc.integer({ min: 2, max: 12 }) })
  .filter(({ from, to }) => norm(minus(to, from)) > 1)

/** Places of a rod, the whole of it. */
function* placesOf({ from, to, radius }: Rod): Generator<Vec3> {
  const way = minus(to, from)
  const long = norm(way)
  const across = Math.abs(way[0]) > Math.abs(way[1]) ? ([0, 1, 0] as const) : ([1, 0, 0] as const)
  const x0 = [
    way[1] * across[2] - way[2] * across[1],
    way[2] * across[0] - way[0] * across[2],
    way[0] * across[1] - way[1] * across[0],
  ] as unknown as Vec3
  const x = vec3((i) => x0[i] / norm(x0))
  const y = [
    (way[1] * x[2] - way[2] * x[1]) / long,
    (way[2] * x[0] - way[0] * x[2]) / long,
    (way[0] * x[1] - way[1] * x[0]) / long,
  ]
  for (let t = 0; t <= 8; t++)
    for (let r = 0; r <= 2; r++)
      for (let k = 0; k < 12; k++) {
        const [c, s] = [Math.cos((k * Math.PI) / 6), Math.sin((k * Math.PI) / 6)]
        yield vec3((i) => from[i] + (way[i] * t) / 8 + ((radius * r) / 2) * (c * x[i] + s * y[i]!))
      }
}

test('rods are as far apart as the nearest of their places', () => {
  fc.assert(
    fc.property(rod, rod, (a, b) => {
      const found = rodsApart(a, b)
      expect(rodsApart(b, a)).toBeCloseTo(found, 9)
      const [as, bs] = [[...placesOf(a)], [...placesOf(b)]]
      let nearest = Infinity
      for (const p of as) for (const q of bs) nearest = Math.min(nearest, norm(minus(p, q)))
      // Places stand as far apart as their spacing lets them; the rods themselves may be nearer by that.
      expect(found).toBeLessThanOrEqual(nearest + 1e-6)
      if (found > 0) expect(nearest - found).toBeLessThan(14)
    }),
    { numRuns: 15 },
  )
})

test('side by side, end to end and crossing rods', () => {
  const up = (x: number, low: number, high: number, radius = 2): Rod => ({
    from: [x, 0, low],
    to: [x, 0, high],
    radius,
  })
  expect(rodsApart(up(0, 0, 10), up(7, 4, 20))).toBeCloseTo(3, 9)
  expect(rodsApart(up(0, 0, 10), up(0, 13, 20))).toBeCloseTo(3, 9)
  expect(rodsApart(up(0, 0, 10), up(3, 4, 20))).toBeCloseTo(-1, 9)
  const level = (z: number): Rod => ({ from: [-20, 0, z], to: [20, 0, z], radius: 2 })
  expect(rodsApart(up(0, 0, 10), level(14))).toBeCloseTo(2, 9)
  expect(rodsApart(up(0, 0, 10), { ...level(5), from: [-20, 9, 5], to: [20, 9, 5] })).toBeCloseTo(5, 9)
})
