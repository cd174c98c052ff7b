import fc from 'fast-check'
import { findAlike } from '../cuts'
import {
  change,
  onFace,
  readProject,
  writeProject,
  type Change,
  type FaceName,
  type Project,
  type Step,
  Outline,
} from '../document'
import { openProject } from '../exchange'
import { Modeller, modelOf } from '../model'
import { AXES, cornersOf, FACINGS, hull, toRoom, type Box } from '../pieces'
import { keyOf } from '../resolve'
import type { Kernel } from '../solid'
import { block, instance, join, make, stops, testKernel, volume } from '../testing/scenario'
import { refused, run } from '../testing/run'
import type { Bore } from './bore/bore'
import type { Channel } from './channel'
import type { Datum } from './datum'
import { OWN_KINDS, ownWork, stepFault, workKind } from './index'
import { lookOver } from '../proof'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const step = (
  kind: string,
  face: FaceName,
  fields: Record<string, string | number>,
  options: Step['options'] = {},
  id = 'w1',
): Step => ({
  id,
  kind,
  off: false,
  at: onFace(face),
  fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
  options,
})
const put = (on: string, s: Step): Change => change.addStep({ on, step: s })
/** A board 600 long, 120 wide and 24 thick, lying flat. */
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, 600], [0, 120], [0, 24]), ...more])
const WHOLE = 600 * 120 * 24
const left = (p: Project, key = 'a#1') => volume(modelOf(p), key, kernel)
const told = (p: Project, key = 'a#1') => {
  const m = modelOf(p)
  return m.features(instance(m, key)).map((f) => f.data as Channel)
}

