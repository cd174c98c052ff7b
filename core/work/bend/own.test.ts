import fc from 'fast-check'
import { change, onFace, Outline, type Change, type FaceName, type Step } from '../../document'
import { cutList } from '../../cuts'
import { planSheets } from '../../plans'
import { modelOf } from '../../model'
import { carried, cross, dot, minus, norm, toRoom, type Vec3 } from '../../pieces'
import { lookOver, proofOf } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { textsOf } from '../../testing/sheets'
import { run } from '../../testing/run'
import { leanOf, ownWork, workKind, type Bore, type Feature } from '../index'
import { cornerAt, posesOf, stationsOf } from '../tools/bent'
import type { Bend } from './bent'
import { boxOf, pathOf, thickIn, type BendRow } from './path'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Values = Record<string, string | number>
const bent = (face: FaceName, fields: Values, options: Step['options'] = {}): Step => ({
  id: 'w1',
  kind: 'bend',
  off: false,
  at: onFace(face),
  fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
  options,
})
const board = (size: Vec3, ...more: Change[]) =>
  make([...block('a', 'right-up', [0, size[0]], [0, size[1]], [0, size[2]]), ...more])
const on = (step: Step) => change.addStep({ on: 'a', step })
const says = (p: ReturnType<typeof board>) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))
const feature = (p: ReturnType<typeof board>) => {
  const m = modelOf(p)
  return m.features(instance(m, 'a#1'))[0] as Feature<Bend>
}

const told = (radius: number, angle: number, straight: number, roll = 0): BendRow => ({
  radius,
  angle,
  roll,
  straight,
})
const rect = (t: number, w: number) => ({
  corners: [
    [-t / 2, -w / 2],
    [t / 2, -w / 2],
    [t / 2, w / 2],
    [-t / 2, w / 2],
  ] as Array<[number, number]>,
  radius: null,
})

const bends = fc.array(
  fc.record({
    radius: fc.integer({ min: 60, max: 200 }),
    angle: fc.integer({ min: 15, max: 120 }).chain((a) => fc.constantFrom(a, -a)),
    roll: fc.integer({ min: -90, max: 90 }),
    straight: fc.integer({ min: 0, max: 120 }),
  }),
  { minLength: 1, maxLength: 4 },
)

test(
  'the developed length is the straights and the arcs of the fibre that is told, marks at both ' +
    'ends of each',
  () => {
    fc.assert(
      fc.property(
        bends,
        fc.integer({ min: 0, max: 90 }),
        fc.constantFrom('centre', 'inside', 'outside'),
        (all, first, fibre) => {
          const section = rect(12, 30)
          const { long, marks, legs } = pathOf(first, all, section, fibre)
          const arc = (b: BendRow) => (b.radius * Math.abs(b.angle) * Math.PI) / 180
          expect(long).toBeCloseTo(first + all.reduce((sum, b) => sum + arc(b) + b.straight, 0), 9)
          expect(marks[0]![0]).toBe(first)
          marks.forEach(([from, to], k) => expect(to - from).toBeCloseTo(arc(all[k]!), 9))
          // The middle of the section is half as thick further out than the inside, and less than the
          // outside.
          const radii = legs.flatMap((l) => (l.kind === 'bend' ? [l.radius] : []))
          const off = { centre: 0, inside: 0.5, outside: -0.5 }[fibre]
          radii.forEach((r, k) =>
            expect(r).toBeCloseTo(all[k]!.radius + off * thickIn(section, (all[k]!.roll * Math.PI) / 180), 9),
          )
        },
      ),
    )
  },
)

