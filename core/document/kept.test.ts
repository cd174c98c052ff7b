import { edgeAt, onFace } from '.'
import fc from 'fast-check'
import {
  change,
  execute,
  newProject,
  readData,
  readProject,
  replay,
  sayAside,
  writeProject,
  type Change,
  type Project,
} from './index'
import { refused, run } from '../testing/run'
import { runs } from '../testing/runs'

const opened = (data: unknown): Project => {
  const read = readProject(typeof data === 'string' ? data : JSON.stringify(data))
  if (!read.ok) throw new Error(read.why)
  return read.project
}

const wood = change.addStock({
  id: 's1',
  name: 'Ply',
  kind: 'sheet',
  species: 'birch plywood',
  thickness: '18',
  width: '1220',
  lengths: ['2440'],
  grain: false,
  price: 31,
})
const piece = (id: string, name: string, start = '0') =>
  change.addPiece({
    kind: 'made',
    id,
    name,
    stock: 's1',
    facing: 'up-left',
    spans: { across: { start }, deep: { start: '0', size: '300' }, up: { start: '0', size: '700' } },
  })
const shop = run(
  newProject('t', 'Test', 'mm'),
  wood,
  change.addBoard({
    id: 'b1',
    name: 'Offcut',
    stock: 's1',
    length: '900',
    width: '300',
    thickness: '17.6',
    defects: [{ x: '1', y: '2', length: '3', width: '4' }],
  }),
  change.addParameter({ id: 'm1', name: 'width', kind: 'length', expression: '600' }),
  piece('p1', 'Side'),
  piece('p2', 'Shelf', '@p1.right'),
  change.addJoints({
    joints: [
      {
        id: 'j1',
        kind: 'housing',
        between: [{ piece: 'p2', at: onFace('end1') }, { piece: 'p1' }],
        fields: { depth: '6' },
      },
    ],
  }),
  change.addHardware({ id: 'h1', kind: 'item', name: 'Knob', count: '1', on: 'p2' }),
)

describe('changing one field leaves the others as they are', () => {
  test('of a stock, a board and the settings', () => {
    const renamed = run(shop, change.setStock({ id: 's1', changes: { name: 'Birch' } }))
    expect(renamed.stock[0]).toEqual({ ...shop.stock[0], name: 'Birch' })
    const longer = run(shop, change.setBoard({ id: 'b1', changes: { length: '1000' } }))
    expect(longer.boards[0]).toEqual({ ...shop.boards[0], length: '1000' })
    const kerf = run(shop, change.setSettings({ kerf: '2' }))
    expect(kerf.settings).toEqual({ ...shop.settings, kerf: '2' })
  })
  test('whichever fields are given', () => {
    const whole = {
      name: 'New',
      species: 'oak',
      thickness: '20',
      width: null,
      lengths: ['2m'],
      grain: true,
      price: null,
    }
    fc.assert(
      fc.property(fc.subarray(Object.keys(whole)), (keys) => {
        const changes = Object.fromEntries(keys.map((k) => [k, whole[k as keyof typeof whole]]))
        const done = execute(shop, change.setStock({ id: 's1', changes }))
        expect(done.ok && done.project.stock[0]).toEqual({ ...shop.stock[0], ...changes })
      }),
    )
  })
})

