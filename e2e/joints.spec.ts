import { expect } from '@playwright/test'
import { Maker, openDemo } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

test('a maker dovetails a corner, makes it half-blind, and finds it again', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor box', 'millimetres')
  await maker.addBoard({
    name: 'Front',
    from: '18×95 planed',
    stands: 'on edge, face to the front, length across',
    size: '300',
  })
  await maker.addBoard({
    name: 'Side',
    from: '18×95 planed',
    stands: 'on edge 2, face to the left, length front to back',
    size: '200',
  })
  await maker.say('Across', 'starts at', 'Front·left')
  await maker.say('Deep', 'starts at', 'Front·back')

  await test.step('the corner is found, with the joints that fit it', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('j')
    const card = page.getByRole('listitem').filter({ hasText: 'Side end against Front, at a corner' })
    const kind = card.getByLabel(/^Joint for/)
    await expect(kind).toHaveText('Finger joint')
    await pickFrom(kind, 'Dovetail')
    await card.getByLabel('Pin width').fill('9 +')
    await card.getByLabel('Pin width').press('Enter')
    await expect(card.getByText('Something is missing at the end')).toBeVisible()
    await card.getByLabel('Pin width').fill('9')
    await card.getByLabel('Pin width').press('Enter')
    // Which piece has what is seen before it is made, and can be turned about.
    const drawing = card.getByRole('img', { name: /^How it comes apart/ }).locator('path')
    await expect(drawing).toHaveAttribute('d', /L/)
    const before = await drawing.getAttribute('d')
    await pickFrom(card.getByLabel('Tails on'), 'Front')
    await expect(drawing).not.toHaveAttribute('d', before!)
    await pickFrom(card.getByLabel('Tails on'), 'Side')
    await expect(card.getByLabel('Lap')).toHaveCount(0)
    await page
      .getByRole('button', { name: /^Add (1 joint|only this joint)/ })
      .first()
      .click()
  })

  await test.step('its measures and choices are on the ticket', async () => {
    await page.keyboard.press('j')
    await maker.choose('Side')
    const work = page.getByRole('region', { name: 'Work' })
    await expect(work).toContainText('2 tails 34 wide, 18 long')
    await expect(page.getByText('218', { exact: false }).first()).toBeVisible()
    await work.getByRole('button', { name: 'Open the joint of step 1' }).click()
    await pickFrom(work.getByLabel('Manner'), 'half-blind')
    await work.getByLabel('Lap').fill('4')
    await work.getByLabel('Lap').press('Enter')
    await work.getByLabel('Tails', { exact: true }).fill('40')
    await work.getByLabel('Tails', { exact: true }).press('Enter')
    await expect(
      page.getByRole('alert').filter({ hasText: 'tails do not fit into 95' }).first(),
    ).toBeVisible()
    await work.getByLabel('Tails', { exact: true }).fill('3')
    await work.getByLabel('Tails', { exact: true }).press('Enter')
    await expect(work).toContainText('3 tails')
  })

  await test.step('the cut list counts what goes into the joint, also after a reload', async () => {
    await maker.saved()
    await page.reload()
    await maker.screen('Cuts')
    expect((await maker.sizesOf('Side'))[0]).toBe('214')
    await expect(page.getByRole('row').filter({ hasText: 'Side' })).toContainText('1 tail set')
  })
})

test('a project of groups shows them, and its hardware is counted', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed-packet drawers', exact: true }).click()
  const pieces = page.getByRole('region', { name: 'Pieces' })
  await expect(pieces.getByRole('button', { name: 'Drawer ×3', exact: true })).toBeVisible()
  await pieces.getByRole('button', { name: 'Drawer ×3', exact: true }).click()
  await expect(page.getByLabel('Name of the group')).toHaveValue('Drawer')
  await expect(page.getByText(/A group of 7 pieces/)).toContainText('3 repeats')
  await page.getByRole('navigation', { name: 'Screens' }).getByRole('link', { name: 'Cuts' }).click()
  const hardware = page.getByRole('region', { name: 'Hardware' })
  await expect(hardware.getByRole('row').filter({ hasText: 'Turned knob' })).toContainText('3')
  const download = page.waitForEvent('download')
  await hardware.getByRole('button', { name: 'CSV' }).click()
  expect((await download).suggestedFilename()).toMatch(/hardware\.csv$/)
})

test('a leaning lid follows its slope, and the side and the bevel follow the lid', async ({ page }) => {
  const maker = new Maker(page)
  await page.goto('/')
  await page.getByRole('link', { name: 'Cold frame', exact: true }).click()
  await maker.choose('Lid')
  const leaning = page.getByRole('region', { name: 'Leaning' })
  const angle = leaning.getByLabel('Turned about the edge of face and edge 2 by')
  await expect(page.getByRole('region', { name: 'Work' })).toContainText('blade 6° from square')
  await angle.fill('slope * W')
  await angle.press('Enter')
  await expect(leaning.getByText('Nothing is called “W” here')).toBeVisible()
  await angle.fill('11deg')
  await angle.press('Enter')
  await expect(page.getByRole('region', { name: 'Work' })).toContainText('blade 5.5° from square')
  await maker.choose('Left side')
  await expect(page.getByRole('region', { name: 'Work' })).toContainText('taper 11° off the edge')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(page.getByRole('region', { name: 'Work' })).toContainText('taper 12° off the edge')
})

