import fc from 'fast-check'
import { edgeAt, change, execute, type Change, type Project } from '../document'
import { modelOf } from '../model'
import { cross, dot, toRoom, type Vec3 } from '../pieces'
import { block, grouped, instance, join, make, stops } from '../testing/scenario'
import { keyOf } from './keys'
import { runs } from '../testing/runs'

const run = (project: Project, ...changes: Change[]): Project => {
  const done = execute(project, changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const boxes = (p: Project, id: string) =>
  modelOf(p)
    .resolved.byId.get(id)!
    .instances.map((i) => i.box)
const near = (found: readonly number[], wanted: readonly number[]) =>
  found.forEach((n, i) => expect(n).toBeCloseTo(wanted[i]!, 9))

describe('groups', () => {
  // A box of two sides and a shelf between them, which refer to each other and to the group.
  const cabinet = make([
    ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
    ...block('b', 'up-left', [582, 18], [0, 300], [0, 700]),
    change.addPiece({
      kind: 'made',
      id: 'c',
      name: 'Shelf',
      stock: 'any',
      facing: 'right-up',
      spans: {
        across: { start: '@a.right', end: '@b.left' },
        deep: { start: '0', end: '@g.back - 20' },
        up: { centre: '(@g.bottom + @g.top)/2' },
      },
    }),
    change.group({ id: 'g', name: 'Cabinet', members: ['a', 'b', 'c'] }),
    ...(['across', 'deep', 'up'] as const).flatMap((direction, i) => [
      change.setFact({ id: 'g', direction, fact: 'start', text: '0' }),
      change.setFact({ id: 'g', direction, fact: 'size', text: ['600', '300', '700'][i]! }),
    ]),
  ])

  test('pieces refer to the box of their group, and outsiders to each place it stands', () => {
    const p = run(
      cabinet,
      change.setGroupRepeat({
        id: 'g',
        repeat: { kind: 'pitch', direction: 'across', count: '3', pitch: '@g.across + 5' },
      }),
      change.addPiece({
        kind: 'made',
        id: 't',
        name: 'Top',
        stock: 'any',
        facing: 'right-up',
        spans: {
          across: { start: '@g.left', end: '@g#3.right' },
          deep: { start: '0', end: '@c#g:2.back' },
          up: { start: '@b#g:3.top' },
        },
      }),
    )
    expect(stops(modelOf(p))).toEqual([])
    near(boxes(p, 'c')[1]!.min, [605 + 18, 0, 341])
    near(boxes(p, 't')[0]!.min, [0, 0, 700])
    near(boxes(p, 't')[0]!.max, [3 * 600 + 10, 280, 718])
  })

  test('a group without a box of its own is as big as what it holds', () => {
    const p = run(
      make([
        ...block('a', 'up-left', [10, 18], [0, 300], [0, 700]),
        ...block('b', 'right-up', [28, 400], [0, 250], [50, 18]),
        change.group({ id: 'g', name: 'Box', members: ['a', 'b'] }),
      ]),
      change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 'c1', turns: [], up: '@g.top' } }),
    )
    const m = modelOf(p)
    near(m.resolved.groups[0]!.boxes[0]!.min, [10, 0, 0])
    near(m.resolved.groups[0]!.boxes[0]!.max, [428, 300, 700])
    near(m.resolved.groups[0]!.boxes[1]!.min, [10, 0, 700])
  })

  test('turned by quarter turns, its box starts where it was told to and no size changes', () => {
    const turns = fc.array(fc.constantFrom('across' as const, 'deep' as const, 'up' as const), {
      maxLength: 3,
    })
    fc.assert(
      fc.property(turns, fc.integer({ min: -900, max: 900 }), (turned, at) => {
        const p = run(
          cabinet,
          change.addPlacement({
            id: 'g',
            placement: { kind: 'moved', id: 'c1', turns: turned, across: String(at), deep: '7', up: '-3' },
          }),
        )
        const m = modelOf(p)
        near(m.resolved.groups[0]!.boxes[1]!.min, [at, 7, -3])
        for (const id of ['a', 'b', 'c']) {
          const [one, two] = m.resolved.byId.get(id)!.instances
          near(two!.size, one!.size)
          // The facing says where the length and the face point now.
          near(two!.frame.x, two!.facing.x)
          near(two!.frame.z, two!.facing.z)
        }
      }),
      { numRuns: runs(40) },
    )
  })

  test('nested, every copy of the inner stands in every copy of the outer', () => {
    const p = run(
      cabinet,
      change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 'c1', turns: [], deep: '400' } }),
      change.group({ id: 'row', name: 'Row', members: ['g'] }),
      change.setGroupRepeat({
        id: 'row',
        repeat: { kind: 'even', direction: 'across', count: '3', from: '-100', to: '2100' },
      }),
      change.addPlacement({
        id: 'row',
        placement: { kind: 'mirrored', id: 'c1', direction: 'up', about: '0' },
      }),
    )
    const m = modelOf(p)
    expect(stops(m)).toEqual([])
    const all = m.resolved.byId.get('a')!.instances
    expect(all).toHaveLength(8)
    // Gaps of 100 all along, the second of each pair 400 behind, the last pair below the floor.
    near(
      all.map((i) => i.box.min[0]),
      [0, 0, 700, 700, 1400, 1400, 0, 0],
    )
    near(
      all.map((i) => i.box.min[1]),
      [0, 400, 0, 400, 0, 400, 0, 400],
    )
    near(
      all.map((i) => i.box.max[2]),
      [700, 700, 700, 700, 700, 700, 0, 0],
    )
    expect(all.map((i) => i.flipped)).toEqual([false, false, false, false, false, false, true, true])
  })

  test('parted, one copy is its own: it stands where it stood, and changing it leaves the rest', () => {
    const three = run(
      cabinet,
      change.setGroupRepeat({
        id: 'g',
        repeat: { kind: 'pitch', direction: 'across', count: '3', pitch: '605' },
      }),
    )
    const joined = run(three, join('housing', ['c.end1', 'a'], { depth: 6 }))
    const parted = run(joined, change.partGroup({ id: 'g', newId: 'own', copy: '2' }))
    const seen = (p: Project) =>
      modelOf(p)
        .resolved.instances.map((i) => [...i.box.min, ...i.size].map((n) => n.toFixed(6)).join())
        .sort()
    expect(seen(parted)).toEqual(seen(joined))
    expect(
      modelOf(parted)
        .resolved.byId.get('a')!
        .instances.map((i) => i.key),
    ).toEqual(['a#1', 'a#g:3'])
    const changed = run(
      parted,
      change.setFact({ id: 'own_a', direction: 'across', fact: 'size', text: '30' }),
    )
    near(boxes(changed, 'own_c')[0]!.min, [605 + 30, 0, 341])
    near(boxes(changed, 'c')[1]!.min, [2 * 605 + 18, 0, 341])
  })
})

