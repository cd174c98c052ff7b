import { jest } from '@jest/globals'
import { change, newProject, writeProject, type Project } from '../../core/document'

/** The browser's storage in memory; it may be told to refuse, or to be slow. */
class Store {
  readonly data = new Map<string, unknown>()
  refuse: Error | null = null
  wait: Promise<void> = Promise.resolve()
  getItem = async (key: string) => structuredClone(this.data.get(key) ?? null)
  setItem = async (key: string, value: unknown) => {
    await this.wait
    if (this.refuse) throw this.refuse
    this.data.set(key, structuredClone(value))
  }
  removeItem = async (key: string) => void this.data.delete(key)
  keys = async () => [...this.data.keys()]
  iterate = async (see: (value: unknown, key: string) => void) => this.data.forEach((v, k) => see(v, k))
}
const stores: Record<string, Store> = {}
jest.unstable_mockModule('localforage', () => ({
  default: { createInstance: ({ storeName }: { storeName: string }) => (stores[storeName] ??= new Store()) },
}))

class Target extends EventTarget {
  visibilityState = 'visible'
}
const notes = new Map<string, string>()
let noRoom = false
const world = globalThis as unknown as Record<string, unknown>
world.document = new Target()
world.window = new Target()
world.localStorage = {
  get length() {
    return notes.size
  },
  key: (n: number) => [...notes.keys()][n] ?? null,
  getItem: (k: string) => notes.get(k) ?? null,
  removeItem: (k: string) => void notes.delete(k),
  setItem: (k: string, v: string) => {
    if (noRoom) throw new DOMException('full', 'QuotaExceededError')
    notes.set(k, v)
  },
}
/** The browser's locks, which a page over plain http does not have. */
function setLocks(on: boolean): void {
  const held = new Set<string>()
  const request = async (
    name: string,
    options: { ifAvailable?: boolean },
    work: (lock: object | null) => unknown,
  ) => {
    if (held.has(name)) {
      if (options.ifAvailable) return work(null)
      while (held.has(name)) await new Promise((r) => setTimeout(r, 5))
    }
    held.add(name)
    try {
      return await work({})
    } finally {
      held.delete(name)
    }
  }
  Object.defineProperty(globalThis, 'navigator', {
    value: on ? { locks: { request } } : {},
    configurable: true,
  })
}
setLocks(true)

const { useOpen, run, undo, redo, goTo, open, choose } = await import('./open')
const { startAutosave } = await import('./autosave')
const { keepNew, listCards } = await import('./cards')
const { keep, putBack, readKept, removeStored, renameStored, importText, exportText } =
  await import('./shelf')
const { lockProject, awaitProjectLock, leave } = await import('./projectLock')
const { listUnsaved, noteUnsaved, unsavedOf } = await import('./unsaved')
const { Recent } = await import('./recent')
const { Hand, sayFault } = await import('./hands')
const { startSession } = await import('./session')
const { sweepSnapshots } = await import('./sweep')

const project = (name = 'Box'): Project => newProject('x', name, 'mm')
const pause = (ms: number) => new Promise((r) => setTimeout(r, ms))
const state = () => useOpen.getState().saved.state
async function until(done: () => boolean): Promise<void> {
  for (let n = 0; n < 2000 && !done(); n++) await pause(5)
  expect(done()).toBe(true)
}
const kept = async (id: string): Promise<Project> => {
  const opened = await readKept(id)
  if (!('project' in opened)) throw new Error(opened.why)
  return opened.project
}

beforeEach(() => {
  setLocks(true)
  for (const s of Object.values(stores))
    Object.assign(s, { refuse: null, wait: Promise.resolve() }).data.clear()
  notes.clear()
  noRoom = false
})

