import fc from 'fast-check'
import { change, execute } from '../document'
import { modelOf, type Model } from '../model'
import { type Kernel } from '../solid'
import {
  block,
  built,
  grouped,
  instance,
  join,
  make,
  sharedWood,
  stops,
  testKernel,
  volume,
} from '../testing/scenario'
import { close, mm, type Made } from '../testing/joinery'
import { lookOver } from '../proof'
import { JOINTS } from './index'
import { cases as housing } from './housing/cases'
import { cases as tenon } from './tenon/cases'
import { cases as tabs } from './tabs/cases'
import { cases as dowels } from './dowels/cases'
import { cases as screws } from './screws/cases'
import { cases as lap } from './lap/cases'
import { cases as mitre } from './mitre/cases'
import { cases as fingers } from './fingers/cases'
import { cases as dovetail } from './dovetail/cases'
import { cases as rod } from './rod/cases'
import { cases as tongue } from './tongue/cases'
import { cases as glue } from './glue/cases'
import { cases as butt } from './butt/cases'
import { cases as trim } from './trim/cases'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** Of each kind of joint: random models, and what must be left of their pieces. */
const byKind = {
  housing,
  tenon,
  tabs,
  dowels,
  screws,
  lap,
  mitre,
  fingers,
  dovetail,
  rod,
  tongue,
  glue,
  butt,
  trim,
}

test('each kind of joint has models', () => {
  // What these take is held to by their own tests.
  const elsewhere = ['knuckles', 'pockets']
  expect([...Object.keys(byKind), ...elsewhere].sort()).toEqual(JOINTS.map((j) => j.kind).sort())
})

const solidVolumes = (m: Model, keys: readonly string[]) => keys.map((k) => volume(m, k, kernel))

describe.each(Object.values(byKind).flatMap(Object.entries<fc.Arbitrary<Made>>))('%s', (_, arbitrary) => {
  test('pieces share no wood, and what is left is the closed form', () => {
    fc.assert(
      fc.property(arbitrary, ({ changes, joint, volumes }) => {
        const m = built([...changes, joint])
        expect(stops(m)).toEqual([])
        for (const [id, wanted] of Object.entries(volumes)) close(volume(m, `${id}#1`, kernel), wanted)
        expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
      }),
      { numRuns: runs(25) },
    )
  })

  test('turned or mirrored as a whole, it is the same', () => {
    const placements = [
      { kind: 'mirrored' as const, direction: 'across' as const, about: '-500' },
      { kind: 'mirrored' as const, direction: 'deep' as const, about: '-700' },
      {
        kind: 'moved' as const,
        turns: ['up' as const, 'across' as const],
        across: '2000',
        deep: '0',
        up: '0',
      },
    ]
    fc.assert(
      fc.property(arbitrary, fc.constantFrom(...placements), ({ changes, joint }, placement) => {
        const m = modelOf(grouped(make([...changes, joint]), placement))
        expect(stops(m)).toEqual([])
        const [a, b, a2, b2] = solidVolumes(m, ['a#1', 'b#1', 'a#g:c1', 'b#g:c1'])
        close(a2!, a!)
        close(b2!, b!)
        for (const id of ['a', 'b']) {
          const [one, two] = [instance(m, `${id}#1`), instance(m, `${id}#g:c1`)]
          one.size.forEach((n, i) => expect(two.size[i]).toBeCloseTo(n, 9))
        }
        expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
      }),
      { numRuns: 12 },
    )
  })

  test('whatever a measure of it is, no piece is cut away altogether unless it is refused', () => {
    const wild = fc.constantFrom('0', '-5', '1', '40', '90', '99.9', '100', '300', '1000')
    fc.assert(
      fc.property(arbitrary, fc.nat(), wild, fc.nat(), wild, ({ changes, joint }, n, one, k, two) => {
        const [given] = (joint.payload as { joints: Array<{ fields: object }> }).joints
        // What is no measure of it, the command refuses.
        const names = [...Object.keys(given!.fields), 'stop1', 'stop2', 'gap', 'fit']
        const set = { [names[n % names.length]!]: one, [names[k % names.length]!]: two }
        const wildly = { ...joint, payload: { joints: [{ ...given, fields: { ...given!.fields, ...set } }] } }
        const done = execute(make(changes), wildly)
        if (!done.ok) return
        const m = modelOf(done.project)
        if (stops(m).length > 0) return
        for (const i of m.resolved.instances) expect(volume(m, i.key, kernel)).toBeGreaterThan(1)
      }),
      { numRuns: runs(40) },
    )
  })

  test('taken apart, it leaves both pieces as they were', () => {
    fc.assert(
      fc.property(arbitrary, ({ changes, joint }) => {
        const before = make(changes)
        const joined = execute(before, joint)
        if (!joined.ok) throw new Error(joined.why)
        const after = execute(joined.project, change.removeJoints({ ids: ['j'] }))
        if (!after.ok) throw new Error(after.why)
        const seen = (m: Model) => m.resolved.instances.map((i) => [i.key, i.size, i.frame, m.recipe(i)])
        expect(seen(modelOf(after.project))).toEqual(seen(modelOf(before)))
      }),
      { numRuns: 3 },
    )
  })
})

test('a panel in four hosts at once grows into each, and each gets a groove as long as the panel', () => {
  fc.assert(
    fc.property(mm(3, 8), mm(2, 6), mm(0, 0.5), mm(0, 1), (t, d, f, g) => {
      const m = built([
        ...block('a', 'up-front', [20, 300], [50, t], [20, 400]),
        ...block('b', 'up-left', [0, 20], [0, 100], [0, 440]),
        ...block('c', 'up-right', [320, 20], [0, 100], [0, 440]),
        ...block('e', 'right-up', [20, 300], [0, 100], [420, 20]),
        ...block('f', 'right-down', [20, 300], [0, 100], [0, 20]),
        join('housing', ['a', 'b.edge2', 'c.edge1', 'e.end2', 'f.end1'], { depth: d, fit: f, gap: g }),
      ])
      expect(stops(m)).toEqual([])
      const { length, width } = instance(m, 'a#1')
      expect([length, width]).toEqual([
        expect.closeTo(400 + 2 * (d - g), 9),
        expect.closeTo(300 + 2 * (d - g), 9),
      ])
      // Grooves in the uprights are as long as the panel is high; across, those in top and bottom run
      // through.
      close(volume(m, 'b#1', kernel), 20 * 100 * 440 - d * (t + f) * length)
      close(volume(m, 'e#1', kernel), 20 * 100 * 300 - d * (t + f) * 300)
      expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
    }),
    { numRuns: runs(20) },
  )
})

describe('a panel glued up from several boards', () => {
  const panel = (second: number, thick: number) =>
    built([
      ...block('a', 'right-up', [0, 400], [0, 90], [0, 18]),
      ...block('b', 'right-up', [0, 400], [second, 90], [0, thick]),
      ...block('c', 'right-up', [0, 400], [180, 70], [0, 18]),
      join('glue', ['a.edge2', 'b.edge1', 'c.edge1']),
    ])
  test('wants its boards edge to edge', () => {
    expect(lookOver(panel(90, 18))).toEqual([])
    expect(stops(panel(89, 18))).toContain('A and B do not lie edge to edge')
  })
  test('and of one thickness', () => {
    expect(lookOver(panel(90, 17)).map((p) => `${p.level} ${p.says}`)).toContain(
      'look A and B are not of one thickness',
    )
  })
})
