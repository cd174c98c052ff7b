import fc from 'fast-check'
import { change, onFace, Outline, type Change, type FaceName, type Step } from '../../document'
import { modelOf } from '../../model'
import { imaged } from '../../outline'
import { FACE_AT } from '../../pieces'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { ownWork, workKind, type Feature } from '../index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const SIZE = [600, 120, 24] as const
const WHOLE = 600 * 120 * 24
const FACES = ['face', 'back', 'edge1', 'edge2', 'end1', 'end2'] as const
const sizeOf = (face: FaceName) => {
  const [u, v] = [0, 1, 2].filter((i) => i !== FACE_AT[face].axis) as [0 | 1 | 2, 0 | 1 | 2]
  return [SIZE[u], SIZE[v], SIZE[FACE_AT[face].axis]] as const
}

const step = (
  kind: string,
  face: FaceName,
  outline: Outline,
  more: Partial<Pick<Step, 'fields' | 'options'>> = {},
): Step => ({ id: 'w1', kind, off: false, at: onFace(face), fields: {}, options: {}, outline, ...more })
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, 600], [0, 120], [0, 24]), ...more])
const on = (s: Step, id = 'a') => change.addStep({ on: id, step: s })
const left = (p: ReturnType<typeof board>, key = 'a#1') => volume(modelOf(p), key, kernel)
const says = (p: ReturnType<typeof board>) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))

/** A house, seen from in front: a rectangle with a gable of so much, and a round window. */
function house(u: number, v: number, w: number, h: number, gable: number, r: number): Outline {
  const at = (a: number, b: number): [number, number] => [u + a, v + b]
  const line = (n: number, from: string, to: string) => ({ id: `e${n}`, kind: 'line' as const, from, to })
  return Outline.parse({
    points: {
      p1: at(0, 0),
      p2: at(w, 0),
      p3: at(w, h),
      p4: at(w / 2, h + gable),
      p5: at(0, h),
      p6: at(w / 2, h / 2),
      p7: at(w / 2 + r, h / 2),
    },
    edges: [
      line(1, 'p1', 'p2'),
      line(2, 'p2', 'p3'),
      line(3, 'p3', 'p4'),
      line(4, 'p4', 'p5'),
      line(5, 'p5', 'p1'),
      { id: 'e6', kind: 'circle', centre: 'p6', rim: 'p7' },
    ],
  })
}

test('what is sawn to an outline, or out of the wood, is as large as its formula says, on every face', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...FACES),
      fc.constantFrom('inside', 'outside'),
      fc.double({ min: 0.1, max: 0.25, noNaN: true }),
      fc.boolean(),
      (face, keeps, share, twin) => {
        const [long, wide, thick] = sizeOf(face)
        const [w, h, r] = [long / 2, wide / 2, Math.min(long, wide) * share * 0.8]
        const gable = wide / 4
        const outline = house(long * share, wide * share, w, h, gable, r)
        const area = w * h + (w * gable) / 2 - Math.PI * r * r
        const s = step('shape', face, outline, { options: { keeps } })
        const p = board(
          on(s),
          ...(twin
            ? [change.mirrorPiece({ id: 'b', of: 'a', name: 'B', direction: 'across', about: '700' })]
            : []),
        )
        const wanted = keeps === 'inside' ? area * thick : WHOLE - area * thick
        expect(left(p, twin ? 'b#1' : 'a#1') / wanted).toBeCloseTo(1, 6)
        if (!twin) return
        // Of its own, it does the same on the mirror image.
        const m = modelOf(p)
        const image = board(on(ownWork('shape')!.mirrored(s, 120)))
        const alike = (q: ReturnType<typeof board>, key: string) =>
          kernel.shape(modelOf(q).recipe(instance(modelOf(q), key))).volume
        expect(alike(image, 'a#1') / kernel.shape(m.recipe(instance(m, 'b#1'))).volume).toBeCloseTo(1, 9)
      },
    ),
    { numRuns: 60, endOnFailure: true },
  )
})