describe('one project’s record', () => {
  test('is written over the revision it was read from, and no other', async () => {
    const id = await keepNew(project())
    const first = await readKept(id)
    expect(first).toMatchObject({ revision: 1, recovered: false })
    expect(await keep({ ...project('One'), id }, 1)).toBe(2)
    await expect(keep({ ...project('Two'), id }, 1)).rejects.toThrow(/changed or deleted elsewhere/)
    expect((await kept(id)).name).toBe('One')
  })
  test('is not written again once it was deleted', async () => {
    const id = await keepNew(project())
    const gone = await removeStored(id, 'Box')
    await expect(keep({ ...project(), id }, 1)).rejects.toThrow(/deleted elsewhere/)
    await putBack(id, 'Box', gone!.project)
    expect((await kept(id)).name).toBe('Box')
  })
  test('is not renamed or deleted while it is open elsewhere', async () => {
    const id = await keepNew(project())
    const hold = (await lockProject(id))!
    await expect(renameStored(id, 'Box', 'Crate')).rejects.toThrow('Box is open in another tab')
    await expect(removeStored(id, 'Box')).rejects.toThrow('Box is open in another tab')
    await hold.release()
    await renameStored(id, 'Box', 'Crate')
    expect((await kept(id)).name).toBe('Crate')
  })
  test('loses nothing that cannot be read by a new name, nor by a file', async () => {
    const id = await keepNew(project())
    const torn = { id: 'p1', kind: 'made', name: 'Torn', spans: 3 }
    stores.projects!.data.set(id, { project: { ...project(), pieces: [torn] }, touched: 0 })
    await renameStored(id, 'Box', 'Crate')
    expect(exportText(await kept(id))).toContain('\\"name\\":\\"Torn\\"')
    expect((await kept(id)).setAside.map((s) => JSON.parse(s.text) as unknown)).toEqual([torn])
  })
  test('says nothing of its age when it does not know it, and is listed damaged as it is', async () => {
    stores.projects!.data.set('a', { project: { name: 'Odd' } })
    stores.projects!.data.set('b', null)
    expect((await listCards()).map((c) => [c.name, c.touched, c.damaged !== undefined])).toEqual([
      ['Odd', null, true],
      ['b', null, true],
    ])
  })
  test('comes from a file as a new one, or the file is refused in a sentence', async () => {
    const done = await importText(writeProject(project('From a file')))
    expect(done).toMatchObject({ ok: true, setAside: [] })
    expect(await importText('{}')).toMatchObject({ ok: false, why: 'This file was not made by Ergaton' })
  })
})

describe.each([
  ['locks', true],
  ['leases', false],
] as const)('one writer, by %s', (_, on) => {
  beforeEach(() => setLocks(on))
  test('the second is told, waits, and gets it when the first has left', async () => {
    const first = (await lockProject('p'))!
    expect(await lockProject('p')).toBeNull()
    const waiting = awaitProjectLock('p', new AbortController().signal)
    await first.release()
    const second = await waiting
    expect(second).not.toBeNull()
    await second!.release()
  })
  test('what was left is taken only after its last write', async () => {
    const first = (await lockProject('q'))!
    let written = false
    leave(
      'q',
      first,
      pause(60).then(() => void (written = true)),
    )
    const second = await lockProject('q')
    expect([written, second !== null]).toEqual([true, true])
    await second!.release()
  })
})

test('a lease that was taken over is noticed, and one that is silent is taken over', async () => {
  setLocks(false)
  let lost = false
  const mine = (await lockProject('r', () => (lost = true)))!
  stores.leases!.data.set('r', { owner: 'another', beat: Date.now() - 60_000 })
  await until(() => lost)
  const again = await lockProject('r')
  expect(again).not.toBeNull()
  await again!.release()
  await mine.release()
  expect(stores.leases!.data.has('r')).toBe(false)
}, 20_000)

test('a lease from the future is of a clock that was set back, and holds nobody up', async () => {
  setLocks(false)
  stores.leases!.data.set('s', { owner: 'myself, an hour ahead', beat: Date.now() + 3_600_000 })
  const hold = await lockProject('s')
  expect(hold).not.toBeNull()
  await hold!.release()
})

