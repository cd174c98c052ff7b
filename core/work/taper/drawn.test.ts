/** Tapers between sections that are drawn: volumes by closed forms, no twist, images, and what cannot be. */
import fc from 'fast-check'
import { change, onFace, Outline, type Change } from '../../document'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import { edgesOf, type Kernel } from '../../solid'
import { block, instance, make, testKernel } from '../../testing/scenario'
import { run } from '../../testing/run'
import { workKind, type Feature } from '../index'
import type { Taper } from './taper'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [L, W, T] = [400, 80, 60]
type Spot = readonly [number, number]

/** Closed lines through these places, each its own loop; the ids of points and edges go on. */
function loops(...all: ReadonlyArray<readonly Spot[]>): Outline {
  const points: Record<string, [number, number]> = {}
  const edges: object[] = []
  for (const [n, loop] of all.entries())
    loop.forEach(([u, v], k) => {
      points[`p${100 * n + k}`] = [u, v]
      edges.push({
        id: `e${100 * n + k}`,
        kind: 'line',
        from: `p${100 * n + k}`,
        to: `p${100 * n + ((k + 1) % loop.length)}`,
      })
    })
  return Outline.parse({ points, edges })
}
const circle = (r: number) =>
  Outline.parse({
    points: { p1: [W / 2, T / 2], p2: [W / 2 + r, T / 2] },
    edges: [{ id: 'e1', kind: 'circle', centre: 'p1', rim: 'p2' }],
  })
/** So many corners about the middle of the end, begun at one of them. */
const around = (n: number, r: (k: number) => number, begin = 0, off = 0): Spot[] =>
  Array.from({ length: n }, (_, k): Spot => {
    const a = off + (2 * Math.PI * (k + begin)) / n
    return [W / 2 + r((k + begin) % n) * Math.cos(a), T / 2 + r((k + begin) % n) * Math.sin(a)]
  })

const taper = (
  outline: Outline | undefined,
  fields: Record<string, number>,
  options: Record<string, string>,
): Change =>
  change.addStep({
    on: 'a',
    step: {
      id: 'w1',
      kind: 'taper',
      off: false,
      at: onFace('face'),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options,
      ...(outline && { outline }),
    },
  })
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, L], [0, W], [0, T]), ...more])
const shapeOf = (p: ReturnType<typeof board>, key = 'a#1') => {
  const m = modelOf(p)
  return kernel.shape(m.recipe(instance(m, key)))
}
const says = (p: ReturnType<typeof board>) =>
  lookOver(modelOf(p)).flatMap((x) => (x.step && x.level === 'stop' ? [x.says] : []))
const area = (loop: readonly Spot[]) =>
  loop.reduce((sum, [a, b], k) => {
    const [c, d] = loop[(k + 1) % loop.length]!
    return sum + (a * d - b * c) / 2
  }, 0)
const simpson = (h: number, a: number, m: number, b: number) => (h / 6) * (a + 4 * m + b)
const size = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true })

test('one drawn section made smaller, as much either way as is said: Simpson’s rule over its corners', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 9 }),
      fc.array(size(18, 28), { minLength: 9, maxLength: 9 }),
      size(12, 40),
      size(8, 30),
      (n, radii, width3, thickness3) => {
        const drawn = around(n, (k) => radii[k]!)
        const p = board(taper(loops(drawn), { width3, thickness3 }, { form1: 'drawn', form3: 'drawn' }))
        expect(says(p)).toEqual([])
        const [us, vs] = [drawn.map(([u]) => u), drawn.map(([, v]) => v)]
        const spread = (all: number[]) => Math.max(...all) - Math.min(...all)
        const middle = (all: number[]) => (Math.max(...all) + Math.min(...all)) / 2
        const last = drawn.map(([u, v]): Spot => [
          ((u - middle(us)) * width3) / spread(us),
          ((v - middle(vs)) * thickness3) / spread(vs),
        ])
        const mid = drawn.map(([u, v], k): Spot => [(u + last[k]![0]) / 2, (v + last[k]![1]) / 2])
        expect(Math.abs(shapeOf(p).volume / simpson(L, area(drawn), area(mid), area(last)) - 1)).toBeLessThan(
          1e-3,
        )
      },
    ),
    { numRuns: runs(40) },
  )
})

test('from a square to a circle along rays: ∫ r₁ r₂ dθ over the middle', () => {
  fc.assert(
    fc.property(size(5, 28), size(15, 30), (r, half) => {
      const p = board(taper(circle(r), { width1: 2 * half, thickness1: 2 * half }, { form3: 'drawn' }))
      const [square, round] = [4 * half * half, Math.PI * r * r]
      const middle = (square + round) / 4 + 2 * r * half * Math.log(1 + Math.SQRT2)
      expect(Math.abs(shapeOf(p).volume / simpson(L, square, middle, round) - 1)).toBeLessThan(1e-3)
    }),
    { numRuns: runs(25) },
  )
})

