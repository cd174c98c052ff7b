import fc from 'fast-check'
import { change, type Change, type Hardware, type Project } from '../../document'
import { hardwareList, swingSteps } from '../../hardware'
import { modelOf, type Model } from '../../model'
import { cross, FACINGS, minus, norm, toRoom, carried } from '../../pieces'
import { lookOver } from '../../proof'
import { drain, type Kernel } from '../../solid'
import {
  block,
  grouped,
  instance,
  join,
  make,
  sharedWood,
  stops,
  testKernel,
  volume,
} from '../../testing/scenario'
import { mm } from '../../testing/joinery'
import type { Bore, Feature } from '../../work'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Values = Record<string, string | number>
/** A lid 300 long lying on the back of a box, which stands 200 high; both as thick as told. */
const lid = (thick: number, high: number, fields: Values = {}, first = 'host', ...more: Change[]) => [
  ...block('a', 'right-up', [0, 300], [0, 200], [200 - high, high]),
  ...block('b', 'right-back', [0, 300], [200, thick], [0, 200]),
  join('knuckles', ['a.edge2', 'b'], fields, { first }),
  ...more,
]
const hinge = (limit: string): Change =>
  change.addHardware({
    kind: 'hinge',
    id: 'h1',
    name: 'Lid hinge',
    count: '1',
    on: 'a',
    at: { kind: 'hole', of: 'j' },
    moves: ['a'],
    limit,
    note: '',
  })
const angle = (m: Model) =>
  drain(swingSteps(m, m.project.hardware[0] as Extract<Hardware, { kind: 'hinge' }>, kernel))!.angle

test('knuckles take what lies outside of their circles, and clear of the other’s, to a thousandth', () => {
  fc.assert(
    fc.property(
      mm(12, 25),
      mm(12, 25),
      fc.integer({ min: 2, max: 9 }),
      mm(0, 1),
      fc.constantFrom('host', 'guest'),
      (thick, high, count, room, first) => {
        const m = modelOf(make(lid(thick, high, { count, room, pin: 4, play: 0 }, first)))
        expect(stops(m)).toEqual([])
        const d = Math.min(thick, high)
        const r = d / 2
        const each = 300 / count
        const guest = first === 'guest' ? Math.ceil(count / 2) : Math.floor(count / 2)
        const host = count - guest
        // Each knuckle gives half of its clearance at every side that another one stands at.
        const inner = count - 1
        const guestLong = 300 - host * each - (inner * room) / 2
        const hostLong = 300 - guest * each - (inner * room) / 2
        const half = (Math.PI * r * r) / 2
        const pin = Math.PI * 4
        const wanted = {
          'a#1':
            300 * 200 * high -
            (300 - guestLong) * room * high +
            guestLong * ((thick - r) * high + half - pin),
          'b#1':
            300 * thick * (200 - high) -
            (300 - hostLong) * room * thick +
            hostLong * ((high - r) * thick + half - pin),
        }
        for (const [key, all] of Object.entries(wanted))
          expect(Math.abs(volume(m, key, kernel) / all - 1)).toBeLessThan(1e-4)
        expect(sharedWood(m, kernel, 'clashing')).toBe(0)
      },
    ),
    { numRuns: runs(40), endOnFailure: true },
  )
})

test('both are bored on one line, and it swings about that half round and on', () => {
  fc.assert(
    fc.property(mm(12, 22), mm(12, 22), fc.constantFrom('host', 'guest'), (thick, high, first) => {
      const m = modelOf(make(lid(thick, high, {}, first, hinge('-200deg'))))
      expect(stops(m)).toEqual([])
      const [a, b] = ['a#1', 'b#1'].map((key) => {
        const i = instance(m, key)
        const { data } = m.features(i).find((f) => f.kind === 'bore') as Feature<Bore>
        return { at: toRoom(i.frame, data.at[0]!), along: carried(i.frame, data.along) }
      })
      expect(norm(cross(a!.along, b!.along))).toBeLessThan(1e-9)
      expect(norm(cross(minus(a!.at, b!.at), b!.along))).toBeLessThan(1e-9)
      // As far from both outsides as a knuckle is round.
      const r = Math.min(thick, high) / 2
      expect(a!.at[1]).toBeCloseTo(200 + thick - r, 9)
      expect(a!.at[2]).toBeCloseTo(200 - r, 9)
      const found = angle(m)
      expect(found === null || found < -180).toBe(true)
    }),
    { numRuns: 4, endOnFailure: true },
  )
})

