import fc from 'fast-check'
import { change, onFace, type Change, type FaceName, type Step } from '../../document'
import { modelOf } from '../../model'
import { FACE_AT, toRoom } from '../../pieces'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, join, make, testKernel, volume } from '../../testing/scenario'
import { run } from '../../testing/run'
import { ownWork, workKind, type Feature, type Sawn } from '../index'
import { cornersIn } from '../outline'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Values = Record<string, string | number>
const sawn = (face: FaceName, fields: Values, options: Step['options'] = {}, on = 'a'): Change =>
  change.addStep({
    on,
    step: {
      id: 'w1',
      kind: 'saw',
      off: false,
      at: onFace(face),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options,
    },
  })
const SIZE = [600, 120, 24] as const
const WHOLE = 600 * 120 * 24
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, 600], [0, 120], [0, 24]), ...more])
type Board = ReturnType<typeof board>
const left = (p: Board, key = 'a#1') => volume(modelOf(p), key, kernel)
const feature = (p: Board, key = 'a#1') => {
  const m = modelOf(p)
  return m.features(instance(m, key))[0] as Feature<Sawn>
}
const says = (p: Board) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))

const radiusOver = (chord: number, rise: number) => (chord * chord) / (8 * rise) + rise / 2
/** Of the segment of a circle over a chord, and how long its arc is. */
function segment(chord: number, rise: number): [area: number, arc: number] {
  const r = radiusOver(chord, rise)
  const angle = 2 * Math.asin(Math.min(1, chord / 2 / r))
  return [(r * r * (angle - Math.sin(angle))) / 2, r * angle]
}
const SIDES = ['low', 'high', 'start', 'end'] as const
/** How long a side of a face is. */
const longOf = (face: FaceName, side: string) => {
  const [u, v] = [0, 1, 2].filter((i) => i !== FACE_AT[face].axis)
  return SIZE[side === 'low' || side === 'high' ? u! : v!]!
}

test('what is sawn away is as large as its formula says, from any side of any face and on a twin', () => {
  const shape = fc.constantFrom('arch', 'notch', 'crown', 'taper', 'clip', 'round')
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'edge2', 'end1', 'end2'),
      fc.constantFrom(...SIDES),
      shape,
      fc.constantFrom('near', 'far'),
      fc.integer({ min: 2, max: 9 }),
      fc.integer({ min: 0, max: 9 }),
      fc.integer({ min: 1, max: 2 }),
      (face, side, kind, corner, rise, rise2, radius) => {
        const [length, long, thick] = [20, longOf(face, side), SIZE[FACE_AT[face].axis]]
        const fields = { place: 0, length, rise, rise2, radius }
        const p = run(
          board(sawn(face, fields, { shape: kind, side, corner, from: 'centre' })),
          change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'deep', about: '-50' }),
        )
        expect(says(p)).toEqual([])
        const quarter = 1 - Math.PI / 4
        const [gone, arc] = {
          arch: segment(length, rise),
          notch: [length * rise - 2 * quarter * radius ** 2, Math.PI * radius],
          crown: [long * rise - segment(long, rise)[0], segment(long, rise)[1]],
          taper: [(long * (rise + rise2)) / 2, 0],
          clip: [(length * rise) / 2, 0],
          round: [quarter * rise ** 2, (Math.PI / 2) * rise],
        }[kind] as [number, number]
        // No chord is further than a twentieth of a millimetre from its arc.
        expect(Math.abs(WHOLE - left(p) - gone * thick)).toBeLessThanOrEqual(arc * 0.05 * thick + 1e-3)
        expect(left(p, 't#1')).toBeCloseTo(left(p), 3)
      },
    ),
    { numRuns: runs(120) },
  )
})

test('on a mirror image that is given its own, the same is sawn away', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'end1'),
      fc.constantFrom(...SIDES),
      fc.constantFrom('arch', 'notch', 'taper', 'clip', 'round'),
      fc.constantFrom('near', 'far', 'centre'),
      fc.constantFrom('near', 'far'),
      (face, side, shape, from, corner) => {
        const p = board(sawn(face, { place: 7, length: 9, rise: 3, rise2: 5 }, { shape, side, from, corner }))
        const step = (p.pieces[0] as { work: Step[] }).work[0]!
        const image = board(change.addStep({ on: 'a', step: ownWork('saw')!.mirrored(step, 120) }))
        const places = (f: Feature<Sawn>, turn: boolean) =>
          cornersIn(f.data.outline)
            .map(([u, v]) => toRoom(f.data.frame, [u, v, 0]))
            .map(([x, y, z]) => [x, turn ? SIZE[1] - y : y, z].map((n) => Number(n.toFixed(5)) + 0).join())
            .sort()
        expect(places(feature(image), false)).toEqual(places(feature(p), true))
      },
    ),
  )
})

