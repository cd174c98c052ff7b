import fc from 'fast-check'
import { change, type Change, type Project } from '../document'
import { modelOf } from '../model'
import { jointNumbers } from '../joints'
import { workNumbers } from '../work/steps'
import { block, make } from '../testing/scenario'
import { run } from '../testing/run'
import { keyOf, Resolver } from './index'
import { runs } from '../testing/runs'

/** Shelves in a box, boxes in a row, rows on a floor; what reads them is `m`. */
const rows = (read: string, ...more: Change[]): Project =>
  run(
    make([
      ...block('a', 'right-up', [0, 300], [0, 200], [0, 18]),
      ...block('b', 'up-left', [0, 18], [0, 200], [0, 900]),
      change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'up', count: '4', pitch: '100' } }),
      change.group({ id: 'g', name: 'Box', members: ['a', 'b'] }),
      change.setGroupRepeat({
        id: 'g',
        repeat: { kind: 'pitch', direction: 'across', count: '3', pitch: '400' },
      }),
      change.group({ id: 'h', name: 'Row', members: ['g'] }),
      change.addPlacement({ id: 'h', placement: { kind: 'moved', id: 'c1', turns: [], deep: '1000' } }),
      change.addParameter({ id: 'm', name: 'read', kind: 'length', expression: read }),
    ]),
    ...more,
  )
const value = (p: Project) => {
  const r = modelOf(p).resolved.result(keyOf.parameter('m'))
  return r?.ok ? r.value : null
}
const says = (p: Project) => modelOf(p).resolved.slip(keyOf.parameter('m'))?.message
const count = (id: 'a' | 'g', n: number): Change =>
  id === 'a'
    ? change.setRepeat({ id, repeat: { kind: 'pitch', direction: 'up', count: String(n), pitch: '100' } })
    : change.setGroupRepeat({
        id,
        repeat: { kind: 'pitch', direction: 'across', count: String(n), pitch: '400' },
      })

describe('a copy is meant by its ids, whatever becomes of the others', () => {
  const far = '@a#h:c1/g:3/2.right + @a#h:c1/g:3/2.back + @a#h:c1/g:3/2.bottom'

  test('more or fewer of what stands beside it, or in each, are not taken for it', () => {
    expect(value(rows(far))).toBe(800 + 300 + 1200 + 100)
    for (const n of [2, 3, 7]) expect(value(rows(far, count('a', n)))).toBe(2400)
    for (const n of [3, 5]) expect(value(rows(far, count('g', n)))).toBe(2400)
  })
  test('gone with its repeat, it is said to be gone, and is there again when the repeat is', () => {
    const fewer = rows(far, count('g', 2))
    expect(says(fewer)).toMatch(/^A #h:c1\/g:3\/2·right is not there any more: there are 16$/)
    expect(value(run(fewer, count('g', 4)))).toBe(2400)
    const flat = rows('@a#4.top', count('a', 3))
    expect(says(flat)).toBe('A #4·top is not there any more: there are 18')
    // In a direction that its repeat leaves alone, too.
    expect(says(rows('@a#4.right', count('a', 3)))).toBe('A #4·right is not there any more: there are 18')
    expect(value(run(flat, count('a', 4)))).toBe(318)
  })
  test('grouped or ungrouped, it stays what it was', () => {
    const read = '@a#3.top + @b.right'
    const loose = run(
      make([
        ...block('a', 'right-up', [0, 300], [0, 200], [0, 18]),
        ...block('b', 'up-left', [0, 18], [0, 200], [0, 900]),
        count('a', 4),
        change.addParameter({ id: 'm', name: 'read', kind: 'length', expression: read }),
      ]),
    )
    const grouped = run(
      loose,
      change.group({ id: 'g', name: 'Box', members: ['a', 'b'] }),
      change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 'c1', turns: [], deep: '500' } }),
    )
    expect([loose, grouped, run(grouped, change.ungroup({ id: 'g' }))].map(value)).toEqual([236, 236, 236])
  })
  test('numbers are shown in order of place, and a reference by the number of its copy', () => {
    const parted = rows('@a#3.top', change.partPiece({ id: 'a', newId: 'own', copy: '2' }))
    const { resolved } = modelOf(parted)
    expect(
      resolved.byId
        .get('a')!
        .instances.slice(0, 3)
        .map((i) => [i.name, i.copy]),
    ).toEqual([
      ['A #1', '1'],
      ['A #2', '3'],
      ['A #3', '4'],
    ])
    expect(resolved.sayRef({ id: 'a', copy: '3', property: 'top' })).toBe('A #2·top')
    expect(resolved.byId.get('own')!.instances.map((i) => i.name)).toEqual(['A 2'])
    expect(value(parted)).toBe(218)
  })
})

test(
  'whichever copy of a group is parted, everything stands where it stood, and every reference ' +
    'means what it meant',
  () => {
    const copies = ['1', '2', '3', 'h:c1', 'h:c1/2', 'h:c1/3']
    fc.assert(
      fc.property(
        fc.constantFrom(...copies),
        fc.constantFrom(...copies),
        fc.integer({ min: 1, max: 4 }),
        (copy, other, n) => {
          const group = other.replace(/(^|\/)(\d)$/, '$1g:$2').replace(/^g:1$/, '1')
          const path = group === '1' ? String(n) : n === 1 ? group : `${group}/${n}`
          const before = rows(`@a#${path}.right + @a#${path}.top + @g#${other}.back + @a.top + @g.left`)
          const after = run(before, change.partGroup({ id: 'g', newId: 'own', copy }))
          const seen = (p: Project) =>
            modelOf(p)
              .resolved.instances.map((i) => [...i.box.min, ...i.size].join())
              .sort()
          expect(seen(after)).toEqual(seen(before))
          expect(value(after)).toBe(value(before))
          // And it goes on meaning that copy when the rest is changed.
          const wide = run(after, change.setFact({ id: 'b', direction: 'across', fact: 'size', text: '40' }))
          expect(modelOf(wide).resolved.byId.get('own_b')!.instances).toHaveLength(1)
        },
      ),
      { numRuns: runs(60) },
    )
  },
)

test('a new name works nothing out anew, and is what faults and stories say', () => {
  const resolver = new Resolver(jointNumbers, workNumbers)
  const before = rows('@a#9.top')
  resolver.resolve(before)
  const after = run(before, change.renamePiece({ id: 'a', name: 'Shelf' }))
  const resolved = resolver.resolve(after)
  expect(resolver.computed).toBe(0)
  expect(resolved.slip(keyOf.parameter('m'))?.message).toBe(
    'Shelf #9·top is not there any more: there are 24',
  )
  expect(resolved.because(keyOf.finished('a', 'length'))?.label).toBe('Shelf · length')
})
