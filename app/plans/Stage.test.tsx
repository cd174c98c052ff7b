/** @jest-environment ./app/testing/dom.mjs */
import { act, cleanup, render, screen } from '@testing-library/react'
import { newProject } from '../../core/document'
import type { Sheet } from '../../core/plans'
import { asPart, write } from '../../core/plans/sheet'
import { useOpen } from '../store/open'
import { useHandling } from './hand'
import { Stage } from './Stage'

const note = 'note f1'
const sheet: Sheet = {
  title: 'Rail',
  width: 200,
  height: 100,
  keys: ['piece p1'],
  marks: asPart(note, [write(50, 50, 'Groove 1/4 wide')]),
  items: [{ key: note, also: [], kind: 'note', says: 'Groove', by: [0, 0], hidden: false }],
}
const before = useOpen.getState()
afterEach(() => {
  cleanup()
  useOpen.setState(before, true)
})

/** A pixel of the screen is half a millimetre of the paper. */
function stage() {
  useOpen.setState({ project: newProject('t', 'Test', 'mm'), readOnly: false })
  render(<Stage sheet={sheet} onOpen={() => {}} />)
  const paper = screen.getByRole('group', { name: 'Sheet' }).firstElementChild as HTMLElement
  paper.getBoundingClientRect = () => ({ left: 0, top: 0, width: 400, height: 200 }) as DOMRect
  paper.setPointerCapture = () => {}
  const send = (type: string, x: number, y: number) =>
    paper.dispatchEvent(
      Object.assign(new MouseEvent(type, { bubbles: true, button: 0, clientX: x, clientY: y }), {
        pointerType: 'mouse',
        pointerId: 1,
      }),
    )
  return { send }
}
const moves = () => useOpen.getState().project.adjustments.map(({ of, by }) => [of, by])

test('what is dragged goes to where it is let go, though the last moves are not drawn yet', () => {
  const { send } = stage()
  act(() => void send('pointerdown', 104, 98))
  act(() => void send('pointermove', 110, 90))
  // On a busy machine they come in one go.
  act(() => {
    send('pointermove', 130, 70)
    send('pointerup', 144, 58)
  })
  expect(moves()).toEqual([[note, [20, -20]]])
})

test('a press that hardly moves drags nothing, and chooses what it is on', () => {
  const { send } = stage()
  act(() => void send('pointerdown', 104, 98))
  act(() => void send('pointerup', 106, 99))
  expect(moves()).toEqual([])
  expect(useHandling.getState().chosen).toEqual({ sheet: 'piece p1', key: note })
})
