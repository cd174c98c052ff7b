import fc from 'fast-check'
import { change, type Change, type Project } from '../document'
import { Modeller, modelOf } from '../model'
import type { Kernel } from '../solid'
import { drain } from '../solid'
import { block, join, make, testKernel } from '../testing/scenario'
import { run } from '../testing/run'
import { cased } from '../testing/proving'
import type { Check } from './check'
import { CHECKS, lookOver, Proof, proofOf, QUICK } from './index'
import { looked } from './quick'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A row of uprights with a shelf in each gap, some of which stand into each other as they are moved. */
const row = (n: number): Project =>
  make(
    Array.from({ length: n }, (_, k) => [
      ...block(k === 0 ? 'a' : `p${k}`, 'up-left', [100 * k, 18], [0, 60], [0, 300]),
      ...block(`s${k}`, 'right-up', [100 * k + 18, 82], [0, 60], [150, 18]),
    ]).flat(),
  )

/** How many pairs of solids a search compared. */
function counted(proof: Proof, modeller: Modeller, project: Project) {
  let shared = 0
  const counting = new Proxy(kernel, {
    get: (target, key: keyof Kernel) =>
      key === 'openSolids'
        ? () => {
            const solids = target.openSolids()
            return {
              ...solids,
              clashing: (...pair: Parameters<typeof solids.clashing>) => (shared++, solids.clashing(...pair)),
            }
          }
        : typeof target[key] === 'function'
          ? (target[key] as (...args: unknown[]) => unknown).bind(target)
          : target[key],
  })
  return { found: drain(proof.find(modeller.model(project), counting)), shared: () => shared }
}

test('kept from revision to revision, it finds what looking anew finds, whatever is changed', () => {
  const moves = fc.record({
    id: fc.constantFrom('s0', 's1', 'p2', 's3'),
    at: fc.integer({ min: -30, max: 330 }),
    deep: fc.boolean(),
  })
  fc.assert(
    fc.property(fc.array(moves, { minLength: 1, maxLength: 6 }), (list) => {
      const [proof, modeller] = [new Proof(), new Modeller()]
      const seen: Project[] = [row(4)]
      for (const { id, at, deep } of list)
        seen.push(
          run(
            seen.at(-1)!,
            change.setFact({ id, direction: deep ? 'deep' : 'across', fact: 'start', text: String(at) }),
          ),
        )
      for (const project of [...seen, ...seen.reverse()])
        expect(drain(proof.find(modeller.model(project), kernel))).toEqual(proofOf(modelOf(project), kernel))
    }),
    { numRuns: runs(25) },
  )
})

test('after one piece was moved, only pairs with that piece are compared', () => {
  // Shelves pressed into their dados on both sides, so that every pair has wood to compare.
  const housed = (p: Project): Change[] =>
    p.pieces
      .filter((x) => x.id.startsWith('s'))
      .map((x, n) => {
        const [c] = [join('housing', [`${x.id}.end1`, n === 0 ? 'a' : `p${n}`], { depth: 6, fit: '-0.5' })]
        return {
          ...c,
          payload: { joints: [{ ...(c.payload as { joints: object[] }).joints[0], id: `j${n}` }] },
        }
      })
  const plain = row(12)
  const project = run(plain, ...housed(plain))
  const [proof, modeller] = [new Proof(), new Modeller()]
  const whole = counted(proof, modeller, project).shared()
  expect(whole).toBeGreaterThan(10)
  const moved = run(project, change.setFact({ id: 's5', direction: 'up', fact: 'start', text: '170' }))
  expect(counted(proof, modeller, moved).shared()).toBeLessThanOrEqual(4)
  expect(counted(proof, modeller, moved).shared()).toBe(0)
})

test('every check has an id and a name of its own, and findings have steady ids', () => {
  const all = [...QUICK, ...CHECKS]
  expect(new Set(all.map((c) => c.id)).size).toBe(all.length)
  expect(new Set(all.map((c) => c.title)).size).toBe(all.length)
  const clashing = run(row(3), change.setFact({ id: 's0', direction: 'across', fact: 'start', text: '0' }))
  const ids = () => proofOf(modelOf(clashing), kernel).map((p) => p.id)
  expect(ids()).toContain('clash:a#1:s0#1')
  expect(ids()).toEqual(ids())
  expect(new Set(ids()).size).toBe(ids().length)
})

describe('what the numbers alone say', () => {
  const fact = (fact: 'start' | 'size', text: string, direction: 'across' | 'up' = 'across') =>
    run(row(2), change.setFact({ id: 'p1', direction, fact, text }))
  const of = (id: string, level: string, says: RegExp) => ({
    id: `${id}:p1`,
    level,
    piece: 'p1',
    says: expect.stringMatching(says),
  })
  test.each<[string, Project, object[]]>([
    ['nothing', row(2), []],
    [
      'a measure without a value',
      fact('start', '@s7.left'),
      [
        {
          ...of('measure', 'stop', /not there any more/),
          id: 'measure:fact.p1.across.start',
          key: 'fact.p1.across.start',
        },
      ],
    ],
    ['a size of no tree', fact('size', '200m', 'up'), [of('size', 'stop', /is that meant/)]],
    ['longer than the stock', fact('size', '9001', 'up'), [of('stock', 'stop', /the longest any is 9000/)]],
    ['thicker than the stock', fact('size', '19'), [of('stock', 'look', /is 19 thick, and any measures 18/)]],
    [
      'less than nothing',
      run(row(2), change.setSettings({ kerf: '-1' })),
      [{ id: 'setting:kerf', level: 'stop' }],
    ],
    [
      'a stock that is gone',
      { ...row(2), stock: [] },
      ['a', 's0', 'p1', 's1'].map((p) => ({ id: `lost:${p}`, level: 'stop', piece: p })),
    ],
  ])('%s is said once, by a steady id', (_, project, expected) => {
    const found = lookOver(modelOf(project))
    expect(found).toMatchObject(expected)
    expect(found).toHaveLength(expected.length)
  })
})

describe('a check that fails by a fault of its own', () => {
  const model = modelOf(cased(6))
  const broken = { id: 'broken', title: 'what is not there', why: 'Because.' }
  const fault = () => {
    throw new Error('no such thing')
  }
  test('is a finding, of the numbers as of the wood, and all others stand', () => {
    expect(looked({ ...broken, look: fault }, model)).toMatchObject([
      { id: 'unfinished:broken', level: 'look' },
    ])
    const all = CHECKS as Check[]
    all.unshift({ ...broken, memory: () => null, find: fault })
    try {
      const found = proofOf(model, kernel)
      expect(found.find((f) => f.check === 'broken')!.says).toMatch(/could not be finished \(no such thing\)/)
      all.shift()
      expect(found.filter((f) => f.check !== 'broken')).toEqual(proofOf(model, kernel))
    } finally {
      if (all[0]!.id === 'broken') all.shift()
    }
  })
})
