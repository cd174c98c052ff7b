import fc from 'fast-check'
import { change, onFace, type Change, type FaceName, type Step } from '../document'
import { modelOf } from '../model'
import { FACE_AT, type Vec3 } from '../pieces'
import { lookOver } from '../proof'
import type { Kernel } from '../solid'
import { block, instance, make, testKernel, volume } from '../testing/scenario'
import { mm } from '../testing/joinery'
import { run } from '../testing/run'
import { OWN_KINDS, ownWork } from './index'
import { waysOf } from './onface'
import type { Recess } from './recess/recess'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const SIZE: Vec3 = [600, 120, 24]
const WHOLE = 600 * 120 * 24
type Values = Record<string, string | number>
const step = (kind: string, face: FaceName, fields: Values, options: Step['options'] = {}): Change =>
  change.addStep({
    on: 'a',
    step: {
      id: 'w1',
      kind,
      off: false,
      at: onFace(face),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options,
    },
  })
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, 600], [0, 120], [0, 24]), ...more])
const left = (p: ReturnType<typeof board>, key = 'a#1') => volume(modelOf(p), key, kernel)
const data = <D>(p: ReturnType<typeof board>, key = 'a#1') => {
  const m = modelOf(p)
  return m.features(instance(m, key)).map((f) => f.data as D)
}
const says = (p: ReturnType<typeof board>) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))

test('a row takes as much as so many, each as far from the last as asked, on any face and on a twin', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'edge2', 'end1', 'end2'),
      fc.constantFrom('near', 'far', 'centre'),
      fc.integer({ min: 2, max: 4 }),
      mm(0.5, 3),
      (face, from, count, depth) => {
        const { into, along, across } = waysOf(face)
        const pitch = SIZE[along] / 6
        const [long, wide] = [pitch * 0.7, SIZE[across] / 2]
        const start = from === 'centre' ? 0 : pitch / 2
        const p = board(
          step(
            'recess',
            face,
            { along: start, length: long, width: wide, depth, repeatCount: count, repeatPitch: pitch },
            { alongFrom: from, acrossFrom: 'centre', repeat: `row${along}` },
          ),
          change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'deep', about: '-50' }),
        )
        expect(says(p)).toEqual([])
        const wanted = WHOLE - count * long * wide * depth
        for (const key of ['a#1', 't#1']) expect(Math.abs(left(p, key) / wanted - 1)).toBeLessThan(1e-6)
        const places = data<Recess>(p).map((r) => r.middle[along])
        const away = from === 'far' ? -1 : 1
        places.slice(1).forEach((at, n) => expect(at - places[n]!).toBeCloseTo(away * pitch, 9))
        if (from === 'centre')
          expect(places.reduce((a, b) => a + b, 0) / count).toBeCloseTo(SIZE[along] / 2, 9)
        expect(
          data<Recess>(p).every(
            (r) => Math.abs(r.middle[into] - (FACE_AT[face].far ? SIZE[into] : 0)) < 1e-9,
          ),
        ).toBe(true)
      },
    ),
    { numRuns: runs(60), endOnFailure: true },
  )
})

test('a mirror image takes as much again at the other side; mirrored itself it stays what it is', () => {
  fc.assert(
    fc.property(fc.constantFrom(0, 1, 2), mm(10, 200), mm(10, 50), (axis, along, across) => {
      const asks = { along, across, length: 12, width: 10, depth: 4 }
      const p = board(step('recess', 'face', asks, { repeat: `image${axis}` }))
      expect(says(p)).toEqual([])
      const middles = data<Recess>(p).map((r) => r.middle)
      expect(middles).toHaveLength(2)
      for (const i of [0, 1, 2] as const)
        expect(middles[1]![i]).toBeCloseTo(i === axis ? SIZE[i] - middles[0]![i] : middles[0]![i], 9)
      const apart = axis === 2 || Math.abs(SIZE[axis as 0] - 2 * [along, across][axis]!) > 12
      if (apart) expect(left(p)).toBeCloseTo(WHOLE - 2 * 12 * 10 * 4, 3)
      const image = ownWork('recess')!.mirrored((p.pieces[0] as { work: Step[] }).work[0]!, SIZE[1])
      const again = board(change.addStep({ on: 'a', step: image }))
      expect(left(again)).toBeCloseTo(left(p), 3)
    }),
    { numRuns: runs(40), endOnFailure: true },
  )
})

test('a ring turns what is cut about the middle of its face', () => {
  fc.assert(
    fc.property(fc.constantFrom<FaceName>('face', 'back'), fc.integer({ min: 2, max: 8 }), (face, count) => {
      // A round plate's worth of a board, so that all of a ring lies on it.
      const square = make([...block('a', 'right-up', [0, 120], [0, 120], [0, 24])])
      const p = run(
        square,
        step(
          'recess',
          face,
          { along: 100, across: 60, length: 10, depth: 4, repeatCount: count },
          { repeat: 'ring', shape: 'circle' },
        ),
      )
      expect(says(p)).toEqual([])
      const places = data<Recess>(p).map((r) => r.middle)
      places.forEach((at, k) => {
        const angle = (2 * Math.PI * k) / count
        expect(at[0]).toBeCloseTo(60 + 40 * Math.cos(angle), 9)
        expect(Math.abs(at[1] - 60)).toBeCloseTo(Math.abs(40 * Math.sin(angle)), 9)
      })
      expect(new Set(places.map((at) => at.map((x) => x.toFixed(6)).join())).size).toBe(count)
      const taken = 120 * 120 * 24 - left(p)
      expect(Math.abs(taken / (count * Math.PI * 25 * 4) - 1)).toBeLessThan(1e-3)
    }),
    { numRuns: runs(20), endOnFailure: true },
  )
})

test('both ends are mitred alike by one crosscut that is mirrored', () => {
  const p = board(step('crosscut', 'end1', { place: 0, mitre: 45, tilt: 0 }, { repeat: 'image0' }))
  expect(says(p)).toEqual([])
  expect(left(p)).toBeCloseTo(WHOLE - 120 * 120 * 24, 3)
})

test('what cannot be done so often is told', () => {
  const at = { along: 20, across: 60, length: 10, width: 10, depth: 4 }
  const row = (fields: Values) =>
    says(board(step('recess', 'face', { ...at, ...fields }, { repeat: 'row0' })))[0]
  expect(row({ repeatCount: 3, repeatPitch: 50 })).toBeUndefined()
  expect(row({ repeatCount: 3 })).toBe('Say how far apart they are in A')
  expect(row({ repeatCount: 5, repeatPitch: 200 })).toBe('2 of the 5 lie outside A')
  expect(row({ repeatCount: 300, repeatPitch: 1 })).toBe('300 times is not what can be cut into A')
})

test('every way that a kind offers is a choice of it, and says nothing where it does not offer it', () => {
  const offering = OWN_KINDS.filter((k) => k.repeats)
  expect(offering.map((k) => k.kind)).toEqual(
    expect.arrayContaining(['channel', 'recess', 'saw', 'crosscut']),
  )
  for (const kind of offering) {
    const shown = kind.choicesFor({ at: onFace('face'), options: {} }).find((c) => c.name === 'repeat')
    const ways = kind.repeats!({})
    if (ways.length === 0) expect(shown).toBeUndefined()
    else expect(Object.keys(shown!.values)).toEqual(['none', ...ways])
  }
  // What is kept inside an outline cannot be kept twice.
  expect(
    ownWork('shape')!
      .choicesFor({ at: onFace('face'), options: { keeps: 'inside' } })
      .some((c) => c.name === 'repeat'),
  ).toBe(false)
})
