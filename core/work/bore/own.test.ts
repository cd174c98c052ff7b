import fc from 'fast-check'
import { change, onFace, type Change, type FaceName, type Step } from '../../document'
import { modelOf } from '../../model'
import { AXES, FACE_AT, type Axis } from '../../pieces'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { run } from '../../testing/run'
import { workKind } from '../index'
import type { Bore } from './bore'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Values = Record<string, string | number>
const bored = (face: FaceName, fields: Values, options: Step['options'] = {}, id = 'w1'): Change =>
  change.addStep({
    on: 'a',
    step: {
      id,
      kind: 'bore',
      off: false,
      at: onFace(face),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options,
    },
  })
/** A board 600 long, 120 wide and 24 thick, lying flat. */
const SIZE = [600, 120, 24] as const
const WHOLE = 600 * 120 * 24
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, 600], [0, 120], [0, 24]), ...more])
const told = (p: ReturnType<typeof board>, key = 'a#1') => {
  const m = modelOf(p)
  return m.features(instance(m, key)).map((f) => f.data as Bore)
}
const left = (p: ReturnType<typeof board>, key = 'a#1') => volume(modelOf(p), key, kernel)
const says = (p: ReturnType<typeof board>) =>
  lookOver(modelOf(p)).flatMap((x) => (x.says.includes('any measures') ? [] : [x.says]))
const rounded = (p: readonly number[]) => p.map((n) => Number(n.toFixed(6)))
/** The section of a hole. */
const section = (r: number) => Math.PI * r * r

test('a hole takes its section by its depth and the cone of its point, on any face and its twin', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'edge2', 'end1', 'end2'),
      fc.integer({ min: 2, max: 10 }),
      fc.integer({ min: 2, max: 14 }),
      fc.constantFrom('twist', 'flat', 'brad'),
      fc.constantFrom('none', 'flat'),
      (face, diameter, depth, tip, sink) => {
        const p = run(
          board(
            bored(
              face,
              { diameter, depth: depth + 2, sinkDepth: 1 },
              { alongFrom: 'centre', acrossFrom: 'centre', tip, sink },
            ),
          ),
          change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'across', about: '-50' }),
        )
        const r = diameter / 2
        const point = { twist: r / Math.tan((59 * Math.PI) / 180), flat: 0, brad: diameter / 6 }[tip]
        const sunk = sink === 'none' ? 0 : section(2 * r) - section(r)
        const gone = section(r) * (depth + 2 + point / 3) + sunk
        expect(WHOLE - left(p)).toBeCloseTo(gone, 3)
        expect(left(p, 't#1')).toBeCloseTo(left(p), 3)
      },
    ),
    { numRuns: runs(60) },
  )
})

test('a hole without a depth goes through, leaning or not; countersunk it is wider at its mouth', () => {
  for (const lean of [0, 20, -35]) {
    const cos = Math.cos((lean * Math.PI) / 180)
    const p = board(
      bored('back', { along: 300, diameter: 8, leanAlong: `${lean}deg` }, { acrossFrom: 'centre' }),
    )
    expect(WHOLE - left(p)).toBeCloseTo((section(4) * 24) / cos, 2)
    expect(told(p)[0]!.through).toBe(true)
  }
  // A cone of 90° from 8 wide in the face to the 4 of the hole, 2 deep.
  const p = board(
    bored('face', { along: 300, diameter: 4, sinkDiameter: 8 }, { acrossFrom: 'centre', sink: 'cone' }),
  )
  const cone = (Math.PI / 3) * 2 * (16 + 8 + 4) - Math.PI * 4 * 2
  expect((WHOLE - left(p) - section(2) * 24) / cone).toBeCloseTo(1, 3)
  const text = (b: Bore) =>
    workKind({ kind: 'bore' } as never)
      .callout(b)
      .map((x) => (typeof x === 'string' ? x : x.mm))
      .join('')
  expect(text(told(p)[0]!)).toBe('hole ⌀ 4, through, on the face, countersunk ⌀ 8')
})

