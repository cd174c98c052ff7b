/** Drawings of pieces that are smaller than the block they are made from, and of threads. */
import { change, onFace, Outline, type Change } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, make, testKernel } from '../testing/scenario'
import { measured, textsOf } from '../testing/sheets'
import { planSheets, type Mark, type Sheet } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const pin = (...more: Change[]): Sheet => {
  const outline = Outline.parse({
    points: { p0: [0, 30], p1: [0, 40], p2: [200, 40], p3: [200, 30] },
    edges: [0, 1, 2].map((n) => ({ id: `e${n}`, kind: 'line', from: `p${n}`, to: `p${n + 1}` })),
    mirror: 'across',
  })
  const project = make([
    ...block('a', 'right-up', [0, 200], [0, 60], [0, 60]),
    change.setStock({ id: 'any', changes: { thickness: '60' } }),
    change.addStep({
      on: 'a',
      step: { id: 'w1', kind: 'turn', off: false, at: onFace('face'), fields: {}, options: {}, outline },
    }),
    ...more,
  ])
  return measured([...planSheets(modelOf(project), kernel)].find((s) => s.title === 'A A')!)
}
const lines = (s: Sheet, pen: string) =>
  s.marks.filter((m): m is Extract<Mark, { kind: 'line' }> => m.kind === 'line' && m.pen === pen)
const along = (m: Extract<Mark, { kind: 'line' }>) => Math.abs(m.x2 - m.x1)

test('a pin turned from a thick blank is drawn in the middle of that, where its dimensions say', () => {
  const sheet = pin()
  // The two long sides of the main view, and the dimension of the blank's width to its right.
  const visible = lines(sheet, 'visible')
  const long = Math.max(...visible.map(along))
  const scale = long / 200
  const sides = [...new Set(visible.filter((m) => along(m) > 0.99 * long).map((m) => m.y1.toFixed(3)))]
    .map(Number)
    .sort((a, b) => a - b)
  const [top] = sides
  // ⌀ 20 about the middle of 60: its upper side is 20 below the top of the blank, from where widths are told.
  const upright = lines(sheet, 'dimension').filter((m) => Math.abs(m.x2 - m.x1) < 1e-6)
  const widest = upright.reduce((a, b) => (Math.abs(b.y2 - b.y1) > Math.abs(a.y2 - a.y1) ? b : a))
  expect(Math.abs(widest.y2 - widest.y1) / scale).toBeCloseTo(60, 0)
  expect((top! - Math.min(widest.y1, widest.y2)) / scale).toBeCloseTo(20, 1)
})

test('its diameters stand at their places below it, and the blank round it', () => {
  const sheet = pin()
  const texts = sheet.marks.filter((m): m is Extract<Mark, { kind: 'text' }> => m.kind === 'text')
  const rounds = texts.filter((t) => t.text === 'Ø 20' && t.turn === 90)
  const visible = lines(sheet, 'visible')
  const long = Math.max(...visible.map(along))
  const left = Math.min(...visible.map((m) => Math.min(m.x1, m.x2)))
  expect(rounds).toHaveLength(2)
  // At end 1 and at end 2, each a line's height from its place at most.
  ;[0, long].forEach((u, n) => expect(Math.abs(rounds[n]!.x - left - u)).toBeLessThan(3))
  // The lower side of the pin is below its middle; the diameters are below that.
  const sides = visible.filter((m) => along(m) > 0.99 * long).map((m) => m.y1)
  const lower = [...sides].sort((a, b) => a - b)[1]!
  const starts = lines(sheet, 'dimension').filter(
    (m) => m.x1 === m.x2 && Math.abs(Math.min(m.y1, m.y2) - lower - 1) < 0.3,
  )
  expect(starts).toHaveLength(2)
  // The blank is drawn in both views: 200 × 60, and 60 × 60; an edge shows no more than the face.
  const blank = lines(sheet, 'blank')
  const scale = long / 200
  const sizes = blank
    .map((m) => Math.round(Math.hypot(m.x2 - m.x1, m.y2 - m.y1) / scale))
    .sort((a, b) => a - b)
  expect(sizes).toEqual([...Array<number>(6).fill(60), ...Array<number>(2).fill(200)])
  // What comes to the sides of its block shows none.
  const square = make([...block('a', 'right-up', [0, 200], [0, 60], [0, 18])])
  const plain = [...planSheets(modelOf(square), kernel)].find((s) => s.title === 'A A')!
  expect(lines(plain, 'blank')).toEqual([])
})

test('a thread is thin lines along its core, three quarters of a circle from its end, and called out', () => {
  const thread = change.addStep({
    on: 'a',
    step: {
      id: 'w2',
      kind: 'thread',
      off: false,
      at: onFace('end2'),
      fields: { diameter: '20', pitch: '4', length: '50' },
      options: { hand: 'left' },
    },
  })
  const [plain, cut] = [pin(), pin(thread)]
  const more = lines(cut, 'dimension').length - lines(plain, 'dimension').length
  // Two in the view of the face, and the leader of its callout with what of it runs level.
  const leader = lines(cut, 'dimension').filter((m) => m.part?.startsWith('note w2/')).length
  expect(leader).toBeGreaterThan(0)
  expect(more - leader).toBe(2)
  const core = 10 - 0.5413 * 4
  const arcs = cut.marks.filter((m) => m.kind === 'arc' && m.pen === 'dimension')
  expect(arcs).toHaveLength(1)
  const [arc] = arcs as Array<Extract<Mark, { kind: 'arc' }>>
  const scale = Math.max(...lines(cut, 'visible').map(along)) / 200
  expect(arc!.r / scale).toBeCloseTo(core, 6)
  expect(arc!.to - arc!.from).toBe(270)
  expect(textsOf(cut)).toContain('Thread Ø 20 × 4 pitch × 50 long, left hand, from end 2')
})

test('what is bent is told as large as it comes out, and not as its block', () => {
  const project = make([
    ...block('a', 'right-up', [0, 400], [0, 400], [0, 25]),
    change.setStock({ id: 'any', changes: { thickness: '25' } }),
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'bend',
        off: false,
        at: onFace('face'),
        fields: { thick: '10', first: '100', radius1: '50', angle1: '90deg', straight1: '60' },
        options: {},
      },
    }),
  ])
  const model = modelOf(project)
  const sheet = [...planSheets(model, kernel)].find((s) => s.title === 'A A')!
  const shape = kernel.shape(model.recipe(model.resolved.instances[0]!))
  const reach = [0, 1].map((i) => {
    const at = [...shape.positions].filter((_, k) => k % 3 === i)
    return Math.max(...at) - Math.min(...at)
  })
  const texts = sheet.marks.flatMap((m) => (m.kind === 'text' ? [Number(m.text.replace(/[^\d.]/g, ''))] : []))
  for (const mm of reach) expect(texts).toContainEqual(expect.closeTo(mm, 0))
  expect(texts).not.toContain(400)
})
