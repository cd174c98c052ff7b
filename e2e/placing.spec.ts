/** Boards put and moved by the hand: dropped, dragged, set against, nudged; and typed over at any moment. */
import { expect, type Locator, type Page } from '@playwright/test'
import { Maker, openDemo } from './maker'
import { test } from './shared'

const across = (page: Page) => page.getByRole('textbox', { name: /^Across (starts|ends|centre) at$/ })

/** The middle of a knob, once the view has come to rest. */
async function resting(knob: Locator): Promise<{ x: number; y: number }> {
  let last = ''
  await expect(async () => {
    const now = JSON.stringify(await knob.boundingBox())
    const same = now === last
    last = now
    expect(same).toBe(true)
  }).toPass({ intervals: [250] })
  const b = (await knob.boundingBox())!
  return { x: b.x + b.width / 2, y: b.y + b.height / 2 }
}

test('a board hangs at the pointer, drops against a face, and keeps to it; one undo takes it away', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor rack')
  await page.keyboard.press('b')
  const form = page.getByRole('form', { name: 'Add a board' })
  await expect(form.getByLabel('Name')).toHaveValue('Left side')
  await page.keyboard.press('Enter')
  // What is still missing is said beside the button, which is off until then.
  await expect(form.getByRole('button', { name: 'Place', exact: true })).toBeDisabled()
  await expect(form.getByRole('alert')).toHaveText('Choose the stock')
  await maker.takeStock(form.getByLabel('From', { exact: true }), '1×10 pine')
  await form.getByLabel('Length', { exact: true }).fill('30 x 8')
  await form.getByLabel('Length', { exact: true }).press('Enter')
  await expect(form).toBeHidden()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Left side')

  // The second one comes as the first did, and hangs at the pointer until it is shown a place.
  await page.keyboard.press('b')
  await form.getByLabel('Length', { exact: true }).fill('20')
  await form.getByLabel('Length', { exact: true }).press('Tab')
  await expect(form.getByText(/Click its place/)).toBeVisible()
  await page.getByRole('button', { name: 'Left', exact: true }).click()
  const bench = page.locator('canvas')
  const box = (await bench.boundingBox())!
  const middle = { x: box.width / 2, y: (box.height - 44) / 2 }
  await expect(async () => {
    await bench.hover({ position: { x: middle.x - 1, y: middle.y } })
    await bench.hover({ position: middle })
    await bench.click({ position: middle })
    await expect(form).toBeHidden({ timeout: 1000 })
  }).toPass()
  await expect(across(page)).toHaveValue('Left side·left')
  await expect(maker.row('Across').getByRole('heading')).toHaveText('Across3⁄4')
  await maker.saved()
  await page.reload()
  await maker.choose('Upright|Left side 2')
  await expect(across(page)).toHaveValue('Left side·left')
})

test('a piece is dragged to a face and holds to it, pulled longer, typed over, and let go by Esc', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor posts')
  await maker.addBoard({ name: 'Post', from: '1×4 pine', stands: 'standing, face to the left', size: '30' })
  await maker.addBoard({ name: 'Block', from: '1×4 pine', stands: 'standing, face to the left', size: '20' })
  await maker.say('Across', 'starts at', '10')
  await page.getByRole('button', { name: 'Front', exact: true }).click()
  const knob = page.getByRole('button', { name: 'Move across' })
  await expect(knob).toBeVisible()
  const grip = () => resting(knob)
  await expect(page.getByRole('button', { name: 'Pull the right face' })).toHaveCount(0)
  const status = page.getByRole('group', { name: 'Handles' }).getByRole('status')

  await test.step('let go by Esc, nothing has moved', async () => {
    const at = await grip()
    await page.mouse.move(at.x, at.y)
    await page.mouse.down()
    await page.mouse.move(at.x - 30, at.y, { steps: 4 })
    await expect(status).toContainText('moved')
    await page.keyboard.press('Escape')
    await page.mouse.up()
    await expect(across(page)).toHaveValue('10')
    await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', /Block across start/)
  })
  await test.step('to the face of the post', async () => {
    const at = await grip()
    await page.mouse.move(at.x, at.y)
    await page.mouse.down()
    // Further and further, until it says that it lies against the post.
    for (let n = 1; n < 120; n++) {
      await page.mouse.move(at.x - 3 * n, at.y)
      if ((await status.textContent())?.includes('starts at Post·right')) break
    }
    await expect(status).toHaveText('starts at Post·right')
    await page.mouse.up()
    await expect(across(page)).toHaveValue('Post·right')
  })
  await test.step('pulled longer by even steps, then a figure typed over it', async () => {
    const top = await resting(page.getByRole('button', { name: 'Pull the top face' }))
    await page.mouse.move(top.x, top.y)
    await page.mouse.down()
    await page.mouse.move(top.x, top.y - 20, { steps: 3 })
    await expect(status).toContainText('measures')
    await page.keyboard.press('2')
    const size = maker.row('Up').getByRole('textbox', { name: 'Up measures' })
    await expect(size).toBeFocused()
    await page.keyboard.type('4 1/2')
    await page.keyboard.press('Enter')
    await page.mouse.up()
    await expect(size).toHaveValue('24 1/2')
    await maker.screen('Cuts')
    expect((await maker.sizesOf('Block'))[0]).toBe('24 1/2')
    await maker.screen('Bench')
  })
  await test.step('nudged by the arrows, off the face that it was told by', async () => {
    await maker.choose('Block')
    await page.getByRole('button', { name: 'Front', exact: true }).click()
    await page.locator('[data-stage]').focus()
    await page.keyboard.press('ArrowRight')
    await expect(across(page)).toHaveValue('Post·right + 1/16')
    await page.keyboard.press('Shift+ArrowRight')
    await expect(across(page)).toHaveValue('Post·right + 11/16')
    await page.keyboard.press('ArrowLeft')
    await expect(across(page)).toHaveValue('Post·right + 5/8')
  })
})

