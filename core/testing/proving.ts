/** Small models that a check must raise, or just must not. Millimetres, but where told. */
import { change, onFace, Outline, type Change } from '../document'
import { block, join, make } from './scenario'

export const board = (id: string, thickness: number, width = 240, more: object = {}): Change =>
  change.addStock({
    id,
    name: id,
    kind: 'board',
    species: 'eastern white pine',
    thickness: String(thickness),
    width: String(width),
    lengths: ['3000'],
    ...more,
  })
type Span = readonly [start: string | number, size: string | number]
/** A piece of some stock that fills a room box; its thickness is the stock’s. */
export const piece = (
  id: string,
  stock: string,
  facing: string,
  across: Span,
  deep: Span,
  up: Span,
): Change =>
  change.addPiece({
    kind: 'made',
    id,
    name: id.toUpperCase(),
    stock,
    facing,
    spans: Object.fromEntries(
      Object.entries({ across, deep, up }).map(([d, [start, size]]) => [
        d,
        { start: String(start), size: String(size) },
      ]),
    ) as never,
  })
export let counted = 0
export const joint = (...args: Parameters<typeof join>): Change => {
  const made = join(...args)
  const [one] = (made.payload as { joints: object[] }).joints
  return { ...made, payload: { joints: [{ ...one, id: `j${++counted}` }] } }
}
export const step = (
  on: string,
  kind: string,
  face: string,
  fields: Record<string, string>,
  options = {},
): Change =>
  change.addStep({
    on,
    step: { id: `w${++counted}`, kind, off: false, at: onFace(face as never), fields, options },
  })

/** Two sides of 18 and a shelf of 18 between them, housed `depth` deep at both ends. */
export const cased = (
  depth: number,
  fields: Record<string, string> = {},
  shelf: Partial<{ at: number; long: number }> = {},
) =>
  make([
    ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
    ...block('b', 'up-right', [618, 18], [0, 240], [0, 700]),
    ...block('c', 'right-up', [18, shelf.long ?? 600], [0, 240], [shelf.at ?? 300, 18]),
    joint('housing', ['c.end1', 'a'], { depth, ...fields }),
    ...(shelf.long ? [] : [joint('housing', ['c.end2', 'b'], { depth, ...fields })]),
  ])

/** A pine shelf of so many millimetres on two pine sides, housed. */
export const shelf = (span: number, thick: number, load = '30') =>
  make([
    board('thick', thick),
    board('side', 18),
    piece('a', 'side', 'up-right', [0, 18], [0, 240], [0, 700]),
    piece('b', 'side', 'up-right', [18 + span, 18], [0, 240], [0, 700]),
    piece('c', 'thick', 'right-up', [18, span], [0, 240], [300, thick]),
    joint('housing', ['c.end1', 'a'], { depth: 6 }),
    joint('housing', ['c.end2', 'b'], { depth: 6 }),
    change.setLimits({ load }),
  ])

/** A panel of pine in the grooves of two stiles, with so much room at the bottom of each. */
export const panel = (wide: number, gap: number, more: object = {}) =>
  make([
    board('stile', 20, 60),
    board('panel', 10, 600, more),
    piece('a', 'stile', 'up-front', [0, 50], [0, 20], [0, 600]),
    piece('b', 'stile', 'up-front', [50 + wide, 50], [0, 20], [0, 600]),
    piece('c', 'panel', 'up-front', [50, wide], [5, 10], [0, 600]),
    joint('housing', ['c.edge2', 'a'], { depth: 10, gap }),
    joint('housing', ['c.edge1', 'b'], { depth: 10, gap }),
  ])

/** Two boards that cross, screwed where they do, in a row so long. */
export const battened = (wide: number, stock: string) =>
  make([
    board('board', 20, 600),
    change.addStock({
      id: 'ply',
      name: 'ply',
      kind: 'sheet',
      species: 'birch plywood',
      thickness: '20',
      width: '1000',
      lengths: ['2000'],
    }),
    piece('a', stock, 'right-up', [0, 1000], [0, wide], [20, 20]),
    piece('b', 'board', 'back-up', [400, 60], [0, wide], [0, 20]),
    joint('screws', ['a.back', 'b.face'], { diameter: 4, length: 35, spacing: 100, inset: 25 }),
  ])

