import { findAlike } from '../cuts'
import { change, type Project } from '../document'
import { modelOf } from '../model'
import { casework } from '../testing/joinery'
import { step } from '../testing/proving'
import { block, grouped, make, testKernel } from '../testing/scenario'
import { textsOf } from '../testing/sheets'
import { planSheets, type Sheet } from './index'

const kernel = await testKernel()
const sheetsOf = (project: Project): Sheet[] => [...planSheets(modelOf(project), kernel)]
const titled = (sheets: readonly Sheet[], title: string): Sheet => sheets.find((s) => s.title === title)!
const marksIn = (s: Sheet): string[] => textsOf({ marks: s.marks.filter((m) => m.part?.startsWith('mark ')) })
const apart = (of: string, times: number) =>
  change.adjust({ sheet: 'cover', of, says: of, changes: { apart: times } })

test('each different piece has its mark once, apart and put together', () => {
  const all = findAlike(modelOf(casework)).map((a) => a.mark)
  const sheets = sheetsOf(casework)
  expect(marksIn(titled(sheets, 'All pieces')).sort()).toEqual([...all].sort())
  expect(marksIn(titled(sheets, 'Assembly')).sort()).toEqual([...all].sort())
})

test('a piece stands as far apart as the maker has it, and lines show where it goes', () => {
  const ways = (project: Project) =>
    titled(sheetsOf(project), 'All pieces').marks.filter((m) => m.kind === 'line' && m.pen === 'centre')
  expect(ways(casework).length).toBeGreaterThan(3)
  const keys = titled(sheetsOf(casework), 'All pieces').items!.map((i) => i.key)
  expect(keys.length).toBe(findAlike(modelOf(casework)).length)
  const together = make(
    keys.map((key) => apart(key, 0)),
    'mm',
    casework,
  )
  expect(ways(together)).toEqual([])
  const item = titled(sheetsOf(together), 'All pieces').items![0]!
  expect(item).toMatchObject({ kind: 'mark', apart: 0 })
})

describe('a piece', () => {
  const board = make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
    step('a', 'bore', 'face', { along: '60', across: '40', diameter: '10', depth: '8' }),
  ])
  const pieceOf = (project: Project) => sheetsOf(project).find((s) => s.keys?.[0] === 'piece a')!
  const placesOf = (s: Sheet) =>
    new Map(
      s.marks.flatMap((m) => (m.kind === 'text' && m.part === 'name face' ? [[m.text, m] as const] : [])),
    )

  test('has the names of its edges and ends where those are, and a triangle that points to end 2', () => {
    const s = pieceOf(board)
    const { on } = s.views!.find((v) => v.key === 'view face')!
    const named = placesOf(s)
    const [x, y] = [(on.x1 + on.x2) / 2, (on.y1 + on.y2) / 2]
    expect(named.get('end 1')!.x).toBeLessThan(on.x1 + 12)
    expect(named.get('end 2')!.x).toBeGreaterThan(on.x2 - 12)
    expect(named.get('edge 1')!.y).toBeGreaterThan(y)
    expect(named.get('edge 2')!.y).toBeLessThan(y)
    const triangle = s.marks.find((m) => m.kind === 'path' && m.part === 'name face')!
    const corners = triangle.kind === 'path' ? triangle.corners : []
    const tip = corners.reduce((a, b) => (b.x > a.x ? b : a))
    expect(corners.filter((c) => c.x < tip.x)).toHaveLength(2)
    expect(tip.x).toBeLessThan(on.x2)
    expect(x).toBeGreaterThan(on.x1)
  })

  test('has no name where its wood does not come to the side of its block', () => {
    const mitred = make([
      ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
      step('a', 'crosscut', 'end2', { mitre: '30' }),
    ])
    expect([...placesOf(pieceOf(mitred)).keys()].filter((t) => t.startsWith('e')).sort()).toEqual([
      'edge 1',
      'edge 2',
      'end 1',
    ])
  })

  test('of two hands shows the other, mirrored, from the end it is measured from', () => {
    const pair = grouped(board, { kind: 'mirrored', direction: 'across', about: '400' })
    const s = pieceOf(pair)
    const partner = s.marks.filter((m) => m.part === 'partner')
    expect(textsOf({ marks: partner })).toEqual(['Mirrored: 1 of 2, measured from here'])
    const end = partner.find((m) => m.kind === 'line' && m.pen === 'centre')!
    const hole = partner.find((m) => m.kind === 'arc')!
    const sides = partner.flatMap((m) =>
      m.kind === 'path' ? m.corners.map((c) => c.x) : m.kind === 'line' ? [m.x1] : [],
    )
    if (end.kind !== 'line' || hole.kind !== 'arc') throw new Error('a line and a hole')
    const scale = (end.x1 - Math.min(...sides)) / 300
    expect((end.x1 - hole.x) / scale).toBeCloseTo(60, 1)
    expect(pieceOf(board).marks.some((m) => m.part === 'partner')).toBe(false)
  })
})
