/** Which sides of a piece stand beside its face, in the third angle and in the first (ISO 5456-2). */
import { change, onFace } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, make, testKernel } from '../testing/scenario'
import { measured, viewOn } from '../testing/sheets'
import { border } from './frame'
import { boundsOf, planSheets, type Mark } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [L, W, T] = [200, 60, 20]
const saw = (id: string, fields: Record<string, string>, options: Record<string, string>) =>
  change.addStep({ on: 'a', step: { id, kind: 'saw', off: false, at: onFace('face'), fields, options } })

/** A notch in edge 1, the corner of end 2 and edge 2 clipped, 30 each way; seen on its face, or its back. */
function sheetOf(projection: 'first' | 'third', back: boolean) {
  const bores = ['w3', 'w4', 'w5'].map((id, n) =>
    change.addStep({
      on: 'a',
      step: {
        id,
        kind: 'bore',
        off: false,
        at: onFace('back'),
        fields: { along: String(20 + 10 * n), across: '40', diameter: '5' },
        options: {},
      },
    }),
  )
  const project = make([
    ...block('a', 'right-up', [0, L], [0, W], [0, T]),
    saw('w1', { place: '0', length: '60', rise: '10' }, { shape: 'notch', side: 'low', from: 'centre' }),
    saw('w2', { length: '30', rise: '30' }, { shape: 'clip', side: 'high', corner: 'far' }),
    ...(back ? bores : []),
    change.setSettings({ projection }),
  ])
  return measured([...planSheets(modelOf(project), kernel)].find((s) => s.title === 'A A')!)
}

/** Pens of the lines as long as the piece is thick at a place along it, and at a height of its width. */
function pens(marks: readonly Mark[]) {
  const drawn = marks.filter(
    (m): m is Extract<Mark, { kind: 'line' }> =>
      m.kind === 'line' && (m.pen === 'visible' || m.pen === 'hidden'),
  )
  const left = Math.min(...drawn.map((m) => m.x1))
  const main = drawn.filter((m) => Math.abs(m.y1 - m.y2) < 1e-6).map((m) => Math.abs(m.x2 - m.x1))
  const s = Math.max(...main) / L
  const top = Math.min(...drawn.flatMap((m) => [m.y1, m.y2]))
  const thick = (m: (typeof drawn)[number]) => Math.abs(Math.hypot(m.x2 - m.x1, m.y2 - m.y1) - T * s) < 0.05
  const near = (a: number, b: number) => Math.abs(a - b) < 0.05
  return {
    notch: drawn.filter((m) => thick(m) && near(m.x1, m.x2) && near(m.x1, left + 70 * s)).map((m) => m.pen),
    clip: drawn.filter((m) => thick(m) && near(m.y1, m.y2) && near(m.y1, top + 30 * s)).map((m) => m.pen),
  }
}

test.each([false, true])('what lies beside the face is what the angle says, from the back: %s', (back) => {
  const seen = (projection: 'first' | 'third') => pens(sheetOf(projection, back).marks)
  // The edge with the notch lies below the face, or above it from the back; the clipped end to the right.
  expect(seen('third')).toEqual({ notch: [back ? 'hidden' : 'visible'], clip: ['visible'] })
  // In the first angle end 1 would stand there, which shows nothing of either.
  expect(seen('first')).toEqual({ notch: [back ? 'visible' : 'hidden'], clip: [] })
  expect(viewOn(sheetOf('third', back), 'end2')).not.toEqual([])
  expect(viewOn(sheetOf('first', back), 'end1')).toEqual([])
})

test('a title of 80 letters takes two lines of its field, and does not run out of it', () => {
  const name = 'The wide potting bench with a hood, WWWW MMMM, and a rack for the Larkmoor pots'
  const titles = {
    project: name,
    title: name,
    detail: name,
    scale: '1:10',
    unit: 'mm',
    projection: 'first',
  } as const
  for (const paper of ['a4', 'letter'] as const) {
    const marks = border(paper, titles, 12, 100)
    // Nothing of it is lost where there are two lines for it.
    expect(marks.flatMap((m) => (m.kind === 'text' ? [m.text] : [])).join(' ')).toContain(`Project ${name}`)
    const upright = marks.flatMap((m) => (m.kind === 'line' && m.x1 === m.x2 ? [m.x1] : []))
    for (const m of marks) {
      if (m.kind !== 'text') continue
      const { x1, x2 } = boundsOf(m)
      expect(upright.filter((x) => x > x1 && x < x2)).toEqual([])
    }
  }
})
