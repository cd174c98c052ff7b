/** @jest-environment ./app/testing/dom.mjs */
import { jest } from '@jest/globals'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useOpen } from '../../../store/open'
import { useBench } from '../../asks'
import { TextField, ToolPanel } from './ToolPanel'

function panel(props: { missing?: string | null; why?: string | null; onward?: true; closes?: true } = {}) {
  useOpen.setState({ picking: null })
  useBench.setState({ active: { tool: 'board' } })
  const onMain = jest.fn()
  render(
    <ToolPanel title="Add a board" main="Place" why={null} onMain={onMain} {...props}>
      <TextField label="Name" value="Rail" onChange={() => {}} />
      <TextField label="Length" value="300" onChange={() => {}} />
    </ToolPanel>,
  )
  const main = screen.getByRole('button', { name: 'Place' })
  const form = screen.getByRole('form', { name: 'Add a board' })
  const enter = (more: object = {}) => {
    fireEvent.keyDown(document.activeElement!, { key: 'Enter', ...more })
    // As browsers do it: Enter in a field submits its form.
    fireEvent.submit(form)
  }
  return { onMain, main, form, enter }
}
afterEach(cleanup)

test('the first field has the focus, and Enter does the main thing', () => {
  const { onMain, enter } = panel()
  expect(document.activeElement).toBe(screen.getByLabelText('Name'))
  enter()
  expect(onMain).toHaveBeenCalledTimes(1)
})

test('Enter ahead of numbers that are still worked out is done with them, once', async () => {
  const { onMain, enter } = panel()
  useOpen.setState({ shown: { settled: false } as never })
  enter()
  enter()
  expect(onMain).not.toHaveBeenCalled()
  useOpen.setState({ shown: { settled: true } as never })
  await new Promise((done) => setTimeout(done))
  expect(onMain).toHaveBeenCalledTimes(1)
  // Once it is cancelled, nothing is done.
  useOpen.setState({ shown: { settled: false } as never })
  enter()
  cleanup()
  useOpen.setState({ shown: { settled: true } as never })
  await new Promise((done) => setTimeout(done))
  expect(onMain).toHaveBeenCalledTimes(1)
  useOpen.setState({ shown: null as never })
})

test('the main button is off while something is missing, and on as soon as anything is typed', () => {
  const { main } = panel({ missing: 'Choose the stock' })
  expect(main.getAttribute('aria-disabled')).toBe('true')
  expect(screen.getByRole('status').textContent).toBe('Choose the stock')
  fireEvent.input(screen.getByLabelText('Length'), { target: { value: '30' } })
  expect(main.getAttribute('aria-disabled')).toBeNull()
  fireEvent.blur(screen.getByLabelText('Length'))
  expect(main.getAttribute('aria-disabled')).toBe('true')
})

test('what was refused is an alert, before what is missing', () => {
  panel({ missing: 'Choose the stock', why: 'The length is less than nothing' })
  expect(screen.getByRole('alert').textContent).toBe('The length is less than nothing')
  expect(screen.queryByRole('status')).toBeNull()
})

test('of many fields Enter goes on to the next, and from the last, or with Ctrl, does the main thing', () => {
  const { onMain, enter } = panel({ onward: true })
  enter()
  expect(onMain).not.toHaveBeenCalled()
  expect(document.activeElement).toBe(screen.getByLabelText('Length'))
  enter()
  expect(onMain).toHaveBeenCalledTimes(1)
  screen.getByLabelText('Name').focus()
  enter({ ctrlKey: true })
  expect(onMain).toHaveBeenCalledTimes(2)
})

test('Cancel leaves the tool; one that only closes says so', () => {
  panel()
  fireEvent.click(screen.getByRole('button', { name: 'Cancel' }))
  expect(useBench.getState().active).toBeNull()
  cleanup()
  panel({ closes: true })
  expect(screen.getByRole('button', { name: 'Done' })).toBeTruthy()
})

test('what is wanted under the pointer stands in place of the hint', () => {
  panel()
  cleanup()
  useOpen.setState({ picking: { of: 'face', prompt: 'From this face' } })
  render(
    <ToolPanel title="Board between" main="Insert" why={null} onMain={() => {}} hint="Two faces">
      <TextField label="Name" value="" onChange={() => {}} />
    </ToolPanel>,
  )
  expect(screen.getByText('Click on the bench: from this face')).toBeTruthy()
  expect(screen.queryByText('Two faces')).toBeNull()
})