test('patterns are laid out from the side that is said, and counted', () => {
  const at = (fields: Values, options: Step['options'], face: FaceName = 'face') => {
    const [bore] = told(board(bored(face, { diameter: 4, depth: 6, ...fields }, options)))
    const [u, v] = AXES.filter((i) => i !== FACE_AT[face].axis) as [Axis, Axis]
    return bore!.at.map((p) => rounded([p[u], p[v]]))
  }
  const row = { pattern: 'row', acrossFrom: 'centre' }
  expect(at({ along: 50, countAlong: 3, pitchAlong: 32 }, row)).toEqual([
    [50, 60],
    [82, 60],
    [114, 60],
  ])
  expect(at({ along: 50, countAlong: 2, pitchAlong: 32 }, { ...row, alongFrom: 'far' })).toEqual([
    [550, 60],
    [518, 60],
  ])
  expect(at({ countAlong: 2, pitchAlong: 32 }, { ...row, alongFrom: 'centre' })).toEqual([
    [284, 60],
    [316, 60],
  ])
  expect(
    at(
      { along: 'L/2', across: 'W/4', countAlong: '4/2', pitchAlong: 20, countAcross: 2, pitchAcross: 10 },
      { pattern: 'grid' },
    ),
  ).toEqual([
    [300, 30],
    [320, 30],
    [300, 40],
    [320, 40],
  ])
  expect(at({ along: 300, across: 60, ringCount: 4, ringRadius: 30 }, { pattern: 'ring' })).toEqual([
    [330, 60],
    [300, 90],
    [270, 60],
    [300, 30],
  ])
  expect(at({ along: 20 }, { acrossFrom: 'centre', mirror: 'along' })).toEqual([
    [20, 60],
    [580, 60],
  ])
  // What lies in the middle is its own image.
  expect(at({}, { alongFrom: 'centre', acrossFrom: 'centre', mirror: 'along' })).toEqual([[300, 60]])
  expect(at({ along: 30, across: 8 }, {}, 'end2')).toEqual([[30, 8]])
})

test('on a mirror image that is given its own, the same holes are bored', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'end1'),
      fc.constantFrom('one', 'row', 'file', 'ring'),
      fc.constantFrom('near', 'far', 'centre'),
      fc.constantFrom('near', 'far', 'centre'),
      fc.integer({ min: -30, max: 30 }),
      (face, pattern, alongFrom, acrossFrom, lean) => {
        const [along, across] = [alongFrom, acrossFrom].map((from) => (from === 'centre' ? 2 : 10))
        const fields = {
          ...{ along: along!, across: across!, diameter: 2, depth: 4 },
          ...{ countAlong: 2, pitchAlong: 3, countAcross: 2, pitchAcross: 3 },
          ...{ ringCount: 3, ringRadius: 4, ringStart: '10deg' },
          ...{ leanAlong: `${lean}deg`, leanAcross: `${lean / 2}deg` },
        }
        const p = board(bored(face, fields, { pattern, alongFrom, acrossFrom }))
        const step = (p.pieces[0] as { work: Step[] }).work[0]!
        const other = board(
          change.addStep({ on: 'a', step: workKind({ kind: 'bore' } as never).own!.mirrored(step, 120) }),
        )
        const [[one], [two]] = [told(p), told(other)]
        const image = one!.at.map(([x, y, z]) => rounded([x, SIZE[1] - y, z]).join())
        expect(two!.at.map((q) => rounded(q).join()).sort()).toEqual(image.sort())
        const [x, y, z] = one!.along
        expect(rounded(two!.along)).toEqual(rounded([x, -y, z]))
      },
    ),
  )
})

test('a hole through two boards of a group is bored in both, and sunk where it enters', () => {
  const p = make([
    ...block('a', 'right-up', [0, 200], [0, 100], [0, 18]),
    ...block('b', 'right-up', [0, 200], [0, 100], [18, 18]),
    change.group({ id: 'g', name: 'Both', members: ['a', 'b'] }),
    change.addStep({
      on: 'g',
      step: {
        id: 'w1',
        kind: 'bore',
        off: false,
        at: onFace('face'),
        fields: { along: '50', across: '40', diameter: '6', depth: '30' },
        options: { sink: 'flat', tip: 'flat' },
      },
    }),
  ])
  const [[lower], [upper]] = [told(p, 'a#1'), told(p, 'b#1')]
  expect(upper).toMatchObject({ through: true, sink: { diameter: 12 } })
  expect(lower).toMatchObject({ through: false, depth: 12, face: 'face' })
  expect(lower!.sink).toBeUndefined()
  expect(rounded(lower!.at[0]!)).toEqual([50, 40, 18])
})

test('what cannot be bored is said, and what does nothing', () => {
  const wrong = (fields: Values, options: Step['options'] = {}) =>
    says(board(bored('face', { along: 50, across: 50, diameter: 8, depth: 6, ...fields }, options)))
  expect(wrong({})).toEqual([])
  expect(wrong({ diameter: 0 })).toEqual(['The hole in A has no diameter'])
  expect(wrong({ depth: 24 })).toEqual([
    'A hole 24 deep goes through A, which is 24 there; leave its depth empty',
  ])
  expect(wrong({ along: 700 })).toEqual(['The hole lies wholly outside A, so it does nothing'])
  expect(wrong({ along: 560, countAlong: 3, pitchAlong: 32 }, { pattern: 'row' })).toEqual([
    '1 of the 3 holes lie outside A',
  ])
  expect(wrong({ countAlong: 3 }, { pattern: 'row' })).toEqual(['Say how far apart the holes in A are'])
  expect(wrong({ sinkDiameter: 8 }, { sink: 'flat' })).toEqual([
    'A sink of 8 is no wider than the hole itself',
  ])
  expect(wrong({ leanAlong: '10deg' }, { mirror: 'along' })[0]).toMatch(
    /^Mirrored, the holes in A would lean/,
  )
  // A measure that its choices make idle is not asked, whatever stands in it.
  expect(wrong({ ringRadius: 'nothing' })).toEqual([])
  expect(wrong({ ringRadius: 'nothing' }, { pattern: 'ring' })).not.toEqual([])
  expect(says(board(bored('face', { depth: 6 })))).toEqual(['The hole in A has no diameter'])
})

