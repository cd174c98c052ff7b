/** Figures that overlap, joined, cut and held to what they share: areas against a scan, rules that stay. */
import fc from 'fast-check'
import { Outline, type OutlineEdge } from '../document'
import { runs } from '../testing/runs'
import { combined, type How } from './combine'
import { figuresIn } from './figures'
import { pathsOf, sizesOf } from './paths'
import { cornersOf, type Segment } from './segments'
import { segmentOf } from './paths'
import { freeParts } from './edit'
import { solveOutline, type Place2 } from './solve'

const SIZE: Place2 = [300, 200]
const EMPTY = Outline.parse({ points: {}, edges: [] })

/** An outline with one more closed figure: its corners, and what runs from each to the next. */
function withFigure(
  o: Outline,
  corners: readonly Place2[],
  kind: 'line' | 'arc' | 'curve',
  bulge = 0.3,
): Outline {
  const [p, e] = [freeParts(o, 'p'), freeParts(o, 'e')]
  const points: Record<string, [number, number]> = { ...o.points }
  const put = ([x, y]: Place2): string => {
    const id = p.next().value
    points[id] = [x, y]
    return id
  }
  const ids = corners.map(put)
  const edges = ids.map((from, k): OutlineEdge => {
    const to = ids[(k + 1) % ids.length]!
    const [a, b] = [corners[k]!, corners[(k + 1) % ids.length]!]
    const off = (t: number, by: number): Place2 => [
      a[0] + t * (b[0] - a[0]) + by * (b[1] - a[1]),
      a[1] + t * (b[1] - a[1]) - by * (b[0] - a[0]),
    ]
    const id = e.next().value
    if (kind === 'line') return { id, kind, from, to }
    if (kind === 'arc') return { id, kind, from, to, centre: put(off(0.5, -1 / bulge / 2)), turns: 'left' }
    return { id, kind, from, to, leave: put(off(0.3, bulge)), arrive: put(off(0.7, bulge)) }
  })
  return { ...o, points, edges: [...o.edges, ...edges] }
}
function withCircle(o: Outline, [u, v]: Place2, r: number): Outline {
  const p = freeParts(o, 'p')
  const [centre, rim] = [p.next().value, p.next().value]
  const edge: OutlineEdge = { id: freeParts(o, 'e').next().value, kind: 'circle', centre, rim }
  return { ...o, points: { ...o.points, [centre]: [u, v], [rim]: [u + r, v] }, edges: [...o.edges, edge] }
}

const place = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true })
const figure = fc.oneof(
  fc.record({
    kind: fc.constant('circle' as const),
    at: fc.tuple(place(90, 210), place(70, 130)),
    r: place(20, 60),
  }),
  fc.record({
    kind: fc.constantFrom('line' as const, 'arc' as const, 'curve' as const),
    at: fc.tuple(place(90, 210), place(70, 130)),
    r: place(25, 60),
    turn: place(0, 6),
    count: fc.integer({ min: 3, max: 7 }),
    bulge: place(0.05, 0.3),
  }),
)
type Figure = typeof figure extends fc.Arbitrary<infer T> ? T : never
const put = (o: Outline, f: Figure): Outline =>
  f.kind === 'circle'
    ? withCircle(o, f.at, f.r)
    : withFigure(
        o,
        Array.from({ length: f.count }, (_, k): Place2 => {
          const a = f.turn + (2 * Math.PI * k) / f.count
          return [f.at[0] + f.r * Math.cos(a), f.at[1] + f.r * Math.sin(a)]
        }),
        f.kind,
        f.bulge,
      )

/** The spans of a level line that lie in a figure. */
function spans(figure: readonly Segment[], y: number): Array<[number, number]> {
  const corners = figure.flatMap((s) => cornersOf(s, 0.005))
  const at = corners
    .flatMap(([x1, y1], k) => {
      const [x2, y2] = corners[(k + 1) % corners.length]!
      return y1 <= y === y2 <= y ? [] : [x1 + ((y - y1) / (y2 - y1)) * (x2 - x1)]
    })
    .sort((a, b) => a - b)
  return at.flatMap((x, k) => (k % 2 === 0 ? [[x, at[k + 1]!] as [number, number]] : []))
}
const total = (all: ReadonlyArray<[number, number]>) => all.reduce((sum, [a, b]) => sum + b - a, 0)
function scanned(a: readonly Segment[], b: readonly Segment[]) {
  const sums = { a: 0, b: 0, both: 0 }
  const step = 0.1
  for (let y = step / 2; y < SIZE[1]; y += step) {
    const [one, two] = [spans(a, y), spans(b, y)]
    sums.a += step * total(one)
    sums.b += step * total(two)
    for (const [p, q] of one)
      for (const [r, s] of two) sums.both += step * Math.max(0, Math.min(q, s) - Math.max(p, r))
  }
  return sums
}

const solve = (o: Outline) => solveOutline(o, {}, SIZE)
const areaOf = (o: Outline) => {
  const { paths, troubles } = pathsOf(o, solve(o), {}, SIZE)
  expect(troubles).toEqual([])
  return sizesOf(paths).area
}

