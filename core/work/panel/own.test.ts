/**
 * Panels sunk into sides, square or sloping: their volumes, depths and frames, images, and what cannot be.
 */
import fc from 'fast-check'
import { change, onFace, type Change, type FaceName } from '../../document'
import { findAlike } from '../../cuts'
import { modelOf } from '../../model'
import { dot } from '../../pieces'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel } from '../../testing/scenario'
import { run } from '../../testing/run'
import { workKind, type Feature } from '../index'
import type { Panel } from './panel'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [L, W, T] = [300, 120, 90]
let steps = 0
const step = (
  kind: string,
  face: FaceName,
  fields: Record<string, string | number>,
  options: Record<string, string> = {},
  on = 'a',
): Change =>
  change.addStep({
    on,
    step: {
      id: `w${++steps}`,
      kind,
      off: false,
      at: onFace(face),
      fields: Object.fromEntries(
        Object.entries(fields).map(([k, v]) => [k, typeof v === 'number' ? v.toFixed(6) : v]),
      ),
      options,
    },
  })
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, L], [0, W], [0, T]), ...more])
const shapeOf = (p: ReturnType<typeof board>, key = 'a#1') => {
  const m = modelOf(p)
  return kernel.shape(m.recipe(instance(m, key)))
}
const volume = (p: ReturnType<typeof board>, key?: string) => shapeOf(p, key).volume
const says = (p: ReturnType<typeof board>) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))
const size = (min: number, max: number) => fc.double({ min, max, noNaN: true })

test('in a square side it takes its rectangle by its depth, corners as the bit leaves them', () => {
  const SIDES: Record<FaceName, [number, number]> = {
    face: [L, W],
    back: [L, W],
    edge1: [L, T],
    edge2: [L, T],
    end1: [W, T],
    end2: [W, T],
  }
  fc.assert(
    fc.property(
      fc.constantFrom(...(Object.keys(SIDES) as FaceName[])),
      fc.constantFrom('one', 'across'),
      size(2, 30),
      size(1, 20),
      size(0, 12),
      (face, sides, margin, depth, bit) => {
        const p = board(step('panel', face, { margin, depth, bit }, { sides }))
        expect(says(p)).toEqual([])
        const [u, v] = SIDES[face].map((s) => s - 2 * margin) as [number, number]
        const one = (u * v - (4 - Math.PI) * (bit / 2) ** 2) * depth
        const taken = L * W * T - volume(p)
        // Sides stand for the round corners, inside them.
        expect(Math.abs(taken / (sides === 'across' ? 2 * one : one) - 1)).toBeLessThan(1e-3)
      },
    ),
    { numRuns: 40 },
  )
})

/** Sides that slope: the first section is all of the wood, the last so large, in its middle. */
const hopper = (w: number, t: number) => step('taper', 'face', { at1: 0, width3: w, thickness3: t })
/** The area of a trapezium with its sides set in: the middle line less the legs’ share, by its height. */
function inset(low: number, high: number, tall: number, margin: number): number {
  const leg = Math.hypot(tall, (low - high) / 2)
  // At either end the sides come in by the margin measured square to the legs, and by where the end stands.
  const lean = (low - high) / 2 / tall
  const at = (s: number) => low - 2 * lean * s - (2 * margin * leg) / tall
  return ((at(margin) + at(tall - margin)) / 2) * (tall - 2 * margin)
}

test('on sides that slope it is set in along them, and as deep square to them', () => {
  fc.assert(
    fc.property(size(50, 110), size(40, 80), size(5.1, 12), size(1, 5), (w, t, margin, depth) => {
      const bare = board(hopper(w, t))
      const p = run(bare, step('panel', 'edge1', { margin, depth, bit: 0 }, { sides: 'round' }))
      expect(says(p)).toEqual([])
      // How tall the sides are up their slope.
      const edges = inset(T, t, Math.hypot(L, (W - w) / 2), margin)
      const faces = inset(W, w, Math.hypot(L, (T - t) / 2), margin)
      expect(Math.abs((volume(bare) - volume(p)) / (2 * depth * (edges + faces)) - 1)).toBeLessThan(1e-3)
    }),
    { numRuns: 40 },
  )
})