test('a tab that waits for another reads again when the store failed, and can write then', async () => {
  setLocks(false)
  const id = 'waits'
  await keep({ ...project('First'), id }, 0)
  const theirs = (await lockProject(id))!
  const opened = await readKept(id)
  if (!('project' in opened)) throw new Error(opened.why)
  const end = startSession(id, opened)
  await until(() => useOpen.getState().elsewhere)
  const { getItem } = stores.projects!
  let failed = 0
  stores.projects!.getItem = async () => {
    failed++
    throw new DOMException('gone for a moment', 'UnknownError')
  }
  await theirs.release()
  await until(() => failed > 0)
  expect(useOpen.getState().readOnly).toBe(true)
  stores.projects!.getItem = getItem
  await until(() => !useOpen.getState().readOnly)
  end()
}, 30_000)

test('snapshots of a deleted project stay for a while from then on, however old they are', async () => {
  const day = 24 * 3_600_000
  const old = { id: 's1', says: 'the better one', own: true, at: Date.now() - 30 * day, project: {} }
  stores.snapshots!.data.set('gone/s1', old)
  stores.snapshots!.data.set('there/s1', old)
  const names = () => [...stores.snapshots!.data.keys()].sort()
  await sweepSnapshots(new Set(['there']))
  expect(names()).toEqual(['gone/s1', 'there/s1'])
  // Put back, and deleted again much later: it is counted anew.
  await sweepSnapshots(new Set(['there', 'gone']))
  expect([...stores.gone!.data.keys()]).toEqual([])
  await sweepSnapshots(new Set(['there']))
  stores.gone!.data.set('gone', Date.now() - 2 * 3_600_000)
  await sweepSnapshots(new Set(['there']))
  expect(names()).toEqual(['there/s1'])
  expect([...stores.gone!.data.keys()]).toEqual([])
  stores.snapshots!.data.clear()
})

