/** Patterns at full size: laid over each other as their crosses say, the sheets are the piece. */
import fc from 'fast-check'
import { cornersOf, polygon, type Place2, type Segment } from '../../outline'
import { MARGIN, PAPER, type Mark } from '../index'
import type { Flat } from './kind'
import { patternSheets } from './pattern'
import { runs } from '../../testing/runs'

const MM = { unit: 'mm', form: 'decimal', places: 1 } as const
const size = fc.tuple(
  fc.double({ min: 20, max: 900, noNaN: true }),
  fc.double({ min: 20, max: 700, noNaN: true }),
)
const rectangle = (w: number, h: number): Segment[] =>
  polygon([
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ])
const hole = (u: number, v: number, radius: number): Segment[] => [
  {
    kind: 'arc',
    from: [u + radius, v],
    to: [u + radius, v],
    centre: [u, v],
    radius,
    sweep: 2 * Math.PI,
    of: '',
  },
]
const flat = (w: number, h: number, r: number): Flat => ({
  name: 'Plaque',
  size: [w, h],
  layers: [
    { name: 'outline', depth: null, paths: [rectangle(w, h), hole(w / 3, h / 2, r)] },
    { name: 'recess 6 mm', depth: 6, paths: [rectangle(w / 4, h / 4)] },
  ],
  texts: [],
  left: [],
})
const made = (f: Flat, paper: keyof typeof PAPER) => {
  const all = patternSheets(f, paper, MM, true)
  if ('why' in all) throw new Error(all.why)
  return all.sheets
}
const lines = (marks: readonly Mark[]) => marks.flatMap((m) => (m.kind === 'line' ? [m] : []))
const texts = (marks: readonly Mark[]) => marks.flatMap((m) => (m.kind === 'text' ? [m] : []))
const onePaper = fc.constantFrom<keyof typeof PAPER>('a4', 'letter')

/** The lowest left corner of each sheet in the pattern, from the name of the crosses that they share. */
function placed(sheets: ReturnType<typeof made>): Place2[] {
  const crosses = sheets.map(
    ({ marks }) =>
      new Map(
        texts(marks).flatMap((t) =>
          /^[A-Z]{1,2}$/.test(t.text) ? [[t.text, [t.x - 1, t.y + 1] as const]] : [],
        ),
      ),
  )
  const at: Array<Place2 | undefined> = sheets.map((_, n) => (n === 0 ? [0, 0] : undefined))
  for (let turn = 0; turn < sheets.length; turn++)
    crosses.forEach((mine, n) => {
      if (at[n]) return
      crosses.forEach((theirs, m) => {
        const from = at[m]
        const [name] = [...mine.keys()].filter((k) => theirs.has(k))
        if (!from || name === undefined || at[n]) return
        const [a, b] = [mine.get(name)!, theirs.get(name)!]
        at[n] = [from[0] + b[0] - a[0], from[1] + b[1] - a[1]]
      })
    })
  return at.map((p) => p!)
}

test('laid cross on cross, the sheets show all of it where it is, at full size', () => {
  fc.assert(
    fc.property(size, onePaper, fc.double({ min: 3, max: 9, noNaN: true }), ([w, h], paper, r) => {
      const sheets = made(flat(w, h, r), paper)
      const at = placed(sheets)
      const [width, height] = PAPER[paper]
      // Whole lines put together from their parts: how much of the strong ones there is, each place once.
      const strong = sheets.flatMap(({ marks }, n) =>
        lines(marks)
          .filter((l) => l.pen === 'visible')
          .map((l) => {
            for (const x of [l.x1, l.x2]) expect(x).toBeGreaterThanOrEqual(MARGIN - 1e-6)
            for (const x of [l.x1, l.x2]) expect(x).toBeLessThanOrEqual(width - MARGIN + 1e-6)
            for (const y of [l.y1, l.y2]) expect(y).toBeLessThanOrEqual(height - MARGIN + 1e-6)
            const [u, v] = at[n]!
            return [
              [l.x1 + u, l.y1 + v],
              [l.x2 + u, l.y2 + v],
            ] as const
          }),
      )
      const all = strong.flat()
      const reach = (i: 0 | 1) => Math.max(...all.map((p) => p[i])) - Math.min(...all.map((p) => p[i]))
      // Turned on its side, its length runs up.
      const sizes = [reach(0), reach(1)].sort((a, b) => a - b)
      const wanted = [w, h].sort((a, b) => a - b)
      sizes.forEach((s, i) => expect(s).toBeCloseTo(wanted[i]!, 6))
      // Round the hole: as many places as it has, each as far from its middle as its radius.
      const turned = Math.abs(reach(0) - w) > 1e-6
      const [left, low] = [Math.min(...all.map((p) => p[0])), Math.max(...all.map((p) => p[1]))]
      const middle = turned ? [left + h / 2, low - w / 3] : [left + w / 3, low - h / 2]
      const round = all.filter((p) => Math.abs(Math.hypot(p[0] - middle[0]!, p[1] - middle[1]!) - r) < 0.05)
      expect(round.length).toBeGreaterThanOrEqual(cornersOf(hole(0, 0, r)[0]!, 0.02).length)
    }),
    { numRuns: runs(60) },
  )
})

test('two sheets that lie beside each other share their cross, and no cross is on one alone', () => {
  fc.assert(
    fc.property(size, onePaper, ([w, h], paper) => {
      const sheets = made(flat(w, h, 5), paper)
      const names = sheets.flatMap(({ marks }) =>
        texts(marks)
          .map((t) => t.text)
          .filter((t) => /^[A-Z]{1,2}$/.test(t)),
      )
      const count = new Map<string, number>()
      for (const n of names) count.set(n, (count.get(n) ?? 0) + 1)
      for (const n of count.values()) expect(n).toBe(2)
      expect(sheets.length === 1).toBe(count.size === 0)
    }),
    // Hardly anything is left for the last row and column.
    { numRuns: runs(60), examples: [[[690.000001, 520.000001], 'a4']] },
  )
})

test('a sheet says what it is, how deep, and has a line to check the printer by', () => {
  const [sheet] = made(flat(200, 120, 8), 'a4')
  const said = texts(sheet!.marks).map((t) => t.text)
  expect(said).toContain('Plaque, pattern at full size')
  expect(said).toContain('The grain runs across the sheet')
  expect(said).toContain('recess, 6 deep')
  expect(patternSheets(flat(200, 120, 8), 'a4', MM, false)).not.toEqual({ sheets: [sheet] })
  expect(said).toContain('this line measures 100; print at 100 %')
  expect(lines(sheet!.marks).some((l) => Math.abs(Math.abs(l.x2 - l.x1) - 100) < 1e-9 && l.y1 === l.y2)).toBe(
    true,
  )
  expect(lines(sheet!.marks).filter((l) => l.pen === 'hidden').length).toBeGreaterThan(0)
})

test('it is turned where that takes fewer sheets, and too many are refused in a sentence', () => {
  // 250 high does not fit under the head of an A4 that lies, 180 by 250 does on its side.
  const sheets = made(flat(180, 250, 8), 'a4')
  expect(sheets).toHaveLength(1)
  expect(texts(sheets[0]!.marks).map((t) => t.text)).toContain('The grain runs up the sheet')
  expect(patternSheets(flat(3000, 2000, 5), 'a4', MM, true)).toEqual({
    why: expect.stringMatching(
      /^A pattern of Plaque at full size takes \d+ sheets of this paper, and not more than 60/,
    ),
  })
})
