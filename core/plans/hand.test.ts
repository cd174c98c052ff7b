/** What the maker does to sheets by hand: it is done, it stays, and what it belonged to is missed. */
import {
  change,
  execute,
  writeProject,
  type Addition,
  type Change,
  type Project,
  type Spot,
} from '../document'
import { openProject } from '../exchange'
import { modelOf } from '../model'
import { step } from '../testing/proving'
import { run } from '../testing/run'
import { block, make, testKernel } from '../testing/scenario'
import { textsOf, type Kind } from '../testing/sheets'
import { orphansOf } from './hand'
import { planSheets } from './set'
import { boundsOf, type Item, type Mark, type Sheet } from './sheet'

const kernel = await testKernel()
const sheetsOf = (project: Project): Sheet[] => [...planSheets(modelOf(project), kernel)]
const drawnOf = (project: Project): Sheet => sheetsOf(project).find((s) => s.title === 'A A')!

const hole = step('a', 'bore', 'face', { along: '60', across: '40', diameter: '10', depth: '8' })
const board = make([
  ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
  hole,
  step('a', 'bore', 'edge1', { along: '150', across: '10', diameter: '6', depth: '20' }),
])
const HOLE = drawnOf(board).items!.find((i) => i.key.startsWith('note') && i.says.includes('⌀ 10'))!
const DRILLED = HOLE.key.split(' ')[1]!

type Changes = Parameters<typeof change.adjust>[0]['changes']
const adjust = (of: string, changes: Changes, sheet = 'piece a') =>
  change.adjust({ sheet, of, says: of, changes })
const itemOf = (s: Sheet, key: string): Item => s.items!.find((i) => i.key === key)!
const partOf = (s: Sheet, key: string): Mark[] => s.marks.filter((m) => m.part === key)
const middleOf = (s: Sheet, key: string) => {
  const boxes = partOf(s, key).flatMap((m) => (m.kind === 'text' ? [boundsOf(m)] : []))
  const x = (Math.min(...boxes.map((b) => b.x1)) + Math.max(...boxes.map((b) => b.x2))) / 2
  return { x, y: Math.max(...boxes.map((b) => b.y2)) }
}
const scaleOf = (s: Sheet): number => s.views![0]!.scale

const spot = (s: Sheet, of: string, is: (at: { x: number; y: number }) => boolean): Spot => {
  const found = s.spots!.find((p) => p.view === 'view face' && p.of === of && is(p))!
  return { of, n: found.n, off: [0, 0] }
}
const added = (a: Omit<Addition, 'id' | 'sheet' | 'view' | 'says'> & Record<string, unknown>): Change =>
  change.addToSheet({ id: 'x1', sheet: 'piece a', view: 'view face', says: 'mine', ...a } as Addition)

describe('what is moved', () => {
  test.each([
    ['a note', HOLE.key, [14, -9]],
    ['a size', 'size 0', [6, 5]],
    ['a place', '', [0, -4]],
    ['a view with all that stands at it', 'view face', [3, 7]],
  ] as const)('%s goes as far as it was, and further from there', (_, named, [dx, dy]) => {
    const before = drawnOf(board)
    const key = named || before.items!.find((i) => i.kind === 'place')!.key
    const { by } = itemOf(before, key)
    const after = drawnOf(run(board, adjust(key, { by: [by[0] + dx, by[1] + dy] })))
    const measured = key.startsWith('view') ? 'size 1' : key
    const [a, b] = [middleOf(before, measured), middleOf(after, measured)]
    expect(b.x - a.x).toBeCloseTo(dx, 1)
    expect(b.y - a.y).toBeCloseTo(dy, 1)
    expect(itemOf(after, key).by).toEqual([by[0] + dx, by[1] + dy].map((x) => expect.closeTo(x, 6)))
  })
  test('a note goes along with the hole it tells of, as far beside it', () => {
    const moved = run(board, adjust(HOLE.key, { by: [30, 20] }))
    const id = moved.pieces[0]!.kind === 'made' ? moved.pieces[0]!.work[0]!.id : ''
    const further = run(moved, change.setStepField({ id, field: 'along', value: '100' }))
    const tip = (s: Sheet) =>
      partOf(s, HOLE.key).find((m): m is Kind<'path'> => m.kind === 'path')!.corners[1]!
    const [one, two] = [drawnOf(moved), drawnOf(further)]
    expect(tip(two).x - tip(one).x).toBeCloseTo(40 * scaleOf(one), 0)
    expect(middleOf(two, HOLE.key).x - middleOf(one, HOLE.key).x).toBeCloseTo(40 * scaleOf(one), 1)
  })
})

