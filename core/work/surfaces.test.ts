import { change, clipOf, onFace, Outline, pastedInto, stepInto, type Made, type Step } from '../document'
import { modelOf, type Model } from '../model'
import { toRoom } from '../pieces'
import { lookOver } from '../proof'
import type { Kernel } from '../solid'
import { block, instance, make, testKernel, volume, rodStock } from '../testing/scenario'
import { holesOf, ownWork, workKind } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [LONG, WIDE, THICK] = [300, 120, 40]
type Fields = Record<string, string | number>
const step = (
  id: string,
  kind: string,
  at: Step['at'],
  fields: Fields = {},
  more: Partial<Step> = {},
): Step => ({
  id,
  kind,
  off: false,
  at,
  fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
  options: {},
  ...more,
})
const on = (of: string, role: string, more: Partial<Made> = {}): Made => ({
  kind: 'made',
  step: of,
  role,
  ...more,
})
const board = (steps: readonly Step[], size: readonly [number, number, number] = [LONG, WIDE, THICK]) =>
  make([
    ...block('a', 'right-up', [0, size[0]], [0, size[1]], [0, size[2]]),
    ...steps.map((s) => change.addStep({ on: 'a', step: s })),
  ])
const lost = (before: readonly Step[], after: readonly Step[], size?: readonly [number, number, number]) =>
  volume(modelOf(board(before, size)), 'a#1', kernel) - volume(modelOf(board(after, size)), 'a#1', kernel)
const told = (model: Model) =>
  model.features(instance(model, 'a#1')).map((f) =>
    workKind(f)
      .describe(f.data, null)
      .map((p) => (typeof p === 'string' ? p : Number(p.mm.toFixed(2))))
      .join(''),
  )
const problems = (steps: readonly Step[]) => modelOf(board(steps)).refused.map((p) => p.says)

/** A hole of so much, with a flat bottom. */
const hole = (at: Made, fields: Fields, more: Partial<Step> = {}) =>
  step(
    'h',
    'bore',
    at,
    { diameter: 10, depth: 12, along: 20, across: 15, ...fields },
    { options: { tip: 'flat' }, ...more },
  )
const BORED = Math.PI * 25 * 12

describe('on the slope of a mitre', () => {
  const mitre = step('m', 'crosscut', onFace('end2'), { place: 0, mitre: 45 })
  test('a hole goes in square to it, from its own sides', () => {
    expect(lost([mitre], [mitre, hole(on('m', 'cut'), {})])).toBeCloseTo(BORED, -1.5)
    const model = modelOf(board([mitre, hole(on('m', 'cut'), {})]))
    expect(told(model)[1]).toBe(
      'Hole ⌀ 10, 12 deep, on the cut face of the crosscut, at 20 · 15 along and across it',
    )
  })
  test('a recess, a channel and a peg are as deep as they say', () => {
    const recess = step('r', 'recess', on('m', 'cut'), {
      along: 60,
      across: 20,
      length: 40,
      width: 20,
      depth: 7,
    })
    expect(lost([mitre], [mitre, recess])).toBeCloseTo(40 * 20 * 7, 3)
    const channel = step(
      'c',
      'channel',
      on('m', 'cut'),
      { place: 50, width: 12, depth: 6 },
      { options: { run: 'across' } },
    )
    expect(lost([mitre], [mitre, channel])).toBeCloseTo(12 * 6 * THICK, 3)
    const peg = step('p', 'peg', on('m', 'cut'), { along: 80, across: 20, diameter: 14, height: 9 })
    const all = WIDE * Math.SQRT2 * THICK * 9
    // The slope slides back by its height, less what is left.
    const gone = lost([mitre], [mitre, peg])
    expect(gone).toBeGreaterThan(all - Math.PI * 49 * 9 - THICK * 81)
    expect(gone).toBeLessThan(all - Math.PI * 49 * 9 + 200)
  })
})

