/** What a maker does is kept, whoever else has the project open, and whatever the browser does. */
import { readFileSync } from 'node:fs'
import { expect, test, type BrowserContext, type Page } from '@playwright/test'
import { fillStorage, Maker, openDemo } from './maker'

const demoLink = (page: Page) => page.getByRole('link', { name: 'Seed cabinet', exact: true })
const width = (page: Page) => page.getByRole('textbox', { name: 'width', exact: true })
const setWidth = async (page: Page, text: string) => {
  await width(page).fill(text)
  await width(page).press('Enter')
}
/** As over plain http from another machine: without the browser's locks. */
const withoutLocks = (context: BrowserContext) =>
  context.addInitScript(() => Object.defineProperty(navigator, 'locks', { value: undefined }))
test('without the browser’s locks a second tab only reads, and takes over what the first has kept', async ({
  context,
  page,
}) => {
  await withoutLocks(context)
  const maker = await openDemo(page)
  const second = await context.newPage()
  await second.goto(page.url())
  await expect(second.getByText(/open in another tab/)).toBeVisible()
  await expect(width(second)).toHaveAttribute('readonly', '')
  await setWidth(page, '30')
  await maker.saved()
  await page.close()
  await expect(second.getByText(/open in another tab/)).toBeHidden({ timeout: 30_000 })
  await expect(width(second)).toHaveValue('30')
  await setWidth(second, '31')
  await new Maker(second).saved()
})

test('a project that is open elsewhere is not renamed or deleted on the shelf', async ({ context, page }) => {
  const maker = await openDemo(page)
  const shelf = await context.newPage()
  await shelf.goto('/')
  const act = async (name: string) => {
    await shelf.getByRole('button', { name: 'More for Seed cabinet', exact: true }).click()
    await shelf.getByRole('menuitem', { name }).click()
  }
  await act('Delete')
  await expect(shelf.getByRole('alert')).toContainText('Seed cabinet is open in another tab')
  await act('Rename')
  await shelf.getByRole('dialog').getByLabel('Name').fill('Crate')
  await shelf.getByRole('dialog').getByRole('button', { name: 'Rename' }).click()
  await expect(shelf.getByRole('alert')).toContainText('Seed cabinet is open in another tab')
  await shelf.keyboard.press('Escape')
  await setWidth(page, '30')
  await maker.saved()
  await page.close()
  await act('Rename')
  await shelf.getByRole('dialog').getByLabel('Name').fill('Crate')
  await shelf.getByRole('dialog').getByRole('button', { name: 'Rename' }).click()
  await shelf.getByRole('link', { name: 'Crate', exact: true }).click()
  await expect(width(shelf)).toHaveValue('30')
})

test('what could not be saved is asked about on leaving, found on the shelf, saved when it can be', async ({
  page,
}) => {
  await openDemo(page)
  const room = await fillStorage(page)
  await setWidth(page, '29')
  await expect(page.getByRole('alert').filter({ hasText: 'storage is full' })).toBeVisible()
  const leave = async () => {
    await page.getByRole('button', { name: 'Seed cabinet' }).click()
    await page.getByRole('menuitem', { name: 'All projects' }).click()
  }
  const asks = page.getByRole('dialog', { name: 'The last changes are not saved' })
  await leave()
  await asks.getByRole('button', { name: 'Stay' }).click()
  await expect(width(page)).toHaveValue('29')
  await leave()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    asks.getByRole('button', { name: 'Export to a file' }).click(),
  ])
  expect(readFileSync(await file.path(), 'utf8')).toContain('"expression": "29"')
  await asks.getByRole('button', { name: 'Leave' }).click()
  const unsaved = page
    .getByRole('status')
    .filter({ hasText: 'The last changes to Seed cabinet are not saved' })
  await expect(unsaved).toBeVisible()
  await room()
  await unsaved.getByRole('link', { name: 'Open it' }).click()
  await expect(width(page)).toHaveValue('29')
  await new Maker(page).saved()
  await page.reload()
  await expect(width(page)).toHaveValue('29')
})

