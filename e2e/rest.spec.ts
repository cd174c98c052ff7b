/** A block sawn as seen from two sides, bored at a lean and slotted: by fingers, from an empty project. */
import { expect, type Locator } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { ticketOf } from './ticket'
import { test } from './shared'

test.use({ viewport: { width: 1180, height: 820 }, hasTouch: true })

class Fingers extends Hands {
  override async click(what: Locator): Promise<void> {
    await super.counted(() => what.tap())
  }
  override async select(list: Locator, label: string): Promise<void> {
    await super.counted(async () => {
      await list.tap()
      await this.page.getByRole('option', { name: label, exact: true }).tap()
    })
  }
}

test('J12 by touch: a dibber rest, arched in plan, tapered at its end, bored at a lean, slotted', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Fingers(page)]
  await maker.startProject('Larkmoor rest')
  const form = page.getByRole('form', { name: 'Add a board' })
  const { work, field, put, set } = ticketOf(page, hands)

  await test.step('a block lying flat', async () => {
    await hands.click(page.getByRole('button', { name: 'Board', exact: true }).first())
    await hands.stock('4x4 pine', '4×4')
    await hands.select(form.getByLabel('Stands, in words'), 'lying flat, length across')
    await hands.type(form.getByLabel('Name'), 'Rest')
    await hands.type(form.getByLabel('Length', { exact: true }), '14', 'Enter')
    await expect(work).toBeVisible()
  })
  await test.step('arched in plan', async () => {
    await put('Outline')
    const board = page.getByRole('dialog', { name: /^The outline of the/ })
    await hands.select(board.getByLabel('Insert', { exact: true }), 'the whole face, its far side an arch')
    await hands.click(board.getByRole('button', { name: /^rise of arc 3: / }))
    await hands.type(board.getByLabel('rise of arc 3', { exact: true }), '1', 'Enter')
    await hands.click(board.getByRole('button', { name: 'Done', exact: true }))
    await expect(work).toContainText(/Saw to an outline 14 × 3 1⁄2, r 25/)
  })
  await test.step('tapered, seen on its end', async () => {
    await put('Arch', 'end 1')
    await hands.select(field('Shape'), 'a taper')
    await set({ 'Rise or depth': '1/2' })
    await expect(work).toContainText(/Saw taper/)
  })
  await test.step('five leaning bores in a row about the middle', async () => {
    await put('Hole', 'edge 1')
    await hands.select(field('Pattern'), 'a row along')
    await hands.select(field('Along, from'), 'middle')
    await set({ 'Distance along': '0', Diameter: '1 1/8', Depth: '1 3/4' })
    await set({ 'Count along': '5', 'Spacing along': '2 1/4', 'Lean across': '15deg' })
    await expect(work).toContainText(/5 holes ⌀ 1 1⁄8, 1 3⁄4 deep at 15° towards/)
  })
  await test.step('a slot', async () => {
    await put('Recess', 'back')
    await hands.select(field('Shape'), 'a slot with round ends')
    await set({ 'Length or diameter': '9', Width: '3/8' })
    await expect(work).toContainText(/Slot 9 × 3⁄8/)
  })
  hands.done('J12', 30)

  await test.step('nothing stands in its way, and nothing is lost', async () => {
    await maker.saved()
    await page.reload()
    await expect(work).toContainText(/5 holes ⌀ 1 1⁄8/)
    await expect(work.getByRole('listitem')).toHaveCount(4)
    await maker.screen('Cuts')
    await expect(page.getByRole('row').filter({ hasText: 'Rest' })).toContainText(
      /1 outline, 1 taper, 5 holes, 1 slot/,
    )
  })
})