describe('edges of what was made', () => {
  const ease = (at: Made, size = 4) =>
    step('e', 'ease', at, { size }, { options: { form: 'clip', edges: 'around' } })
  test('of a mitred end are clipped all round, as the edges of an end are', () => {
    const mitre = step('m', 'crosscut', onFace('end2'), { place: 0, mitre: 45 })
    const [long, thick] = [WIDE * Math.SQRT2, THICK]
    const gone = lost([mitre], [mitre, ease(on('m', 'cut'))])
    // A bevel of 4 by 4 along a square edge; where the slope makes 45° or 135° with an edge, as steep there.
    const square = 2 * long * 8
    expect(gone).toBeGreaterThan(square)
    expect(gone).toBeLessThan(square + 2 * thick * 16)
  })
  test('of a sawn side that runs on into other wood stop there', () => {
    const ell = Outline.parse({
      points: { p1: [0, 0], p2: [300, 0], p3: [300, 60], p4: [100, 60], p5: [100, 120], p6: [0, 120] },
      edges: [1, 2, 3, 4, 5, 6].map((n) => ({
        id: `e${n}`,
        kind: 'line',
        from: `p${n}`,
        to: `p${(n % 6) + 1}`,
      })),
    })
    const sawn = step('s', 'shape', onFace('face'), {}, { outline: ell })
    // The side from 300 to 100 looks up; both its long edges, and the one at the end of it.
    const gone = lost([sawn], [sawn, ease(on('s', 'side_e3'))])
    expect(gone).toBeGreaterThan(2 * 190 * 8)
    // The bit stops with its own width beyond.
    expect(gone).toBeLessThan(2 * 200 * 8 + THICK * 8 + 50)
    expect(told(modelOf(board([sawn, ease(on('s', 'side_e3'))])))[1]).toBe(
      'Clip edges, 4 × 4, all round side 3 of the outline',
    )
  })
  test('a round has none', () => {
    const disc = Outline.parse({
      points: { p1: [150, 60], p2: [200, 60] },
      edges: [{ id: 'e1', kind: 'circle', centre: 'p1', rim: 'p2' }],
    })
    const sawn = step('s', 'shape', onFace('face'), {}, { outline: disc })
    expect(problems([sawn, ease(on('s', 'round_e1'))])).toEqual([
      expect.stringMatching(/^No edges lie round side 1/),
    ])
  })
})

test('a channel on the floor of a recess ends at its walls', () => {
  const recess = step('r', 'recess', onFace('face'), {
    along: 150,
    across: 60,
    length: 100,
    width: 60,
    depth: 10,
  })
  const channel = step(
    'c',
    'channel',
    on('r', 'floor'),
    { place: 20, width: 8, depth: 5 },
    { options: { run: 'across' } },
  )
  expect(lost([recess], [recess, channel])).toBeCloseTo(8 * 5 * 60, 3)
})

describe('on a sawn outline', () => {
  const outline = Outline.parse({
    points: { p1: [0, 0], p2: [300, 0], p3: [240, 120], p4: [60, 120], p5: [150, 120] },
    edges: [
      { id: 'e1', kind: 'line', from: 'p1', to: 'p2' },
      { id: 'e2', kind: 'line', from: 'p2', to: 'p3' },
      { id: 'e3', kind: 'arc', from: 'p3', to: 'p4', centre: 'p5', turns: 'right' },
      { id: 'e4', kind: 'line', from: 'p4', to: 'p1' },
    ],
  })
  const sawn = step('s', 'shape', onFace('face'), {}, { outline })
  test('a hole in a sloping side, square to it', () => {
    expect(lost([sawn], [sawn, hole(on('s', 'side_e2'), { along: 60, across: 20 })])).toBeCloseTo(BORED, -1.5)
  })
  test('a hole in the hollow of an arch, from all of its mouth', () => {
    // At the middle of the arch, where a row would be looked at from above.
    const bored = hole(on('s', 'round_e3'), { along: 20, turn: 270, diameter: 10 })
    const gone = lost([sawn], [sawn, bored])
    expect(gone).toBeGreaterThan(BORED - 10)
    expect(gone).toBeLessThan(BORED + 40)
  })
})

