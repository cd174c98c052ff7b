import { change, onFace, type Step } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { instance, make, testKernel, volume, rodStock } from '../testing/scenario'
import { holesOf } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A rod of ⌀ 20, 300 long, standing as it is told. */
const rod = (facing: string, steps: readonly Step[] = [], unit: 'mm' | 'in' = 'mm') => {
  const mm = (n: number) => (unit === 'in' ? `${n}mm` : String(n))
  const along = { up: 'up', right: 'across', back: 'deep' }[facing.split('-')[0] as 'up' | 'right' | 'back']
  const span = (d: string) => (d === along ? { start: '0', size: mm(300) } : { start: '0' })
  return make(
    [
      rodStock('s1'),
      change.addPiece({
        kind: 'made',
        id: 'a',
        name: 'Pin',
        stock: 's1',
        facing,
        spans: { across: span('across'), deep: span('deep'), up: span('up') },
      }),
      ...steps.map((step) => change.addStep({ on: 'a', step })),
    ],
    unit,
  )
}
const hole = (depth: string): Step => ({
  id: 'w1',
  kind: 'bore',
  off: false,
  at: onFace('face'),
  fields: { along: '100mm', across: '10mm', diameter: '6mm', depth },
  options: { tip: 'flat' },
})
const ROUND = Math.PI * 100 * 300

test('a length of a rod is round, however it stands and in either unit', () => {
  for (const unit of ['mm', 'in'] as const)
    for (const facing of ['up-left', 'right-up', 'back-up', 'right-front']) {
      const all = volume(modelOf(rod(facing, [], unit)), 'a#1', kernel)
      // Many-sided within a tenth of a millimetre: never more wood than there is.
      expect(all).toBeLessThan(ROUND)
      expect(all).toBeGreaterThan(0.98 * ROUND)
    }
})

test('a hole in a rod is as deep as it says from its round', () => {
  const model = modelOf(rod('up-left', [hole('8mm')]))
  const [data] = model.features(instance(model, 'a#1')).flatMap((f) => holesOf(f) ?? [])
  expect(data!.at[0]![2]).toBeCloseTo(20, 9)
  const aside: Step = { ...hole('4mm'), fields: { ...hole('4mm').fields, across: '14mm' } }
  const [off] = modelOf(rod('up-left', [aside]))
    .features(instance(model, 'a#1'))
    .flatMap((f) => holesOf(f) ?? [])
  // 4 off the axis of a radius of 10 the round lies √(100 − 16) above that.
  expect(off!.at[0]![2]).toBeCloseTo(10 + Math.sqrt(84), 6)
})