test('its sentence and its measures on a drawing', () => {
  const p = board(sawn('face', { place: 300, length: 200, rise: 40 }, { side: 'high' }))
  const f = feature(p)
  const text = (s: ReturnType<ReturnType<typeof workKind>['callout']>) =>
    s.map((x) => (typeof x === 'string' ? x : x.mm)).join('')
  expect(text(workKind(f).describe(f.data, null))).toBe(
    'Saw arch 200 long, 40 high, r 145, from edge 2, its middle at 300 from end 1, seen on the face',
  )
  expect(workKind(f).dimensions(f.data)).toEqual([
    { axis: 0, from: 0, to: 200, what: 'place' },
    { axis: 0, from: 200, to: 400, what: 'length' },
    { axis: 1, from: 80, to: 120, what: 'depth' },
  ])
})

test('it is sawn out of what goes into a joint, and measured from the shoulder', () => {
  const p = make([
    ...block('a', 'right-up', [18, 600], [0, 120], [100, 24]),
    ...block('b', 'up-left', [0, 18], [0, 120], [0, 300]),
    join('housing', ['a.end1', 'b'], { depth: 6 }),
    sawn('face', { place: 60, length: 40, rise: 10 }, { shape: 'notch', side: 'start' }),
  ])
  // 6 go into the dado, and 10 are sawn out of what is seen.
  expect(606 * 120 * 24 - left(p)).toBeCloseTo(40 * 16 * 24, 3)
})

test('what cannot be sawn is said in a sentence', () => {
  const wrong = (fields: Values, options: Step['options'] = {}) =>
    says(board(sawn('face', { place: 300, length: 200, rise: 40, ...fields }, options)))
  expect(wrong({})).toEqual([])
  expect(wrong({ rise: 120 })).toEqual(['The arch on A comes in by 120, and the wood there is 120'])
  expect(wrong({ rise: 0 })).toEqual(['The arch on A takes nothing away'])
  expect(wrong({ length: 60 })[0]).toMatch(/^The arch on A is higher than half as long as it is/)
  expect(wrong({ place: 900 })).toEqual(['The arch lies wholly outside A, so it does nothing'])
  expect(wrong({ radius: 50 }, { shape: 'notch' })).toEqual(['The notch on A has no room for corners of 50'])
  expect(wrong({ length: 600 }, { shape: 'clip' })).toEqual([
    'The corner on A is as long as the whole side, 600',
  ])
})

test('a corner is told between shoulders: deeper joints at its end change nothing of it there', () => {
  fc.assert(
    fc.property(fc.constantFrom(4, 6, 10), fc.constantFrom('near', 'far'), (depth, corner) => {
      const housed = make([
        ...block('a', 'right-up', [0, 600], [0, 120], [0, 24]),
        ...block('b', 'up-right', [-24, 24], [-50, 220], [-100, 300]),
        ...block('c', 'up-right', [600, 24], [-50, 220], [-100, 300]),
        change.addJoints({
          joints: (['b', 'c'] as const).map((host, n) => ({
            id: `j${n}`,
            kind: 'housing',
            between: [
              { piece: 'a', at: onFace(n === 0 ? 'end1' : 'end2') },
              { piece: host, at: null },
            ],
            fields: { depth: String(depth) },
            options: {},
          })),
        }),
      ])
      const clipped = run(
        housed,
        sawn('face', { length: 40, rise: 30 }, { shape: 'clip', side: 'low', corner }),
      )
      // Its line goes on into what the joint takes, as deep again there.
      const inJoint = (depth * (30 + 30 + (depth * 30) / 40)) / 2
      expect((left(housed) - left(clipped)) / 24).toBeCloseTo((40 * 30) / 2 + inJoint, 6)
      const m = modelOf(clipped)
      const f = m.features(instance(m, 'a#1')).find((x) => x.kind === 'saw') as Feature<Sawn>
      expect(f.data.from[0]).toBeCloseTo(corner === 'near' ? depth : 600 + depth, 9)
    }),
    { numRuns: 6, endOnFailure: true },
  )
})