describe('on a rod', () => {
  const rod = (...steps: Step[]) =>
    make([
      rodStock('r'),
      change.addPiece({
        kind: 'made',
        id: 'a',
        name: 'A',
        stock: 'r',
        facing: 'right-up',
        spans: { across: { start: '0', size: '200' }, deep: { start: '0' }, up: { start: '0' } },
      }),
      ...steps.map((s) => change.addStep({ on: 'a', step: s })),
    ])
  test.each([1, 3, 6])('its rim is rounded by %s all round', (r) => {
    const eased = step('e', 'ease', onFace('end1'), { size: r }, { options: { edges: 'around' } })
    const fine = kernel.finer(0.005)
    const [whole, round] = [rod(), rod(eased)].map((p) => {
      const m = modelOf(p)
      return fine.shape(m.recipe(instance(m, 'a#1'))).volume
    })
    fine.close()
    // What is beside a quarter of a circle, and how far its middle is from the corner (Pappus).
    const [area, middle] = [r * r * (1 - Math.PI / 4), (r * (10 - 3 * Math.PI)) / (12 - 3 * Math.PI)]
    expect((whole! - round!) / (2 * Math.PI * (10 - middle) * area)).toBeCloseTo(1, 2)
  })
  test.each([0, 30, 90, 217])('a hole at %s° goes in radially', (turn) => {
    const at = hole(on('stock', 'round'), { turn, diameter: 6, depth: 8, along: 50 })
    const [plain, bored] = [modelOf(rod()), modelOf(rod(at))]
    expect(bored.refused).toEqual([])
    const gone = volume(plain, 'a#1', kernel) - volume(bored, 'a#1', kernel)
    // Less the cap under its mouth, which is a hair.
    expect(gone).toBeGreaterThan(Math.PI * 9 * 7.7)
    expect(gone).toBeLessThan(Math.PI * 9 * 8.02)
  })
  test('three through the axis, all round', () => {
    const three = hole(on('stock', 'round'), { around: 3, depth: '', diameter: 4, along: 50 })
    const model = modelOf(rod(three))
    expect(model.features(instance(model, 'a#1'))).toHaveLength(3)
    expect(told(model)[2]).toContain('240° from the face towards edge 2')
  })
})

test('a step put on what is not there yet, or is gone, says so', () => {
  const dado = step('d', 'channel', onFace('face'), { place: 50, width: 20, depth: 6 })
  const bored = hole(on('d', 'floor'), {})
  expect(problems([dado, bored])).toEqual([])
  expect(problems([bored, dado])).toEqual([expect.stringMatching(/leaves no floor before it/)])
  expect(problems([bored])).toEqual([expect.stringMatching(/that deleted work had left/)])
  expect(problems([{ ...dado, off: true }, bored])).toEqual([expect.stringMatching(/which is skipped/)])
  expect(lookOver(modelOf(board([bored]))).map((f) => f.level)).toContain('stop')
})

