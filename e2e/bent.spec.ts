/** A handle bent from a rod, and the hole it sits in, as a new maker does it. */
import { expect, test } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'

test('J9: a handle is bent along a path, its block fitted, and the hole in a rail follows its end', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await maker.startProject('Larkmoor trug handle', 'millimetres')
  await maker.addBoard({
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
  await type('Thickness in the bend, or diameter', '16')
  await type('First straight', '150')
  // Nothing bends tighter than half of itself.
  await type('Bend 1: radius', '5')
  await expect(work.getByText(/^Bend 1 of Handle is tighter than half its section/)).toBeVisible()
  await type('Bend 1: radius', '110')
  await type('Straight after bend 1', '60')
  await type('Straight after bend 2', '150')
  await expect(work.getByText(/the block of Handle is 200 × 145 × 18: make the block as large/)).toBeVisible()
  await hands.click(work.getByRole('button', { name: /^Make the block/ }))
  await expect(work).toContainText('Bend a rod ⌀ 16, ≈ 705.6 long along its middle')
  await expect(work.getByText(/tighter than half/)).toBeHidden()

  // What is marked on the rod before it goes into the steam.
  await hands.click(page.getByRole('button', { name: 'strip', exact: true }))
  await expect(page.getByText('strip before it is bent, from end 1')).toBeVisible()
  const stick = page.getByRole('group', { name: 'Along' }).locator('xpath=ancestor::div[2]/..')
  for (const mark of ['150', '322.8', '382.8', '555.6']) await expect(stick).toContainText(mark)

  await maker.addBoard({
    name: 'Rail',
    from: '18×145 planed',
    stands: 'lying flat, length across',
    size: '400',
  })
  await maker.say('Across', 'starts at', '-60')
  await maker.say('Deep', 'starts at', '-60')
  await maker.say('Up', 'starts at', '0')
  await add('Bore')
  await hands.select(work.getByLabel('Pattern', { exact: true }), 'meets another')
  await hands.type(work.getByLabel('Depth', { exact: true }), '', 'Enter')
  await expect(work).toContainText(/2 holes ⌀ 16, through, on the face/)
  hands.done('J9', 20)

  // The cut list has the rod, not the block round it.
  await maker.screen('Cuts')
  expect(await maker.sizesOf('Handle')).toEqual(['≈ 705.6', '16', '16'])
  await maker.screen('Bench')
  await expect(page.getByText('Saved')).toBeVisible()
  await page.reload()
  await maker.choose('Handle')
  await expect(work).toContainText('Bend a rod ⌀ 16, ≈ 705.6 long along its middle')
})