test('measured on its floor: so deep everywhere under the side it is in', () => {
  const p = board(hopper(60, 50), step('panel', 'edge2', { margin: 15, depth: 4, bit: 6 }))
  const { positions, triangles, work } = shapeOf(p)
  const lean = Math.atan((W - 60) / 2 / L)
  // The side on edge 2: through [0, W, ·], leaning in along the length.
  const normal = [Math.sin(lean), Math.cos(lean), 0] as const
  const off = (k: number) =>
    dot(normal, [positions[3 * k]!, positions[3 * k + 1]!, positions[3 * k + 2]!]) - Math.cos(lean) * W
  const corners = [...triangles].filter((_, n) => work[Math.floor(n / 3)] === 2)
  expect(corners.length).toBeGreaterThan(10)
  expect(Math.min(...corners.map(off))).toBeCloseTo(-4, 3)
  for (const k of corners) expect(Math.min(Math.abs(off(k)), Math.abs(off(k) + 4))).toBeLessThan(1e-3)
})

test('panels after a hollow leave the wall less their depth', () => {
  const fields = { margin: 15, depth: 3, bit: 0 }
  const p = board(
    hopper(70, 50),
    step('hollow', 'end1', { wall: 8, floor: 8 }),
    step('panel', 'edge1', fields, { sides: 'round' }),
  )
  const without = board(hopper(70, 50), step('panel', 'edge1', fields, { sides: 'round' }))
  const [whole, hollowed] = [
    board(hopper(70, 50)),
    board(hopper(70, 50), step('hollow', 'end1', { wall: 8, floor: 8 })),
  ]
  // What a panel takes is in the wall, and as much as from wood that is whole.
  expect(volume(hollowed) - volume(p)).toBeCloseTo(volume(whole) - volume(without), 0)
})

test('a twin has it on the edge across, and is the piece turned over', () => {
  const p = run(
    board(step('panel', 'edge1', { margin: 20, depth: 4 })),
    change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'up', about: '-50' }),
  )
  expect(volume(p, 't#1')).toBeCloseTo(volume(p), 3)
  expect(findAlike(modelOf(p)).map((a) => a.instances.length)).toEqual([2])
})

test('what it says of itself', () => {
  const m = modelOf(board(step('panel', 'edge1', { margin: 20, depth: 4, bit: 6 }, { sides: 'across' })))
  const f = m.features(instance(m, 'a#1'))[0] as Feature<Panel>
  const text = workKind(f)
    .describe(f.data, null)
    .map((x) => (typeof x === 'string' ? x : x.mm))
    .join('')
  expect(text).toBe('Panels 4 deep on edge 1 and across from there, 20 in from the outline, corners r 3')
})

test('what cannot be sunk is said in a sentence', () => {
  const wrong = (face: FaceName, fields: Record<string, number>, options: Record<string, string> = {}) =>
    says(board(step('panel', face, { margin: 10, depth: 3, bit: 0, ...fields }, options)))
  expect(wrong('face', {})).toEqual([])
  expect(wrong('face', { margin: 0 })).toEqual(['The frame round a panel in A is wider than nothing'])
  expect(wrong('face', { depth: 0 })).toEqual(['The panel in A has no depth'])
  expect(wrong('face', { margin: 60 })).toEqual([
    'A frame of 60 leaves no room for a panel in A, which is 120 there',
  ])
  expect(wrong('face', { margin: 50, bit: 25 })).toEqual([
    'A frame of 50 leaves no room for a bit of 25 in A, which is 120 there',
  ])
  expect(wrong('face', { depth: 45 }, { sides: 'across' })).toEqual([
    'Panels from both sides 45 deep would go through A, which is 90 there',
  ])
  expect(wrong('face', { depth: 10 }, { sides: 'round' })).toEqual([
    'Panels 10 deep with a frame of 10 would meet round the corners of A',
  ])
  expect(wrong('end1', {}, { sides: 'round' })).toEqual([
    'The four sides round the length of A are its faces and edges, and not its ends',
  ])
})
