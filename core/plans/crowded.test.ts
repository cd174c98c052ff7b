/** A piece with much work on it: its drawing stays, and what is told goes on over further sheets. */
import { change, onFace } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, make, stops, testKernel } from '../testing/scenario'
import { workKind } from '../work'
import { boundsOf, planSheets, type Mark, type Sheet } from './index'
import { formatLength, marked } from '../measure'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** So many holes, no two alike and no two in a row. */
const crowded = (n: number, [l, w, t]: readonly [number, number, number]) =>
  modelOf(
    make([
      ...block('a', 'right-up', [0, l], [0, w], [0, t]),
      ...Array.from({ length: n }, (_, k) =>
        change.addStep({
          on: 'a',
          step: {
            id: `w${k + 1}`,
            kind: 'bore',
            off: false,
            at: onFace('face'),
            fields: {
              along: String(20 + ((l - 40) * k) / n),
              across: String(6 + ((w - 12) * ((k * 7) % n)) / n),
              diameter: String(2 + k / 10),
            },
            options: {},
          },
        }),
      ),
    ]),
  )
type Text = Extract<Mark, { kind: 'text' }>
const texts = (s: Sheet) => s.marks.filter((m): m is Text => m.kind === 'text')

const BOARDS: ReadonlyArray<readonly [number, number, number]> = [
  [600, 120, 24],
  [900, 40, 18],
  [150, 150, 6],
]
test.each([8, 20, 40, 60].flatMap((n) => BOARDS.map((b) => [n, b] as const)))(
  '%i different holes in %j: nothing is lost, off the sheet, or over other text',
  (n, board) => {
    const model = crowded(n, board)
    expect(stops(model)).toEqual([])
    const sheets = [...planSheets(model, kernel)].filter((s) => s.title.startsWith('A A'))
    const [i] = model.resolved.instances
    const say = (mm: number) => marked(formatLength(Math.round(mm * 1e7) / 1e7, model.resolved.style))
    const wanted = model
      .features(i!)
      .flatMap((f) => workKind(f).dimensions(f.data))
      .filter((d) => d.what === 'place')
      .map((d) => say(d.to))
    const written = new Set(sheets.flatMap((s) => texts(s).map((m) => m.text)))
    expect(wanted.filter((w) => !written.has(w))).toEqual([])
    expect([...written].filter((w) => /^(Hole|Bore) Ø/.test(w)).length).toBeGreaterThanOrEqual(n)
    for (const s of sheets) {
      // Its outline is as large on each.
      const lines = s.marks.filter((m) => m.kind === 'line' && m.pen === 'visible')
      const long = Math.max(...lines.map((m) => (m.kind === 'line' ? Math.abs(m.x2 - m.x1) : 0)))
      expect(long).toBeGreaterThan(59)
      const all = texts(s).map((m) => ({ text: m.text, b: boundsOf(m) }))
      const out = all.filter(
        ({ b }) => b.x1 < 7.9 || b.y1 < 7.9 || b.x2 > s.width - 7.9 || b.y2 > s.height - 7.9,
      )
      expect(out).toEqual([])
      const over = all.flatMap((a, k) =>
        all
          .slice(k + 1)
          .filter(
            ({ b }) =>
              a.b.x1 < b.x2 - 0.1 && b.x1 < a.b.x2 - 0.1 && a.b.y1 < b.y2 - 0.1 && b.y1 < a.b.y2 - 0.1,
          )
          .map((b) => `${a.text} over ${b.text}`),
      )
      expect(over).toEqual([])
    }
    const last = sheets.at(-1)!
    expect(texts(last).map((m) => m.text)).toContain(`${sheets.length} of ${sheets.length}`)
  },
)