test('along a path in space the section keeps its size, square to the path, and never turns about it', () => {
  fc.assert(
    fc.property(bends, (all) => {
      const section = rect(12, 30)
      const { legs } = pathOf(40, all, section, 'centre')
      const stations = stationsOf({ legs, section })
      for (const [k, s] of stations.entries()) {
        const corners = section.corners.map((c) => cornerAt(s, c))
        const side = (a: number, b: number) =>
          norm(corners[b]!.map((x, i) => x - corners[a]![i]!) as unknown as Vec3)
        expect(side(0, 1)).toBeCloseTo(12, 6)
        expect(side(1, 2)).toBeCloseTo(30, 6)
        expect(Math.abs(dot(s.along, s.out)) + Math.abs(dot(s.along, s.up))).toBeLessThan(1e-9)
        expect(dot(cross(s.along, s.out), s.up)).toBeCloseTo(1, 9)
        const next = stations[k + 1]
        if (!next) continue
        // What turns the path turns the section by as much and no more: about the axis of the turn.
        const axis = cross(s.along, next.along)
        if (norm(axis) < 1e-9) {
          expect(dot(s.out, next.out)).toBeCloseTo(1, 9)
          continue
        }
        const about = axis.map((x) => x / norm(axis)) as unknown as Vec3
        expect(dot(about, s.out)).toBeCloseTo(dot(about, next.out), 6)
        expect(dot(about, s.up)).toBeCloseTo(dot(about, next.up), 6)
      }
      expect(posesOf(legs).at(-1)!.at).toEqual(stations.at(-1)!.at)
    }),
    { numRuns: runs(20) },
  )
})

test(
  'what is bent is as large as its section times the length of its middle (Pappus), on any ' +
    'face and on a twin',
  () => {
    fc.assert(
      fc.property(
        fc.constantFrom<FaceName>('face', 'back', 'edge1', 'edge2', 'end1', 'end2'),
        fc.constantFrom('round', 'rectangular'),
        fc.constantFrom('centre', 'inside', 'outside'),
        fc.constantFrom('along', 'alongBack', 'across', 'acrossBack'),
        fc.integer({ min: 30, max: 80 }),
        fc.integer({ min: 30, max: 100 }),
        (face, section, fibre, starts, radius, angle) => {
          const fields = {
            thick: 10,
            wide: 20,
            turn: '20deg',
            first: 50,
            radius1: radius,
            angle1: `${angle}deg`,
            straight1: 40,
            radius2: radius + 20,
            angle2: '-30deg',
            straight2: 25,
          }
          const step = bent(face, fields, { section, fibre, starts, bends: '2' })
          const size: Vec3 = [400, 400, 400]
          const p = board(
            size,
            on(step),
            change.mirrorPiece({ id: 't', of: 'a', name: 'T', direction: 'deep', about: '500' }),
          )
          const m = modelOf(p)
          expect(says(p).filter((s) => !s.startsWith('The block'))).toEqual([])
          const area = section === 'round' ? Math.PI * 25 : 200
          const { legs } = feature(p).data
          const middle = legs.reduce(
            (sum, l) => sum + (l.kind === 'straight' ? l.long : l.radius * Math.abs(l.angle)),
            0,
          )
          expect(volume(m, 'a#1', kernel) / (area * middle)).toBeCloseTo(1, 3)
          expect(volume(m, 't#1', kernel)).toBeCloseTo(volume(m, 'a#1', kernel), 2)
          // Given its own, the image is bent the same.
          const image = feature(board(size, on(ownWork('bend')!.mirrored(step, 400)))).data
          const turned = m.features(instance(m, 't#1'))[0] as Feature<Bend>
          const ends = ({ frame, legs: l }: Bend) =>
            posesOf(l).map(({ at }) =>
              [0, 1, 2].map(
                (i) => frame.origin[i]! + at[0] * frame.x[i]! + at[1] * frame.y[i]! + at[2] * frame.z[i]!,
              ),
            )
          const wanted = ends(feature(p).data).map(([x, y, z]) => [x!, 400 - y!, z!])
          const close = (all: number[][]) => all.map((q) => q.map((x) => Math.round(x * 1e4) / 1e4 + 0))
          expect(close(ends(image))).toEqual(close(wanted))
          expect(turned.data.long).toBeCloseTo(image.long, 9)
        },
      ),
      { numRuns: runs(40) },
    )
  },
)

const U = {
  thick: 8,
  first: 100,
  radius1: 120,
  angle1: '90deg',
  straight1: 50,
  radius2: 120,
  angle2: '90deg',
  straight2: 100,
}

