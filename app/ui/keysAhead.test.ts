/** @jest-environment ./app/testing/dom.mjs */
import { keepKeys, takeOver } from './keysAhead'

/** A field that is asked for, and what is typed before it is there. */
function typedAhead(text: string): HTMLInputElement {
  keepKeys()
  for (const key of text) window.dispatchEvent(new KeyboardEvent('keydown', { key }))
  const field = document.body.appendChild(document.createElement('input'))
  takeOver(() => field)
  return field
}
const keyOn = (field: HTMLInputElement) =>
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'e', bubbles: true }))
const caret = ({ selectionStart, selectionEnd }: HTMLInputElement) => [selectionStart, selectionEnd]

test('what is typed next goes on after what was typed ahead, where the focus selects that late', async () => {
  const field = typedAhead('se')
  expect(field.value).toBe('se')
  await new Promise((done) => setTimeout(done, 20))
  field.focus()
  field.select()
  keyOn(field)
  expect(caret(field)).toEqual([2, 2])
  // Once: what the maker selects afterwards is replaced.
  field.select()
  keyOn(field)
  expect(caret(field)).toEqual([0, 2])
})

test('where the maker has pressed into it, the caret stays', () => {
  const field = typedAhead('se')
  field.dispatchEvent(new Event('pointerdown', { bubbles: true }))
  field.select()
  keyOn(field)
  expect(caret(field)).toEqual([0, 2])
})