describe('a channel that a maker puts on', () => {
  test('takes its width, its depth and its run, on any face, either way', () => {
    const faces = ['face', 'back', 'edge1', 'edge2', 'end1', 'end2'] as const
    fc.assert(
      fc.property(
        fc.constantFrom(...faces),
        fc.boolean(),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 12 }),
        fc.nat(60),
        (face, along, width, depth, place) => {
          const size = [600, 120, 24]
          const into = face === 'face' || face === 'back' ? 2 : face.startsWith('edge') ? 1 : 0
          const [u, v] = AXES.filter((i) => i !== into)
          const [run, across] = along ? [u!, v!] : [v!, u!]
          const wide = Math.max(0, Math.min(size[across]!, place + width) - place)
          fc.pre(place < size[across]! - 1)
          const p = board(
            put('a', step('channel', face, { place, width, depth }, { run: along ? 'along' : 'across' })),
          )
          expect(stops(modelOf(p))).toEqual([])
          expect(left(p) / (WHOLE - wide * depth * size[run]!)).toBeCloseTo(1, 6)
        },
      ),
      { numRuns: runs(60) },
    )
  })
  test('is a dado across, a groove along, a rabbet at an edge, and is measured from where it says', () => {
    const name = (fields: object, options: Step['options']) =>
      told(board(put('a', step('channel', 'face', { width: 10, depth: 6, ...fields }, options))))[0]!
    expect(name({ place: 50 }, { run: 'across' })).toMatchObject({
      name: 'dado',
      region: { min: [50, 0, 18], max: [60, 120, 24] },
    })
    expect(name({ place: 50 }, { run: 'along' })).toMatchObject({
      name: 'groove',
      region: { min: [0, 50, 18] },
    })
    expect(name({}, { run: 'along' }).name).toBe('rabbet')
    expect(name({ place: 50 }, { run: 'across', from: 'far' }).region.min[0]).toBe(540)
    expect(name({ place: -20 }, { run: 'across', from: 'centre' }).region.min[0]).toBe(275)
    expect(name({ place: 'W/2', stop1: 'L/6', stop2: 'T' }, { run: 'along' }).region).toEqual({
      min: [100, 60, 18],
      max: [576, 70, 24],
    })
  })
  test('at an angle it takes as much more as it is longer', () => {
    for (const angle of [-30, 15, 40]) {
      const p = board(
        put('a', step('channel', 'face', { place: 250, width: 10, depth: 6, angle: `${angle}deg` })),
      )
      expect(stops(modelOf(p))).toEqual([])
      expect(WHOLE - left(p)).toBeCloseTo((10 * 6 * 120) / Math.cos((angle * Math.PI) / 180), 3)
    }
  })
  test('is measured between shoulders: a deeper joint moves nothing, its ticket says it from the end', () => {
    const housed = (depth: number) =>
      make([
        ...block('a', 'right-up', [18, 600], [0, 120], [100, 24]),
        ...block('b', 'up-left', [0, 18], [0, 120], [0, 300]),
        join('housing', ['a.end1', 'b'], { depth }),
        put('a', step('channel', 'face', { place: 50, width: 10, depth: 6 })),
        put('a', step('channel', 'back', { place: 0, width: 10, depth: 6 }, {}, 'w2')),
      ])
    for (const depth of [4, 9]) {
      const m = modelOf(housed(depth))
      const i = instance(m, 'a#1')
      const [dado, rabbet] = m
        .features(i)
        .filter((f) => f.joint === null)
        .map((f) => f.data as Channel)
      expect(dado!.region.min[0]).toBe(50 + depth)
      expect(toRoom(i.frame, dado!.region.min)[0]).toBeCloseTo(68, 9)
      // At the shoulder it runs out through what goes into the joint.
      expect(rabbet!.region.min[0]).toBe(0)
      expect(rabbet!.region.max[0]).toBe(10 + depth)
    }
  })
  test('is told from shoulders, finished sides or the middle, in a mirrored twin the other way', () => {
    // Edge 1 goes 7 into a post: the board is 120 wide between its shoulder and edge 2, 127 in all.
    const grooved = (kind: 'channel' | 'bore', from: Datum, by: number, mirrored: boolean) => {
      const m = modelOf(
        make([
          ...block('a', 'right-up', [0, 600], [18, 120], [100, 24]),
          ...block('b', 'right-back', [0, 600], [0, 18], [0, 300]),
          join('housing', ['a.edge1', 'b'], { depth: 7 }),
          put(
            'a',
            kind === 'channel'
              ? step('channel', 'face', { place: by, width: 10, depth: 6 }, { run: 'along', from })
              : step('bore', 'face', { along: 50, across: by, diameter: 8 }, { acrossFrom: from }),
          ),
          ...(mirrored
            ? [change.mirrorPiece({ id: 't', of: 'a', name: 'T', direction: 'deep', about: '200' })]
            : []),
        ]),
      )
      const [f] = m.features(instance(m, mirrored ? 't#1' : 'a#1')).filter((x) => x.joint === null)
      if (kind === 'bore') return (f!.data as Bore).at[0]![1]
      const { min, max } = (f!.data as Channel).region
      return [min[1], max[1]]
    }
    const expected: Record<Datum, number> = { near: 37, far: 97, centre: 97, nearEnd: 30, farEnd: 97 }
    for (const [from, at] of Object.entries(expected) as Array<[Datum, number]>) {
      expect([from, grooved('bore', from, 30, false)]).toEqual([from, expect.closeTo(at, 9)])
      const wide = from === 'centre' ? [at - 5, at + 5] : at > 60 ? [at - 10, at] : [at, at + 10]
      expect([from, grooved('channel', from, 30, false)]).toEqual([
        from,
        wide.map((x) => expect.closeTo(x, 9)),
      ])
      // The twin goes into no post: its shoulders are its finished sides.
      const other = from.startsWith('near') ? 90 : 30
      expect([from, grooved('bore', from, 30, true)]).toEqual([from, expect.closeTo(other, 9)])
    }
  })
  test.each([
    [{ width: 0, depth: 6 }, {}, /has no width/],
    [{ width: 10, depth: 24 }, {}, /24 deep would go through A, which is 24 there/],
    [{ width: 10, depth: 6, stop1: 60, stop2: 60 }, {}, /stops leave nothing/],
    [{ width: 10, depth: 6, angle: '20deg', stop1: 5 }, {}, /at an angle cannot be stopped/],
    [{ width: 10, depth: 6, angle: '85deg' }, {}, /more than 80°/],
  ])('%j cannot be cut, and says why', (fields, options, says) => {
    const p = board(put('a', step('channel', 'face', fields, options)))
    expect(stops(modelOf(p)).join()).toMatch(says)
    expect(told(p)).toEqual([])
  })
  test('wholly outside the wood it does nothing, and that is worth a look', () => {
    const m = modelOf(board(put('a', step('channel', 'face', { place: 700, width: 10, depth: 6 }))))
    expect(lookOver(m).filter((x) => x.step)).toMatchObject([
      { level: 'look', step: 'w1', says: 'The channel lies wholly outside A, so it does nothing' },
    ])
  })
})

