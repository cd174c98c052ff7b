/** Centre lines of what is round, in every view; which way views look, and the sign of the projection. */
import { readFileSync } from 'node:fs'
import { openProject } from '../exchange'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { bored, step } from '../testing/proving'
import { block, make, testKernel } from '../testing/scenario'
import { measured, textsOf, type Kind } from '../testing/sheets'
import { planSheets, type Mark, type Sheet } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Ruled = Extract<Mark, { kind: 'line' }>
const drawnOf = (project: ReturnType<typeof bored>, mark = 'A'): Sheet =>
  measured([...planSheets(modelOf(project), kernel)].find((s) => s.title.startsWith(`${mark} A`))!)
const ruled = (s: Sheet, pen: string) => s.marks.filter((m): m is Ruled => m.kind === 'line' && m.pen === pen)
/** Each goes from its middle outwards in two: as wholes, by how long they are on the paper. */
function wholes(s: Sheet) {
  const halves = ruled(s, 'centre')
  return halves.flatMap((a, n) => {
    const b = halves[n + 1]
    return n % 2 === 0 && b ? [{ level: Math.abs(a.y2 - b.y2) < 1e-6, x: a.x1, y: a.y1, from: b, to: a }] : []
  })
}
const long = ({ from, to }: ReturnType<typeof wholes>[number]) => Math.hypot(from.x2 - to.x2, from.y2 - to.y2)
/** Millimetres of paper for one of the wood, by the length of the board of 300. */
const scaleOf = (s: Sheet) => Math.max(...ruled(s, 'visible').map((m) => Math.abs(m.x2 - m.x1))) / 300

test('a hole is crossed where it is seen from its end, and has its axis beside', () => {
  const sheet = drawnOf(bored([100, 40, 20, 10]))
  const scale = scaleOf(sheet)
  const all = wholes(sheet)
  // The cross in the main view, and an axis as deep as the hole in that of the edge, 2 beyond either end.
  expect(all.map(long).sort((a, b) => a - b)).toEqual(
    [10 * scale + 4, 20 * scale + 4, 20 * scale + 4].map((mm) => expect.closeTo(mm, 3)),
  )
  const [across, up] = all.filter((w) => Math.abs(long(w) - 20 * scale - 4) < 1e-3)
  expect([across!.x, across!.y]).toEqual([up!.x, up!.y])
  const corner = ruled(sheet, 'visible')
  const left = Math.min(...corner.map((m) => Math.min(m.x1, m.x2)))
  expect((across!.x - left) / scale).toBeCloseTo(100, 3)
})

test('holes in line share a line where they nearly touch, and holes through one another one cross', () => {
  const near = wholes(drawnOf(bored([100, 40, 20, 10], [122, 40, 20, 10])))
  const scale = scaleOf(drawnOf(bored([100, 40, 20, 10], [122, 40, 20, 10])))
  expect(near.some((w) => w.level && Math.abs(long(w) - 42 * scale - 4) < 1e-3)).toBe(true)
  const stepped = wholes(drawnOf(bored([100, 40, 30, 4], [100, 40, 10, 12])))
  expect(stepped).toHaveLength(3)
})

test('a hole that leans has its axis where it runs, no further than the board', () => {
  const where = { along: '100', across: '50', diameter: '10', depth: '10', leanAlong: '30deg' }
  const sheet = drawnOf(
    make([...block('a', 'right-up', [0, 300], [0, 100], [0, 18]), step('a', 'bore', 'face', where)]),
  )
  const slanting = ruled(sheet, 'centre').filter(
    (m) => Math.abs(m.x2 - m.x1) > 0.1 && Math.abs(m.y2 - m.y1) > 0.1,
  )
  expect(slanting).toHaveLength(2)
  for (const m of slanting)
    expect(Math.abs((m.x2 - m.x1) / (m.y2 - m.y1))).toBeCloseTo(Math.tan(Math.PI / 6), 6)
  // From the face down as deep as it goes, and 2 beyond on the paper at either end.
  const deep = slanting.reduce((sum, m) => sum + Math.abs(m.y2 - m.y1), 0)
  expect(deep).toBeCloseTo((10 * scaleOf(sheet) + 4) * Math.cos(Math.PI / 6), 3)
})