test('a cone from a circle to a smaller one is one round surface', () => {
  const p = board(taper(circle(28), { width3: 20, thickness3: 20 }, { form1: 'drawn', form3: 'drawn' }))
  const shape = shapeOf(p)
  expect(Math.abs(shape.volume / ((Math.PI * L * (28 * 28 + 28 * 10 + 100)) / 3) - 1)).toBeLessThan(1e-3)
  // Seen as two rims, no line between its chords.
  const sharp = edgesOf(shape).filter((e) => e.sharp)
  const x = (k: number) => shape.positions[3 * k]!
  expect(sharp.filter((e) => Math.abs(x(e.a) - x(e.b)) > 1)).toEqual([])
})

test('wherever and which way round a section was begun, it does not wind', () => {
  fc.assert(
    fc.property(fc.nat({ max: 5 }), fc.boolean(), (begin, backwards) => {
      const first = around(6, () => 28)
      const last = around(6, () => 14, begin)
      const p = board(
        taper(loops(first, backwards ? [...last].reverse() : last), {}, { form1: 'drawn', form3: 'drawn' }),
      )
      expect(
        shapeOf(p).volume / simpson(L, area(first), area(around(6, () => 21)), area(around(6, () => 14))),
      ).toBeCloseTo(1, 6)
    }),
  )
})

test('a twin has the image of what is drawn', () => {
  const p = run(
    board(
      taper(
        loops(around(5, (k) => 16 + 2 * k)),
        { width3: 20 },
        { form1: 'drawn', form3: 'drawn', across: 'low' },
      ),
    ),
    change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'up', about: '-50' }),
  )
  expect(says(p)).toEqual([])
  expect(shapeOf(p, 't#1').volume).toBeCloseTo(shapeOf(p).volume, 3)
  const ends = (key: string) => {
    const { positions } = shapeOf(p, key)
    return Array.from({ length: positions.length / 3 }, (_, n) => positions[3 * n + 1]!)
  }
  const [one, other] = [ends('a#1'), ends('t#1')]
  expect(Math.min(...other)).toBeCloseTo(W - Math.max(...one), 3)
  expect(Math.max(...other)).toBeCloseTo(W - Math.min(...one), 3)
})

test('what it says of itself, and its measures on a drawing', () => {
  const m = modelOf(
    board(taper(circle(28), { width3: 20, thickness3: 24 }, { form1: 'drawn', form3: 'drawn' })),
  )
  const f = m.features(instance(m, 'a#1'))[0] as Feature<Taper>
  const text = workKind(f)
    .describe(f.data, null)
    .map((x) => (typeof x === 'string' ? x : Math.round(x.mm * 100) / 100))
    .join('')
  expect(text).toBe('Taper from what is drawn, 56 × 56 at 0 to what is drawn, 20 × 24 at 400')
  expect(workKind(f).dimensions(f.data)).toContainEqual({ axis: 1, from: 30, to: 50, what: 'width' })
})

test('drawn sections that cannot be are refused in a sentence', () => {
  const both = { form1: 'drawn', form3: 'drawn' }
  expect(says(board(taper(loops(around(4, () => 45)), {}, both)))).toEqual([
    'The section at 0 is 90 × 90, and A is 80 × 60',
  ])
  const aside = around(4, () => 20).map(([u, v]): Spot => [u + 30, v])
  expect(says(board(taper(loops(aside), {}, both)))).toEqual([
    'The section at 0 is 40 × 40, and A is 80 × 60: it lies beyond that where it is drawn',
  ])
  const three = [20, 15, 10].map((r) => around(4, () => r))
  expect(says(board(taper(loops(...three), {}, both)))).toEqual([
    '3 outlines are drawn for sections of A, and 2 of them are as drawn',
  ])
  // An L, whose inner corner hides a part of it from its middle.
  const el: Spot[] = [
    [5, 5],
    [75, 5],
    [75, 12],
    [12, 12],
    [12, 55],
    [5, 55],
  ]
  expect(says(board(taper(loops(el), { width3: 40 }, { form1: 'drawn' })))).toEqual([
    'Not all of the section of A at 0 is seen from its middle, so it is not told what goes to what: ' +
      'draw each section of as many lines',
  ])
  expect(says(board(taper(loops(el), { width3: 40 }, both)))).toEqual([])
  expect(lookOver(modelOf(board(taper(undefined, {}, both)))).map((f) => f.says)).toContain(
    'The section on A has no outline yet, so it does nothing',
  )
})
