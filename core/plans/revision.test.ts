/** Title blocks and revisions: what was filled in stands there, and what has changed is said and clouded. */
import { change, nextLetter, type Project, type Revision } from '../document'
import { modelOf } from '../model'
import { step } from '../testing/proving'
import { run } from '../testing/run'
import { block, make, testKernel } from '../testing/scenario'
import { textsOf, type Kind } from '../testing/sheets'
import { boxOf, changesSince, planSheets, stoodOf, toSvg, type Sheet } from './index'
import { toPdf } from './pdf'
import { boundsOf } from './sheet'
import { nodeFonts } from '../../cli/fonts'

const kernel = await testKernel()
const sheetsOf = (project: Project): Sheet[] => [...planSheets(modelOf(project), kernel)]
const board = make([
  ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
  step('a', 'bore', 'face', { along: '60', across: '40', diameter: '10', depth: '8' }),
])
const hole = (project: Project) => (project.pieces[0]!.kind === 'made' ? project.pieces[0]!.work[0]!.id : '')
const issue = (project: Project, changed: Revision['changed'] = []): Project =>
  run(
    project,
    change.issueRevision({
      date: '2026-11-30',
      says: 'a wider hole',
      changed,
      stood: stoodOf(sheetsOf(project)),
    }),
  )
const deeper = (project: Project, diameter: string) =>
  run(project, change.setStepField({ id: hole(project), field: 'diameter', value: diameter }))

test('what has changed on the sheets since they were issued is said, by drawing and thing', () => {
  const first = issue(board)
  const [{ stood }] = first.revisions as [Revision]
  expect(changesSince(stood, stoodOf(sheetsOf(first)))).toEqual([])
  const now = deeper(first, '12')
  const changed = changesSince(stood, stoodOf(sheetsOf(now)))
  expect(changed).toMatchObject([
    { sheet: 'piece a', says: 'Hole Ø 10 × 8 deep, on the face became Hole Ø 12 × 8 deep, on the face' },
  ])
  const more = run(now, step('a', 'bore', 'face', { along: '90', across: '40', diameter: '5' }))
  expect(changesSince(stood, stoodOf(sheetsOf(more))).map((c) => c.says)).toEqual(
    expect.arrayContaining(['new: 90', 'new: Hole Ø 5, through, on the face']),
  )
  const less = run(now, change.removeStep({ id: hole(now) }))
  expect(changesSince(stood, stoodOf(sheetsOf(less))).filter((c) => c.says.startsWith('gone: '))).not.toEqual(
    [],
  )
})

test('the last revision is clouded where it changed something, and listed on the sheet', () => {
  const now = deeper(issue(board), '12')
  const changed = changesSince(now.revisions[0]!.stood, stoodOf(sheetsOf(now)))
  const [sheet] = sheetsOf(issue(now, changed)) as [Sheet]
  expect(textsOf(sheet)).toEqual(expect.arrayContaining(['B, 2026-11-30', 'B  2026-11-30  a wider hole']))
  const clouds = sheet.marks.filter((m): m is Kind<'path'> => m.part === 'cloud' && m.kind === 'path')
  expect(clouds).toHaveLength(1)
  const said = sheet.marks.find((m): m is Kind<'text'> => m.kind === 'text' && m.text.startsWith('Hole'))!
  const [inner, outer] = [boundsOf(said), boxOf(clouds)!]
  expect([outer.x1 < inner.x1, outer.y1 < inner.y1, outer.x2 > inner.x2, outer.y2 > inner.y2]).toEqual([
    true,
    true,
    true,
    true,
  ])
  // It stood so: the next one marks nothing of it.
  const third = issue(issue(now, changed))
  expect(third.revisions.map((r) => [r.letter, Object.keys(r.stood).length > 0])).toEqual([
    ['A', false],
    ['B', false],
    ['C', true],
  ])
  expect(sheetsOf(third)[0]!.marks.filter((m) => m.part === 'cloud')).toEqual([])
})

test('letters go on after Z', () => {
  const letters = Array.from({ length: 54 }, (_, n) => nextLetter(new Array<Revision>(n)))
  expect([letters[0], letters[25], letters[26], letters[27], letters[52]]).toEqual([
    'A',
    'Z',
    'AA',
    'AB',
    'BA',
  ])
  expect(new Set(letters).size).toBe(54)
})

/** One white dot. */
const DOT = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAADElEQVR4nGP4//8/AAX+Av4N70a4AAAAAElFTkSuQmCC'

test('fields and logo stand over the title block, drawings above them; none without a frame', async () => {
  const titles = { drawn: 'M. Fennel', checked: 'A. Sorrel', date: '', tolerance: '± 0.5', framed: true }
  const logo = { wide: 1, high: 1, data: DOT }
  const [sheet] = sheetsOf(run(board, change.setSettings({ titles: { ...titles, logo } }))) as [Sheet]
  expect(textsOf(sheet)).toEqual(expect.arrayContaining(['M. Fennel', 'A. Sorrel', '± 0.5']))
  const [drawn] = sheet.marks.flatMap((m) => (m.kind === 'text' && m.text === 'Drawn' ? [m] : []))
  for (const m of sheet.marks) if (m.kind === 'text' && m.part) expect(m.y).toBeLessThan(drawn!.y)
  expect(toSvg(sheet)).toContain(`href="data:image/png;base64,${DOT}"`)
  const { data } = await toPdf([sheet], nodeFonts(), 'Test')
  expect(Buffer.from(data).toString('latin1')).toContain('/Subtype /Image')

  const [bare] = sheetsOf(run(board, change.setSettings({ titles: { ...titles, logo, framed: false } }))) as [
    Sheet,
  ]
  expect(bare.marks.filter((m) => m.kind !== 'text' && m.pen === 'frame')).toEqual([])
  expect(textsOf(bare)).toContain('A  A, sheet 1 of 1')
})

test('a logo that is no PNG is refused', () => {
  const logo = { wide: 1, high: 1, data: 'PHN2Zz48L3N2Zz4=' }
  const titles = { ...board.settings.titles, logo }
  expect(() => run(board, change.setSettings({ titles }))).toThrow(/no PNG/)
})
