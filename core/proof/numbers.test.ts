/** Checks of the numbers, and of solids: small models that must raise them, and near misses. Millimetres. */
import { change, edgeAt, onFace, Outline, runAt, type Change, type FaceName, type Project } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, make, testKernel } from '../testing/scenario'
import { board, bored, cased, single, step } from '../testing/proving'
import { run } from '../testing/run'
import { findBy } from './index'
import { lookOver, QUICK } from './quick'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Case = readonly [what: string, check: string, project: () => Project, says: RegExp | null]

const plain = (...more: Change[]) =>
  make([
    ...block('a', 'right-up', [0, 400], [0, 100], [0, 18]),
    ...block('b', 'right-up', [0, 400], [200, 100], [0, 18]),
    ...more,
  ])
const fact = (
  text: string,
  fact: 'start' | 'size' = 'size',
  direction: 'across' | 'deep' | 'up' = 'across',
) => change.setFact({ id: 'b', direction, fact, text })
const copied = (count: number, times: number) =>
  plain(
    change.setRepeat({
      id: 'a',
      repeat: { kind: 'pitch', direction: 'up', count: String(count), pitch: '20' },
    }),
    change.group({ id: 'g', name: 'G', members: ['a', 'b'] }),
    change.setGroupRepeat({
      id: 'g',
      repeat: { kind: 'pitch', direction: 'deep', count: String(times), pitch: '300' },
    }),
  )
/** B is what was parted from the so manieth copy of A. */
const aside = (n: number) => ({
  ...plain(),
  setAside: Array.from({ length: n }, (_, i) => ({
    id: `x${i}`,
    list: 'pieces' as const,
    where: `piece ${i + 1}`,
    why: 'odd',
    text: '{}',
  })),
})
const parted = (copy: string) => {
  const p = run(
    plain(),
    change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'up', count: '3', pitch: '20' } }),
  )
  return {
    ...p,
    pieces: p.pieces.map((x) =>
      x.id === 'b'
        ? { ...x, repeat: p.pieces[0]!.kind === 'made' ? p.pieces[0]!.repeat : null, only: copy }
        : x,
    ),
  } as Project
}
const long = (mm: number) => single(board('s', 18), 'right-up', [0, mm], [0, 100], [0, 18])

const routedAlong = (sides: readonly FaceName[], depth: string, more: object = {}) =>
  make([
    ...block('a', 'right-up', [0, 400], [0, 100], [0, 18]),
    change.addBit({
      id: 't1',
      name: 'Rabbet',
      shape: 'rabbet',
      fields: { width: '8', length: '12' },
      bearing: '12',
      shank: '8',
      bite: null,
      speed: null,
    }),
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'rout',
        off: false,
        at: sides.length === 4 ? onFace('face') : runAt('face', [...sides]),
        fields: { depth, ...more },
        options: { bit: 't1' },
      },
    }),
  ])

/** A round window, with so many of its three measures. */
const window = (measures: number) =>
  make([
    ...block('a', 'right-up', [0, 400], [0, 100], [0, 18]),
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'shape',
        off: false,
        at: onFace('face'),
        fields: {},
        options: { keeps: 'outside' },
        outline: Outline.parse({
          points: { p1: [200, 50], p2: [230, 50] },
          edges: [{ id: 'e1', kind: 'circle', centre: 'p1', rim: 'p2' }],
          facts: [
            { id: 'f1', kind: 'radius', of: ['e1'], value: '30' },
            { id: 'f2', kind: 'place', of: ['p1'], way: 'along', from: 'near', value: '200' },
            { id: 'f3', kind: 'place', of: ['p1'], way: 'across', from: 'near', value: '50' },
          ].slice(0, measures),
        }),
      },
    }),
  ])

const hinged = (at: object, moves: string[], limit = '-110deg', ...more: Change[]) =>
  make([
    ...block('a', 'right-up', [0, 400], [0, 300], [100, 18]),
    ...more,
    change.addHardware({
      id: 'h1',
      kind: 'hinge',
      name: 'Lid hinge',
      count: '2',
      on: 'a',
      at: at as never,
      moves,
      limit,
    }),
  ])
