/** Sheets in the maker's hands: moved, hidden, added to, ordered, issued; by mouse, keys and touch. */
import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './shared'

const LETTER = { wide: 279.4, high: 215.9 }

async function open(page: Page, demo = 'Seed cabinet'): Promise<void> {
  await page.goto('/')
  await page.getByRole('link', { name: demo, exact: true }).click()
  await page.getByRole('link', { name: 'Plans' }).click()
  await drawn(page)
}
const drawn = (page: Page) => expect(page.getByText(/^\d+ sheets$/)).toBeVisible()
const strip = (page: Page) => page.getByRole('navigation', { name: 'Sheets' }).getByRole('button')
const show = (page: Page, name: string) => strip(page).locator('> span', { hasText: name }).click()
const sheet = (page: Page) => page.getByRole('group', { name: 'Sheet', exact: true })
const svg = (page: Page) => sheet(page).locator('svg').first()
const text = (page: Page, says: string | RegExp): Locator => svg(page).locator('text', { hasText: says })
const chosen = (page: Page) => page.getByRole('region', { name: 'Chosen on the sheet' })
const tool = (page: Page, name: string) =>
  page.getByRole('toolbar').getByRole('button', { name, exact: true }).click()

/** Where something is on the screen; while a sheet is drawn anew it is nowhere for a moment. */
async function boxOf(what: Locator) {
  let box = await what.boundingBox()
  for (let n = 0; !box && n < 100; n++) box = await what.boundingBox()
  return box!
}

/** Where something is on the paper, millimetres from its upper left corner. */
async function placeOf(page: Page, what: Locator) {
  const [paper, box] = [await boxOf(svg(page)), await boxOf(what)]
  const mm = LETTER.wide / paper.width
  return { x: (box.x - paper.x + box.width / 2) * mm, y: (box.y - paper.y + box.height / 2) * mm }
}
async function onScreen(page: Page, x: number, y: number) {
  const paper = await boxOf(svg(page))
  return { x: paper.x + (x / LETTER.wide) * paper.width, y: paper.y + (y / LETTER.high) * paper.height }
}
async function press(page: Page, x: number, y: number) {
  const at = await onScreen(page, x, y)
  await page.mouse.click(at.x, at.y)
}
async function drag(page: Page, from: { x: number; y: number }, by: { x: number; y: number }) {
  const [a, b] = [await onScreen(page, from.x, from.y), await onScreen(page, from.x + by.x, from.y + by.y)]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2)
  await page.mouse.move(b.x, b.y)
  await page.mouse.up()
}

test('a sheet is made the maker’s own, by mouse: it stays so through a reload, and is undone', async ({
  page,
}) => {
  await open(page)
  await show(page, 'Left side')
  const rabbet = text(page, 'Rabbet 3⁄4 × 3⁄8')
  const before = await placeOf(page, rabbet)
  await drag(page, before, { x: -6, y: -14 })
  await expect.poll(async () => (await placeOf(page, rabbet)).y).toBeCloseTo(before.y - 14, 0)
  expect((await placeOf(page, rabbet)).x).toBeCloseTo(before.x - 6, 0)

  // A dimension between the dado at 11 1/2 and the next: pressed beside its wall, it takes the wall.
  await tool(page, 'Dimension')
  const [one, two] = [await placeOf(page, text(page, '11 1⁄2')), await placeOf(page, text(page, '19 1⁄2'))]
  await press(page, one.x + 0.4, 95)
  await expect(page.getByText('Press the second point.')).toBeVisible()
  await press(page, two.x + 0.4, 95)
  await expect(chosen(page).getByRole('heading')).toHaveText('Dimension')
  await expect(text(page, /^8$/)).toBeVisible()
  await chosen(page).getByLabel('Text after').fill('between shelves')
  await chosen(page).getByLabel('Text after').press('Enter')
  await expect(text(page, '8 between shelves')).toBeVisible()

  await tool(page, 'Section')
  await press(page, two.x + 20, 100)
  await expect(text(page, 'Section A–A')).toBeVisible()
  await tool(page, 'Detail')
  await drag(page, { x: one.x, y: 80 }, { x: 7, y: 3 })
  await expect(text(page, 'Detail B,')).toBeVisible()
  await tool(page, 'Note')
  await press(page, two.x + 30, 95)
  await expect(chosen(page).getByLabel('Note')).toBeFocused()
  await page.keyboard.type('No knots here')
  await page.keyboard.press('Tab')
  await expect(text(page, 'No knots here')).toBeVisible()

  await page.reload()
  await drawn(page)
  await show(page, 'Left side')
  for (const says of ['8 between shelves', 'Section A–A', 'Detail B,', 'No knots here'])
    await expect(text(page, says)).toBeVisible()
  expect((await placeOf(page, rabbet)).y).toBeCloseTo(before.y - 14, 0)

  // Deleted, and taken back.
  const note = await placeOf(page, text(page, 'No knots here'))
  await press(page, note.x, note.y)
  await chosen(page).getByRole('button', { name: 'Delete' }).click()
  await expect(text(page, 'No knots here')).toBeHidden()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(text(page, 'No knots here')).toBeVisible()
})

