/** What can be done with pieces and groups on the bench, by mouse, keys and touch. */
import { expect } from '@playwright/test'
import { inches } from './figures'
import { fromRail, Maker, openDemo, ready } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

test('a lid leans about its edge and swings on hinges, as far as what it meets lets it', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor lid', 'millimetres')
  const lid = { from: '18×95 planed', stands: 'lying flat, length across', size: '400' }
  await maker.addBoard({ name: 'Wall', ...lid, stands: 'on edge, face to the front, length across' })
  await maker.say('Deep', 'starts at', '130')
  await maker.addBoard({ name: 'Lid', ...lid })
  await maker.say('Up', 'starts at', '60')

  await pickFrom(page.getByLabel('Lean it about'), 'the top front edge')
  const angle = page.getByRole('region', { name: 'Leaning' }).getByRole('textbox')
  await angle.fill('atan(1/4)')
  await angle.press('Enter')
  await expect(page.getByRole('region', { name: 'Leaning' })).toContainText('14.036')
  await page.getByRole('button', { name: 'Remove the lean' }).click()
  await expect(page.getByRole('region', { name: 'Leaning' }).getByRole('textbox')).toHaveCount(0)

  const hardware = page.getByRole('region', { name: 'Hardware' })
  await hardware.getByRole('button', { name: 'Add' }).click()
  await expect(page.getByText(/Type a name/)).toBeVisible()
  await pickFrom(hardware.getByLabel('Hinged at'), 'hinge at the top back edge')
  await hardware.getByLabel('Name of the hardware').fill('Butt hinge')
  await hardware.getByRole('button', { name: 'Add' }).click()
  await expect(hardware).toContainText('On the top back edge of Lid; Lid swings')
  const opens = hardware.getByLabel('Opens to')
  await expect(opens).toHaveValue('90deg')
  await opens.fill('170deg')
  await opens.press('Enter')
  await hardware.getByRole('button', { name: 'Open it the other way' }).click()
  await expect(opens).toHaveValue('-170deg')
  // One way it stands up against nothing, the other it meets the wall.
  const meets = page.getByText(/Lid meets Wall at/)
  await expect(async () => {
    if (!(await meets.isVisible()))
      await hardware.getByRole('button', { name: 'Open it the other way' }).click()
    await expect(meets).toBeVisible({ timeout: 5000 })
  }).toPass()
  await page.getByRole('button', { name: 'Undo' }).click()
  await maker.saved()
  await page.reload()
  await maker.choose('Lid')
  await expect(hardware).toContainText('Butt hinge')
  await hardware.getByRole('button', { name: 'Delete Butt hinge' }).click()
  await expect(hardware).not.toContainText('Butt hinge')
})

test('the way between two faces is measured in both units, by names or by clicks', async ({ page }) => {
  const maker = await openDemo(page)
  await page.getByRole('button', { name: 'Left', exact: true }).click()
  await page.keyboard.press('m')
  const bench = page.locator('canvas')
  const box = (await bench.boundingBox())!
  await expect(async () => {
    await bench.click({ position: { x: box.width / 2, y: (box.height - 44) / 2 } })
    await expect(page.getByText('Left side·left')).toBeVisible({ timeout: 1000 })
  }).toPass()
  const to = page.getByLabel('To', { exact: true })
  await to.fill('Right side·right')
  await to.press('Enter')
  const says = page.getByRole('complementary').last().getByRole('status')
  await expect(says).toHaveText('31 1⁄2 · 800.1 mm')
  await to.fill('Top·top')
  await to.press('Enter')
  await expect(says).toHaveText('at 90°, square to each other')
  await to.fill('Back·frot')
  await to.press('Enter')
  await expect(page.getByText(/is not a face or a size/)).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Done' }).click()
  await maker.choose('Top')
})

test('one joint of several alike is changed alone, or all of them at once', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor dados')
  await page.keyboard.press('w')
  await expect(ready(page).drawn).toBeVisible()
  await ready(page).put.click()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Left side')
  const opening = 32 - 2 * (3 / 4)
  const length = async (name: string) => {
    await maker.screen('Cuts')
    const found = (await maker.sizesOf(name))[0]
    await maker.screen('Bench')
    return found
  }
  await maker.choose('Shelf')
  const work = page.getByRole('region', { name: 'Work' })
  const open = async () => {
    await maker.choose('Left side')
    await work.getByRole('listitem').filter({ hasText: 'for Shelf #1' }).getByRole('button').first().click()
  }
  await open()
  await expect(work.getByLabel('this and its mirror image')).toBeChecked()
  await work.getByLabel('all 8 alike').check()
  const depth = work.getByLabel('Depth', { exact: true })
  await depth.fill('3/8')
  await depth.press('Enter')
  await expect(async () => expect(await length('Shelf')).toBe(inches(opening + 2 * (3 / 8)))).toPass()
  expect(await length('Kick board')).toBe(inches(opening + 2 * (3 / 8)))
  await open()
  await work.getByLabel('this and its mirror image').check()
  await depth.fill('1/4')
  await depth.press('Enter')
  await expect(async () => expect(await length('Shelf')).toBe(inches(opening + 2 * (1 / 4)))).toPass()
  await open()
  await work.getByLabel('this joint alone').check()
  await depth.fill('1/8')
  await depth.press('Enter')
  await expect(async () => expect(await length('Shelf')).toBe(inches(opening + 1 / 4 + 1 / 8))).toPass()
  expect(await length('Kick board')).toBe(inches(opening + 2 * (3 / 8)))
})