describe('a crosscut', () => {
  const rad = Math.PI / 180
  test('at an angle from an edge takes the wedge beyond it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: -40, max: 40 }),
        fc.constantFrom('end1', 'end2'),
        fc.constantFrom('edge1', 'edge2'),
        (mitre, tilt, end, edge) => {
          // Far enough in that the plane leaves through both edges; the prism's mean length follows.
          const p = board(
            put(
              'a',
              step('crosscut', end, { place: 250, mitre: `${mitre}deg`, tilt: `${tilt}deg` }, { edge }),
            ),
          )
          const mean =
            250 +
            (120 / 2) * Math.tan(mitre * rad) +
            (24 / 2) * (Math.tan(tilt * rad) / Math.cos(mitre * rad))
          expect(WHOLE - left(p)).toBeCloseTo(mean * 120 * 24, 1)
        },
      ),
      { numRuns: runs(60) },
    )
  })
  test('tells the saw’s settings both ways', () => {
    const m = modelOf(board(put('a', step('crosscut', 'end2', { mitre: '30deg' }))))
    const [f] = m.features(instance(m, 'a#1'))
    expect(f!.kind).toBe('crosscut')
    expect(stops(m)).toEqual([])
    expect(ownWork('crosscut')!.flats(f!.data)[0]!.normal[1]).toBeCloseTo(0.5, 12)
  })
  test('that leaves nothing, or meets nothing, says so', () => {
    const says = (place: number) =>
      lookOver(modelOf(board(put('a', step('crosscut', 'end2', { place })))))
        .filter((x) => x.step)
        .map((p) => [p.level, p.says])
    expect(says(600)).toEqual([['stop', 'The cut on A leaves nothing of it']])
    expect(says(-5)).toEqual([['look', 'The cut lies wholly outside A, so it does nothing']])
    expect(says(0)).toEqual([['look', 'The cut lies wholly outside A, so it does nothing']])
  })
})

/** The room boxes round what channels take, to compare where they lie. */
const taken = (p: Project, key: string): Box => {
  const m = modelOf(p)
  const i = instance(m, key)
  return hull(
    m
      .features(i)
      .flatMap((f) =>
        cornersOf((f.data as Channel).region).map((c) => ({
          min: toRoom(i.frame, c),
          max: toRoom(i.frame, c),
        })),
      ),
  )!
}