test('by keys alone: chosen from the list, moved, hidden, shown; a dimension from point to point', async ({
  page,
}) => {
  await open(page)
  await show(page, 'Left side')
  await page.getByText('On this sheet').focus()
  await page.keyboard.press('Enter')
  const list = page.getByRole('list', { name: 'On this sheet' }).getByRole('button')
  const groove = list.filter({ hasText: 'Groove' })
  await groove.press('Enter')
  await expect(chosen(page).getByRole('heading')).toContainText('Groove')
  const said = text(page, 'Groove')
  const before = await placeOf(page, said)
  await sheet(page).focus()
  for (const key of ['ArrowUp', 'ArrowUp', 'Shift+ArrowRight']) await page.keyboard.press(key)
  await expect.poll(async () => (await placeOf(page, said)).x).toBeCloseTo(before.x + 5, 0)
  expect((await placeOf(page, said)).y).toBeCloseTo(before.y - 2, 0)
  await sheet(page).press('Delete')
  await expect(said).toBeHidden()
  await expect(page.getByText('1 hidden')).toBeVisible()
  await chosen(page).getByRole('button', { name: 'Show' }).press('Enter')
  await expect(said).toBeVisible()

  await page.getByRole('toolbar').getByRole('button', { name: 'Dimension' }).press('Enter')
  await sheet(page).focus()
  for (const key of ['ArrowRight', 'Enter', 'ArrowRight', 'ArrowRight', 'Enter'])
    await page.keyboard.press(key)
  await expect(chosen(page).getByRole('heading')).toHaveText('Dimension')
  const pdf = page.getByRole('button', { name: 'PDF, all sheets' })
  await expect(pdf).toBeEnabled()

  // On the cover the sides are put beside their shelves again, and what that did is undone.
  await show(page, 'All pieces')
  await list.filter({ hasText: 'A Left side' }).press('Enter')
  const mark = text(page, /^A$/).first()
  const apart = await placeOf(page, mark)
  const distance = chosen(page).getByRole('combobox', { name: 'Distance apart' })
  await distance.press('Enter')
  await page.getByRole('option', { name: 'Together' }).press('Enter')
  await expect(distance).toHaveText('Together')
  await expect.poll(async () => Math.abs((await placeOf(page, mark)).x - apart.x)).toBeGreaterThan(2)
  await page.keyboard.press('Control+z')
  await expect(distance).toHaveText('Automatic')
})

test('sheets are renamed, ordered, left out and issued, and what changes then is clouded', async ({
  page,
}) => {
  await open(page)
  await show(page, 'Left side')
  await page.getByLabel('Sheet name').fill('Sides, a pair')
  await page.getByLabel('Sheet name').press('Enter')
  await expect(strip(page).nth(3)).toContainText('4 Sides, a pair')
  await page.getByRole('button', { name: 'Move earlier' }).click()
  await expect(strip(page).nth(2)).toContainText('3 Sides, a pair')
  await expect(strip(page).nth(2)).toHaveAttribute('aria-current', 'page')
  await show(page, 'Assembly')
  await page.getByRole('button', { name: 'Leave out' }).click()
  await expect(page.getByText('5 sheets')).toBeVisible()
  await expect(text(page, /^[2-5] of 5$/)).toBeVisible()

  await page.getByText('Title block', { exact: true }).click()
  await page.getByLabel('Drawn by').fill('M. Fennel')
  await page.getByLabel('Drawn by').press('Enter')
  await page
    .getByLabel('Logo file')
    .setInputFiles({ name: 'sign.txt', mimeType: 'text/plain', buffer: Buffer.from('no') })
  await expect(page.getByText('sign.txt is not taken: it is not a PNG or SVG picture')).toBeVisible()
  await expect(text(page, 'M. Fennel')).toBeVisible()

  await page.getByText('Revisions').click()
  await page.getByRole('button', { name: 'Issue revision A' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Issue revision A' }).click()
  await expect(text(page, /^A, \d{4}-\d\d-\d\d$/)).toBeVisible()
  await show(page, 'Sides, a pair')
  const size = await placeOf(page, text(page, '44 1⁄4'))
  await press(page, size.x, size.y)
  await chosen(page).getByLabel('Text after').fill('before planing')
  await chosen(page).getByLabel('Text after').press('Enter')
  await expect(text(page, '44 1⁄4 before planing')).toBeVisible()
  await page.getByRole('button', { name: 'Issue revision B' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('list', { name: 'Changes' }).getByRole('listitem')).toHaveText([
    'Sides, a pair: 44 1/4 became 44 1/4 before planing',
  ])
  await dialog.getByRole('button', { name: 'Issue revision B' }).click()
  await expect(text(page, '44 1⁄4 became 44 1⁄4 before planing')).toBeVisible()

  await page.getByRole('button', { name: 'Put back Assembly' }).click()
  await expect(page.getByText('6 sheets')).toBeVisible()
})

test.describe('by touch', () => {
  test.use({ viewport: { width: 800, height: 1000 }, hasTouch: true })
  test('a note is chosen by a tap, dragged by what is chosen, and the sheet is made larger', async ({
    page,
  }) => {
    await open(page)
    await show(page, 'Left side')
    const groove = text(page, 'Groove')
    const before = await placeOf(page, groove)
    const at = await onScreen(page, before.x, before.y)
    await page.touchscreen.tap(at.x, at.y)
    await expect(chosen(page).getByRole('heading')).toContainText('Groove')
    const cdp = await page.context().newCDPSession(page)
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x: number, y: number) =>
      cdp.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] })
    await touch('touchStart', at.x, at.y)
    for (const n of [1, 2, 3, 4]) await touch('touchMove', at.x + 5 * n, at.y - 8 * n)
    await touch('touchEnd', 0, 0)
    const mm = LETTER.wide / (await boxOf(svg(page))).width
    await expect.poll(async () => (await placeOf(page, groove)).y).toBeCloseTo(before.y - 32 * mm, 0)
    const wide = async () => (await boxOf(svg(page))).width
    const fit = await wide()
    await page.getByRole('button', { name: 'Larger' }).tap()
    expect(await wide()).toBeGreaterThan(fit * 1.2)
  })
})
