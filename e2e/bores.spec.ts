import { expect } from '@playwright/test'
import { Maker } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

test('a hole is bored where the pointer shows it, made a row, dragged over its face and counted', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor pegs', 'millimetres')
  // Without wood there is nothing to bore, and that is said.
  await page.keyboard.press('o')
  await expect(page.getByText('There is no wood to work on yet. Add a board first (B)')).toBeVisible()
  await maker.addBoard({
    name: 'Rail',
    from: '18×95 planed',
    stands: 'lying flat, length across',
    size: '400',
  })
  const work = page.getByRole('region', { name: 'Work' })
  const field = (label: string) => work.getByLabel(label, { exact: true })
  const canvas = page.locator('canvas')

  await test.step('it holds to the middle, and says so before it is put there', async () => {
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Top', exact: true }).click()
    await page.waitForTimeout(400)
    await page.keyboard.press('o')
    await expect(page.getByText('Pick a place on a piece for “Hole”, or press Esc')).toBeVisible()
    const box = (await canvas.boundingBox())!
    const says = page.getByText(/^Hole: /)
    const middle = { x: 0, y: 0 }
    // It holds to the middle from a little way off, so coarse steps find it.
    for (let y = 0.3; y < 0.6 && !middle.y; y += 0.01) {
      await canvas.hover({ position: { x: box.width / 2, y: box.height * y } })
      if (await says.filter({ hasText: 'the middle of its width' }).isVisible()) middle.y = box.height * y
    }
    for (let x = 0.4; x < 0.6 && !middle.x; x += 0.005) {
      await canvas.hover({ position: { x: box.width * x, y: middle.y } })
      if (await says.filter({ hasText: 'the middle of its length' }).isVisible()) middle.x = box.width * x
    }
    await canvas.hover({ position: middle })
    await expect(says).toHaveText('Hole: the middle of its length, the middle of its width')
    await canvas.click({ position: middle })
    await expect(field('Distance along')).toHaveValue('L/2')
    await expect(field('Distance across')).toHaveValue('W/2')
    await expect(work).toContainText('Hole ⌀ 8, 12 deep, on the face, at 200 · 47.5 from end 1 · edge 1')
  })

  await test.step('what is wrong is said beside it, and what is left under the point is shown', async () => {
    await work.getByRole('button', { name: /^More/ }).click()
    await expect(
      work.getByRole('img', { name: 'The hole cut open: ≈ 3.6 of wood left under it' }),
    ).toBeVisible()
    await field('Depth').fill('20')
    await field('Depth').press('Enter')
    await expect(work.getByText('A hole 20 deep goes through Rail, which is 18 there')).toBeVisible()
    await field('Depth').fill('17')
    await field('Depth').press('Enter')
    await expect(
      work.getByText(/The bit comes through back of Rail by ≈? ?1.4, its point counted/),
    ).toBeVisible()
    await pickFrom(field('Tip'), 'flat')
    await expect(work.getByText(/The bit comes through/)).toHaveCount(0)
    await field('Depth').fill('')
    await field('Depth').press('Enter')
    await expect(work).toContainText('Hole ⌀ 8, through')
  })

  await test.step('a row of five; its measures come as they are wanted', async () => {
    await expect(field('Spacing along')).toHaveCount(0)
    await pickFrom(field('Pattern'), 'a row along')
    await pickFrom(field('Along, from'), 'middle')
    await field('Distance along').fill('0')
    await field('Distance along').press('Enter')
    await field('Count along').fill('5')
    await field('Count along').press('Enter')
    await expect(work.getByText('Say how far apart the holes in Rail are')).toBeVisible()
    await field('Spacing along').fill('32')
    await field('Spacing along').press('Enter')
    await expect(work).toContainText('5 holes ⌀ 8, through, on the face, 32 apart, from 136 · 47.5')
  })

  await test.step('it is dragged over its face, and one undo puts it back', async () => {
    const knob = page.getByRole('button', { name: 'Move the work over its face' })
    const from = (await knob.boundingBox())!
    const [x, y] = [from.x + from.width / 2, from.y + from.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + 30, y + 8, { steps: 4 })
    await expect(page.getByText(/^\d.* from end 1, the middle of its width$/)).toBeVisible()
    await page.keyboard.press('Escape')
    await page.mouse.up()
    await expect(field('Distance along')).toHaveValue('0')
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + 30, y, { steps: 4 })
    await page.mouse.up()
    await expect(field('Distance along')).not.toHaveValue('0')
    await expect(field('Distance across')).toHaveValue('W/2')
    await page.keyboard.press('Control+z')
    await expect(field('Distance along')).toHaveValue('0')
  })

  await test.step('nothing is lost, the cut list counts them and the drawing calls them out', async () => {
    await maker.saved()
    await page.reload()
    await maker.choose('Rail')
    await expect(work).toContainText('5 holes ⌀ 8, through')
    await maker.screen('Cuts')
    await expect(page.getByRole('row').filter({ hasText: 'Rail' })).toContainText('5 holes')
    await maker.screen('Plans')
    await page.getByRole('button', { name: /Rail/ }).click()
    await expect(page.getByRole('main').getByRole('img', { name: 'A Rail' })).toContainText('hole Ø 8', {
      timeout: 20_000,
    })
  })
})

