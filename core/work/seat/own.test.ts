/** Mortises for the ends of bent strips: they follow section, place, turn and slant, and nothing clashes. */
import fc from 'fast-check'
import { change, onFace, type Change } from '../../document'
import { modelOf } from '../../model'
import { carried, dot, toRoom } from '../../pieces'
import { lookOver, proofOf } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { run } from '../../testing/run'
import { ownWork, workKind, type Bend, type Feature } from '../index'
import type { Seat } from './seat'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Values = Record<string, string | number>
const step = (on: string, id: string, kind: string, face: string, fields: Values, options: Values): Change =>
  change.addStep({
    on,
    step: {
      id,
      kind,
      off: false,
      at: onFace(face as never),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options: options as never,
    },
  })
/** A strip that leaves its bend at an angle to the board that it ends in. */
const model = (angle: number, thick: number, wide: number, ...more: Change[]) =>
  make([
    ...block('a', 'right-up', [0, 224], [0, 298], [0, 60]),
    ...block('s', 'back-right', [250, 20], [-300, 900], [-100, 300]),
    step(
      'a',
      'w1',
      'bend',
      'face',
      { thick, wide, first: 60, radius1: 100, angle1: `${angle}deg`, straight1: 70 },
      {},
    ),
    ...more,
  ])
const seated = (fields: Values = {}, options: Values = { meets: 'w1' }): Change =>
  step('s', 'm1', 'seat', 'back', fields, options)
const seatOf = (p: ReturnType<typeof make>, key = 's#1') => {
  const m = modelOf(p)
  return m.features(instance(m, key))[0] as Feature<Seat>
}
const says = (p: ReturnType<typeof make>, id = 'm1') =>
  lookOver(modelOf(p)).flatMap((x) => (x.step === id ? [x.says] : []))

test('it follows the end: its section, its axis, how it is turned, and its slant', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 5, max: 40 }),
      fc.integer({ min: 5, max: 10 }),
      fc.integer({ min: 14, max: 40 }),
      fc.integer({ min: 0, max: 2 }),
      (angle, thick, wide, room) => {
        const p = model(angle, thick, wide, seated({ depth: 8, room }))
        expect(says(p)).toEqual([])
        const m = modelOf(p)
        const bent = m.features(instance(m, 'a#1'))[0] as Feature<Bend>
        const [, end] = ownWork('bend')!.mates!(bent.data)
        const { data } = seatOf(p)
        expect([data.thick, data.wide]).toEqual([thick + 2 * room, wide + 2 * room])
        const [strip, wood] = [instance(m, 'a#1').frame, instance(m, 's#1').frame]
        const [frame] = data.frames
        const axis = carried(strip, end!.along)
        expect(dot(carried(wood, frame!.z), axis)).toBeCloseTo(1, 9)
        expect(Math.abs(dot(carried(wood, frame!.x), carried(strip, end!.section!.way)))).toBeCloseTo(1, 9)
        // Where its axis goes through the face lies on the strip’s.
        const [at, from] = [toRoom(wood, frame!.origin), toRoom(strip, end!.at)]
        const apart = [0, 1, 2].map((i) => at[i]! - from[i]!) as [number, number, number]
        expect(Math.hypot(...apart)).toBeCloseTo(Math.abs(dot(apart, axis)), 6)
        // From its face, square to the slant: as large as its section by its depth along the axis.
        const block = 20 * 900 * 300
        expect((block - volume(m, 's#1', kernel)) / (data.thick * data.wide * 8)).toBeCloseTo(1, 6)
      },
    ),
    { numRuns: 40 },
  )
})

test('what goes in as deep as the mortise shares no wood with the board, and a deeper end does', () => {
  // The strip reaches so far into the board.
  const into = (deep: number) =>
    make([
      ...block('a', 'right-up', [0, 400], [0, 30], [0, 60]),
      ...block('s', 'back-right', [400 - deep, 20], [-300, 900], [-100, 300]),
      step(
        'a',
        'w1',
        'bend',
        'face',
        { thick: 10, wide: 40, first: 200, radius1: 500, angle1: '1deg', straight1: 191.1 },
        {},
      ),
      seated({ depth: 8, room: '0.2' }),
    ])
  const clashes = (deep: number) =>
    proofOf(modelOf(into(deep)), kernel).filter((f) => f.check === 'clash').length
  expect([clashes(7.5), clashes(12)]).toEqual([0, 1])
})

