import fc from 'fast-check'
import { Job, MOST_PIECES, refuseShapes, type Answer } from './job'
import { LayoutSearch } from './search'
import { verify } from './verify'
import { runs } from '../../testing/runs'

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
    {
      id: 'a',
      length: 2440,
      width: 1220,
      quantity: 2,
      defects: [
        { x: 300, y: 80, length: 60, width: 40 },
        { x: 900, y: 700, length: 10, width: 300 },
      ],
    },
    { id: 'b', length: 1800, width: 235, quantity: null, grain: false },
  ]),
  demand: fc
    .array(
      fc.record({
        length: fc.integer({ min: 40, max: 2600 }),
        width: fc.integer({ min: 20, max: 600 }),
        quantity: fc.integer({ min: 1, max: 4 }),
        mayTurn: fc.boolean(),
      }),
      { maxLength: 12 },
    )
    .map((list) => list.map((d, i) => ({ id: `d${i}`, ...d }))),
})

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
    { numRuns: runs(150) },
  )
})

test('the cuts told free every piece, and pieces and offcuts lie beside each other on the board', () => {
  fc.assert(
    fc.property(anyJob, (given) => {
      const j = job(given)
      const { boards } = solve(j, 3)
      const { trim, kerf } = j
      for (const b of boards) {
        const s = j.supply.find((x) => x.id === b.supply)!
        expect(b.cuts.map((c) => c.order)).toEqual(b.cuts.map((_, n) => n + 1))
        const near = (p: number, q: number) => Math.abs(p - q) < 1e-6
        // A side is free where the wood ends, or where a cut runs along the whole of it.
        const freed = (axis: 0 | 1, at: number, from: number, to: number) =>
          b.cuts.some(
            (c) =>
              near(c.from[axis], at) &&
              near(c.to[axis], at) &&
              c.from[1 - axis]! <= from + 1e-6 &&
              c.to[1 - axis]! >= to - 1e-6,
          )
        // What is left behind a piece may be less than a kerf; then the blade takes all of it.
        const cutBehind = (axis: 0 | 1, at: number, from: number, to: number) =>
          b.cuts.some(
            (c) =>
              c.from[axis] === c.to[axis] &&
              freed(axis, c.from[axis], from, to) &&
              c.from[axis] > at &&
              c.from[axis] <= at + kerf + 1e-6,
          ) ||
          (kerf === 0 && freed(axis, at, from, to))
        for (const p of b.placements) {
          const [x2, y2] = [p.x + p.length, p.y + p.width]
          const sides: Array<[0 | 1, number, number, number, number]> = [
            [0, p.x, p.y, y2, trim],
            [1, p.y, p.x, x2, trim],
          ]
          for (const [axis, at, from, to, edge] of sides)
            expect(near(at, edge) || freed(axis, at, from, to)).toBe(true)
          const ends: Array<[0 | 1, number, number, number, number]> = [
            [0, x2, p.y, y2, s.length - trim],
            [1, y2, p.x, x2, s.width - trim],
          ]
          for (const [axis, at, from, to, edge] of ends)
            expect(at >= edge - kerf - 1e-6 || cutBehind(axis, at, from, to)).toBe(true)
        }
        const rects = [...b.placements, ...b.offcuts]
        rects.forEach((r, n) => {
          expect(
            r.x >= trim - 1e-6 &&
              r.y >= trim - 1e-6 &&
              r.x + r.length <= s.length - trim + 1e-6 &&
              r.y + r.width <= s.width - trim + 1e-6,
          ).toBe(true)
          for (const o of rects.slice(n + 1))
            expect(
              r.x + r.length <= o.x + 1e-6 ||
                o.x + o.length <= r.x + 1e-6 ||
                r.y + r.width <= o.y + 1e-6 ||
                o.y + o.width <= r.y + 1e-6,
            ).toBe(true)
        })
        // Whole, it is what was laid, what is left, and no more than a kerf along each cut and the trim.
        const area = rects.reduce((n, r) => n + r.length * r.width, 0)
        const inner = (s.length - 2 * trim) * (s.width - 2 * trim)
        const sawn = b.cuts.reduce(
          (n, c) => n + kerf * Math.hypot(c.to[0] - c.from[0], c.to[1] - c.from[1]),
          0,
        )
        expect(area).toBeLessThanOrEqual(inner + 1e-3)
        expect(area).toBeGreaterThanOrEqual(inner - sawn - 1e-3)
      }
    }),
    { numRuns: runs(80) },
  )
})

