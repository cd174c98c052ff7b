import fc from 'fast-check'
import { change, onFace, runAt, type Change, type FaceName, type Place, type Step } from '../../document'
import { findAlike } from '../../cuts'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import { bodiesOf, type Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { ownWork, workKind, type Rout } from '../index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})
const [L, W, T] = [400, 200, 24]
const WHOLE = L * W * T
const bit = (shape: string, fields: Record<string, string>, bearing: string | null): Change =>
  change.addBit({ id: 't1', name: 'Bit', shape, fields, bearing, shank: '8', bite: null, speed: null })
const RABBET = bit('rabbet', { width: '9', length: '12' }, '12')
const COVE = bit('cove', { radius: '8' }, '10')
const ROUND = bit('round-over', { radius: '8' }, '10')
const work = (
  kind: string,
  at: Place,
  fields: Step['fields'],
  options: Step['options'] = {},
  on = 'a',
  id = 'w9',
): Change => change.addStep({ on, step: { id, kind, off: false, at, fields, options } })
const rout = (at: Place, fields: Step['fields'] = {}, options: Step['options'] = {}) =>
  work('rout', at, fields, { bit: 't1', ...options })
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, L], [0, W], [0, T]), ...more])
type Board = ReturnType<typeof board>
const gone = (p: Board, key = 'a#1') => WHOLE - volume(modelOf(p), key, kernel)
const says = (p: Board) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))
const feature = (p: Board, key = 'a#1') => {
  const m = modelOf(p)
  return m.features(instance(m, key)).find((f) => f.kind === 'rout')!
}
const opening = (kind = 'recess'): Change =>
  change.addStep({
    on: 'a',
    step: {
      id: 'w1',
      kind,
      off: false,
      at: onFace('face'),
      fields:
        kind === 'bore'
          ? { along: '0', across: '0', diameter: '60' }
          : { along: '0', across: '0', length: '100', width: '80', depth: '23.9', bit: '0' },
      options: { alongFrom: 'centre', acrossFrom: 'centre' },
    },
  })

test('a rabbet all round takes its section off all four sides, mitred where they meet', () => {
  expect(gone(board(RABBET, rout(onFace('back'), { depth: '10' })))).toBeCloseTo(
    (L * W - (L - 18) * (W - 18)) * 10,
    3,
  )
})

test('along some sides it takes theirs, and runs off at both ends', () => {
  const along = (...sides: FaceName[]) => gone(board(RABBET, rout(runAt('face', sides), { depth: '10' })))
  expect(along('edge1')).toBeCloseTo(L * 90, 3)
  expect(along('end2')).toBeCloseTo(W * 90, 3)
  expect(along('edge2', 'end1')).toBeCloseTo((L + W - 9) * 90, 3)
  expect(along('edge1', 'edge2')).toBeCloseTo(2 * L * 90, 3)
})

test('round-over and cove are the closed form to a thousandth, over depths that leave a step as well', () => {
  // At each height what is left of the face is stepped in by d on all sides: P d − 4 d² is gone.
  const [r, P] = [8, 2 * (L + W)]
  const round = P * r * r * (1 - Math.PI / 4) - 4 * r ** 3 * (5 / 3 - Math.PI / 2)
  expect(Math.abs(gone(board(ROUND, rout(onFace('face')))) / round - 1)).toBeLessThan(2e-3)
  const cove = (P * Math.PI * r * r) / 4 - (4 * 2 * r ** 3) / 3
  expect(Math.abs(gone(board(COVE, rout(onFace('face')))) / cove - 1)).toBeLessThan(2e-3)
  // Set lower, its full width goes on straight to the face.
  const step = round + (P * r - 4 * r * r) * 3
  const deep = rout(onFace('face'), { depth: '11' })
  expect(Math.abs(gone(board(ROUND, deep)) / step - 1)).toBeLessThan(2e-3)
})

