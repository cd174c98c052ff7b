import fc from 'fast-check'
import type { Change } from '../document'
import { findBy, lookOver } from '../proof'
import { bodiesOf, boxRecipe, type Kernel } from '../solid'
import { block, built, instance, join, sharedWood, stops, testKernel, volume } from '../testing/scenario'
import { close, mm, polygon, rail } from '../testing/joinery'
import { LOPSIDED } from '../testing/lopsided'
import type { Bore } from '../work'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const second = (change: Change): Change => {
  const joints = (change.payload as { joints: object[] }).joints.map((j) => ({ ...j, id: 'k' }))
  return { ...change, payload: { joints } }
}

describe('two joints on one end', () => {
  test('dowels beside a dado start at the end that goes into it', () => {
    fc.assert(
      fc.property(mm(3, 8), mm(26, 40), mm(10, 16), (depth, length, into) => {
        const m = built([
          ...rail(120, 22, { w: 62, t: 24 }, false),
          join('housing', ['a.end2', 'b'], { depth }),
          second(
            join('dowels', ['a.end2', 'b.face'], {
              diameter: 8,
              length,
              count: 2,
              spacing: 90,
              inset: 20,
              into,
            }),
          ),
        ])
        expect(stops(m)).toEqual([])
        const a = instance(m, 'a#1')
        const bore = m.features(a).find((f) => f.kind === 'bore')!.data as Bore
        // Room of 1 mm at both ends; the hole is told from the finished end.
        expect(bore.depth).toBeCloseTo(length + 2 - into + depth, 9)
        bore.at.forEach((p) => expect(p[0]).toBeCloseTo(a.length, 9))
        expect(bodiesOf(kernel.shape(m.recipe(a)))).toEqual({ bodies: 1, hollows: 0 })
        close(volume(m, 'a#1', kernel), (300 + depth) * 120 * 22 - 2 * polygon(4) * bore.depth)
      }),
      { numRuns: runs(30) },
    )
  })

  test('screws beside a dado have their pilots from its bottom on', () => {
    const m = built([
      ...rail(120, 22, { w: 62, t: 18 }, false),
      join('housing', ['a.end2', 'b'], { depth: 6 }),
      second(
        join(
          'screws',
          ['a.end2', 'b.face'],
          { diameter: 4, length: 50, count: 2, spacing: 90, inset: 20, pilot: 3 },
          { sink: 'none' },
        ),
      ),
    ])
    const pilot = m.features(instance(m, 'a#1')).find((f) => f.kind === 'bore')!.data as Bore
    expect(pilot.depth).toBeCloseTo(50 - 18 + 6, 9)
    expect(bodiesOf(kernel.shape(m.recipe(instance(m, 'a#1'))))).toEqual({ bodies: 1, hollows: 0 })
  })

  test('a tenon in a dado keeps the dado full', () => {
    fc.assert(
      fc.property(mm(3, 8), mm(15, 30), mm(1, 10), (depth, length, shoulder) => {
        const m = built([
          ...rail(120, 22, { w: 62, t: 40 }, false),
          join('housing', ['a.end2', 'b'], { depth }),
          second(join('tenon', ['a.end2', 'b'], { length, thickness: 8, shoulder })),
        ])
        expect(stops(m)).toEqual([])
        const section = (120 - 2 * shoulder) * 8
        close(volume(m, 'a#1', kernel), (300 + depth) * 120 * 22 + (length - depth) * section)
        // All that was cut from the host is filled.
        close(volume(m, 'b#1', kernel), 40 * 62 * 370 - depth * 120 * 22 - (length - depth) * section)
        expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
      }),
      { numRuns: runs(30) },
    )
  })

  test('a loose tenon and pocket screws reach out of an end that goes into a dado', () => {
    for (const other of [
      join('tenon', ['a.end2', 'b'], { length: 40, thickness: 8, shoulder: 9 }, { manner: 'loose' }),
      join('pockets', ['a.end2', 'b.face'], {
        diameter: 4,
        length: 32,
        pocket: 9.5,
        count: 2,
        spacing: 60,
        inset: 20,
      }),
    ]) {
      const m = built([
        ...rail(120, 22, { w: 62, t: 40 }, false),
        join('housing', ['a.end2', 'b'], { depth: 6 }),
        second(other),
      ])
      expect(stops(m)).toEqual([])
      for (const key of ['a#1', 'b#1'])
        expect(bodiesOf(kernel.shape(m.recipe(instance(m, key))))).toEqual({ bodies: 1, hollows: 0 })
    }
  })
})

