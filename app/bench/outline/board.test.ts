import fc from 'fast-check'
import { change, onFace, Outline } from '../../../core/document'
import { EMPTY, lineTo, solveOutline, withShape, type Place2, type Values } from '../../../core/outline'
import {
  cross,
  dot,
  FACE_NAMES,
  FACINGS,
  frameIn,
  negated,
  sideOf,
  toOwn,
  vec3,
  type Axis,
  type RoomSide,
  type Vec3,
} from '../../../core/pieces'
import { tryMeasure } from '../../../core/resolve'
import { block, make } from '../../../core/testing/scenario'
import { shownOf } from '../../../core/testing/shown'
import { waysOf } from '../../../core/work'
import { placeOfPicked } from './picked'
import { surroundingsOf } from './around'
import { fitting, sheetOf, turnedAs } from './face'
import { snapTo, type Around } from './snap'
import { refusesValue, addRule } from './rules'
import { faceAxes } from './useOutline'
import { sayFact } from './words'

const SIZE: Place2 = [400, 120]
const around = (more: Partial<Around> = {}): Around => ({
  size: SIZE,
  points: new Map<string, Place2>([['p1', [50, 30]]]),
  but: [],
  spots: [],
  lines: [],
  from: null,
  reach: 4,
  even: 5,
  say: (mm) => String(mm),
  ...more,
})
const NAMES = ['L', 'W'] as const

test('what is put down holds to points, sides, shares and what it is in line with, and says so', () => {
  const at = (p: Place2, more: Partial<Around> = {}) => snapTo(p, around(more), [...NAMES])
  expect(at([52, 28])).toMatchObject({ at: [50, 30], point: 'p1', says: 'at a point that is there' })
  expect(at([201, 119])).toMatchObject({
    at: [200, 120],
    facts: [
      { kind: 'place', way: 'along', from: 'centre', value: '0' },
      { kind: 'place', way: 'across', from: 'far', value: '0' },
    ],
    says: 'the middle along, the far side across',
  })
  expect(at([134, 71]).facts).toEqual([{ kind: 'place', way: 'along', from: 'near', value: 'L/3' }])
  expect(at([163.4, 71])).toMatchObject({ at: [165, 70], facts: [], says: '165 along, 70 across' })
  // From a point on, a line that is nearly level is level.
  expect(at([163, 32.5], { from: 'p1' })).toMatchObject({ at: [165, 30], facts: [{ kind: 'level' }] })
  const lines = [{ way: 0 as const, at: 161, says: 'in line with Rail' }]
  expect(at([163, 71], { lines })).toMatchObject({ at: [161, 70], says: 'in line with Rail, 70 across' })
  const spots = [{ at: [162, 72.5] as const, says: 'at a corner of other work' }]
  expect(at([163, 71], { lines, spots })).toMatchObject({ ...spots[0], point: null, facts: [] })
})

test('corners of an earlier silhouette draw the pointer, on either face of the wood', () => {
  const edge = (n: number, from: string, to: string) => ({ id: `e${n}`, kind: 'line', from, to })
  const outline = Outline.parse({
    points: { p1: [0, 0], p2: [340, 0], p3: [150, 70] },
    edges: [edge(1, 'p1', 'p2'), edge(2, 'p2', 'p3'), edge(3, 'p3', 'p1')],
  })
  const step = { id: 'w', kind: 'shape', off: false, at: onFace('face'), fields: {}, options: {}, outline }
  const project = make([
    ...block('a', 'right-up', [0, 340], [0, 90], [0, 18]),
    change.addStep({ on: 'a', step }),
  ])
  const shown = shownOf(project)
  const { frame, shoulder, key } = shown.byId.get('a')!.instances[0]!
  for (const face of ['face', 'back'] as const) {
    const { spots } = surroundingsOf(
      {
        wood: { id: 'a', name: 'A', key },
        face,
        frame,
        low: shoulder.min,
        size: [340, 90],
        step: { id: 'x' },
      },
      shown,
    )
    expect(spots.map((s) => s.at)).toContainEqual([expect.closeTo(150, 6), expect.closeTo(70, 6)])
  }
})

test('a face is turned as it lies on the bench, seen from outside, whichever way the piece stands', () => {
  for (const facing of FACINGS)
    for (const face of FACE_NAMES) {
      const frame = frameIn({ min: [0, 0, 0], max: [400, 300, 200] }, facing)
      const { along, across, out } = faceAxes(frame, face)
      const { right, up } = turnedAs(along, across, out)
      const way = ([u, v]: Place2): Vec3 => vec3((i) => along[i] * u + across[i] * v)
      // Right, up and towards the maker are as on any drawing.
      expect(dot(cross(way(right), way(up)), out)).toBeCloseTo(1, 9)
      // Upright faces stand upright.
      if (Math.abs(out[2]) < 0.5) expect(way(up)[2]).toBeCloseTo(1, 9)
      // Mirrored wood is seen right, too.
      const image = turnedAs(negated(along), across, out)
      const other = ([u, v]: Place2): Vec3 => vec3((i) => -along[i] * u + across[i] * v)
      expect(dot(cross(other(image.right), other(image.up)), out)).toBeCloseTo(1, 9)
    }
})