test('a run that stops short ends as round as the bit', () => {
  const r = 6 + 9
  // Beyond the end of its straight part: a half round of the bit, less what its bearing keeps off the wood.
  const end = (Math.PI * r * r) / 4 - 6 * Math.sqrt(r * r - 36) * 0.5 - (r * r * Math.asin(6 / r)) / 2
  const p = board(RABBET, rout(runAt('face', ['edge1']), { depth: '10', start: '50', stop: '70' }))
  expect(Math.abs(gone(p) / ((L - 120) * 90 + 2 * end * 10) - 1)).toBeLessThan(1e-3)
  const { data } = feature(p)
  const text = workKind(feature(p))
    .describe(data, null)
    .map((x) => (typeof x === 'string' ? x : x.mm))
    .join('')
  expect(text).toMatch(
    /^Rabbet 9 × 10 deep, along edge 1 of the face, stopping 50 before its near end, stopping 70/,
  )
})

test('openings are gone round with the corners that the bit leaves; bored holes only when asked', () => {
  const inside = rout(onFace('face'), { depth: '10' }, { loops: 'inside' })
  const plain = gone(board(RABBET, opening()))
  // 9 further out on all sides, square corners of the opening rounded to the bit's radius at the bearing.
  const [long, wide, r] = [118, 98, 15]
  const wider = long * wide - (4 - Math.PI) * r * r
  const taken = gone(board(RABBET, opening(), inside)) - plain
  expect(Math.abs(taken / ((wider - 100 * 80) * 10) - 1)).toBeLessThan(2e-3)
  const bored = gone(board(RABBET, opening('bore')))
  expect(gone(board(RABBET, opening('bore'), inside))).toBeCloseTo(bored, 6)
  const too = rout(onFace('face'), { depth: '10' }, { loops: 'inside', bores: 'too' })
  const ring = Math.PI * (39 ** 2 - 30 ** 2) * 10
  expect(Math.abs((gone(board(RABBET, opening('bore'), too)) - bored) / ring - 1)).toBeLessThan(2e-3)
})

test('a bit without a bearing is told how far it cuts in, and further in leaves a flute', () => {
  const straight = bit('straight', { diameter: '12', length: '20' }, null)
  const at = (inward: string) => gone(board(straight, rout(runAt('face', ['edge1']), { depth: '5', inward })))
  expect(at('6')).toBeCloseTo(L * 6 * 5, 3)
  expect(at('10')).toBeCloseTo(L * 10 * 5, 3)
  expect(at('30')).toBeCloseTo(L * 12 * 5, 3)
})

test('a frame of four is gone along as one, whichever of its pieces are cut', () => {
  // Four boards round an opening of 300 × 200; the rails between the stiles.
  const frame = (...more: Change[]) =>
    make([
      ...block('a', 'back-up', [0, 50], [0, 300], [0, 20]),
      ...block('b', 'back-up', [350, 50], [0, 300], [0, 20]),
      ...block('c', 'right-up', [50, 300], [0, 50], [0, 20]),
      ...block('d', 'right-up', [50, 300], [250, 50], [0, 20]),
      change.group({ id: 'g', name: 'Frame', members: ['a', 'b', 'c', 'd'] }),
      ...more,
    ])
  const all = (p: Board) =>
    ['a', 'b', 'c', 'd'].reduce((sum, k) => sum + volume(modelOf(p), `${k}#1`, kernel), 0)
  const run = (loops: string) => work('rout', onFace('face'), { depth: '10' }, { bit: 't1', loops }, 'g')
  const whole = all(frame())
  expect(whole).toBeCloseTo((400 * 300 - 300 * 200) * 20, 6)
  expect(whole - all(frame(RABBET, run('outside')))).toBeCloseTo((400 * 300 - 382 * 282) * 10, 2)
  const inner = 318 * 218 - (4 - Math.PI) * 225 - 300 * 200
  expect(Math.abs((whole - all(frame(RABBET, run('inside')))) / (inner * 10) - 1)).toBeLessThan(2e-3)
  // Twice, one after the other; the second looks at what the first has left, and the stiles stay a pair.
  const twice = frame(
    RABBET,
    run('outside'),
    change.addStep({
      on: 'g',
      step: {
        id: 'w8',
        kind: 'ease',
        off: false,
        at: onFace('face'),
        fields: { size: '2' },
        options: { edges: 'outside', form: 'clip' },
      },
    }),
  )
  const clipped = 0.5 * 4 * (2 * (382 + 282)) - (4 * 2 ** 3) / 3
  expect(all(frame(RABBET, run('outside'))) - all(twice)).toBeCloseTo(clipped, 1)
})

