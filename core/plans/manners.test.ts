/** Places written as they run, chained, and in rows: each says how far apart its two places are. */
import fc from 'fast-check'
import { MANNERS, type Manner, type Written } from './manners'
import type { Mark } from './sheet'

const FROM = 20
const ROW = { from: FROM, edge: 100, room: [0, 400] } as const

/** Places at millimetres of paper from the reference, at full size, as a manner tells them. */
function written(manner: Manner, all: readonly number[]): Written[] {
  const sorted = [...new Set(all)].sort((a, b) => a - b)
  return sorted.map((mm, k) => {
    const since = MANNERS[manner].since === 'before' ? (sorted[k - 1] ?? 0) : 0
    return { key: `place ${k}`, at: FROM + mm, since: FROM + since, text: String(mm - since), by: null }
  })
}
const lines = (marks: readonly Mark[], key: string) =>
  marks.flatMap((m) => (m.kind === 'line' && m.part === key ? [m] : []))
const texts = (marks: readonly Mark[]) => marks.flatMap((m) => (m.kind === 'text' ? [m] : []))

const places = fc.uniqueArray(fc.integer({ min: 2, max: 300 }), { minLength: 1, maxLength: 12 })

test.each(['chain', 'baseline'] as const)(
  '%s: each figure is as long as its line, along and across',
  (manner) => {
    fc.assert(
      fc.property(places, (all) => {
        const told = written(manner, all)
        for (const [marks, along] of [
          [MANNERS[manner].level(told, ROW), 'x'],
          [MANNERS[manner].upright(told, ROW), 'y'],
        ] as const) {
          expect(texts(marks)).toHaveLength(told.length)
          for (const { key, at, since, text } of told) {
            const long = lines(marks, key).filter((m) =>
              along === 'x' ? m.y1 === m.y2 && m.x1 !== m.x2 : m.x1 === m.x2 && m.y1 !== m.y2,
            )
            const ends = long.map((m) => (along === 'x' ? [m.x1, m.x2] : [m.y1, m.y2]).sort((a, b) => a - b))
            expect(ends).toContainEqual([since, at])
            expect(at - since).toBe(Number(text))
          }
        }
      }),
    )
  },
)

test('rows of a baseline stand clear of each other, the shortest nearest', () => {
  const told = written('baseline', [10, 200, 60])
  const marks = MANNERS.baseline.level(told, ROW)
  const rows = told.map(({ key }) => lines(marks, key).find((m) => m.y1 === m.y2)!.y1)
  expect(rows).toEqual([...rows].sort((a, b) => b - a))
  expect(rows[0]! - rows[1]!).toBeGreaterThan(4)
  expect(ROW.edge - rows.at(-1)! + 4).toBeLessThanOrEqual(MANNERS.baseline.high(3, 0) + 4)
})

test('a chain that goes on on another sheet begins there where it stopped', () => {
  const told = written('chain', [40, 90, 160]).slice(1)
  const marks = MANNERS.chain.level(told, ROW)
  const ticks = marks.filter((m) => m.kind === 'line' && m.x1 !== m.x2 && m.y1 !== m.y2)
  expect(ticks.map((m) => m.kind === 'line' && (m.x1 + m.x2) / 2)).toEqual([60, 110, 180])
})