test('the wood is cut open where the slider says, from either side, and closed again', async ({ page }) => {
  await openDemo(page)
  const bench = page.locator('canvas')
  await expect(page.getByText('Shaping…')).toBeHidden()
  await page.getByRole('button', { name: 'Right', exact: true }).click()
  const box = (await bench.boundingBox())!
  // The middle of the picture, without the tools and bars that lie over it.
  const clip = { x: box.x + 240, y: box.y + 40, width: box.width - 280, height: box.height - 180 }
  const now = async () => (await page.screenshot({ clip })).toString('base64')
  /** As it is drawn once it has come to rest. */
  const drawn = async () => {
    let last = ''
    await expect(async () => {
      const before = last
      last = await now()
      expect(last).toBe(before)
    }).toPass({ intervals: [500] })
    return last
  }
  const whole = await drawn()
  await page.keyboard.press('k')
  const bar = page.getByRole('group', { name: 'Section' })
  await expect(bar.getByRole('status')).toHaveText('4 5\u20448')
  await pickFrom(bar.getByLabel('Cut across'), 'across')
  await bar.getByLabel('How far in').fill('1')
  await expect(bar.getByRole('status')).toHaveText('31 1\u20442')
  await bar.getByLabel('How far in').fill('0.5')
  await bar.getByRole('button', { name: 'Cut away the other side' }).click()
  const open = await drawn()
  // Off the wood nothing is read; somewhere on the cut there is a shelf as thick as its board.
  const wall = bar.getByLabel('Wall under the pointer')
  await expect(wall).toHaveText('Point at the cut')
  let read = ''
  for (let y = 0.2; y < 0.8 && !/3\u20444 thick/.test(read); y += 0.005) {
    await bench.hover({ position: { x: box.width * 0.5, y: box.height * y } })
    read = (await wall.textContent())!
  }
  expect(read).toMatch(/: 3\u20444 thick/)
  await page.mouse.move(box.x + box.width - 5, box.y + 5)
  await bar.getByRole('button', { name: 'Close the section' }).click()
  await expect(bar).toHaveCount(0)
  expect(open).not.toBe(whole)
  await expect(async () => expect(await now()).toBe(whole)).toPass({ intervals: [500] })
})

test('what is chosen is duplicated, grouped and repeated, by keys and by its menu', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor slats', 'millimetres')
  await maker.addBoard({
    name: 'Slat',
    from: '18×95 planed',
    stands: 'lying flat, length across',
    size: '300',
  })
  const pieces = page.getByRole('region', { name: 'Pieces' })
  await page.keyboard.press('Escape')
  await maker.choose('Slat')
  await page.keyboard.press('Control+d')
  await expect(pieces.getByRole('button', { name: /Slat 2/ })).toBeVisible()
  await expect(maker.row('Up').getByRole('textbox', { name: 'Up starts at' })).toHaveValue('Slat·top + 50')
  await pieces.getByRole('button', { name: /Slat$/ }).click({ modifiers: ['Shift'] })
  await page.keyboard.press('g')
  await page.getByLabel('Name of the group').fill('Slats')
  await page.getByLabel('Name of the group').press('Enter')
  await pieces.getByRole('button', { name: 'Slats', exact: true }).click({ button: 'right' })
  const menu = page.getByRole('menu', { name: 'At this place' })
  await menu.getByRole('menuitem', { name: /Repeat in a row/ }).click()
  const dialog = page.getByRole('form', { name: 'Repeat Slats' })
  await dialog.getByLabel('How many').fill('4')
  await dialog.getByLabel('How many').press('Enter')
  await expect(dialog).toBeHidden()
  await expect(pieces.getByRole('button', { name: 'Slats ×4', exact: true })).toBeVisible()
  await maker.screen('Cuts')
  const row = page.getByRole('row').filter({ hasText: 'Slat' })
  await expect(row.getByRole('cell').nth(2)).toHaveText('8')
  await maker.screen('Bench')
  await page.keyboard.press('Control+z')
  await expect(pieces.getByRole('button', { name: 'Slats', exact: true })).toBeVisible()
  await pieces.getByRole('button', { name: 'Slats', exact: true }).click()
  await page.keyboard.press('Shift+G')
  await expect(pieces.getByRole('button', { name: 'Slats', exact: true })).toHaveCount(0)
  await page.keyboard.press('Delete')
  await expect(page.getByText('Deleted 2 pieces')).toBeVisible()
  await expect(pieces.getByRole('button', { name: /Slat/ })).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(pieces.getByRole('button', { name: /Slat/ })).toHaveCount(2)
})

