import fc from 'fast-check'
import {
  arcTo,
  asSolved,
  circleTo,
  curveTo,
  EMPTY,
  lineTo,
  pathsOf,
  pinned,
  READY_SHAPES,
  said,
  sizesOf,
  solveOutline,
  split,
  standing,
  without,
  withShape,
  type Place2,
  type ReadyName,
  type Values,
} from './index'
import { Outline } from '../document'

const SIZE: Place2 = [400, 300]
const ON = { size: SIZE, unit: 40, write: (mm: number) => mm.toFixed(9) }
/** Measures of tests are plain numbers. */
const valuesOf = (o: Outline): Values =>
  Object.fromEntries([...o.facts, ...o.corners].flatMap((x) => (x.value ? [[x.id, Number(x.value)]] : [])))
const solve = (o: Outline, size = SIZE) => solveOutline(o, valuesOf(o), size)

test.each(Object.keys(READY_SHAPES) as ReadyName[])(
  '%s is pinned as it comes, and is what it says',
  (name) => {
    const outline = Outline.parse(withShape(EMPTY, name, ON))
    const solved = solve(outline)
    expect(solved).toMatchObject({ state: { kind: 'pinned' }, idle: [] })
    // It stands where it was drawn.
    for (const [id, p] of solved.points)
      expect(Math.hypot(p[0] - outline.points[id]![0], p[1] - outline.points[id]![1])).toBeLessThan(1e-6)
    const { paths, troubles } = pathsOf(outline, solved, valuesOf(outline), SIZE)
    const area = sizesOf(paths).area
    const [w, h] = SIZE
    const r = 40
    const segment = (chord: number, rise: number) => {
      const radius = (chord * chord) / (8 * rise) + rise / 2
      const angle = 2 * Math.asin(chord / 2 / radius)
      return (radius * radius * (angle - Math.sin(angle))) / 2
    }
    const wanted: Record<ReadyName, number> = {
      whole: w * h,
      arched: w * (h - 80) + segment(w, 80),
      rectangle: 8 * r * r,
      rounded: 8 * r * r - (4 - Math.PI) * (r / 2) ** 2,
      circle: Math.PI * r * r,
      slot: 3 * r * r + Math.PI * (r / 2) ** 2,
      triangle: 3 * r * r * Math.tan(Math.PI / 3),
      pentagon: 5 * r * r * Math.tan(Math.PI / 5),
      hexagon: 6 * r * r * Math.tan(Math.PI / 6),
      sided: 8 * r * r * Math.tan(Math.PI / 8),
      twelve: 12 * r * r * Math.tan(Math.PI / 12),
      sector: (Math.PI / 6) * (9 - 4) * r * r,
      heart: 3 * r * r + Math.PI * r * r,
      ogee: 0,
    }
    expect(area).toBeCloseTo(wanted[name], 4)
    expect(troubles.length > 0).toBe(name === 'ogee')
  },
)

test('two shapes in one outline keep apart, and one on the whole face follows its size', () => {
  const outline = withShape(withShape(EMPTY, 'whole', ON), 'circle', ON)
  expect(solve(outline).state).toEqual({ kind: 'pinned' })
  const other: Place2 = [500, 350]
  const { paths } = pathsOf(outline, solve(outline, other), valuesOf(outline), other)
  expect(sizesOf(paths).area).toBeCloseTo(500 * 350 - Math.PI * 1600, 4)
})

const spot = fc.tuple(
  fc.double({ min: 10, max: 390, noNaN: true }),
  fc.double({ min: 10, max: 290, noNaN: true }),
)

