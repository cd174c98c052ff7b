/** A handle bent from a rod, and the hole it sits in, as a new maker does it. */
import { expect } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { test } from './shared'

test('J9: a handle is bent along a path, its block fitted, and the hole in a rail follows its end', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await maker.startProject('Larkmoor trug handle', 'millimetres')
  await hands.addBoard({
    name: 'Handle',
    from: '18×145 planed',
    stands: 'standing, face to the front',
    size: '200',
  })
  const add = (kind: string) =>
    hands.select(page.getByRole('group', { name: 'Add work' }).getByLabel('Work', { exact: true }), kind)
  const type = (label: string, text: string) =>
    hands.type(work.getByLabel(label, { exact: true }), text, 'Enter')

  await add('Bend')
  await hands.select(work.getByLabel('Section', { exact: true }), 'round')
  await hands.select(work.getByLabel('Bends', { exact: true }), '2')
  await type('Thickness or diameter', '16')
  await type('Straight 2', '100')
  await expect(work.getByText(/the block of Handle is 200 × 145 × 18: make the block as large/)).toBeVisible()
  await hands.click(work.getByRole('button', { name: /^Make the block/ }))
  await expect(work).toContainText('Bend a rod ⌀ 16, ≈ 677 long along its middle')

  await hands.addBoard({ name: 'Rail', stands: 'lying flat, length across', size: '400' })
  const starts = (direction: 'Across' | 'Deep', text: string) =>
    hands.type(maker.row(direction).getByRole('textbox', { name: `${direction} starts at` }), text, 'Enter')
  await starts('Across', '-30')
  await starts('Deep', '-60')
  await add('Hole')
  await hands.select(work.getByLabel('Pattern', { exact: true }), 'as the mating piece')
  await expect(work).toContainText(/2 holes ⌀ 16, 12 deep, on the face/)
  hands.done('J9', 20)

  await maker.choose('Handle')
  // What is marked on the rod before it goes into the steam.
  await page.getByRole('button', { name: 'strip', exact: true }).click()
  await expect(page.getByText('strip before it is bent, from end 1')).toBeVisible()
  const stick = page.getByRole('group', { name: 'Along' }).locator('xpath=ancestor::div[2]/..')
  for (const mark of ['100', '288.5', '388.5', '577']) await expect(stick).toContainText(mark)

  // Nothing bends tighter than half of itself.
  await page.getByRole('button', { name: 'Open step 1' }).click()
  const radius = work.getByLabel('Bend 1 radius', { exact: true })
  await radius.fill('5')
  await radius.press('Enter')
  await expect(work.getByText(/^Bend 1 of Handle is tighter than half its section/)).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(work.getByText(/tighter than half/)).toBeHidden()

  // The cut list has the rod, not the block round it.
  await maker.screen('Cuts')
  expect(await maker.sizesOf('Handle')).toEqual(['≈ 677', '16', '16'])
  await maker.screen('Bench')
  await expect(page.getByText('Saved')).toBeVisible()
  await page.reload()
  await maker.choose('Handle')
  await expect(work).toContainText('Bend a rod ⌀ 16, ≈ 677 long along its middle')
})

test('a strip is bent along a line that is drawn, and its ends have mortises that follow them', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const work = page.getByRole('region', { name: 'Work' })
  const board = page.getByRole('dialog', { name: /^The outline of the/ })
  const add = (kind: string) =>
    hands.select(page.getByRole('group', { name: 'Add work' }).getByLabel('Work', { exact: true }), kind)
  await maker.startProject('Larkmoor netting hoop', 'millimetres')
  await hands.addBoard({
    name: 'Hoop',
    from: '18×145 planed',
    stands: 'standing, face to the front',
    size: '500',
  })
  await add('Bend')
  await hands.type(work.getByLabel('Thickness or diameter', { exact: true }), '6', 'Enter')
  await hands.select(work.getByLabel('Path', { exact: true }), 'drawn line')
  await hands.click(work.getByRole('button', { name: /outline/i }).first())
  await expect(board).toBeVisible()

  // Up, round a quarter of 60, and across.
  await hands.key('l')
  const put = async (which: string, along: string, across: string) => {
    await hands.type(board.getByLabel(`${which} place along`, { exact: true }), along)
    await hands.type(board.getByLabel(`${which} place across`, { exact: true }), across, 'Enter')
    await expect(board.getByLabel('Next place along', { exact: true })).toHaveValue('')
  }
  await put('First', '0', '20')
  await put('Next', '200', '20')
  await put('Next', '200', '120')
  for (let n = 0; n < 3; n++) await hands.key('Escape')
  await expect(work.getByText(/has a corner at 200 along and 20 across: round it/).first()).toBeVisible()
  await hands.click(board.locator('[data-point=p2]'))
  await hands.click(board.getByRole('button', { name: 'round', exact: true }))
  await hands.type(board.getByLabel('round at point 2: radius', { exact: true }), '60', 'Enter')
  await hands.click(board.getByRole('button', { name: 'Done', exact: true }))
  // 140 up, a quarter of 60, and 40 across.
  await expect(work).toContainText('Bend a strip 6 × 18, ≈ 274.2 long along its middle')
  await hands.click(work.getByRole('button', { name: /^Make the block/ }))
  await expect(work.getByRole('alert')).toHaveCount(0)

  await hands.addBoard({ name: 'Rail', stands: 'lying flat, length across', size: '400' })
  const starts = (direction: 'Across' | 'Deep' | 'Up', text: string) =>
    hands.type(maker.row(direction).getByRole('textbox', { name: `${direction} starts at` }), text, 'Enter')
  await starts('Across', '-100')
  await starts('Deep', '-60')
  await starts('Up', '-10')
  await add('Mortise')
  await expect(work).toContainText(/Mortise 6 × 18, 10 deep, on the face, at [\d.]+ · 69 from end 1 · edge 1/)
  hands.done('a hoop in a rail', 40)

  // What goes in is made thicker, and the mortise with it; it does not go where nothing comes.
  await maker.choose('Hoop')
  await page.getByRole('button', { name: 'Open step 1' }).click()
  await hands.type(work.getByLabel('Thickness or diameter', { exact: true }), '8', 'Enter')
  await hands.click(work.getByRole('button', { name: /^Make the block/ }))
  await expect(work.getByRole('alert')).toHaveCount(0)
  await maker.choose('Rail')
  await expect(work).toContainText(/Mortise 8 × 18/)
  await page.getByRole('button', { name: 'Open step 1' }).click()
  await hands.select(work.getByLabel('On', { exact: true }).first(), 'edge 1')
  await expect(work).toContainText('No end of the other piece comes to this face of Rail')
  await page.keyboard.press('Control+z')
  await maker.saved()
  await page.reload()
  await maker.choose('Rail')
  await expect(work).toContainText(/Mortise 8 × 18, 10 deep/)
})
