import { jest } from '@jest/globals'
import { loadKernel, toStl, type Kernel } from '../core/solid'
import { inSlices } from './slices'
import type { ChecksWorker } from './checks'
import type { LayoutWorker } from './layout'
import type { ShapeWorker } from './shape'
import type { Answer } from '../core/cuts'
import { block, join, make } from '../core/testing/bench'
import { modelOf } from '../core/model'
import { recipeKey } from '../core/solid'

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
  expect(k.shape({ size: [10, 10, 10], cuts: [] }).volume).toBeCloseTo(1000, 6)
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

test('the shape worker hands over every shape asked for, with its creases', async () => {
  const hand = await worker<ShapeWorker>('./shape')
  const model = modelOf(make(block('a', 'up-left', [0, 18], [0, 60], [0, 700])))
  const recipe = model.recipe(model.resolved.instances[0]!)
  const made: Array<{ key: string; creases: Float32Array; triangles: Uint32Array }> = []
  expect(await hand.shape(1, [{ key: recipeKey(recipe), recipe }], (some) => void made.push(...some))).toBe(
    true,
  )
  expect(made.map((m) => m.key)).toEqual([recipeKey(recipe)])
  // A board has twelve edges.
  expect(made[0]!.creases).toHaveLength(12 * 6)
  expect(
    toStl({ ...made[0]!, positions: new Float32Array(24), work: new Uint16Array(12), volume: 0 }, 'x')
      .byteLength,
  ).toBe(84 + 50 * 12)
})

describe('the checks worker', () => {
  const overlapping = make([
    ...block('a', 'up-left', [0, 18], [0, 60], [0, 700]),
    ...block('b', 'up-left', [10, 18], [0, 60], [0, 700]),
  ])
  test('finds pieces that share wood', async () => {
    const hand = await worker<ChecksWorker>('./checks')
    const found = await hand.check(1, overlapping)
    expect(found!.map((p) => p.says)).toEqual(['A and B share wood, within 8 × 60 × 700'])
  })
  test('drops what an older revision asked once it was stopped', async () => {
    const hand = (exposed[0] ?? (await worker<ChecksWorker>('./checks'))) as ChecksWorker
    hand.stop(5)
    expect(await hand.check(5, overlapping)).toBeNull()
    expect(
      await hand.check(
        6,
        make([
          ...block('a', 'up-left', [0, 18], [0, 60], [0, 700]),
          ...block('b', 'up-left', [18, 18], [0, 60], [0, 700]),
          join('butt', [
            ['b', 'back'],
            ['a', null],
          ]),
        ]),
      ),
    ).toEqual([])
  })
})

describe('the layout worker', () => {
  const job = (seconds: number, quantity: number) => ({
    kind: 'sheets' as const,
    kerf: 3,
    trim: 0,
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
