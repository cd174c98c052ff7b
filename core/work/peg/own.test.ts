import fc from 'fast-check'
import { change, onFace, type Change, type FaceName, type Step } from '../../document'
import { hardwareList } from '../../hardware'
import { modelOf, type Model } from '../../model'
import { AXES, carried, cross, FACE_AT, FACINGS, minus, toRoom, type Vec3 } from '../../pieces'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, grouped, instance, make, sharedWood, stops, testKernel, volume } from '../../testing/scenario'
import { mm } from '../../testing/joinery'
import { run } from '../../testing/run'
import type { Bore, Feature } from '../index'
import { ownWork } from '../index'
import { waysOf } from '../onface'
import type { Pegs } from './peg'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Spans = readonly [Span, Span, Span]
type Span = readonly [start: number, size: number]
type Values = Record<string, string | number>
const work = (
  on: string,
  id: string,
  kind: string,
  face: FaceName,
  fields: Values,
  options: Step['options'] = {},
): Change =>
  change.addStep({
    on,
    step: {
      id,
      kind,
      off: false,
      at: onFace(face),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options,
    },
  })
const SIZE: Vec3 = [600, 120, 24]
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, 600], [0, 120], [0, 24]), ...more])
const left = (p: ReturnType<typeof board>, key = 'a#1') => volume(modelOf(p), key, kernel)
const says = (m: Model) => lookOver(m).flatMap((x) => (x.step ? [x.says] : []))
const first = <D>(m: Model, key: string, kind: string) =>
  m.features(instance(m, key)).find((f) => f.kind === kind) as Feature<D> | undefined
const CENTRED = { alongFrom: 'centre', acrossFrom: 'centre' }

describe('pegs left standing', () => {
  test('leave as much of a face as their circles, on any face, in rows, and on a twin', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<FaceName>('face', 'back', 'edge1', 'edge2', 'end1', 'end2'),
        mm(3, 8),
        mm(1, 10),
        fc.integer({ min: 1, max: 2 }),
        (face, diameter, height, count) => {
          const { into, along, across } = waysOf(face)
          const pitch = SIZE[along] / 3
          const p = board(
            work(
              'a',
              'w1',
              'peg',
              face,
              { diameter, height, countAlong: count, pitchAlong: pitch },
              { ...CENTRED, pattern: 'row' },
            ),
            change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'across', about: '-50' }),
          )
          const face0 = SIZE[along] * SIZE[across]
          const wanted = face0 * (SIZE[into] - height) + (count * height * Math.PI * diameter ** 2) / 4
          for (const key of ['a#1', 't#1']) expect(Math.abs(left(p, key) / wanted - 1)).toBeLessThan(1e-6)
          const image = run(
            board(),
            change.addStep({
              on: 'a',
              step: ownWork('peg')!.mirrored((p.pieces[0] as { work: Step[] }).work[0]!, 120),
            }),
          )
          expect(Math.abs(left(image) / wanted - 1)).toBeLessThan(1e-6)
        },
      ),
      { numRuns: runs(40), endOnFailure: true },
    )
  })

  test('are refused in a sentence where they cannot stand', () => {
    const at = { along: 100, across: 60, diameter: 10, height: 12 }
    const told = (more: Values, options: Step['options'] = {}) =>
      says(modelOf(board(work('a', 'w1', 'peg', 'face', { ...at, ...more }, options))))[0]
    expect(told({})).toBeUndefined()
    expect(told({ height: 24 })).toBe('A peg 24 high leaves nothing of A, which is 24 there')
    expect(told({ height: 0 })).toBe('The peg on A stands no higher than the wood about it')
    expect(told({ along: 4 })).toBe('A peg of 10 there does not lie wholly within A')
    expect(told({ countAlong: 3, pitchAlong: 9 }, { pattern: 'row' })).toBe(
      'Two pegs on A run into each other',
    )
    expect(told({}, { pattern: 'met' })).toBe('Choose what the peg on A is to meet')
  })

  test('stand on a root that others can be placed by', () => {
    const p = run(
      board(work('a', 'w1', 'peg', 'face', { along: 100, across: 60, diameter: 10, height: 12 })),
      ...block('b', 'right-up', [0, 100], [0, 120], [50, 5]),
      change.setSpan({ id: 'b', direction: 'up', span: { start: '@w1.root', size: '5' } }),
    )
    expect(instance(modelOf(p), 'b#1').box.min[2]).toBeCloseTo(12, 9)
  })
})