test('a measure is named and valued in one field; a button is pressed though a line over it goes', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor names', 'millimetres')
  await page.getByRole('button', { name: 'New named value' }).click()
  const name = page.getByLabel('Name of the new value')
  await name.fill('width')
  await name.press('Enter')
  await expect(page.getByText('Give it a value too, as in width = ')).toBeVisible()
  await name.fill('width = 24 +')
  await name.press('Enter')
  await expect(page.getByText(/Something is missing at the end/)).toBeVisible()
  await name.fill('width = 24')
  await name.press('Enter')
  const width = page.getByRole('textbox', { name: 'width', exact: true })
  await expect(width).toHaveValue('24')
  await maker.addBoard({
    name: 'Slat',
    from: '18×95 planed',
    stands: 'lying flat, length across',
    size: '300',
  })
  // A plain number says what it comes to while it is typed, and no more once the field is left.
  const start = maker.row('Across').getByRole('textbox', { name: 'Across starts at' })
  await start.fill('12')
  await expect(maker.row('Across').getByText(/= 12/)).toBeVisible()
  await maker.row('Deep').getByRole('button', { name: 'Add dimension', exact: true }).click()
  await expect(maker.row('Deep').getByLabel('Deep: new dimension')).toBeVisible()
  await expect(start).toHaveValue('12')
})

test('a fact turned into another keeps the piece where it is', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor facts')
  await maker.addBoard({
    name: 'Slat',
    from: '1×4 pine',
    stands: 'lying flat, length across',
    size: '32 1/2',
  })
  await maker.say('Across', 'starts at', '2')
  const row = maker.row('Across')
  await pickFrom(row.getByLabel('Across: which dimension').last(), 'ends at')
  await expect(row.getByRole('textbox', { name: 'Across ends at' })).toHaveValue('34 1/2')
  await expect(row.getByRole('heading')).toContainText('32')
})

test('figures go to the likeliest measure of what is chosen; what was done is gone back to in words', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor figures', 'millimetres')
  await maker.addBoard({
    name: 'Slat',
    from: '18×95 planed',
    stands: 'lying flat, length across',
    size: '300',
  })
  await page.keyboard.press('Escape')
  await maker.choose('Slat')
  await page.keyboard.type('450')
  const length = maker.row('Across').getByRole('textbox', { name: 'Across measures' })
  await expect(length).toHaveValue('450')
  await page.keyboard.press('Enter')
  await expect(maker.row('Across').getByRole('heading')).toHaveText('Across450')
  await maker.say('Up', 'starts at', '20')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.keyboard.press('5')
  await expect(page.getByRole('button', { name: 'Top', exact: true })).toHaveAttribute('aria-pressed', 'true')

  const history = page.getByRole('button', { name: 'Steps taken' })
  await history.click()
  await expect(page.getByRole('menuitem').first()).toHaveText('Set Slat up start')
  await page.getByRole('menuitem', { name: 'Add Slat' }).click()
  await maker.choose('Slat')
  await expect(length).toHaveValue('300')
  await history.click()
  await expect(page.getByRole('menuitem').first()).toHaveText('Set Slat up start, undone')
  await page.getByRole('menuitem').first().click()
  await expect(length).toHaveValue('450')
  await expect(maker.row('Up').getByRole('textbox', { name: 'Up starts at' })).toHaveValue('20')
})

test.describe('on a tablet', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } })
  test('a case is put in by touch alone, panels are drawn out, and nothing lies beside the screen', async ({
    page,
  }) => {
    const maker = new Maker(page)
    await maker.startProject('Larkmoor tablet', 'millimetres')
    await fromRail(page, 'Ready-mades', 'Case')
    await expect(ready(page).drawn).toBeVisible()
    await ready(page).put.tap()
    const panels = page.getByRole('group', { name: 'Panels' })
    const pieces = page.getByRole('region', { name: 'Pieces' })
    await expect(pieces).toBeHidden()
    await panels.getByRole('button', { name: 'Pieces' }).tap()
    await pieces.getByRole('button', { name: /Shelf/ }).tap()
    await panels.getByRole('button', { name: 'Ticket' }).tap()
    await expect(pieces).toBeHidden()
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Shelf')
    await page.getByLabel('How many').fill('5')
    await page.getByLabel('How many').press('Enter')
    await panels.getByRole('button', { name: 'Ticket' }).tap()
    await expect(page.getByLabel('Name', { exact: true })).toBeHidden()
    await panels.getByRole('button', { name: 'Pieces' }).tap()
    await expect(pieces.getByRole('button', { name: /Shelf ×5/ })).toBeVisible()
    await panels.getByRole('button', { name: 'Pieces' }).tap()
    for (const [width, height] of [
      [820, 1180],
      [1024, 768],
      [1180, 820],
    ] as const) {
      await page.setViewportSize({ width, height })
      const over = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
      await expect.poll(over).toBeLessThanOrEqual(0)
      for (const name of ['Show all', 'Pictorial'])
        await expect(page.getByRole('button', { name })).toBeInViewport()
    }
    await expect(pieces).toBeVisible()
  })
})