describe('shared work', () => {
  const asks = fc.record({
    face: fc.constantFrom(
      'face' as const,
      'back' as const,
      'edge1' as const,
      'edge2' as const,
      'end1' as const,
    ),
    run: fc.constantFrom('across', 'along'),
    from: fc.constantFrom('near', 'far', 'centre'),
    place: fc.integer({ min: 0, max: 9 }),
    stop1: fc.constantFrom(0, 3),
    stop2: fc.constantFrom(0, 4),
    angle: fc.constantFrom(0, 0, 20),
  })
  const channel = ({
    face,
    run: way,
    from,
    angle,
    ...at
  }: typeof asks extends fc.Arbitrary<infer T> ? T : never) => {
    const stopped = angle === 0 ? at : { place: at.place }
    return step('channel', face, { ...stopped, width: 5, depth: 4, angle: `${angle}deg` }, { run: way, from })
  }
  test('a twin has its original’s, mirrored, however it stands; given its own it keeps it', () => {
    fc.assert(
      fc.property(
        asks,
        fc.constantFrom(...FACINGS),
        fc.constantFrom('across' as const, 'deep' as const, 'up' as const),
        (ask, facing, direction) => {
          const sizes = [0, 1, 2].map((axis) => [60, 25, 18][facing.room.indexOf(axis as 0)]!)
          const p = run(
            make([
              ...block('a', facing.id, [100, sizes[0]!], [200, sizes[1]!], [300, sizes[2]!]),
              change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction, about: '-50' }),
            ]),
            put('a', channel(ask)),
          )
          expect(stops(modelOf(p))).toEqual([])
          const axis = ['across', 'deep', 'up'].indexOf(direction)
          const [one, two] = [taken(p, 'a#1'), taken(p, 't#1')]
          for (const i of AXES) {
            expect(two.min[i]).toBeCloseTo(i === axis ? -100 - one.max[i] : one.min[i], 6)
            expect(two.max[i]).toBeCloseTo(i === axis ? -100 - one.min[i] : one.max[i], 6)
          }
          expect(left(p, 't#1')).toBeCloseTo(left(p, 'a#1'), 3)
          const m = modelOf(p)
          const { facing: own, box } = instance(m, 't#1')
          const spans = Object.fromEntries(
            (['across', 'deep', 'up'] as const).map((d, i) => [
              d,
              { start: String(box.min[i]), end: String(box.max[i]) },
            ]),
          ) as never
          const work = (p.pieces[0] as { work: Step[] }).work.map((s) => ({
            ...ownWork(s.kind)!.mirrored(s, 120),
            id: 'w2',
          }))
          const alone = run(p, change.giveItsOwn({ id: 't', facing: own.id, spans, repeat: null, work }))
          const again = taken(alone, 't#1')
          for (const i of AXES)
            expect([again.min[i], again.max[i]].map((n) => n.toFixed(6))).toEqual(
              [two.min[i], two.max[i]].map((n) => n.toFixed(6)),
            )
          expect(left(alone, 't#1')).toBeCloseTo(left(p, 't#1'), 3)
        },
      ),
      { numRuns: runs(80) },
    )
  })
  test('every copy of a repeat and of a group has it, the other hand in a mirror too', () => {
    const p = run(
      board(
        put('a', step('channel', 'face', { place: 50, width: 10, depth: 6 })),
        put('a', step('crosscut', 'end2', { mitre: '20deg' }, {}, 'w2')),
      ),
      change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'up', count: '2', pitch: '100' } }),
      change.group({ id: 'g', name: 'All', members: ['a'] }),
      change.addPlacement({
        id: 'g',
        placement: { kind: 'mirrored', id: 'm', direction: 'across', about: '-10' },
      }),
      change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 't', turns: ['up'], across: '2000' } }),
    )
    const m = modelOf(p)
    const all = m.resolved.instances
    expect(all).toHaveLength(6)
    for (const i of all) expect(volume(m, i.key, kernel)).toBeCloseTo(left(p), 3)
  })
  test('given its own, a copy has steps of its own, and what meant the first face means that', () => {
    const p = run(
      board(put('a', step('channel', 'face', { place: 50, width: 10, depth: 6 }))),
      change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'up', count: '2', pitch: '100' } }),
      change.addParameter({ id: 'm', name: 'floor', kind: 'length', expression: '@w1.floor' }),
      change.addParameter({ id: 'n', name: 'other', kind: 'length', expression: '@w1#2.floor' }),
      change.partPiece({ id: 'a', newId: 'own', copy: '1' }),
    )
    expect(p.parameters.map((x) => x.expression)).toEqual(['@own_w1.floor', '@w1#2.floor'])
    const deeper = run(p, change.setStepField({ id: 'own_w1', field: 'depth', value: '10' }))
    const r = modelOf(deeper).resolved
    expect([r.result(keyOf.parameter('m')), r.result(keyOf.parameter('n'))]).toMatchObject([
      { value: 14 },
      { value: 118 },
    ])
  })
})

/** A step as it starts. */
const PLAIN = { at: onFace('face'), options: {} }

test('work that nothing has happened to keeps its identity, and the recipe with it', () => {
  const p = board(
    put('a', step('channel', 'face', { place: 50, width: 10, depth: 6 })),
    ...block('b', 'right-up', [0, 100], [300, 60], [0, 24]),
  )
  const modeller = new Modeller()
  const of = (project: Project) => {
    const m = modeller.model(project)
    const i = instance(m, 'a#1')
    return [m.features(i)[0], m.recipe(i)] as const
  }
  const before = of(p)
  const after = of(run(p, change.setFact({ id: 'b', direction: 'up', fact: 'start', text: '7' })))
  expect(after[0]).toBe(before[0])
  expect(after[1]).toBe(before[1])
})