describe('what was accepted reads back whole', () => {
  const hostile = fc.constantFrom(
    '',
    ' ',
    'Side',
    'Shelf',
    'a"b',
    'a@b',
    'x'.repeat(81),
    'p1',
    's1',
    'g1',
    'Fine',
  )
  const id = fc.constantFrom('p1', 'p2', 'p3', 'g1', 's1', 'h1', 'b1', 'm1', 'j1', 'new1', 'bad id')
  const changes: fc.Arbitrary<Change> = fc.oneof(
    fc
      .tuple(id, hostile)
      .map(([i, name]) => change.addHardware({ id: i, kind: 'item', name, count: '1', on: null })),
    fc.tuple(hostile, hostile).map(([name, count]) => change.setHardware({ id: 'h1', name, count })),
    fc
      .tuple(id, hostile, fc.subarray(['p1', 'p2'], { minLength: 1 }))
      .map(([i, name, members]) => change.group({ id: i, name, members })),
    fc
      .tuple(id, id, hostile)
      .map(([i, of, name]) => change.mirrorPiece({ id: i, of, name, direction: 'across', about: '1' })),
    fc.tuple(id, hostile).map(([i, name]) => piece(i, name)),
    fc
      .tuple(id, fc.constantFrom('width', 'T', 'wide', 'mm'))
      .map(([i, name]) => change.addParameter({ id: i, name, kind: 'length', expression: '1' })),
    fc
      .tuple(id, id)
      .map(([i, stock]) => change.addBoard({ id: i, name: 'B', stock, length: '1', width: '1' })),
    fc
      .tuple(id, hostile)
      .map(([i, name]) =>
        change.addStock({
          id: i,
          name,
          kind: 'board',
          species: 'pine',
          thickness: '18',
          width: null,
          lengths: [],
        }),
      ),
    fc
      .tuple(id, id)
      .map(([i, on]) =>
        change.addHardware({
          id: i,
          kind: 'hinge',
          name: 'Hinge',
          count: '1',
          on,
          at: edgeAt('face', 'edge1'),
          moves: ['p1'],
          limit: '9',
        }),
      ),
    fc
      .tuple(id, id)
      .map(([i, p]) =>
        change.addJoints({
          joints: [
            { id: i, kind: 'butt', between: [{ piece: p, at: onFace('face') }, { piece: 'p2' }], fields: {} },
          ],
        }),
      ),
    fc
      .tuple(id, fc.constantFrom('1', '2', '3', 'g1:c1'))
      .map(([newId, copy]) => change.partPiece({ id: 'p2', newId, copy })),
    fc.constantFrom(
      change.removePiece({ id: 'p1' }),
      change.removePiece({ id: 'p2' }),
      change.ungroup({ id: 'g1' }),
      change.removeGroup({ id: 'g1' }),
      change.removeStock({ id: 's1' }),
      change.setBoard({ id: 'b1', changes: { stock: 'gone' } }),
      change.renamePiece({ id: 'p1', name: 'Shelf' }),
      change.setRepeat({ id: 'p2', repeat: { kind: 'pitch', direction: 'up', count: '3', pitch: '50' } }),
    ),
  )

  test('after any of them in any order', () => {
    let accepted = 0
    fc.assert(
      fc.property(fc.array(changes, { minLength: 1, maxLength: 8 }), (list) => {
        let now = shop
        for (const c of list) {
          const done = execute(now, c)
          if (done.ok) {
            // Whatever was accepted can be taken back to the byte, and done again.
            expect(writeProject(replay(done.project, done.inverse))).toBe(writeProject(now))
            expect(replay(now, done.patches)).toEqual(done.project)
            expect(done.says.length).toBeGreaterThan(3)
          }
          if (!done.ok) expect(done.why).not.toMatch(/Invalid input|expected|undefined/)
          else {
            now = done.project
            accepted++
          }
        }
        expect(opened(writeProject(now))).toEqual(now)
      }),
      { numRuns: runs(400) },
    )
    expect(accepted).toBeGreaterThan(runs(400) / 3)
  })
  test.each<[string, Change, RegExp]>([
    ['hardware without a name', change.setHardware({ id: 'h1', name: '' }), /at least one letter/],
    ['hardware with a quote in its name', change.setHardware({ id: 'h1', name: 'a"b' }), /cannot hold/],
    [
      'a group with a piece’s id',
      change.group({ id: 'p1', name: 'Box', members: ['p2'] }),
      /its id p1 is taken/,
    ],
    [
      'a twin with a taken id',
      change.mirrorPiece({ id: 'p2', of: 'p1', name: 'Twin', direction: 'up', about: '1' }),
      /its id p2 is taken/,
    ],
    [
      'a board of no stock',
      change.setBoard({ id: 'b1', changes: { stock: 'gone' } }),
      /not on the rack any more/,
    ],
    ['a facing along one line', change.setFacing({ id: 'p1', facing: 'up-up' }), /there is no such facing/],
  ])('%s is refused', (_, c, says) => expect(refused(shop, c)).toMatch(says))
})