test('a hole is bored by the keyboard alone, and taken away again', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor keyed holes', 'millimetres')
  await maker.addBoard({
    name: 'Post',
    from: '18×95 planed',
    stands: 'standing, face to the front',
    size: '300',
  })
  const work = page.getByRole('region', { name: 'Work' })
  const kind = page.getByRole('group', { name: 'Add work' }).getByLabel('Work', { exact: true })
  await kind.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('option', { name: 'Dado' })).toBeFocused()
  await page.keyboard.type('ho')
  await expect(page.getByRole('option', { name: 'Hole' })).toBeFocused()
  await page.keyboard.press('Enter')
  // Its page has the focus: nothing is left without.
  await expect(work.locator(':focus')).toHaveCount(1)
  await expect(work).toContainText('Hole ⌀ 8, 12 deep, on the face, at 25 · 47.5')
  await work.getByLabel('Diameter', { exact: true }).focus()
  await page.keyboard.type('10')
  await page.keyboard.press('Enter')
  await expect(work).toContainText('Hole ⌀ 10')
  await work.getByRole('button', { name: 'Delete' }).focus()
  await page.keyboard.press('Enter')
  await expect(work).toContainText('No steps yet')
})

test('an arch is sawn from an edge and a recess sunk, each with the measures that its shape wants', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor apron')
  await maker.addBoard({
    name: 'Apron',
    from: '1×4 pine',
    stands: 'on edge, face to the front, length across',
    size: '24',
  })
  const work = page.getByRole('region', { name: 'Work' })
  const field = (label: string) => work.getByLabel(label, { exact: true })
  // 24 by 3 1/2 by 3/4 of pine, 390 kg/m³: 0.888 lb, and 209 1/4 square inches all round.
  const weight = 'Weighs about 0.888 lb, 1.45 sq ft of surface, balances at 12 across, 3⁄8 deep, 1 3⁄4 up'
  await expect(page.getByText(weight)).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Weight' }).click()
  await expect(page.getByText(weight)).toBeVisible()
  await page.getByRole('button', { name: 'Front', exact: true }).click()
  await page.waitForTimeout(400)
  await page.keyboard.press('s')
  const canvas = page.locator('canvas')
  const box = (await canvas.boundingBox())!
  // Somewhere on the board, which lies across the picture a little above its middle.
  let at = { x: 0, y: 0 }
  for (let y = 0.3; y < 0.6 && !at.y; y += 0.01) {
    await canvas.hover({ position: { x: box.width / 2, y: box.height * y } })
    const says = page.getByText(/^Arch: /).waitFor({ timeout: 200 })
    if (
      await says.then(
        () => true,
        () => false,
      )
    )
      at = { x: box.width / 2, y: box.height * (y + 0.01) }
  }
  await canvas.click({ position: at })
  await expect(work).toContainText('Saw arch 6 long, 1 high, r 5, from edge 2')
  await field('Centre').fill('0')
  await field('Centre').press('Enter')
  await field('Length').fill('1')
  await field('Length').press('Enter')
  await expect(work.getByText(/The arch on Apron is higher than half as long as it is/)).toBeVisible()
  await field('Length').fill('16')
  await field('Length').press('Enter')
  // Of its 63 cubic inches 8 go: a segment 16 long and 1 high, 3/4 thick.
  await work.getByRole('button', { name: 'Apron' }).click()
  await expect(page.getByText(/^Weighs about 0\.77/)).toBeVisible()
  await work.getByRole('button', { name: 'Open step 1' }).click()
  await expect(work).toContainText(
    'Saw arch 16 long, 1 high, r 32 1⁄2, from edge 2, its middle at 12 from end 1',
  )
  await pickFrom(field('Shape'), 'a taper')
  await expect(field('Length')).toHaveCount(0)
  await expect(field('Measured from')).toHaveCount(0)
  await expect(work).toContainText('Saw taper from 1 to 0, from edge 2')
  await page.keyboard.press('Control+z')
  await expect(work).toContainText('Saw arch 16 long')

  await page.keyboard.press('p')
  // Beside the mark of the step that is open.
  await canvas.click({ position: { x: at.x + 120, y: at.y } })
  await expect(work).toContainText('Recess 3 × 1, 1⁄8 deep, corners r 1⁄4, on the face')
  await pickFrom(field('Shape'), 'a circle')
  await expect(field('Width')).toHaveCount(0)
  await expect(work).toContainText('Round recess ⌀ 3')
  await maker.saved()
  await page.reload()
  await maker.screen('Cuts')
  const row = page.getByRole('row').filter({ hasText: 'Apron' })
  await expect(row).toContainText('1 arch')
  await expect(row).toContainText('1 recess')
})