describe('repeats', () => {
  const rail = (repeat: Parameters<typeof change.setRepeat>[0]['repeat']) =>
    make([...block('a', 'right-up', [100, 200], [40, 30], [5, 10]), change.setRepeat({ id: 'a', repeat })])

  test('at a pitch, from where the first stands', () => {
    const p = rail({ kind: 'pitch', direction: 'up', count: '4', pitch: '25.5' })
    near(
      boxes(p, 'a').map((b) => b.min[2]),
      [5, 30.5, 56, 81.5],
    )
  })
  test('round an axis: every one as far from it, the turns equal, the first as told', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: -180, max: 180 }), (count, start) => {
        const p = rail({
          kind: 'ring',
          direction: 'up',
          count: String(count),
          centre1: '10',
          centre2: '20',
          start: `${start}deg`,
        })
        const m = modelOf(p)
        const mids = m.resolved.byId.get('a')!.instances.map((i) => toRoom(i.frame, [100, 15, 5]))
        mids.forEach((c, k) => {
          const a = Math.atan2(35, 190) + ((start + (360 * k) / count) * Math.PI) / 180
          const r = Math.hypot(190, 35)
          near(c, [10 + r * Math.cos(a), 20 + r * Math.sin(a), 10])
        })
      }),
    )
  })
  test('every instance can be referred to, one that leans by the box round it', () => {
    const p = run(
      rail({ kind: 'ring', direction: 'up', count: '4', centre1: '0', centre2: '0', start: '0deg' }),
      ...block('b', 'right-up', [0, 10], [0, 10], [0, 10]),
      change.setFact({ id: 'b', direction: 'across', fact: 'start', text: '@a#2.left' }),
      change.setFact({ id: 'b', direction: 'deep', fact: 'start', text: '@a#3.front' }),
    )
    near(boxes(p, 'b')[0]!.min, [-70, -70, 0])
  })
  test('one that is not there is said', () => {
    const p = run(
      rail({ kind: 'pitch', direction: 'up', count: '2', pitch: '50' }),
      ...block('b', 'right-up', [0, 10], [0, 10], [0, 10]),
      change.setFact({ id: 'b', direction: 'up', fact: 'start', text: '@a#3.top' }),
    )
    expect(stops(modelOf(p))).toContain('B · up start: A #3·top is not there any more: there are 2')
  })
  test('parted, an instance keeps its place, its joints and what refers to it', () => {
    const p = run(
      rail({ kind: 'pitch', direction: 'up', count: '3', pitch: '50' }),
      ...block('b', 'up-left', [300, 18], [0, 100], [0, 200]),
      join('housing', ['a.end2', 'b'], { depth: 6 }),
      ...block('c', 'right-up', [0, 10], [0, 10], [0, 10]),
      change.setFact({ id: 'c', direction: 'up', fact: 'start', text: '@a#2.top' }),
    )
    const q = run(p, change.partPiece({ id: 'a', newId: 'own', copy: '2' }))
    const m = modelOf(q)
    expect(stops(m)).toEqual([])
    expect(m.resolved.instances.map((i) => i.key)).toEqual(['a#1', 'a#3', 'own#2', 'b#1', 'c#1'])
    near(boxes(q, 'c')[0]!.min, [0, 0, 65])
    near(instance(m, 'own#2').size, instance(m, 'a#1').size)
    const shorter = run(q, change.setFact({ id: 'own', direction: 'across', fact: 'size', text: '150' }))
    expect(instance(modelOf(shorter), 'own#2').length).toBeCloseTo(156, 9)
    expect(instance(modelOf(shorter), 'a#3').length).toBeCloseTo(206, 9)
  })
})

