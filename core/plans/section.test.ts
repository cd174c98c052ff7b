import fc from 'fast-check'
import { modelOf } from '../model'
import { cross, minus, norm, type Vec3 } from '../pieces'
import type { Kernel } from '../solid'
import { block, join, make, testKernel } from '../testing/scenario'
import { FRONT, LEFT } from './hidden/view'
import { hatching, opened, type Opening, type Triangle } from './section'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A side with a dado, 6 deep and 18 high, for the shelf in it. */
const model = modelOf(
  make([
    ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
    ...block('c', 'right-up', [18, 482], [0, 300], [300, 18]),
    join('housing', ['c.end1', 'a'], { depth: 6 }),
  ]),
)
const [side, shelf] = model.resolved.instances
const STILL: Vec3 = [0, 0, 0]
const area = (cut: readonly Triangle[]) =>
  cut.reduce((sum, [a, b, c]) => sum + norm(cross(minus(b, a), minus(c, a))) / 2, 0)
const across = (at: number, beyond = false): Opening => ({ axis: 1, at, beyond })

test('a cut face is as large as the wood there, less what joints have taken', () => {
  fc.assert(
    fc.property(fc.double({ min: 1, max: 299, noNaN: true }), fc.boolean(), (at, beyond) => {
      const found = opened(model, kernel, side!, STILL, across(at, beyond))!
      expect(area(found.cut)).toBeCloseTo(18 * 700 - 6 * 18, 2)
      expect(found.solid.shape.volume).toBeCloseTo((18 * 700 - 6 * 18) * (beyond ? at : 300 - at), 0)
      for (const p of found.cut.flat()) expect(p[1]).toBeCloseTo(at, 3)
    }),
    { numRuns: 20 },
  )
})

test('what lies wholly on one side of the plane is left as it is, or gone', () => {
  const whole = opened(model, kernel, side!, STILL, { axis: 0, at: 40, beyond: true })!
  expect(whole.cut).toEqual([])
  expect(whole.solid.shape).toBe(kernel.shape(model.recipe(side!)))
  expect(opened(model, kernel, side!, STILL, { axis: 0, at: 40, beyond: false })).toBeNull()
  // Exploded view, it is cut where it stands then.
  expect(opened(model, kernel, side!, [100, 0, 0], { axis: 0, at: 40, beyond: true })).toBeNull()
  expect(
    area(opened(model, kernel, shelf!, [0, 0, 90], { axis: 2, at: 395, beyond: true })!.cut),
  ).toBeCloseTo(488 * 300, 1)
})

test('the hatching covers the cut face evenly, inside it, and only where it is seen', () => {
  const { cut } = opened(model, kernel, shelf!, STILL, across(150))!
  const apart = 5
  const lines = hatching([{ cut }], FRONT, apart)
  // Lines so far apart have together the area of the face over their distance.
  const long = lines.reduce((sum, [u1, v1, u2, v2]) => sum + Math.hypot(u2 - u1, v2 - v1), 0)
  expect((long * apart) / (488 * 18)).toBeCloseTo(1, 1)
  for (const [u1, v1, u2, v2] of lines) {
    expect(Math.abs(u2 - u1)).toBeCloseTo(Math.abs(v2 - v1), 6)
    for (const [u, v] of [
      [u1, v1],
      [u2, v2],
    ] as const) {
      expect(u).toBeGreaterThanOrEqual(12 - 1e-3)
      expect(u).toBeLessThanOrEqual(500 + 1e-3)
      expect(v).toBeGreaterThanOrEqual(300 - 1e-3)
      expect(v).toBeLessThanOrEqual(318 + 1e-3)
    }
  }
  // The next piece is hatched the other way, as evenly.
  const both = hatching([{ cut }, { cut }], FRONT, apart)
  const rises = both.map(([u1, v1, u2, v2]) => Math.sign((u2 - u1) * (v2 - v1)))
  expect(rises.slice(0, lines.length).every((r) => r === rises[0])).toBe(true)
  expect(rises.slice(lines.length).every((r) => r === -rises[0]!)).toBe(true)
  expect(Math.abs(both.length - 2 * lines.length)).toBeLessThan(4)
  // Edge on, and from behind, there is nothing of it to see.
  expect(hatching([{ cut }], LEFT, apart)).toEqual([])
  const behind = opened(model, kernel, shelf!, STILL, across(150, true))!
  expect(hatching([behind], FRONT, apart)).toEqual([])
})