test('outlines in two views combine, as on a bandsaw', () => {
  const rect = (u: number, v: number, w: number, h: number): Outline => {
    const { points, edges } = house(u, v, w, h, 0, 1)
    const { p1, p2, p3, p5 } = points
    return Outline.parse({
      points: { p1, p2, p3, p5 },
      edges: [
        ...edges.filter((e) => ['e1', 'e2', 'e5'].includes(e.id)),
        { id: 'e3', kind: 'line', from: 'p3', to: 'p5' },
      ],
    })
  }
  const plan = step('shape', 'face', rect(50, 10, 500, 100))
  const side = { ...step('shape', 'edge1', rect(100, 4, 300, 16)), id: 'w2' }
  const end = { ...step('shape', 'end1', rect(30, 0, 60, 12)), id: 'w3' }
  expect(left(board(on(plan), on(side)))).toBeCloseTo(300 * 100 * 16, 3)
  expect(left(board(on(plan), on(side), on(end)))).toBeCloseTo(300 * 60 * 8, 3)
})

test('a recess has its own outline: islands stand, and a bit leaves its corners round', () => {
  const outline = house(100, 30, 200, 60, 20, 15)
  const recess = (depth: number, bit: number) =>
    board(
      on(
        step('recess', 'face', outline, {
          fields: { depth: String(depth), bit: String(bit) },
          options: { shape: 'own' },
        }),
      ),
    )
  const area = 200 * 60 + (200 * 20) / 2
  const island = Math.PI * 15 * 15
  expect((WHOLE - left(recess(6, 0))) / (6 * (area - island))).toBeCloseTo(1, 6)
  // A corner of an angle a keeps r² (cot a/2 − (π − a)/2).
  const kept = (a: number, r: number) => r * r * (1 / Math.tan(a / 2) - (Math.PI - a) / 2)
  const slope = Math.atan2(20, 100)
  const corners = [Math.PI / 2, Math.PI / 2, Math.PI / 2 + slope, Math.PI / 2 + slope, Math.PI - 2 * slope]
  const rounded = corners.reduce((sum, a) => sum + kept(a, 5), 0)
  expect((WHOLE - left(recess(6, 10))) / (6 * (area - island - rounded))).toBeCloseTo(1, 6)
  expect(says(recess(6, 100))).toEqual([
    'A bit of 100 does not reach everywhere into the recess in A; take a smaller one',
  ])
  expect(says(recess(30, 0))).toEqual(['A recess 30 deep would go through A, which is 24 there'])
})

test('sizes follow measures of the project and of the piece, and what is wrong is said with where', () => {
  const drawn = house(200, 30, 200, 60, 20, 20)
  const facts = [
    { id: 'f1', kind: 'place', of: ['p6'], way: 'along', from: 'centre', value: '0' },
    { id: 'f2', kind: 'place', of: ['p6'], way: 'across', from: 'near', value: 'W/2' },
    { id: 'f3', kind: 'diameter', of: ['e6'], value: 'L/20' },
  ] as const
  const p = board(
    on(step('shape', 'face', Outline.parse({ ...drawn, facts }), { options: { keeps: 'outside' } })),
  )
  const m = modelOf(p)
  const feature = m.features(instance(m, 'a#1'))[0] as Feature
  const round = (feature.data as { paths: Array<{ segments: Array<Record<string, unknown>> }> }).paths
    .flatMap((x) => x.segments)
    .find((s) => s.of === 'e6')
  expect(round).toMatchObject({ kind: 'arc', radius: expect.closeTo(15, 9) })
  expect((round!.centre as number[])[0]).toBeCloseTo(300, 8)
  expect(workKind(feature).callout(feature.data)[0]).toBe('Saw out a shape ')
  expect(says(board(on(step('shape', 'face', Outline.parse({ points: {}, edges: [] })))))).toEqual([
    'The shape on A has no outline yet, so it does nothing',
  ])
  const open = Outline.parse({ ...drawn, edges: drawn.edges.filter((e) => e.id !== 'e5') })
  expect(says(board(on(step('shape', 'face', open))))).toEqual([
    'The outline is open at 200 along and 30 across, in the shape on A',
  ])
  const both = [...facts, { id: 'f4', kind: 'radius', of: ['e6'], value: '40' }]
  expect(says(board(on(step('shape', 'face', Outline.parse({ ...drawn, facts: both })))))).toEqual([
    '2 dimensions of the shape on A conflict; its drawing shows which',
  ])
  const away = house(900, 30, 50, 60, 20, 5)
  expect(says(board(on(step('shape', 'face', away))))).toEqual([
    'The outline lies wholly outside A, so nothing would be left',
  ])
})

