/** What is turned: volumes by Pappus, flats, axes off the middle, and what a blank does not take. */
import fc from 'fast-check'
import { change, onFace, Outline, type Change, type Step } from '../../document'
import { findAlike } from '../../cuts'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import { bodiesOf, type Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { workKind } from '../index'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [L, S] = [200, 60]
type Place = readonly [along: number, radius: number]

/** Half of a profile of straight lines above the axis, which is so far up the face. */
const lines = (places: readonly Place[], axis = S / 2): Outline =>
  Outline.parse({
    points: Object.fromEntries(places.map(([u, r], n) => [`p${n}`, [u, axis + r]])),
    edges: places.slice(1).map((_, n) => ({ id: `e${n}`, kind: 'line', from: `p${n}`, to: `p${n + 1}` })),
    mirror: 'across',
    ...(axis !== S / 2 && { mirrorOff: String(axis - S / 2) }),
  })
const turned = (outline: Outline, more: Partial<Pick<Step, 'fields' | 'options' | 'id'>> = {}): Change =>
  change.addStep({
    on: 'a',
    step: {
      id: 'w1',
      kind: 'turn',
      off: false,
      at: onFace('face'),
      fields: {},
      options: {},
      outline,
      ...more,
    },
  })
const blank = (...more: Change[]) =>
  make([
    ...block('a', 'right-up', [0, L], [0, S], [0, S]),
    change.setStock({ id: 'any', changes: { thickness: String(S) } }),
    ...more,
  ])
const left = (p: ReturnType<typeof blank>, key = 'a#1') => volume(modelOf(p), key, kernel)
const says = (p: ReturnType<typeof blank>) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))

/** Of frustums along the axis. */
const pappus = (places: readonly Place[]): number =>
  places.slice(1).reduce((sum, [u, r], n) => {
    const [v, q] = places[n]!
    return sum + (Math.PI * (u - v) * (r * r + r * q + q * q)) / 3
  }, 0)

const profiles = fc
  .array(fc.tuple(fc.double({ min: 2, max: 30, noNaN: true }), fc.double({ min: 1, max: 5, noNaN: true })), {
    minLength: 2,
    maxLength: 8,
  })
  .map((all): Place[] => {
    const whole = all.slice(1).reduce((sum, [, d]) => sum + d, 0)
    let along = 0
    const places = all.map(([r, d], n): Place => [n === 0 ? 0 : (along += (d / whole) * L), r])
    return [[0, 0], ...places, [L, 0]]
  })

test('what is turned is as large as Pappus says, whatever its profile, and on an image too', () => {
  fc.assert(
    fc.property(profiles, fc.boolean(), (places, twin) => {
      const p = blank(
        turned(lines(places)),
        ...(twin
          ? [change.mirrorPiece({ id: 'b', of: 'a', name: 'B', direction: 'across', about: '300' })]
          : []),
      )
      expect(says(p).filter((s) => !/dimensions? missing/.test(s))).toEqual([])
      expect(left(p, twin ? 'b#1' : 'a#1') / pappus(places)).toBeCloseTo(1, 3)
      expect(Math.abs(left(p, twin ? 'b#1' : 'a#1') / pappus(places) - 1)).toBeLessThan(1e-3)
    }),
    { numRuns: runs(40) },
  )
})

test('a ball is turned from arcs', () => {
  fc.assert(
    fc.property(fc.double({ min: 8, max: 29, noNaN: true }), (r) => {
      const outline = Outline.parse({
        points: { p0: [100 - r, 30], p1: [100 + r, 30], p2: [100, 30] },
        edges: [{ id: 'e0', kind: 'arc', from: 'p0', to: 'p1', centre: 'p2', turns: 'right' }],
        mirror: 'across',
      })
      const p = blank(turned(outline))
      // A point at each end parts off the wood beyond it.
      expect(Math.abs(left(p) / ((4 / 3) * Math.PI * r ** 3) - 1)).toBeLessThan(1e-3)
      const m = modelOf(p)
      expect(bodiesOf(kernel.shape(m.recipe(instance(m, 'a#1')))).bodies).toBe(1)
    }),
    { numRuns: runs(20) },
  )
})