test('a point that comes through is told from a depth that does not, whichever face it is bored from', () => {
  const tip = 4 / Math.tan((59 * Math.PI) / 180)
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'end2'),
      fc.constantFrom('twist', 'flat'),
      fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      (face, kind, more) => {
        fc.pre(Math.abs(more) > 1e-3)
        const thick = SIZE[FACE_AT[face].axis]
        const depth = thick - (kind === 'twist' ? tip : 0.6) + more
        const centred = { alongFrom: 'centre', acrossFrom: 'centre', tip: kind }
        const found = says(board(bored(face, { diameter: 8, depth: depth.toFixed(6) }, centred)))
        expect(found.length).toBe(kind === 'twist' && more > 0 ? 1 : 0)
        if (found[0]) expect(found[0]).toMatch(/^The bit comes through .* of A by .*, its point counted$/)
      },
    ),
  )
})

test('a wall thinner than a quarter of the smaller hole is said, within one row and between two', () => {
  const row = (pitch: number) =>
    says(
      board(
        bored(
          'face',
          { along: 50, across: 60, diameter: 8, depth: 6, countAlong: 5, pitchAlong: pitch },
          { pattern: 'row' },
        ),
      ),
    )
  expect(row(10)).toEqual([])
  expect(row(9.9)).toEqual(['Only 1.9 of wood stands between two holes in A; it may break out'])
  expect(row(8)).toEqual(['Two holes in A run into each other'])
  const crossing = (up: number) =>
    says(
      board(
        bored('face', { along: 300, across: 60, diameter: 8, depth: 12 }, { tip: 'flat' }),
        bored('edge1', { along: 300, across: up, diameter: 4, depth: 80 }, { tip: 'flat' }, 'w2'),
      ),
    )
  // The floor of the one is 12 up; the other, 4 thick, stays clear of it by more than 1, or does not.
  expect(crossing(8)).toEqual([])
  expect(crossing(13)).toEqual(['Two holes in A run into each other'])
})

test('leaning through, every hole of a row goes as far as it would by itself', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('near', 'far'),
      fc.integer({ min: -60, max: 60 }),
      fc.integer({ min: 5, max: 60 }),
      (alongFrom, lean, first) => {
        const at = (along: number, more: Values = {}, pattern = 'one') =>
          WHOLE -
          left(
            board(
              bored(
                'face',
                { along, across: 60, diameter: 6, leanAlong: `${lean}deg`, ...more },
                { alongFrom, pattern },
              ),
            ),
          )
        const row = at(first, { countAlong: 3, pitchAlong: 150 }, 'row')
        const alone = [0, 1, 2].reduce((sum, n) => sum + at(first + n * 150), 0)
        expect(row).toBeCloseTo(alone, 2)
      },
    ),
    { numRuns: runs(40) },
  )
})

test('a count is whole, and what comes to a part of one is refused where it is typed', () => {
  const row = (countAlong: string) =>
    run(
      board(
        bored(
          'face',
          { along: 50, across: 60, diameter: 8, depth: 6, countAlong, pitchAlong: 32 },
          { pattern: 'row' },
        ),
      ),
    )
  expect(told(row('3'))[0]!.at).toHaveLength(3)
  expect(told(row('2.5'))).toEqual([])
  expect(
    lookOver(modelOf(row('2.5')))
      .map((p) => p.says)
      .join(),
  ).toMatch(/whole number/)
})

test('mirrored on the opposite face, holes are bored from both', () => {
  const row = { diameter: 8, depth: 7, along: 100, across: 40, countAlong: 4, pitchAlong: 60 }
  for (const face of ['face', 'edge2'] as const) {
    const fields = face === 'face' ? row : { ...row, across: 10 }
    const p = board(bored(face, fields, { pattern: 'row', mirror: 'opposite', tip: 'flat' }))
    expect(WHOLE - left(p)).toBeCloseTo(2 * 4 * section(4) * 7, 0)
    const [one, other] = told(p)
    const { axis } = FACE_AT[face]
    expect(other!.along[axis]).toBeCloseTo(-one!.along[axis], 9)
    for (const [k, at] of one!.at.entries())
      expect(other!.at[k]!.map((x, i) => (i === axis ? SIZE[axis] - x : x))).toEqual(
        at.map((x) => expect.closeTo(x, 9)),
      )
  }
})