test('past half round its outside meets the floors its knuckles stand in, as far on as there is room', () => {
  for (const room of [0.5, 1.5]) {
    const found = angle(modelOf(make(lid(18, 18, { room }, 'host', hinge('-300deg')))))!
    // The outside is r from the pin, the floor's outer corner r across from it and r + room below:
    // (r + room) cos δ − r sin δ = r.
    const [r, long] = [9, Math.hypot(9, 9 + room)]
    const on = Math.acos(r / long) - Math.atan2(r, r + room)
    expect(found).toBeCloseTo(-180 - (on * 180) / Math.PI, 1)
  }
})

test('a hinge whose hole is gone, or that moves nothing that is there, is told of', () => {
  const hung = (...more: Change[]) => make(lid(18, 18, {}, 'host', hinge('-90deg'), ...more))
  const said = (...more: Change[]) => told(hung(...more))
  const told = (project: Project) =>
    lookOver(modelOf(project))
      .filter((p) => p.id === 'hinge:h1')
      .map((p) => p.says)
  expect(said()).toEqual([])
  const gone = said(change.removeJoints({ ids: ['j'] }))
  expect(gone).toEqual([
    'Lid hinge turns about a hole that A does not have any more; choose another, or an edge',
  ])
  const still = hung()
  const hardware = [{ ...still.hardware[0]!, moves: ['gone'] } as Hardware]
  expect(told({ ...still, hardware })).toEqual([
    'Lid hinge moves nothing that is there; choose the pieces that swing',
  ])
})

test('however both stand, turned and mirrored, they meet nowhere', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...FACINGS.filter((f) => f.room[2] === 2 && f.room[0] === 0)),
      fc.constantFrom(...FACINGS.filter((f) => f.room[2] === 1 && f.room[0] === 0)),
      fc.constantFrom<object>(
        { kind: 'mirrored', direction: 'across', about: '-10' },
        { kind: 'mirrored', direction: 'up', about: '-30' },
        { kind: 'moved', across: '600', deep: '40', up: '300', turns: ['up', 'deep'] },
      ),
      (one, other, placement) => {
        const made = make([
          ...block('a', one.id, [0, 300], [0, 200], [182, 18]),
          ...block('b', other.id, [0, 300], [200, 18], [0, 200]),
        ])
        const edge = ['edge1', 'edge2'] as const
        const at = edge.find((f) => {
          const i = instance(modelOf(made), 'a#1')
          return carried(i.frame, [0, f === 'edge2' ? 1 : -1, 0])[1] > 0.9
        })!
        const joined = make([
          ...block('a', one.id, [0, 300], [0, 200], [182, 18]),
          ...block('b', other.id, [0, 300], [200, 18], [0, 200]),
          join('knuckles', [`a.${at}`, 'b']),
        ])
        const m = modelOf(grouped(joined, placement as never))
        expect(stops(m)).toEqual([])
        const all = m.resolved.instances.map((i) => volume(m, i.key, kernel))
        expect(all[1]! / all[0]!).toBeCloseTo(1, 6)
        expect(all[3]! / all[2]!).toBeCloseTo(1, 6)
        expect(sharedWood(m, kernel, 'clashing')).toBe(0)
      },
    ),
    { numRuns: runs(30), endOnFailure: true },
  )
})

test('the pin is listed, a hinge about it is not bought, one about a hole that is gone stays', () => {
  const m = modelOf(make(lid(18, 18, { pin: 6 }, 'host', hinge('-90deg'))))
  expect(hardwareList(m).map((h) => `${h.quantity} ${h.name}`)).toEqual(['1 Hinge pin ⌀ 6 × 300'])
  const gone = modelOf(
    make([...lid(18, 18, {}, 'host', hinge('-90deg')), change.removeJoints({ ids: ['j'] })]),
  )
  expect(drain(swingSteps(gone, gone.project.hardware[0] as never, kernel))).toBeNull()
})

test('what cannot turn is said', () => {
  const told = (fields: Values) => stops(modelOf(make(lid(18, 15, fields))))[0]
  expect(told({ diameter: 16 })).toBe('Knuckles of 16 are thicker than 15, the thinner board')
  expect(told({ pin: 15 })).toBe('A pin of 15 leaves nothing of knuckles of 15')
  expect(told({ count: 1 })).toBe('A hinge of A has two knuckles or more')
  expect(told({ count: 600 })).toBe('600 knuckles in 300 of A are 0.5 wide, too narrow')
  const inset = modelOf(
    make([
      ...block('a', 'right-up', [0, 300], [0, 200], [100, 18]),
      ...block('b', 'right-back', [0, 300], [200, 18], [0, 200]),
      join('knuckles', ['a.edge2', 'b']),
    ]),
  )
  expect(stops(inset)[0]).toBe('A is not flush with an edge of B; no knuckles can turn there')
})
