/** Joints and steps on wood as it is sawn: what joints add stays, depths count from what is left. */
import { expect } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { pickFrom } from './pick'
import { corners, saw } from '../core/testing/outlines'
import { block, make } from '../core/testing/scenario'
import { test } from './shared'

test('an arched rail keeps its tenons, a hole counts from its floor, a disc is told round', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const work = page.getByRole('region', { name: 'Work' })
  const board = page.getByRole('dialog', { name: /^The outline of the/ })
  await maker.startProject('Larkmoor gate', 'millimetres')
  await test.step('a rail against a post, joined by a tenon', async () => {
    await maker.addBoard({
      name: 'Post',
      from: '18×145 planed',
      stands: 'standing, face to the left',
      size: '600',
    })
    await maker.addBoard({
      name: 'Rail',
      from: '18×95 planed',
      stands: 'on edge, face to the front, length across',
      size: '400',
    })
    await maker.say('Across', 'starts at', 'Post·right')
    await maker.say('Deep', 'starts at', '40')
    await maker.say('Up', 'starts at', '200')
    await page.keyboard.press('Escape')
    await page.keyboard.press('j')
    await pickFrom(page.getByRole('combobox', { name: /^Joint for/ }).first(), 'Mortise and tenon')
    await page.getByRole('button', { name: 'Add 1 joint', exact: true }).click()
    await expect(page.getByText(/joints? added/)).toBeVisible()
    await page.keyboard.press('Escape')
  })
  await test.step('its outline is an arch from shoulder to shoulder', async () => {
    await maker.choose('Rail')
    await hands.select(work.getByLabel('Work', { exact: true }), 'Outline')
    await hands.select(board.getByLabel('Insert'), 'the whole face, its far side an arch')
    await board.getByRole('button', { name: 'Done' }).click()
    await expect(work).toContainText('what goes into joints left standing')
  })
  await test.step('a hole in the floor of a channel counts from that', async () => {
    await maker.choose('Post')
    await hands.select(work.getByLabel('Work', { exact: true }), 'Dado')
    await hands.fill(work, { Width: '60', Distance: '100', Depth: '8' })
    await maker.back()
    await hands.select(work.getByLabel('Work', { exact: true }), 'Hole')
    await hands.fill(work, { Diameter: '6', 'Distance along': '130', Depth: '5' })
    await expect(work).toContainText('5 deep, on the face, from a surface 8 below it')
    await hands.type(work.getByLabel('Depth', { exact: true }), '10', 'Enter')
    await expect(page.getByText(/goes through Post, which is 10 there/).first()).toBeVisible()
    await hands.type(work.getByLabel('Depth', { exact: true }), '5', 'Enter')
  })
  await test.step('a boss stands on a base, as high and as wide as it says', async () => {
    await maker.addBoard({
      name: 'Base',
      from: '18×145 planed',
      stands: 'lying flat, length across',
      size: '200',
    })
    await maker.say('Up', 'starts at', '500')
    await hands.select(work.getByLabel('Work', { exact: true }), 'Boss')
    await hands.fill(work, { 'Length or diameter': '90', Depth: '6' })
    await expect(work).toContainText('Round boss ⌀ 90, 6 high, on the face')
  })
  await test.step('a disc is told by its own size, beside the board that it is cut from', async () => {
    await maker.addBoard({
      name: 'Disc',
      from: '18×145 planed',
      stands: 'lying flat, length across',
      size: '145',
    })
    await maker.say('Up', 'starts at', '700')
    await hands.select(work.getByLabel('Work', { exact: true }), 'Outline')
    await hands.select(board.getByLabel('Insert'), 'a circle')
    await hands.click(board.getByRole('button', { name: /^diameter of circle 1/ }))
    await hands.type(board.getByLabel('diameter of circle 1', { exact: true }), '120', 'Enter')
    await board.getByRole('button', { name: 'Done' }).click()
    await maker.back()
    await expect(page.getByText('Comes out ⌀ 120 × 18')).toBeVisible()
    await maker.saved()
    await page.reload()
    await maker.screen('Cuts')
    expect(await maker.sizesOf('Disc')).toEqual(['⌀ 120', '⌀ 120', '18'])
    // The rail runs into the post by two thirds of that.
    expect(await maker.sizesOf('Rail')).toEqual(['412', '95', '18'])
    const rough = page.getByRole('row').filter({ hasText: 'Disc' }).getByRole('cell').nth(6)
    await expect(rough).toHaveText('145 × 145')
    await maker.screen('Plans')
    await expect(page.getByRole('navigation', { name: 'Sheets' }).getByRole('listitem').nth(3)).toBeVisible()
  })
})

test('a shelf that runs to a sloping side is offered to be trimmed to it, and is', async ({ page }) => {
  const slope = corners([0, 0], [400, 0], [400, 60], [0, 30])
  const project = make([
    ...block('a', 'up-front', [0, 60], [0, 18], [0, 400]),
    saw('a', slope),
    ...block('s', 'right-up', [-270, 300], [0, 18], [200, 18]),
  ])
  await page.goto('/')
  await page
    .getByLabel('Project file')
    .setInputFiles({
      name: 'slope.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(project)),
    })
  await page.getByRole('link', { name: 'Test', exact: true }).click()
  await expect(page.locator('canvas')).toBeVisible({ timeout: 30_000 })
  await page.keyboard.press('j')
  const panel = page.locator('aside')
  await expect(panel.getByText('is cut by the slope that is sawn on A', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Add 1 joint' }).click()
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText(/share wood/)).toHaveCount(0)
  await page.reload()
  await page.locator('[data-piece=s]').first().click()
  const work = page.getByRole('region', { name: 'Work' })
  await expect(work).toContainText('Trim end 2: blade 4.29° from square')
})
