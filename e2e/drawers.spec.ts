/** Drawers by hand, board by board, in the case they run in; inputs counted and sizes reckoned apart. */
import { expect } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { test } from './shared'

test('J5 by hand: a case, and three drawers in it', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor seed packets', 'millimetres')
  const pieces = page.getByRole('region', { name: 'Pieces' })
  const field = (label: string) => page.getByLabel(label, { exact: true })
  const row = (name: RegExp) => expect(pieces.getByRole('button', { name })).toBeVisible()
  const stands = (name: string) =>
    hands.click(page.getByRole('group', { name: 'Stands' }).getByRole('button', { name, exact: true }))
  const put = async (name: string) => {
    await hands.type(field('Name'), name, 'Enter')
    await row(new RegExp(name))
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue(name)
  }
  type Direction = 'Across' | 'Deep' | 'Up'
  const says = (direction: Direction, fact: string, text: string) =>
    hands.type(maker.row(direction).getByRole('textbox', { name: `${direction} ${fact}` }), text, 'Enter')
  const instead = (direction: Direction, n: number, fact: string) =>
    hands.select(maker.row(direction).getByLabel(`${direction}: which dimension`).nth(n), fact)

  await test.step('the case: sides, bottom, top and back', async () => {
    await hands.key('b')
    await hands.stock('18 mm birch ply')
    await hands.type(field('Length'), '400 x 300', 'Enter')
    await row(/Left side/)
    await hands.key('i')
    await hands.type(field('Mirror stands at'), '500/2', 'Enter')
    await row(/Right side/)
    await hands.key('n')
    await hands.type(field('From this face'), 'Left side·right')
    await hands.type(field('To that face'), 'Right side·left')
    await put('Bottom')
    await hands.key('n')
    await put('Top')
    await says('Up', 'starts at', 'Left side·top - 18')
    await hands.key('n')
    await hands.stock('6 mm birch ply')
    await hands.type(field('Lying on'), 'Top·back', 'Enter')
    await row(/Back/)
  })
  await test.step('a drawer: front, sides, back and bottom', async () => {
    await hands.key('n')
    await hands.stock('18 mm birch ply')
    await stands('on edge, face to the front, length across')
    await put('Drawer front')
    await says('Across', 'starts at', 'Left side·right + 2')
    await says('Across', 'ends at', 'Right side·left - 2')
    await says('Up', 'starts at', 'Bottom·top + 2')
    await instead('Up', 1, 'measures')
    await says('Up', 'measures', '(Top·bottom - Bottom·top - 4*2)/3')

    await hands.key('n')
    await hands.stock('12 mm birch ply')
    await hands.type(field('From this face'), 'Drawer front·back')
    await hands.type(field('To that face'), 'Back·front - 6')
    await stands('on edge 2, face to the left, length front to back')
    await put('Drawer side')
    await hands.key('i')
    await hands.type(field('Mirror stands at'), '500/2', 'Enter')
    await row(/Drawer side 2/)

    await hands.key('n')
    await hands.type(field('From this face'), 'Drawer side·right')
    await hands.type(field('To that face'), 'Drawer side 2·left')
    await stands('on edge, face to the front, length across')
    await put('Drawer back')
    await instead('Deep', 0, 'ends at')
    await says('Deep', 'ends at', 'Drawer side·back')
    await hands.key('n')
    await hands.stock('6 mm birch ply')
    await stands('lying flat, length across')
    await put('Drawer bottom')
    await says('Up', 'starts at', 'Drawer side·bottom + 10')
    await says('Deep', 'ends at', 'Drawer back·front')
  })
  await test.step('all of it together, three times in the opening', async () => {
    await hands.click(pieces.getByRole('button', { name: /Drawer front/ }))
    await hands.click(pieces.getByRole('button', { name: /Drawer bottom/ }), { modifiers: ['Shift'] })
    await hands.key('g')
    await row(/^Group/)
    await hands.key('e')
    const dialog = page.getByRole('form', { name: /^Space .* evenly$/ })
    await hands.select(dialog.getByLabel('Direction'), 'upward')
    await expect(dialog.getByLabel('From (below)', { exact: true })).toHaveValue('Bottom·top')
    await expect(dialog.getByLabel('To (above)', { exact: true })).toHaveValue('Top·bottom')
    await hands.type(dialog.getByLabel('How many'), '3', 'Enter')
    await row(/Drawer front ×3/)
  })
  await hands.key('Escape')
  await hands.key('j')
  await hands.click(page.getByRole('button', { name: /^Add \d+ joints/ }))
  await expect(page.getByText(/joints added/)).toBeVisible()
  hands.done('J5', 60)
  // Nothing is found wrong, on any piece or between them.
  await expect(page.getByRole('link', { name: /^Bench/ })).toHaveText('Bench')

  const [thick, thin, gap] = [18, 12, 2]
  const third = (t: number) => Math.round(t / 3)
  const wide = 500 - 2 * thick - 2 * gap
  const high = (400 - 2 * thick - 4 * gap) / 3
  const sizes = async (name: string) =>
    (await maker.sizesOf(name)).map((text) => Number(text.replace('≈ ', '')))
  const is = (found: number[], ...wanted: number[]) =>
    wanted.forEach((mm, n) => expect(found[n]).toBeCloseTo(mm, 1))
  await maker.screen('Cuts')
  is(await sizes('Drawer front'), wide, high, thick)
  // From behind the front to 6 before the case’s back; its tails leave a quarter of the front before them.
  is(await sizes('Drawer side'), 300 - 6 - thick + (3 / 4) * thick, high, thin)
  const inside = wide - 2 * thin
  // Fingers go through, and the bottom lies a third deep in its grooves.
  is(await sizes('Drawer back'), inside + 2 * thin, high, thin)
  is(await sizes('Drawer bottom'), inside + 2 * third(thin))
})