test('what is hidden is not drawn, can be found to be shown again, and undone', () => {
  const done = execute(board, adjust(HOLE.key, { hidden: true }))
  if (!done.ok) throw new Error(done.why)
  const sheet = drawnOf(done.project)
  expect(partOf(sheet, HOLE.key)).toEqual([])
  expect(itemOf(sheet, HOLE.key)).toMatchObject({ hidden: true, says: HOLE.says })
  const shown = run(done.project, adjust(HOLE.key, { hidden: false }))
  expect(shown.adjustments).toEqual([])
  expect(drawnOf(shown)).toEqual(drawnOf(board))
  // The main view stays: without it there would be no drawing.
  expect(partOf(drawnOf(run(board, adjust('view face', { hidden: true }))), 'view face')).not.toEqual([])
})

test('a text has what stands before and after it, and its own decimals', () => {
  const said = drawnOf(run(board, adjust('size 0', { before: 'about', after: 'bare', places: 2 })))
  expect(textsOf(said)).toContain('about 300 bare')
  const straight = change.addToSheet({
    id: 'x1',
    sheet: 'piece a',
    view: 'view face',
    says: '',
    kind: 'dimension',
    way: 'straight',
    between: [
      { of: 'block', n: 0 },
      { of: 'block', n: 0, off: [60, 40] },
    ],
  })
  const places = (n: number | null) =>
    drawnOf(run(board, straight, adjust('added x1', { places: n, after: 'x' })))
  expect(textsOf(places(null))).toContain('≈ 72.1 x')
  expect(textsOf(places(3))).toContain('72.111 x')
})

