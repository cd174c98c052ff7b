/** Writes into fields for the hands: from the pad, or what was typed before the field was there. */

/** Writes into a field as a keyboard would, so that it hears of it. */
export function write(field: HTMLInputElement, text: string): void {
  const put = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
  put.call(field, text)
  field.dispatchEvent(new Event('input', { bubbles: true }))
}

export const press = (field: HTMLInputElement, key: string): void =>
  void field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
