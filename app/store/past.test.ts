import fc from 'fast-check'
import { change, execute, readProject, replay, writeProject, type Project } from '../../core/document'
import { block, make } from '../../core/testing/scenario'
import { fingerprint, notePast, pastOf, type Step } from './past'

/** A window’s store with room for so many signs. */
function storeOf(room = Infinity) {
  const kept = new Map<string, string>()
  const store = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => {
      if (text.length > room) throw new DOMException('full', 'QuotaExceededError')
      kept.set(key, text)
    },
    removeItem: (key: string) => void kept.delete(key),
  } as unknown as Storage
  return () => store
}
const start = make(block('a', 'up-left', [0, 18], [0, 300], [0, 700]))

function worked(widths: readonly number[]): { project: Project; past: Step[] } {
  let project = start
  const past: Step[] = []
  for (const w of widths) {
    const done = execute(project, change.setFact({ id: 'a', direction: 'up', fact: 'size', text: String(w) }))
    if (!done.ok) throw new Error(done.why)
    if (done.patches.length === 0) continue
    past.push({ says: done.says, patches: done.patches, inverse: done.inverse })
    project = done.project
  }
  return { project, past }
}
const reopened = (project: Project): Project => {
  const read = readProject(writeProject(project))
  if (!read.ok) throw new Error(read.why)
  return read.project
}

test('what was done is undone after a reload, step by step, to where it began', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 100, max: 900 }), { maxLength: 12 }), (widths) => {
      const { project, past } = worked(widths)
      const store = storeOf()
      notePast(store, project, { past, future: [] })
      const again = reopened(project)
      const kept = pastOf(store, again)
      expect(kept.past).toHaveLength(past.length)
      const back = [...kept.past].reverse().reduce((p, step) => replay(p, step.inverse), again)
      expect(fingerprint(back)).toBe(fingerprint(start))
    }),
  )
})

test('steps never come back to a document that is not the one they led to', () => {
  const { project, past } = worked([500, 600])
  const store = storeOf()
  notePast(store, project, { past, future: [] })
  expect(pastOf(store, worked([500, 601]).project).past).toEqual([])
  expect(pastOf(store, { ...project, id: 'other' }).past).toEqual([])
})

test('a full store and a damaged one cost the steps and nothing else', () => {
  const { project, past } = worked([500, 600])
  const full = storeOf(100)
  notePast(full, project, { past, future: [] })
  expect(pastOf(full, project)).toEqual({ past: [], future: [] })
  const damaged = storeOf()
  damaged().setItem(`ergaton-past ${project.id}`, '{"of":')
  expect(pastOf(damaged, project)).toEqual({ past: [], future: [] })
})

test('a browser that gives no store costs the steps and nothing else', () => {
  const { project, past } = worked([500])
  const refused = (): Storage => {
    throw new DOMException('denied', 'SecurityError')
  }
  notePast(refused, project, { past, future: [] })
  expect(pastOf(refused, project)).toEqual({ past: [], future: [] })
})

test('the newest steps are kept where there is not room for all', () => {
  const { project, past } = worked([500, 600])
  const many = Array.from({ length: 40 }, (_, n) => ({ ...past[0]!, says: `${n} ${'x'.repeat(100_000)}` }))
  const store = storeOf()
  notePast(store, project, { past: many, future: [] })
  const kept = pastOf(store, project).past
  expect(kept.length).toBeGreaterThan(5)
  expect(kept.length).toBeLessThan(40)
  expect(kept.at(-1)!.says).toBe(many.at(-1)!.says)
})

test('the order in which records were put together does not matter', () => {
  const turned = Object.fromEntries(Object.entries(start).reverse()) as Project
  expect(fingerprint(turned)).toBe(fingerprint(start))
})
