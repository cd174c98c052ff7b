import { change, onFace } from '../../core/document'
import { block, make } from '../../core/testing/scenario'
import { shownOf } from '../../core/testing/shown'
import { useOpen } from '../store/open'
import { duplicateChosen } from './groups'

test('a duplicate has work of its own, meeting its own steps, and stands beside its original', () => {
  const bore = (id: string, options: Record<string, string>) =>
    change.addStep({
      on: 'a',
      step: {
        id,
        kind: 'bore',
        off: false,
        at: onFace('face'),
        fields: { along: '@a.left + 20', across: '40' },
        options,
      },
    })
  const project = make([
    ...block('a', 'right-up', [0, 400], [0, 100], [0, 18]),
    ...block('b', 'right-up', [0, 400], [0, 100], [100, 18]),
    bore('w1', {}),
    bore('w2', { meets: 'w1' }),
  ])
  useOpen.setState({ project, shown: shownOf(project), chosen: ['a#1'], readOnly: false, fault: null })
  duplicateChosen()
  const now = useOpen.getState().project
  const copy = now.pieces.find((p) => !['a', 'b'].includes(p.id))
  if (copy?.kind !== 'made') throw new Error('no copy')
  expect(copy.spans.up.start).toBe('@a.top + 50')
  expect(copy.spans.across).toEqual({ start: '0', size: '400' })
  const [one, two] = copy.work
  expect([one!.id, two!.id].filter((id) => ['w1', 'w2'].includes(id))).toEqual([])
  expect(two!.options.meets).toBe(one!.id)
  expect(one!.fields.along).toBe(`@${copy.id}.left + 20`)
})