const atEdge = edgeAt('face', 'edge2')
const wallBehind = (gap: number) => block('b', 'up-front', [0, 400], [300 + gap, 18], [0, 1000])
const pin = step('a', 'bore', 'face', { along: '50', across: '50', diameter: '8' })

/** A shelf in dados of a side and of its mirror image. */
const paired = (one: string, other: string, more: Record<string, string> = {}): Project => {
  const housed = (id: string, end: FaceName, host: string, depth: string, also: object) =>
    change.addJoints({
      joints: [
        {
          id,
          kind: 'housing',
          between: [{ piece: 'c', at: onFace(end) }, { piece: host }],
          fields: { depth, ...also },
          options: {},
        },
      ],
    })
  return make([
    ...block('a', 'up-left', [0, 18], [0, 240], [0, 700]),
    ...block('c', 'right-up', [18, 600], [0, 240], [300, 18]),
    change.renamePiece({ id: 'a', name: 'Side' }),
    change.renamePiece({ id: 'c', name: 'Shelf' }),
    change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'across', about: '318' }),
    housed('j1', 'end1', 'a', one, {}),
    housed('j2', 'end2', 't', other, more),
  ])
}
/** The first joint of a shelf once more; or screws of it twice, in one place or in two. */
const doubled = (how: 0 | 1 | 2): Project => {
  const p = cased(6)
  const [first] = p.joints
  const screws = {
    ...first!,
    kind: 'screws',
    fields: { diameter: '4', length: '50', spacing: '100', inset: '30', ...(how === 2 && { offset: '-4' }) },
  }
  if (how === 0) return { ...p, joints: [...p.joints, { ...first!, id: 'x1' }] }
  return {
    ...p,
    joints: [
      ...p.joints,
      { ...screws, id: 'x1' },
      {
        ...screws,
        id: 'x2',
        fields: { ...screws.fields, ...(how === 2 && { offset: '4' }) },
        ...(how === 1 && { between: [...screws.between].reverse() }),
      },
    ],
  }
}