describe('work on a group', () => {
  /** Three boards side by side, and one that stands apart. */
  const panel = (...more: Change[]) =>
    make([
      ...block('a', 'right-up', [0, 600], [0, 80], [0, 20]),
      ...block('b', 'left-up', [0, 600], [80, 100], [0, 20]),
      ...block('c', 'right-down', [0, 600], [180, 70], [0, 20]),
      change.group({ id: 'g', name: 'Panel', members: ['a', 'b', 'c'] }),
      ...more,
    ])
  const all = (p: Project) => modelOf(p).resolved.instances.map((i) => volume(modelOf(p), i.key, kernel))
  test('goes through all that it comes to as through one block', () => {
    // The block has x across, y deep, z up: a channel across its face runs from front to back.
    const p = panel(put('g', step('channel', 'face', { place: 100, width: 12, depth: 7 })))
    expect(stops(modelOf(p))).toEqual([])
    expect(all(p).map((v, n) => Math.round([80, 100, 70][n]! * 600 * 20 - v))).toEqual([
      80 * 84,
      100 * 84,
      70 * 84,
    ])
    const stopped = panel(put('g', step('channel', 'face', { place: 100, width: 12, depth: 7, stop1: 90 })))
    expect(all(stopped).map((v, n) => Math.round([80, 100, 70][n]! * 600 * 20 - v))).toEqual([
      0,
      90 * 84,
      70 * 84,
    ])
  })
  test('a crosscut takes all that lies beyond it, in every copy of the group', () => {
    const cut = step('crosscut', 'end2', { place: 100, mitre: '45deg' })
    const p = panel(
      put('g', cut),
      change.addPlacement({
        id: 'g',
        placement: { kind: 'mirrored', id: 'm', direction: 'up', about: '-30' },
      }),
    )
    const gone = all(p).map((v, n) => Math.round([80, 100, 70][n >> 1]! * 600 * 20 - v))
    // Between y and y + w a strip loses w · (100 + y + w/2).
    const wanted = [
      [0, 80],
      [80, 100],
      [180, 70],
    ].map(([y, w]) => w! * (100 + y! + w! / 2) * 20)
    expect(gone).toEqual(wanted.flatMap((v) => [v, v]))
  })
})

describe('the faces that work leaves', () => {
  const value = (text: string, kind: 'length' | 'angle', ...steps: Step[]) => {
    const p = run(
      board(...steps.map((s) => put('a', s))),
      change.addParameter({ id: 'm', name: 'read', kind, expression: text }),
    )
    const { resolved } = modelOf(p)
    return (
      resolved.slip(keyOf.parameter('m'))?.message ??
      (resolved.result(keyOf.parameter('m')) as { value: number }).value
    )
  }
  const dado = step('channel', 'face', { place: 50, width: 10, depth: 6 })
  test('can be measured to, by what they are', () => {
    expect(['floor', 'wall1', 'wall2'].map((role) => value(`@w1.${role}`, 'length', dado))).toEqual([
      18, 50, 60,
    ])
    expect(value('@w1.stop1', 'length', dado)).toBe('channel on A·stop1 is no face it leaves there')
    expect(value('@w1.lid', 'length', dado)).toBe('channel on A·lid is no face it leaves')
    expect(value('@w9.floor', 'length', dado)).toMatch(/is not there any more/)
  })
  test('of outlines are told by their edges, and stay when other edges come or the sizes change', () => {
    // Cut back by 20 at the far side between 50 and 150, with a slope and an arc beside that.
    const drawn = (back: number, extra = false): Step => {
      const points: Record<string, [number, number]> = {
        p1: [0, 0],
        p2: [200, 0],
        p3: [200, 60],
        p4: [150, 60],
        p5: [150, 60 - back],
        p6: [50, 60 - back],
        p7: [50, 60],
        p8: [0, 40],
      }
      const ids = extra ? ['p1', 'p9', 'p2', 'p3', 'p4', 'p5', 'p6', 'p7', 'p8'] : Object.keys(points)
      if (extra) points.p9 = [100, 5]
      const edgeOf: Record<string, string> = { p9: 'e12' }
      return {
        ...step('shape', 'face', {}),
        outline: Outline.parse({
          points,
          edges: ids.map((from, k) => ({
            id: edgeOf[from] ?? `e${from.slice(1)}`,
            kind: 'line',
            from,
            to: ids[(k + 1) % ids.length],
          })),
        }),
      }
    }
    expect(value('@w1.side5', 'length', drawn(20))).toBeCloseTo(40, 9)
    expect(value('@w1.side5', 'length', drawn(32))).toBeCloseTo(28, 9)
    expect(value('@w1.side5', 'length', drawn(20, true))).toBeCloseTo(40, 9)
    expect(value('@w1.side4 - @w1.side6', 'length', drawn(20))).toBeCloseTo(100, 9)
    expect(value('@w1.side7', 'length', drawn(20))).toMatch(/side7 leans, so it has no one place$/)
    expect(value('@w1.side99', 'length', drawn(20))).toMatch(/side99 is no face it leaves$/)
  })
  test('of a copy in a placement of its group are those that stand there', () => {
    const p = run(
      board(put('a', dado)),
      change.group({ id: 'g', name: 'Box', members: ['a'] }),
      change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 'c1', turns: [], up: '500' } }),
      change.addParameter({ id: 'm', name: 'there', kind: 'length', expression: '@w1#g:c1.floor' }),
      change.addParameter({ id: 'n', name: 'here', kind: 'length', expression: '@w1.floor' }),
    )
    const { resolved } = modelOf(p)
    expect(['m', 'n'].map((id) => resolved.result(keyOf.parameter(id)))).toMatchObject([
      { ok: true, value: 518 },
      { ok: true, value: 18 },
    ])
  })
  test('stand at an angle to others, and have no one place when they lean', () => {
    const cut = step('crosscut', 'end2', { mitre: '30deg' })
    expect(value('angle(@w1.cut, @a.edge1)', 'angle', cut)).toBeCloseTo(60, 9)
    expect(value('@w1.cut', 'length', cut)).toBe('crosscut on A·cut leans, so it has no one place')
  })
  test('taken away, what meant them says what it was', () => {
    const p = run(
      board(put('a', dado)),
      change.addParameter({ id: 'm', name: 'read', kind: 'length', expression: '@w1.floor' }),
      change.removeStep({ id: 'w1' }),
    )
    expect(modelOf(p).resolved.slip(keyOf.parameter('m'))?.message).toBe(
      'channel on A·floor is not there any more',
    )
  })
  test('a face of one piece can hold another, and follows its work', () => {
    const p = board(
      put('a', dado),
      ...block('b', 'right-up', [0, 10], [0, 10], [0, 5]),
      change.setFact({ id: 'b', direction: 'up', fact: 'start', text: '@w1.floor' }),
    )
    expect(
      instance(modelOf(run(p, change.setStepField({ id: 'w1', field: 'depth', value: '9' }))), 'b#1').box
        .min[2],
    ).toBe(15)
  })
})

