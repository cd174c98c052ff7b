import fc from 'fast-check'
import { change, onFace, type Change, type FaceName, type Step } from '../../document'
import { modelOf } from '../../model'
import { FACE_AT, type Axis, type Vec3 } from '../../pieces'
import { lookOver } from '../../proof'
import { keyOf } from '../../resolve'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { run } from '../../testing/run'
import { ownWork, workKind, type Feature } from '../index'
import { arc, circle, cornersIn, rectangle } from '../outline'
import type { Recess } from './recess'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Values = Record<string, string | number>
const sunk = (face: FaceName, fields: Values, options: Step['options'] = {}): Change =>
  change.addStep({
    on: 'a',
    step: {
      id: 'w1',
      kind: 'recess',
      off: false,
      at: onFace(face),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options,
    },
  })
const SIZE: Vec3 = [600, 120, 24]
const WHOLE = 600 * 120 * 24
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, 600], [0, 120], [0, 24]), ...more])
const left = (p: ReturnType<typeof board>, key = 'a#1') => volume(modelOf(p), key, kernel)
const feature = (p: ReturnType<typeof board>, key = 'a#1') => {
  const m = modelOf(p)
  return m.features(instance(m, key))[0] as Feature<Recess>
}
const says = (p: ReturnType<typeof board>) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))
const CENTRED = { alongFrom: 'centre', acrossFrom: 'centre' }
const area = (outline: ReadonlyArray<readonly [number, number]>) =>
  outline.reduce((sum, [a, b], k) => {
    const [c, d] = outline[(k + 1) % outline.length]!
    return sum + (a * d - b * c) / 2
  }, 0)

test('outlines are round to a twentieth of a millimetre, anticlockwise, and as large as they say', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 4, max: 400, noNaN: true }),
      fc.double({ min: 4, max: 400, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (long, wide, share) => {
        const r = (Math.min(long, wide) / 2) * share
        const outline = cornersIn(rectangle(long, wide, r))
        const exact = long * wide - (4 - Math.PI) * r * r
        // Corners between the ends of an arc lie a little outside it, so that it is as large as it says.
        expect(Math.abs(area(outline) / exact - 1)).toBeLessThan(1e-9)
        for (const [a, b] of outline) {
          const [du, dv] = [Math.abs(a) - (long / 2 - r), Math.abs(b) - (wide / 2 - r)]
          if (du > 1e-6 && dv > 1e-6)
            expect(Math.abs(Math.hypot(du, dv) - r)).toBeLessThan(Math.max(0.05, r * 0.02))
        }
        expect(area(cornersIn(circle(long))) / ((Math.PI * long * long) / 4)).toBeCloseTo(1, 9)
      },
    ),
  )
  const half = arc([0, 0], 50, 0, Math.PI)
  const round = [...cornersIn([half]), half.to]
  for (let k = 1; k < round.length; k++) {
    const [[a, b], [c, d]] = [round[k - 1]!, round[k]!]
    expect(50 - Math.hypot((a + c) / 2, (b + d) / 2)).toBeLessThanOrEqual(0.05 + 1e-9)
  }
})

test('a recess takes its outline by its depth, on any face and on a twin of either hand', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'edge2', 'end1', 'end2'),
      fc.constantFrom('rectangle', 'slot', 'circle'),
      fc.integer({ min: 8, max: 20 }),
      fc.integer({ min: 3, max: 7 }),
      // As deep as a bit of 2 reaches.
      fc.integer({ min: 1, max: 12 }),
      fc.constantFrom(0, 2, 3),
      (face, shape, length, width, depth, bit) => {
        const p = run(
          board(sunk(face, { length, width, depth, bit }, { shape, ...CENTRED })),
          change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'deep', about: '-50' }),
        )
        expect(says(p)).toEqual([])
        const outline = {
          rectangle: rectangle(length, width, bit / 2),
          slot: rectangle(length, width, width / 2),
          circle: circle(length),
        }[shape]
        expect(WHOLE - left(p)).toBeCloseTo(area(cornersIn(outline)) * depth, 3)
        expect(left(p, 't#1')).toBeCloseTo(left(p), 3)
      },
    ),
    { numRuns: runs(60) },
  )
})

test('a slot is the length it says, and turns the other way on an image that is given its own', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'end1'),
      fc.constantFrom('near', 'far', 'centre'),
      fc.constantFrom('near', 'far', 'centre'),
      (face, alongFrom, acrossFrom) => {
        const fields = { along: 12, across: 5, length: 9, width: 4, depth: 3 }
        const p = board(sunk(face, fields, { shape: 'slot', alongFrom, acrossFrom }))
        const step = (p.pieces[0] as { work: Step[] }).work[0]!
        const image = board(change.addStep({ on: 'a', step: ownWork('recess')!.mirrored(step, 120) }))
        const turned = feature(p).data.rim.map(([x, y, z]) =>
          [x, SIZE[1] - y, z].map((n) => n.toFixed(6)).join(),
        )
        const there = feature(image).data.rim.map((q) => q.map((n) => n.toFixed(6)).join())
        expect(there.sort()).toEqual(turned.sort())
        const axis = [0, 1, 2].find((i) => i !== FACE_AT[face].axis) as Axis
        const along = feature(p).data.rim.map((q) => q[axis])
        expect(Math.max(...along) - Math.min(...along)).toBeCloseTo(9, 6)
      },
    ),
  )
})