describe('what is added', () => {
  const plain = drawnOf(board)
  const face = plain.views!.find((v) => v.key === 'view face')!
  const corner = spot(plain, 'block', (p) => p.x === face.on.x1 && p.y === face.on.y2)
  const middle = spot(plain, DRILLED, (p) => {
    const rim = plain.spots!.filter((q) => q.view === 'view face' && q.of === DRILLED)
    const mean = (k: 'x' | 'y') => rim.reduce((n, q) => n + q[k], 0) / rim.length
    return Math.hypot(p.x - mean('x'), p.y - mean('y')) < 0.1
  })

  test.each([
    ['level', '60'],
    ['upright', '40'],
    ['straight', '≈ 72.1'],
  ] as const)('a dimension that runs %s says how far it is in the wood, %s', (way, says) => {
    const of = (project: Project) =>
      partOf(drawnOf(project), 'added x1').flatMap((m) => (m.kind === 'text' ? [m.text] : []))
    const project = run(board, added({ kind: 'dimension', between: [corner, middle], way }))
    expect(of(project)).toEqual([says])
    // As the wood changes, so does it.
    expect(of(JSON.parse(JSON.stringify(project).replace('"60"', '"90"')) as Project)).not.toEqual(
      way === 'upright' ? [] : [says],
    )
  })
  test('a note is led to its place', () => {
    const s = drawnOf(run(board, added({ kind: 'note', at: middle, text: 'for the peg' })))
    expect(textsOf(s)).toContain('for the peg')
    const tip = partOf(s, 'added x1').find((m): m is Kind<'path'> => m.kind === 'path')!.corners[1]!
    const at = s.spots!.find((p) => p.view === 'view face' && p.of === DRILLED && p.n === middle.n)!
    expect(Math.hypot(tip.x - at.x, tip.y - at.y)).toBeLessThan(0.05)
  })
  test('a section shows the wood cut along its line, hatched, its hole as deep as it is', () => {
    const s = drawnOf(run(board, added({ kind: 'section', at: middle, line: 'upright' })))
    const cut = partOf(s, 'added x1')
    expect(cut.filter((m) => m.kind !== 'text' && m.pen === 'hatch').length).toBeGreaterThan(4)
    const said = cut.flatMap((m) => (m.kind === 'text' ? [m.text] : []))
    expect(said.sort()).toEqual(['A', 'A', 'Section A–A'])
    // The hatching is of the wood alone: 100 × 20 less 10 × 8 of the hole.
    const hatched = cut.reduce(
      (n, m) => (m.kind === 'line' && m.pen === 'hatch' ? n + Math.hypot(m.x2 - m.x1, m.y2 - m.y1) * 2 : n),
      0,
    )
    expect(hatched / scaleOf(s) ** 2).toBeGreaterThan((2000 - 80) * 0.93)
    expect(hatched / scaleOf(s) ** 2).toBeLessThan((2000 - 80) * 1.07)
  })
  test('a section whose line misses the wood is not drawn, and says so', () => {
    const off = { ...corner, off: [-30, 0] as [number, number] }
    const project = run(board, added({ kind: 'section', at: off, line: 'upright' }))
    const sheets = sheetsOf(project)
    expect(partOf(sheets[0]!, 'added x1')).toEqual([])
    expect(orphansOf(project, sheets)).toEqual([
      { id: 'x1', says: 'mine', why: 'its line does not cross the wood' },
    ])
  })
  test('a detail is what its ring takes in, larger, arcs as arcs', () => {
    const sheets = sheetsOf(run(board, added({ kind: 'detail', at: middle, radius: 12, times: 2 })))
    const s = sheets[0]!
    // It stands on a sheet of its own where the first has no room for it.
    const drawn = sheets
      .flatMap((sheet) => partOf(sheet, 'added x1'))
      .filter((m): m is Kind<'arc'> => m.kind === 'arc' && m.pen === 'visible')
    const whole = drawn.reduce((n, a) => n + a.to - a.from, 0)
    expect(whole).toBeCloseTo(360, 3)
    for (const a of drawn) expect(a.r).toBeCloseTo(5 * 2 * scaleOf(s), 6)
  })
  test('pictures that a sheet has no room for come on more sheets', () => {
    const many = Array.from({ length: 6 }, (_, n) =>
      change.addToSheet({
        id: `x${n}`,
        sheet: 'piece a',
        view: 'view face',
        says: '',
        kind: 'detail',
        at: middle,
        radius: 40,
        times: 2,
      }),
    )
    const sheets = sheetsOf(run(board, ...many))
    expect(sheets.length).toBeGreaterThan(1)
    for (const n of many.keys())
      expect(sheets.filter((s) => partOf(s, `added x${n}`).length > 3)).not.toEqual([])
    const huge = run(board, added({ kind: 'detail', at: middle, radius: 150, times: 10 }))
    expect(orphansOf(huge, sheetsOf(huge))).toMatchObject([{ why: 'it is too large for this paper' }])
  })
})