test('on a twin it is the other hand', () => {
  const p = board(
    RABBET,
    change.mirrorPiece({ id: 'b', of: 'a', name: 'B', direction: 'across', about: '500' }),
    rout(runAt('face', ['edge1', 'end1']), { depth: '10' }),
  )
  expect(gone(p, 'b#1')).toBeCloseTo(gone(p), 3)
  const step: Step = {
    id: 'w9',
    kind: 'rout',
    off: false,
    at: runAt('face', ['edge1', 'end1']),
    fields: { depth: '10', start: '80' },
    options: { bit: 't1' },
  }
  const image = (more: Step) => board(RABBET, change.addStep({ on: 'a', step: more }))
  const [one, other] = [image(step), image(ownWork('rout')!.mirrored(step, 120))]
  expect(gone(one)).toBeCloseTo(gone(other), 3)
  // They are a pair of hands, or the very same.
  const both = make([
    ...block('a', 'right-up', [0, L], [0, W], [0, T]),
    ...block('b', 'right-up', [0, L], [300, W], [0, T]),
    RABBET,
    change.addStep({ on: 'a', step }),
    change.addStep({ on: 'b', step: { ...ownWork('rout')!.mirrored(step, 120), id: 'w8' } }),
  ])
  expect(findAlike(modelOf(both)).map((x) => [x.instances.length, x.mirrored])).toEqual([[2, 1]])
})

test('solids are closed, and all that was routed knows which work did it', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 2, max: 20, noNaN: true }),
      fc.constantFrom('all', 'outside', 'inside'),
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'end2'),
      (depth, loops, face) => {
        const m = modelOf(board(COVE, opening(), rout(onFace(face), { depth: String(depth) }, { loops })))
        const recipe = m.recipe(instance(m, 'a#1'))
        const shape = kernel.shape(recipe)
        expect(bodiesOf(shape)).toEqual({ bodies: 1, hollows: 0 })
        expect(Math.max(...shape.work)).toBeLessThanOrEqual(2)
      },
    ),
    { numRuns: 20 },
  )
})

test('what cannot be routed is refused in a sentence', () => {
  const none = board(work('rout', onFace('face'), {}))
  expect(says(none)).toEqual(['Choose a bit for what is routed on A'])
  expect(says(board(bit('rabbet', { width: '0', length: '9' }, '12'), rout(onFace('face'))))).toEqual([
    'The bit Bit cuts nothing: its cuts in must be more than 0',
  ])
  expect(says(board(RABBET, rout(onFace('face'), { depth: '0' })))[0]).toMatch(/no deeper than the face/)
})

test('a bit that is too short, a run left open and one through the whole board are found', () => {
  const deep = says(board(RABBET, rout(onFace('face'), { depth: '13' })))
  expect(deep).toEqual(['The bit Bit cuts 12 high; set 13 deep, its shank rubs on A'])
  expect(says(board(RABBET, rout(onFace('face'), { depth: '12' })))).toEqual([])
  const three = rout(runAt('back', ['edge1', 'end1', 'edge2']), { depth: '10' })
  expect(says(board(RABBET, three))).toEqual([
    'The rabbet runs along three sides of A and is open at the fourth',
  ])
  const stopped = rout(runAt('back', ['edge1', 'end1', 'edge2']), { depth: '10', start: '20', stop: '20' })
  expect(says(board(RABBET, stopped))).toEqual([])
  expect(says(board(RABBET, rout(runAt('back', ['edge1', 'edge2']), { depth: '10' })))).toEqual([])
  const long = bit('rabbet', { width: '9', length: '30' }, '12')
  expect(says(board(long, rout(onFace('face'), { depth: '24' })))).toEqual([
    'The rabbet takes all of A along its edges, which is 24 thick there',
  ])
})

test('as many passes as its bites make, and the speed of its size', () => {
  const data = feature(board(RABBET, rout(onFace('face'), { depth: '13' }))).data as Rout
  expect(data.passes).toBe(3)
  expect(data.speed).toEqual([12000, 16000])
})