test('on grained stock nothing is turned, on stock without grain what may be', () => {
  const tall = (grain: boolean) =>
    solve(
      job({
        kind: 'sheets',
        supply: [{ id: 's', length: 500, width: 1000, grain }],
        demand: [{ id: 'd', length: 900, width: 300, mayTurn: true }],
      }),
    )
  expect(tall(true).unplaced).toEqual([{ demand: 'd', quantity: 1, why: 'longer than any board' }])
  expect(tall(false).boards[0]!.placements[0]).toMatchObject({ turned: true, length: 300, width: 900 })
  const j = job({
    kind: 'sheets',
    supply: [{ id: 's', length: 500, width: 1000 }],
    demand: [{ id: 'd', length: 900, width: 300, mayTurn: true }],
  })
  expect(verify(j, tall(false))).toContain('board 1: d is turned across the grain')
})

test('shapes are refused in a sentence, and more pieces than can be laid together too', () => {
  const shaped = job({
    kind: 'sheets',
    demand: [
      {
        id: 'heart',
        length: 10,
        width: 10,
        outline: [
          [0, 0],
          [10, 0],
          [5, 10],
        ],
      },
    ],
  })
  expect(refuseShapes(shaped)).toMatch(/heart: an outline cannot be laid out yet/)
  expect(refuseShapes({ ...shaped, demand: [], kind: 'shapes' })).toMatch(/shapes are not laid out yet/)
  expect(refuseShapes(job({}))).toBeNull()
  const many = Job.safeParse({
    kind: 'boards',
    kerf: 3,
    supply: [],
    demand: [1, 2, 3].map((n) => ({ id: `d${n}`, length: 1, width: 1, quantity: 10_000 })),
  })
  expect(many.error?.issues[0]?.message).toContain(MOST_PIECES.toLocaleString('en'))
})

/** All rounds of a search, on a machine on which so many milliseconds go by at each look at the clock. */
function searched(j: Job, slow = 1): { readonly answer: Answer; readonly rounds: number } {
  let now = 0
  const clocks = [performance, Date].map((of) => [of, of.now] as const)
  for (const [of] of clocks) of.now = () => (now += slow)
  const search = new LayoutSearch(j)
  do search.round()
  while (!search.done)
  for (const [of, was] of clocks) of.now = was
  return { answer: search.answer(0), rounds: search.rounds }
}

test('a search ends by what it has done, and has the same answer on a slow machine', () => {
  fc.assert(
    fc.property(anyJob, (given) => {
      const j = job({ ...given, seconds: 0.02 })
      const pieces = j.demand.reduce((n, d) => n + d.quantity, 0)
      const slow = searched(j, 60_000)
      expect(slow).toEqual(searched(j, 0.01))
      expect(slow.rounds).toBeLessThanOrEqual(Math.max(1, Math.ceil((0.02 * 20_000) / Math.max(1, pieces))))
    }),
    { numRuns: runs(20) },
  )
})