for (let n = 0; n < 3; n++)
  test(`closing while it is still saving loses nothing, time ${n + 1}`, async ({ context, page }) => {
    await openDemo(page)
    const url = page.url()
    await setWidth(page, `2${n}`)
    await page.close({ runBeforeUnload: true })
    const again = await context.newPage()
    await again.goto(url)
    await expect(width(again)).toHaveValue(`2${n}`)
  })

test('what was set aside is looked at, mended by hand and put back, and can be undone', async ({ page }) => {
  const demo = JSON.parse(readFileSync('demo/seed-cabinet.json', 'utf8')) as {
    name: string
    pieces: Array<{ facing: string }>
  }
  demo.name = 'Torn cabinet'
  demo.pieces[6]!.facing = 'up-up'
  await page.goto('/')
  await expect(demoLink(page)).toBeVisible()
  await page
    .getByLabel('Project file')
    .setInputFiles({
      name: 'torn.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(demo)),
    })
  await page.getByRole('link', { name: 'Torn cabinet', exact: true }).click()
  const pieces = page.getByRole('region', { name: 'Pieces' })
  await expect(pieces.getByRole('button', { name: /Kick board/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Look at them' }).click()
  const dialog = page.getByRole('dialog', { name: 'Set aside' })
  const part = dialog.getByRole('listitem').filter({ hasText: 'piece 7, Kick board' })
  await expect(part).toContainText('there is no such facing')
  await part.getByRole('button', { name: 'Put back' }).click()
  await expect(part.getByRole('alert')).toContainText('there is no such facing')
  const text = part.getByRole('textbox')
  await text.fill((await text.inputValue()).replace('up-up', 'right-front'))
  await part.getByRole('button', { name: 'Put back' }).click()
  // Its joints had only waited for it.
  await expect(dialog).toBeHidden()
  await expect(pieces.getByRole('button', { name: /Kick board/ })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(pieces.getByRole('button', { name: /Kick board/ })).toHaveCount(0)
  await page.keyboard.press('Control+Shift+z')
  await new Maker(page).saved()
  await page.reload()
  await expect(pieces.getByRole('button', { name: /Kick board/ })).toBeVisible()
  await expect(page.getByText(/set aside/)).toHaveCount(0)
})

test('saving goes on from the page when its worker does not come', async ({ page }) => {
  await page.route(/assets\/saveWorker-.*\.js/, (route) => route.abort())
  const maker = await openDemo(page)
  await setWidth(page, '30')
  await maker.saved()
  await page.reload()
  await expect(width(page)).toHaveValue('30')
})

test('a reload brings back what was half typed, what was chosen, and what can be undone', async ({
  page,
}) => {
  const maker = await openDemo(page)
  await setWidth(page, '30')
  await setWidth(page, '32')
  await maker.choose('Left side')
  await maker.saved()
  const note = page.getByLabel('Note for the shop')
  await note.fill('Knot near the front, keep it ins')
  const depth = maker.row('Deep').getByRole('textbox').first()
  await depth.fill('9 1/')
  await page.reload()
  await expect(depth).toHaveValue('9 1/')
  await expect(depth).toBeFocused()
  await expect(note).toHaveValue('Knot near the front, keep it ins')
  await depth.press('Escape')
  await depth.press('Escape')
  // Both steps before the reload are undone after it, and done again.
  await page.keyboard.press('Control+z')
  await expect(note).toHaveValue('')
  await page.keyboard.press('Control+z')
  await expect(width(page)).toHaveValue('30')
  await page.keyboard.press('Control+Shift+z')
  await expect(width(page)).toHaveValue('32')
  await maker.saved()

  // A board that was being told is told on.
  await page.keyboard.press('Escape')
  await page.keyboard.press('b')
  const form = page.getByRole('form', { name: 'Add a board' })
  await form.getByLabel('Length', { exact: true }).fill('20 x 4')
  await form.getByLabel('Length', { exact: true }).press('Tab')
  await page.reload()
  await expect(form.getByLabel('Length', { exact: true })).toHaveValue('20')
  await expect(form.getByLabel('Width', { exact: true })).toHaveValue('4')
  await form.getByRole('button', { name: 'Cancel' }).click()
  await page.keyboard.press('b')
  await expect(form.getByLabel('Length', { exact: true })).toHaveValue('')
})
