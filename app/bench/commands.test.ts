import { BENCH_COMMANDS, benchKeys, sayKey } from './commands'

test('no two commands of the bench share a key, an id or a name, and each key does its own', () => {
  const keys = BENCH_COMMANDS.flatMap((c) => c.keys)
  expect(new Set(keys).size).toBe(keys.length)
  expect(Object.keys(benchKeys()).sort()).toEqual([...keys].sort())
  for (const list of [BENCH_COMMANDS.map((c) => c.id), BENCH_COMMANDS.map((c) => c.says)])
    expect(new Set(list).size).toBe(list.length)
})

test('what has a button has a key to say on it', () => {
  const buttons = BENCH_COMMANDS.filter((c) => c.button)
  expect(buttons.length).toBeGreaterThan(10)
  for (const c of buttons) expect(sayKey(c.keys[0]!)).toMatch(/^(Shift )?[A-Z0-9]$/)
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