describe('a hole where a peg of another piece is', () => {
  /** A stick with pegs on an end that stands against a face of a block. */
  const perch = (facing: (typeof FACINGS)[number]) => {
    const spans = AXES.map((i): Span => [i * 7, [80, 50, 40][facing.room.indexOf(i)]!])
    const [start, size] = spans[0]!
    const host = spans.map(([s, z], i): Span => (i === 0 ? [start + size - 15, 60] : [s - 30, z + 60]))
    return { stick: spans as unknown as Spans, host: host as unknown as Spans }
  }

  test('has the same axis to a millionth, however both stand, turned and mirrored', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FACINGS.filter((f) => f.id.startsWith('right'))),
        fc.constantFrom(...FACINGS),
        fc.constantFrom(1, 2),
        fc.constantFrom<object>(
          { kind: 'mirrored', direction: 'across', about: '-10' },
          { kind: 'mirrored', direction: 'up', about: '-30' },
          { kind: 'moved', across: '500', deep: '40', up: '300', turns: ['up', 'deep'] },
        ),
        (facing, other, count, placement) => {
          const { stick, host } = perch(facing)
          const made = make([
            ...block('a', facing.id, ...stick),
            ...block('b', other.id, ...host),
            work(
              'a',
              'w1',
              'peg',
              'end2',
              { diameter: 8, height: 15, countAlong: count, pitchAlong: 20 },
              { ...CENTRED, pattern: 'row' },
            ),
          ])
          // The face of the block that looks at the stick.
          const m0 = modelOf(made)
          const b = instance(m0, 'b#1')
          const meets = (['face', 'back', 'edge1', 'edge2', 'end1', 'end2'] as const).find((f) => {
            const { axis, far } = FACE_AT[f]
            const out = carried(
              b.frame,
              AXES.map((i) => (i === axis ? (far ? 1 : -1) : 0)) as unknown as Vec3,
            )
            return out[0] < -0.99
          })!
          const bored = run(
            made,
            work('b', 'w2', 'bore', meets, { depth: 20 }, { pattern: 'met', meets: 'w1', tip: 'flat' }),
          )
          const p = grouped(bored, placement as never)
          const m = modelOf(p)
          expect(stops(m)).toEqual([])
          const pairs = m.resolved.instances
            .filter((i) => i.piece === 'a')
            .map((i) => [i, m.resolved.instances.find((j) => j.piece === 'b' && j.copy === i.copy)!])
          expect(pairs).toHaveLength(2)
          for (const [stickAt, blockAt] of pairs) {
            const pegs = m.features(stickAt!).find((f) => f.kind === 'peg') as Feature<Pegs>
            const holes = m.features(blockAt!).find((f) => f.kind === 'bore') as Feature<Bore>
            expect(holes.data.at).toHaveLength(count)
            expect(holes.data.diameter).toBe(8)
            const way = carried(blockAt!.frame, holes.data.along)
            for (const hole of holes.data.at) {
              const off = pegs.data.at.map((peg) => {
                const apart = minus(toRoom(stickAt!.frame, peg), toRoom(blockAt!.frame, hole))
                return Math.hypot(...cross(apart, way))
              })
              expect(Math.min(...off)).toBeLessThan(1e-6)
            }
          }
          // What is bored takes the pegs in.
          expect(sharedWood(m, kernel, 'clashing')).toBe(0)
        },
      ),
      { numRuns: runs(30), endOnFailure: true },
    )
  })

  const wall = (...more: Change[]) =>
    make([
      ...block('a', 'right-up', [0, 80], [0, 20], [0, 20]),
      ...block('b', 'up-right', [65, 40], [-20, 60], [-20, 60]),
      work('a', 'w1', 'peg', 'end2', { diameter: 8, height: 15 }, CENTRED),
      ...more,
    ])
  test('follows it when it is moved, and is told when it meets nothing or is left out', () => {
    const hole = work('b', 'w2', 'bore', 'back', { depth: 20 }, { pattern: 'met', meets: 'w1' })
    const p = wall(hole)
    const before = first<Bore>(modelOf(p), 'b#1', 'bore')!.data.at[0]!
    const moved = run(p, change.setStepField({ id: 'w1', field: 'across', value: '3' }))
    const after = first<Bore>(modelOf(moved), 'b#1', 'bore')!.data.at[0]!
    expect(Math.hypot(...minus(after, before))).toBeCloseTo(3, 9)
    expect(says(modelOf(run(p, change.setStep({ id: 'w1', off: true }))))[0]).toBe(
      'What the hole on B is to meet is deleted or skipped',
    )
    const away = run(p, change.setSpan({ id: 'a', direction: 'up', span: { start: '200', size: '20' } }))
    expect(says(modelOf(away))[0]).toMatch(/^No peg or hole of the other piece meets this face of B/)
    const wider = run(p, change.setStepField({ id: 'w2', field: 'diameter', value: '8.2' }))
    expect(first<Bore>(modelOf(wider), 'b#1', 'bore')!.data.diameter).toBe(8.2)
  })

  test('and that peg by that hole each wait for the other: told, not looked for without end', () => {
    const p = wall(
      work('b', 'w2', 'bore', 'back', { depth: 20, diameter: 8 }, { pattern: 'met', meets: 'w1' }),
    )
    const round = run(
      p,
      change.setStepOption({ id: 'w1', option: 'meets', value: 'w2' }),
      change.setStepOption({ id: 'w1', option: 'pattern', value: 'met' }),
    )
    expect(says(modelOf(round)).join()).toMatch(/each wait for the other/)
  })
})

