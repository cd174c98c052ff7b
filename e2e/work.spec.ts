import { expect } from '@playwright/test'
import { Maker, openDemo } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

test('a maker puts a groove and a mitre on a board by keyboard, and finds them on plans and in cuts', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor sill', 'millimetres')
  await maker.addBoard({
    name: 'Sill',
    from: '18×95 planed',
    stands: 'lying flat, length across',
    size: '300',
  })
  const work = page.getByRole('region', { name: 'Work' })
  const field = (label: string) => work.getByLabel(label, { exact: true })
  const type = async (label: string, text: string) => {
    await field(label).fill(text)
    await field(label).press('Enter')
  }

  await test.step('a channel comes with sensible measures, opened', async () => {
    await expect(work).toContainText('No steps yet')
    await pickFrom(work.getByLabel('On').last(), 'back')
    await work.getByLabel('Work', { exact: true }).focus()
    await page.keyboard.press('Enter')
    await page.keyboard.press('Enter')
    await expect(work).toContainText('Dado 18 wide, 6 deep, 50 from end 1, on the back')
  })
  await test.step('what cannot be is said where it is typed, or on the step', async () => {
    await type('Width', '10 mm mm')
    await expect(work.getByText(/stand side by side|is not a unit/)).toBeVisible()
    await type('Depth', '18')
    await expect(field('Depth')).toHaveAccessibleDescription(/18 deep would go through Sill/)
    await type('Depth', 'T/3')
    await type('Width', '4')
    await type('Distance', '10')
    await pickFrom(field('Direction'), 'along')
    await expect(field('Depth')).toHaveAccessibleDescription('= 6')
    await expect(work).toContainText('Groove 4 wide, 6 deep, 10 from edge 1, on the back')
  })
  await test.step('a crosscut goes on an end, and the order can be changed', async () => {
    await pickFrom(work.getByLabel('On').last(), 'end 2')
    await pickFrom(work.getByLabel('Work', { exact: true }), 'Crosscut or mitre')
    await expect(work).toContainText('Crosscut end 2: mitre 45°')
    await type('Mitre', '30deg')
    await work.getByRole('button', { name: 'Do earlier' }).click()
    await maker.back()
    await expect(work.getByRole('listitem').first()).toContainText('Crosscut end 2: mitre 30°')
  })
  await test.step('left out it is kept, and undo brings it back', async () => {
    await work.getByRole('button', { name: 'Open step 1' }).click()
    await work.getByLabel('Skip this step').check()
    await expect(work).toContainText('Crosscut on end 2, skipped')
    await maker.back()
    await expect(work.getByRole('listitem').first()).toContainText('Groove')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(work.getByRole('listitem').first()).toContainText('Crosscut end 2')
  })
  await test.step('after a reload it is there, on the cut list and on the sheet of the piece', async () => {
    await maker.saved()
    await page.reload()
    await maker.screen('Cuts')
    const row = page.getByRole('row').filter({ hasText: 'Sill' })
    await expect(row).toContainText('1 groove')
    await expect(row).toContainText('1 crosscut')
    await maker.screen('Plans')
    await expect(page.locator('svg').filter({ hasText: 'groove' }).first()).toBeVisible()
  })
  await test.step('taken away, it is gone', async () => {
    await maker.screen('Bench')
    await maker.choose('Sill')
    await work.getByRole('button', { name: 'Open step 1' }).click()
    await work.getByRole('button', { name: 'Delete' }).click()
    await expect(work).not.toContainText('Crosscut end')
  })
})