test('its sentence, its callout, its measures on a drawing and its floor', () => {
  const p = run(
    board(sunk('face', { along: 100, across: 40, length: 60, width: 30, depth: 5, bit: 8 })),
    change.addParameter({ id: 'm', name: 'floor', kind: 'length', expression: '@w1.floor' }),
  )
  const f = feature(p)
  const text = (s: ReturnType<ReturnType<typeof workKind>['callout']>) =>
    s.map((x) => (typeof x === 'string' ? x : x.mm)).join('')
  expect(text(workKind(f).describe(f.data, null))).toBe(
    'Recess 60 × 30, 5 deep, corners r 4, on the face, its middle at 100 · 40 from end 1 · edge 1',
  )
  expect(text(workKind(f).callout(f.data))).toBe('Recess 60 × 30 × 5 deep, corners r 4, on the face')
  expect(workKind(f).dimensions(f.data)).toEqual([
    { axis: 0, from: 0, to: 70, what: 'place' },
    { axis: 0, from: 70, to: 130, what: 'length' },
    { axis: 1, from: 0, to: 25, what: 'place' },
    { axis: 1, from: 25, to: 55, what: 'width' },
    { axis: 2, from: 19, to: 24, what: 'depth' },
  ])
  expect(modelOf(p).resolved.result(keyOf.parameter('m'))).toMatchObject({ value: 19 })
  expect(ownWork('recess')!.flats(f.data)).toEqual([{ role: 'floor', normal: [0, 0, 1], offset: 19 }])
})

test('through a group it goes as deep as it reaches in each of its boards', () => {
  const p = make([
    ...block('a', 'right-up', [0, 200], [0, 100], [0, 18]),
    ...block('b', 'right-up', [0, 200], [0, 100], [18, 18]),
    change.group({ id: 'g', name: 'Both', members: ['a', 'b'] }),
    change.addStep({
      on: 'g',
      step: {
        id: 'w1',
        kind: 'recess',
        off: false,
        at: onFace('face'),
        fields: { length: '40', width: '30', depth: '24' },
        options: CENTRED,
      },
    }),
  ])
  const block_ = 200 * 100 * 18
  expect(block_ - left(p, 'b#1')).toBeCloseTo(40 * 30 * 18, 3)
  expect(block_ - left(p, 'a#1')).toBeCloseTo(40 * 30 * 6, 3)
})

test('what cannot be sunk is said in a sentence', () => {
  const wrong = (fields: Values, options: Step['options'] = {}) =>
    says(board(sunk('face', { along: 100, across: 40, length: 60, width: 30, depth: 5, ...fields }, options)))
  expect(wrong({})).toEqual([])
  expect(wrong({ depth: 24 })).toEqual(['A recess 24 deep would go through A, which is 24 there'])
  expect(wrong({ width: 0 })).toEqual(['The recess in A has no width'])
  expect(wrong({ bit: 31 })).toEqual(['A bit of 31 does not go into a recess 30 wide'])
  expect(wrong({ width: 60 }, { shape: 'slot' })).toEqual(['A slot is longer than it is wide'])
  expect(wrong({ along: 700 })).toEqual(['The recess lies wholly outside A, so it does nothing'])
})

test.each<[what: string, fields: Values, options: Step['options'], left: number]>([
  ['all of the face', { length: SIZE[0], width: SIZE[1], depth: 5, bit: 8 }, CENTRED, 0],
  ['beyond all of it', { length: SIZE[0] + 4, width: SIZE[1] + 2, depth: 5, bit: 8 }, CENTRED, 0],
  ['all its width', { length: 60, width: SIZE[1], depth: 5, bit: 8 }, CENTRED, 0],
  ['into its near corner', { along: 30, across: 15, length: 60, width: 30, depth: 5, bit: 8 }, {}, 1],
])('where it runs off the wood a bit leaves no horns: %s', (_, fields, options, corners) => {
  const p = board(sunk('face', fields, { shape: 'rectangle', ...options }))
  const [l, w] = [Math.min(SIZE[0], Number(fields.length)), Math.min(SIZE[1], Number(fields.width))]
  const horn = (1 - Math.PI / 4) * 4 ** 2
  expect(left(p)).toBeCloseTo(SIZE[0] * SIZE[1] * SIZE[2] - (l * w - corners * horn) * 5, 0)
})
