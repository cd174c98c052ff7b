import { jest } from '@jest/globals'
import type { Project } from '../../core/document'
import type { Finding } from '../../core/proof'

type Tell = (title: string) => void
let check: (tell: Tell) => Promise<readonly Finding[] | null>
const modelling = await import('./modelling')
jest.unstable_mockModule('./modelling', () => ({
  ...modelling,
  askModel: async (_: Project, question: (asking: unknown) => Promise<unknown>) =>
    question({ remote: { check: (_n: number, tell: Tell) => check(tell) }, revision: 1 }),
}))
const { look, useFound } = await import('./findings')
const openProject = { id: 'shed' } as Project
const pause = (ms: number) => new Promise((r) => setTimeout(r, ms))

beforeEach(() => useFound.setState({ of: null, all: [], looking: null, stopped: null, fault: null }))

test('what is looked for is shown until the answer is there', async () => {
  // The answer comes once it is let.
  let answer = () => {}
  check = async (tell) => {
    tell('Overlapping pieces')
    await new Promise<void>((done) => (answer = done))
    return []
  }
  look(openProject)
  await pause(1)
  expect(useFound.getState().looking).toBe('Overlapping pieces')
  answer()
  await pause(1)
  expect(useFound.getState()).toMatchObject({ of: openProject, looking: null })
})

test('a title that comes after the answer does not start the search again', async () => {
  check = async (tell) => {
    setTimeout(() => tell('work that takes nothing'), 5)
    return []
  }
  look(openProject)
  await pause(15)
  expect(useFound.getState()).toMatchObject({ of: openProject, looking: null })
})

test('a search that fails says so and looks no further; one that was left says nothing', async () => {
  check = async () => {
    throw Object.assign(new Error('Shaping the wood stopped'), { name: 'WorkerDied' })
  }
  look(openProject)
  await pause(1)
  expect(useFound.getState()).toMatchObject({
    looking: null,
    stopped: openProject,
    fault: 'Shaping the wood stopped',
  })
  check = async () => []
  look({ id: 'other' } as Project)()
  await pause(1)
  expect(useFound.getState().of).toBeNull()
})