test('how deep a dado is stands in the picture, and is dragged or stepped there', async ({ page }) => {
  const maker = await openDemo(page)
  await maker.choose('Left side')
  const work = page.getByRole('region', { name: 'Work' })
  await work.getByRole('button', { name: 'Open the joint of step 2' }).click()
  const field = work.getByLabel('Depth', { exact: true })
  await expect(field).toHaveValue('T/3')
  const figure = page.getByRole('slider', { name: 'Depth' })
  await expect(figure).toHaveText('Depth: 1⁄4')
  await figure.focus()
  await page.keyboard.press('ArrowUp')
  await expect(field).toHaveValue('T/3 + 1/16')
  await expect(figure).toHaveText('Depth: 5⁄16')

  // It goes in to the left: dragged against that it is less, never less than a step; Esc lets it go.
  await page.getByRole('button', { name: 'Front', exact: true }).click()
  const at = async () => {
    const b = (await figure.boundingBox())!
    return { x: b.x + b.width / 2, y: b.y + b.height / 2 }
  }
  const drag = () =>
    expect(async () => {
      // It is taken hold of where it has come to rest.
      await page.mouse.up()
      const from = await at()
      await page.waitForTimeout(200)
      expect(await at()).toEqual(from)
      await page.mouse.move(from.x, from.y)
      await page.mouse.down()
      await page.mouse.move(from.x + 60, from.y, { steps: 4 })
      await expect(figure).toHaveText('Depth: 1⁄16', { timeout: 1500 })
    }).toPass()
  await drag()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(field).toHaveValue('T/3 + 1/16')
  await drag()
  await page.mouse.up()
  await expect(field).toHaveValue('T/3 - 3/16')
  await page.keyboard.press('Control+z')
  await expect(field).toHaveValue('T/3 + 1/16')
})

test('how many keys a mitre has is dragged in the picture, in this joint or in all alike', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed-packet drawers', exact: true }).click()
  const maker = new Maker(page)
  await maker.choose('Left side')
  const work = page.getByRole('region', { name: 'Work' })
  await work.getByRole('button', { name: 'Open the joint of step 1' }).click()
  const field = work.getByLabel('Keys or dowels')
  await expect(field).toHaveValue('3')
  const figure = page.getByRole('slider', { name: 'Keys or dowels' })
  await expect(figure).toHaveText('Keys or dowels: 3')
  await expect(page.getByRole('slider', { name: 'Their depth' })).toHaveText('Their depth: 9')
  await work.getByLabel('all 4 alike').check()
  const box = (await figure.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 16, y, { steps: 3 })
  await expect(figure).toHaveText('Keys or dowels: 5')
  await page.mouse.up()
  await expect(field).toHaveValue('5')
  await maker.choose('Right side')
  await expect(work).toContainText('5 key slots')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(work).toContainText('3 key slots')
})

test('faces, edges and corners are measured between, with the angle', async ({ page }) => {
  await openDemo(page)
  await page.keyboard.press('1')
  await page.keyboard.press('m')
  await expect(page.getByText('Pick a face, an edge or a corner for “From”, or press Esc')).toBeVisible()
  const bench = page.locator('canvas')
  const box = (await bench.boundingBox())!
  const said = page.getByRole('status').filter({ hasText: /mm|°/ })
  // From the front, a shelf's front edge is met in the middle; nothing is measured from it to itself.
  const place = { x: box.width / 2, y: box.height / 2 - 22 }
  await expect(async () => {
    await page.getByRole('button', { name: 'Measure again', exact: true }).click()
    await bench.click({ position: place })
    await bench.click({ position: place })
    await expect(page.getByText('That is the same place')).toBeVisible({ timeout: 1000 })
  }).toPass()
  await page.getByRole('button', { name: 'Measure again', exact: true }).click()
  await page.getByLabel('From', { exact: true }).fill('Left side·right')
  await page.getByLabel('From', { exact: true }).press('Enter')
  await page.getByLabel('To', { exact: true }).fill('Bottom·top')
  await page.getByLabel('To', { exact: true }).press('Enter')
  await expect(said).toHaveText('at 90°, square to each other')
  await page.getByLabel('To', { exact: true }).fill('Right side·left')
  await page.getByLabel('To', { exact: true }).press('Enter')
  await expect(said).toContainText('30')
  await expect(said).toContainText('762 mm')
})