test('a place of the board is the place of the face that lies there, at every zoom', () => {
  const frame = frameIn({ min: [0, 0, 0], max: [400, 300, 200] }, FACINGS[5]!)
  const { along, across, out } = faceAxes(frame, 'back')
  const turned = turnedAs(along, across, out)
  const room: Place2 = [700, 500]
  const share = fc.double({ min: -100, max: 500, noNaN: true })
  fc.assert(
    fc.property(share, share, fc.double({ min: 0.3, max: 30, noNaN: true }), (u, v, zoom) => {
      const sheet = sheetOf(turned, SIZE, fitting(turned, SIZE, room) * zoom, room, [13, -40])
      const [x, y] = sheet.at([u, v])
      const back = sheet.back(x, y)
      expect(back[0]).toBeCloseTo(u, 6)
      expect(back[1]).toBeCloseTo(v, 6)
    }),
  )
})

test('what cannot be said is refused with what it cannot hold along with', () => {
  const on = { size: SIZE, unit: 20, write: (mm: number) => String(mm) }
  const outline = withShape(EMPTY, 'rectangle', on)
  const values = Object.fromEntries(
    outline.facts.flatMap((f) => (f.value ? [[f.id, Number(f.value)] as const] : [])),
  )
  const solving =
    (known: Values) =>
    (next: Outline, more: Values = {}) =>
      solveOutline(next, { ...known, ...more }, SIZE)
  const drawing = { outline, solve: solving(values) }
  expect(solveOutline(outline, values, SIZE).state.kind).toBe('pinned')
  expect(addRule(drawing, outline, { kind: 'plumb' }, ['e1'])).toMatchObject({
    ok: false,
    why: expect.stringMatching(/^Conflicts with: .*line 1 level/),
  })
  expect(addRule(drawing, outline, { kind: 'square' }, ['e1', 'e2'])).toEqual({
    ok: false,
    why: 'The rules already make it so',
  })
  expect(addRule(drawing, outline, { kind: 'radius', value: '3' }, ['e1'], 3)).toEqual({
    ok: false,
    why: 'That rule does not fit what is chosen',
  })
  const length = outline.facts.find((f) => f.kind === 'distance')!
  expect(refusesValue(drawing, length.id, 60)).toBeNull()
  const free = lineTo(EMPTY, [10, 10], [60, 10])!.outline
  const told = addRule({ solve: solving({}) }, free, { kind: 'distance', value: '70' }, ['e1'], 70)
  expect(told.ok && told.outline.facts.map((f) => sayFact(f, told.outline))).toEqual(['length of line 1'])
  const [a, b] = Object.values(told.ok ? told.outline.points : {})
  expect(Math.hypot(a![0] - b![0], a![1] - b![1])).toBeCloseTo(70, 8)
})

test('a side picked in the room is as far from a start, an end or a middle as in the room', () => {
  const [size, stands] = [[340, 90, 18] as const, ['700', '810', '930'] as const]
  for (const facing of FACINGS) {
    const lies = [0, 1, 2].map((room) => size[facing.room.indexOf(room as Axis)]!)
    const project = make([
      ...block('a', facing.id, [20, lies[0]!], [30, lies[1]!], [40, lies[2]!]),
      ...block('b', 'right-up', [Number(stands[0]), 50], [Number(stands[1]), 50], [Number(stands[2]), 50]),
    ])
    const shown = shownOf(project)
    const { frame, shoulder, key } = shown.byId.get('a')!.instances[0]!
    for (const face of FACE_NAMES)
      for (const way of ['along', 'across'] as const)
        for (const from of ['near', 'far', 'centre'] as const) {
          const own = waysOf(face)[way]
          const room = facing.room[own]
          const put = (side: RoomSide) =>
            placeOfPicked(
              { frame, face, wood: { id: 'a', name: 'A', key } },
              { way, from },
              `@b.${side}`,
              shown,
            )
          const found = put(sideOf(room, false))
          if (typeof found !== 'string') throw new Error(found.why)
          const value = tryMeasure(shown, found, 'length')
          const spot =
            toOwn(
              frame,
              vec3((i) => (i === room ? Number(stands[i]) : 0)),
            )[own] - shoulder.min[own]
          const long = shoulder.max[own] - shoulder.min[own]
          const told = { near: spot, far: long - spot, centre: spot - long / 2 }[from]
          expect(value.ok && value.value).toBeCloseTo(told, 6)
          expect(put(sideOf(((room + 1) % 3) as Axis, false))).toHaveProperty('why')
        }
  }
})