test('the floor of a channel is picked on the bench, and what is measured from it follows its depth', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor tray', 'millimetres')
  await maker.addBoard({
    name: 'Tray',
    from: '18×95 planed',
    stands: 'lying flat, length across',
    size: '300',
  })
  const work = page.getByRole('region', { name: 'Work' })
  await pickFrom(work.getByLabel('On').last(), 'face')
  await pickFrom(work.getByLabel('Work', { exact: true }), 'Dado')
  for (const [label, text] of Object.entries({ Width: '200', Distance: '50', Depth: '5' })) {
    await work.getByLabel(label, { exact: true }).fill(text)
    await work.getByLabel(label, { exact: true }).press('Enter')
  }
  await maker.addBoard({
    name: 'Peg board',
    from: '18×95 planed',
    stands: 'standing, face to the front',
    size: '100',
  })
  await maker.clear('Up', 'size')
  await maker.say('Up', 'ends at', '100')
  await maker.say('Deep', 'starts at', '200')
  await maker.say('Across', 'starts at', '0')
  await maker.choose('Tray')
  await page.getByRole('button', { name: 'Top', exact: true }).click()
  await maker.choose('Peg board')
  const up = maker.row('Up').getByRole('textbox', { name: 'Up starts at' })
  const bench = page.locator('canvas')
  const box = (await bench.boundingBox())!
  await expect(async () => {
    await maker.unfold('Up')
    await maker.row('Up').getByRole('button', { name: 'Pick a face for Up starts at' }).click()
    // From above, the tray lies in the lower third of the picture.
    await bench.click({ position: { x: box.width / 2, y: box.height * 0.66 } })
    await expect(up).toHaveValue('channel on Tray·floor', { timeout: 1000 })
  }).toPass()
  await expect(maker.row('Up').getByRole('heading')).toHaveText('Up87')
  await maker.choose('Tray')
  await work.getByRole('button', { name: 'Open step 1' }).click()
  await work.getByLabel('Depth', { exact: true }).fill('7')
  await work.getByLabel('Depth', { exact: true }).press('Enter')
  await maker.choose('Peg board')
  await expect(maker.row('Up').getByRole('heading')).toHaveText('Up89')
})

test('keys, buttons, the palette and the list of keys of the bench agree', async ({ page }) => {
  await openDemo(page)
  await page.keyboard.press('Shift+?')
  const list = page.getByRole('dialog', { name: 'Keys' })
  await expect(list).toContainText('See through the pieces')
  // It hears Esc from when it has the focus.
  await expect(page.locator('[role=dialog]:focus, [role=dialog] :focus')).toBeVisible()
  await page.keyboard.press('Escape')
  const see = page.getByRole('button', { name: /^See through\b(?! again)/ })
  await page.keyboard.press('z')
  await page.getByRole('button', { name: 'Look', exact: true }).click()
  await expect(see).toHaveAttribute('aria-pressed', 'true')
  // A key does what it does beside an open card, too.
  await page.keyboard.press('z')
  await page.getByRole('button', { name: 'Look', exact: true }).click()
  await expect(see).toHaveAttribute('aria-pressed', 'false')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('see through')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Look', exact: true }).click()
  await expect(see).toHaveAttribute('aria-pressed', 'true')
})

test('what is typed before the palette is there is kept for it, and does nothing else', async ({ page }) => {
  await openDemo(page)
  await expect(page.getByRole('toolbar', { name: 'Tools' })).toBeVisible()
  // All within one turn of the page, long before anything can be drawn.
  await page.evaluate(() => {
    const press = (key: string, ctrlKey = false) =>
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key, ctrlKey, bubbles: true, cancelable: true }),
      )
    press('k', true)
    for (const key of ['s', 'e', 'w', 'Backspace', 'e', ...' through', 'Enter']) press(key)
  })
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.getByRole('button', { name: 'Look', exact: true }).click()
  await expect(page.getByRole('button', { name: /^See through\b(?! again)/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.keyboard.press('Escape')
  await page.evaluate(() => {
    for (const [key, ctrlKey] of [
      ['k', true],
      ['s', false],
      ['e', false],
      ['e', false],
    ] as const)
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key, ctrlKey, bubbles: true, cancelable: true }),
      )
  })
  // What comes once it is there goes on from that.
  const find = page.getByRole('dialog', { name: 'Find' }).getByRole('combobox')
  await expect(find).toHaveValue('see')
  await page.keyboard.type(' thr')
  await expect(find).toHaveValue('see thr')
  // A card that closes late takes the focus, and the list takes it back: that changes nothing either.
  const look = page.getByRole('button', { name: 'Look', exact: true, includeHidden: true })
  await look.evaluate((b) => b.focus())
  await page.keyboard.type('ough')
  await expect(find).toHaveValue('see through')
})

test('sheets in the strip are drawn when they come into sight', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed-packet drawers', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Pieces' })).toBeVisible()
  await new Maker(page).screen('Plans')
  const strip = page.getByRole('navigation', { name: 'Sheets' })
  const sheets = strip.getByRole('listitem')
  await expect.poll(() => sheets.count(), { timeout: 60_000 }).toBeGreaterThan(8)
  await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden({ timeout: 60_000 })
  const count = await sheets.count()
  await expect(sheets.first().locator('svg')).toBeVisible()
  expect(await strip.locator('svg').count()).toBeLessThan(count)
  await expect(sheets.last().locator('svg')).toHaveCount(0)
  await sheets.last().scrollIntoViewIfNeeded()
  await expect(sheets.last().locator('svg')).toBeVisible()
})
