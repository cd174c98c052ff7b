import fc from 'fast-check'
import { Outline } from '../document'
import { mm } from '../testing/joinery'
import { again, round, setOff } from './copies'
import { EMPTY, lineTo, type Spot } from './edit'
import { withShape, type ReadyName } from './shapes'
import { solveOutline, type Place2 } from './solve'
import { areaOf, pathsOf } from './paths'
import { trimmed } from './trim'

const SIZE: Place2 = [600, 400]
const write = (n: number) => String(n)
/** Values of measures as they are written, which are figures here. */
const valuesOf = (o: Outline) =>
  Object.fromEntries(
    [...o.facts, ...o.corners].flatMap((x) =>
      x.value === undefined ? [] : [[x.id, Number(x.value)] as const],
    ),
  )
const solve = (o: Outline) => solveOutline(Outline.parse(o), valuesOf(o), SIZE)
const shape = (name: ReadyName, unit = 40) => withShape(EMPTY, name, { size: SIZE, unit, write })
const areasOf = (o: Outline) => {
  const solved = solve(o)
  return pathsOf(o, solved, valuesOf(o), SIZE).paths.map((p) => Math.abs(areaOf(p.segments)))
}
const at = (o: Outline) => {
  const { points } = solve(o)
  return (id: string) => points.get(id)!
}

test('what is set off is as much larger or smaller all round, and pinned by what it was', () => {
  fc.assert(
    fc.property(mm(1, 15), fc.constantFrom('in', 'out'), (by, side) => {
      const d = side === 'in' ? -by : by
      const wanted = {
        whole: (600 + 2 * d) * (400 + 2 * d),
        circle: Math.PI * (40 + d) ** 2,
        slot: 120 * 2 * (20 + d) + Math.PI * (20 + d) ** 2,
        // Eight sides across flats: 8 tan 22.5° r².
        sided: 8 * Math.tan(Math.PI / 8) * (40 + d) ** 2,
      }
      for (const [name, area] of Object.entries(wanted)) {
        const one = shape(name as ReadyName)
        const before = solve(one).state
        const off = setOff(one, at(one), one.edges[0]!.id, by, side, write)!
        expect(solve(off).state).toEqual(before)
        const all = areasOf(off)
        expect(all).toHaveLength(2)
        expect(Math.min(...all.map((x) => Math.abs(x / area - 1)))).toBeLessThan(1e-6)
      }
    }),
    { numRuns: 12, endOnFailure: true },
  )
})

test('inside is inside, whichever way its edges were drawn', () => {
  const corners: Spot[] = [
    [10, 10],
    [110, 10],
    [110, 60],
    [10, 60],
  ]
  fc.assert(
    fc.property(fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }), (turned) => {
      const points = Object.fromEntries(corners.map((p, k) => [`p${k + 1}`, p as [number, number]]))
      const edges = turned.map((back, k) => {
        const ends = [`p${k + 1}`, `p${((k + 1) % 4) + 1}`] as const
        return { id: `e${k + 1}`, kind: 'line' as const, from: ends[back ? 1 : 0], to: ends[back ? 0 : 1] }
      })
      const drawn = { ...EMPTY, points, edges }
      const off = setOff(drawn, (id) => drawn.points[id]!, 'e1', 5, 'in', write)!
      const fresh = Object.entries(off.points).filter(([id]) => !(id in points))
      const places = fresh.map(([, p]) => p.map((x) => Math.round(x * 1e6) / 1e6).join())
      expect(places.sort()).toEqual(['105,15', '105,55', '15,15', '15,55'])
    }),
    { numRuns: 16, endOnFailure: true },
  )
})

test('set off further inwards than there is, nothing comes of it', () => {
  for (const [name, by] of [
    ['whole', 201],
    ['circle', 40],
    ['slot', 20],
  ] as const) {
    const one = shape(name)
    expect(setOff(one, at(one), one.edges[0]!.id, by, 'in', write)).toBeNull()
  }
})