describe('on the floor of a housing', () => {
  /** A side with two shelves housed in it, perhaps with its mirrored twin across the room. */
  const sided = (steps: readonly Step[], twin = true, shelves = 1) =>
    make([
      ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
      ...Array.from({ length: shelves }, (_, n) =>
        block(`s${n}`, 'right-up', [18, 400], [0, 300], [100 + 200 * n, 18]),
      ).flat(),
      ...(twin
        ? [change.mirrorPiece({ id: 't', of: 'a', name: 'T', direction: 'across', about: '218' })]
        : []),
      change.addJoints({
        joints: Array.from({ length: shelves }, (_, n) => n).flatMap((n) => [
          housing(`j${n}`, `s${n}`, 'end1', 'a'),
          ...(twin ? [housing(`k${n}`, `s${n}`, 'end2', 't')] : []),
        ]),
      }),
      ...steps.map((s) => change.addStep({ on: 'a', step: s })),
    ])
  const housing = (id: string, guest: string, face: 'end1' | 'end2', host: string) => ({
    id,
    kind: 'housing',
    fields: { depth: '6' },
    options: {},
    between: [
      { piece: guest, at: onFace(face) },
      { piece: host, at: null },
    ],
  })
  const bored = (of: string) =>
    step(
      'h',
      'bore',
      on(of, 'floor'),
      { diameter: 6, depth: 5, along: 9, across: 60 },
      { options: { tip: 'flat' } },
    )

  test('a hole is put by the joint, and lies alike in the mirrored twin', () => {
    const model = modelOf(sided([bored('j0')]))
    expect(model.refused).toEqual([])
    const at = ['a#1', 't#1'].map((key) => {
      const i = instance(model, key)
      const [hole] = model.features(i).flatMap((f) => holesOf(f) ?? [])
      return toRoom(i.frame, hole!.at[0]!)
    })
    expect(at[1]).toEqual([436 - at[0]![0], at[0]![1], at[0]![2]].map((n) => expect.closeTo(n, 6)))
    expect(told(model).at(-1)).toContain('on the floor of the dado for S0')
  })
  test('of two shelves that one copy of a joint holds, the second is told by its number', () => {
    const model = modelOf(sided([bored('j1')], false, 2))
    const [hole] = model.features(instance(model, 'a#1')).flatMap((f) => holesOf(f) ?? [])
    expect(hole!.at[0]![0]).toBeCloseTo(300 + 9, 6)
  })
  test('it goes along with what is copied, pasted and parted', () => {
    const project = sided([bored('j0')], false)
    const clip = clipOf(project, new Set(['a', 's0']), () => null)
    const pasted = pastedInto(clip, project)
    if ('why' in pasted) throw new Error(pasted.why)
    const [copy] = pasted.pieces.flatMap((p) => (p.kind === 'made' ? p.work : []))
    expect((copy!.at as Made).step).toBe(pasted.joints[0]!.id)
    expect(pasted.joints[0]!.id).not.toBe('j0')
  })
})

test('parted from its twin, a piece has its work where it had it', () => {
  const outline = Outline.parse({
    points: { p1: [0, 0], p2: [300, 0], p3: [260, 120], p4: [0, 100] },
    edges: [
      { id: 'e1', kind: 'line', from: 'p1', to: 'p2' },
      { id: 'e2', kind: 'line', from: 'p2', to: 'p3' },
      { id: 'e3', kind: 'line', from: 'p3', to: 'p4' },
      { id: 'e4', kind: 'line', from: 'p4', to: 'p1' },
    ],
  })
  const steps = [
    step('s', 'shape', onFace('face'), {}, { outline }),
    step('d', 'channel', onFace('face'), { place: 30, width: 20, depth: 6 }, { options: { run: 'along' } }),
    hole(on('s', 'side_e2'), { along: 40, across: 12 }),
    hole(on('d', 'wall2'), { along: 90, across: 3, diameter: 4, depth: 5 }, { id: 'g' }),
    hole(on('d', 'floor'), { along: 200, across: 6, diameter: 4, depth: 5 }, { id: 'f' }),
  ]
  const parted = make([
    ...block('a', 'right-up', [0, LONG], [0, WIDE], [0, THICK]),
    ...block('b', 'right-up', [0, LONG], [200, WIDE], [0, THICK]),
    ...steps.map((s) => change.addStep({ on: 'a', step: s })),
    ...steps.map((s) =>
      change.addStep({
        on: 'b',
        step: stepInto({ ...ownWork(s.kind)!.mirrored(s, WIDE), id: `b${s.id}` }, (id) => `b${id}`),
      }),
    ),
  ])
  const model = modelOf(parted)
  expect(model.refused).toEqual([])
  const holes = (key: string) =>
    model
      .features(instance(model, key))
      .flatMap((f) => holesOf(f)?.at.map((p) => toRoom(instance(model, key).frame, p)) ?? [])
  const image = holes('a#1').map(([x, y, z]) => [x, 320 - y, z].map((n) => expect.closeTo(n, 6)))
  expect(holes('b#1')).toEqual(image)
})
