import type { LengthUnit } from '../../measure'
import { modelOf } from '../../model'
import { sayPlain } from '../../plans/piece'
import { lookOver } from '../../proof'
import { sayLength } from '../../resolve'
import { block, instance, make } from '../../testing/scenario'
import { step } from '../../testing/proving'
import { workKind } from '../index'
import type { Thread } from './thread'

const threaded = (unit: LengthUnit, fields: Record<string, string>, options: Record<string, string> = {}) =>
  make(
    [
      ...block(
        'a',
        'right-up',
        unit === 'in' ? [0, 8] : [0, 200],
        [0, unit === 'in' ? 2 : 50],
        [0, unit === 'in' ? 2 : 50],
      ),
      step('a', 'thread', 'end2', fields, options),
    ],
    unit,
  )
const told = (...how: Parameters<typeof threaded>) => {
  const model = modelOf(threaded(...how))
  const f = model.features(instance(model, 'a#1'))[0]!
  return {
    data: f.data as Thread,
    says: sayPlain(workKind(f).callout(f.data), (mm) => sayLength(model.resolved, mm)),
  }
}

test.each<[Parameters<typeof threaded>, number, RegExp]>([
  [['in', { diameter: '3/4', pitch: '1/10', length: '2' }], 2.54, /⌀ 3\/4 × 1\/10 pitch × 2 long/],
  [['in', { diameter: '1', pitch: '1/6', length: '2' }], 25.4 / 6, /⌀ 1 × 1\/6 pitch × 2 long/],
  [['in', { diameter: '1', pitch: '2.5mm', length: '2' }], 2.5, /⌀ 1 × 2.5mm pitch × 2 long/],
  [
    ['in', { diameter: '1', perInch: '6', length: '2' }, { pitchBy: 'turns' }],
    25.4 / 6,
    /⌀ 1, 6 per inch × 2 long/,
  ],
  [['mm', { length: '50' }, { named: 'm20', hand: 'left' }], 2.5, /thread M20 × 50 long, left hand/],
  [['in', { length: '2' }, { named: 'u34' }], 2.54, /thread 3\/4-10 × 2 long/],
])('a thread is written as its maker says it: %j', ([unit, fields, options], pitch, says) => {
  const { data, says: said } = told(unit, fields, options)
  expect(data.pitch).toBeCloseTo(pitch, 9)
  expect(said).toMatch(says)
})

test('a pitch that is missing is told at the measure that says it', () => {
  const found = lookOver(modelOf(threaded('in', { diameter: '3/4', length: '2' }, { pitchBy: 'turns' })))
  expect(found.map((p) => p.field)).toContain('perInch')
})
