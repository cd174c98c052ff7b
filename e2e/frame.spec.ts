/** Sloped work by hand: the cold frame, board by board, inputs counted and sizes reckoned apart. */
import { expect } from '@playwright/test'
import { inches } from './figures'
import { Hands } from './hands'
import { Maker } from './maker'
import { test } from './shared'

test('J3 by hand: a sloped box with its lid on two edges, bevelled and hinged', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor cold frame')
  const pieces = page.getByRole('region', { name: 'Pieces' })
  const field = (label: string) => page.getByLabel(label, { exact: true })
  const row = (name: RegExp) => expect(pieces.getByRole('button', { name })).toBeVisible()
  const onEdge = (name: string) =>
    page.getByRole('group', { name: 'Stands' }).getByRole('button', { name, exact: true })
  const says = (direction: 'Across' | 'Deep' | 'Up', fact: string) =>
    maker.row(direction).getByRole('textbox', { name: `${direction} ${fact}` })
  const instead = (direction: 'Across' | 'Deep' | 'Up') =>
    maker.row(direction).getByLabel(`${direction}: which dimension`).first()

  await test.step('two sides', async () => {
    await hands.key('b')
    await hands.stock('1x12 pine', '1×12 pine')
    await hands.click(onEdge('on edge 2, face to the left, length front to back'))
    await hands.type(field('Length'), '24', 'Enter')
    await row(/Left side/)
    await hands.key('i')
    await hands.type(field('Mirror stands at'), '36/2', 'Enter')
    await row(/Right side/)
  })
  await test.step('a back and a front between them', async () => {
    await hands.key('n')
    await hands.type(field('From this face'), 'Left side·right')
    await hands.type(field('To that face'), 'Right side·left')
    await hands.click(onEdge('on edge, face to the front, length across'))
    await hands.type(field('Name'), 'Back', 'Enter')
    await row(/Back/)
    await hands.select(instead('Deep'), 'ends at')
    await hands.type(says('Deep', 'ends at'), 'Left side·back', 'Enter')
    await hands.key('n')
    await hands.stock('1x8 pine', '1×8 pine')
    await hands.type(field('Name'), 'Front', 'Enter')
    await row(/Front/)
  })
  await test.step('a strip on the back', async () => {
    await hands.key('b')
    await hands.stock('1x4 pine', '1×4 pine')
    await hands.click(onEdge('lying flat, length across'))
    await hands.type(field('Name'), 'Strip')
    await hands.type(field('Length'), '38', 'Enter')
    await row(/Strip/)
    await hands.type(says('Across', 'starts at'), '-1', 'Enter')
    await hands.select(instead('Deep'), 'ends at')
    await hands.type(says('Deep', 'ends at'), 'Left side·back', 'Enter')
    await hands.type(says('Up', 'starts at'), 'Left side·top', 'Enter')
  })
  await test.step('the lid on two edges', async () => {
    await hands.key('y')
    await hands.stock('1x12 pine', '1×12 pine')
    await hands.type(field('First edge'), 'Strip, bottom front edge')
    await hands.type(field('Second edge'), 'Front, top back edge')
    await expect(
      page.getByRole('status').filter({ hasText: 'Bevelled with Strip at the upper edge.' }),
    ).toBeVisible()
    await hands.type(field('Overhang at the lower edge'), '1', 'Enter')
    await row(/Lid/)
  })
  await test.step('hinged at the strip', async () => {
    await hands.select(field('Hinged at'), 'hinge at the top back edge')
    await hands.click(page.getByRole('region', { name: 'Hardware' }).getByRole('button', { name: 'Add' }))
    await hands.type(field('Opens to'), '-95deg', 'Enter')
  })
  await hands.key('j')
  await hands.click(page.getByRole('button', { name: /^Add \d+ joints/ }).first())
  await expect(page.getByText(/joints added/)).toBeVisible()
  hands.done('J3', 45)

  await test.step('it swings from its slope, and is told what it meets', async () => {
    await page.getByRole('button', { name: 'Done' }).click()
    await maker.choose('Lid')
    await page.getByLabel('Swing it').fill('30')
    await expect(page.getByText('It opens all the way and meets nothing.')).toBeVisible()
    // Nothing has to fix, on any piece or between them.
    await expect(page.getByRole('link', { name: /^Bench/ })).toHaveText('Bench')
  })

  // The slope is from the inside of the front’s top to the strip’s; the bevel halves the angle of the two.
  const [thick, long, back, front, strip] = [3 / 4, 24, 11.25, 7.25, 3.5]
  const [rise, going] = [back - front, long - strip - thick]
  const lean = Math.atan2(rise, going)
  await maker.screen('Cuts')
  expect((await maker.sizesOf('Left side, Right side')).slice(0, 2)).toEqual([inches(long), inches(back)])
  const sizes = async (name: string) => (await maker.sizesOf(name)).map((text) => text.replace('≈ ', ''))
  const lid = await sizes('Lid')
  expect(lid[0]).toBe(inches(38))
  expect(lid[1]).toBe(inches(Math.hypot(rise, going) + 1 + thick * Math.tan(lean / 2)))
  const strips = await sizes('Strip')
  expect(strips[1]).toBe(inches(strip + thick * Math.tan(lean / 2)))
})