test('what is drawn can be pinned as it stands, and taken away again to nothing', () => {
  fc.assert(
    fc.property(
      fc.array(spot, { minLength: 3, maxLength: 6 }),
      fc.integer({ min: 0, max: 5 }),
      (spots, bent) => {
        let outline = EMPTY
        let at = 'p1'
        spots.forEach((p, k) => {
          const next = spots[(k + 1) % spots.length]!
          const to = k === spots.length - 1 ? 'p1' : next
          const from = k === 0 ? p : at
          const middle: Place2 = [
            (p[0] + next[0]) / 2 + (next[1] - p[1]) / 4,
            (p[1] + next[1]) / 2 - (next[0] - p[0]) / 4,
          ]
          const made =
            k === bent
              ? arcTo(outline, from, to, middle)
              : k === bent + 1
                ? curveTo(outline, from, to)
                : lineTo(outline, from, to)
          fc.pre(made !== null)
          outline = made.outline
          at = made.end
        })
        outline = circleTo(outline, [200, 150], [210, 150])!
        const all = Outline.parse(pinned(outline, solve(outline), SIZE, ON.write, (o) => solve(o)))
        const solved = solve(all)
        expect(solved).toMatchObject({ state: { kind: 'pinned' }, idle: [] })
        for (const [id, p] of solved.points)
          expect(Math.hypot(p[0] - outline.points[id]![0], p[1] - outline.points[id]![1])).toBeLessThan(1e-5)
        const nothing = all.edges.reduce((o, e) => without(o, [e.id]), all)
        expect(nothing).toEqual({ ...EMPTY })
      },
    ),
    { numRuns: 60, endOnFailure: true },
  )
})

test('an arc goes through the place it was drawn through, whichever way it bends', () => {
  fc.assert(
    fc.property(spot, spot, spot, (a, b, c) => {
      const made = arcTo(EMPTY, a, b, c)
      const bent = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]))
      fc.pre(made !== null && bent > 200)
      const { outline } = made
      const { open } = pathsOf(outline, solve(outline), {}, SIZE)
      const arc = open[0]!
      expect(
        arc.kind === 'arc' && Math.abs(Math.hypot(c[0] - arc.centre[0], c[1] - arc.centre[1]) - arc.radius),
      ).toBeLessThan(1e-5)
      // The place lies on the part that is drawn: to the same side of the chord as the arc bends.
      const part = arc.kind === 'arc' ? arc.sweep : 0
      const side = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
      expect(Math.sign(part)).toBe(-Math.sign(side))
    }),
    { endOnFailure: true },
  )
})

test('what stands is what a measure of it would say, so that typing it moves nothing', () => {
  const outline = withShape(EMPTY, 'slot', ON)
  const free = { ...outline, facts: [] }
  const solved = solve(free)
  const tell = (kind: string, of: string[], way?: 'along' | 'across') =>
    standing(free, solved, SIZE, { kind, of, ...(way && { way }) })
  expect(tell('distance', ['e1'])).toBeCloseTo(120, 9)
  expect(tell('radius', ['e2'])).toBeCloseTo(20, 9)
  expect(tell('rise', ['e2'])).toBeCloseTo(20, 9)
  expect(tell('distance', ['p1', 'p3'], 'across')).toBeCloseTo(40, 9)
  expect(tell('place', ['p5'], 'across')).toBeCloseTo(150, 9)
  expect(tell('reach', ['e2'], 'along')).toBeCloseTo(280, 9)
  expect(tell('reach', ['e4'], 'along')).toBeCloseTo(120, 9)
  expect(tell('away', ['p5', 'e1'])).toBeCloseTo(20, 9)
  const put = said(free, { kind: 'rise', value: String(tell('rise', ['e2'])) }, ['e2'])!.outline
  for (const [id, p] of solve(put).points)
    expect(Math.hypot(p[0] - solved.points.get(id)![0], p[1] - solved.points.get(id)![1])).toBeLessThan(1e-7)
  expect(said(free, { kind: 'radius', value: '3' }, ['e1'])).toBeNull()
})

test('a line is parted at its middle; what was said of its length goes, its way stays', () => {
  const whole = withShape(EMPTY, 'rectangle', ON)
  const parted = split(whole, 'e1')
  expect(parted.edges).toHaveLength(5)
  expect(parted.facts.filter((f) => f.of.includes('e1')).map((f) => f.kind)).toEqual(['level'])
  expect(solve(parted).state).toMatchObject({ kind: 'loose' })
  expect(asSolved(parted, solve(parted)).points.p5).toEqual([200, 110])
})
