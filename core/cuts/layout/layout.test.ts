import fc from 'fast-check'
import { Job, type Answer } from './job'
import { LayoutSearch } from './search'
import { verify } from './verify'

function solve(job: Job, rounds = 40): Answer {
  const search = new LayoutSearch(job)
  for (let i = 0; i < rounds; i++) search.round()
  return search.answer(0)
}
const job = (more: object): Job => Job.parse({ kind: 'boards', kerf: 3.2, supply: [], demand: [], ...more })

const anyJob = fc.record({
  kind: fc.constantFrom('boards', 'sheets'),
  kerf: fc.constantFrom(0, 2.2, 3.2),
  trim: fc.constantFrom(0, 10),
  stages: fc.constantFrom(null, 2, 3),
  firstCut: fc.constantFrom(null, 'rip', 'crosscut'),
  supply: fc.constant([
    { id: 'a', length: 2440, width: 1220, quantity: 2, defects: [{ x: 300, y: 80, length: 60, width: 40 }, { x: 900, y: 700, length: 10, width: 300 }] },
    { id: 'b', length: 1800, width: 235, quantity: null },
  ]),
  demand: fc.array(fc.record({ length: fc.integer({ min: 40, max: 2600 }), width: fc.integer({ min: 20, max: 600 }), quantity: fc.integer({ min: 1, max: 4 }), mayTurn: fc.boolean() }), { maxLength: 12 })
    .map((list) => list.map((d, i) => ({ id: `d${i}`, ...d }))),
}) // prettier-ignore

test('every answer stands up to a check that does not know how it was found', () => {
  fc.assert(
    fc.property(anyJob, (given) => {
      const j = job(given)
      const answer = solve(j, 6) // throws when it finds itself at fault
      expect(verify(j, answer)).toEqual([])
      expect(answer.boards.length).toBeGreaterThanOrEqual(answer.lowerBoundBoards)
      for (const b of answer.boards)
        for (const c of b.cuts) expect(c.from[0] === c.to[0] || c.from[1] === c.to[1]).toBe(true)
    }),
    { numRuns: 150 },
  )
})

describe('the check finds', () => {
  const j = job({
    kind: 'sheets',
    supply: [
      { id: 's', length: 1000, width: 500, quantity: 1, defects: [{ x: 900, y: 0, length: 50, width: 50 }] },
    ],
    demand: [{ id: 'd', length: 400, width: 200, quantity: 4 }],
  })
  const lay = (places: Array<[number, number]>): Answer => ({
    boards: [{ supply: 's', cuts: [], offcuts: [], placements: places.map(([x, y], copy) => ({ demand: 'd', copy, x, y, length: 400, width: 200, turned: false, angle: 0 })) }],
    unplaced: places.length < 4 ? [{ demand: 'd', quantity: 4 - places.length, why: '' }] : [],
    cost: 0, wasteFraction: 0, lowerBoundBoards: 1, seconds: 0,
  }) // prettier-ignore
  test.each<[string, Array<[number, number]>, RegExp | null]>([
    ['nothing wrong', [[0, 0], [403.2, 0], [0, 203.2], [403.2, 203.2]], null],
    ['an overlap', [[0, 0], [399, 0]], /closer than the kerf/],
    ['a kerf forgotten', [[0, 0], [400, 0]], /closer than the kerf/],
    ['a piece over the end', [[700, 0]], /not inside/],
    ['a defect inside', [[600, 0]], /defect/],
  ])('%s', (_, places, fault) => {
    if (fault) expect(verify(j, lay(places)).join()).toMatch(fault)
    else expect(verify(j, lay(places))).toEqual([])
  }) // prettier-ignore
  test('a pinwheel that no saw can cut', () => {
    const wheel = job({ kind: 'sheets', kerf: 0, supply: [{ id: 's', length: 300, width: 300, quantity: 1, grain: false }], demand: [{ id: 'd', length: 200, width: 100, quantity: 4, mayTurn: true }] })
    const at = [[0, 0, false], [200, 0, true], [100, 200, false], [0, 100, true]] as const
    const answer: Answer = { ...lay([]), unplaced: [], boards: [{ supply: 's', cuts: [], offcuts: [], placements: at.map(([x, y, turned], copy) => ({ demand: 'd', copy, x, y, length: turned ? 100 : 200, width: turned ? 200 : 100, turned, angle: turned ? 90 : 0 })) }] }
    expect(verify(wheel, answer)).toEqual(['board 1: no order of through cuts parts the pieces'])
  }) // prettier-ignore
})

test('a kerf between pieces and none at the factory end', () => {
  const exact = (length: number) => solve(job({ supply: [{ id: 'b', length, width: 100 }], demand: [{ id: 'd', length: 500, width: 100, quantity: 3 }] })).boards.length
  expect(exact(1506.4)).toBe(1)
  expect(exact(1506.3)).toBe(2)
}) // prettier-ignore

test('the shortest board that will do is taken, and measured ones before bought ones', () => {
  const supply = [{ id: 'six', length: 1829, width: 235 }, { id: 'sixteen', length: 4877, width: 235 }]
  expect(solve(job({ supply, demand: [{ id: 'd', length: 900, width: 235, quantity: 2 }] })).boards.map((b) => b.supply)).toEqual(['six'])
  const measured = [{ id: 'own', length: 2000, width: 240, quantity: 1, price: 0 }, ...supply]
  expect(solve(job({ supply: measured, demand: [{ id: 'd', length: 900, width: 235, quantity: 2 }] })).boards.map((b) => b.supply)).toEqual(['own'])
}) // prettier-ignore

test('what no board can yield is listed with the reason, and the rest is laid', () => {
  const answer = solve(job({ supply: [{ id: 'b', length: 1000, width: 100 }], demand: [{ id: 'long', length: 1200, width: 50 }, { id: 'wide', length: 500, width: 120 }, { id: 'ok', length: 500, width: 50 }] }))
  expect(answer.unplaced).toEqual([{ demand: 'long', quantity: 1, why: 'longer than any board' }, { demand: 'wide', quantity: 1, why: 'wider than any board' }])
  expect(answer.boards[0]!.placements.map((p) => p.demand)).toEqual(['ok'])
}) // prettier-ignore

test('the same job gives the same layout', () => {
  const j = job({ supply: [{ id: 'b', length: 2440, width: 1220 }], kind: 'sheets', demand: Array.from({ length: 20 }, (_, i) => ({ id: `d${i}`, length: 300 + 37 * i, width: 100 + 13 * i })) })
  expect(solve(j)).toEqual(solve(j))
}) // prettier-ignore