describe('the open project', () => {
  const start = async () => {
    const id = await keepNew(project())
    const opened = await readKept(id)
    if (!('project' in opened)) throw new Error(opened.why)
    open(opened)
    useOpen.setState({ readOnly: false })
    return id
  }
  test('is kept after a change, undo and redo', async () => {
    const id = await start()
    const stop = startAutosave()
    expect(run(change.renameProject({ name: 'One' }))).toBeNull()
    expect(state()).toBe('waiting')
    await until(() => state() === 'saved')
    expect((await kept(id)).name).toBe('One')
    expect(undo()).toBe('Rename the project to One')
    await until(() => state() === 'saved')
    expect((await kept(id)).name).toBe('Box')
    redo()
    await stop()
    expect((await kept(id)).name).toBe('One')
  })
  test('goes back and forward to any of its steps', async () => {
    await start()
    const names = ['One', 'Two', 'Three', 'Four']
    for (const name of names) run(change.renameProject({ name }))
    const now = () => useOpen.getState().project.name
    for (const [done, name] of [
      [2, 'Two'],
      [4, 'Four'],
      [0, 'Box'],
      [3, 'Three'],
      [9, 'Four'],
    ] as const) {
      goTo(done)
      expect([now(), useOpen.getState().past.length]).toEqual([name, Math.min(done, 4)])
    }
    goTo(1)
    run(change.renameProject({ name: 'Other' }))
    goTo(9)
    expect([now(), useOpen.getState().past.map((s) => s.says)]).toEqual([
      'Other',
      ['Rename the project to One', 'Rename the project to Other'],
    ])
  })
  test('refuses a change in a sentence, and any while it is only read', async () => {
    await start()
    expect(run(change.renamePiece({ id: 'p9', name: 'X' }))).toMatch(/not there any more/)
    useOpen.setState({ readOnly: true })
    expect(run(change.renameProject({ name: 'X' }))).toMatch(/another tab/)
    choose(['p1#1'])
    expect(useOpen.getState().chosen).toEqual(['p1#1'])
  })
  test('that could not be kept is noted, found again on opening, and kept then', async () => {
    const id = await start()
    stores.projects!.refuse = new DOMException('full', 'QuotaExceededError')
    const stop = startAutosave()
    run(change.renameProject({ name: 'Precious' }))
    await until(() => state() === 'failed')
    expect(useOpen.getState().saved).toMatchObject({ why: expect.stringMatching(/storage is full/) })
    await stop()
    expect(listUnsaved().map((u) => u.name)).toEqual(['Precious'])
    stores.projects!.refuse = null
    const again = await readKept(id)
    expect(again).toMatchObject({ recovered: true, project: { name: 'Precious' } })
    if (!('project' in again)) return
    open(again)
    useOpen.setState({ readOnly: false })
    const stopAgain = startAutosave()
    await until(() => state() === 'saved')
    await stopAgain()
    expect(listUnsaved()).toEqual([])
    expect((stores.projects!.data.get(id) as { project: Project }).project.name).toBe('Precious')
  })
  test('is noted at once when the page goes while storage has not answered', async () => {
    const id = await start()
    const stop = startAutosave()
    stores.projects!.wait = pause(200).then(() => undefined)
    run(change.renameProject({ name: 'Last edit' }))
    const closing = new Event('beforeunload', { cancelable: true })
    ;(world.window as Target).dispatchEvent(closing)
    expect(closing.defaultPrevented).toBe(false)
    expect(unsavedOf(id)?.text).toContain('Last edit')
    await stop()
  })
  test('that can be kept nowhere says so, so that its file is offered while the page is there', async () => {
    await start()
    stores.projects!.refuse = new DOMException('full', 'QuotaExceededError')
    noRoom = true
    const stop = startAutosave()
    run(change.renameProject({ name: 'Nowhere at all' }))
    await until(() => state() === 'failed')
    expect(useOpen.getState().saved).toMatchObject({ noted: false })
    noRoom = false
    run(change.renameProject({ name: 'Noted' }))
    await until(
      () => state() === 'failed' && (useOpen.getState().saved as { noted?: boolean }).noted === true,
    )
    stores.projects!.refuse = null
    await stop()
  })
  test('asks before the page goes when it can be noted nowhere', async () => {
    await start()
    const stop = startAutosave()
    noRoom = true
    run(change.renameProject({ name: 'Nowhere' }))
    const closing = new Event('beforeunload', { cancelable: true })
    ;(world.window as Target).dispatchEvent(closing)
    expect(closing.defaultPrevented).toBe(true)
    await stop()
  })
  test('that was changed elsewhere meanwhile is not written over', async () => {
    const id = await start()
    await keep({ ...project('Theirs'), id }, 1)
    const stop = startAutosave()
    run(change.renameProject({ name: 'Mine' }))
    await until(() => state() === 'failed')
    await stop()
    expect((stores.projects!.data.get(id) as { project: Project }).project.name).toBe('Theirs')
    expect(listUnsaved().map((u) => u.name)).toEqual(['Mine'])
  })
})

test('of what is kept, only text is shown as text and only times as times', async () => {
  const { snapshotsOf } = await import('./snapshots')
  stores.projects!.data.set('odd', {
    touched: 1e300,
    project: {
      format: 'ergaton-project',
      name: 'Odd',
      pieces: [{ kind: 'made', stock: { id: 's1' } }, { kind: 'made', stock: 's2' }, null, 5],
      stock: [{ id: 's2', name: { is: 'no text' } }, { id: 's1', name: 'Pine' }, null],
    },
  })
  stores.projects!.data.set('none', { touched: NaN, project: null })
  const cards = await listCards()
  expect(cards.find((c) => c.id === 'odd')).toMatchObject({
    name: 'Odd',
    pieces: 4,
    stock: [],
    touched: null,
  })
  expect(cards.find((c) => c.id === 'none')).toMatchObject({ name: 'none', touched: null })
  for (const id of ['odd', 'none']) stores.projects!.data.delete(id)
  stores.snapshots!.data.set('odd/s1', { says: {}, own: 3, at: -1e300, project: 4 })
  stores.snapshots!.data.set('odd/s2', null)
  const told = await snapshotsOf('odd')
  expect(told).toEqual(['s2', 's1'].map((id) => ({ id, says: 'damaged', own: false, at: 0 })))
})

