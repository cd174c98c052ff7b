import { block, make } from '../../../core/testing/scenario'
import { useOpen } from '../../store/open'
import { useBench } from '../asks'
import { BENCH_COMMANDS, benchKeys, commandNamed, doOnBench, inDrawer, sayKey } from './commands'
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
    ready: [
      ...['Case', 'Face frame', 'Drawer', 'Box', 'Sliding-lid box', 'Frame', 'Picture frame', 'Legs'],
      ...['Plinth', 'The last one, or your own'],
    ],
    arrange: [
      'Set against',
      'Space evenly',
      'Row',
      'Ring',
      'Mirror',
      'Quarter turn',
      'Swap length and width',
      'Group',
    ],
    join: ['Join', 'Hinge', 'Mortise', 'Peg'],
    cut: ['Dado', 'Groove', 'Rabbet', 'Crosscut or mitre', 'Rip or bevel', 'Notch'],
    drill: ['Hole', 'Shelf-pin rows', 'Slot', 'Recess', 'Boss'],
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

test('work that waits for a place waits no more once it is asked for again, or another tool is', () => {
  useOpen.setState({ project: make(block('a', 'right-up', [0, 400], [0, 100], [0, 18])), readOnly: false })
  const press = (id: string) => doOnBench(commandNamed(id)!)
  const waits = () => [useOpen.getState().picking?.prompt, useBench.getState().active?.tool]
  press('place-dado')
  expect(waits()).toEqual(['Dado', 'place'])
  press('place-dado')
  expect(waits()).toEqual([undefined, undefined])
  press('place-hole')
  press('board')
  expect(waits()).toEqual([undefined, 'board'])
  press('leave')
  expect(waits()).toEqual([undefined, undefined])
})