test('an open chain is set off to where it ends', () => {
  const spots: Spot[] = [
    [10, 10],
    [110, 10],
    [110, 60],
  ]
  const one = lineTo(EMPTY, spots[0]!, spots[1]!)!
  const two = lineTo(one.outline, one.end, spots[2]!)!
  const drawn = { ...two.outline }
  const off = setOff(drawn, (id) => drawn.points[id]!, drawn.edges[0]!.id, 5, 'in', write)!
  const places = Object.values(off.points).map((p) => p.map((x) => Math.round(x * 1e6) / 1e6).join())
  expect(places).toEqual(expect.arrayContaining(['10,15', '105,15', '105,60']))
})

test('drawn again it follows the first, so far off each way', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<ReadyName>('circle', 'slot', 'heart'),
      mm(50, 90),
      fc.constantFrom(0, 1),
      (name, by, axis) => {
        const one = shape(name, 20)
        const before = solve(one).state
        const off: Place2 = axis === 0 ? [by, 0] : [0, by]
        const two = again(one, at(one), one.edges[0]!.id, off, write)
        expect(solve(two).state).toEqual(before)
        const [first, second] = areasOf(two)
        expect(second! / first!).toBeCloseTo(1, 6)
        const ids = Object.keys(one.points)
        const there = at(two)
        const copies = Object.keys(two.points).filter((id) => !ids.includes(id))
        for (const id of ids) {
          const [u, v] = [there(id)[0] + off[0], there(id)[1] + off[1]]
          expect(copies.some((c) => Math.hypot(there(c)[0] - u, there(c)[1] - v) < 1e-6)).toBe(true)
        }
      },
    ),
    { numRuns: 20, endOnFailure: true },
  )
})

test('round the middle all are alike, and as far from it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 8 }), (count) => {
      const one = shape('circle', 10)
      const put = { ...one, facts: one.facts.map((f) => (f.way === 'along' ? { ...f, value: '80' } : f)) }
      const ring = round(put, at(put), put.edges[0]!.id, count, [300, 200], write)
      expect(solve(ring).state).toEqual({ kind: 'pinned' })
      expect(areasOf(ring)).toHaveLength(count)
      const there = at(ring)
      for (const e of ring.edges) {
        if (e.kind !== 'circle') continue
        const [u, v] = there(e.centre)
        expect(Math.hypot(u - 300, v - 200)).toBeCloseTo(80, 6)
      }
    }),
    { numRuns: 8, endOnFailure: true },
  )
})

test('an end is cut back to the nearest edge that crosses, straight or round, and stays on it', () => {
  const circle = shape('circle')
  // Through the circle of 40 about 300, 200, and a good way out on both sides.
  const line = lineTo(circle, [200, 210], [420, 210])!.outline
  const id = line.edges.at(-1)!.id
  const [from, to] = [line.edges.at(-1) as { from: string; to: string }].flatMap((e) => [e.from, e.to])
  const plain = (o: Outline) => (p: string) => o.points[p]!
  const cut = trimmed(line, plain(line), id, to!)!
  const half = Math.sqrt(40 ** 2 - 10 ** 2)
  expect(cut.points[to!]![0]).toBeCloseTo(300 + half, 9)
  expect(cut.facts.at(-1)).toMatchObject({ kind: 'on', of: [to, circle.edges[0]!.id] })
  const both = trimmed(cut, plain(cut), id, from!)!
  expect(both.points[from!]![0]).toBeCloseTo(300 - half, 9)
  // Nothing else crosses it now.
  expect(trimmed(both, plain(both), id, from!)).toBeNull()
})

test('an end that another edge shares is left to that one', () => {
  const box = shape('whole')
  const across = lineTo(box, [100, -20], [100, 420])!.outline
  const bottom = box.edges[0] as { id: string; from: string; to: string }
  const cut = trimmed(across, (p) => across.points[p]!, bottom.id, bottom.from)!
  expect(Object.keys(cut.points)).toHaveLength(Object.keys(across.points).length + 1)
  expect(cut.points[bottom.from]).toEqual([0, 0])
  const now = cut.edges.find((e) => e.id === bottom.id) as { from: string }
  expect(cut.points[now.from]![0]).toBeCloseTo(100, 9)
})
