import { change, type Project } from '../../document'
import { modelOf } from '../../model'
import { casework } from '../../testing/joinery'
import { LOPSIDED } from '../../testing/lopsided'
import { block, grouped, join, make, testKernel } from '../../testing/scenario'
import { textsOf } from '../../testing/sheets'
import { planSheets, type Sheet } from '../index'
import type { ArcMark, Line } from '../sheet'
import { differentJoints } from './index'

const kernel = await testKernel()
const sheetsOf = (project: Project): Sheet[] => [...planSheets(modelOf(project), kernel)]
const titled = (sheets: readonly Sheet[], title: string): Sheet => sheets.find((s) => s.title === title)!
const shownOf = (project: Project) => differentJoints(modelOf(project), kernel)

/** A detail: its ring, and its lines in millimetres of wood from the middle of that. */
function detailOf(project: Project, sheet: Sheet, n: number) {
  const shown = shownOf(project)[n]!
  const marks = sheet.marks.filter((m) => m.part === `joint ${shown.joint.id}`)
  const ring = marks.find((m): m is ArcMark => m.kind === 'arc' && m.pen === 'dimension')!
  const scale = ring.r / shown.radius
  const lines = marks.filter((m): m is Line => m.kind === 'line')
  const at = (x: number, y: number) => [(x - ring.x) / scale, (ring.y - y) / scale] as const
  return {
    texts: textsOf({ marks }),
    hatched:
      (lines
        .filter((l) => l.pen === 'hatch')
        .reduce((sum, l) => sum + Math.hypot(l.x2 - l.x1, l.y2 - l.y1), 0) *
        1.6) /
      scale ** 2,
    outlines: marks.flatMap((m) => {
      if (m.kind === 'text' || m.pen !== 'visible' || m.kind === 'arc') return []
      const corners =
        m.kind === 'line'
          ? [
              { x: m.x1, y: m.y1 },
              { x: m.x2, y: m.y2 },
            ]
          : m.corners
      return corners.slice(1).map((c, k) => [...at(corners[k]!.x, corners[k]!.y), ...at(c.x, c.y)] as const)
    }),
    radius: shown.radius,
  }
}

test('what cuts the same into boards as thick is shown once, and counted', () => {
  const sheet = titled(sheetsOf(casework), 'Joints')
  const shelf = detailOf(casework, sheet, 0)
  expect(shelf.texts).toEqual(['Detail 1, 2:1', 'Housing, S0 and L, 6 ×', 'L: dado 18 × 6 deep, on the back'])
  expect(detailOf(casework, sheet, 1).texts[1]).toBe('Housing, BACK and L, 2 ×')
  expect(shownOf(casework)).toHaveLength(2)
})

test('a housing is cut across its run: the shelf ends as deep in the side as its dado is', () => {
  const { outlines, hatched, radius } = detailOf(casework, titled(sheetsOf(casework), 'Joints'), 0)
  const upright = outlines.filter(([a, , c]) => Math.abs(a - c) < 1e-6)
  // From where the two meet: the inner side at 0, the bottom of the dado 6 to the left of it.
  expect(upright.some(([a]) => Math.abs(a + 6) < 1e-3)).toBe(true)
  expect(upright.some(([a]) => Math.abs(a) < 1e-3)).toBe(true)
  // The side, 18 wide as far as the ring goes, and the shelf beyond it.
  const beside = (from: number, to: number, half = radius) => {
    let area = 0
    for (let x = from; x < to; x += 0.05)
      area += 0.1 * Math.min(half, Math.sqrt(Math.max(0, radius ** 2 - x * x)))
    return area
  }
  const wood = beside(-18, 0) + beside(0, radius, 9)
  expect(hatched / wood).toBeGreaterThan(0.94)
  expect(hatched / wood).toBeLessThan(1.06)
})

test('dowels are cut along their holes', () => {
  const project = make([
    ...block('a', 'right-front', [0, 300], [50, 20], [100, 120]),
    ...block('b', 'up-left', [300, 24], [30, 60], [0, 370]),
    join('dowels', ['a.end2', 'b.face'], {
      diameter: 8,
      length: 32,
      count: 2,
      spacing: 70,
      inset: 15,
      into: 12,
      room: 1,
    }),
  ])
  const { outlines } = detailOf(project, titled(sheetsOf(project), 'Joints'), 0)
  const bottoms = outlines.filter(
    ([a, b, c, d]) => Math.abs(a - c) < 1e-6 && Math.abs(Math.abs(d - b) - 8) < 0.1,
  )
  expect(bottoms.map(([a]) => Math.round(a * 10) / 10).sort((a, b) => a - b)).toEqual([-22, 12])
})

test('a mirrored copy of all makes each joint twice as often, and no more of them', () => {
  const twice = grouped(casework, { kind: 'mirrored', direction: 'across', about: '700' })
  expect(shownOf(twice).map((j) => j.times)).toEqual(shownOf(casework).map((j) => 2 * j.times))
})

test('where nothing is cut, nothing is shown', () => {
  const butt = make([
    ...block('a', 'right-front', [0, 300], [50, 20], [100, 120]),
    ...block('b', 'up-left', [300, 24], [30, 60], [0, 370]),
    join('butt', ['a.end2', 'b.face']),
  ])
  expect(shownOf(butt)).toEqual([])
  expect(sheetsOf(butt).map((s) => s.title)).not.toContain('Joints')
})

test('rings on the assembly have the numbers of their details, and both can be hidden', () => {
  const assembly = titled(sheetsOf(casework), 'Assembly')
  for (const [n, { joint, radius }] of shownOf(casework).entries()) {
    const marks = assembly.marks.filter((m) => m.part === `ring ${joint.id}`)
    expect(textsOf({ marks })).toEqual([String(n + 1)])
    const ring = marks.find((m): m is ArcMark => m.kind === 'arc')!
    expect(ring.r).toBeCloseTo(Math.max(2, radius * assembly.views![0]!.scale), 6)
  }
  const id = shownOf(casework)[0]!.joint.id
  const hide = (sheet: string, of: string) =>
    change.adjust({ sheet, of, says: of, changes: { hidden: true } })
  const hidden = sheetsOf(
    make([hide('assembly', `ring ${id}`), hide('joints', `joint ${id}`)], 'mm', casework),
  )
  expect(titled(hidden, 'Assembly').marks.some((m) => m.part === `ring ${id}`)).toBe(false)
  expect(textsOf(titled(hidden, 'Joints'))).not.toContain('Detail 1, 2:1')
  expect(titled(hidden, 'Joints').items!.find((i) => i.key === `joint ${id}`)).toMatchObject({ hidden: true })
})

test.each(Object.keys(LOPSIDED))(
  '%s: a plane through it shows both, and its sheet says what is cut',
  (named) => {
    const project = make(LOPSIDED[named]!)
    const shown = shownOf(project)
    expect(shown.length).toBeGreaterThan(0)
    const sheet = titled(sheetsOf(project), 'Joints')
    shown.forEach((_, n) => {
      const { hatched, texts } = detailOf(project, sheet, n)
      expect(hatched).toBeGreaterThan(0)
      expect(texts.length).toBeGreaterThan(2)
    })
  },
)
