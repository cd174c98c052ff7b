import fc from 'fast-check'
import { Outline, type OutlineFact } from '../document'
import { CORNERS, MIRROR, pathsOf, sizesOf, solveOutline, standing, type Place2, type Values } from './index'

type Points = Record<string, [number, number]>
type Edge = Outline['edges'][number]
const SIZE: Place2 = [600, 300]

/** An outline from points, edges and facts in short: `d p1 p2 = 40`. */
const drawn = (points: Points, edges: readonly Edge[], more: Partial<Outline> = {}): Outline =>
  Outline.parse({ points, edges, ...more })
const line = (id: string, from: string, to: string): Edge => ({ id, kind: 'line', from, to })
const fact = (id: string, kind: string, of: string[], more: Partial<OutlineFact> = {}): OutlineFact => ({
  id,
  kind,
  of,
  ...more,
})
const ring = (n: number): Edge[] =>
  Array.from({ length: n }, (_, k) => line(`e${k}`, `p${k}`, `p${(k + 1) % n}`))

const RECTANGLE: Points = { p0: [10, 12], p1: [205, 9], p2: [198, 103], p3: [14, 99] }
const SQUARE_UP = [
  fact('f1', 'level', ['e0']),
  fact('f2', 'plumb', ['e1']),
  fact('f3', 'level', ['e2']),
  fact('f4', 'plumb', ['e3']),
]
const PLACED = [
  fact('f5', 'place', ['p0'], { way: 'along', value: '10' }),
  fact('f6', 'place', ['p0'], { way: 'across', value: '20' }),
]
const solve = (outline: Outline, values: Values) => solveOutline(outline, values, SIZE)
const at = (s: ReturnType<typeof solve>, id: string) => s.points.get(id)!
const near = (a: Place2, b: Place2, by = 1e-7) => {
  expect(Math.abs(a[0] - b[0])).toBeLessThan(by)
  expect(Math.abs(a[1] - b[1])).toBeLessThan(by)
}

test('a rectangle is pinned by four sides, a corner and two lengths; what is missing is told', () => {
  const facts = [...SQUARE_UP, ...PLACED, fact('f7', 'distance', ['e0']), fact('f8', 'distance', ['e1'])]
  const values = { f5: 10, f6: 20, f7: 200, f8: 100 }
  const whole = solve(drawn(RECTANGLE, ring(4), { facts }), values)
  expect(whole.state).toEqual({ kind: 'pinned' })
  near(at(whole, 'p2'), [210, 120])
  const without = solve(drawn(RECTANGLE, ring(4), { facts: facts.slice(0, -1) }), values)
  expect(without.state).toMatchObject({ kind: 'loose', missing: 1 })
  expect(without.state.kind === 'loose' && [...without.state.points]).toEqual([
    ['p2', 'across'],
    ['p3', 'across'],
  ])
  const free = solve(drawn(RECTANGLE, ring(4)), {})
  expect(free.state).toMatchObject({ kind: 'loose', missing: 8 })
  near(at(free, 'p1'), [205, 9])
})

test('facts that cannot all hold are named, and no others; one that says nothing new is idle', () => {
  const facts = [
    ...SQUARE_UP,
    ...PLACED,
    fact('f7', 'distance', ['e0']),
    fact('f8', 'distance', ['e1']),
    fact('f9', 'distance', ['e2']),
  ]
  const values = { f5: 10, f6: 20, f7: 200, f8: 100 }
  const twice = solve(drawn(RECTANGLE, ring(4), { facts }), { ...values, f9: 200 })
  expect(twice.state).toEqual({ kind: 'pinned' })
  expect(twice.idle).toEqual(['f9'])
  const wrong = solve(drawn(RECTANGLE, ring(4), { facts }), { ...values, f9: 210 })
  // A level side between two plumb ones is the least there is between them: no other can be shorter.
  expect(wrong.state).toEqual({ kind: 'disagree', facts: ['f2', 'f3', 'f4', 'f7', 'f9'] })
  // No three sides make a triangle of which one is longer than the others together.
  const triangle = { p0: [0, 0], p1: [50, 0], p2: [20, 40] } satisfies Points
  const sides = [
    fact('f1', 'distance', ['e0']),
    fact('f2', 'distance', ['e1']),
    fact('f3', 'distance', ['e2']),
  ]
  const more = [fact('f4', 'place', ['p0'], { way: 'along', value: '0' })]
  const tri = drawn(triangle, ring(3), { facts: [...more, ...sides] })
  expect(solve(tri, { f1: 10, f2: 10, f3: 50, f4: 0 }).state).toEqual({
    kind: 'disagree',
    facts: ['f1', 'f2', 'f3'],
  })
  expect(solve(tri, { f1: 30, f2: 40, f3: 50, f4: 0 }).state).toMatchObject({ kind: 'loose', missing: 2 })
})

