import { BENCH_COMMANDS, benchKeys, inDrawer, sayKey } from './commands'
import { DRAWERS } from './rail/drawers'

test('no two commands of the bench share a key, an id or a name, and each key does its own', () => {
  const keys = BENCH_COMMANDS.flatMap((c) => c.keys)
  expect(new Set(keys).size).toBe(keys.length)
  expect(Object.keys(benchKeys()).sort()).toEqual([...keys].sort())
  for (const list of [BENCH_COMMANDS.map((c) => c.id), BENCH_COMMANDS.map((c) => c.says)])
    expect(new Set(list).size).toBe(list.length)
})

test('every drawer holds what the rail promises, in its order', () => {
  const names = Object.fromEntries(DRAWERS.map(({ id }) => [id, inDrawer(id).map((c) => c.entry!.name)]))
  expect(names).toEqual({
    boards: ['Board', 'Board between', 'Sloping board'],
    ready: ['Case', 'Face frame', 'Drawer', 'Box', 'Frame', 'Legs', 'Plinth', 'The last one, or your own'],
    arrange: [
      'Set against',
      'Mirror',
      'Space evenly',
      'Row',
      'Ring',
      'Quarter turn',
      'Swap length and width',
      'Group',
    ],
    join: ['Join', 'Hinge', 'Mortise', 'Peg'],
    cut: ['Dado', 'Groove', 'Rabbet', 'Crosscut or mitre', 'Rip or bevel', 'Notch'],
    drill: ['Hole', 'Shelf-pin rows', 'Slot', 'Recess'],
    shape: [
      ...['Round over', 'Chamfer', 'Router profile'],
      ...['Arch', 'Taper', 'Outline', 'Turn', 'Bend', 'Hollow', 'Panel', 'Thread'],
    ],
    look: ['Measure', 'Section', 'See through', 'Pull apart', 'Mark colours', 'Saved views', 'Picture'],
  })
  const lines = BENCH_COMMANDS.flatMap((c) => c.entry?.line ?? [])
  for (const line of lines) expect(line.length).toBeLessThan(64)
})

test('keys are said as they stand on the keyboard', () => {
  expect(['mod+shift+z', 'escape', 'delete', '?', 'b'].map(sayKey)).toEqual([
    'Ctrl Shift Z',
    'Esc',
    'Delete',
    '?',
    'B',
  ])
})