describe('tilt', () => {
  const angles = fc.integer({ min: -80, max: 80 })
  const lid = (a: number, b?: number) =>
    make([
      ...block('a', 'right-up', [0, 400], [0, 300], [200, 18], {
        tilts: [
          { at: edgeAt('back', 'edge1'), angle: `${a}deg` },
          ...(b === undefined ? [] : [{ at: edgeAt('back', 'end1'), angle: `${b}deg` }]),
        ],
      }),
      ...block('b', 'right-up', [0, 400], [0, 300], [0, 18]),
    ])

  test('turns about the edge told, which stays where it is', () => {
    fc.assert(
      fc.property(angles, (a) => {
        const i = instance(modelOf(lid(a)), 'a#1')
        near(toRoom(i.frame, [0, 0, 0]), [0, 0, 200])
        near(toRoom(i.frame, [400, 0, 0]), [400, 0, 200])
        const r = (a * Math.PI) / 180
        near(toRoom(i.frame, [0, 300, 0]), [0, 300 * Math.cos(r), 200 + 300 * Math.sin(r)])
      }),
    )
  })
  test('the angle between faces is the true one, once and twice tilted', () => {
    fc.assert(
      fc.property(angles, angles, (a, b) => {
        const p = run(
          lid(a, b),
          change.addParameter({
            id: 'm1',
            name: 'lean',
            kind: 'angle',
            expression: 'angle(@a.face, @b.back)',
          }),
        )
        const m = modelOf(p)
        const found = m.resolved.result(keyOf.parameter('m1'))
        // Tilting about the length by a, then about the width by b, leans the face by acos(cos a · cos b).
        const [ra, rb] = [(a * Math.PI) / 180, (b * Math.PI) / 180]
        const lean = (Math.acos(Math.cos(ra) * Math.cos(rb)) * 180) / Math.PI
        expect(found?.ok && (found.value as number)).toBeCloseTo(lean, 9)
      }),
    )
  })
  test('a twin mirrors it, and stays put when it is given its own', () => {
    fc.assert(
      fc.property(angles, angles, (a, b) => {
        const p = run(
          lid(a, b),
          change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'across', about: '-100' }),
        )
        const twin = instance(modelOf(p), 't#1')
        const original = instance(modelOf(p), 'a#1')
        const flat = ([x, y, z]: Vec3): Vec3 => [-200 - x, y, z]
        near(toRoom(twin.frame, [0, 0, 0]), flat(toRoom(original.frame, [0, 300, 0])))
        near(toRoom(twin.frame, [400, 300, 18]), flat(toRoom(original.frame, [400, 0, 18])))
        expect(dot(cross(twin.frame.x, twin.frame.y), twin.frame.z)).toBeCloseTo(1, 9)
        const square = instance(
          modelOf(
            run(
              lid(0),
              change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'across', about: '-100' }),
            ),
          ),
          't#1',
        )
        const own = run(
          p,
          change.giveItsOwn({
            id: 't',
            facing: twin.facing.id,
            spans: {
              across: { start: String(square.box.min[0]), size: '400' },
              deep: { start: '0', size: '300' },
              up: { start: '200', size: '18' },
            },
            repeat: null,
          }),
        )
        const parted = instance(modelOf(own), 't#1')
        near(
          [...parted.frame.origin, ...parted.frame.x, ...parted.frame.z],
          [...twin.frame.origin, ...twin.frame.x, ...twin.frame.z],
        )
      }),
      { numRuns: runs(40) },
    )
  })
  test('an edge between opposite faces is no edge', () => {
    const refused = execute(
      make(block('a', 'right-up', [0, 1], [0, 1], [0, 1])),
      change.setTilts({ id: 'a', tilts: [{ at: edgeAt('end1', 'end2'), angle: '3deg' }] }),
    )
    expect(refused).toMatchObject({
      ok: false,
      why: expect.stringMatching(/an edge lies between two faces that meet/),
    })
  })
})

