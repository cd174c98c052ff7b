import fc from 'fast-check'
import { change, execute, onFace, type Change } from '../../../core/document'
import { modelOf } from '../../../core/model'
import { stickSheets } from '../../../core/plans/stick'
import { textWidth } from '../../../core/plans/sheet'
import { block, join, make } from '../../../core/testing/scenario'
import { shownOf } from '../../../core/testing/shown'
import { layLabels, tickChanges, ticksOf, TYPE } from './sticks'

test('numbers on a stick never touch one another, however many there are and how narrow it is', () => {
  const text = fc.constantFrom('0', '¾', '12', '27/64', '11 27/64', '≈ 103 23/32', '1234.5')
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), text), { minLength: 1, maxLength: 120 }),
      fc.integer({ min: 220, max: 1400 }),
      (ticks, room) => {
        const sorted = [...ticks].sort(([a], [b]) => a - b)
        const texts = sorted.map(([, t]) => t)
        const laid = layLabels(
          sorted.map(([share]) => share * room),
          texts,
          room,
        )
        expect(laid.labels).toHaveLength(texts.length)
        expect(laid.width).toBeGreaterThanOrEqual(room)
        const size = TYPE[laid.rows - 1]!
        for (let row = 0; row < laid.rows; row++) {
          const mine = laid.labels.flatMap((l, n) =>
            l.row === row ? [{ ...l, w: textWidth(texts[n]!, size) }] : [],
          )
          for (const [k, l] of mine.entries()) {
            expect(l.x - l.w / 2).toBeGreaterThanOrEqual(0)
            expect(l.x + l.w / 2).toBeLessThanOrEqual(laid.width)
            const next = mine[k + 1]
            if (next) expect(next.x - l.x).toBeGreaterThanOrEqual((l.w + next.w) / 2)
          }
        }
      },
    ),
  )
})

/** A post with a shelf in it, and a groove of the maker's own. */
const own: Change = change.addStep({
  on: 'b',
  step: {
    id: 'w1',
    kind: 'channel',
    at: onFace('face'),
    fields: { place: '100', width: '10', depth: '4', stop1: '0', stop2: '0', angle: '0' },
    options: { run: 'across', from: 'far' },
  },
})
const bench = make([
  ...block('a', 'right-up', [18, 464], [0, 300], [200, 18]),
  ...block('b', 'up-left', [0, 18], [0, 300], [0, 700]),
  join('housing', ['a.end1', 'b'], { depth: 6, fit: 0, gap: 0, stop1: 0, stop2: 0 }),
  own,
])
const shown = shownOf(bench)
const post = shown.byKey.get('b#1')!
const ticks = ticksOf(post.length, 0, shown.features('b#1'))
const after = (n: number, by: number) => {
  const changes = tickChanges(shown, post, 0, ticks[n]!, by)
  if ('why' in changes) return changes.why
  const done = execute(bench, changes)
  if (!done.ok) throw new Error(done.why)
  const now = shownOf(done.project)
  expect(modelOf(done.project).resolved.failures).toEqual([])
  return ticksOf(now.byKey.get('b#1')!.length, 0, now.features('b#1')).map((t) => t.at)
}

test('a tick takes its work along: a dado its shelf, own work its measure, the end the length', () => {
  expect(ticks.map((t) => t.at)).toEqual([0, 200, 218, 590, 600, 700])
  fc.assert(
    fc.property(fc.integer({ min: -150, max: 90 }), (by) => {
      expect(after(1, by)).toEqual([0, 200 + by, 218 + by, 590, 600, 700])
      expect(after(2, by)).toEqual([0, 200 + by, 218 + by, 590, 600, 700])
      // Measured from the other end, its measure grows the other way.
      expect(after(3, by)).toEqual([0, 200, 218, 590 + by, 600 + by, 700])
    }),
    { numRuns: 12 },
  )
  expect(after(5, 50)).toEqual([0, 200, 218, 640, 650, 750])
  expect(after(0, 5)).toBe('Measured from this end')
})

test('what even spacing places is not moved by its dado', () => {
  const repeat = { kind: 'even' as const, direction: 'up' as const, count: '2', from: '0', to: '700' }
  const done = execute(bench, change.setRepeat({ id: 'a', repeat }))
  if (!done.ok) throw new Error(done.why)
  const spaced = shownOf(done.project)
  const piece = spaced.byKey.get('b#1')!
  const tick = ticksOf(piece.length, 0, spaced.features('b#1')).find((t) => t.feature?.partner)!
  expect(tickChanges(spaced, piece, 0, tick, 5)).toMatchObject({
    why: expect.stringContaining('even spacing'),
  })
})

test('a stick at full size: every place is as far from the end as it is, over all its sheets', () => {
  const MM = { unit: 'mm', form: 'decimal', places: 1 } as const
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 5000 }), { minLength: 1, maxLength: 20 }), (all) => {
      const places = [...new Set([0, ...all])].sort((a, b) => a - b)
      const sheets = stickSheets({ title: 'Stick', places }, 'a4', MM)
      const lines = sheets.flatMap((s, n) =>
        s.marks.flatMap((m) =>
          m.kind === 'line' && m.pen === 'visible' && m.x1 === m.x2 ? [{ n, x: m.x1, y: m.y1 }] : [],
        ),
      )
      // A stretch begins at the margin and goes 271 mm before the next begins: 297 less two margins less 10.
      const strips = sheets.flatMap((s, n) =>
        s.marks.flatMap((m, k) =>
          // Of each stretch the upper of its two edges.
          m.kind === 'line' && m.pen === 'visible' && m.y1 === m.y2 && isEdge(s.marks[k + 1])
            ? [`${n} ${m.y1}`]
            : [],
        ),
      )
      const found = lines.map((l) => Math.round(l.x - 8 + strips.indexOf(`${l.n} ${l.y}`) * 271))
      for (const p of places) expect(found).toContain(p)
      for (const l of lines) expect(l.x).toBeLessThanOrEqual(297 - 8 + 1e-6)
      expect(strips.length).toBe(Math.max(1, Math.ceil((places.at(-1)! - 10) / 271)))
    }),
  )
})

const isEdge = (m: unknown): boolean => {
  const { y1, y2, pen } = (m ?? {}) as Record<string, unknown>
  return pen === 'visible' && y1 === y2
}