describe('what cannot be used stays in the file', () => {
  const damaged = () => {
    const file = JSON.parse(writeProject(shop)) as Record<string, unknown[]> & {
      settings: Record<string, unknown>
    }
    file.pieces![1] = { ...(file.pieces![1] as object), facing: 'up-up' }
    file.settings.kerf = 3
    file.more = ['of the future']
    return file
  }
  test('raw, listed with what is wrong, and travels with it', () => {
    const project = opened(damaged())
    expect(sayAside(project)).toEqual([
      '“more”: no part of a project',
      'settings · kerf: is not text in quotation marks',
      'piece 2, Shelf: facing: there is no such facing: length and face cannot point along one line',
      'joint 1, j1: its piece p2 is not there',
      'hardware 1, Knob: its piece p2 is not there',
    ])
    expect(project.settings).toEqual({ ...shop.settings, kerf: '3.2' })
    // Read and written again, nothing is lost and nothing is listed twice.
    expect(opened(writeProject(project))).toEqual(project)
    expect(JSON.parse(project.setAside[2]!.text)).toEqual(damaged().pieces![1])
  })
  test('mended by hand it comes back, and what waited for it too', () => {
    const project = opened(damaged())
    const [, kerf, shelf] = project.setAside
    const mended = run(
      project,
      change.putBackAside({ id: shelf!.id, text: shelf!.text.replace('up-up', 'up-left') }),
    )
    expect(mended.pieces).toEqual(shop.pieces)
    expect([mended.joints, mended.hardware]).toEqual([shop.joints, shop.hardware])
    expect(sayAside(mended).map((s) => s.split(':')[0])).toEqual(['“more”', 'settings · kerf'])
    const whole = run(
      mended,
      change.putBackAside({ id: kerf!.id, text: '{"kerf":"3"}' }),
      change.throwAwayAside({ ids: [project.setAside[0]!.id] }),
    )
    expect(whole).toEqual({ ...shop, settings: { ...shop.settings, kerf: '3' } })
  })
  test.each([
    ['{', /does not read as JSON/],
    ['[1]', /not an object/],
    ['{"kind":"made"}', /is missing/],
    [`{"a":${'['.repeat(100)}${']'.repeat(100)}}`, /nested too deep/],
  ])('put back as %s it is refused, and stays', (text, says) => {
    const project = opened(damaged())
    expect(refused(project, change.putBackAside({ id: project.setAside[2]!.id, text }))).toMatch(says)
  })
  test('what was set aside before and does not read, or is there twice, is not lost either', () => {
    const [one] = opened(damaged()).setAside
    const torn = { ...one, text: 5 }
    const { setAside } = opened({
      ...damaged(),
      pieces: [],
      settings: newProject('t', 'T', 'mm').settings,
      setAside: [one, torn, one],
    })
    expect(setAside[0]).toEqual(one)
    expect(setAside.slice(1).map((s) => JSON.parse(s.text) as unknown)).toEqual(
      expect.arrayContaining([torn, one]),
    )
  })
  test('a hundred thousand bad pieces are bounded, and counted', () => {
    const file = { ...damaged(), pieces: Array.from({ length: 100_000 }, (_, i) => ({ id: `q${i}` })) }
    const { setAside } = opened(file)
    expect(setAside.length).toBeLessThanOrEqual(1000)
    const more = setAside.map((s) => /^([\d,]+) more/.exec(s.where)?.[1]?.replaceAll(',', ''))
    const told = setAside.filter((s) => s.list === 'pieces').length
    // With the two others that are damaged in it.
    expect(more.reduce((n, m) => n + Number(m ?? 0), told)).toBe(100_002)
  })
  test('sound pieces beyond what a project holds are told apart from damaged ones, and counted', () => {
    const piece = shop.pieces[0]!
    const many = Array.from({ length: 5000 }, (_, i) => ({ ...piece, id: `q${i}`, name: `Lath ${i}` }))
    const read = opened({ ...shop, joints: [], pieces: [...many, { id: 'q0' }] })
    expect(read.pieces).toHaveLength(2000)
    expect(sayAside(read).filter((s) => /^piece| more /.test(s))).toEqual([
      expect.stringMatching(/^piece 5001, q0: /),
      '3,000 more pieces: a project has 2,000 of them at most; they are in the file they came from, ' +
        'which was left as it is',
    ])
  })
  test('a hundred thousand damaged readings, joints or set-aside parts are bounded in work', () => {
    for (const list of ['readings', 'joints', 'setAside']) {
      let looked = 0
      const bad = new Proxy(
        {},
        {
          get: (_, key) => {
            if (key === 'name') looked++
            return undefined
          },
          ownKeys: () => [],
        },
      )
      const read = readData({ ...shop, [list]: Array.from({ length: 100_000 }, () => bad) })
      const aside = read.ok ? read.project.setAside.length : Infinity
      expect([list, looked < 60_000, aside <= 1000]).toEqual([list, true, true])
    }
  })
  test.each(['name', 'pieces'])('a name that is too long is cut and said, and the rest stays: %s', (of) => {
    const long = `Shelf ${'of the potting shed '.repeat(6)}`.trim()
    const file = JSON.parse(writeProject(shop)) as { name: string; pieces: Array<{ name: string }> }
    if (of === 'name') file.name = long
    else file.pieces[0]!.name = long
    const read = opened(file)
    const name = of === 'name' ? read.name : read.pieces[0]!.name
    expect(name).toHaveLength(80)
    expect(name).toMatch(/^Shelf of the potting shed .*…$/)
    expect(read.setAside).toMatchObject([
      { why: `its name of ${long.length} letters was cut to 80`, text: JSON.stringify(long) },
    ])
    expect(read.pieces).toHaveLength(shop.pieces.length)
  })
  test('a step that does not read is set aside alone, and can be put back once it is mended', () => {
    const file = JSON.parse(writeProject(shop)) as { pieces: Array<{ id: string; work: unknown[] }> }
    const corner = (i: number): [string, object] => [`c${i}`, { u: `${i}`, v: `${(i * i) % 97}` }]
    const step = (edges: number) => ({
      id: 'w77',
      kind: 'saw',
      at: { kind: 'face', face: 'face' },
      fields: {},
      outline: {
        points: Object.fromEntries(Array.from({ length: Math.min(edges, 400) }, (_, i) => corner(i))),
        edges: Array.from({ length: edges }, (_, i) => ({
          id: `e${i}`,
          kind: 'line',
          from: `c${i % 400}`,
          to: `c${(i + 1) % 400}`,
        })),
      },
    })
    file.pieces[0]!.work.push(step(401))
    const read = opened(file)
    expect(read.pieces).toEqual(shop.pieces)
    expect(read.setAside).toMatchObject([
      { list: 'work', where: expect.stringMatching(/^step 1 of piece 1/) },
    ])
    const [aside] = read.setAside
    const text = JSON.stringify({ on: file.pieces[0]!.id, step: { ...step(401), outline: undefined } })
    const back = run(read, change.putBackAside({ id: aside!.id, text }))
    expect(back.pieces[0]).toMatchObject({ work: [{ id: 'w77' }] })
    expect(back.setAside).toEqual([])
  })
  test('one wrong setting leaves the others', () => {
    fc.assert(
      fc.property(fc.constantFrom(...Object.keys(shop.settings)), fc.jsonValue(), (key, value) => {
        const settings = { ...shop.settings, fit: '0.5', trim: '12', [key]: value }
        const read = opened({ ...shop, settings }).settings
        for (const k of ['fit', 'trim'] as const) if (k !== key) expect(read[k]).toBe(settings[k])
      }),
    )
  })
  test('of two measures of one name the first counts, of two things of one id too', () => {
    const file = JSON.parse(writeProject(shop)) as { parameters: object[]; groups: object[] }
    file.parameters.push({ id: 'm2', name: 'width', kind: 'length', expression: '5' })
    file.groups.push({ id: 'p1', name: 'Box', spans: { across: {}, deep: {}, up: {} } })
    const project = opened(file)
    expect(project.parameters).toEqual(shop.parameters)
    expect(sayAside(project).sort()).toEqual([
      'group 1, Box: its id p1 is taken',
      'measure 2, width: there is already a named value called width',
    ])
  })
  test('data from the store is bounded in depth too', () => {
    let deep: unknown = 1
    for (let n = 0; n < 5000; n++) deep = [deep]
    expect(readData({ ...shop, more: deep })).toMatchObject({
      ok: false,
      why: expect.stringMatching(/nested deeper/),
    })
  })
  test('a byte-order mark before the text is no fault', () => {
    expect(opened('\uFEFF' + writeProject(shop))).toEqual(shop)
  })
})

