import fc from 'fast-check'
import { change, onFace, type Change, type Step } from '../../document'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { ownWork, workKind } from '../index'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [L, W, T] = [600, 120, 24]
const rip = (edge: 'edge1' | 'edge2', fields: Record<string, string>, end = 'end1'): Step => ({
  id: 'w1',
  kind: 'rip',
  off: false,
  at: onFace(edge),
  fields,
  options: { end },
})
const board = (...more: Change[]) => make([...block('a', 'right-up', [0, L], [0, W], [0, T]), ...more])
const on = (step: Step) => change.addStep({ on: 'a', step })
const left = (p: ReturnType<typeof board>, key = 'a#1') => volume(modelOf(p), key, kernel)
const says = (p: ReturnType<typeof board>) => {
  const m = modelOf(p)
  const f = m.features(instance(m, 'a#1'))[0]!
  return workKind(f)
    .describe(f.data, null)
    .map((x) => (typeof x === 'string' ? x : String(Number(x.mm.toFixed(2)))))
    .join('')
}

test('rips, bevels and tapers take what their formula says, at both edges, from both ends, on a twin', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('edge1', 'edge2'),
      fc.constantFrom('end1', 'end2'),
      fc.double({ min: 0, max: 30, noNaN: true }),
      fc.double({ min: 0, max: 4, noNaN: true }),
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.boolean(),
      (edge, end, place, taper, tilt, twin) => {
        fc.pre(place + taper + tilt > 0.1)
        const step = rip(
          edge,
          { place: `${place.toFixed(4)}`, taper: `${taper.toFixed(4)}deg`, tilt: `${tilt.toFixed(4)}deg` },
          end,
        )
        const [m, t] = [taper, tilt].map((d) => (Number(d.toFixed(4)) * Math.PI) / 180) as [number, number]
        const mean = Number(place.toFixed(4)) + (L * Math.tan(m)) / 2 + (T * Math.tan(t)) / (2 * Math.cos(m))
        const image = change.mirrorPiece({ id: 'b', of: 'a', name: 'B', direction: 'deep', about: '400' })
        const p = board(on(step), ...(twin ? [image] : []))
        const wanted = L * T * (W - mean)
        expect(left(p, twin ? 'b#1' : 'a#1') / wanted).toBeCloseTo(1, 6)
        // Turned over across its width, it is the same at the other edge.
        expect(left(board(on(ownWork('rip')!.mirrored(step, W)))) / wanted).toBeCloseTo(1, 6)
      },
    ),
    { numRuns: runs(60), endOnFailure: true },
  )
})

test('it is called by what it is, with the settings of the saw in both ways of reading', () => {
  expect(says(board(on(rip('edge1', { place: '20' }))))).toBe('Rip edge 1: square, cut at 20 from edge 1')
  expect(says(board(on(rip('edge2', { tilt: '30deg' }))))).toContain(
    'Bevel edge 2: blade 30° from square (60° from the board)',
  )
  expect(says(board(on(rip('edge1', { place: '5', taper: '2deg' }))))).toContain(
    'cut at 5 from edge 1 at end 1, cut at 25.95 from edge 1 at end 2',
  )
})

test('what cannot be is said, and what does nothing', () => {
  const wrong = (fields: Record<string, string>) =>
    lookOver(modelOf(board(on(rip('edge1', fields))))).flatMap((x) => (x.step ? [x.says] : []))
  expect(wrong({ tilt: '80deg' })).toEqual([
    'The cut on A is more than 75° from square; no saw does that along a piece',
  ])
  expect(wrong({ place: '200' })).toEqual(['The cut on A leaves nothing of it'])
  expect(wrong({ place: '-40' })).toEqual(['The cut lies wholly outside A, so it does nothing'])
})