test('areas of what two figures come to are those of a scan, with arcs that are still arcs', () => {
  fc.assert(
    fc.property(figure, figure, (one, two) => {
      const o = put(put(EMPTY, one), two)
      const figures = figuresIn(o)
      expect(figures).toHaveLength(2)
      // A circle comes first among them.
      const base = figures.find((f) => f.some((e) => e.id === 'e1'))!
      const other = figures.find((f) => f !== base)!
      const at = (id: string) => o.points[id]!
      const [a, b] = [base, other].map((f) => f.map((e) => segmentOf(e, at)))
      const scan = scanned(a!, b!)
      fc.pre(scan.both > 20 && scan.a - scan.both > 20 && scan.b - scan.both > 20)
      const expected: Record<How, number> = {
        join: scan.a + scan.b - scan.both,
        cut: scan.a - scan.both,
        share: scan.both,
      }
      for (const how of ['join', 'cut', 'share'] as const) {
        const made = combined(o, at, [base, other], how, solve)!
        // Half a step of a level side.
        expect(Math.abs(areaOf(made) - expected[how])).toBeLessThan(8)
        // Nothing is made of chords: no more edges than were there and the crossings part.
        expect(made.edges.length).toBeLessThanOrEqual(o.edges.length * 3)
        for (const e of made.edges) {
          const was = o.edges.find((x) => x.id === e.id)
          if (was) expect(e.kind).toBe(was.kind === 'circle' && e.kind === 'arc' ? 'arc' : was.kind)
          if (e.kind === 'arc') {
            const [p, q, c] = [e.from, e.to, e.centre].map((id) => made.points[id]!)
            const r = (x: readonly number[]) => Math.hypot(x[0]! - c![0], x[1]! - c![1])
            expect(r(p!)).toBeCloseTo(r(q!), 5)
          }
        }
      }
    }),
    { numRuns: runs(30), endOnFailure: true },
  )
})

test.each([
  ['join', 100 * 60 + (Math.PI * 900) / 2],
  ['cut', 100 * 60 - (Math.PI * 900) / 2],
  ['share', (Math.PI * 900) / 2],
] as const)('a disc whose middle is on the side of a rectangle: %s', (how, area) => {
  const o = withCircle(
    withFigure(
      EMPTY,
      [
        [100, 50],
        [200, 50],
        [200, 110],
        [100, 110],
      ],
      'line',
    ),
    [150, 50],
    30,
  )
  const facts = [
    ...['e1', 'e3'].map((e) => ({ kind: 'level', of: [e] })),
    ...['e2', 'e4'].map((e) => ({ kind: 'plumb', of: [e] })),
    { kind: 'place', of: ['p1'], way: 'along', from: 'near', value: '100' },
    { kind: 'place', of: ['p1'], way: 'across', from: 'near', value: '50' },
    { kind: 'distance', of: ['e1'], value: '100' },
    { kind: 'distance', of: ['e2'], value: '60' },
    { kind: 'place', of: ['p5'], way: 'along', from: 'near', value: '150' },
    { kind: 'place', of: ['p5'], way: 'across', from: 'near', value: '50' },
    { kind: 'radius', of: ['e5'], value: '30' },
    { kind: 'place', of: ['p6'], way: 'across', from: 'near', value: '50' },
  ].map((f, k) => ({ id: `f${k + 1}`, ...f }))
  const full = Outline.parse({ ...o, facts })
  const valued = (x: Outline) =>
    solveOutline(
      x,
      Object.fromEntries(x.facts.flatMap((f) => (f.value ? [[f.id, Number(f.value)]] : []))),
      SIZE,
    )
  expect(valued(full).state.kind).toBe('pinned')
  const figures = figuresIn(full)
  const [disc, box] = figures as [OutlineEdge[], OutlineEdge[]]
  const made = combined(full, (id) => full.points[id]!, [box, disc], how, valued)!
  expect(areaOf(made)).toBeCloseTo(area, 6)
  expect(Outline.safeParse(made).error).toBeUndefined()
  // All that stays can still be marked out: the length of a side that is cut is that between its corners.
  expect(valued(made).state).toEqual({ kind: 'pinned' })
  expect(made.facts.some((f) => f.kind === 'radius')).toBe(true)
  expect(valued(made).idle).toEqual([])
})

test('a slot of a bar and a disc as wide at its end meets the disc where it touches', () => {
  const o = withCircle(
    withFigure(
      EMPTY,
      [
        [50, 40],
        [150, 40],
        [150, 80],
        [50, 80],
      ],
      'line',
    ),
    [150, 60],
    20,
  )
  const [disc, bar] = figuresIn(o) as [OutlineEdge[], OutlineEdge[]]
  const made = combined(o, (id) => o.points[id]!, [bar, disc], 'join', solve)!
  expect(made.edges.map((e) => e.kind).sort()).toEqual(['arc', 'line', 'line', 'line'])
  expect(areaOf(made)).toBeCloseTo(100 * 40 + (Math.PI * 400) / 2, 6)
})

test('figures that share a side are one without it, and what lies apart comes to nothing shared', () => {
  const two = withFigure(
    withFigure(
      EMPTY,
      [
        [50, 40],
        [100, 40],
        [100, 80],
        [50, 80],
      ],
      'line',
    ),
    [
      [100, 40],
      [160, 40],
      [160, 80],
      [100, 80],
    ],
    'line',
  )
  const [a, b] = figuresIn(two) as [OutlineEdge[], OutlineEdge[]]
  const at = (id: string) => two.points[id]!
  expect(areaOf(combined(two, at, [a, b], 'join', solve)!)).toBeCloseTo(110 * 40, 6)
  expect(combined(two, at, [a, b], 'share', solve)).toBeNull()
})
