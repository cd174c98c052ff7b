/** Pieces carried, turned, named and shown: copies, many at once, the stick, the list, views, snapshots. */
import { expect } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { fromRail, Maker, openDemo } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

test('pieces are copied into another project with their joints and their very sizes', async ({ page }) => {
  const maker = await openDemo(page)
  const list = page.getByRole('region', { name: 'Pieces' })
  for (const [n, name] of ['Left side', 'Right side', 'Bottom'].entries())
    await list
      .getByRole('button', { name: new RegExp(`^[A-Z] ?${name}$`) })
      .click(n > 0 ? { modifiers: ['Control'] } : {})
  await expect(page.getByRole('heading', { name: '3 pieces chosen' })).toBeVisible()
  await maker.screen('Cuts')
  const wanted = await maker.sizesOf('Bottom')
  await maker.screen('Bench')
  await expect(page.getByRole('heading', { name: '3 pieces chosen' })).toBeVisible()
  await page.keyboard.press('Control+c')
  await maker.leaveFor('Larkmoor copy')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('paste copied')
  await page.keyboard.press('Enter')
  await expect(list.getByRole('button', { name: /Bottom/ })).toBeVisible()
  await expect(page.getByRole('heading', { name: '3 pieces chosen' })).toBeVisible()
  await maker.screen('Cuts')
  expect(await maker.sizesOf('Bottom')).toEqual(wanted)
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('row').filter({ hasText: 'Bottom' })).toHaveCount(0)
})

test('pieces kept as ready work of one’s own are offered in another project, after a reload', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor tray')
  await page.getByRole('button', { name: 'New named value' }).click()
  await page.getByLabel('Name of the new value').fill('long = 18 1/2')
  await page.getByLabel('Name of the new value').press('Enter')
  await expect(page.getByRole('textbox', { name: 'long', exact: true })).toHaveValue('18 1/2')
  await maker.addBoard({ name: 'Slat', from: '1×4 pine', stands: 'lying flat, length across', size: 'long' })
  await page.keyboard.press('Escape')
  await maker.choose('Slat')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('save the chosen pieces')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Saved as a ready-made: Slat/)).toBeVisible()
  await maker.saved()
  await maker.startProject('Larkmoor other')
  await page.reload()
  await expect(page.getByText('The bench is clear')).toBeVisible()
  await page.keyboard.press('w')
  // It is asked with its picture and what its measure was.
  await page.getByRole('button', { name: 'Slat, 1 piece' }).click()
  const form = page.getByRole('form', { name: 'Slat' })
  await expect(form.getByRole('img', { name: 'Slat, as it would be' })).toBeVisible()
  const long = form.getByLabel('long')
  await expect(long).toHaveValue('18 1/2')
  await long.fill('')
  await long.press('Enter')
  await expect(form.locator('[aria-invalid]')).toHaveCount(1)
  await long.fill('24')
  await long.press('Enter')
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Slat')
  await maker.screen('Cuts')
  expect((await maker.sizesOf('Slat')).slice(0, 2)).toEqual(['24', '3 1/2'])
  await maker.screen('Bench')
  await fromRail(page, 'Ready-mades', 'The last one')
  await page.getByRole('button', { name: 'Remove Slat from my ready-mades' }).click()
  await expect(page.getByText(/Choose pieces or a group, then/)).toBeVisible()
})

test('what several pieces share is set for all in one step; they are named with numbers', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor slats')
  for (const [name, at] of [
    ['One', '0'],
    ['Two', '6'],
    ['Three', '12'],
  ]) {
    await maker.addBoard({ name: name!, from: '1×4 pine', stands: 'standing, face to the front', size: '30' })
    await maker.say('Across', 'starts at', at!)
  }
  const list = page.getByRole('region', { name: 'Pieces' })
  const row = (name: string) => list.getByRole('button', { name: new RegExp(`^[A-Z] ?${name}$`) })
  await row('One').click()
  await row('Three').click({ modifiers: ['Shift'] })
  await expect(page.getByRole('heading', { name: '3 pieces chosen' })).toBeVisible()
  await page.getByRole('button', { name: 'Rename', exact: true }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Type a name, as in Slat' })).toBeVisible()
  await page.getByLabel('Rename and number').fill('Slat')
  await page.getByLabel('Rename and number').press('Enter')
  await expect(row('Slat 3')).toBeVisible()
  const up = page.getByRole('textbox', { name: 'Up: all measure' })
  await expect(up).toHaveValue('30')
  await up.fill('24')
  await up.press('Enter')
  await maker.takeStock(page.getByLabel('Stock of all', { exact: true }), '1×6 pine')
  await maker.screen('Cuts')
  expect((await maker.sizesOf('Slat')).slice(0, 2)).toEqual(['24', '5 1/2'])
  const slats = page.getByRole('row').filter({ hasText: 'Slat' })
  await expect(slats.getByRole('cell').nth(2)).toContainText('3')
  await maker.screen('Bench')

  await test.step('turned by a quarter, it is as long as it was', async () => {
    await row('Slat 1').click()
    await page.keyboard.press('Shift+T')
    await expect(maker.row('Deep').getByRole('heading')).toHaveText('Deep24')
    await page.keyboard.press('Control+z')
    await expect(maker.row('Up').getByRole('heading')).toHaveText('Up24')
  })
})

