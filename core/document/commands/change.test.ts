import { change } from './change'
import { COMMANDS, execute } from './index'
import { newProject } from '../new'

test('a change made ready names the command of its key, every one of them', () => {
  for (const [key, { name }] of Object.entries(COMMANDS))
    expect(change[key as keyof typeof change]({} as never)).toEqual({ command: name, payload: {} })
  expect(Object.keys(COMMANDS).length).toBeGreaterThan(60)
  const [project, wrong] = [newProject('t', 'Larkmoor', 'mm'), { command: 'plane-it', payload: {} }]
  expect(execute(project, wrong as never)).toEqual({ ok: false, why: 'There is no command plane-it' })
})