test('a belly or a neck is told where it is widest or narrowest, on the arc itself', () => {
  const roundOf = (outline: Outline) => {
    const m = modelOf(blank(turned(outline)))
    return m
      .features(instance(m, 'a#1'))
      .flatMap((f) => workKind(f).diameters?.(f.data) ?? [])
      .map((d) => [d.at[0], d.mm])
  }
  fc.assert(
    fc.property(
      fc.double({ min: 20, max: 90, noNaN: true }),
      fc.double({ min: 0.5, max: 9, noNaN: true }),
      fc.boolean(),
      fc.boolean(),
      (half, high, hollow, backwards) => {
        // An arc of so much height over a chord of ⌀ 40, about the middle of the length.
        const radius = (half * half + high * high) / (2 * high)
        const centre = hollow ? 50 + radius - high : 50 - radius + high
        const ends = [
          [100 - half, 50],
          [100 + half, 50],
        ] as const
        const [from, to] = backwards ? [1, 0] : [0, 1]
        const outline = Outline.parse({
          points: { p0: [100 - half, 30], p1: ends[0], p2: ends[1], p3: [100 + half, 30], p4: [100, centre] },
          edges: [
            { id: 'e0', kind: 'line', from: 'p0', to: 'p1' },
            {
              id: 'e1',
              kind: 'arc',
              from: `p${from + 1}`,
              to: `p${to + 1}`,
              centre: 'p4',
              turns: hollow === backwards ? 'right' : 'left',
            },
            { id: 'e2', kind: 'line', from: 'p2', to: 'p3' },
          ],
          mirror: 'across',
        })
        const most = hollow ? 40 - 2 * high : 40 + 2 * high
        const wanted = [
          [100 - half, 40],
          [100, most],
          [100 + half, 40],
        ]
        const found = roundOf(outline)
        expect(found).toHaveLength(3)
        found.flat().forEach((n, k) => expect(n).toBeCloseTo(wanted.flat()[k]!, 6))
      },
    ),
    { numRuns: runs(40) },
  )
  // Wider all along, it has no belly; turned to flats, no diameters.
  const cone = lines([
    [0, 0],
    [0, 10],
    [200, 20],
    [200, 0],
  ])
  expect(roundOf(cone)).toEqual([
    [0, 20],
    [200, 40],
  ])
  const m = modelOf(blank(turned(cone, { options: { round: 'six' } })))
  const flats = m.features(instance(m, 'a#1')).flatMap((f) => workKind(f).diameters?.(f.data) ?? [])
  expect(flats).toEqual([])
})

test('wood beyond a flat end stays square, or is parted off', () => {
  const pin: Place[] = [
    [50, 0],
    [50, 20],
    [150, 20],
    [150, 0],
  ]
  const round = Math.PI * 400 * 100
  expect(left(blank(turned(lines(pin))))).toBeCloseTo(round + 100 * S * S, -1)
  expect(left(blank(turned(lines(pin), { options: { beyond: 'goes' } })))).toBeCloseTo(round, -1)
  for (const beyond of ['near', 'far'])
    expect(left(blank(turned(lines(pin), { options: { beyond } })))).toBeCloseTo(round + 50 * S * S, -1)
})

test('flats are told across them, and stand square to the face', () => {
  const nut: Place[] = [
    [0, 0],
    [0, 15],
    [L, 15],
    [L, 0],
  ]
  for (const [round, n] of [
    ['six', 6],
    ['four', 4],
    ['eight', 8],
  ] as const) {
    const across = left(blank(turned(lines(nut), { options: { round } })))
    expect(across / (n * 15 * 15 * Math.tan(Math.PI / n) * L)).toBeCloseTo(1, 6)
  }
  // A square of the whole blank is the blank.
  const whole: Place[] = [
    [0, 0],
    [0, S / 2],
    [L, S / 2],
    [L, 0],
  ]
  expect(
    says(blank(turned(lines(whole), { options: { round: 'four' } }))).filter((s) => s.includes('blank')),
  ).toEqual([])
  expect(says(blank(turned(lines(whole), { options: { round: 'six' } })))[0]).toMatch(/is at most/)
})

test('about another axis it is turned there: a crank pin between round ends', () => {
  const pin: Place[] = [
    [80, 0],
    [80, 8],
    [120, 8],
    [120, 0],
  ]
  const body: Place[] = [
    [0, 0],
    [0, 30],
    [L, 30],
    [L, 0],
  ]
  const p = blank(turned(lines(body)), turned(lines(pin, S / 2 + 12), { id: 'w2' }))
  // All of the pin lies within the round body.
  const wanted = Math.PI * 30 ** 2 * (L - 40) + Math.PI * 8 ** 2 * 40
  expect(Math.abs(left(p) / wanted - 1)).toBeLessThan(1e-3)
  const deep = blank(turned(lines(body)), turned(lines(pin), { id: 'w2', fields: { off: '12' } }))
  expect(left(deep) / left(p)).toBeCloseTo(1, 6)
})

