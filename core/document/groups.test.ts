import { onFace, edgeAt } from '.'
import fc from 'fast-check'
import {
  change,
  execute,
  newProject,
  readProject,
  replay,
  slotsReferringTo,
  writeProject,
  type Change,
  type Project,
} from './index'
import { refused, run } from '../testing/run'

const wood = change.addStock({
  id: 's1',
  name: 'Ply',
  kind: 'sheet',
  species: 'birch plywood',
  thickness: '18',
  width: '1220',
  lengths: ['2440'],
})
const piece = (id: string, name: string, start = '0') =>
  change.addPiece({
    kind: 'made',
    id,
    name,
    stock: 's1',
    facing: 'up-left',
    spans: { across: { start }, deep: { start: '0', size: '300' }, up: { start: '0', size: '700' } },
  })

const box = run(
  newProject('t', 'Test', 'mm'),
  wood,
  piece('p1', 'Side'),
  piece('p2', 'Shelf', '@p1.right'),
  piece('p3', 'Post', '900'),
  change.mirrorPiece({ id: 'p4', of: 'p1', name: 'Other side', direction: 'across', about: '300' }),
  change.addJoints({
    joints: [
      {
        id: 'j1',
        kind: 'housing',
        between: [{ piece: 'p2', at: onFace('end1') }, { piece: 'p1' }],
        fields: { depth: '@p1.thickness/3' },
      },
    ],
  }),
  change.addHardware({ id: 'h1', kind: 'item', name: 'Knob', count: '1', on: 'p2' }),
  change.group({ id: 'g1', name: 'Box', members: ['p1', 'p2', 'p4'] }),
)

const groupsOf = (p: Project) => Object.fromEntries([...p.pieces, ...p.groups].map((x) => [x.id, x.group]))