test('a tick of the story stick is typed over, and its work goes along', async ({ page }) => {
  const maker = await openDemo(page)
  await maker.choose('Left side')
  const stick = page.getByRole('list', { name: 'Story stick' })
  // The kick board stands 3 1/2 high; the bottom in its dado above it is placed by a measure.
  const tick = stick.getByRole('button', { name: /^4 and 1 quarter/ })
  await tick.click()
  const field = page.getByRole('textbox', { name: 'Position of this tick' })
  await expect(field).toBeFocused()
  await field.fill('5 1/4')
  await field.press('Enter')
  await expect(stick.getByRole('button', { name: /^5 and 1 quarter/ })).toBeVisible()
  await expect(stick.getByRole('button', { name: /^4 and 1 half/ })).toBeVisible()
  await maker.choose('Bottom')
  await expect(page.getByRole('textbox', { name: 'Up starts at' })).toHaveValue('kick + 1')
  await page.keyboard.press('Control+z')
  await maker.choose('Left side')
  await expect(stick.getByRole('button', { name: /^4 and 1 quarter/ })).toBeVisible()

  await test.step('even spacing holds its shelves, and says so', async () => {
    await stick.getByRole('button', { name: /^12 and 1 quarter/ }).click()
    await field.fill('13')
    await field.press('Enter')
    await expect(page.getByText(/Shelf.*is placed by its even spacing/)).toBeVisible()
    await page.keyboard.press('Escape')
  })
  await test.step('from tick to tick, and on paper at full size', async () => {
    await page.getByRole('button', { name: 'From tick to tick' }).click()
    await expect(stick.getByRole('button', { name: /^3 quarters/ }).first()).toBeVisible()
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Print at full size' }).click(),
    ])
    expect(file.suggestedFilename()).toBe('seed-cabinet-left-side-stick.pdf')
    const pdf = await readFile(await file.path())
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  })
})

test('the list: found, renamed, hidden, put into a group by dragging; the choice outlives a reload', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Cold frame', exact: true }).click()
  const list = page.getByRole('region', { name: 'Pieces' })
  const row = (name: string) => list.getByRole('button', { name: new RegExp(`^[A-Z] ?${name}$`) })
  await expect(row('Lid')).toBeVisible()
  await list.getByLabel('Find a piece by its name').fill('post')
  await expect(row('Lid')).toBeHidden()
  await expect(row('Back post')).toBeVisible()
  await list.getByLabel('Find a piece by its name').press('Escape')

  await row('Strip').focus()
  await page.keyboard.press('F2')
  await page.keyboard.type('Top strip')
  await page.keyboard.press('Enter')
  await expect(row('Top strip')).toBeVisible()
  await row('Top strip').click()
  await page.keyboard.press('h')
  await expect(list.getByRole('button', { name: 'Show 1 hidden' })).toBeVisible()
  await page.keyboard.press('l')
  await expect(list.getByRole('button', { name: 'Unlock' })).toBeVisible()

  await test.step('into a group and out of it', async () => {
    await row('Back').click()
    await row('Front').click({ modifiers: ['Control'] })
    await page.keyboard.press('g')
    const group = list.getByRole('button', { name: 'Group', exact: true })
    await expect(group).toBeVisible()
    // The list moves while the group comes; a hand looks again, too.
    await expect(async () => {
      const [from, to] = [(await row('Lid').boundingBox())!, (await group.boundingBox())!]
      await page.mouse.move(from.x + 60, from.y + 10)
      await page.mouse.down()
      await page.mouse.move(to.x + 60, to.y + 12, { steps: 12 })
      await page.mouse.up()
      await row('Lid').click()
      await expect(page.getByText('In Group')).toBeVisible({ timeout: 3000 })
    }).toPass()
    await page.keyboard.press('Control+z')
    await expect(page.getByText('In Group')).toBeHidden()
  })

  await row('Lid').click()
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Lid')
  await expect(list.getByRole('button', { name: 'Show 1 hidden' })).toBeVisible()
  await list.getByRole('button', { name: 'Show 1 hidden' }).click()
  await expect(list.getByRole('button', { name: /hidden/ })).toHaveCount(0)
})