describe('corners of boards that differ in width', () => {
  const corner = (a: number, b: number, ...joint: Parameters<typeof join>) =>
    built([
      ...block('a', 'right-front', [0, 300], [0, 12], [10, a]),
      ...block('b', 'back-right', [300, 15], [0, 200], [0, b]),
      join(...joint),
    ])
  const ends: Parameters<typeof join>[1] = ['a.end2', 'b.end1']

  test('tails on the wider board cut no slot beside the other', () => {
    fc.assert(
      fc.property(mm(60, 90), mm(10, 40), mm(0, 0.4), (w, more, fit) => {
        const m = corner(
          w,
          w + 10 + more,
          'dovetail',
          ends,
          { count: 2, pin: 8, half: 6, slope: 7, fit },
          { tails: 'host' },
        )
        expect(stops(m)).toEqual([])
        const tail = (w - 12 - 8) / 2
        const lean = 12 / 7
        // The host keeps its tails, and its wood beyond the guest's edges, half the fit away from them.
        close(
          volume(m, 'b#1', kernel),
          15 * (200 * (w + 10 + more) - 12 * (w + fit)) + 2 * 15 * 12 * (tail - lean),
        )
        expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
        expect(bodiesOf(kernel.shape(m.recipe(instance(m, 'b#1')))).bodies).toBe(1)
      }),
      { numRuns: runs(30) },
    )
  })
  test('outer fingers have their room in the wider board', () => {
    fc.assert(
      fc.property(mm(60, 90), mm(10, 40), mm(0.1, 0.4), (w, more, fit) => {
        const m = corner(w, w + 10 + more, 'fingers', ends, { count: 5, fit }, { first: 'guest' })
        expect(stops(m)).toEqual([])
        close(volume(m, 'b#1', kernel), 15 * 200 * (w + 10 + more) - 3 * 15 * 12 * (w / 5 + fit))
      }),
      { numRuns: runs(30) },
    )
  })
  test('a mitre of two widths says that it leaves a gap', () => {
    const looks = (one: number, two: number) =>
      lookOver(
        built([
          ...block('a', 'right-front', [0, 300], [0, 20], [0, one]),
          ...block('b', 'up-front', [300 - two, two], [0, 20], [0, 400]),
          join('mitre', ['a.end2', 'b.end1']),
        ]),
      )
        .map((p) => p.says)
        .filter((says) => /mitre/.test(says))
    expect(looks(60, 60)).toEqual([])
    expect(looks(60, 40)[0]).toMatch(/leaves a gap inside the corner/)
  })
})

test.each(Object.entries(LOPSIDED))(
  '%s: every solid is one closed body, and no wood is shared',
  (_, changes) => {
    const m = built(changes)
    for (const i of m.resolved.instances)
      expect(bodiesOf(kernel.shape(m.recipe(i)))).toEqual({ bodies: 1, hollows: 0 })
    expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
  },
)

test('a piece that two laps cut through is said to fall apart', () => {
  const laps = (share: string) =>
    built([
      ...block('a', 'right-up', [0, 400], [0, 50], [0, 20]),
      ...block('b', 'back-up', [100, 50], [0, 50], [5, 20]),
      ...block('c', 'back-up', [100, 50], [0, 50], [-5, 20]),
      join('lap', ['a', 'b'], { share }),
      second(join('lap', ['a', 'c'], { share })),
    ])
  const says = (share: string) => findBy('body', laps(share), kernel).map((p) => p.says)
  expect(says('7')).toEqual([])
  expect(says('11')).toEqual(['A falls into 2 parts; its joints cut it through'])
})

test('a hollow shut in by wood is no opening', () => {
  const inside = (z: number) =>
    boxRecipe([100, 50, 20], [{ work: 'w', tools: [{ kind: 'box', min: [20, 10, 5], max: [40, 30, z] }] }])
  expect(bodiesOf(kernel.shape(inside(15)))).toEqual({ bodies: 1, hollows: 1 })
  expect(bodiesOf(kernel.shape(inside(21)))).toEqual({ bodies: 1, hollows: 0 })
})
