/** Steps on what earlier work has left: the round of a rod, a sawn side, the floor of a channel. */
import { expect } from '@playwright/test'
import { Hands } from './hands'
import { fromRail, Maker } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

test('a rod is bored on its round, a sawn side and a floor take their holes', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const work = page.getByRole('region', { name: 'Work' })
  const board = page.getByRole('dialog', { name: /^The outline of the/ })
  const stage = page.locator('[data-stage]')
  const type = (all: Record<string, string>) => hands.fill(work, all)
  await maker.startProject('Larkmoor label rack', 'millimetres')
  await test.step('a hole is pressed on the round of a rod, and goes in radially', async () => {
    await maker.addBoard({
      name: 'Boiler',
      from: '20 mm dowel rod',
      stands: 'lying flat, length across',
      size: '120',
    })
    await fromRail(page, 'Drill', 'Hole')
    const { x, y, width, height } = (await stage.boundingBox())!
    const at = [x + width / 2 - 10, y + height / 2 + 12] as const
    await page.mouse.move(...at)
    await expect(page.getByText(/^Hole: on the round of the rod: \d+ along, \d+° round/)).toBeVisible()
    await page.mouse.click(...at)
    await type({ Diameter: '6', Depth: '8', 'Distance along': '30', 'Angle round the axis': '45' })
    await expect(work).toContainText('at 30 from its near end, 45° from the face towards edge 2')
    await type({ 'Count round the axis': '3' })
    await maker.back()
  })
  await test.step('a sawn slope takes a hole square to it, by keyboard', async () => {
    await maker.addBoard({
      name: 'Cab',
      from: '18×145 planed',
      stands: 'lying flat, length across',
      size: '200',
    })
    await maker.say('Up', 'starts at', '100')
    await hands.select(work.getByLabel('Work', { exact: true }), 'Outline')
    await hands.select(board.getByLabel('Insert'), 'the whole face, its far side an arch')
    await board.getByRole('button', { name: 'Done' }).click()
    await maker.back()
    await hands.select(work.getByLabel('Work', { exact: true }), 'Hole')
    await page.getByRole('button', { name: 'Show all' }).click()
    const on = work.getByLabel('On', { exact: true }).first()
    await on.focus()
    await page.keyboard.press('Enter')
    const unlit = await stage.screenshot()
    const side = page.getByRole('option', { name: 'side 2 of the outline' })
    await side.focus()
    // The side whose name is looked at lights up on the bench.
    await expect.poll(async () => unlit.equals(await stage.screenshot())).toBe(false)
    await page.keyboard.press('Enter')
    await type({ 'Distance along': '40', 'Distance across': '9', Depth: '15' })
    await expect(work).toContainText('15 deep, on side 2 of the outline, at 40 · 9 along and across it')
    await maker.back()
  })
  await test.step('a hole on the floor of a dado says when that is not there yet', async () => {
    await hands.select(work.getByLabel('Work', { exact: true }), 'Dado')
    await type({ Width: '30', Distance: '20', Depth: '6' })
    await maker.back()
    await hands.select(work.getByLabel('Work', { exact: true }), 'Hole')
    await pickFrom(work.getByLabel('On', { exact: true }).first(), 'floor of the dado')
    await type({ 'Distance along': '10', 'Distance across': '60', Depth: '4' })
    await expect(work).toContainText('4 deep, on the floor of the dado')
    await page.getByRole('button', { name: 'Do earlier' }).click()
    await expect(work.getByRole('alert')).toContainText('leaves no floor before it')
    await page.keyboard.press('Control+z')
    await expect(work.getByRole('alert')).toBeHidden()
  })
  await test.step('and all of it is there again after the page is loaded anew', async () => {
    await maker.saved()
    await page.reload()
    await maker.choose('Cab')
    await expect(work).toContainText('on the floor of the dado')
    await expect(work).toContainText('on side 2 of the outline')
    await maker.choose('Boiler')
    await expect(work).toContainText('285° from the face towards edge 2')
  })
})
