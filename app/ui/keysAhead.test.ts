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
/** Takes the focus as what opens and closes does: with all that is in it selected. */
async function takesFocus(field: HTMLInputElement): Promise<void> {
  field.blur()
  field.focus()
  field.select()
  await Promise.resolve()
}
const caret = ({ selectionStart, selectionEnd }: HTMLInputElement) => [selectionStart, selectionEnd]

test('what is typed next goes on after what was typed ahead, where the focus comes late', async () => {
  const field = typedAhead('se')
  expect(field.value).toBe('se')
  await new Promise((done) => setTimeout(done, 20))
  await takesFocus(field)
  expect(caret(field)).toEqual([2, 2])
})

test('it goes on after what was typed once the field was there, as often as that happens', async () => {
  const field = typedAhead('')
  for (const text of ['see thr', 'see throu']) {
    field.value = text
    await takesFocus(field)
    expect(caret(field)).toEqual([text.length, text.length])
  }
})

test('what the maker selects stays selected', async () => {
  const field = typedAhead('se')
  await takesFocus(field)
  field.select()
  await Promise.resolve()
  expect(caret(field)).toEqual([0, 2])
})