test('a note that is damaged is passed over', () => {
  notes.set('ergaton-unsaved-d', '{"id":"d","text":"{}","from":1,"name":{"a":1}}')
  expect(unsavedOf('d')?.name).toBe('Project')
  notes.delete('ergaton-unsaved-d')
  notes.set('ergaton-unsaved-a', '{')
  notes.set('ergaton-unsaved-b', '{"id":"b"}')
  noteUnsaved({ id: 'c', name: 'C', from: 1, text: '{}' })
  expect(listUnsaved().map((u) => u.id)).toContain('c')
  expect(unsavedOf('a')).toBeNull()
  expect(unsavedOf('b')).toBeNull()
})

describe('what is kept of shapes', () => {
  test('never loses what is in use, however much comes and goes', () => {
    const recent = new Recent<number>(5)
    recent.put([['standing', 0]], ['standing'])
    for (let n = 1; n < 1000; n++) recent.put([[`moved ${n}`, n]], ['standing', `moved ${n}`])
    expect(recent.get('standing')).toBe(0)
    expect(recent.size).toBe(5)
    expect(recent.has('moved 999')).toBe(true)
    expect(recent.has('moved 1')).toBe(false)
  })
  test('holds all that is in use, even beyond its bound', () => {
    const recent = new Recent<number>(2)
    const keys = ['a', 'b', 'c', 'd']
    recent.put(
      keys.map((k, i) => [k, i] as const),
      keys,
    )
    expect(keys.every(recent.has)).toBe(true)
  })
})

describe('a worker’s hand', () => {
  class FakeWorker extends EventTarget {
    terminated = false
    postMessage = () => undefined
    terminate = () => void (this.terminated = true)
  }
  test('ends a worker that does not answer in time, and a fresh one is asked next', async () => {
    const made: FakeWorker[] = []
    const hand = new Hand<object>(() => {
      made.push(new FakeWorker())
      return made.at(-1)! as unknown as Worker
    }, 'Saving')
    await expect(hand.ask(() => new Promise(() => undefined), 20)).rejects.toThrow('Saving took too long')
    expect(made[0]!.terminated).toBe(true)
    expect(await hand.ask(() => Promise.resolve(7), 20)).toBe(7)
    await pause(40)
    expect(made.map((w) => w.terminated)).toEqual([true, false])
  })
  test('fails what waits when the worker dies, and starts a fresh one at the next asking', async () => {
    const made: FakeWorker[] = []
    const hand = new Hand<object>(() => {
      made.push(new FakeWorker())
      return made.at(-1)! as unknown as Worker
    }, 'Trying')
    const waiting = hand.ask(() => new Promise(() => undefined))
    made[0]!.dispatchEvent(new Event('error'))
    await expect(waiting).rejects.toThrow('Trying stopped unexpectedly; nothing is lost. Try again')
    expect(await hand.ask(() => Promise.resolve(5))).toBe(5)
    expect(made).toHaveLength(2)
    const fault = Object.assign(new Error('It could not be loaded'), { name: 'KernelFault' })
    await expect(hand.ask(() => Promise.reject(fault))).rejects.toBe(fault)
    expect(made[1]!.terminated).toBe(true)
    expect(sayFault(fault, 'No')).toBe('It could not be loaded')
    expect(sayFault(new RangeError('x is undefined'), 'It was not made')).toBe(
      'It was not made; nothing is lost. Try again',
    )
  })
})