describe('a hole for a thread', () => {
  const hole = (fields: Values, options: Step['options']) =>
    modelOf(board(work('a', 'w1', 'bore', 'face', { along: 100, across: 60, ...fields }, options)))
  test('is as wide as its insert or its thread wants, and the insert is listed', () => {
    const insert = hole({ depth: 15 }, { fitting: 'insert', thread: 'm6' })
    expect(stops(insert)).toEqual([])
    expect(first<Bore>(insert, 'a#1', 'bore')!.data.diameter).toBe(9)
    expect(hardwareList(insert)).toEqual([
      { name: 'Threaded insert M6', quantity: 1, where: 'in holes', note: '' },
    ])
    const tapped = hole({ depth: 20 }, { fitting: 'tapped', thread: 'u14' })
    // 1/4-20: a quarter of an inch less a twentieth.
    expect(first<Bore>(tapped, 'a#1', 'bore')!.data.diameter).toBeCloseTo(25.4 * (1 / 4 - 1 / 20), 9)
    expect(hardwareList(tapped)).toEqual([])
  })
  test('is refused where the thread would not bite, or does not go in', () => {
    const told = (fields: Values, options: Step['options']) => says(hole(fields, options))[0]
    expect(told({ depth: 15, diameter: 12 }, { fitting: 'insert', thread: 'm6' })).toBe(
      'A hole of 12 is too wide for a threaded insert M6, which has to bite into A',
    )
    expect(told({ depth: 10 }, { fitting: 'insert', thread: 'm6' })).toBe(
      'A threaded insert M6 is 13 long and needs a hole as deep in A',
    )
    expect(told({}, {})).toBe('The hole in A has no diameter')
  })
})
