import fc from 'fast-check'
import { change, onFace, Outline, runAt, type Change, type Place, type Step } from '../../document'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import { bodiesOf, edgesOf, type Kernel } from '../../solid'
import { block, instance, join, make, testKernel, volume } from '../../testing/scenario'
import { workKind } from '../index'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})
const [L, W, T] = [300, 120, 30]
const step = (
  id: string,
  kind: string,
  at: Place,
  fields: Step['fields'],
  options: Step['options'] = {},
): Change => change.addStep({ on: 'a', step: { id, kind, off: false, at, fields, options } })
const ease = (size: number, options: Step['options'] = {}, at: Place = onFace('face'), id = 'w9') =>
  step(id, 'ease', at, { size: String(size) }, options)
const hole = (id: string, across: number) =>
  step(id, 'bore', onFace('face'), { along: '100', across: String(across), diameter: '20' })
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, L], [0, W], [0, T]), ...more])
type Board = ReturnType<typeof board>
const gone = (p: Board) => L * W * T - volume(modelOf(p), 'a#1', kernel)
const says = (p: Board) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))

/** All edges clipped by so much: along four edges of each face mitred, and the four short ones between. */
const clippedAll = (s: number): number => {
  const faces = 2 * (s * s * (L + W) - (4 * s ** 3) / 3)
  // The short edges run over what is left of them, into the clips of the faces: pyramids are counted once.
  const short = 4 * ((s * s) / 2) * (T - 2 * s)
  return faces + short
}

test('all edges clipped take their prisms, and at corners what three of them share once', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.5, max: 10, noNaN: true }), (s) => {
      const all = gone(board(ease(s, { form: 'clip' })))
      const four = gone(board(ease(s, { form: 'clip', edges: 'around' })))
      expect(four).toBeCloseTo(s * s * (L + W) - (4 * s ** 3) / 3, 3)
      // Within the height of the clips the short edges take some more of each corner, less than its cube.
      expect(all).toBeGreaterThan(clippedAll(s) - 1e-3)
      expect(all).toBeLessThan(clippedAll(s) + (8 * s ** 3) / 3)
    }),
    { numRuns: runs(20) },
  )
})

test('rounding one face is the closed form', () => {
  fc.assert(
    fc.property(fc.double({ min: 1, max: 15, noNaN: true }), (r) => {
      const round = 2 * (L + W) * r * r * (1 - Math.PI / 4) - 4 * r ** 3 * (5 / 3 - Math.PI / 2)
      expect(Math.abs(gone(board(ease(r, { edges: 'around' }))) / round - 1)).toBeLessThan(2e-3)
    }),
    { numRuns: runs(20) },
  )
})

test('bored holes keep sharp rims wherever they stand in the order, unless they are eased too', () => {
  const bores = (...more: Change[]) => gone(board(hole('w1', 40), hole('w2', 80), ...more))
  const eased = gone(board(ease(3)))
  const holes = bores()
  const first = gone(board(ease(3, {}, onFace('face'), 'w0'), hole('w1', 40), hole('w2', 80)))
  const between = gone(board(hole('w1', 40), ease(3), hole('w2', 80)))
  const last = bores(ease(3))
  for (const all of [first, between, last]) expect(all).toBeCloseTo(holes + eased, 2)
  const rims = 2 * 2 * (2 * Math.PI * (10 + 3 * 0.2234) * 9 * (1 - Math.PI / 4))
  const too = bores(ease(3, { bores: 'too' }))
  expect(Math.abs((too - last) / rims - 1)).toBeLessThan(0.05)
})

test('along chosen sides only; what goes into a joint stays sharp', () => {
  const one = gone(board(ease(4, { form: 'clip', edges: 'around' }, runAt('face', ['edge1']))))
  expect(one).toBeCloseTo(L * 8, 3)
  const shelf = (...more: Change[]) =>
    make([
      ...block('a', 'right-up', [18, 300], [0, 100], [100, 18]),
      ...block('b', 'up-right', [0, 18], [0, 100], [0, 300]),
      join('housing', ['a.end1', 'b'], { depth: 6 }),
      ...more,
    ])
  const wood = (p: Board) => volume(modelOf(p), 'a#1', kernel)
  const taken = wood(shelf()) - wood(shelf(ease(2, { form: 'clip', edges: 'around' })))
  // Both long edges, run off at the end in the dado, and the other end.
  expect(taken).toBeCloseTo(2 * (306 + 306 + 100) - (2 * 2 ** 3) / 3, 2)
})

test('solids are closed, and the ticket says what is eased', () => {
  const m = modelOf(board(hole('w1', 40), ease(5)))
  const shape = kernel.shape(m.recipe(instance(m, 'a#1')))
  expect(bodiesOf(shape)).toEqual({ bodies: 1, hollows: 0 })
  const [, eased] = m.features(instance(m, 'a#1'))
  const text = (s: ReturnType<ReturnType<typeof workKind>['describe']>) =>
    s.map((x) => (typeof x === 'string' ? x : x.mm)).join('')
  expect(text(workKind(eased!).describe(eased!.data, null))).toBe('Round edges, r 5, all edges')
})