const CASES: readonly Case[] = [
  ['a joint deeper than its image', 'twins', () => paired('7', '6'), /Shelf and Side .* Shelf and Twin/],
  ['one with a fit of its own', 'twins', () => paired('6', '6', { fit: '0.2' }), /made otherwise/],
  ['a pair of joints', 'twins', () => paired('6', '6'), null],
  ['joints of pieces that are no pair', 'twins', () => cased(6), null],
  ['a joint made twice', 'twice', () => doubled(0), /C and A have the same joint twice/],
  ['screws made twice, told the other way round', 'twice', () => doubled(1), /same joint twice/],
  ['two rows of screws', 'twice', () => doubled(2), null],
  ['two joints', 'twice', () => cased(6), null],

  [
    'a kerf of another unit',
    'settings',
    () => ({ ...plain(), settings: { ...plain().settings, kerf: '80' } }),
    /usual/,
  ],
  [
    'a fit as tight as a saw cut',
    'settings',
    () => run(plain(), change.setSettings({ fit: '-1' })),
    /too tight/,
  ],
  ['a piece some thousand times', 'copies', () => copied(200, 100), /20,100 pieces/],
  ['more copies of copies', 'copies', () => copied(180, 111), /20,091 pieces/],
  ['as many as are worked out', 'copies', () => copied(199, 100), null],
  ['three', 'copies', () => copied(3, 1), null],

  ['a measure from what is gone', 'measure', () => plain(fact('@s7.left')), /not there any more/],
  ['a circle', 'measure', () => plain(fact('@b.right', 'start')), /itself|circle/],
  [
    'a measure from what comes later',
    'measure',
    () => plain(change.setFact({ id: 'a', direction: 'across', fact: 'size', text: '@b.right' })),
    null,
  ],
  ['two units in one', 'measure', () => plain(fact('1 1/2in + 3mm')), null],

  ['a part that was set aside', 'aside', () => aside(1), /^A part of the file was set aside: piece 1: odd$/],
  [
    'many that were set aside',
    'aside',
    () => aside(5),
    /^5 parts of the file were set aside: piece 1: odd; piece 2: odd; and 3 more$/,
  ],
  ['nothing set aside', 'aside', () => aside(0), null],
  ['all of it used', 'aside', () => parted('2'), null],
  ['a stock that is gone', 'lost', () => ({ ...plain(), stock: [] }), /not on the rack/],
  ['parted from a copy that is gone', 'lost', () => parted('7'), /has no place/],
  ['parted from a copy that is there', 'lost', () => parted('2'), null],
  ['on the rack', 'lost', () => plain(), null],

  ['longer than a tree', 'size', () => plain(fact('200m')), /is that meant/],
  ['wider than any', 'size', () => plain(fact('200m', 'size', 'deep')), /200000 wide; is that meant/],
  [
    'a hundred metres',
    'size',
    () => single(board('s', 18, 240, { lengths: ['100m'] }), 'right-up', [0, 100_000], [0, 100], [0, 18]),
    null,
  ],
  ['a splinter', 'size', () => plain(fact('0.5')), null],

  ['longer than the boards', 'stock', () => long(3001), /the longest s is 3000/],
  [
    'wider than the sheet',
    'stock',
    () => plain(fact('5001', 'size', 'deep'), fact('9000')),
    /the widest any is 5000/,
  ],
  ['thicker than it is made', 'stock', () => plain(fact('19', 'size', 'up')), /is 19 thick/],
  ['as long as the boards', 'stock', () => long(3000), null],
  [
    'too wide, and turned it goes out of the sheet',
    'stock',
    () => plain(fact('8000', 'size', 'deep'), fact('4000')),
    null,
  ],

  ['a kerf less than nothing', 'settings', () => plain(change.setSettings({ kerf: '-1' })), /kerf is less/],
  [
    'a stock of no thickness',
    'settings',
    () => run(plain(), change.setStock({ id: 'any', changes: { thickness: '0' } })),
    /no thickness/,
  ],
  ['a kerf of nothing', 'settings', () => plain(change.setSettings({ kerf: '0' })), null],
  ['nothing trimmed', 'settings', () => plain(change.setSettings({ trim: '0' })), null],

  ['a dado deeper than the wood', 'work', () => cased(18), /./],
  ['a hole beside the piece', 'work', () => bored([500, 50, 8, 5]), /./],
  ['a dado that leaves a little', 'work', () => cased(17), null],
  ['a hole at the edge', 'work', () => bored([296, 50, 8, 5]), null],

  [
    'a spur point that comes through',
    'bores',
    () =>
      run(
        bored(),
        step(
          'a',
          'bore',
          'face',
          { along: '50', across: '50', diameter: '10', depth: '17' },
          { tip: 'twist' },
        ),
      ),
    /comes through back of A by 2/,
  ],
  ['a thin wall', 'bores', () => bored([50, 50, 8, 10], [59.9, 50, 8, 10]), /Only 1\.9/],
  ['two in one', 'bores', () => bored([50, 50, 8, 10], [55, 50, 8, 10]), /run into each other/],
  [
    'a point that stays within',
    'bores',
    () =>
      run(
        bored(),
        step(
          'a',
          'bore',
          'face',
          { along: '50', across: '50', diameter: '10', depth: '14.9' },
          { tip: 'twist' },
        ),
      ),
    null,
  ],
  ['a wall of a quarter', 'bores', () => bored([50, 50, 8, 10], [60, 50, 8, 10]), null],
  ['a hole through, meant so', 'bores', () => plain(pin), null],

  [
    'a rabbet on three sides',
    'runs',
    () => routedAlong(['edge1', 'edge2', 'end1'], '8'),
    /open at the fourth/,
  ],
  ['a bit too short', 'runs', () => routedAlong(['edge1'], '13'), /cuts 12 high; set 13 deep/],
  ['a rabbet on all sides', 'runs', () => routedAlong(['edge1', 'edge2', 'end1', 'end2'], '8'), null],
  [
    'three sides, one stopped short',
    'runs',
    () => routedAlong(['edge1', 'edge2', 'end1'], '8', { stop: '20' }),
    null,
  ],
  ['as deep as the bit is', 'runs', () => routedAlong(['edge1'], '12'), null],

  ['a window somewhere', 'outlines', () => window(1), /has 2 dimensions missing/],
  ['a window at some height', 'outlines', () => window(2), /has 1 dimension missing/],
  ['a window in its place', 'outlines', () => window(3), null],
  ['work without an outline', 'outlines', () => bored([50, 50, 8, 10]), null],

  [
    'a hole that is not there',
    'hinges',
    () => hinged({ kind: 'hole', of: 'w99' }, ['a']),
    /does not have any more/,
  ],
  [
    'nothing to move',
    'hinges',
    () => {
      const p = hinged(atEdge, ['a'])
      return { ...p, hardware: p.hardware.map((h) => ({ ...h, moves: ['gone'] })) }
    },
    /moves nothing/,
  ],
  ['an edge, and itself', 'hinges', () => hinged(atEdge, ['a']), null],
  [
    'a hole of its own',
    'hinges',
    () => {
      const p = hinged(atEdge, ['a'], '-90deg', pin)
      const [s] = (p.pieces[0] as { work: Array<{ id: string }> }).work
      return { ...p, hardware: p.hardware.map((h) => ({ ...h, at: { kind: 'hole', of: s!.id } })) }
    },
    null,
  ],

  [
    'a lid against a wall',
    'swing',
    () => hinged(atEdge, ['a'], '-110deg', ...wallBehind(20)),
    /A meets B at 93\.8°/,
  ],
  [
    'a lid that leans further',
    'swing',
    () => hinged(atEdge, ['a'], '-170deg', ...wallBehind(110)),
    /A meets B at 111\.5°/,
  ],
  ['a wall that is not reached', 'swing', () => hinged(atEdge, ['a'], '-95deg', ...wallBehind(110)), null],
  ['a wall out of reach', 'swing', () => hinged(atEdge, ['a'], '-170deg', ...wallBehind(301)), null],

  [
    'two channels from both edges',
    'body',
    () =>
      run(
        bored(),
        ...(['edge1', 'edge2'] as const).map((e) =>
          step('a', 'channel', e, { place: '100', width: '10', depth: '50' }, { run: 'across' }),
        ),
      ),
    /falls into 2 parts/,
  ],
  [
    'two channels that meet',
    'body',
    () =>
      run(
        bored(),
        step('a', 'channel', 'face', { place: '100', width: '10', depth: '9' }, { run: 'across' }),
        step('a', 'channel', 'back', { place: '100', width: '10', depth: '9' }, { run: 'across' }),
      ),
    /falls into 2 parts/,
  ],
  [
    'a channel that leaves a skin',
    'body',
    () =>
      run(
        bored(),
        step('a', 'channel', 'face', { place: '100', width: '10', depth: '17.5' }, { run: 'across' }),
      ),
    null,
  ],
  [
    'two channels beside each other',
    'body',
    () =>
      run(
        bored(),
        step('a', 'channel', 'face', { place: '100', width: '10', depth: '9' }, { run: 'across' }),
        step('a', 'channel', 'back', { place: '111', width: '10', depth: '9' }, { run: 'across' }),
      ),
    null,
  ],
]

test.each(CASES)('%s: %s', (_, check, project, says) => {
  const model = modelOf(project())
  const quick = QUICK.find((c) => c.id === check)
  const found = (quick ? quick.look(model) : findBy(check, model, kernel)).map((f) => f.says)
  if (says !== null) expect(found).toContainEqual(expect.stringMatching(says))
  else {
    expect(found).toEqual([])
    // The model is sound in all else.
    expect(
      lookOver(model)
        .filter((f) => f.level === 'stop')
        .map((f) => f.says),
    ).toEqual([])
  }
})

test('each check of the numbers has models that raise it, and near misses', () => {
  const told = (raises: boolean) => (id: string) =>
    CASES.filter(([, check, , says]) => check === id && (says !== null) === raises).length
  for (const id of [...QUICK.map((c) => c.id), 'swing', 'body'])
    expect([id, told(true)(id) >= 2, told(false)(id) >= 2]).toEqual([id, true, true])
})
