import fc from 'fast-check'
import { change, onFace, runAt, type Change, type Place, type Step } from '../../document'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import { bodiesOf, type Kernel } from '../../solid'
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