export const bored = (
  ...holes: Array<readonly [along: number, across: number, diameter: number, depth: number, face?: string]>
) =>
  make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 18]),
    ...holes.map(([along, across, diameter, depth, face = 'face']) =>
      step('a', 'bore', face, {
        along: String(along),
        across: String(across),
        diameter: String(diameter),
        depth: String(depth),
      }),
    ),
  ])

export const channelled = (
  ...cuts: Array<readonly [face: string, run: string, fields: Record<string, string>]>
) =>
  make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 18]),
    ...cuts.map(([face, run, fields]) => step('a', 'channel', face, fields, { run })),
  ])

/** A shelf in a dado of the maker’s own, so wide. */
export const ownDado = (width: string, place = String(309 - Number(width) / 2)) =>
  make([
    ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
    ...block('c', 'right-up', [12, 600], [0, 240], [300, 18]),
    step('a', 'channel', 'face', { place, width, depth: '6' }, { run: 'across' }),
  ])

/** A shelf of 18 with a tongue of 6 on its end, in a dado of the maker's own, so wide. */
export const tongued = (width: number) =>
  make([
    ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
    ...block('c', 'right-up', [12, 600], [0, 240], [300, 18]),
    ...['face', 'back'].map((f) =>
      step('c', 'channel', f, { place: '0', width: '6', depth: '6' }, { run: 'across' }),
    ),
    step(
      'a',
      'channel',
      'face',
      { place: String(309 - width / 2), width: String(width), depth: '6' },
      { run: 'across' },
    ),
  ])

/** What is sawn to a polygon, on the broad face. */
export const sawnTo = (on: string, corners: ReadonlyArray<readonly [number, number]>): Change => {
  const of = (n: number) => `p${(n % corners.length) + 1}`
  return change.addStep({
    on,
    step: {
      id: `w${++counted}`,
      kind: 'shape',
      off: false,
      at: onFace('face'),
      fields: {},
      options: {},
      outline: Outline.parse({
        points: Object.fromEntries(corners.map((at, n) => [of(n), at])),
        edges: corners.map((_, n) => ({ id: `e${n + 1}`, kind: 'line', from: of(n), to: of(n + 1) })),
      }),
    },
  })
}

/** A recess to an outline, square or with its corners rounded, and the bit that sinks it. */
export const sunk = (bit: string, rounded = false) =>
  make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 18]),
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'recess',
        off: false,
        at: onFace('face'),
        fields: { depth: '5', bit },
        options: { shape: 'own' },
        outline: Outline.parse({
          points: { p1: [50, 20], p2: [150, 20], p3: [150, 80], p4: [50, 80] },
          edges: [1, 2, 3, 4].map((n) => ({
            id: `e${n}`,
            kind: 'line',
            from: `p${n}`,
            to: `p${(n % 4) + 1}`,
          })),
          corners: rounded
            ? [1, 2, 3, 4].map((n) => ({ id: `c${n}`, at: `p${n}`, kind: 'round', value: '4' }))
            : [],
        }),
      },
    }),
  ])

/** A post with a thread cut on its end. */
export const threaded = () =>
  make([
    ...block('a', 'right-up', [0, 400], [0, 100], [0, 18]),
    step('a', 'thread', 'end1', { diameter: '16', pitch: '3', length: '40' }),
  ])

/** A rail end against a post, held as said. */
export const railed = (...joints: Change[]) =>
  make([
    board('board', 20),
    piece('a', 'board', 'up-right', [0, 20], [0, 80], [0, 600]),
    piece('b', 'board', 'right-front', [20, 400], [30, 20], [100, 80]),
    ...joints,
  ])

/** A peg of A and a hole of B that holds it. */
export const pegged = (peg: Record<string, string>, hole: Record<string, string>) =>
  make([
    ...block('a', 'right-up', [0, 200], [0, 60], [0, 18]),
    ...block('b', 'right-up', [0, 200], [0, 60], [12, 30]),
    step('a', 'peg', 'face', { along: '50', across: '30', diameter: '10', height: '6', ...peg }),
    step('b', 'bore', 'back', { along: '50', across: '30', diameter: '10', depth: '8', ...hole }),
  ])

/** A corner post with a board screwed on at two sides, both rows at these insets. */
export const posted = (inset1: number, inset2: number) =>
  make([
    ...block('a', 'right-front', [0, 400], [0, 18], [0, 200]),
    ...block('b', 'back-right', [0, 18], [18, 400], [0, 200]),
    ...block('p', 'up-right', [18, 40], [18, 40], [0, 200]),
    joint('screws', ['p.edge2', 'a'], { diameter: 4, length: 45, count: 2, spacing: 100, inset: inset1 }),
    joint('screws', ['p.back', 'b'], { diameter: 4, length: 45, count: 2, spacing: 100, inset: inset2 }),
  ])

