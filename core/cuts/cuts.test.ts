import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { onFace, change, execute, type Change, type Project } from '../document'
import { openProject } from '../exchange'
import { modelOf, type Model } from '../model'
import { catalogue } from '../rack/catalogue'
import { stockFor } from '../rack/entry'
import { block, grouped, join, make } from '../testing/scenario'
import { cutListCsv } from './csv'
import { cutList, findAlike, Job, layoutJobs, LayoutSearch, markOf } from './index'
import { lookOver } from '../proof'

function demo(...changes: Change[]): Project {
  const read = openProject(readFileSync('demo/seed-cabinet.json', 'utf8'))
  if (!read.ok) throw new Error(read.why)
  const done = execute(read.project, changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const alike = (project: Project) =>
  findAlike(modelOf(project)).map(
    (a) => `${a.mark} ${a.name} ×${a.instances.length}${a.mirrored ? ` (${a.mirrored} mirrored)` : ''}`,
  )

describe('identical pieces', () => {
  test('repeats are one row, a mirrored twin is the other hand of its original', () => {
    expect(alike(demo())).toEqual([
      'A Left side, Right side ×2 (1 mirrored)',
      'B Top ×1',
      'C Bottom ×1',
      'D Shelf ×4',
      'E Back ×1',
      'F Kick board ×1',
    ])
  })
  test('two sides that differ by one dado are two rows', () => {
    expect(alike(demo(change.setJointField({ ids: ['j3'], field: 'depth', value: '5/16' })))[1]).toMatch(
      /^A2 Right side ×1/,
    )
  })
  test('a board turned end for end is the same board', () => {
    // Lying the other way round, the shelf swaps its ends; it has no work of its own, so nothing tells them
    // apart.
    expect(alike(demo(change.setFacing({ id: 'p4', facing: 'left-up' })))).toContain('C Bottom ×1')
    const turned = demo(
      change.setFacing({ id: 'p5', facing: 'left-up' }),
      change.setFact({ id: 'p4', direction: 'deep', fact: 'start', text: '@p1.front + 1/4' }),
    )
    expect(alike(turned).find((a) => a.includes('Shelf'))).toBe('C Bottom, Shelf ×5')
  })
  test('marks go on after Z', () =>
    expect([0, 25, 26, 27, 701, 702].map(markOf)).toEqual(['A', 'Z', 'AA', 'AB', 'ZZ', 'AAA']))
})

describe('hands and outlines', () => {
  const found = (changes: readonly Change[]) =>
    findAlike(modelOf(make(changes))).map((a) => [a.instances.length, a.mirrored])
  const post = (id: string, at: number) => block(id, 'up-front', [at, 40], [0, 40], [0, 300])
  const rails = (id: string, at: number, way: 1 | -1) =>
    [
      // A rail into the face, another into the edge that looks across: a corner post.
      ...block(`${id}r`, 'right-front', way > 0 ? [at + 40, 200] : [at - 200, 200], [10, 20], [250, 30]),
      ...block(`${id}s`, 'back-up', [at + 10, 20], [40, 200], [250, 30]),
    ].map((c) => c)
  const joined = (id: string, way: 1 | -1): Change[] => [
    change.addJoints({
      joints: [
        {
          id: `${id}j`,
          kind: 'housing',
          between: [{ piece: `${id}r`, at: onFace(way > 0 ? 'end1' : 'end2') }, { piece: id }],
          fields: { depth: '6' },
        },
        {
          id: `${id}k`,
          kind: 'housing',
          between: [{ piece: `${id}s`, at: onFace('end1') }, { piece: id }],
          fields: { depth: '6' },
        },
      ],
    }),
  ]
  test('corner posts of a square section are one piece, whichever corner they stand at', () => {
    const list = found([
      ...post('a', 0),
      ...post('b', 600),
      ...rails('a', 0, 1),
      ...rails('b', 600, -1),
      ...joined('a', 1),
      ...joined('b', -1),
    ])
    expect(list[0]).toEqual([2, 0])
  })
  test('of an oblong section they are a pair of hands', () => {
    const wide = (id: string, at: number) => block(id, 'up-front', [at, 50], [0, 40], [0, 300])
    const [rs, rt] = [rails('a', 10, 1), rails('b', 600, -1)]
    const list = found([
      ...wide('a', 0),
      ...wide('b', 600),
      ...rs,
      ...rt,
      ...joined('a', 1),
      ...joined('b', -1),
    ])
    expect(list[0]).toEqual([2, 1])
  })
  test('a group in a mirror is a pair of hands, unless its pieces are alike both ways', () => {
    const board = [
      ...block('a', 'right-up', [0, 400], [0, 90], [0, 18]),
      ...block('b', 'back-left', [100, 18], [0, 90], [18, 200]),
      join('housing', ['b.edge2', 'a'], { depth: 6, stop1: 20 }),
    ]
    const lopsided = findAlike(
      modelOf(grouped(make(board), { kind: 'mirrored', direction: 'across', about: '900' })),
    )
    // A dado that stops is not alike both ways; a notch through the thickness is.
    expect(lopsided.map((a) => [a.instances.length, a.mirrored])).toEqual([
      [2, 1],
      [2, 0],
    ])
  })
})

describe('the cut list', () => {
  test('gives finished and rough sizes, and counts the work', () => {
    const list = cutList(modelOf(demo(change.setSettings({ extraLength: '1/2', extraWidth: '1/8' }))))
    const shelf = list.rows.find((r) => r.name === 'Shelf')!
    expect(
      [
        shelf.quantity,
        shelf.length / 25.4,
        shelf.width / 25.4,
        shelf.roughLength / 25.4,
        shelf.roughWidth / 25.4,
      ].map((n) => Math.round(n * 1e6) / 1e6),
    ).toEqual([4, 30.5, 8.78125, 31, 8.90625])
    expect(list.rows[0]!.work).toBe('2 rabbets, 5 dados, 1 groove')
  })
  test('adds up board feet and square feet', () => {
    const { groups } = cutList(modelOf(demo()))
    const ply = groups.find((g) => g.stock?.stock.kind === 'sheet')!
    expect(ply.area).toBeCloseTo((44.25 * 30.75 * 25.4 ** 2) / 1e6, 9)
  })
  test('as CSV, marks what was rounded and adds up feet', () => {
    const model = modelOf(
      demo(change.setSettings({ style: { unit: 'in', form: 'fraction', denominator: 8, places: 3 } })),
    )
    const rows = Papa.parse<Record<string, string>>(cutListCsv(cutList(model), model.resolved.style), {
      header: true,
    }).data
    expect(rows.find((r) => r.Name === 'Shelf')).toMatchObject({
      'Width (in)': '8 3/4',
      Rounded: 'width, rough width',
    })
    expect(rows.find((r) => r.Name === 'Kick board')!.Rounded).toBe('')
    for (const key of ['Board feet', 'Running feet', 'Quantity'])
      for (const total of rows.filter((r) => r.Name === 'Total')) {
        const own = rows.filter((r) => r.Stock === total.Stock && r.Name !== 'Total')
        expect(own.reduce((n, r) => n + Number(r[key]), 0)).toBeCloseTo(Number(total[key]), 2)
      }
    // Four shelves of 30 1/2 are ten feet and two inches.
    expect(Number(rows.find((r) => r.Name === 'Shelf')!['Running feet'])).toBeCloseTo((4 * 30.5) / 12, 3)
  })
  test('as CSV, cannot be taken for a formula', () => {
    const model = modelOf(demo(change.notePiece({ id: 'p3', note: '=1+1, "best"' })))
    const csv = cutListCsv(cutList(model), model.resolved.style)
    expect(csv).toContain('D,Shelf,4,0,30 1/2,8 25/32,3/4')
    expect(csv).toContain(`"'=1+1, ""best"""`)
  })
})

test('layout jobs offer measured boards once, before what can be bought', () => {
  const board = {
    id: 'b1',
    name: 'Long one',
    stock: 's1',
    length: '100',
    width: '9 1/4',
    thickness: null,
    defects: [{ x: '40', y: '2', length: '3', width: '1', note: 'knot' }],
  }
  const [pine] = layoutJobs(modelOf(demo(change.addBoard(board))))
  expect(pine!.job.supply[0]).toMatchObject({
    id: 'b1',
    quantity: 1,
    price: 0,
    length: 2540,
    defects: [{ x: 1016, y: 50.8 }],
  })
  expect(pine!.job.supply[1]).toMatchObject({ quantity: null })
  expect(pine!.job.demand.find((d) => d.id === 'D')).toMatchObject({ quantity: 4, mayTurn: false })
})

test('a piece that its joints cut away altogether is said, and not laid', () => {
  const gone = modelOf(
    make([
      ...block('a', 'right-front', [0, 300], [0, 20], [0, 60]),
      ...block('b', 'up-front', [0, 60], [-40, 100], [500, 300]),
      join('trim', ['a.edge2', 'b.end1']),
      change.setFact({ id: 'b', direction: 'up', fact: 'start', text: '-100' }),
      change.setFact({ id: 'b', direction: 'across', fact: 'size', text: '300' }),
    ]),
  )
  expect(lookOver(gone).map((p) => p.says)).toContain(
    'A would have no width: its joints cut away the whole of it',
  )
  expect(
    layoutJobs(gone)
      .flatMap((j) => j.job.demand)
      .every((d) => d.width > 0),
  ).toBe(true)
})

test('lengths that round alike are supplies of their own, and one told twice is one', () => {
  const [pine] = layoutJobs(
    modelOf(demo(change.setStock({ id: 's1', changes: { lengths: ['8ft', '2438mm', '96in'] } }))),
  )
  expect(pine!.job.supply.map((s) => s.length)).toEqual([2438.4, 2438])
  expect(new Set(pine!.job.supply.map((s) => s.id)).size).toBe(2)
  expect(Job.safeParse(pine!.job).success).toBe(true)
})

describe('stock as it is bought', () => {
  const oak = (more: object = {}) =>
    change.addStock({
      ...stockFor(
        catalogue.entries.find((e) => e.stock.name === '4/4 white oak')!,
        'in',
      ),
      id: 'oak',
      ...more,
    })
  const stick = (id: string, size: readonly [string, string, string], name = id, stock = 'oak'): Change =>
    change.addPiece({
      kind: 'made',
      id,
      name,
      stock,
      facing: 'right-up',
      spans: {
        across: { start: '0', size: size[0] },
        deep: { start: '0', size: size[1] },
        up: { start: '0', size: size[2] },
      },
    })
  const inches = (...changes: Change[]) => modelOf(make(changes, 'in'))

  test('board feet go by the thickness and the width it is sold by; under an inch counts as one', () => {
    const feet = (m: Model) => cutList(m).groups.map((g) => Number(g.boardFeet.toFixed(3)))
    // 24 × 5 of 4/4, which measures 13/16.
    expect(feet(inches(oak(), stick('a', ['24', '5', '13/16'])))).toEqual([0.833])
    const pine = catalogue.entries.find((e) => e.stock.name === '1×10 pine')!.stock
    expect(feet(inches(change.addStock({ ...pine, id: 'oak' }), stick('a', ['72', '9 1/4', '3/4'])))).toEqual(
      [5],
    )
    expect(
      feet(inches(oak({ nominalThickness: null, thickness: '1/2' }), stick('a', ['24', '6', '1/2']))),
    ).toEqual([1])
    expect(feet(inches(oak({ kind: 'sheet', width: '48' }), stick('a', ['24', '5', '13/16'])))).toEqual([0])
  })
  test('a board is planed down to a thinner piece, as far as is allowed', () => {
    const planed = inches(oak({ width: '6' }), stick('a', ['24', '5', '3/4']))
    expect(cutList(planed).rows[0]).toMatchObject({ work: 'plane to 3/4' })
    expect(lookOver(planed)).toEqual([])
    const most = inches(oak({ width: '6' }), stick('a', ['24', '5', '1/2']))
    expect(cutList(most).rows[0]!.work).toBe('')
    expect(lookOver(most).map((p) => p.says)).toEqual([
      'a is 1/2 thick, and 4/4 white oak measures 13/16: 5/16 is planed off, and 1/4 allowed',
    ])
    const sheet = inches(oak({ width: '48', kind: 'sheet' }), stick('a', ['24', '5', '3/4']))
    expect(lookOver(sheet).map((p) => p.id)).toEqual(['stock:a'])
  })
  test('a smaller sheet costs as much less', () => {
    const sheets = inches(
      oak({ kind: 'sheet', width: '48', lengths: ['96', '48'], price: 60 }),
      stick('a', ['24', '5', '13/16']),
    )
    expect(layoutJobs(sheets)[0]!.job.supply.map((s) => s.price)).toEqual([60, 30])
  })
  test('millimetre projects have no board feet, inch projects no cubic metres', () => {
    const fields = (unit: 'in' | 'mm') =>
      Papa.parse<string[]>(
        cutListCsv(cutList(modelOf(make([oak(), stick('a', ['24', '5', '13/16'])], unit))), {
          unit,
          form: 'decimal',
          places: 1,
        }),
      ).data[0]!.slice(-3)
    expect(fields('in')).toEqual(['Board feet', 'Square feet', 'Running feet'])
    expect(fields('mm')).toEqual(['Cubic metres', 'Square metres', 'Running metres'])
  })
  test('names keep their numbers, and what is told apart by them alone is said as one', () => {
    const names = (...all: Array<readonly [name: string, long: string]>) =>
      cutList(
        inches(oak(), ...all.map(([name, long], n) => stick(`p${n}`, [long, '5', '3/4'], name))),
      ).rows.map((r) => r.name)
    expect(names(['Board 1', '20'], ['Board 2', '21'], ['Board 80', '22'])).toEqual([
      'Board 1',
      'Board 2',
      'Board 80',
    ])
    expect(names(['Shelf 1', '20'], ['Shelf 2', '20'], ['Shelf 3', '20'], ['Shelf 7', '20'])).toEqual([
      'Shelf 1–3, 7',
    ])
    expect(names(['Shelf', '20'], ['Shelf 2', '20'])).toEqual(['Shelf, Shelf 2'])
  })
  test('trim off the ends leaves the width whole, and what has no place is told', () => {
    const full = [oak({ width: '5', lengths: ['48'] }), stick('a', ['24', '5', '13/16'])]
    const unplaced = (m: Model) => {
      const search = new LayoutSearch(layoutJobs(m)[0]!.job)
      search.round()
      return search.answer(0).unplaced.map((u) => u.why)
    }
    expect(unplaced(inches(...full, change.setSettings({ trim: '1' })))).toEqual([])
    const edges = inches(...full, change.setSettings({ edgeTrim: '1/8' }))
    expect(unplaced(edges)).toEqual(['wider than any board'])
    expect(lookOver(edges).map((p) => p.says)).toEqual([
      'a is 5 wide; the widest 4/4 white oak is 4 3/4 once trimmed, so glue it up from strips',
    ])
  })
})