test('asked to look longer, it never does worse, and stops soon where nothing can cost less', () => {
  const some = (seconds: number) =>
    job({
      kind: 'sheets',
      seconds,
      supply: [{ id: 's', length: 2440, width: 1220, price: 60 }],
      demand: Array.from({ length: 30 }, (_, i) => ({
        id: `d${i}`,
        length: 300 + 31 * i,
        width: 90 + 17 * i,
      })),
    })
  const [short, long] = [searched(some(0)), searched(some(0.2))]
  expect(short.rounds).toBe(1)
  expect(long.rounds).toBeGreaterThan(60)
  expect(long.answer.boards.length).toBeLessThanOrEqual(short.answer.boards.length)
  const easy = searched({ ...some(60), demand: some(1).demand.slice(0, 3) })
  expect(easy.answer.boards).toHaveLength(1)
  expect(easy.rounds).toBeLessThan(200)
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
    boards: [
      {
        supply: 's',
        cuts: [],
        offcuts: [],
        placements: places.map(([x, y], copy) => ({
          demand: 'd',
          copy,
          x,
          y,
          length: 400,
          width: 200,
          turned: false,
          angle: 0,
        })),
      },
    ],
    unplaced: places.length < 4 ? [{ demand: 'd', quantity: 4 - places.length, why: '' }] : [],
    cost: 0,
    wasteFraction: 0,
    lowerBoundBoards: 1,
    seconds: 0,
  })
  test.each<[string, Array<[number, number]>, RegExp | null]>([
    [
      'nothing wrong',
      [
        [0, 0],
        [403.2, 0],
        [0, 203.2],
        [403.2, 203.2],
      ],
      null,
    ],
    [
      'an overlap',
      [
        [0, 0],
        [399, 0],
      ],
      /closer than the kerf/,
    ],
    [
      'a kerf forgotten',
      [
        [0, 0],
        [400, 0],
      ],
      /closer than the kerf/,
    ],
    ['a piece over the end', [[700, 0]], /not inside/],
    ['a defect inside', [[600, 0]], /defect/],
  ])('%s', (_, places, fault) => {
    if (fault) expect(verify(j, lay(places)).join()).toMatch(fault)
    else expect(verify(j, lay(places))).toEqual([])
  })
  test('a pinwheel that no saw can cut', () => {
    const wheel = job({
      kind: 'sheets',
      kerf: 0,
      supply: [{ id: 's', length: 300, width: 300, quantity: 1, grain: false }],
      demand: [{ id: 'd', length: 200, width: 100, quantity: 4, mayTurn: true }],
    })
    const at = [
      [0, 0, false],
      [200, 0, true],
      [100, 200, false],
      [0, 100, true],
    ] as const
    const answer: Answer = {
      ...lay([]),
      unplaced: [],
      boards: [
        {
          supply: 's',
          cuts: [],
          offcuts: [],
          placements: at.map(([x, y, turned], copy) => ({
            demand: 'd',
            copy,
            x,
            y,
            length: turned ? 100 : 200,
            width: turned ? 200 : 100,
            turned,
            angle: turned ? 90 : 0,
          })),
        },
      ],
    }
    expect(verify(wheel, answer)).toEqual(['board 1: no order of through cuts parts the pieces'])
  })
})

test('a kerf between pieces and none at the factory end', () => {
  const exact = (length: number) =>
    solve(
      job({
        supply: [{ id: 'b', length, width: 100 }],
        demand: [{ id: 'd', length: 500, width: 100, quantity: 3 }],
      }),
    ).boards.length
  expect(exact(1506.4)).toBe(1)
  expect(exact(1506.3)).toBe(2)
})

test('the shortest board that will do is taken, and measured ones before bought ones', () => {
  const supply = [
    { id: 'six', length: 1829, width: 235 },
    { id: 'sixteen', length: 4877, width: 235 },
  ]
  expect(
    solve(job({ supply, demand: [{ id: 'd', length: 900, width: 235, quantity: 2 }] })).boards.map(
      (b) => b.supply,
    ),
  ).toEqual(['six'])
  const measured = [{ id: 'own', length: 2000, width: 240, quantity: 1, price: 0 }, ...supply]
  expect(
    solve(job({ supply: measured, demand: [{ id: 'd', length: 900, width: 235, quantity: 2 }] })).boards.map(
      (b) => b.supply,
    ),
  ).toEqual(['own'])
})

test('what no board can yield is listed with the reason, and the rest is laid', () => {
  const answer = solve(
    job({
      supply: [{ id: 'b', length: 1000, width: 100 }],
      demand: [
        { id: 'long', length: 1200, width: 50 },
        { id: 'wide', length: 500, width: 120 },
        { id: 'ok', length: 500, width: 50 },
      ],
    }),
  )
  expect(answer.unplaced).toEqual([
    { demand: 'long', quantity: 1, why: 'longer than any board' },
    { demand: 'wide', quantity: 1, why: 'wider than any board' },
  ])
  expect(answer.boards[0]!.placements.map((p) => p.demand)).toEqual(['ok'])
})

test('the same job gives the same layout', () => {
  const j = job({
    supply: [{ id: 'b', length: 2440, width: 1220 }],
    kind: 'sheets',
    demand: Array.from({ length: 20 }, (_, i) => ({
      id: `d${i}`,
      length: 300 + 37 * i,
      width: 100 + 13 * i,
    })),
  })
  expect(solve(j)).toEqual(solve(j))
})