test('what cannot be eased is refused in a sentence', () => {
  expect(says(board(ease(0)))).toEqual(['The edges of A are to be eased by more than nothing'])
  expect(says(board(ease(31)))).toEqual(['31 is more than A is thick, which is 30: no edge would be left'])
})

test.each(['round', 'clip'] as const)(
  'an edge whose wall leans is %s between that wall and the face',
  (form) => {
    fc.assert(
      fc.property(fc.integer({ min: -44, max: 44 }), fc.integer({ min: 1, max: 5 }), (tilt, r) => {
        const sawn = step('w1', 'rip', onFace('edge2'), { place: '45', tilt: `${tilt}deg` })
        const at = (face: 'face' | 'back') => runAt(face, ['edge2'])
        const before = gone(board(sawn))
        const one = gone(board(sawn, ease(r, { form, edges: 'around' }, at('face')))) - before
        const other = gone(board(sawn, ease(r, { form, edges: 'around' }, at('back')))) - before
        // The two edges of the slanting side, one as sharp as the other is blunt.
        const taken = (angle: number) =>
          L *
          (form === 'clip'
            ? (r * r * Math.sin(angle)) / 2
            : r * r * (1 / Math.tan(angle / 2) - (Math.PI - angle) / 2))
        const lean = (Math.abs(tilt) * Math.PI) / 180
        const both = [taken(Math.PI / 2 - lean), taken(Math.PI / 2 + lean)].sort((a, b) => a - b)
        const found = [one, other].sort((a, b) => a - b)
        // As near as chords of a round are to it.
        found.forEach((v, k) =>
          expect(Math.abs(v - both[k]!)).toBeLessThan(form === 'clip' ? 2 : 0.06 * 2 * r * L),
        )
        expect(
          bodiesOf(kernel.shape(modelOf(board(sawn)).recipe(instance(modelOf(board(sawn)), 'a#1')))),
        ).toEqual({ bodies: 1, hollows: 0 })
      }),
      { numRuns: runs(30), endOnFailure: true },
    )
  },
)

test('a side that meets an arch at its foot is rounded into it without a step', () => {
  const radius = Math.hypot(150, 100)
  const outline = Outline.parse({
    points: { p1: [0, 0], p2: [L, 0], p3: [L, 60], p4: [0, 60], p5: [150, -40] },
    edges: [
      { id: 'e1', kind: 'line', from: 'p1', to: 'p2' },
      { id: 'e2', kind: 'line', from: 'p2', to: 'p3' },
      { id: 'e3', kind: 'arc', from: 'p3', to: 'p4', centre: 'p5', turns: 'left' },
      { id: 'e4', kind: 'line', from: 'p4', to: 'p1' },
    ],
  })
  const sawn = change.addStep({
    on: 'a',
    step: { id: 'w1', kind: 'shape', off: false, at: onFace('face'), fields: {}, options: {}, outline },
  })
  const model = modelOf(board(sawn, ease(4)))
  const shape = kernel.shape(model.recipe(instance(model, 'a#1')))
  const { positions: p, triangles: t } = shape
  // Slivers between the facets of the arch look as those do, or a drawing would show lines across it.
  for (const { n1, n2 } of edgesOf(shape))
    expect([Math.hypot(...n1), Math.hypot(...n2)]).toEqual([1, 1].map((n) => expect.closeTo(n, 6)))
  // Half-way up, beyond the faces' own rounds, nothing looks back down; nothing lies beyond the arch.
  for (let k = 0; k < t.length; k += 3) {
    const [a, b, c] = [0, 1, 2].map((e) => [0, 1, 2].map((i) => p[3 * t[k + e]! + i]!)) as [
      number[],
      number[],
      number[],
    ]
    const all = [a, b, c]
    for (const q of all) expect(Math.hypot(q[0]! - 150, q[1]! + 40)).toBeLessThan(radius + 0.1)
    if (!all.some((q) => q[2]! > 5 && q[2]! < T - 5) || all.every((q) => q[1]! < 5)) continue
    const ny = (b[2]! - a[2]!) * (c[0]! - a[0]!) - (b[0]! - a[0]!) * (c[2]! - a[2]!)
    const area = Math.hypot(
      ...[0, 1, 2].map(
        (i) =>
          (b[(i + 1) % 3]! - a[(i + 1) % 3]!) * (c[(i + 2) % 3]! - a[(i + 2) % 3]!) -
          (b[(i + 2) % 3]! - a[(i + 2) % 3]!) * (c[(i + 1) % 3]! - a[(i + 1) % 3]!),
      ),
    )
    if (area > 1e-3) expect(ny / area).toBeGreaterThan(-0.01)
  }
})