test('a handle takes the block that its path needs, is cut as a strip, and says so', () => {
  // Two quarters of 120 and a straight of 50 between: 290 and half the section on both sides, 100 + 120 high.
  const p = board([224, 298, 25], on(bent('face', U, { bends: '2' })))
  expect(says(p)).toEqual([])
  const f = feature(p)
  expect(f.data.block.map((x) => Number(x.toFixed(3)))).toEqual([224, 298, 25])
  const long = 250 + 240 * (Math.PI / 2)
  expect(f.data.long).toBeCloseTo(long, 9)
  const text = workKind(f)
    .describe(f.data, null)
    .map((x) => (typeof x === 'string' ? x : Number(x.mm.toFixed(1))))
    .join('')
  expect(text).toBe(
    'Bend a strip 8 × 25, 627 long along its middle; bend r 120 by 90° from 100 to 288.5; bend r ' +
      '120 by 90° from 338.5 to 527',
  )
  // One strip with two bends, which its sheet does not take for two strips.
  const sheet = [...planSheets(modelOf(p), kernel)].find((s) => s.title === 'A A')!
  const notes = textsOf(sheet).filter((text) => text.includes('long along'))
  expect(notes).toEqual([expect.stringMatching(/^Bend a strip 8 × 25/)])
  const told = sheet.marks.flatMap((m) => (m.kind === 'text' && m.part?.startsWith('table ') ? [m.text] : []))
  const heads = ['Bend', 'Radius', 'Angle', 'Starts at', 'Ends at']
  const bends = ['1', '120', '90°', '100', '≈ 288.5', '2', '120', '90°', '≈ 338.5', '≈ 527']
  expect(told).toEqual(['Bends, along its middle', ...heads, ...bends])
  expect(workKind(f).strip!(f.data).marks).toHaveLength(6)
  const [row] = cutList(modelOf(p)).rows
  expect([row!.length, row!.width, row!.thickness].map((x) => Number(x.toFixed(3)))).toEqual([
    Number(long.toFixed(3)),
    8,
    25,
  ])
})

test('what cannot be bent is said in a sentence with its figures', () => {
  const wrong = (more: Values, options: Step['options'] = { bends: '2' }) =>
    says(board([224, 298, 25], on(bent('face', { ...U, ...more }, options))))
  expect(wrong({ radius2: 3 })).toEqual([
    'Bend 2 of A is tighter than half its section: a strip 8 thick bends about 4 along its middle ' +
      'at the least',
  ])
  expect(wrong({ radius1: 130 })).toEqual([
    'What is bent is 234 × 308 × 25, and the block of A is 224 × 298 × 25: make the block as large',
  ])
  expect(wrong({ straight2: 60, straight1: 40, first: 60 })).toEqual([
    'The block of A is 224 × 298 × 25, and what is bent 184 × 288 × 25',
  ])
  expect(wrong({ angle1: '0deg' })).toEqual(['Bend 1 of A turns by more than 0° and by 360° at most'])
  expect(wrong({ thick: 0 })).toEqual(['What A is bent from has no thickness'])
})

test('a bend tighter than the wood takes is found, and where it wants a strap is told', () => {
  const found = (radius: number) => {
    const span = 2 * radius + 50 + 8
    const p = board(
      [100 + radius + 4, span, 25],
      on(bent('face', { ...U, radius1: radius, radius2: radius }, { bends: '2' })),
    )
    return proofOf(modelOf(p), kernel).filter((f) => f.id.startsWith('bend:'))
  }
  expect(found(300)).toEqual([])
  const [tight] = found(40)
  expect(tight).toMatchObject({ level: 'look' })
  expect(tight!.says).toContain('bends about 36 on its inside')
  // The box round a quarter of a ring, by hand.
  const { legs } = pathOf(0, [told(50, 90, 0)], rect(10, 20), 'centre')
  expect(boxOf(legs, rect(10, 20))).toMatchObject({
    min: [expect.closeTo(0, 6), expect.closeTo(-5, 6), -10],
    max: [expect.closeTo(55, 6), expect.closeTo(50, 6), 10],
  })
})

