import fc from 'fast-check'
import { change, onFace, type Change, type Step } from '../document'
import { modelOf } from '../model'
import { FACINGS, toRoom } from '../pieces'
import { block, instance, make } from '../testing/scenario'
import { mm } from '../testing/joinery'
import { run } from '../testing/run'
import { rolesOf, type Bore, type Feature } from './index'
import { runs } from '../testing/runs'

const bored = (id: string, fields: Record<string, string>, options: Step['options'] = {}): Change =>
  change.addStep({ on: 'a', step: { id, kind: 'bore', off: false, at: onFace('face'), fields, options } })

test('other measures go by where a hole is, in each direction, however its piece stands', () => {
  fc.assert(
    fc.property(fc.constantFrom(...FACINGS), mm(5, 15), mm(5, 15), (facing, along, across) => {
      const p = run(
        make([
          ...block('a', facing.id, [10, 40], [20, 50], [30, 60]),
          ...block('b', 'right-up', [0, 10], [0, 10], [0, 10]),
        ]),
        bored('w1', { along: String(along), across: String(across), diameter: '4', depth: '6' }),
        change.setSpan({ id: 'b', direction: 'across', span: { start: '@w1.across', size: '10' } }),
        change.setSpan({ id: 'b', direction: 'deep', span: { centre: '@w1.deep + 1', size: '10' } }),
        change.setSpan({ id: 'b', direction: 'up', span: { end: '@w1.up', size: '10' } }),
      )
      const m = modelOf(p)
      const a = instance(m, 'a#1')
      const at = toRoom(a.frame, (m.features(a)[0] as Feature<Bore>).data.at[0]!)
      const { box } = instance(m, 'b#1')
      expect(box.min[0]).toBeCloseTo(at[0], 9)
      expect((box.min[1] + box.max[1]) / 2).toBeCloseTo(at[1] + 1, 9)
      expect(box.max[2]).toBeCloseTo(at[2], 9)
    }),
    { numRuns: runs(48), endOnFailure: true },
  )
})

test('what is laid out as another piece has it has no place of its own to name', () => {
  expect(rolesOf({ kind: 'bore', options: {} })).toEqual(expect.arrayContaining(['across', 'deep', 'up']))
  expect(rolesOf({ kind: 'bore', options: { pattern: 'met' } })).not.toContain('across')
  expect(rolesOf({ kind: 'recess', options: {} })).toEqual(['floor'])
})