test('a view is kept by name and is a sheet of the plans; a picture of the bench; the lid swings', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Cold frame', exact: true }).click()
  const list = page.getByRole('region', { name: 'Pieces' })
  await list.getByRole('button', { name: /Lid/ }).click()
  await page.keyboard.press('x')
  await page.getByRole('slider', { name: 'How far apart' }).fill('0.5')
  await page.keyboard.press('Escape')
  await page.keyboard.press('v')
  const dialog = page.getByRole('dialog', { name: 'Saved views' })
  await dialog.getByRole('textbox', { name: /Name of this view/ }).fill('Lid off')
  await dialog.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(dialog.getByRole('button', { name: 'Delete the view Lid off' })).toBeVisible()
  await dialog.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'Close up' }).click()
  await expect(page.getByRole('slider', { name: 'How far apart' })).toBeHidden()

  await page.keyboard.press('Shift+P')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click(),
  ])
  const png = await readFile(await file.path())
  expect([png.readUInt32BE(16), png.subarray(1, 4).toString()]).toEqual([2400, 'PNG'])

  await list.getByRole('button', { name: /Strip/ }).click()
  const hardware = page.getByRole('region', { name: 'Hardware' })
  await hardware.getByRole('slider', { name: 'Swing it' }).fill('40')
  await expect(hardware.getByText('40°')).toBeVisible()
  await expect(hardware.getByText(/opens all the way|meets .* at/)).toBeVisible({ timeout: 30_000 })

  await page.getByRole('navigation', { name: 'Screens' }).getByRole('link', { name: 'Plans' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Lid off' }).first()).toBeVisible({
    timeout: 60_000,
  })
})

test('snapshots: taken by themselves and by name, compared in words, gone back to', async ({ page }) => {
  const maker = await openDemo(page)
  await maker.choose('Left side')
  await maker.say('Deep', 'starts at', '1/2')
  await page.getByRole('button', { name: 'Seed cabinet' }).click()
  await page.getByRole('menuitem', { name: 'Snapshots' }).click()
  const dialog = page.getByRole('dialog', { name: 'Snapshots' })
  await expect(dialog.getByText('before this work began')).toBeVisible()
  await dialog.getByLabel('Take one now, called').fill('Half an inch back')
  await dialog.getByRole('button', { name: 'Take snapshot' }).click()
  await expect(dialog.getByText('Half an inch back')).toBeVisible()
  const began = dialog.getByRole('listitem').filter({ hasText: 'before this work began' })
  await began.getByRole('button', { name: 'Compare' }).click()
  await expect(dialog.getByRole('list', { name: 'What differs' }).getByRole('listitem')).toHaveText([
    'Left side: deep, starts at: 0 became 1⁄2',
  ])
  await expect(dialog.getByRole('img', { name: /The project, / })).toHaveCount(2)
  await began.getByRole('button', { name: 'Go back to it' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByRole('textbox', { name: 'Deep starts at' })).toHaveValue('0')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('textbox', { name: 'Deep starts at' })).toHaveValue('1/2')
})

test('stock of one’s own comes on the rack from nothing, priced, and stays in sight when renamed', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor stock')
  await maker.screen('Rack')
  await pickFrom(page.getByLabel('New stock', { exact: true }), 'Board')
  const name = page.getByLabel('Name of My board', { exact: true })
  await expect(name).toBeFocused()
  await page.keyboard.type('Larkmoor ash')
  await page.keyboard.press('Enter')
  const price = page.getByLabel('Larkmoor ash price for a foot', { exact: true })
  await price.fill('3.5')
  await price.press('Enter')
  await expect(price).toHaveValue('3.50')
  await page.getByRole('searchbox').fill('ash')
  const ash = page.getByLabel('Name of Larkmoor ash', { exact: true })
  await ash.fill('Larkmoor elm')
  await ash.press('Enter')
  await expect(page.getByLabel('Name of Larkmoor elm', { exact: true })).toBeVisible()
  await maker.saved()
  await page.reload()
  await expect(page.getByLabel('Larkmoor elm price for a foot', { exact: true })).toHaveValue('3.50')
})