describe('groups', () => {
  test('hold what is put into them, and give it back to the group above', () => {
    expect(groupsOf(box)).toEqual({ p1: 'g1', p2: 'g1', p3: null, p4: 'g1', g1: null })
    const nested = run(box, change.group({ id: 'g2', name: 'Row', members: ['g1', 'p3'] }))
    expect(groupsOf(nested)).toMatchObject({ g1: 'g2', p3: 'g2', p1: 'g1' })
    expect(groupsOf(run(nested, change.ungroup({ id: 'g1' })))).toEqual({
      p1: 'g2',
      p2: 'g2',
      p3: 'g2',
      p4: 'g2',
      g2: null,
    })
  })
  test('take only what stands in one group so far', () => {
    expect(refused(box, change.group({ id: 'g2', name: 'Odd', members: ['p3', 'p1'] }))).toBe(
      'Side and Post do not stand in the same group',
    )
  })
  test('deleted, they take all they hold with them, and are spoken of by name', () => {
    const held = run(
      box,
      change.setFact({ id: 'p3', direction: 'across', fact: 'start', text: '@g1.right + @p2.length' }),
    )
    const gone = run(held, change.removeGroup({ id: 'g1' }))
    expect(gone.pieces.map((p) => p.id)).toEqual(['p3'])
    expect([gone.joints, gone.hardware, gone.groups]).toEqual([[], [], []])
    expect(gone.gone).toEqual({ g1: 'Box', p2: 'Shelf' })
  })
  test('stay when a twin outside mirrors what they hold', () => {
    const twinned = run(
      box,
      change.ungroup({ id: 'g1' }),
      change.group({ id: 'g2', name: 'One', members: ['p1'] }),
    )
    expect(refused(twinned, change.removeGroup({ id: 'g2' }))).toMatch(
      /Other side is the mirrored twin of a piece in it/,
    )
  })
  test('share names with no piece', () => {
    expect(refused(box, change.renameGroup({ id: 'g1', name: 'Post' }))).toBe(
      'There is already something called Post',
    )
    expect(run(box, change.group({ id: 'g2', name: 'Post', members: ['p3'] })).groups[1]!.name).toBe('Post 2')
  })
  test('parted, the copy refers to itself and the rest to the rest', () => {
    const three = run(
      box,
      change.setGroupRepeat({
        id: 'g1',
        repeat: { kind: 'pitch', direction: 'across', count: '3', pitch: '400' },
      }),
      change.setFact({ id: 'p3', direction: 'across', fact: 'start', text: '@p1#g1:2.right' }),
    )
    const parted = run(three, change.partGroup({ id: 'g1', newId: 'own', copy: '2' }))
    const own = parted.pieces.find((p) => p.id === 'own_p2')!
    expect(own).toMatchObject({ group: 'own', spans: { across: { start: '@own_p1.right' } } })
    expect(parted.pieces.find((p) => p.id === 'own_p4')).toMatchObject({ kind: 'twin', of: 'own_p1' })
    expect(parted.joints.map((j) => [j.between.map((m) => m.piece), j.fields.depth])).toEqual([
      [['p2', 'p1'], '@p1.thickness/3'],
      [['own_p2', 'own_p1'], '@own_p1.thickness/3'],
    ])
    expect(parted.groups.map((g) => [g.id, g.except])).toEqual([
      ['g1', ['2']],
      ['own', []],
    ])
    expect(parted.groups[1]!.only).toBe('2')
    // What stood beside the copy from outside goes on standing beside it.
    expect(parted.pieces.find((p) => p.id === 'p3')).toMatchObject({
      spans: { across: { start: '@own_p1#own:2.right' } },
    })
    expect(parted.hardware.map((h) => [h.id, h.on])).toEqual([
      ['h1', 'p2'],
      ['h2', 'own_p2'],
    ])
    expect(refused(parted, change.partGroup({ id: 'g1', newId: 'more', copy: '2' }))).toBe(
      'That copy of Box is not there',
    )
  })
  test('every change to them can be undone and done again', () => {
    const changes: Change[] = [
      change.addPlacement({ id: 'g1', placement: { kind: 'moved', id: 'c1', turns: ['up'], across: '900' } }),
      change.setPlacement({
        id: 'g1',
        placement: { kind: 'mirrored', id: 'c1', direction: 'up', about: '0' },
      }),
      change.removePlacement({ id: 'g1', placement: 'c1' }),
      change.setFact({ id: 'g1', direction: 'up', fact: 'size', text: '700' }),
      change.partPiece({ id: 'p2', newId: 'own', copy: '1' }),
      change.setTilts({ id: 'p3', tilts: [{ at: edgeAt('back', 'end1'), angle: '5deg' }] }),
      change.setHardware({ id: 'h1', count: '3', name: 'Pull' }),
      change.removeHardware({ id: 'h1' }),
      change.ungroup({ id: 'g1' }),
    ]
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...changes), { maxLength: 6 }), (steps) => {
        let now = box
        const undo: Array<() => Project> = []
        for (const step of steps) {
          const done = execute(now, step)
          if (!done.ok) continue
          const before = now
          const after = done.project
          undo.push(() => {
            expect(replay(before, done.patches)).toEqual(after)
            return replay(after, done.inverse)
          })
          now = after
        }
        for (const back of undo.reverse()) now = back()
        expect(now).toEqual(box)
      }),
    )
  })
})

test('a measure is renamed in tilts, rings, placements and hinges too', () => {
  const p = run(
    box,
    change.addParameter({ id: 'm1', name: 'lean', kind: 'angle', expression: '5deg' }),
    change.addParameter({ id: 'm2', name: 'n', kind: 'number', expression: '4' }),
    change.setTilts({ id: 'p3', tilts: [{ at: edgeAt('back', 'end1'), angle: 'lean' }] }),
    change.setRepeat({
      id: 'p3',
      repeat: { kind: 'ring', direction: 'up', count: 'n', centre1: '0', centre2: '10', start: 'lean/2' },
    }),
    change.addPlacement({ id: 'g1', placement: { kind: 'moved', id: 'c1', turns: [], across: '100*n' } }),
    change.addHardware({
      id: 'h2',
      kind: 'hinge',
      name: 'Hinge',
      count: 'n',
      on: 'p3',
      at: edgeAt('face', 'edge1'),
      moves: ['g1'],
      limit: '-9*lean',
    }),
    change.renameParameter({ id: 'm1', name: 'rake' }),
    change.renameParameter({ id: 'm2', name: 'legs' }),
  )
  const text = writeProject(p)
  expect(text).not.toMatch(/"[^"]*\blean\b[^"]*"/)
  expect(p.pieces.find((x) => x.id === 'p3')).toMatchObject({
    tilts: [{ angle: 'rake' }],
    repeat: { count: 'legs', start: 'rake/2' },
  })
  expect(p.groups[0]!.placements).toMatchObject([{ id: 'c1', across: '100*legs' }])
  expect(p.hardware[1]).toMatchObject({ count: 'legs', limit: '-9*rake' })
})

