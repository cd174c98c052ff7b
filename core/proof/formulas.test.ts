/** What checks say in figures, against what the figures are. Millimetres. */
import fc from 'fast-check'
import { change, type Change } from '../document'
import { modelOf } from '../model'
import { movementOf, stiffnessOf } from '../rack'
import type { Kernel } from '../solid'
import { block, instance, join, make, placed, testKernel } from '../testing/scenario'
import { proofOf, type Finding } from './index'
import { chainError, placesAlong, written } from './numbers/rounding'
import { moistureIn, sagOf, widthIn } from './year'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const figure = (says: string, before: RegExp): number => Number(before.exec(says)![1])
const of = (check: string, changes: readonly Change[]): Finding[] =>
  proofOf(modelOf(make(changes)), kernel).filter((f) => f.check === check)

test('a gap is told as the distance of the two faces, and only up to the limit', () => {
  const tenths = fc.integer({ min: 1, max: 40 })
  fc.assert(
    fc.property(tenths, tenths, (gap, near) => {
      const found = of('gap', [
        ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
        ...block('b', 'right-up', [18 + gap / 10, 300], [0, 240], [300, 18]),
        change.setLimits({ near: String(near / 10) }),
      ])
      expect(found.map((f) => figure(f.says, /stops ([\d.]+) short/))).toEqual(gap <= near ? [gap / 10] : [])
    }),
    { numRuns: runs(60), endOnFailure: true },
  )
})

test('pieces clash exactly where their solids share wood', () => {
  const place = fc.integer({ min: -60, max: 120 })
  fc.assert(
    fc.property(place, place, place, (x, y, z) => {
      const model = modelOf(
        make([
          ...block('a', 'right-up', [0, 100], [0, 60], [0, 18]),
          ...block('b', 'back-up', [x, 60], [y, 100], [z, 18]),
        ]),
      )
      const shared = kernel.sharedVolume(
        placed(model, instance(model, 'a#1')),
        placed(model, instance(model, 'b#1')),
      )
      const found = proofOf(model, kernel).filter((f) => f.check === 'clash')
      expect(found.length).toBe(shared > 0.5 ? 1 : 0)
    }),
    { numRuns: runs(60), endOnFailure: true },
  )
})

test(
  'sag goes with the fourth power of the span, and against the cube of the thickness and the ' + 'width',
  () => {
    const shelf = fc.record({
      span: fc.double({ min: 200, max: 2000, noNaN: true }),
      width: fc.double({ min: 50, max: 600, noNaN: true }),
      thickness: fc.double({ min: 6, max: 50, noNaN: true }),
    })
    fc.assert(
      fc.property(shelf, fc.double({ min: 1, max: 100, noNaN: true }), (s, load) => {
        // Without weight of its own, so that the load is all.
        const wood = { ...s, stiffness: stiffnessOf('red oak, northern')!, density: 0 }
        const base = sagOf(wood, load)
        // Independently: 5 w L⁴ / (384 E I) in metres, newtons and pascals.
        const [L, b, t] = [s.span, s.width, s.thickness].map((mm) => mm / 1000) as [number, number, number]
        const metres = (5 * load * 9.80665 * L ** 4) / (384 * 12.5e9 * ((b * t ** 3) / 12))
        expect(base / 1000 / metres).toBeCloseTo(1, 9)
        expect(sagOf({ ...wood, span: 2 * s.span }, load) / base).toBeCloseTo(16, 9)
        expect(sagOf({ ...wood, thickness: 2 * s.thickness }, load) / base).toBeCloseTo(1 / 8, 9)
        expect(sagOf({ ...wood, width: 2 * s.width }, load) / base).toBeCloseTo(1 / 2, 9)
      }),
      { numRuns: runs(100), endOnFailure: true },
    )
  },
)