describe('what it belonged to is gone', () => {
  const work = (project: Project) => (project.pieces[0]!.kind === 'made' ? project.pieces[0]!.work : [])
  test('is said, by what it was; undone, it is there again', () => {
    const at = spot(drawnOf(board), DRILLED, () => true)
    const project = run(
      board,
      adjust(HOLE.key, { by: [9, 9] }),
      added({ kind: 'note', at, text: 'the peg' }),
      adjust('size 0', { after: 'bare' }),
    )
    expect(orphansOf(project, sheetsOf(project))).toEqual([])
    const without = run(project, change.removeStep({ id: work(project)[0]!.id }))
    expect(orphansOf(without, sheetsOf(without)).map((o) => [o.id, o.why])).toEqual([
      ['x1', 'the point it is attached to no longer exists'],
      ['d1', 'the feature it belongs to no longer exists'],
    ])
    const let_go = run(without, change.takeOffSheet({ ids: ['x1', 'd1'], says: 'two' }))
    expect(orphansOf(let_go, sheetsOf(let_go))).toEqual([])
    expect(let_go.adjustments.map((a) => a.of)).toEqual(['size 0'])
  })
  test('a drawing that is gone, too', () => {
    const project = run(
      board,
      adjust('size 0', { after: 'bare' }),
      change.editSheet({ sheet: 'piece a', name: 'Top' }),
    )
    const gone = run(
      project,
      ...block('b', 'right-up', [0, 50], [0, 50], [0, 18]),
      change.removePiece({ id: 'a' }),
    )
    expect(orphansOf(gone, sheetsOf(gone)).map((o) => o.why)).toEqual([
      'its drawing no longer exists',
      'its drawing no longer exists',
    ])
  })
})

describe('sheets', () => {
  const pair = make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
    hole,
    ...block('b', 'right-up', [0, 200], [200, 100], [0, 18]),
    step('b', 'bore', 'face', { along: '60', across: '40', diameter: '6', depth: '8' }),
  ])
  const titles = (project: Project) => sheetsOf(project).map((s) => s.title)
  const numbers = (project: Project) =>
    sheetsOf(project).map((s) => textsOf(s).find((t) => /^\d+ of \d+$/.test(t)))

  test('come in the order they are put in, those that are not in it after their neighbours', () => {
    expect(titles(pair)).toEqual(['All pieces', 'Assembly', 'A A', 'B B'])
    const order = change.orderSheets({ order: ['piece b', 'cover'] })
    expect(titles(run(pair, order))).toEqual(['B B', 'All pieces', 'Assembly', 'A A'])
    expect(numbers(run(pair, order))).toEqual(['1 of 4', '2 of 4', '3 of 4', '4 of 4'])
  })
  test('are left out, and called otherwise', () => {
    const project = run(
      pair,
      change.editSheet({ sheet: 'assembly', out: true }),
      change.editSheet({ sheet: 'piece b', name: 'Low shelf' }),
    )
    expect(titles(project)).toEqual(['All pieces', 'A A', 'Low shelf'])
    expect(numbers(project)).toEqual(['1 of 3', '2 of 3', '3 of 3'])
    expect(textsOf(sheetsOf(project)[2]!)).toContain('Low shelf')
    expect(orphansOf(project, sheetsOf(project))).toEqual([])
    const back = run(
      project,
      change.editSheet({ sheet: 'assembly', out: false }),
      change.editSheet({ sheet: 'piece b', name: '' }),
    )
    expect(back.sheets).toEqual([])
  })
})

test('all of it is in the file, and reads back', () => {
  const project = run(
    board,
    adjust(HOLE.key, { by: [9, 9] }),
    change.orderSheets({ order: ['piece a'] }),
    change.editSheet({ sheet: 'piece a', name: 'Top' }),
    added({ kind: 'note', at: { of: 'block', n: 0 }, text: 'here' }),
    change.issueRevision({
      date: '2026-11-30',
      says: '',
      changed: [],
      stood: { 'piece a': { 'size 0': '300' } },
    }),
    change.setSettings({
      titles: { drawn: 'M. Fennel', checked: '', date: '', tolerance: '± 0.5', logo: null, framed: true },
    }),
  )
  const read = openProject(writeProject(project))
  expect(read).toMatchObject({ ok: true })
  expect(read.ok && read.project).toEqual(project)
})
