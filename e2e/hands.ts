/** The hands of a test that counts: every click, drag, typed field and key command goes through here. */
import { expect, type Locator, type Page } from '@playwright/test'
import { pickFrom } from './pick'

export class Hands {
  private inputs = 0
  constructor(readonly page: Page) {}

  get count(): number {
    return this.inputs
  }

  /** Anything that is one input. */
  protected async counted(done: () => Promise<void>): Promise<void> {
    this.inputs++
    await done()
  }

  /** A press of a button, a row or a place. */
  async click(what: Locator, more: Parameters<Locator['click']>[0] = {}): Promise<void> {
    this.inputs++
    await what.click(more)
  }

  /** A key or a combination pressed as a command. */
  async key(key: string): Promise<void> {
    this.inputs++
    await this.page.keyboard.press(key)
  }

  /** A field filled: going into it and typing are one input, and so is leaving it by Tab. */
  async type(field: Locator, text: string, leave: 'Tab' | 'Enter' = 'Tab'): Promise<void> {
    this.inputs++
    await field.fill(text)
    await field.press(leave)
  }

  /** Several fields of a part of the page, by their labels, each left by Enter. */
  async fill(part: Locator, all: Readonly<Record<string, string>>): Promise<void> {
    for (const [label, text] of Object.entries(all))
      await this.type(part.getByLabel(label, { exact: true }), text, 'Enter')
  }

  /** A choice from a list: opening it and taking one are one input, as going into a field and typing are. */
  async select(list: Locator, label: string): Promise<void> {
    this.inputs++
    await pickFrom(list, label)
  }

  /** Takes a stock from the list of the field “From”, by typing its name; `shows` is what it is called. */
  async stock(typed: string, shows = typed): Promise<void> {
    const field = this.page.getByLabel('From', { exact: true })
    await this.click(field)
    await this.type(this.page.getByPlaceholder(/^Type to find/), typed, 'Enter')
    await expect(field).toContainText(shows)
  }

  /** Adds a board by keyboard, from the B key on; what is not said stays as the form has it. */
  async addBoard(b: { name?: string; from?: string; stands?: string; size: string }): Promise<void> {
    await this.page.keyboard.press('Escape')
    await this.key('b')
    const form = this.page.getByRole('form', { name: 'Add a board' })
    if (b.from) await this.stock(b.from)
    if (b.stands) await this.select(form.getByLabel('Stands, in words'), b.stands)
    if (b.name) await this.type(form.getByLabel('Name'), b.name)
    await this.type(form.getByLabel('Length', { exact: true }), b.size, 'Enter')
    await expect(form).toBeHidden()
    if (b.name) await expect(this.page.getByLabel('Name', { exact: true })).toHaveValue(b.name)
  }

  /** Says how many it took, and fails above what it may take. */
  done(name: string, most: number, since = 0): void {
    const took = this.inputs - since
    process.stdout.write(`  inputs: ${name} ${took}\n`)
    expect(took).toBeLessThanOrEqual(most)
  }
}
