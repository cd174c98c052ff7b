import fc from 'fast-check'
import { change, onFace, type FaceName, type Step } from '../../document'
import { modelOf } from '../../model'
import { FACE_AT } from '../../pieces'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, join, make, testKernel, volume } from '../../testing/scenario'
import { waysOf, workKind } from '../index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const SIZE = [300, 200, 60] as const
const boss = (face: FaceName, shape: string, fields: Step['fields']): Step => ({
  id: 'w1',
  kind: 'recess',
  off: false,
  at: onFace(face),
  fields,
  options: { shape, sinks: 'outside', alongFrom: 'centre', acrossFrom: 'centre' },
})
const base = (step: Step, unit: 'in' | 'mm' = 'mm') =>
  make(
    [
      ...block('a', 'right-up', [0, SIZE[0]], [0, SIZE[1]], [0, SIZE[2]]).map((c) =>
        unit === 'mm' ? c : (JSON.parse(JSON.stringify(c).replaceAll(/"(\d+)"/g, '"$1mm"')) as typeof c),
      ),
      change.addStep({ on: 'a', step }),
    ],
    unit,
  )

test('a boss stands as large and as high as it says, on every face, and nothing else does', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'edge2', 'end1', 'end2'),
      fc.constantFrom('rectangle', 'slot'),
      fc.double({ min: 0.2, max: 0.9, noNaN: true }),
      fc.integer({ min: 1, max: 20 }),
      fc.constantFrom('in' as const, 'mm' as const),
      (face, shape, share, high, unit) => {
        const { into, along, across } = waysOf(face)
        const [long, wide] = [SIZE[along], SIZE[across]].map((mm) => mm * share) as [number, number]
        const slot = shape === 'slot'
        const least = slot ? Math.min(wide, long / 2) : wide
        const fields = {
          along: '0',
          across: '0',
          length: `${long}mm`,
          width: `${least}mm`,
          depth: `${high}mm`,
        }
        const model = modelOf(base(boss(face, shape, fields), unit))
        expect(lookOver(model).filter((f) => f.step === 'w1')).toEqual([])
        const left = slot ? (long - least) * least + (Math.PI * least * least) / 4 : long * least
        const all = SIZE[0] * SIZE[1] * SIZE[2]
        const gone = (SIZE[along] * SIZE[across] - left) * high
        const found = volume(model, 'a#1', kernel)
        expect(Math.abs(found - (all - gone))).toBeLessThan(slot ? 0.002 * left * high + 1 : 0.01)
        expect(FACE_AT[face].axis).toBe(into)
      },
    ),
    { numRuns: 24, endOnFailure: true },
  )
})

test('it is told by what stands, and leaves tenons beside it to their joint', () => {
  const step = boss('face', 'circle', { along: '0', across: '0', length: '80', depth: '6' })
  const model = modelOf(base(step))
  const [f] = model.features(instance(model, 'a#1')).filter((x) => x.step === 'w1')
  expect(workKind(f!).name(f!.data)).toBe('boss')
  expect(workKind(f!).callout(f!.data).slice(0, 5)).toEqual([
    'Round boss ⌀ ',
    { mm: 80 },
    ' × ',
    { mm: 6 },
    ' high',
  ])
  const joined = (more: readonly ReturnType<typeof change.addStep>[]) =>
    make([
      ...block('a', 'up-left', [0, 60], [0, 200], [0, 700]),
      ...block('b', 'right-up', [60, 300], [0, 200], [300, 18]),
      join('tenon', ['b.end1', 'a'], { length: 30, thickness: 6, offset: 5 }),
      ...more,
    ])
  const sunk = change.addStep({ on: 'b', step })
  // The tenon lies within the 6 that are sunk: it is as thick as its joint has it.
  const whole = volume(modelOf(joined([])), 'b#1', kernel)
  const less = (300 * 200 - Math.PI * 40 * 40) * 6
  expect(Math.abs(volume(modelOf(joined([sunk])), 'b#1', kernel) - (whole - less))).toBeLessThan(0.002 * less)
})
