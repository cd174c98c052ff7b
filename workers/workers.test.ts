import { jest } from '@jest/globals'
import { loadKernel, type Kernel } from '../core/solid'
import { inSlices } from './slices'
import type { LayoutWorker } from './layout'
import type { MadeShape, ModelWorker } from './model'
import type { Answer } from '../core/cuts'
import { change, execute, type Project } from '../core/document'
import { proofOf } from '../core/proof'
import { block, make } from '../core/testing/scenario'
import { markOfRecipe } from '../core/aside'
import { modelOf } from '../core/model'

/** What each worker exposes, and a solid library that may be told to fail. */
const exposed: unknown[] = []
let fails = 0
let loads = 0
jest.unstable_mockModule('comlink', () => ({
  expose: (w: unknown) => exposed.push(w),
  transfer: (x: unknown) => x,
}))
const solid = await import('../core/solid')
jest.unstable_mockModule('../core/solid', () => ({
  ...solid,
  loadKernel: (): Promise<Kernel> => {
    loads++
    return fails-- > 0 ? Promise.reject(new Error('CompileError: refused')) : loadKernel()
  },
}))

async function worker<T>(path: string): Promise<T> {
  exposed.length = 0
  await import(path)
  return exposed[0] as T
}

test('a solid library that was refused once is asked for again, and said in a sentence', async () => {
  fails = 1
  const { kernel } = await import('./kernel')
  await expect(kernel()).rejects.toMatchObject({
    name: 'KernelFault',
    message: expect.stringMatching(/could not be loaded. Check the connection/),
  })
  const k = await kernel()
  expect(k.shape(solid.boxRecipe([10, 10, 10])).volume).toBeCloseTo(1000, 6)
  expect(await kernel()).toBe(k)
  expect(loads).toBe(2)
})

describe('work in slices', () => {
  function* slow(steps: number, seen: { n: number; closed: boolean }): Generator<undefined, string> {
    try {
      for (; seen.n < steps; seen.n++) {
        const until = performance.now() + 5
        while (performance.now() < until);
        yield
      }
      return 'done'
    } finally {
      seen.closed = true
    }
  }
  test('goes on to its end', async () => {
    const seen = { n: 0, closed: false }
    expect(await inSlices(slow(12, seen), () => false)).toBe('done')
    expect(seen).toEqual({ n: 12, closed: true })
  })
  test('is given up when something newer came, and frees what it held', async () => {
    const seen = { n: 0, closed: false }
    let newer = false
    setTimeout(() => (newer = true))
    expect(await inSlices(slow(1000, seen), () => newer)).toBeNull()
    expect(seen.n).toBeLessThan(20)
    expect(seen.closed).toBe(true)
  })
})

