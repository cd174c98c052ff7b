/** What drawings tell where: views, notes led to what they tell of, angles, radii, patterns, the cover. */
import { readFileSync } from 'node:fs'
import { change } from '../document'
import { openProject } from '../exchange'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { corners, saw, sawnTo } from '../testing/outlines'
import { step } from '../testing/proving'
import { block, make, testKernel } from '../testing/scenario'
import { measured, textsOf, viewOn, type Kind } from '../testing/sheets'
import { planSheets, type Mark, type Sheet } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Project = ReturnType<typeof make>
const sheetsOf = (project: Project): Sheet[] => [...planSheets(modelOf(project), kernel)]
const drawnOf = (project: Project): Sheet => sheetsOf(project).find((s) => s.title === 'A A')!
const board = (...more: Parameters<typeof make>[0]) =>
  make([...block('a', 'right-up', [0, 300], [0, 100], [0, 20]), ...more])
const inUnit = (project: Project, unit: 'in' | 'mm', projection: 'first' | 'third'): Project => ({
  ...project,
  settings: { ...project.settings, projection, style: unit === 'in' ? INCH : project.settings.style },
})
const INCH = { unit: 'in', form: 'fraction', denominator: 16 } as never
const hole = (face: string, along: string, across: string, more = {}) =>
  step('a', 'bore', face, { along, across, diameter: '8', depth: '6', ...more })
const sidesOn = (s: Sheet) =>
  new Set(s.marks.flatMap((m) => (m.part?.startsWith('view ') ? [m.part.slice(5)] : [])))
/** Where the arrow of a note ends. */
function tipOf(s: Sheet, starts: string): { x: number; y: number } {
  const said = s.marks.find((m): m is Kind<'text'> => m.kind === 'text' && m.text.startsWith(starts))!
  const arrow = s.marks.find((m): m is Kind<'path'> => m.kind === 'path' && m.part === said.part)!
  return arrow.corners[1]!
}
/** Paper places of what is drawn of a side. */
const boxOf = (marks: readonly Mark[]) => {
  const seen = marks.flatMap((m) =>
    m.kind === 'line' && m.pen === 'visible'
      ? [
          [m.x1, m.y1],
          [m.x2, m.y2],
        ]
      : [],
  )
  const [xs, ys] = [seen.map((p) => p[0]!), seen.map((p) => p[1]!)]
  return { x1: Math.min(...xs), x2: Math.max(...xs), y1: Math.min(...ys), y2: Math.max(...ys) }
}

describe('views', () => {
  test('are those that show work, and one along the piece', () => {
    expect([...sidesOn(drawnOf(board(hole('face', '50', '50'))))].sort()).toEqual(['edge2', 'face'])
    // What is on both broad sides has both, and no more.
    const both = board(hole('face', '50', '50'), hole('back', '90', '20'), hole('edge1', '40', '10'))
    expect([...sidesOn(drawnOf(both))].sort()).toEqual(['back', 'edge1', 'face'])
    // What goes through is seen from one side.
    const through = step('a', 'bore', 'back', { along: '90', across: '20', diameter: '8' })
    expect(sidesOn(drawnOf(board(hole('face', '50', '50'), through)))).not.toContain('back')
    expect([...sidesOn(drawnOf(board(hole('end1', '50', '10'))))]).toContain('end1')
  })
  test('draw no ghosts of what the side across shows', () => {
    const sheet = drawnOf(board(hole('face', '50', '50'), hole('back', '250', '50')))
    const hidden = (side: string) =>
      viewOn(sheet, side).filter((m) => m.kind !== 'text' && m.pen === 'hidden')
    expect(hidden('face')).toEqual([])
    expect(hidden('back')).toEqual([])
    // Beside they tell how deep.
    expect(hidden('edge2').length + hidden('edge1').length).toBeGreaterThan(0)
  })
})

describe.each([
  ['mm', 'first'],
  ['mm', 'third'],
  ['in', 'third'],
] as const)('notes, in %s and the %s angle', (unit, projection) => {
  test.each(['face', 'back', 'edge1', 'edge2', 'end1', 'end2'] as const)(
    'a hole in %s is told by an arrow on its rim, in the view of that side',
    (face) => {
      const [along, across] = face.startsWith('edge')
        ? ['70', '12']
        : face.startsWith('end')
          ? ['30', '12']
          : ['70', '30']
      const project = inUnit(board(hole(face, along, across)), unit, projection)
      const sheet = drawnOf(project)
      const circle = viewOn(sheet, face).find(
        (m): m is Kind<'arc'> => m.kind === 'arc' && m.pen === 'visible',
      )!
      const tip = tipOf(sheet, 'Hole')
      expect(Math.hypot(tip.x - circle.x, tip.y - circle.y)).toBeCloseTo(circle.r, 6)
    },
  )
})

test('a leaning cut is told by its angle, where it is seen', () => {
  const cut = step('a', 'crosscut', 'end2', { mitre: '30deg' })
  const sheet = measured(drawnOf(board(cut)))
  const texts = sheet.marks.filter((m): m is Kind<'text'> => m.kind === 'text')
  const angle = texts.find((t) => t.text === '60°')!
  const arc = sheet.marks.find((m): m is Kind<'arc'> => m.kind === 'arc' && m.pen === 'dimension')!
  expect(arc.to - arc.from).toBeCloseTo(60, 6)
  // About the corner of the wood that is sharp.
  const { x1, x2, y1, y2 } = boxOf(viewOn(sheet, 'face'))
  expect([x1, x2].some((x) => Math.abs(arc.x - x) < 0.01)).toBe(true)
  expect([y1, y2].some((y) => Math.abs(arc.y - y) < 0.01)).toBe(true)
  expect(Math.hypot(angle.x - arc.x, angle.y - arc.y)).toBeGreaterThan(arc.r)
})

