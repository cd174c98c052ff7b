import { jest } from '@jest/globals'
import { change, replay, type Project } from '../../core/document'
import { Modeller } from '../../core/model'
import { ModelPublisher } from '../../core/shown/publisher'
import { block, make } from '../../core/testing/scenario'
import type { Change } from '../../workers/model'

/** A modelling worker beside the page: what goes over is copied, and takes its time. */
class Beside {
  private project: Project | null = null
  private revision = -1
  private shown = -1
  private readonly modeller = new Modeller()
  private publisher = new ModelPublisher()
  asked = { whole: 0, patches: 0, shows: 0, anew: 0 }
  async tell(revision: number, told: Change): Promise<boolean> {
    await pause(1)
    const { since, patches, project } = structuredClone(told) as {
      since?: number
      patches?: Parameters<typeof replay>[1]
      project?: Project
    }
    if (project) this.asked.whole++
    else if (!this.project || since !== this.revision) return false
    else this.asked.patches++
    this.project = project ?? replay(this.project!, patches!)
    this.revision = revision
    return true
  }
  async show(revision: number, since: number): Promise<unknown> {
    await pause(5)
    this.asked.shows++
    if (revision !== this.revision) return null
    if (since !== this.shown || since < 0) {
      this.publisher = new ModelPublisher()
      this.asked.anew++
    }
    this.shown = revision
    return structuredClone(this.publisher.publish(this.modeller.model(this.project!)))
  }
}

let beside = new Beside()
let dead = false
jest.unstable_mockModule('./hands', () => ({
  modelHand: {
    ask: async (question: (remote: Beside) => Promise<unknown>) => {
      if (dead)
        throw Object.assign(new Error('Shaping the wood stopped unexpectedly'), { name: 'WorkerDied' })
      return question(beside)
    },
    tell: async () => undefined,
  },
  Restarted: class Restarted extends Error {},
  sayFault: (error: Error) => error.message,
}))

const { useOpen, open, run, undo, choose, follow, whenSettled, askShown } = await import('./open')
const pause = (ms: number) => new Promise((r) => setTimeout(r, ms))
const settled = () =>
  new Promise<void>((r) => (useOpen.getState().shown.settled ? r() : whenSettled(() => r())))

const project = make([
  ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
  ...block('b', 'up-left', [500, 18], [0, 300], [0, 700]),
])
const place = (key: string) => useOpen.getState().shown.byKey.get(key)?.box.min[0]
const move = (id: string, at: number) =>
  run(change.setFact({ id, direction: 'across', fact: 'start', text: String(at) }))

beforeEach(async () => {
  beside = new Beside()
  dead = false
  open({ project, revision: 0, recovered: false })
  useOpen.setState({ readOnly: false })
  await settled()
})

test('numbers follow the document, and only what has changed is told', async () => {
  expect(place('b#1')).toBe(500)
  const a = useOpen.getState().shown.byId.get('a')
  expect(move('b', 520)).toBeNull()
  // At once the document is new, and its numbers are those of a moment ago.
  expect(useOpen.getState().shown).toMatchObject({ settled: false, project: useOpen.getState().project })
  expect(place('b#1')).toBe(500)
  await settled()
  expect(place('b#1')).toBe(520)
  expect(useOpen.getState().shown.byId.get('a')).toBe(a)
  undo()
  await settled()
  expect(place('b#1')).toBe(500)
  expect(beside.asked).toMatchObject({ whole: 1, patches: 2, anew: 1 })
})

test('many changes at once are followed to the last, not one by one', async () => {
  for (let n = 1; n <= 20; n++) move('b', 500 + n)
  await settled()
  expect(place('b#1')).toBe(520)
  expect(beside.asked.shows).toBeLessThan(5)
})

test('what is gone is chosen no more, and what was just made stays chosen', async () => {
  choose(['a#1', 'b#1'])
  run(change.removePiece({ id: 'b' }))
  expect(useOpen.getState().shown.byKey.has('b#1')).toBe(false)
  await settled()
  expect(useOpen.getState().chosen).toEqual(['a#1'])
  run(change.mirrorPiece({ id: 'n', of: 'a', name: 'New', direction: 'across', about: '300' }))
  choose(['n#1'])
  await settled()
  expect(useOpen.getState().chosen).toEqual(['n#1'])
  expect(place('n#1')).toBe(582)
})

test('a worker that dies is said, loses nothing, and another is told all', async () => {
  dead = true
  move('b', 530)
  await pause(20)
  expect(useOpen.getState().fault).toMatch(/stopped unexpectedly/)
  expect(move('b', 540)).toBeNull()
  await pause(20)
  expect(place('b#1')).toBe(500)
  dead = false
  beside = new Beside()
  await follow(true)
  expect([useOpen.getState().fault, place('b#1')]).toEqual([null, 540])
  expect(beside.asked).toMatchObject({ whole: 1, anew: 1 })
})

test('another worker is not asked about what the first has shown; it is told, and shows all', async () => {
  beside = new Beside()
  expect(await askShown(async () => 'answered')).toBeNull()
  await pause(30)
  expect(beside.asked.anew).toBe(1)
  expect(await askShown(async () => 'answered')).toBe('answered')
})
