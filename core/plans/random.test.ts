/** Drawings of pieces with work of many kinds, at random: tidy, and every figure where it says that it is. */
import fc from 'fast-check'
import { modelOf } from '../model'
import { untoldOn } from '../testing/complete'
import { pieces } from '../testing/pieces'
import { misread } from '../testing/reader'
import { runs } from '../testing/runs'
import { testKernel } from '../testing/scenario'
import { workKind } from '../work'
import { boundsOf, planSheets, type Bounds, type Mark, type Sheet } from './index'

const kernel = await testKernel()

type Text = Extract<Mark, { kind: 'text' }>
const textsOf = (s: Sheet) => s.marks.filter((m): m is Text => m.kind === 'text')
const meet = (a: Bounds, b: Bounds) =>
  a.x1 < b.x2 - 0.1 && b.x1 < a.x2 - 0.1 && a.y1 < b.y2 - 0.1 && b.y1 < a.y2 - 0.1
/** The least that figures of fractions are of their size (sheet.ts). */
const SMALLEST = 2.5

/** The sheets without one of their figures. */
const without = (sheets: readonly Sheet[], key: string): Sheet[] =>
  sheets.map((s) => ({ ...s, marks: s.marks.filter((m) => m.part !== key) }))

test('no text is over another or off the frame, no figure is wrong, nothing is left untold', () => {
  let read = 0
  let [open, asked, dropped, noticed] = [0, 0, 0, 0]
  let notes = 0
  fc.assert(
    fc.property(pieces, (project) => {
      const model = modelOf(project)
      const sheets = [...planSheets(model, kernel)]
      const faults: string[] = []
      for (const s of sheets) {
        const { wrong, read: some } = misread(s, 1)
        read += some
        faults.push(...wrong.map((w) => `wrong: ${w}`))
        const all = textsOf(s)
        const boxes = all.map(boundsOf)
        boxes.forEach((b, i) => {
          if (b.x1 < 7.9 || b.y1 < 7.9 || b.x2 > s.width - 7.9 || b.y2 > s.height - 7.9)
            faults.push(`off: ${all[i]!.text}`)
          if (all[i]!.size < SMALLEST) faults.push(`small: ${all[i]!.text}`)
          boxes.slice(i + 1).forEach((o, j) => {
            if (meet(b, o)) faults.push(`over: ${all[i]!.text} and ${all[i + 1 + j]!.text}`)
          })
        })
        for (const m of s.marks)
          if (m.kind === 'line' && m.pen === 'hidden') {
            const long = Math.hypot(m.x2 - m.x1, m.y2 - m.y1)
            // A dash and its gap, or one of two strokes with a gap between them.
            if (long < 0.299 || (long > 1.5 && long < 3.6)) faults.push(`no gap: ${long}`)
          }
      }
      const { untold, of } = untoldOn(sheets, 'mm')
      open += untold.length
      asked += of
      const place = sheets.flatMap((s) => s.items ?? []).find((i) => i.kind === 'place')
      if (place) {
        dropped++
        if (untoldOn(without(sheets, place.key), 'mm').untold.length > untold.length) noticed++
      }
      // Each place is told once in its view, each work called out once.
      const items = sheets.flatMap((s) => s.items ?? [])
      const keys = items.filter((i) => i.kind !== 'view').map((i) => i.key)
      expect(new Set(keys).size).toBe(keys.length)
      const told = items.filter((i) => i.kind === 'note').flatMap((i) => [i.key, ...i.also])
      const [piece] = model.resolved.instances
      for (const f of model.features(piece!)) {
        notes++
        const arcs = workKind(f).callout(f.data).length > 0
        if (arcs && !told.includes(`note ${f.id}`)) faults.push(`not called out: ${f.kind}`)
      }
      expect(faults).toEqual([])
    }),
    { numRuns: runs(120), endOnFailure: true },
  )
  // What is open are corners where a hole breaks out of a slope or of other work: they follow from both.
  expect(open / asked).toBeLessThan(0.02)
  // Figures are needed: without the first of them, the reader often finds no other way to what that told.
  expect(noticed / dropped).toBeGreaterThan(0.4)
  expect(read).toBeGreaterThan(3 * runs(120))
  expect(notes).toBeGreaterThan(3 * runs(120))
})
