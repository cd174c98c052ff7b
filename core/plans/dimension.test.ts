import fc from 'fast-check'
import { levelDimension, runningLevel, runningUpright, uprightDimension } from './dimension'
import { shorten } from './frame'
import { largestScale } from './scale'
import { boundsOf, TEXT, textWidth, type Line, type Mark, type Text } from './sheet'

const texts = (marks: readonly Mark[]) => marks.filter((m): m is Text => m.kind === 'text')
const lines = (marks: readonly Mark[]) => marks.filter((m): m is Line => m.kind === 'line')
const place = fc.integer({ min: 20, max: 260 })

test('a dimension stands between its two places, or beside them where there is no room', () => {
  fc.assert(
    fc.property(place, fc.integer({ min: 1, max: 80 }), (x, size) => {
      const marks = levelDimension(x, x + size, 100, 90, '33 1/4')
      const [text] = texts(marks)
      const b = boundsOf(text!)
      const fits = textWidth('33 1/4', TEXT) + 2 <= size
      if (fits) expect(b.x1 >= x && b.x2 <= x + size).toBe(true)
      else expect(b.x1).toBeGreaterThan(x + size)
      // Its line runs from the one place to the other, and an extension comes from the view at each.
      expect(lines(marks).some((l) => l.y1 === 100 && l.y2 === 100 && l.x1 === x && l.x2 === x + size)).toBe(
        true,
      )
      for (const at of [x, x + size])
        expect(lines(marks).some((l) => l.x1 === at && l.x2 === at && Math.min(l.y1, l.y2) > 90)).toBe(true)
      const upright = texts(uprightDimension(x, x + size, 100, 110, '33 1/4'))[0]!
      expect(upright.turn).toBe(fits ? 90 : 0)
    }),
  )
})

test('running measures keep their order, clear of each other, each with a line to its own place', () => {
  fc.assert(
    fc.property(fc.uniqueArray(place, { minLength: 1, maxLength: 12 }), (places) => {
      const sorted = [...places].sort((a, b) => a - b)
      for (const [marks, along] of [
        [
          runningLevel(
            sorted.map((x) => ({ key: '', x, text: String(x) })),
            40,
            50,
          ),
          'x',
        ],
        [
          runningUpright(
            sorted.map((y) => ({ key: '', y, text: String(y) })),
            40,
            50,
          ),
          'y',
        ],
      ] as const) {
        const written = texts(marks)
        expect(written.map((t) => t.text)).toEqual(sorted.map(String))
        written.slice(1).forEach((t, n) => expect(t[along] - written[n]![along]).toBeGreaterThanOrEqual(TEXT))
        for (const at of sorted)
          expect(
            lines(marks).some((l) =>
              along === 'x' ? l.x1 === at && l.x2 === at : l.y1 === at && l.y2 === at,
            ),
          ).toBe(true)
      }
    }),
  )
})

test('the scale is the largest of the usual ones that fits, and there is one for anything', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9_000_000 }),
      fc.constantFrom('in', 'mm' as const),
      (size, unit) => {
        const fits = (factor: number) => size * factor <= 200
        const scale = largestScale(unit, fits)
        expect(fits(scale.factor)).toBe(true)
        // Nothing twice as large would have fitted as well.
        if (scale.factor < 1) expect(fits(scale.factor * 2.51)).toBe(false)
        expect(scale.says).toMatch(unit === 'in' ? /^(full|\d+\/\d+) size$/ : /^1:[\d.]+$/)
      },
    ),
  )
  expect(largestScale('mm', () => true)).toEqual({ factor: 1, says: '1:1' })
})

test('a text is shortened to its field, and left whole where it fits', () => {
  fc.assert(
    fc.property(
      fc.string({ minLength: 1, maxLength: 60 }),
      fc.integer({ min: 10, max: 120 }),
      (text, width) => {
        const cut = shorten(text, 3.5, width)
        if (textWidth(text, 3.5) <= width) expect(cut).toBe(text)
        else {
          expect(cut.endsWith('…')).toBe(true)
          expect(cut.length === 2 || textWidth(cut, 3.5) <= width + 1e-9).toBe(true)
        }
      },
    ),
  )
})
