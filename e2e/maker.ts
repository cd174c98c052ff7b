/** What a maker does at the screen, in their words. */
import { expect, type Locator, type Page } from '@playwright/test'
import { pickFrom } from './pick'

export class Maker {
  constructor(readonly page: Page) {}

  async startProject(name: string, unit: 'inches' | 'millimetres' = 'inches'): Promise<void> {
    await this.page.goto('/')
    await this.newProject(name, unit)
  }

  /** Leaves one project for a new one, so that what was copied stays at hand. */
  async leaveFor(name: string, unit: 'inches' | 'millimetres' = 'inches'): Promise<void> {
    await this.page.getByRole('banner').getByRole('button').first().click()
    await this.page.getByRole('menuitem', { name: 'All projects' }).click()
    await this.newProject(name, unit)
  }

  private async newProject(name: string, unit: 'inches' | 'millimetres'): Promise<void> {
    await this.page.getByRole('button', { name: 'New project' }).click()
    const dialog = this.page.getByRole('dialog')
    await dialog.getByLabel('Name').fill(name)
    await dialog.getByLabel(unit).check()
    await dialog.getByRole('button', { name: 'Start' }).click()
    await expect(this.page.getByText('The bench is clear')).toBeVisible()
  }

  /** Takes a stock from the list of a field, by typing its name. */
  async takeStock(field: Locator, name: string): Promise<void> {
    await field.click()
    const find = this.page.getByPlaceholder(/^Type to find/)
    await find.fill(name)
    await expect(this.page.getByRole('option', { name, exact: true })).toBeVisible()
    await find.press('Enter')
    await expect(field).toHaveText(name)
  }

  /** Adds a board by keyboard, from the B key on. */
  async addBoard(b: { name: string; from: string; stands: string; size: string }): Promise<void> {
    await this.page.keyboard.press('Escape')
    await this.page.keyboard.press('b')
    const form = this.page.getByRole('form', { name: 'Add a board' })
    await this.takeStock(form.getByLabel('From', { exact: true }), b.from)
    await pickFrom(form.getByLabel('Stands, in words'), b.stands)
    await form.getByLabel('Name').fill(b.name)
    await form.getByLabel('Length', { exact: true }).fill(b.size)
    await form.getByLabel('Length', { exact: true }).press('Enter')
    await expect(form).toBeHidden()
    await expect(this.page.getByLabel('Name', { exact: true })).toHaveValue(b.name)
  }

  row(direction: 'Across' | 'Deep' | 'Up'): Locator {
    return this.page.getByRole('region', { name: direction, exact: true })
  }

  /** Changes the fact in a direction into another and gives it a measure. */
  async say(
    direction: 'Across' | 'Deep' | 'Up',
    fact: 'starts at' | 'ends at' | 'centre at' | 'measures',
    text: string,
  ): Promise<void> {
    const row = this.row(direction)
    const field = row.getByRole('textbox', { name: `${direction} ${fact}` })
    await expect(row).toBeVisible()
    if (!(await field.isVisible())) {
      await this.unfold(direction)
      await row.getByRole('button', { name: 'Add dimension', exact: true }).click()
      await pickFrom(row.getByLabel(`${direction}: new dimension`), fact)
    }
    await field.fill(text)
    await field.press('Enter')
    await expect(row.locator('[aria-invalid]')).toHaveCount(0)
  }

  /** Opens all dimensions of a direction. */
  async unfold(direction: 'Across' | 'Deep' | 'Up'): Promise<void> {
    const title = this.row(direction).getByRole('button', { name: direction, exact: true })
    if ((await title.getAttribute('aria-expanded')) !== 'true') await title.click()
  }

  /** A dimension that is emptied is gone. */
  async clear(direction: 'Across' | 'Deep' | 'Up', fact: 'start' | 'end' | 'centre' | 'size'): Promise<void> {
    const says = { start: 'starts at', end: 'ends at', centre: 'centre at', size: 'measures' }[fact]
    const field = this.row(direction).getByRole('textbox', { name: `${direction} ${says}` })
    await field.fill('')
    await field.press('Enter')
    await expect(field).toBeHidden()
  }

  /** From an opened step to the ticket it is on. */
  async back(): Promise<void> {
    await this.page.locator('[title^="Back to"]').click()
  }

  async choose(name: string): Promise<void> {
    await this.page
      .getByRole('region', { name: 'Pieces' })
      .getByRole('button', { name: new RegExp(`^[A-Z–]+ ?${name}`) })
      .click()
  }

  async screen(name: 'Rack' | 'Bench' | 'Proof' | 'Plans' | 'Cuts'): Promise<void> {
    await this.page.getByRole('navigation', { name: 'Screens' }).getByRole('link', { name }).click()
  }

  /** The finished sizes on the cut list: length, width, thickness as shown. */
  async sizesOf(name: string): Promise<string[]> {
    const row = this.page
      .getByRole('row')
      .filter({ hasText: name })
      .filter({ has: this.page.locator('[data-size]') })
    await expect(row).toBeVisible()
    // Rows are drawn when they come into sight, and have their text before that.
    const cells = await row.locator('[data-size]').allTextContents()
    return cells.map((text) => text.replaceAll('\u2044', '/').trim())
  }

  async saved(): Promise<void> {
    await expect(this.page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible()
  }
}

/** An entry of the rail, by the names of its drawer and its own. */
export async function fromRail(page: Page, drawer: string, entry: string): Promise<void> {
  await page
    .getByRole('toolbar', { name: 'Tools' })
    .getByRole('button', { name: drawer, exact: true })
    .click()
  await page
    .getByRole('toolbar', { name: drawer, exact: true })
    .getByRole('button', { name: new RegExp(`^${entry}`) })
    .first()
    .click()
}

/** Opens the demo cabinet from the shelf of a browser that was never here. */
export async function openDemo(page: Page): Promise<Maker> {
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed cabinet', exact: true }).click()
  await expect(
    page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /Shelf/ }),
  ).toBeVisible()
  return new Maker(page)
}

/** Storage that has no room for anything, until what it gives is called. */
export async function fillStorage(page: Page): Promise<() => Promise<void>> {
  const fill = () => {
    const whole = globalThis as unknown as { room?: () => void }
    const put = IDBObjectStore.prototype.put
    whole.room = () => void (IDBObjectStore.prototype.put = put)
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  }
  const empty = () => (globalThis as unknown as { room?: () => void }).room?.()
  const everywhere = (what: () => void) =>
    Promise.all([page.evaluate(what), ...page.workers().map((w) => w.evaluate(what))])
  // Where the worker that saves has not come yet, the page saves by itself.
  const saver = /assets\/saveWorker-.*\.js/
  await page.route(saver, (route) => route.abort())
  await everywhere(fill)
  return async () => {
    await page.unroute(saver)
    await everywhere(empty)
  }
}

/** The panel of ready-mades. */
export const ready = (page: Page) => ({
  kind: page.getByLabel('Ready-made', { exact: true }),
  field: (label: string) => page.getByLabel(label, { exact: true }),
  put: page.getByRole('button', { name: 'Insert', exact: true }),
  drawn: page.getByRole('img', { name: /as it would be/ }),
})
