/** Plain pieces, several to a sheet. */
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, make, testKernel } from '../testing/scenario'
import { step } from '../testing/proving'
import { planSheets, type Mark, type Sheet } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** Boards of 300, 310, … by 100, 101, … by 18, apart from each other. */
const boards = (n: number, ...more: Parameters<typeof make>[0]) =>
  make([
    ...Array.from({ length: n }, (_, k) =>
      block('abcde'[k]!, 'right-up', [0, 300 + 10 * k], [200 * k, 100 + k], [0, 18]),
    ).flat(),
    ...more,
  ])
const sheetsOf = (project: ReturnType<typeof make>): Sheet[] => [...planSheets(modelOf(project), kernel)]
const texts = (s: Sheet) => s.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []))
const rectangles = (s: Sheet) =>
  s.marks
    .filter((m): m is Extract<Mark, { kind: 'path' }> => m.kind === 'path' && m.pen === 'visible')
    .map(({ corners: [a, , c] }) => [c!.x - a!.x, c!.y - a!.y])

test('plain pieces stand up to four to a sheet, as many on each, at the scale that is said', () => {
  const sheets = sheetsOf(boards(5))
  expect(sheets.map((s) => s.title)).toEqual(['All pieces', 'Assembly', 'A A, B B, C C', 'D D, E E'])
  const [first, last] = sheets.slice(2)
  expect(texts(first!)).toEqual(expect.arrayContaining(['300', '310', '320', '100', '101', '102']))
  expect(texts(first!).filter((t) => t === '18')).toHaveLength(3)
  expect(texts(last!)).toEqual(expect.arrayContaining(['330', '340', '103', '104', '18', '4 of 4']))
  for (const sheet of [first!, last!]) {
    const scales = texts(sheet).flatMap((t) => /, 1:([\d.]+)$/.exec(t)?.slice(1).map(Number) ?? [])
    const sides = rectangles(sheet)
    expect(sides).toHaveLength(2 * scales.length)
    const long = texts(sheet)
      .filter((t) => /^3\d\d$/.test(t))
      .map(Number)
    scales.forEach((scale, n) => {
      const [face, edge] = sides.slice(2 * n, 2 * n + 2)
      expect(face![0]! * scale).toBeCloseTo(long[n]!, 9)
      expect(face![1]! * scale).toBeCloseTo(long[n]! / 10 + 70, 9)
      expect(edge!.map((mm) => mm * scale)).toEqual([long[n]!, 18].map((mm) => expect.closeTo(mm, 9)))
    })
  }
})

test('one by itself has a sheet of its own, and so has what is worked', () => {
  const bored = (id: string) =>
    step(id, 'bore', 'face', { along: '50', across: '50', diameter: '10', depth: '10' })
  expect(sheetsOf(boards(1)).map((s) => s.title)).toEqual(['A A'])
  expect(
    sheetsOf(boards(2, bored('a')))
      .map((s) => s.title)
      .slice(2),
  ).toEqual(['A A', 'B B'])
  expect(
    sheetsOf(boards(3, bored('c')))
      .map((s) => s.title)
      .slice(2),
  ).toEqual(['C C', 'A A, B B'])
})