test('grouping, moving and mirroring everything changes no finished size', () => {
  const p = make([
    ...block('a', 'right-front', [0, 300], [50, 20], [100, 80]),
    ...block('b', 'up-left', [300, 40], [30, 60], [0, 300]),
    join('tenon', ['a.end2', 'b'], { length: 25 }),
  ])
  const sizes = modelOf(p).resolved.instances.map((i) => i.size)
  const m = modelOf(grouped(p, { kind: 'mirrored', direction: 'deep', about: '1000' }))
  const after = m.resolved.instances
  near(
    after.flatMap((i) => [...i.size]),
    [sizes[0]!, sizes[0]!, sizes[1]!, sizes[1]!].flat(),
  )
})

describe('copies that were parted or taken away', () => {
  const posts = (count: number, ...more: Change[]) =>
    modelOf(
      make([
        ...block('a', 'up-left', [0, 18], [0, 60], [0, 100]),
        change.setRepeat({
          id: 'a',
          repeat: { kind: 'pitch', direction: 'across', count: '3', pitch: '100' },
        }),
        change.partPiece({ id: 'a', newId: 'own', copy: '2' }),
        ...(count === 3
          ? []
          : ['a', 'own'].map((id) =>
              change.setRepeat({
                id,
                repeat: { kind: 'pitch', direction: 'across', count: String(count), pitch: '100' },
              }),
            )),
        ...more,
      ]),
    )
  const starts = (m: ReturnType<typeof posts>) =>
    m.resolved.instances.map((i) => i.box.min[0]).sort((a, b) => a - b)

  test('stand once each, also when there come to be more', () => {
    expect(starts(posts(3))).toEqual([0, 100, 200])
    expect(starts(posts(5))).toEqual([0, 100, 200, 300, 400])
  })
  test('a reference to a later placement stays where it is when an earlier one goes', () => {
    const row = (...more: Change[]) =>
      modelOf(
        make([
          ...block('a', 'up-left', [0, 18], [0, 60], [0, 100]),
          change.group({ id: 'g', name: 'Box', members: ['a'] }),
          change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 'c1', turns: [], across: '500' } }),
          change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 'c2', turns: [], across: '1000' } }),
          change.addParameter({ id: 'm', name: 'edge', kind: 'length', expression: '@a#g:c2.right' }),
          change.addParameter({ id: 'n', name: 'gone', kind: 'length', expression: '@a#g:c1.right' }),
          ...more,
        ]),
      )
    const value = (m: ReturnType<typeof row>, id: string) => m.resolved.result(keyOf.parameter(id))
    expect(value(row(), 'm')).toMatchObject({ value: 1018 })
    const less = row(change.removePlacement({ id: 'g', placement: 'c1' }))
    expect(value(less, 'm')).toMatchObject({ value: 1018 })
    expect(less.resolved.slip(keyOf.parameter('n'))?.message).toBe(
      'A of a copy of Box, which is gone·right is not there any more: there are 2',
    )
  })
})

test('more pieces of wood than can be worked out are left out, and that is said', () => {
  const many = make([
    ...block('a', 'up-left', [0, 18], [0, 60], [0, 100]),
    change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'across', count: '500', pitch: '20' } }),
    change.group({ id: 'g', name: 'Row', members: ['a'] }),
    change.setGroupRepeat({
      id: 'g',
      repeat: { kind: 'pitch', direction: 'up', count: '500', pitch: '200' },
    }),
  ])
  const m = modelOf(many)
  expect(m.resolved.instances).toHaveLength(0)
  expect(stops(m)).toEqual(['A would be 250,000 pieces; 20,000 at most'])
  const some = make([
    ...Array.from({ length: 45 }, (_, n) => [
      ...block(n === 0 ? 'a' : `a${n}`, 'up-left', [0, 18], [n * 100, 60], [0, 100]),
      change.setRepeat({
        id: n === 0 ? 'a' : `a${n}`,
        repeat: { kind: 'pitch', direction: 'across', count: '500', pitch: '20' },
      }),
    ]).flat(),
  ])
  const sum = modelOf(some)
  expect(sum.resolved.instances).toHaveLength(20_000)
  expect(stops(sum)[0]).toMatch(/22,500 pieces of wood; 20,000 at most/)
})

test('what cannot be wood is said: a length of a million, a stock that is not there', () => {
  const huge = modelOf(make([...block('a', 'up-left', [0, 18], [0, 60], [0, 1e9])]))
  expect(stops(huge)).toEqual(['A would be 1000000000 long; is that meant?'])
  const project = make([...block('a', 'up-left', [0, 18], [0, 60], [0, 100])])
  const lost = modelOf({ ...project, stock: [] })
  expect(stops(lost)).toContain('A is made of a stock that is not on the rack')
})