/** Two sides in a pair, worked on one broad face, the second standing like the first or turned over. */
export const paired = (facing: string, across = 500) =>
  make([
    ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
    ...block('b', facing, [across, 18], [0, 240], [0, 700]),
    ...['a', 'b'].map((on) =>
      step(on, 'channel', 'face', { place: '300', width: '10', depth: '5' }, { run: 'across' }),
    ),
  ])

/** Sizes typed in a project in inches. */
export const inches = (...sizes: string[]) =>
  make(
    [
      change.addStock({
        id: 'any',
        name: 'any',
        kind: 'sheet',
        species: 'MDF',
        thickness: '3/4',
        width: '400',
        lengths: ['800'],
      }),
      ...sizes.map((size, n) =>
        change.addPiece({
          kind: 'made',
          id: `p${n}`,
          name: `P${n}`,
          stock: 'any',
          facing: 'right-up',
          spans: {
            across: { start: '0', size },
            deep: { start: String(60 * n), size: '@p0.across / 2' },
            up: { start: '0' },
          },
        } as never),
      ),
    ].map((c, n) =>
      n === 1
        ? change.addPiece({
            ...(c.payload as object),
            spans: {
              across: { start: '0', size: sizes[0]! },
              deep: { start: '0', size: '12' },
              up: { start: '0' },
            },
          } as never)
        : c,
    ),
    'in',
  )

/** The corner of a box: each of three boards dowelled to the other two, in as many ways as told. */
export const cornered = (ways: number) => {
  const pegs = { diameter: 8, length: 30, count: 2, spacing: 100, inset: 30, into: 10 }
  const dowelled = (a: string, b: string) => joint('dowels', [a, b], pegs)
  return make([
    ...block('a', 'up-right', [0, 18], [0, 200], [0, 300]),
    ...block('b', 'right-up', [18, 400], [0, 218], [0, 18]),
    ...block('c', 'right-front', [0, 418], [200, 18], [18, 282]),
    dowelled('b.end1', 'a.face'),
    dowelled('c.edge1', 'b.face'),
    ...(ways === 3 ? [dowelled('a.edge1', 'c.face')] : []),
  ])
}

/** A frame of four, or one board, routed along the edges of its face. */
export const routed = (frame: boolean, loops: string) =>
  make([
    ...block('a', 'back-up', [0, 50], [0, 300], [0, 18]),
    ...(frame
      ? [
          ...block('b', 'back-up', [350, 50], [0, 300], [0, 18]),
          ...block('c', 'right-up', [50, 300], [0, 50], [0, 18]),
          ...block('d', 'right-up', [50, 300], [250, 50], [0, 18]),
          change.group({ id: 'g', name: 'Frame', members: ['a', 'b', 'c', 'd'] }),
        ]
      : []),
    change.addBit({
      id: 't1',
      name: 'Rabbet',
      shape: 'rabbet',
      fields: { width: '10', length: '12' },
      bearing: '12',
      shank: '8',
      bite: null,
      speed: null,
    }),
    change.addStep({
      on: frame ? 'g' : 'a',
      step: {
        id: 'w1',
        kind: 'rout',
        off: false,
        at: onFace('face'),
        fields: { depth: '8' },
        options: { bit: 't1', loops },
      },
    }),
  ])

export const single = (
  stock: Change,
  facing: string,
  across: Span,
  deep: Span,
  up: Span,
  ...more: Change[]
) => make([stock, piece('a', (stock.payload as { id: string }).id, facing, across, deep, up), ...more])

/** Three bars through each other, square, halved into each other pair by pair. */
export const cross = (third: boolean) =>
  make([
    ...block('a', 'right-up', [-150, 300], [-9, 18], [-9, 18]),
    ...block('b', 'back-up', [-9, 18], [-150, 300], [-9, 18]),
    joint('lap', ['a', 'b']),
    ...(third
      ? [
          ...block('c', 'up-right', [-9, 18], [-9, 18], [-150, 300]),
          joint('lap', ['a', 'c']),
          joint('lap', ['b', 'c']),
        ]
      : []),
  ])
