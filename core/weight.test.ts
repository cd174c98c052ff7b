import fc from 'fast-check'
import { change, onFace } from './document'
import { modelOf } from './model'
import { matterOf, type Kernel } from './solid'
import { block, instance, join, make, testKernel } from './testing/scenario'
import { run } from './testing/run'
import { weigh } from './weight'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const sized = fc.integer({ min: 20, max: 400 })
/** Birch plywood, 680 kg/m³. */
const DENSITY = 680
const all = (p: ReturnType<typeof make>) => {
  const m = modelOf(p)
  return weigh(m, kernel, m.resolved.instances)
}

test('a block weighs what its sizes say, and balances in its middle, wherever and however it stands', () => {
  fc.assert(
    fc.property(
      sized,
      sized,
      sized,
      sized,
      fc.constantFrom('up-left', 'right-up', 'back-up'),
      (x, y, z, at, way) => {
        const w = all(make(block('a', way, [at, x], [-at, y], [2 * at, z])))
        expect(w.volume).toBeCloseTo(x * y * z * 1e-9, 12)
        expect(w.area).toBeCloseTo(2 * (x * y + y * z + z * x) * 1e-6, 9)
        expect(w.mass! / (DENSITY * x * y * z * 1e-9)).toBeCloseTo(1, 6)
        ;[at + x / 2, -at + y / 2, 2 * at + z / 2].forEach((v, i) => expect(w.centre![i]).toBeCloseTo(v, 3))
      },
    ),
    { numRuns: 40 },
  )
})

test('several balance where their weights do, a mirrored twin on the other hand', () => {
  const p = run(
    make([
      ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
      change.addStep({
        on: 'a',
        step: {
          id: 'w1',
          kind: 'recess',
          off: false,
          at: onFace('face'),
          fields: { along: '50', across: '50', length: '60', width: '60', depth: '10' },
          options: {},
        },
      }),
    ]),
    change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'across', about: '400' }),
  )
  const m = modelOf(p)
  const one = weigh(m, kernel, [instance(m, 'a#1')])
  const [whole, gone] = [300 * 100 * 20, 60 * 60 * 10]
  expect(one.volume).toBeCloseTo((whole - gone) * 1e-9, 12)
  // Less what is gone: by moments.
  expect(one.centre![0]).toBeCloseTo((whole * 150 - gone * 50) / (whole - gone), 3)
  expect(one.centre![2]).toBeCloseTo((whole * 10 - gone * 15) / (whole - gone), 3)
  const two = weigh(m, kernel, m.resolved.instances)
  expect(two.mass).toBeCloseTo(2 * one.mass!, 9)
  expect(two.centre![0]).toBeCloseTo(400, 3)
})

test('what goes into a joint is weighed once, and a species we do not know is said', () => {
  const housed = make([
    ...block('a', 'right-up', [18, 300], [0, 100], [100, 18]),
    ...block('b', 'up-left', [0, 18], [0, 100], [0, 300]),
    join('housing', ['a.end1', 'b'], { depth: 6 }),
  ])
  expect(all(housed).volume).toBeCloseTo((300 * 100 * 18 + 18 * 100 * 300) * 1e-9, 10)
  const other = make([
    change.addStock({
      id: 'x',
      name: 'Found board',
      kind: 'sheet',
      species: 'bog wood',
      thickness: '18',
      width: '500',
      lengths: ['900'],
      grain: false,
    }),
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 18]),
    change.setPieceStock({ id: 'a', stock: 'x' }),
  ])
  expect(all(other)).toMatchObject({ mass: null, unknown: ['bog wood'], centre: null })
  expect(all(other).area).toBeGreaterThan(0)
})

test('a hole takes from the volume and adds its wall to the surface', () => {
  const bored = make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'bore',
        off: false,
        at: onFace('face'),
        fields: { along: '150', across: '50', diameter: '20' },
        options: {},
      },
    }),
  ])
  const m = modelOf(bored)
  const { volume, area } = matterOf(kernel.shape(m.recipe(instance(m, 'a#1'))))
  const circle = Math.PI * 10 * 10
  expect((300 * 100 * 20 - volume) / (circle * 20)).toBeCloseTo(1, 1)
  const box = 2 * (300 * 100 + 300 * 20 + 100 * 20)
  expect((area - box) / (Math.PI * 20 * 20 - 2 * circle)).toBeCloseTo(1, 1)
})