/** A script that does not come before what is given is called. */
async function holdBack(page: Page, script: RegExp): Promise<() => void> {
  let come = () => {}
  const held = new Promise<void>((free) => (come = free))
  await page.route(script, async (route) => (await held, route.continue()))
  return () => come()
}

test('what is told before the pieces are worked out is done once they are', async ({ page }) => {
  const workOut = await holdBack(page, /assets\/model-.*\.js/)
  await openDemo(page)
  await page.keyboard.press('a')
  await expect(page.getByText('Pick a face for “Face to move”, or press Esc')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByLabel('extended up to it').check()
  await page.getByLabel('Face to move', { exact: true }).fill('Kick board·top')
  await page.keyboard.press('Tab')
  const that = page.getByLabel('Against', { exact: true })
  await that.fill('Left side·left')
  await that.press('Enter')
  workOut()
  await expect(page.getByRole('alert').filter({ hasText: 'square to each other' })).toBeVisible()
})

test('a ready-made that is asked for before it is drawn comes once it can', async ({ page }) => {
  const workOut = await holdBack(page, /assets\/model-.*\.js/)
  const maker = new Maker(page)
  await maker.startProject('Larkmoor stand', 'millimetres')
  await page.keyboard.press('w')
  await page.getByLabel('Width', { exact: true }).press('Control+Enter')
  workOut()
  await expect(page.getByRole('region', { name: 'Pieces' }).getByRole('listitem').first()).toBeVisible()
})

test('a stock that is typed before its list is there is the one that is taken', async ({ page }) => {
  const come = await holdBack(page, /assets\/StockList-.*\.js/)
  const maker = new Maker(page)
  await maker.startProject('Larkmoor rods', 'millimetres')
  await page.keyboard.press('b')
  const from = page.getByRole('form', { name: 'Add a board' }).getByLabel('From', { exact: true })
  await from.focus()
  await page.keyboard.press('Enter')
  await page.keyboard.type('20 mm dowel')
  await page.keyboard.press('Enter')
  await expect(from).not.toHaveText(/dowel/)
  come()
  await expect(from).toHaveText('20 mm dowel rod')
  await expect(page.getByRole('form', { name: 'Add a board' })).toBeVisible()
})

test('a face is set against another: flush, off it, run up to it', async ({ page }) => {
  const maker = await openDemo(page)
  await page.keyboard.press('a')
  const mine = page.getByLabel('Face to move', { exact: true })
  const that = page.getByLabel('Against', { exact: true })
  await expect(page.getByText('Pick a face for “Face to move”, or press Esc')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByLabel('extended up to it').check()
  await mine.fill('Kick board·top')
  await mine.press('Tab')
  await that.fill('Left side·left')
  await that.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'square to each other' })).toBeVisible()
  await that.fill('Bottom·top')
  await that.press('Enter')
  await expect(page.getByRole('heading', { name: 'Set against' })).toBeHidden()
  await maker.choose('Kick board')
  await expect(page.getByRole('textbox', { name: 'Up ends at' })).toHaveValue('Bottom·top')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('textbox', { name: 'Up ends at' })).not.toHaveValue('Bottom·top')
})