describe('steps in the document', () => {
  const two = () =>
    board(
      put('a', step('channel', 'face', { width: 10, depth: 6 })),
      put('a', step('crosscut', 'end1', { mitre: '45deg' }, {}, 'w2')),
    )
  const order = (p: Project) => (p.pieces[0] as { work: Step[] }).work.map((s) => s.id)
  test('are kept in order, moved, left out, and read back as they were', () => {
    expect(order(run(two(), change.moveStep({ id: 'w2', to: 0 })))).toEqual(['w2', 'w1'])
    expect(refused(two(), change.moveStep({ id: 'w2', to: 2 }))).toBe('A has 2 steps')
    const off = run(two(), change.setStep({ id: 'w1', off: true }))
    expect(told(off)).toHaveLength(1)
    expect(readProject(writeProject(off))).toEqual({ ok: true, project: off })
    expect(refused(two(), put('a', step('channel', 'face', {})))).toMatch(/the id w1 of its work is taken/)
    expect(refused(two(), change.setStepField({ id: 'w9', field: 'depth', value: '1' }))).toBe(
      'That work is not there any more',
    )
  })
  test('of no kind that is known, or wrong, are set aside alone and can be put back', () => {
    const data = JSON.parse(writeProject(two())) as {
      pieces: Array<{ work: Array<{ kind: string; id: string }> }>
    }
    data.pieces[0]!.work[0]!.kind = 'whittle'
    data.pieces[0]!.work.push({ ...data.pieces[0]!.work[1]! })
    const read = openProject(JSON.stringify(data))
    if (!read.ok) throw new Error(read.why)
    expect(order(read.project)).toEqual(['w2'])
    expect(read.project.setAside.map((s) => [s.list, s.where, s.why])).toEqual([
      ['work', 'crosscut 1 on A', 'its id w2 is taken'],
      ['work', 'whittle on A', 'there is no work called whittle'],
    ])
    const [taken, odd] = read.project.setAside
    expect(refused(read.project, change.putBackAside({ id: taken!.id, text: taken!.text }))).toMatch(
      /w2 is taken/,
    )
    const mended = run(
      read.project,
      change.putBackAside({ id: odd!.id, text: odd!.text.replace('whittle', 'channel') }),
    )
    expect(order(mended)).toEqual(['w2', 'w1'])
  })
  test('are refused on a face they cannot be put on', () => {
    expect(stepFault(step('crosscut', 'face', {}))).toBe('a crosscut is put on end1, end2')
    expect(stepFault(step('channel', 'face', { depth: 3 }))).toBe('channel: width is missing')
    expect(stepFault(step('tenon', 'end1', {}))).toBe('there is no work called tenon')
  })
})