test('a hole follows the rod that goes into it: its diameter, its place and its slant', () => {
  // A quarter and a bit: the rod leaves at 60 degrees to the board it ends in.
  const p = make([
    ...block('a', 'right-up', [0, 224], [0, 298], [0, 25]),
    ...block('s', 'back-right', [250, 20], [-100, 700], [-100, 300]),
    on(
      bent(
        'face',
        { thick: 12, first: 60, radius1: 100, angle1: '30deg', straight1: 90 },
        { section: 'round' },
      ),
    ),
  ])
  const m = modelOf(p)
  const f = m.features(instance(m, 'a#1'))[0] as Feature<Bend>
  const [, end] = ownWork('bend')!.mates!(f.data)
  expect(end).toMatchObject({ diameter: 12, sort: 'rod', long: 90 })
  expect(Math.abs(end!.along[0])).toBeCloseTo(Math.cos(Math.PI / 6), 9)
  const met = run(
    p,
    change.addStep({
      on: 's',
      step: {
        id: 'h1',
        kind: 'bore',
        off: false,
        at: onFace('back'),
        fields: {},
        options: { pattern: 'met', meets: 'w1' },
      },
    }),
  )
  const n = modelOf(met)
  expect(lookOver(n).filter((x) => x.step === 'h1')).toEqual([])
  const hole = n.features(instance(n, 's#1'))[0] as Feature<Bore>
  expect(hole.data.diameter).toBe(12)
  expect(leanOf(hole.data)).toBeCloseTo(30, 6)
  // Its axis is the rod's, in the room.
  const rod = instance(n, 'a#1').frame
  const wood = instance(n, 's#1').frame
  const at = toRoom(wood, hole.data.at[0]!)
  const from = toRoom(rod, end!.at)
  const way = carried(rod, end!.along)
  const off = minus(at, from)
  expect(norm(minus(off, way.map((x) => x * dot(off, way)) as unknown as Vec3))).toBeLessThan(1e-9)
})

/** A hook: up, round to the right by a quarter, along, and back by a half. */
const hook = (tangent = true): Outline =>
  Outline.parse({
    points: {
      p1: [0, 0],
      p2: [80, 0],
      p3: [140, 60],
      p4: [140, tangent ? 100 : 95],
      p5: [60, 100],
      c1: [80, 60],
      c2: [100, 100],
    },
    edges: [
      { id: 'e1', kind: 'line', from: 'p1', to: 'p2' },
      { id: 'e2', kind: 'arc', from: 'p2', to: 'p3', centre: 'c1', turns: 'left' },
      { id: 'e3', kind: 'line', from: 'p3', to: 'p4' },
      ...(tangent
        ? [{ id: 'e4', kind: 'arc', from: 'p4', to: 'p5', centre: 'c2', turns: 'left' } as const]
        : []),
    ],
  })

test('a path is drawn as well: it comes to the same as its table, and what is no path is said', () => {
  const drawn = (outline: Outline, more: Values = {}) =>
    board([200, 200, 25], on({ ...bent('face', { thick: 8, ...more }, { told: 'drawn' }), outline }))
  const p = drawn(hook())
  expect(says(p).filter((s) => !/missing|The block/.test(s))).toEqual([])
  const table = feature(
    board(
      [200, 200, 25],
      on(
        bent(
          'face',
          { thick: 8, first: 80, radius1: 60, angle1: '90deg', straight1: 40, radius2: 40, angle2: '180deg' },
          { bends: '2' },
        ),
      ),
    ),
  ).data
  const { data } = feature(p)
  expect(data.long).toBeCloseTo(80 + 30 * Math.PI + 40 + 40 * Math.PI, 6)
  expect(data.long).toBeCloseTo(table.long, 6)
  data.block.forEach((x, i) => expect(x).toBeCloseTo(table.block[i]!, 3))
  // On a mirror image of its own it is the same wood the other way round.
  const s = (p.pieces[0] as { work: Step[] }).work[0]!
  const image = board([200, 200, 25], on(ownWork('bend')!.mirrored(s, 200)))
  expect(volume(modelOf(image), 'a#1', kernel)).toBeCloseTo(volume(modelOf(p), 'a#1', kernel), 3)
  expect(feature(image).data.legs.map((l) => (l.kind === 'bend' ? Math.sign(l.angle) : 0))).toEqual([
    0, -1, 0, -1,
  ])

  const corner = hook(false)
  const bentOff = { ...corner, points: { ...corner.points, p4: [150, 100] as [number, number] } }
  expect(says(drawn(bentOff))[0]).toMatch(/^The path of A has a corner at 140 along and 60 across/)
  const closed: Outline = {
    ...corner,
    edges: [...corner.edges, { id: 'e9', kind: 'line', from: 'p4', to: 'p1' }],
  }
  expect(says(drawn(closed))[0]).toBe('The path of A is one line with two ends, and not closed')
  expect(says(drawn(Outline.parse({ points: {}, edges: [] })))).toEqual([
    'The path of A is not drawn yet, so nothing is bent',
  ])
})