test('arcs are told by their radii, with the middle where that lies on the wood', () => {
  const arched = sawnTo({
    ...corners([0, 0], [300, 0], [300, 100], [0, 100]),
    points: { p1: [0, 0], p2: [300, 0], p3: [300, 50], p4: [250, 100], p5: [0, 100], p6: [250, 50] },
    edges: [
      { id: 'e1', kind: 'line', from: 'p1', to: 'p2' },
      { id: 'e2', kind: 'line', from: 'p2', to: 'p3' },
      { id: 'e3', kind: 'arc', from: 'p3', to: 'p4', centre: 'p6', turns: 'left' },
      { id: 'e4', kind: 'line', from: 'p4', to: 'p5' },
      { id: 'e5', kind: 'line', from: 'p5', to: 'p1' },
    ],
  })
  const sheet = drawnOf(board(change.addStep({ on: 'a', step: arched })))
  expect(textsOf(sheet)).toContain('R 50')
  // Radii stand at their arcs, and not in what is said of the outline.
  expect(textsOf(sheet).filter((t) => /r 50/.test(t))).toEqual([])
  const { x1, y2 } = boxOf(viewOn(sheet, 'face'))
  const s = (boxOf(viewOn(sheet, 'face')).x2 - x1) / 300
  const tip = tipOf(sheet, 'R 50')
  const [u, v] = [(tip.x - x1) / s, (y2 - tip.y) / s]
  expect(Math.hypot(u - 250, v - 50)).toBeCloseTo(50, 1)
  const cross = viewOn(sheet, 'face').filter(
    (m): m is Kind<'line'> => m.kind === 'line' && m.pen === 'centre',
  )
  expect(cross.map((m) => (m.x1 + m.x2) / 2)).toContainEqual(expect.closeTo(x1 + 250 * s, 6))
})

test('each value stands once on a piece', () => {
  const sheet = measured(
    drawnOf(board(hole('face', '50', '30'), hole('face', '120', '30'), hole('back', '77', '61'))),
  )
  const values = textsOf(sheet).filter((t) => /^[\d.]+$/.test(t))
  expect(values.sort()).toEqual([...new Set(values)].sort())
  expect(values).toEqual(expect.arrayContaining(['50', '30', '120', '77', '61', '300', '100', '20']))
})

test('what has curves refers to its pattern, which is a sheet of the set', () => {
  const read = openProject(readFileSync('demo/heron-plaque.json', 'utf8'))
  if (!read.ok) throw new Error(read.why)
  const sheets = sheetsOf(read.project)
  const [drawing, ...patterns] = sheets
  expect(textsOf(drawing!).filter((t) => t.endsWith('see pattern A'))).toHaveLength(1)
  expect(patterns.length).toBeGreaterThan(0)
  patterns.forEach((p, n) => {
    expect(p.title).toBe('A Plaque, pattern')
    expect(textsOf(p)).toContain(`Sheet ${n + 2} of ${sheets.length}`)
  })
  expect(sheetsOf(board(saw('a', corners([0, 0], [300, 0], [300, 80])))).map((s) => s.title)).toEqual(['A A'])
})

describe('the cover', () => {
  const rack = make([
    ...block('a', 'up-front', [0, 60], [0, 18], [0, 700]),
    ...block('b', 'up-front', [540, 60], [0, 18], [0, 500]),
    ...block('c', 'right-up', [60, 480], [0, 18], [300, 18]),
  ])
  test('has every mark, with an arrow on the piece, and each piece with its size', () => {
    const [cover] = sheetsOf(rack)
    const rings = cover!.marks.filter((m): m is Kind<'arc'> => m.kind === 'arc' && m.pen === 'dimension')
    expect(rings).toHaveLength(3)
    // In its ring, and in the table as mark and name.
    for (const mark of ['A', 'B', 'C']) expect(textsOf(cover!).filter((t) => t === mark)).toHaveLength(3)
    expect(textsOf(cover!)).toEqual(
      expect.arrayContaining(['700 × 60 × 18', '500 × 60 × 18', '480 × 18 × 18']),
    )
  })
  test('is followed by the whole, with where its pieces begin and end', () => {
    const assembly = sheetsOf(rack)[1]!
    expect(textsOf(assembly)).toEqual(expect.arrayContaining(['60', '540', '300', '318', '600', '700']))
  })
})

test('a figure of equal sides is told by them, across flats, and by its middle', () => {
  const hexagon = (turn: number) =>
    corners(
      ...Array.from({ length: 6 }, (_, k): [number, number] => {
        const t = ((60 * k + turn) * Math.PI) / 180
        const r = 40 / Math.cos(Math.PI / 6)
        return [150 + r * Math.cos(t), 50 + r * Math.sin(t)]
      }),
    )
  const out = (turn: number) =>
    drawnOf(
      board(change.addStep({ on: 'a', step: { ...sawnTo(hexagon(turn)), options: { keeps: 'outside' } } })),
    )
  expect(textsOf(out(0))).toContain('Saw out a regular hexagon 80 across flats, a side along, on the face')
  expect(textsOf(out(10))).toContainEqual(
    expect.stringMatching(/^Saw out a regular hexagon 80 across flats, turned 10° from a side along/),
  )
  const values = textsOf(measured(out(0))).filter((t) => /^[≈ \d.]+$/.test(t))
  expect(values.sort()).toEqual(['100', '150', '20', '300', '50'])
})