describe('what refers to a copy goes on meaning it', () => {
  const placed = run(
    shop,
    piece('p3', 'Post', '@p1#g1:c2.right + 0*@p1#g1:c1.up'),
    change.group({ id: 'g1', name: 'Box', members: ['p1', 'p2'] }),
    change.addPlacement({ id: 'g1', placement: { kind: 'moved', id: 'c1', turns: [], across: '700' } }),
    change.addPlacement({ id: 'g1', placement: { kind: 'moved', id: 'c2', turns: [], across: '1700' } }),
  )
  test('when another placement is taken away', () => {
    const gone = run(placed, change.removePlacement({ id: 'g1', placement: 'c1' }))
    expect(gone.groups[0]!.placements.map((p) => p.id)).toEqual(['c2'])
    // What meant the one that is gone says so; what meant the other is as it was.
    expect(gone.gone).toEqual({ 'g1#c1': 'a copy of Box' })
    expect(gone.pieces.find((p) => p.id === 'p3')).toEqual(placed.pieces.find((p) => p.id === 'p3'))
    expect(
      refused(gone, change.addPlacement({ id: 'g1', placement: placed.groups[0]!.placements[0]! })),
    ).toBe('That id was of a copy that is gone; take another')
    expect(opened(writeProject(gone))).toEqual(gone)
    expect(refused(gone, change.removePlacement({ id: 'g1', placement: 'c1' }))).toMatch(
      /does not stand there/,
    )
    expect(
      refused(gone, change.setPlacement({ id: 'g1', placement: { kind: 'moved', id: 'c1', turns: [] } })),
    ).toMatch(/does not stand there/)
  })
  test('when a copy that stood there alone was parted, its place is not given to another', () => {
    const parted = run(
      shop,
      change.group({ id: 'g1', name: 'Box', members: ['p1', 'p2'] }),
      change.addPlacement({ id: 'g1', placement: { kind: 'moved', id: 'c1', turns: [], across: '700' } }),
      change.partPiece({ id: 'p2', newId: 'own', copy: 'g1:c1' }),
      change.removePlacement({ id: 'g1', placement: 'c1' }),
    )
    const again = change.addPlacement({ id: 'g1', placement: { kind: 'moved', id: 'c1', turns: [] } })
    expect(refused(parted, again)).toMatch(/was of a copy that is gone/)
  })
  test('when it has become something of its own, numbered or not', () => {
    const three = run(
      shop,
      change.setRepeat({ id: 'p2', repeat: { kind: 'pitch', direction: 'up', count: '3', pitch: '200' } }),
      piece('p4', 'Stop', '@p2.top'),
      piece('p5', 'Peg', '@p2#2.top + @p2#1.up'),
    )
    const parted = run(three, change.partPiece({ id: 'p2', newId: 'own', copy: '1' }))
    const start = (id: string) =>
      (parted.pieces.find((p) => p.id === id) as { spans: { across: { start: string } } }).spans.across.start
    expect(start('p4')).toBe('@own.top')
    expect(start('p5')).toBe('@p2#2.top + @own#1.up')
    expect(parted.pieces.find((p) => p.id === 'own')).toMatchObject({ only: '1', except: [] })
  })
})
