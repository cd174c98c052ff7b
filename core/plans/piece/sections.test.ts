import { change, type Change } from '../../document'
import { modelOf } from '../../model'
import { step } from '../../testing/proving'
import { run } from '../../testing/run'
import { block, make, testKernel } from '../../testing/scenario'
import { textsOf } from '../../testing/sheets'
import { planSheets, type Sheet } from '../index'

const kernel = await testKernel()
const board = (...work: readonly Change[]) =>
  make([...block('a', 'right-up', [0, 300], [0, 90], [0, 30]), ...work])
const sheetsOf = (project: ReturnType<typeof board>): Sheet[] => [...planSheets(modelOf(project), kernel)]
const hole = (face: string, along: number, more: Readonly<Record<string, string>> = {}) =>
  step('a', 'bore', face, { along: String(along), across: '15', diameter: '10', depth: '60', ...more })
const OWN = 'own section view face'
const hatchedOn = (s: Sheet) => s.marks.filter((m) => m.kind === 'line' && m.pen === 'hatch')

test('a piece bored deep along itself is shown cut along that hole, and the cut misses none of it', () => {
  const project = board(hole('end1', 45, { depth: '200' }))
  const [s] = sheetsOf(project)
  expect(textsOf(s!)).toContain('Section A–A')
  // Wood that is cut: the block along the middle of the hole, less the hole as deep as it is.
  const scale = s!.views![0]!.scale
  const area = hatchedOn(s!).reduce(
    (sum, m) => sum + (m.kind === 'line' ? Math.hypot(m.x2 - m.x1, m.y2 - m.y1) * 2 : 0),
    0,
  )
  expect(area / scale ** 2 / (300 * 30 - 200 * 10)).toBeGreaterThan(0.94)
  expect(area / scale ** 2 / (300 * 30 - 200 * 10)).toBeLessThan(1.06)
})

test('what one cut does not show, or shows from outside, is not cut open', () => {
  // Two holes across it, far from each other; a wide groove; nothing at all.
  for (const project of [
    board(hole('edge1', 60), hole('edge1', 200)),
    board(step('a', 'channel', 'face', { offset: '100', width: '20', depth: '10' })),
    board(hole('face', 60, { across: '40', depth: '10' })),
  ])
    expect(
      sheetsOf(project)
        .flatMap((s) => [...textsOf(s)])
        .some((t) => t.startsWith('Section')),
    ).toBe(false)
})

test('it can be hidden, comes back, and the letters of the maker’s own come first', () => {
  const project = board(hole('end1', 45, { depth: '200' }))
  const hide = (hidden: boolean) =>
    change.adjust({ sheet: 'piece a', of: OWN, says: 'Section A', changes: { hidden } })
  const hidden = run(project, hide(true))
  expect(textsOf(sheetsOf(hidden)[0]!)).not.toContain('Section A–A')
  expect(sheetsOf(hidden)[0]!.items!.find((i) => i.key === OWN)).toMatchObject({ hidden: true })
  expect(textsOf(sheetsOf(run(hidden, hide(false)))[0]!)).toContain('Section A–A')
  const at = { of: 'block', n: 4, off: [0, 0] as [number, number] }
  const mine = run(
    project,
    change.addToSheet({
      id: 'x1',
      sheet: 'piece a',
      view: 'view face',
      says: 'mine',
      kind: 'section',
      at,
      line: 'upright',
    }),
  )
  const items = sheetsOf(mine).flatMap((s) => s.items ?? [])
  expect(items.find((i) => i.key === 'added x1')?.says).toBe('mine A')
  expect(items.find((i) => i.key === OWN)?.says).toBe('Section B')
})
