import { change } from '../../core/document'
import { ModelMirror } from '../../core/shown'
import { block, make } from '../../core/testing/scenario'
import { run } from '../../core/testing/run'
import { shownOf } from '../../core/testing/shown'
import { chooseNew, useOpen } from './open'

const project = make(block('a', 'right-up', [0, 400], [0, 100], [0, 18]))

test('a piece that was just put in stays chosen though it has lost its place before that was known', () => {
  useOpen.setState({ project, shown: new ModelMirror().show(project), fault: null })
  chooseNew(['a'])
  expect(useOpen.getState().chosen).toEqual(['a#1'])
  const cleared = run(project, change.clearFact({ id: 'a', direction: 'across', fact: 'size' }))
  const shown = shownOf(cleared)
  expect(shown.byId.get('a')?.instances ?? []).toEqual([])
  useOpen.setState({ project: cleared, shown })
  expect(useOpen.getState().chosen).toEqual(['a#1'])
})