test('both ends of a bow get one each, leaning either way', () => {
  const p = make([
    ...block('a', 'right-up', [0, 400], [0, 300], [0, 60]),
    ...block('s', 'right-back', [-100, 600], [50, 30], [-100, 300]),
    step(
      'a',
      'w1',
      'bend',
      'face',
      { thick: 8, wide: 30, turn: '80deg', first: 60, radius1: 110, angle1: '-160deg', straight1: 60 },
      {},
    ),
    step('s', 'm1', 'seat', 'face', { depth: 12 }, { meets: 'w1' }),
  ])
  expect(says(p)).toEqual([])
  const f = seatOf(p)
  const text = workKind(f)
    .callout(f.data)
    .map((x) => (typeof x === 'string' ? x : x.mm))
    .join('')
  expect(text).toBe('2 mortises 8 × 30, 12 deep at 10° towards end 1 and at 10° towards end 2, on the face')
  const [one, other] = f.data.frames.map((x) => x.origin[0]) as [number, number]
  // The bow stands in the middle of its block, 200 along, and its board begins 100 before that.
  expect((one + other) / 2).toBeCloseTo(300, 6)
  const taken = 600 * 30 * 300 - volume(modelOf(p), 's#1', kernel)
  expect(taken).toBeCloseTo(2 * 8 * 30 * 12, 3)
})

test('what it says of itself, its places on a drawing, and its corners', () => {
  const p = model(30, 8, 30, seated({ depth: 10, bit: 4, room: '0.5' }))
  const f = seatOf(p)
  const text = (s: ReturnType<ReturnType<typeof workKind>['callout']>) =>
    s.map((x) => (typeof x === 'string' ? x : Math.round(x.mm * 100) / 100)).join('')
  expect(text(workKind(f).callout(f.data))).toBe(
    'mortise 9 × 31, 10 deep at 30° towards end 2, on the back, corners r 2',
  )
  expect(text(workKind(f).describe(f.data, null))).toMatch(
    /^Mortise 9 × 31, 10 deep at 30° towards end 2, on the back, corners r 2, at [\d.]+ · [\d.]+ from end 1/,
  )
  expect(workKind(f).dimensions(f.data)).toHaveLength(2)
})

test('through, it comes out at the other side; it goes along with what it meets', () => {
  const p = model(30, 8, 30, seated())
  const { data } = seatOf(p)
  expect(data.through).toBe(true)
  const taken = 20 * 900 * 300 - volume(modelOf(p), 's#1', kernel)
  expect(taken).toBeCloseTo((8 * 30 * 20) / Math.cos(Math.PI / 6), 3)
  const thicker = run(p, change.setStepField({ id: 'w1', field: 'thick', value: '12' }))
  expect(seatOf(thicker).data.thick).toBe(12)
})

test('what cannot be is said in a sentence', () => {
  expect(says(model(30, 8, 30, seated({}, {})))).toEqual(['Choose what the mortise on S is to meet'])
  expect(says(model(30, 8, 30, seated({ depth: 20 })))).toEqual([])
  expect(says(model(10, 8, 30, seated({ depth: 24 })))).toEqual([
    'A mortise 24 deep goes through S, which is 20 there; leave its depth empty',
  ])
  expect(says(model(30, 8, 30, seated({ depth: 0 })))).toEqual(['The mortise in S has no depth'])
  expect(says(model(30, 8, 30, seated({ bit: 9 })))).toEqual(['A bit of 9 does not go into a mortise 8 wide'])
  const round = run(
    model(30, 12, 30, seated()),
    change.setStepOption({ id: 'w1', option: 'section', value: 'round' }),
  )
  expect(says(round)).toEqual(['What comes to S is round: bore a hole for it, which meets it'])
  const bored = model(30, 8, 30, step('s', 'm1', 'bore', 'back', {}, { pattern: 'met', meets: 'w1' }))
  expect(says(bored)).toEqual(['What comes to S is not round: cut a mortise for it'])
  const away = run(
    model(30, 8, 30, seated()),
    change.setStepField({ id: 'w1', field: 'angle1', value: '90deg' }),
  )
  expect(says(away)).toHaveLength(1)
})
