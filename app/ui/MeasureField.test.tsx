/** @jest-environment ./app/testing/dom.mjs */
import { jest } from '@jest/globals'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { block, make } from '../../core/testing/scenario'
import { shownOf } from '../../core/testing/shown'
import { picked, useOpen } from '../store/open'
import { MeasureField, type MeasureFieldProps } from './MeasureField'

/** A board of 400 × 100 × 18, in a project in millimetres. */
const project = make(block('a', 'right-up', [0, 400], [0, 100], [0, 18]))

function field(props: Partial<MeasureFieldProps> = {}) {
  useOpen.setState({ project, shown: shownOf(project), readOnly: false, fault: null, picking: null })
  const onCommit = jest.fn<(stored: string) => string | null>(() => null)
  render(<MeasureField label="Depth" value="6" onCommit={onCommit} {...props} />)
  const input = screen.getByLabelText<HTMLInputElement>('Depth')
  const type = (text: string) => fireEvent.change(input, { target: { value: text } })
  const press = (key: string) => fireEvent.keyDown(input, { key })
  return { onCommit, input, type, press }
}
afterEach(cleanup)

test('what is typed is said in both units while it is typed, and taken by Enter', () => {
  const { onCommit, type, press } = field()
  type('12 + 1/2in')
  expect(screen.getByText(/^= 24\.7/)).toBeTruthy()
  expect(onCommit).not.toHaveBeenCalled()
  press('Enter')
  expect(onCommit).toHaveBeenCalledWith('12 + 1/2in')
})

test('what does not read stays as it was typed, is marked, and Esc gives it up', () => {
  const { onCommit, input, type, press } = field()
  type('12 +')
  press('Enter')
  expect(onCommit).not.toHaveBeenCalled()
  expect(input.value).toBe('12 +')
  expect(input.getAttribute('aria-invalid')).toBe('true')
  press('Escape')
  expect(input.value).toBe('6')
  expect(input.getAttribute('aria-invalid')).toBeNull()
})

test('what is refused keeps what was typed, with the reason under it', () => {
  const { input, type, press } = field({ onCommit: () => 'A channel 40 deep would go through A' })
  type('40')
  press('Enter')
  expect(input.value).toBe('40')
  expect(screen.getByText('A channel 40 deep would go through A')).toBeTruthy()
})

test('the word of a default is the default, and nothing typed is too where it may be left empty', () => {
  const { onCommit, type, press } = field({ optional: true, placeholder: 'through' })
  type('Through')
  press('Enter')
  expect(onCommit).toHaveBeenLastCalledWith('')
})

test('names are offered as they are typed, and taken with the arrows', () => {
  const { input, type, press } = field()
  type('A·ri')
  expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual(['A·right'])
  press('ArrowDown')
  press('Tab')
  expect(input.value).toBe('A·right')
})

test('a face that is picked is taken as it stands, or as what it is here, or refused in a sentence', () => {
  const plain = field({ pickable: true })
  fireEvent.click(screen.getByRole('button', { name: 'Pick a face for Depth' }))
  expect(useOpen.getState().picking).toMatchObject({ of: 'face', prompt: 'Depth' })
  act(() => picked('face', '@a.right'))
  expect(plain.onCommit).toHaveBeenLastCalledWith('@a.right')
  cleanup()
  const asPicked = (face: string) =>
    face === '@a.right' ? `${face} - @a.left` : { why: 'That side does not do' }
  const other = field({ pickable: true, asPicked })
  const pick = (face: string) => {
    fireEvent.click(screen.getByRole('button', { name: 'Pick a face for Depth' }))
    act(() => picked('face', face))
  }
  pick('@a.right')
  expect(other.onCommit).toHaveBeenLastCalledWith('@a.right - @a.left')
  pick('@a.top')
  expect(screen.getByText('That side does not do')).toBeTruthy()
  expect(other.onCommit).toHaveBeenCalledTimes(1)
})

test('nothing is changed where the project is only read', () => {
  const { input } = field({ pickable: true })
  act(() => useOpen.setState({ readOnly: true }))
  expect(input.readOnly).toBe(true)
  expect(screen.queryByRole('button', { name: 'Pick a face for Depth' })).toBeNull()
})