describe('the modelling worker', () => {
  const beside = make([
    ...block('a', 'up-left', [0, 18], [0, 60], [0, 700]),
    ...block('b', 'up-left', [18, 18], [0, 60], [0, 700]),
    ...block('c', 'up-left', [500, 18], [0, 60], [0, 700]),
  ])
  const moved = (project: Project, id: string, at: string) => {
    const done = execute(project, change.setFact({ id, direction: 'across', fact: 'start', text: at }))
    if (!done.ok) throw new Error(done.why)
    return done
  }
  let hand: ModelWorker
  beforeAll(async () => {
    hand = await worker<ModelWorker>('./model')
  })

  test('shows what it was told, and hands over the shapes of what it has shown', async () => {
    expect(hand.tell(1, { project: beside })).toBe(true)
    const shown = hand.show(1, -1)!
    expect(shown.anew).toBe(true)
    expect(shown.pieces.map((p) => [p.id, p.instances[0]!.box.min[0]])).toEqual([
      ['a', 0],
      ['b', 18],
      ['c', 500],
    ])
    const [shape] = shown.pieces[0]!.shapes
    const shapes: MadeShape[] = []
    expect(await hand.shape(1, [shape!, 999], (some) => void shapes.push(...some))).toEqual([])
    expect(shapes.map((m) => m.shape)).toEqual([shape])
    // A board has twelve edges, and twelve triangles.
    expect(shapes[0]!.creases).toHaveLength(12 * 6)
    expect(shapes[0]!.positions).toHaveLength(12 * 9)
  })
  test('shows only what has changed since, and all of it to one that saw something else', () => {
    const away = moved(beside, 'b', '100')
    hand.tell(2, { project: beside })
    hand.show(2, 1)
    hand.tell(3, { since: 2, patches: away.patches })
    expect(hand.show(2, 2)).toBeNull()
    const after = hand.show(3, 2)!
    expect([after.anew, after.pieces.map((p) => p.id)]).toEqual([false, ['b']])
    expect(hand.show(3, 1)!.pieces).toHaveLength(3)
  })
  test('offers what touches, proposes a joint, and says what it would be', () => {
    hand.tell(4, { project: beside })
    const [offer] = hand.offers([])
    expect(offer!.contacts.map((c) => c.guest)).toEqual(['a#1'])
    const { kind } = offer!.kinds[0]!
    expect(hand.propose(offer!.key, kind, {})!.kind).toBe(kind)
    expect(hand.propose('gone', kind, {})).toBeNull()
    const [joint] = hand.joints(offer!.key, kind, {}, [])
    expect(joint!.between.map((m) => m.piece).sort()).toEqual(['a', 'b'])
    expect(hand.joints(offer!.key, kind, {}, [offer!.contacts[0]!.pair])).toEqual([])
    expect(hand.offers(['a', 'c'])).toEqual([])
  })
  test('tells where a number comes from, and what can be asked further', () => {
    hand.tell(5, { project: beside })
    const story = hand.because('fin.a.length', 1)
    expect(story.because).toMatchObject({ label: 'A · length', value: 700 })
    expect(story.deeper).toHaveLength(story.because!.parts.length)
    expect(hand.because('fin.gone.length', 1)).toEqual({ because: undefined, slip: undefined, deeper: [] })
  })
  test('follows the changes it is told, and finds what a fresh one finds', async () => {
    const into = moved(beside, 'b', '10')
    expect(hand.tell(6, { since: 5, patches: into.patches })).toBe(true)
    expect((await hand.check(6))!.map((p) => p.says)).toEqual(['A and B share wood, 700 × 60 × 8'])
    const away = moved(into.project, 'b', '300')
    expect(hand.tell(7, { since: 6, patches: away.patches })).toBe(true)
    expect(await hand.check(7)).toEqual(proofOf(modelOf(away.project), await loadKernel()))
  })
  test('does not guess at changes to a revision it does not have', () => {
    expect(hand.tell(9, { since: 8, patches: [] })).toBe(false)
    expect(hand.tell(10, { project: beside })).toBe(true)
  })
  test('drops what an older revision asked once a newer was told, or it was stopped', async () => {
    hand.tell(11, { project: beside })
    expect(await hand.check(10)).toBeNull()
    expect(await hand.shape(10, [], () => undefined)).toBeNull()
    hand.stop(11)
    expect(await hand.check(11)).toBeNull()
    hand.tell(12, { project: beside })
    expect(await hand.check(12)).toEqual([])
  })
  test('leaves out what takes too long to shape, says which it begins, and checks all others', async () => {
    const cut = execute(
      moved(beside, 'b', '10').project,
      ['a', 'c'].map((id, n) => change.setFact({ id, direction: 'up', fact: 'size', text: String(500 + n) })),
    ) as { project: Project }
    hand.tell(30, { project: cut.project })
    const shapes = hand.show(30, -1)!.pieces.map((p) => p.shapes[0]!)
    const begun = new Map<number, string>()
    const made: number[] = []
    const shape = (aside: readonly string[]) =>
      hand.shape(
        30,
        shapes,
        (some) => void made.push(...some.map((m) => m.shape)),
        (n, mark) => void begun.set(n, mark),
        aside,
      )
    const model = modelOf(cut.project)
    const marks = model.resolved.instances.map((i) => markOfRecipe(model.recipe(i)))
    expect(await shape([marks[1]!])).toEqual([marks[1]])
    expect(made.sort()).toEqual([shapes[0], shapes[2]].sort())
    expect([...begun.values()].every((mark) => marks.includes(mark) && mark !== marks[1])).toBe(true)
    // Without it nothing shares its wood.
    expect((await hand.check(30, undefined, [marks[1]!]))!.map((p) => [p.check, p.piece])).toEqual([
      ['slow', 'b'],
    ])
    // A check that took too long is told as not done, and the others are.
    const skipped = await hand.check(30, undefined, [], ['Overlapping pieces'])
    expect(skipped!.map((p) => p.id)).toEqual(['unfinished:clash'])
  })
})

describe('the layout worker', () => {
  const job = (seconds: number, quantity: number) => ({
    kind: 'sheets' as const,
    kerf: 3,
    trim: 0,
    edgeTrim: null,
    stages: null,
    firstCut: null,
    seconds,
    seed: 1,
    supply: [{ id: 's', length: 2440, width: 1220, quantity: null, price: null, grain: true, defects: [] }],
    demand: [{ id: 'd', length: 300, width: 200, quantity, mayTurn: false }],
  })
  test('gives its best answer and ends by itself', async () => {
    const hand = await worker<LayoutWorker>('./layout')
    const answers: Answer[] = []
    let share = 0
    expect(
      await hand.solve(1, job(5, 20), (a, s) => {
        if (a) answers.push(a)
        share = s
      }),
    ).toBe(true)
    expect(answers.at(-1)!.boards).toHaveLength(1)
    expect(share).toBe(1)
  })
  test('is ended by a newer revision, and keeps what it had found', async () => {
    const hand = exposed[0] as LayoutWorker
    const answers: Answer[] = []
    const going = hand.solve(2, job(3600, 400), (a) => {
      if (a) answers.push(a)
      hand.stop(2)
    })
    expect(await going).toBe(false)
    expect(answers.length).toBeGreaterThan(0)
  })
})
