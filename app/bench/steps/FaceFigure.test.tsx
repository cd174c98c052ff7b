/** @jest-environment ./app/testing/dom.mjs */
import { jest } from '@jest/globals'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { change, onFace, type Step } from '../../../core/document'
import { block, make } from '../../../core/testing/scenario'
import { shownOf } from '../../../core/testing/shown'
import { useOpen } from '../../store/open'
import { FaceFigure } from './FaceFigure'

const stepOf = (kind: string, fields: Step['fields'], options: Step['options'] = {}): Step => ({
  id: 'w1',
  kind,
  off: false,
  at: onFace('face'),
  fields,
  options,
})

function figure(step: Step) {
  const project = make([
    ...block('a', 'right-up', [0, 300], [0, 150], [0, 18]),
    change.addStep({ on: 'a', step }),
  ])
  const shown = shownOf(project)
  useOpen.setState({ project, shown, readOnly: false, fault: null })
  const onField = jest.fn()
  const [feature] = shown.features('a#1')
  const on = shown.byKey.get('a#1')!
  const { container } = render(<FaceFigure feature={feature!} step={step} on={on} onField={onField} />)
  return { onField, red: [...container.querySelectorAll('path[clip-path]')], container }
}
afterEach(cleanup)

const round = { along: '150', across: '75', length: '80', depth: '6' }

test('a dimension that is pressed goes to its field, an end has it measured from there', () => {
  const { onField } = figure(stepOf('channel', { place: '100', width: '40', depth: '6' }, { run: 'across' }))
  fireEvent.click(screen.getByRole('button', { name: 'width 40: edit' }))
  expect(onField).toHaveBeenLastCalledWith('width')
  fireEvent.click(screen.getByRole('button', { name: 'place 100: edit' }))
  expect(onField).toHaveBeenLastCalledWith('place')
  fireEvent.click(screen.getByRole('button', { name: 'Measure from end 2' }))
  const [piece] = useOpen.getState().project.pieces
  expect(piece?.kind === 'made' && piece.work[0]!.options.from).toBe('far')
})

test('what is round is drawn round, and of a boss all that goes about it', () => {
  const loops = (d: string) => d.split('Z').filter(Boolean)
  const [recess] = figure(stepOf('recess', round, { shape: 'circle' })).red
  expect(loops(recess!.getAttribute('d')!)).toHaveLength(1)
  expect(loops(recess!.getAttribute('d')!)[0]!.split('L').length).toBeGreaterThan(12)
  cleanup()
  const [boss] = figure(stepOf('recess', round, { shape: 'circle', sinks: 'outside' })).red
  expect(loops(boss!.getAttribute('d')!)).toHaveLength(2)
  expect(boss!.getAttribute('fill-rule')).toBe('evenodd')
})

test('each hole of a pattern is drawn', () => {
  const holes = { along: '30', across: '40', diameter: '8', countAlong: '5', pitchAlong: '40' }
  const { container } = figure(stepOf('bore', holes, { pattern: 'row' }))
  expect(container.querySelectorAll('ellipse')).toHaveLength(5)
})
