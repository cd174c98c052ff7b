import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { edgeAt, change, execute, type Change, type Project } from '../document'
import { openProject } from '../exchange'
import { modelOf, Modeller } from '../model'
import { FACINGS, facing, mirrored, cross } from '../pieces'
import { block, make } from '../testing/scenario'
import { keyOf, sayBecause } from './index'
import { lookOver } from '../proof'
import { runs } from '../testing/runs'

function demo(): Project {
  const read = openProject(readFileSync('demo/seed-cabinet.json', 'utf8'))
  if (!read.ok) throw new Error(read.why)
  return read.project
}
const after = (project: Project, ...changes: Change[]): Project => {
  const done = execute(project, changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const numbers = (project: Project, modeller = new Modeller()) => {
  const m = modeller.model(project)
  return {
    sizes: m.resolved.instances.map((i) => [i.key, i.grown]),
    says: lookOver(m)
      .map((p) => p.says)
      .sort(),
  }
}

describe('only what changed is worked out again', () => {
  test('nothing, when nothing did', () => {
    const modeller = new Modeller()
    modeller.model(demo())
    modeller.model(demo())
    expect(modeller.computed).toBe(0)
  })
  test('little, when one piece moves, and what stayed keeps its identity', () => {
    const modeller = new Modeller()
    const before = modeller.model(demo())
    const whole = modeller.computed
    const now = modeller.model(
      after(demo(), change.setFact({ id: 'p7', direction: 'deep', fact: 'start', text: '@p1.front + 2' })),
    )
    expect(modeller.computed).toBeLessThan(whole / 10)
    const same = now.resolved.instances.filter((i) => before.resolved.instances.includes(i)).map((i) => i.key)
    expect(same).toHaveLength(now.resolved.instances.length - 1)
    expect(same).not.toContain('p7#1')
  })
  test('and the outcome is the same as from the beginning, whatever was done before', () => {
    const texts = [
      '0',
      '1/2',
      'kick',
      '@p4.top',
      '@p5.top',
      'width/2',
      '1/0',
      '@p2.left',
      '@p99.top',
      'nothing',
      '@p5#9.top',
    ]
    const step = fc.oneof(
      fc
        .tuple(
          fc.constantFrom('p1', 'p3', 'p4', 'p5', 'p7'),
          fc.constantFrom('across', 'deep', 'up'),
          fc.constantFrom('start', 'end', 'size'),
          fc.constantFrom(...texts),
        )
        .map(([id, direction, fact, text]) => change.setFact({ id, direction, fact, text })),
      fc.constantFrom(...texts).map((expression) => change.setParameter({ id: 'm3', expression })),
      fc.constantFrom('p3', 'p4', 'p6').map((id) => change.removePiece({ id })),
      fc
        .constantFrom('1/4', '3/8', '2', 'T')
        .map((value) => change.setJointField({ ids: ['j5'], field: 'depth', value })),
    )
    fc.assert(
      fc.property(fc.array(step, { maxLength: 6 }), (steps) => {
        const modeller = new Modeller()
        let project = demo()
        for (const s of steps) {
          const done = execute(project, s)
          if (done.ok) project = done.project
          modeller.model(project)
        }
        expect(numbers(project, modeller)).toEqual(numbers(project))
      }),
      { numRuns: runs(120) },
    )
  })
})

describe('where things stand', () => {
  test('there are 24 ways of standing square, each with its own name, each right-handed', () => {
    expect(FACINGS).toHaveLength(24)
    expect(new Set(FACINGS.map((f) => f.name)).size).toBe(24)
    for (const f of FACINGS) expect(cross(f.x, f.y).map((n) => n + 0)).toEqual([...f.z])
  })
  test('a mirror image mirrored is the piece again', () => {
    for (const f of FACINGS)
      for (const axis of [0, 1, 2] as const) expect(mirrored(mirrored(f, axis), axis)).toBe(f)
    expect(mirrored(facing('up-left'), 0).id).toBe('up-right')
  })
  test('any two of start, end, centre and size say the same', () => {
    const ways = [
      { start: '3', end: '13' },
      { start: '3', centre: '8' },
      { end: '13', centre: '8' },
      { start: '3', size: '10' },
      { end: '13', size: '10' },
      { centre: '8', size: '10' },
    ]
    for (const across of ways) {
      const project = demo()
      const p = {
        ...project,
        pieces: project.pieces.map((x) =>
          x.id === 'p3' && x.kind === 'made' ? { ...x, spans: { ...x.spans, across } } : x,
        ),
      }
      const { box } = modelOf(p).resolved.byId.get('p3')!.instances[0]!
      expect([box.min[0] / 25.4, box.max[0] / 25.4].map((n) => Math.round(n * 1e9) / 1e9)).toEqual([3, 13])
    }
  })
  test('gaps between even repeats are equal', () => {
    const m = modelOf(demo())
    const at = [keyOf.repeat('p5', 'from'), keyOf.repeat('p5', 'to')].map(
      (k) => (m.resolved.result(k) as { value: number }).value,
    )
    const edges = [
      at[0]!,
      ...m.resolved.byId.get('p5')!.instances.flatMap((i) => [i.box.min[2], i.box.max[2]]),
      at[1]!,
    ]
    const gaps = edges.filter((_, i) => i % 2 === 0).map((low, i) => edges[2 * i + 1]! - low)
    for (const gap of gaps) expect(gap).toBeCloseTo(7.25 * 25.4, 9)
  })
  test('a chain of two thousand pieces is no deeper than one', () => {
    const base = demo()
    const first = base.pieces[0]!
    if (first.kind !== 'made') throw new Error('the first piece is made')
    const pieces = Array.from({ length: 1500 }, (_, i) => ({
      ...first,
      id: `q${i}`,
      name: `Q ${i}`,
      spans: { ...first.spans, across: { start: i ? `@q${i - 1}.right` : '0' } },
    }))
    const m = modelOf({ ...base, pieces, joints: [] })
    expect(m.resolved.instances.at(-1)!.box.max[0]).toBeCloseTo(1500 * 0.75 * 25.4, 6)
  })
})

describe('the story of a number', () => {
  const leaning = (...more: Change[]) =>
    modelOf(
      make([
        ...block('a', 'right-up', [0, 300], [0, 60], [0, 18], {
          tilts: [{ at: edgeAt('face', 'edge1'), angle: 'lean' }],
        }),
        ...block('b', 'right-up', [0, 300], [0, 60], [100, 18]),
        change.setFact({ id: 'b', direction: 'up', fact: 'start', text: '@a.top + 5' }),
        change.addParameter({ id: 'm', name: 'lean', kind: 'angle', expression: '12deg' }),
        ...more,
      ]),
    )
  test('is told in what it measures: a tilt in degrees', () => {
    const m = leaning()
    expect(sayBecause(m.resolved.because(keyOf.tilt('a', 0))!, m.project)).toBe('A · tilt 12°, from lean 12°')
  })
  test('calls things by the names they have now', () => {
    const modeller = new Modeller()
    const before = leaning().project
    modeller.model(before)
    const done = execute(before, change.renamePiece({ id: 'a', name: 'Lid' }))
    if (!done.ok) throw new Error(done.why)
    const m = modeller.model(done.project)
    const says = sayBecause(m.resolved.because(keyOf.fact('b', 'up', 'start'))!, m.project)
    expect(says).toMatch(/^B · up start .*, from Lid·top /)
  })
})