test('half an outline is mirrored as far off the middle as is said, by an expression, in a twin too', () => {
  const half = (off: string | undefined): Outline =>
    Outline.parse({
      points: { p1: [200, 20], p2: [150, 20], p3: [150, 100], p4: [200, 100] },
      edges: [
        { id: 'e1', kind: 'line', from: 'p1', to: 'p2' },
        { id: 'e2', kind: 'line', from: 'p2', to: 'p3' },
        { id: 'e3', kind: 'line', from: 'p3', to: 'p4' },
      ],
      facts: [
        { id: 'f1', kind: 'level', of: ['e1'] },
        { id: 'f2', kind: 'plumb', of: ['e2'] },
        { id: 'f3', kind: 'level', of: ['e3'] },
        { id: 'f4', kind: 'place', of: ['p2'], way: 'along', from: 'near', value: '150' },
        { id: 'f5', kind: 'place', of: ['p2'], way: 'across', from: 'near', value: '20' },
        { id: 'f6', kind: 'place', of: ['p3'], way: 'across', from: 'near', value: '100' },
      ],
      mirror: 'along',
      ...(off && { mirrorOff: off }),
    })
  for (const [off, wide] of [
    [undefined, 300],
    ['-100', 100],
    ['L/3 - 300', 100],
    ['40', 380],
  ] as const) {
    const sawn = board(
      on(step('shape', 'face', half(off), { options: { keeps: 'outside' } })),
      change.mirrorPiece({ id: 't', of: 'a', name: 'T', direction: 'deep', about: '200' }),
    )
    expect(says(sawn)).toEqual([])
    for (const key of ['a#1', 't#1']) expect(left(sawn, key)).toBeCloseTo(WHOLE - wide * 80 * 24, 3)
  }
  // Turned over along its length, the mirror stands at the other side of the middle.
  expect(imaged(half('-100'), 0, 600).mirrorOff).toBe('-(-100)')
  expect(imaged(half('-100'), 1, 120).mirrorOff).toBe('-100')
})

test('what has wood all round it is sawn at the jig saw, what comes to a side at the band saw', () => {
  const sawn = (v: number) => {
    const m = modelOf(
      board(on(step('shape', 'face', house(100, v, 80, 40, 20, 5), { options: { keeps: 'outside' } }))),
    )
    return m.features(instance(m, 'a#1')).map((f) => workKind(f).machine(f.data))
  }
  expect(sawn(30)).toEqual(['jig saw'])
  expect(sawn(-5)).toEqual(['band saw'])
})

test('sawn over part of its length, the rest stays as it was, on every face', () => {
  const outline = (u: number, v: number) => house(0, 0, u / 2, v / 2, v / 4, 0.01)
  for (const face of FACES) {
    const [u, v, deep] = sizeOf(face)
    const window = Math.PI * 0.01 ** 2
    const area = (u * v) / 4 + ((u / 2) * (v / 4)) / 2 - window
    const stopped = step('shape', face, outline(u, v), {
      fields: { start: String(deep / 4), stop: String((3 * deep) / 4) },
    })
    const gone = WHOLE - left(board(on(stopped)))
    expect(gone / ((u * v - area) * (deep / 2))).toBeCloseTo(1, 4)
    const out = step('shape', face, outline(u, v), {
      fields: { stop: String(deep / 3) },
      options: { keeps: 'outside' },
    })
    expect((WHOLE - left(board(on(out)))) / (area * (deep / 3))).toBeCloseTo(1, 4)
  }
  const beyond = step('shape', 'face', outline(600, 120), { fields: { stop: '30' } })
  expect(says(board(on(beyond)))).toEqual([expect.stringMatching(/takes nothing of A, which is 24 there/)])
})