test('what joints take out is no clash, and what they leave is, whatever their figures', () => {
  const tenths = (min: number, max: number) => fc.integer({ min, max }).map((n) => String(n / 10))
  const figures = fc.record({
    depth: tenths(10, 120),
    fit: tenths(-10, 10),
    stop1: tenths(0, 400),
    stop2: tenths(0, 400),
  })
  const kinds = fc.constantFrom('housing', 'tenon', 'lap')
  fc.assert(
    fc.property(kinds, figures, fc.integer({ min: -4, max: 4 }), (kind, fields, over) => {
      const model = modelOf(
        make([
          ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
          ...block('b', 'right-up', [kind === 'lap' ? -20 : 18, 300], [0, 240 + over], [300, 18]),
          join(
            kind,
            [kind === 'lap' ? 'b' : 'b.end1', 'a'],
            kind === 'housing' ? fields : kind === 'tenon' ? { length: fields.depth, shoulder: '3' } : {},
          ),
        ]),
      )
      if (model.refused.some((p) => p.level === 'stop')) return
      const wood = [instance(model, 'a#1'), instance(model, 'b#1')].map((i) => placed(model, i))
      const shared = kernel.solids((s) => s.clashing(wood[0]!, wood[1]!))
      const found = proofOf(model, kernel).filter((f) => f.check === 'clash')
      expect(found.length).toBe(shared && shared.volume > 0.5 ? 1 : 0)
    }),
    { numRuns: runs(150), endOnFailure: true },
  )
})

test('a shelf sags as reckoned by hand', () => {
  // 36 in of 3/4 pine, 10 in wide, 20 lb a foot and its own weight: 5 · 310.4 · 0.9144⁴ / (384 · 1243.8) m.
  const shelf = { span: 914.4, width: 254, thickness: 19.05, stiffness: 8.5, density: 390 }
  expect(sagOf(shelf, (20 * 0.45359237) / 0.3048)).toBeCloseTo(2.27, 2)
})

test('a board grows by its width, its rate and the moisture, and is as made when that is', () => {
  const species = fc.constantFrom('red oak, northern', 'eastern white pine', 'American beech')
  const cut = fc.constantFrom('flat' as const, 'quarter' as const)
  const percent = fc.double({ min: 4, max: 17, noNaN: true })
  fc.assert(
    fc.property(
      species,
      cut,
      fc.double({ min: 50, max: 900, noNaN: true }),
      percent,
      percent,
      (s, c, width, a, b) => {
        const range = [Math.min(a, b), Math.max(a, b)] as const
        const panel = { width, species: s, cut: c }
        const at = (month: number) => widthIn(panel, month, range[0], range)
        expect(at(1)).toBeCloseTo(width, 9)
        expect(at(7) - at(1)).toBeCloseTo(width * movementOf(s, c)! * (range[1] - range[0]), 9)
        expect(moistureIn(1, ...range)).toBeCloseTo(range[0], 9)
        expect(moistureIn(7, ...range)).toBeCloseTo(range[1], 9)
        expect(movementOf(s, 'quarter')!).toBeLessThan(movementOf(s, 'flat')!)
      },
    ),
    { numRuns: runs(100), endOnFailure: true },
  )
})

test('what is written is what a rule reads, and a chain misses by no more than half a step each', () => {
  const style = fc.constantFrom(
    { unit: 'in', form: 'fraction', denominator: 16 } as const,
    { unit: 'in', form: 'decimal', places: 2 } as const,
    { unit: 'mm', form: 'decimal', places: 0 } as const,
  )
  const STEP = { in: 25.4 / 16, mm: 1 }
  fc.assert(
    fc.property(
      style,
      fc.array(fc.double({ min: 1, max: 200, noNaN: true }), { minLength: 2, maxLength: 8 }),
      (s, steps) => {
        const step = s.form === 'decimal' && s.unit === 'in' ? 0.254 : STEP[s.unit]
        const places = steps.reduce((all, d) => [...all, all.at(-1)! + d], [0])
        for (const p of places) expect(Math.abs(written(p, s) - p)).toBeLessThanOrEqual(step / 2 + 1e-9)
        expect(Math.abs(chainError(places, s))).toBeLessThanOrEqual((step * (steps.length + 1)) / 2 + 1e-9)
      },
    ),
    { numRuns: runs(200), endOnFailure: true },
  )
})

test('places along a piece are its ends and where its work is, in order', () => {
  const model = modelOf(
    make([
      ...block('a', 'right-up', [0, 300], [0, 100], [0, 18]),
      change.addStep({
        on: 'a',
        step: {
          id: 'w1',
          kind: 'channel',
          off: false,
          at: { kind: 'face', face: 'face' },
          fields: { place: '40', width: '6', depth: '3' },
          options: { run: 'across' },
        },
      }),
    ]),
  )
  const places = placesAlong(instance(model, 'a#1'), model)
  expect(places[0]).toBe(0)
  expect(places.at(-1)).toBe(300)
  expect(places).toContain(40)
})