/** Corners round a middle at growing angles, so that they make a simple ring. */
const rings = fc
  .array(
    fc.tuple(fc.double({ min: 40, max: 140, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
    { minLength: 4, maxLength: 12 },
  )
  .map((all) =>
    all.map(([r, t], k): [number, number] => {
      const angle = ((k + 0.2 + 0.6 * t) / all.length) * 2 * Math.PI
      return [300 + r * Math.cos(angle), 150 + r * Math.sin(angle)]
    }),
  )
const named = (all: ReadonlyArray<readonly [number, number]>): Points =>
  Object.fromEntries(all.map(([u, v], k) => [`p${k}`, [u, v]]))

test('200 outlines with known places are found again from disturbed ones, by lengths and angles', () => {
  fc.assert(
    fc.property(
      rings,
      fc.array(fc.double({ min: -0.5, max: 0.5, noNaN: true }), { minLength: 24, maxLength: 24 }),
      (corners, off) => {
        const n = corners.length
        const facts = [
          fact('f100', 'place', ['p0'], { way: 'along', value: '0' }),
          fact('f101', 'place', ['p0'], { way: 'across', value: '0' }),
          // Each side's direction, and all lengths but those that close the ring.
          ...corners.map((_, k) => fact(`f${k}`, 'angle', [`e${k}`])),
          ...corners.slice(2).map((_, k) => fact(`f${200 + k}`, 'distance', [`e${k}`])),
        ]
        const side = (k: number) => {
          const [a, b] = [corners[k]!, corners[(k + 1) % n]!]
          return [b[0] - a[0], b[1] - a[1]] as const
        }
        const values: Record<string, number> = { f100: corners[0]![0], f101: corners[0]![1] }
        corners.forEach((_, k) => {
          const [u, v] = side(k)
          values[`f${k}`] = (Math.atan2(v, u) * 180) / Math.PI
          values[`f${200 + k}`] = Math.hypot(u, v)
        })
        // Which way a side leans is as it is drawn, so that must be told from its place.
        fc.pre(corners.every((_, k) => side(k).every((v) => Math.abs(v) > 1.1)))
        // What closes it: the last two sides by the place where they meet, unless they are in one line.
        const [a, b] = [side(n - 2), side(n - 1)]
        fc.pre(Math.abs(a[0] * b[1] - a[1] * b[0]) > 0.05 * Math.hypot(...a) * Math.hypot(...b))
        const disturbed = corners.map(([u, v], k): [number, number] => [u + off[2 * k]!, v + off[2 * k + 1]!])
        const solved = solve(drawn(named(disturbed), ring(n), { facts }), values)
        expect(solved.state).toEqual({ kind: 'pinned' })
        corners.forEach((c, k) => near(at(solved, `p${k}`), c, 1e-5))
      },
    ),
    { numRuns: 200, endOnFailure: true },
  )
})

/** A gate of two posts and an arch over them. */
const GATE = drawn(
  { p0: [100, 0], p1: [300, 0], p2: [300, 100], p3: [100, 100], p4: [200, 80] },
  [
    line('e0', 'p0', 'p1'),
    line('e1', 'p1', 'p2'),
    { id: 'e2', kind: 'arc', from: 'p2', to: 'p3', centre: 'p4', turns: 'left' },
    line('e3', 'p3', 'p0'),
  ],
  {
    facts: [
      fact('f1', 'place', ['p0'], { way: 'along', value: '100' }),
      fact('f2', 'place', ['p0'], { way: 'across', value: '0' }),
      fact('f3', 'level', ['e0']),
      fact('f4', 'plumb', ['e1']),
      fact('f5', 'plumb', ['e3']),
      fact('f6', 'equal', ['e1', 'e3']),
      fact('f7', 'distance', ['e0']),
      fact('f8', 'distance', ['e1']),
      fact('f9', 'rise', ['e2']),
    ],
  },
)
const GATED = { f1: 100, f2: 0, f7: 200, f8: 100 }

test('an arch is pinned by its rise, and a change by a hundredth never turns it over', () => {
  fc.assert(
    fc.property(fc.double({ min: 5, max: 180, noNaN: true }), fc.boolean(), (rise, more) => {
      const area = (f9: number, from = GATE) => {
        const values = { ...GATED, f9 }
        const solved = solve(from, values)
        expect(solved.state).toEqual({ kind: 'pinned' })
        const points = Object.fromEntries(
          [...solved.points].map(([id, p]): [string, [number, number]] => [id, [...p]]),
        )
        const { paths, troubles } = pathsOf(from, solved, values, SIZE)
        expect(troubles).toEqual([])
        return { area: sizesOf(paths).area, next: { ...from, points } }
      }
      const r = (h: number) => (100 * 100) / (2 * h) + h / 2
      const segment = (h: number) => {
        const angle = 2 * Math.atan2(100, r(h) - h)
        return 0.5 * r(h) ** 2 * (angle - Math.sin(angle))
      }
      const first = area(rise)
      expect(first.area / (20_000 + segment(rise))).toBeCloseTo(1, 7)
      const then = rise * (more ? 1.01 : 0.99)
      expect(area(then, first.next).area / (20_000 + segment(then))).toBeCloseTo(1, 7)
    }),
  )
})

test('tangent, on, symmetric, middle, concentric, square and parallel hold where they are said', () => {
  const points = {
    p0: [20, 40],
    p1: [180, 52],
    p2: [190, 120],
    p3: [100, 95],
    p4: [260, 90],
    p5: [70, 44],
    p6: [90, 160],
    p7: [110, 47],
    p8: [262, 93],
    p9: [300, 95],
    p10: [280, 88],
  } satisfies Points
  const edges: Edge[] = [
    line('e0', 'p0', 'p1'),
    line('e1', 'p2', 'p6'),
    { id: 'e2', kind: 'circle', centre: 'p3', rim: 'p4' },
    { id: 'e3', kind: 'circle', centre: 'p8', rim: 'p9' },
  ]
  const solved = solve(
    drawn(points, edges, {
      facts: [
        fact('f1', 'tangent', ['e2', 'e0']),
        fact('f2', 'on', ['p5', 'e0']),
        fact('f3', 'midpoint', ['p7', 'e0']),
        fact('f4', 'square', ['e0', 'e1']),
        fact('f5', 'on', ['p6', 'e2']),
        fact('f6', 'concentric', ['e3', 'e2']),
        fact('f7', 'symmetric', ['p2', 'p10'], { way: 'along' }),
        fact('f8', 'diameter', ['e3']),
      ],
    }),
    { f8: 50 },
  )
  expect(solved.state.kind).toBe('loose')
  const p = (k: number) => at(solved, `p${k}`)
  const way: Place2 = [p(1)[0] - p(0)[0], p(1)[1] - p(0)[1]]
  const off = (q: Place2) => ((q[1] - p(0)[1]) * way[0] - (q[0] - p(0)[0]) * way[1]) / Math.hypot(...way)
  const radius = Math.hypot(p(4)[0] - p(3)[0], p(4)[1] - p(3)[1])
  expect(Math.abs(off(p(3)))).toBeCloseTo(radius, 7)
  expect(off(p(5))).toBeCloseTo(0, 7)
  near(p(7), [(p(0)[0] + p(1)[0]) / 2, (p(0)[1] + p(1)[1]) / 2])
  expect(way[0] * (p(6)[0] - p(2)[0]) + way[1] * (p(6)[1] - p(2)[1])).toBeCloseTo(0, 5)
  expect(Math.hypot(p(6)[0] - p(3)[0], p(6)[1] - p(3)[1])).toBeCloseTo(radius, 7)
  near(p(8), p(3))
  expect(Math.hypot(p(9)[0] - p(8)[0], p(9)[1] - p(8)[1])).toBeCloseTo(25, 7)
  near([p(2)[0] + p(10)[0], p(2)[1]], [SIZE[0], p(10)[1]])
})

test('corners are rounded, clipped and given room for a bit; their areas are those of their formulas', () => {
  const points = { p0: [0, 0], p1: [200, 0], p2: [200, 100], p3: [0, 100] } satisfies Points
  const area = (kind: keyof typeof CORNERS, by: number) => {
    const outline = drawn(points, ring(4), {
      corners: Object.keys(points).map((p, k) => ({ id: `c${k}`, at: p, kind, value: '' })),
    })
    const values = Object.fromEntries(Object.keys(points).map((_, k) => [`c${k}`, by]))
    const { paths, troubles } = pathsOf(outline, solve(outline, {}), values, SIZE)
    return { ...sizesOf(paths), troubles }
  }
  const r = 12
  const rounded = area('round', r)
  expect(rounded.area).toBeCloseTo(20_000 - (4 - Math.PI) * r * r, 6)
  expect(rounded.perimeter).toBeCloseTo(600 - (8 - 2 * Math.PI) * r, 6)
  expect(area('clip', r).area).toBeCloseTo(20_000 - 2 * r * r, 6)
  // Half a circle over the slanting side of a corner clipped by √2 of its radius, less that corner.
  expect(area('relief', 2 * r).area).toBeCloseTo(20_000 + 4 * ((Math.PI * r * r) / 2 - r * r), 6)
  expect(area('round', 60).troubles[0]?.says).toBe('a corner has no room to round')
  // Between a line and an arc, from inside and from outside: both ends lie on what they came from.
  const gate = { ...GATE, corners: [{ id: 'c1', at: 'p2', kind: 'round', value: '' }] }
  const values = { ...GATED, f9: 30, c1: 20 }
  const { paths, troubles } = pathsOf(gate, solve(gate, values), values, SIZE)
  expect(troubles).toEqual([])
  const arc = paths[0]!.segments.find((s) => s.of === 'c1')
  expect(arc?.kind === 'arc' && arc.radius).toBeCloseTo(20, 7)
  const [post, over] = arc!.from[0] > arc!.to[0] ? [arc!.from, arc!.to] : [arc!.to, arc!.from]
  expect(post[0]).toBeCloseTo(300, 7)
  const [middle, start] = [at(solve(gate, values), 'p4'), at(solve(gate, values), 'p2')]
  const radius = Math.hypot(start[0] - middle[0], start[1] - middle[1])
  expect(Math.hypot(over[0] - middle[0], over[1] - middle[1])).toBeCloseTo(radius, 7)
})

test('half is mirrored, holes are holes, and the area of a curve is what its chords come to', () => {
  const half = drawn(
    { p0: [300, 20], p1: [120, 30], p2: [150, 220], p3: [298, 260], p4: [90, 120], p5: [200, 280] },
    [line('e0', 'p0', 'p1'), { id: 'e1', kind: 'curve', from: 'p1', to: 'p3', leave: 'p4', arrive: 'p5' }],
    { mirror: 'along' },
  )
  const solved = solve(half, {})
  expect(at(solved, 'p3')[0]).toBeCloseTo(300, 8)
  const { paths, troubles } = pathsOf(half, solved, {}, SIZE)
  expect(troubles).toEqual([])
  expect(paths).toHaveLength(1)
  const steps = 20_000
  const p = ['p1', 'p4', 'p5', 'p3'].map((id) => at(solved, id))
  const on = (t: number): Place2 => {
    const w = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3]
    return [0, 1].map((i) => w.reduce((s, x, k) => s + x * p[k]![i]!, 0)) as unknown as Place2
  }
  const loop = [at(solved, 'p0'), ...Array.from({ length: steps + 1 }, (_, k) => on(k / steps))]
  const shoe = Math.abs(
    loop.reduce((s, [u, v], k) => {
      const [a, b] = loop[(k + 1) % loop.length]!
      return s + (u * b - a * v) / 2
    }, 0),
  )
  expect(sizesOf(paths).area / (2 * shoe)).toBeCloseTo(1, 6)

  const holed = drawn({ ...RECTANGLE, p5: [100, 50], p6: [120, 50] }, [
    ...ring(4),
    { id: 'e9', kind: 'circle', centre: 'p5', rim: 'p6' },
  ])
  const found = pathsOf(holed, solve(holed, {}), {}, SIZE)
  expect(found.paths.map((x) => x.depth)).toEqual([1, 0])
  const outer = pathsOf({ ...holed, edges: ring(4) }, solve(holed, {}), {}, SIZE)
  expect(sizesOf(found.paths).area).toBeCloseTo(sizesOf(outer.paths).area - Math.PI * 400, 6)
})

test('half of an outline of which one edge is drawn is open where that ends, and stays as it is', () => {
  const half = drawn({ p0: [300, 20], p1: [120, 20] }, [line('e0', 'p0', 'p1')], { mirror: 'along' })
  const { paths, troubles, open } = pathsOf(half, solve(half, {}), {}, SIZE)
  expect(paths).toEqual([])
  expect(troubles).toEqual([{ says: 'the outline is open', at: [120, 20], open: true }])
  expect(open).toHaveLength(1)
})

test('what is open, forked or crosses itself is said, with where', () => {
  const tells = (points: Points, edges: Edge[]) => {
    const outline = drawn(points, edges)
    return pathsOf(outline, solve(outline, {}), {}, SIZE).troubles
  }
  expect(tells(RECTANGLE, ring(4).slice(0, 3))).toEqual([
    { says: 'the outline is open', at: RECTANGLE.p0, open: true },
    { says: 'the outline is open', at: RECTANGLE.p3, open: true },
  ])
  const bow = { p0: [0, 0], p1: [100, 100], p2: [100, 0], p3: [0, 100] } satisfies Points
  const crossing = { says: 'the outline crosses itself', at: [50, 50], crosses: true }
  expect(tells(bow, ring(4))).toContainEqual(crossing)
  const forked = tells({ ...RECTANGLE, p4: [300, 200] }, [...ring(4), line('e9', 'p2', 'p4')])
  expect(forked[0]).toEqual({ says: 'more than two edges meet in one point', at: RECTANGLE.p2 })
})

test('a fact that cannot be said of its parts is told, and the rest is solved', () => {
  const facts = [
    ...SQUARE_UP,
    fact('f20', 'radius', ['e0']),
    fact('f21', 'parallel', ['e0', 'p1']),
    fact('f22', 'sideways', ['e0']),
  ]
  const outline = drawn(RECTANGLE, ring(4), { facts })
  const solved = solve(outline, { f20: 3 })
  expect(solved.state).toMatchObject({ kind: 'loose', missing: 4 })
  expect(pathsOf(outline, solved, {}, SIZE).troubles.map((t) => t.says)).toEqual(
    ['f20', 'f21', 'f22'].map((id) => `the dimension ${id} does not fit its parts`),
  )
  // A curve is tangent to what it runs on from, and to nothing else.
  const points = { ...RECTANGLE, p4: [230, 60], p5: [220, 90] } satisfies Points
  const curved: Edge[] = [
    ...ring(4).filter((e) => e.id !== 'e1'),
    { id: 'e1', kind: 'curve', from: 'p1', to: 'p2', leave: 'p4', arrive: 'p5' },
  ]
  const tangent = (other: string) => {
    const o = drawn(points, curved, { facts: [fact('f1', 'tangent', ['e1', other])] })
    return pathsOf(o, solve(o, {}), {}, SIZE).troubles.length
  }
  expect([tangent('e0'), tangent('e3')]).toEqual([0, 1])
})

test('a record that speaks of what is not there is not an outline', () => {
  expect(Outline.safeParse({ points: {}, edges: [line('e1', 'p1', 'p2')] }).error?.issues[0]?.message).toBe(
    'an edge ends at a point that is not there',
  )
  expect(
    Outline.safeParse({ points: RECTANGLE, edges: ring(4), facts: [fact('f1', 'level', ['e7'])] }).success,
  ).toBe(false)
})

test('of half a profile its diameters are told, on either side of the axis, wherever that stands', () => {
  const points: Points = { p0: [0, 150], p1: [10, 171], p2: [300, 164], p3: [310, 150] }
  const edges = [line('e0', 'p0', 'p1'), line('e1', 'p1', 'p2'), line('e2', 'p2', 'p3')]
  const facts = [
    fact('f1', 'fullwidth', ['p1'], { value: '50' }),
    fact('f2', 'fullwidth', ['p2'], { value: '30' }),
  ]
  const half = drawn(points, edges, { facts, mirror: 'across' })
  const solved = solve(half, { f1: 50, f2: 30 })
  expect([at(solved, 'p1')[1], at(solved, 'p2')[1]]).toEqual([expect.closeTo(175, 7), expect.closeTo(165, 7)])
  expect(standing(half, solved, SIZE, { kind: 'fullwidth', of: ['p1'] })).toBeCloseTo(50, 7)
  // The axis is moved, and what was drawn on its other side stays there.
  const values = { f1: 50, f2: 30, [MIRROR]: 20 }
  const below = { ...half, mirrorOff: '20', points: { ...points, p2: [300, 140] as [number, number] } }
  const moved = solve(below, values)
  expect([at(moved, 'p1')[1], at(moved, 'p2')[1]]).toEqual([expect.closeTo(195, 7), expect.closeTo(155, 7)])
  expect(standing(below, moved, SIZE, { kind: 'fullwidth', of: ['p2'] }, values)).toBeCloseTo(30, 7)
})

describe('half an outline', () => {
  /** It goes out from the axis, along, and perhaps back. */
  const steps = (n: number): Outline => {
    const all: Points = { p0: [100, 150], p1: [100, 200], p2: [250, 210], p3: [250, 150] }
    const points = Object.fromEntries(Object.entries(all).slice(0, n + 1))
    return drawn(
      points,
      Array.from({ length: n }, (_, k) => line(`e${k}`, `p${k}`, `p${k + 1}`)),
      { mirror: 'across' },
    )
  }
  test('is left as it is drawn until it comes back to its mirror', () => {
    for (const n of [1, 2]) {
      const half = steps(n)
      const s = solve(half, {})
      for (const [id, p] of s.points) near(p, half.points[id]!)
      const { paths, troubles } = pathsOf(half, s, {}, SIZE)
      expect(paths).toEqual([])
      expect(troubles.every((t) => t.open)).toBe(true)
    }
    const whole = steps(3)
    expect(pathsOf(whole, solve(whole, {}), {}, SIZE).paths).toHaveLength(1)
  })
  test('that is whole goes along with its mirror, when the face becomes wider', () => {
    const s = solveOutline(steps(3), {}, [600, 340])
    expect([at(s, 'p0')[1], at(s, 'p3')[1]]).toEqual([expect.closeTo(170, 7), expect.closeTo(170, 7)])
  })
})