test.each<[string, string, FaceName, Record<string, number>, Step['options']]>([
  ['table saw', 'channel', 'face', { place: 50, width: 6, depth: 5 }, { run: 'across' }],
  ['router', 'channel', 'face', { place: 50, width: 6, depth: 5, stop1: 20 }, { run: 'across' }],
  ['router', 'channel', 'face', { place: 50, width: 6, depth: 5, stop2: 20 }, { run: 'along' }],
  ['drill press', 'bore', 'face', { along: 50, across: 50, diameter: 8 }, {}],
  ['drill', 'bore', 'end2', { along: 50, across: 12, diameter: 8, depth: 20 }, {}],
  ['mitre saw', 'crosscut', 'end1', { place: 40 }, {}],
  ['table saw', 'rip', 'edge1', { place: 10 }, {}],
])('is done at the %s: a %s on %s', (machine, kind, face, fields, options) => {
  const m = modelOf(board(put('a', step(kind, face, fields, options))))
  expect(m.features(instance(m, 'a#1')).map((f) => workKind(f).machine(f.data))).toEqual([machine])
})

test('what will not do is told of a measure that is there to be set', () => {
  const figures = fc.constantFrom('-30', '0', '1', '6', '15', '40', '700')
  const bad = fc
    .constantFrom(...OWN_KINDS)
    .chain((own) =>
      fc.record({
        own: fc.constant(own),
        face: fc.constantFrom(...own.faces),
        fields: fc.record(Object.fromEntries(own.fieldsFor(PLAIN).map((f) => [f.name, figures]))),
        options: fc.record(
          Object.fromEntries(own.options.map((o) => [o.name, fc.constantFrom(...Object.keys(o.values))])),
        ),
      }),
    )
  const named = new Set<string>()
  fc.assert(
    fc.property(bad, ({ own, face, fields, options }) => {
      const { refused } = modelOf(board(put('a', step(own.kind, face, fields, options))))
      for (const { field, says } of refused.filter((p) => p.field)) {
        named.add(`${own.kind} ${field}`)
        expect({ says, shown: own.fieldsFor({ at: onFace(face), options }).map((f) => f.name) }).toEqual({
          says,
          shown: expect.arrayContaining([field]),
        })
      }
    }),
    { numRuns: runs(1500), endOnFailure: true },
  )
  expect(named.size).toBeGreaterThan(12)
})

test('a twin of a board is in its row, whatever its work: it is its exact mirror image', () => {
  const figures = fc.constantFrom('3', '6', '15', '17.3', '40')
  const angles = fc.constantFrom('0', '12', '-33', '75')
  const any = fc
    .constantFrom(...OWN_KINDS.filter((own) => !own.bit && !own.meets))
    .chain((own) =>
      fc.record({
        kind: fc.constant(own.kind),
        face: fc.constantFrom(...own.faces),
        fields: fc.record(
          Object.fromEntries(
            own.fieldsFor(PLAIN).map((f) => [f.name, f.kind === 'angle' ? angles : figures]),
          ),
          {
            requiredKeys: own.fieldsFor(PLAIN).flatMap((f) => (f.placeholder === undefined ? [f.name] : [])),
          },
        ),
        options: fc.record(
          Object.fromEntries(own.options.map((o) => [o.name, fc.constantFrom(...Object.keys(o.values))])),
          { requiredKeys: [] },
        ),
      }),
    )
  const cut = new Set<string>()
  fc.assert(
    fc.property(
      any,
      fc.constantFrom('across' as const, 'deep', 'up'),
      ({ kind, face, fields, options }, direction) => {
        const model = modelOf(
          board(
            put('a', step(kind, face, fields, options as Step['options'])),
            change.mirrorPiece({ id: 'twin', of: 'a', name: 'Twin', direction, about: '900' }),
          ),
        )
        if (model.features(instance(model, 'a#1')).length > 0) cut.add(kind)
        expect(findAlike(model).map((a) => a.instances.length)).toEqual([2])
      },
    ),
    { numRuns: runs(800), endOnFailure: true },
  )
  expect(cut.size).toBeGreaterThan(5)
})