test('holes in a ring are told by its middle, its diameter and its angles, and its circle is drawn', () => {
  const ring = { along: '150', across: '50', diameter: '8', depth: '10', ringRadius: '30', ringCount: '6' }
  const ringed = (face: string, start: string) =>
    drawnOf(
      make([
        ...block('a', 'right-up', [0, 300], [0, 100], [0, 18]),
        step('a', 'bore', face, { ...ring, ringStart: start }, { pattern: 'ring' }),
      ]),
    )
  const texts = textsOf
  const sheet = ringed('face', '15deg')
  expect(texts(sheet)).toContain(
    '6 × hole Ø 8 × 10 deep, on the face, on a circle Ø 60, every 60°, ' +
      'the first 15° from end 2 towards edge 2',
  )
  expect(texts(ringed('face', '0'))).toContainEqual(
    expect.stringMatching(/every 60°, the first towards end 2$/),
  )
  expect(texts(ringed('face', '-30deg'))).toContainEqual(
    expect.stringMatching(/30° from end 2 towards edge 1$/),
  )
  // Of their twelve places none but those of the middle.
  expect(
    texts(sheet)
      .filter((t) => /^[≈ ]*[\d.]+$/.test(t))
      .sort(),
  ).toEqual(['100', '150', '18', '300', '50'])
  const scale = scaleOf(sheet)
  const circles = sheet.marks.filter((m): m is Extract<Mark, { kind: 'arc' }> => m.kind === 'arc')
  const pitch = circles.filter((m) => m.pen === 'centre')
  expect(pitch.map((m) => m.r / scale)).toEqual([expect.closeTo(30, 6)])
  const holes = circles.filter((m) => m.pen === 'visible')
  expect(holes).toHaveLength(6)
  for (const h of holes) expect(Math.hypot(h.x - pitch[0]!.x, h.y - pitch[0]!.y) / scale).toBeCloseTo(30, 3)
})

test('of openings that are sawn in a ring the first is told, and how many there are', () => {
  const read = openProject(readFileSync('demo/barrow-wheel.json', 'utf8'))
  if (!read.ok) throw new Error(read.why)
  const wheel = [...planSheets(modelOf(read.project), kernel)].find((s) => s.title === 'A Wheel')!
  const texts = textsOf(wheel)
  expect(texts).toContainEqual(expect.stringMatching(/^6 × Saw out a shape .*, evenly round the middle$/))
  const across = [203.2, 280.3].map((mm) => `≈ ${mm}`)
  expect(texts).toEqual(expect.arrayContaining(across))
  expect(texts.filter((t) => t.startsWith('≈'))).toHaveLength(6)
})

test.each([
  ['third', 'face', 'Face', 'Edge 1', 'End 2'],
  ['third', 'back', 'Back', 'Edge 2', 'End 2'],
  ['first', 'face', 'Face', 'Edge 2', 'End 1'],
  ['first', 'back', 'Back', 'Edge 1', 'End 1'],
] as const)(
  'in the %s angle, worked on its %s, each view says which side it looks at',
  (angle, face, main, below, beside) => {
    // With something to see at either end.
    const project = make([
      ...block('a', 'right-up', [0, 300], [0, 100], [0, 18]),
      step('a', 'bore', face, { along: '100', across: '40', diameter: '20', depth: '10' }),
      step('a', 'channel', face, { width: '6', depth: '5', place: '70' }, { run: 'along' }),
    ])
    const settings = { ...project.settings, projection: angle }
    const sheet = drawnOf({ ...project, settings })
    const named = (text: string) =>
      sheet.marks.find((m): m is Kind<'text'> => m.kind === 'text' && m.text === text)!
    const [face1, edge, end] = [named(`${main}, end 1 at the left`), named(below), named(beside)]
    expect(edge.y).toBeGreaterThan(face1.y)
    expect(end.x).toBeGreaterThan(face1.x)
    // Seen from its left, the small end is in front: what is seen so stands left in the third angle.
    const rings = sheet.marks.filter(
      (m): m is Extract<Mark, { kind: 'arc' }> => m.kind === 'arc' && m.pen === 'frame',
    )
    const cone = sheet.marks.find(
      (m) => m.kind === 'path' && m.pen === 'frame' && m.corners.length === 4 && m.corners[0]!.y > 150,
    )
    const left = Math.min(...(cone as Extract<Mark, { kind: 'path' }>).corners.map((c) => c.x))
    expect(rings).toHaveLength(2)
    expect(rings.every((r) => r.x < left)).toBe(angle === 'third')
  },
)