test('the panels at the sides are as wide as they were drawn, by mouse and by keys', async ({ page }) => {
  const maker = await openDemo(page)
  await maker.choose('Left side')
  const seam = page.getByRole('separator', { name: 'Width of the ticket' })
  const wide = async () => (await page.getByRole('complementary').last().boundingBox())!.width
  const before = await wide()
  const at = (await seam.boundingBox())!
  await page.mouse.move(at.x, at.y + 200)
  await page.mouse.down()
  await page.mouse.move(at.x - 100, at.y + 200, { steps: 4 })
  await page.mouse.up()
  expect((await wide()) - before).toBeCloseTo(100, -1)
  await seam.focus()
  await page.keyboard.press('ArrowRight')
  await expect.poll(wide).toBeLessThan(before + 90)
  const drawn = await wide()
  await page.reload()
  await expect(seam).toBeVisible()
  await expect.poll(wide).toBeCloseTo(drawn, 0)
})

test('the cut list is sorted by what its headings are pressed for', async ({ page }) => {
  const maker = await openDemo(page)
  await maker.screen('Cuts')
  const table = page.getByRole('table').first()
  await expect(table.getByRole('row').nth(1)).toBeVisible()
  const marks = () => table.locator('tbody tr td:first-child').allTextContents()
  const lengths = async () =>
    (await table.locator('[data-size=length]').allTextContents()).map((text) => {
      const [whole = '0', part] = text.replace('≈', '').trim().replaceAll('\u2044', '/').split(' ')
      const [over, under] = (part ?? '0/1').split('/')
      return Number(whole) + Number(over) / Number(under)
    })
  const first = await marks()
  expect([...first].sort()).toEqual(first)
  const heading = table.getByRole('columnheader', { name: /^Length/ })
  await heading.getByRole('button').click()
  await expect(heading).toHaveAttribute('aria-sort', 'ascending')
  const up = await lengths()
  expect([...up].sort((a, b) => a - b)).toEqual(up)
  await heading.getByRole('button').click()
  await expect(heading).toHaveAttribute('aria-sort', 'descending')
  expect(await lengths()).toEqual([...up].reverse())
})

test('a delete’s message undoes that alone; the spacing of shelves is shown as it is', async ({ page }) => {
  const maker = await openDemo(page)
  const message = page.getByRole('listitem').filter({ hasText: 'Deleted Kick board' })
  const row = page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /Kick board/ })
  await maker.choose('Kick board')
  await page.keyboard.press('Delete')
  await message.getByRole('button', { name: 'Undo' }).click()
  await expect(row).toBeVisible()
  await maker.choose('Kick board')
  await page.keyboard.press('Delete')
  await expect(message).toBeVisible()
  // Whatever comes after it closes it, undoing it by the keys too.
  await page.keyboard.press('Control+z')
  await expect(row).toBeVisible()
  await expect(message).toHaveCount(0)
  await page.keyboard.press('Control+Shift+z')
  await expect(row).toBeHidden()
  await page.keyboard.press('Control+z')

  await maker.choose('Shelf')
  await page.keyboard.press('e')
  const dialog = page.getByRole('form', { name: 'Edit spacing of Shelf' })
  await expect(dialog.getByLabel('How many', { exact: true })).toHaveValue('shelves')
  await expect(dialog.getByLabel('To (above)', { exact: true })).toHaveValue(/Top/)
  await page.getByRole('button', { name: 'Top', exact: true }).click()
  await dialog.getByRole('button', { name: 'Pick a face for To (above)' }).click()
  await page.locator('canvas').click()
  await expect(dialog.getByLabel('To (above)', { exact: true })).toHaveValue('Top·top')
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await page.keyboard.press('e')
  await expect(dialog.getByLabel('To (above)', { exact: true })).toHaveValue('Top·bottom')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toBeHidden()
  const repeat = page.getByRole('region', { name: 'Repeat' })
  await expect(repeat.getByLabel('How many', { exact: true })).toHaveValue('shelves')
  // Nothing was changed by that.
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})