test('a wheel is turned about an axis through its thickness', () => {
  // Half of its section on an edge, across which the axis runs in the middle of the length.
  const outline = Outline.parse({
    points: { p0: [100, 0], p1: [125, 0], p2: [125, 60], p3: [100, 60] },
    edges: [0, 1, 2].map((n) => ({ id: `e${n}`, kind: 'line', from: `p${n}`, to: `p${n + 1}` })),
    mirror: 'along',
  })
  const p = blank(
    change.addStep({
      on: 'a',
      step: { id: 'w1', kind: 'turn', off: false, at: onFace('edge1'), fields: {}, options: {}, outline },
    }),
  )
  expect(left(p) / (Math.PI * 25 ** 2 * S)).toBeCloseTo(1, 3)
})

test('a profile beyond its blank is refused in a sentence, with both figures', () => {
  const wide: Place[] = [
    [0, 0],
    [0, 20],
    [100, 31],
    [L, 20],
    [L, 0],
  ]
  expect(says(blank(turned(lines(wide))))).toContain(
    'The profile is ⌀ 62 at 100; the blank of A is at most ⌀ 60 about that axis',
  )
  const long: Place[] = [
    [-5, 0],
    [-5, 20],
    [L, 20],
    [L, 0],
  ]
  expect(says(blank(turned(lines(long))))).toContain(
    'The profile of A runs 5 beyond its blank, which is 200 long',
  )
  const round = { ...lines(wide), mirror: null }
  expect(says(blank(turned(round)))[0]).toMatch(/open|mirrored/)
  expect(says(blank(turned(lines(wide.slice(1)))))[0]).toMatch(/is open at 0 along and 50 across/)
})

test('one turned end for end is the same piece; one with its profile the other way round is too', () => {
  const taper: Place[] = [
    [0, 0],
    [0, 10],
    [L, 20],
    [L, 0],
  ]
  const back = taper.map(([u, r]): Place => [L - u, r]).reverse()
  const p = blank(
    ...block('b', 'right-up', [0, L], [100, S], [0, S]),
    turned(lines(taper)),
    change.addStep({
      on: 'b',
      step: {
        id: 'w2',
        kind: 'turn',
        off: false,
        at: onFace('edge1'),
        fields: {},
        options: {},
        outline: lines(back),
      },
    }),
  )
  expect(findAlike(modelOf(p)).map((a) => a.instances.length)).toEqual([2])
})

test('the rims of cones are rounded and clipped between cone and flat, whichever way they widen', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 14, max: 28 }),
      fc.integer({ min: 14, max: 28 }),
      fc.integer({ min: 1, max: 3 }),
      fc.constantFrom('round', 'clip'),
      (r1, r2, size, form) => {
        const long = 60
        const cone = turned(
          lines([
            [0, 0],
            [0, r1],
            [long, r2],
            [long, 0],
          ]),
        )
        const ease: Step = {
          id: 'w2',
          kind: 'ease',
          off: false,
          at: onFace('end1'),
          fields: { size: String(size) },
          options: { form, edges: 'around' },
        }
        const eased = blank(cone, change.addStep({ on: 'a', step: ease }))
        const gone = left(blank(cone)) - left(eased)
        // The corner between a flat and a wall at an angle, and the middle of what is taken of it (Pappus).
        const lean = Math.atan2(r2 - r1, long)
        const angle = Math.PI / 2 + lean
        const from = form === 'clip' ? size : size / Math.tan(angle / 2)
        const round = form === 'clip' ? 0 : (Math.PI - angle) / 2
        const area = form === 'clip' ? (size * size * Math.sin(angle)) / 2 : size * from - round * size * size
        const expected = area * 2 * Math.PI * (r1 - from / 4)
        expect(Math.abs(gone - expected)).toBeLessThan(0.06 * expected + 0.07 * 2 * Math.PI * r1 * size)
        const model = modelOf(eased)
        expect(bodiesOf(kernel.shape(model.recipe(instance(model, 'a#1'))))).toEqual({
          bodies: 1,
          hollows: 0,
        })
      },
    ),
    { numRuns: runs(15), endOnFailure: true },
  )
})