test('references from groups count as references', () => {
  const p = run(box, change.setFact({ id: 'g1', direction: 'across', fact: 'end', text: '@p3.left' }))
  expect(slotsReferringTo(p, 'p3').map((s) => s.owner)).toEqual(['g1'])
})

describe('a file whose groups do not hold opens all the same', () => {
  const broken = (edit: (file: Project) => void) => {
    const file = JSON.parse(writeProject(box)) as Project
    edit(file)
    const read = readProject(JSON.stringify(file))
    if (!read.ok) throw new Error(read.why)
    return read
  }
  test('what is in a group that is not there stands by itself', () => {
    const read = broken((f) => void (f.groups = []))
    expect(read.project.pieces.every((p) => p.group === null)).toBe(true)
    expect(read.project.setAside.map((s) => `${s.where}: ${s.why}`)).toContain(
      'the group of Side: it is not there',
    )
  })
  test('groups in a circle are opened up', () => {
    const read = broken((f) => {
      f.groups.push({ ...f.groups[0]!, id: 'g2', name: 'Row', group: 'g1' })
      f.groups[0]!.group = 'g2'
    })
    expect(read.project.setAside.map((s) => s.why)).toContain('a circular reference')
    // Wherever one starts, the way up ends.
    const above = new Map(read.project.groups.map((g) => [g.id, g.group]))
    for (const start of above.keys()) {
      let at: string | null | undefined = start
      for (let n = 0; n < 5 && at; n++) at = above.get(at)
      expect(at).toBeNull()
    }
  })
  test('a hinge without its piece, and a tilt about no edge, are set aside', () => {
    const read = broken((f) => {
      f.hardware.push({
        id: 'h2',
        kind: 'hinge',
        name: 'Hinge',
        count: '1',
        on: 'p99',
        at: edgeAt('face', 'edge1'),
        moves: ['p1'],
        limit: '90',
        note: '',
      })
      const post = f.pieces.find((p) => p.id === 'p3')!
      if (post.kind === 'made') post.tilts = [{ at: edgeAt('end1', 'end2'), angle: '3' }]
    })
    expect(read.project.setAside.map((s) => `${s.where}: ${s.why}`)).toEqual([
      expect.stringMatching(/^piece 3, Post: tilts.*an edge lies between two faces that meet/),
      'hardware 2, Hinge: its piece p99 is not there',
    ])
  })
})

describe('moving into a group', () => {
  test('puts pieces and groups in and takes them out again; undo puts back', () => {
    const into = execute(box, change.moveInto({ members: ['p3'], group: 'g1' }))
    expect(into.ok && groupsOf(into.project).p3).toBe('g1')
    if (!into.ok) return
    expect(into.says).toBe('Move Post into Box')
    expect(replay(into.project, into.inverse)).toEqual(box)
    const out = execute(into.project, change.moveInto({ members: ['p2', 'p3'], group: null }))
    expect(out.ok && groupsOf(out.project)).toMatchObject({ p1: 'g1', p2: null, p3: null, p4: 'g1' })
  })

  test('is refused where a group would stand in itself, and where there is no such group', () => {
    const outer = run(box, change.group({ id: 'g2', name: 'Row', members: ['g1', 'p3'] }))
    expect(execute(outer, change.moveInto({ members: ['g2'], group: 'g1' }))).toEqual({
      ok: false,
      why: 'Row cannot go into itself',
    })
    expect(execute(outer, change.moveInto({ members: ['g1'], group: 'g1' }))).toMatchObject({ ok: false })
    expect(execute(box, change.moveInto({ members: ['p3'], group: 'g9' }))).toMatchObject({ ok: false })
  })
})
