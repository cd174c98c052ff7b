import fc from 'fast-check'
import { change, compare, execute, type Change } from '.'
import { block, make, join } from '../testing/scenario'

const shop = make([
  change.addParameter({ id: 'm1', name: 'high', kind: 'length', expression: '700' }),
  ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
  ...block('s', 'right-up', [18, 464], [0, 300], [200, 18]),
  join('housing', ['s.end1', 'a'], { depth: 6, fit: 0, gap: 0, stop1: 0, stop2: 0 }),
])
const told = (...changes: Change[]) => {
  const done = execute(shop, changes)
  if (!done.ok) throw new Error(done.why)
  return compare(shop, done.project).map((d) => `${d.of}: ${d.says}`)
}

test('a project differs from itself in nothing', () => {
  expect(compare(shop, shop)).toEqual([])
  expect(compare(shop, structuredClone(shop))).toEqual([])
})

test.each<[string, Change, string[]]>([
  [
    'a fact, with names for ids',
    change.setFact({ id: 's', direction: 'across', fact: 'start', text: '@a.right + 2' }),
    ['S: across, starts at: 18 became A·right + 2'],
  ],
  ['a name', change.renamePiece({ id: 's', name: 'Shelf' }), ['Shelf: name: S became Shelf']],
  ['a measure', change.setParameter({ id: 'm1', expression: '720' }), ['high: measure: 700 became 720']],
  ['a stance', change.setFacing({ id: 'a', facing: 'up-right' }), ['A: its stance was changed']],
  ['a note', change.notePiece({ id: 'a', note: 'knots' }), ['A: its note was changed']],
  [
    'a piece that is gone',
    change.removePiece({ id: 's' }),
    ['S: the piece is gone', 'S and A: a joint is gone'],
  ],
  ['the settings', change.setSettings({ kerf: '2' }), ['Settings: one of them was changed']],
  [
    'a view',
    change.keepView({
      id: 'v1',
      name: 'Front',
      from: [0, -100, 0],
      at: [0, 0, 0],
      hidden: [],
      apart: 0,
      section: null,
    }),
    ['Front: the view is new'],
  ],
])('%s', (_, made, says) => {
  expect(told(made)).toEqual(says)
})

test('what was done and put back is no difference, and going there shows the other way round', () => {
  const at = fc.integer({ min: 1, max: 900 })
  fc.assert(
    fc.property(
      at,
      fc.constantFrom('a', 's'),
      fc.constantFrom('across', 'deep', 'up'),
      (mm, id, direction) => {
        const done = execute(shop, change.setFact({ id, direction, fact: 'start', text: `${mm}.5` }))
        if (!done.ok) throw new Error(done.why)
        const there = compare(shop, done.project)
        expect(there).toHaveLength(1)
        const [a, b] = there[0]!.says.split(': ').at(-1)!.split(' became ')
        expect(compare(done.project, shop)[0]!.says.endsWith(`${b} became ${a}`)).toBe(true)
        const back = execute(done.project, change.restore({ project: shop, says: 'then' }))
        expect(back.ok && compare(shop, back.project)).toEqual([])
      },
    ),
  )
})
