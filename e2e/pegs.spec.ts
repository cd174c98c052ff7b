/** A block bored, sawn and eased, a perch on a peg that meets it: by a maker, from an empty project. */
import { expect } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { ticketOf } from './ticket'
import { test } from './shared'

test('J6 a bee hotel: arch, window, rows of bores, mirrored, an insert, eased; a perch on a peg', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor bees')
  const form = page.getByRole('form', { name: 'Add a board' })
  const { work, field, put, set } = ticketOf(page, hands)

  await test.step('a block that stands up', async () => {
    await hands.key('b')
    await hands.stock('4x4 pine', '4×4')
    await hands.select(form.getByLabel('Stands, in words'), 'standing, face to the front')
    await hands.type(form.getByLabel('Name'), 'Body')
    await hands.type(form.getByLabel('Length', { exact: true }), '11', 'Enter')
    await expect(work).toBeVisible()
  })
  await test.step('sawn to an arch below', async () => {
    await put('Arch')
    await hands.select(field('Side'), 'its reference end')
    await set({ Length: '2 1/4', 'Rise or depth': '3/4' })
    await expect(work).toContainText(/Saw arch 2 1⁄4 long, 3⁄4 high/)
  })
  await test.step('rows both ways with a brad point, and two through holes mirrored', async () => {
    await put('Hole')
    await hands.select(field('Pattern'), 'rows both ways')
    await set({ 'Distance along': '2 1/2', 'Distance across': '3/4', Diameter: '5/16', Depth: '2 3/4' })
    await set({ 'Count along': '6', 'Spacing along': '1 1/8', 'Count across': '3', 'Spacing across': '1' })
    await hands.select(field('Tip'), 'brad point')
    await expect(work).toContainText(/18 holes ⌀ 5⁄16, 2 3⁄4 deep, on the face, 6 by 3/)
    await put('Hole')
    await set({ 'Distance along': '10', 'Distance across': '1/2', Diameter: '3/16', Depth: '' })
    await hands.select(field('Mirrored'), 'edge for edge')
    await expect(work).toContainText(/2 holes ⌀ 3⁄16, through, on the face, at 10 · 1⁄2; 10 · 3 from end 1/)
  })
  await test.step('a window at the side, and an insert in the back', async () => {
    await put('Recess', 'edge 1')
    await set({ 'Length or diameter': '5', Width: '2' })
    await put('Hole', 'back')
    await hands.select(field('Insert'), 'an insert')
    await hands.select(field('Thread'), '1/4-20')
    await expect(work).toContainText(/Hole ⌀ 3⁄8, 1⁄2 deep, on the back, .*for threaded insert 1\/4-20/)
  })
  await test.step('every edge eased but the bores', async () => {
    await put('Round over')
    await expect(work).toContainText(/Round edges, r 1⁄8, all edges/)
  })
  await test.step('a perch before it, on a peg', async () => {
    await page.keyboard.press('Escape')
    await hands.key('b')
    await hands.stock('1x6 pine', '1×6')
    await hands.select(form.getByLabel('Stands, in words'), 'lying flat, length front to back')
    await hands.type(form.getByLabel('Name'), 'Perch')
    await hands.type(form.getByLabel('Length', { exact: true }), '2 1/2', 'Enter')
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Perch')
    const at = (direction: 'Across' | 'Deep' | 'Up', fact: string) =>
      maker.row(direction).getByRole('textbox', { name: `${direction} ${fact}` })
    await hands.type(at('Across', 'starts at'), '-1', 'Enter')
    await hands.type(at('Deep', 'starts at'), 'Body·front - 2', 'Enter')
    await hands.type(at('Up', 'starts at'), '1', 'Enter')
    await put('Peg', 'end 2')
    await expect(work).toContainText(/Peg ⌀ 3⁄8, standing 1⁄2 proud of end 2/)
  })
  await test.step('and the block bored where that comes to it', async () => {
    await hands.click(page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /Body$/ }))
    await put('Hole')
    await hands.select(field('Pattern'), 'as the mating piece')
    await expect(field('Meets')).toContainText('Perch, peg')
    await expect(work).toContainText(
      /Hole ⌀ 3⁄8, 1⁄2 deep, on the face, at 1 3⁄8 · 1 3⁄4 from end 1 · edge 1/,
    )
    await expect(page.getByText('Nothing stands in the way')).toHaveCount(0)
  })
  hands.done('J6', 50)

  await test.step('the bore is dragged before the easing by its sign', async () => {
    const rows = work.locator('[data-step]')
    await maker.back()
    const sign = rows.last().getByRole('button', { name: /^Open step/ })
    const from = (await sign.boundingBox())!
    const ease = rows.filter({ hasText: 'Round edges' })
    const to = (await ease.boundingBox())!
    await page.mouse.move(from.x + 8, from.y + 8)
    await page.mouse.down()
    await page.mouse.move(from.x + 8, to.y + 2, { steps: 6 })
    await expect(work.getByRole('status')).toHaveText(
      'hole 4 on Body comes before eased edge on Body, which goes along the edges it leaves, too',
    )
    await page.mouse.up()
    await expect(rows.last()).toContainText('Round edges')
    await page.keyboard.press('Control+z')
    await expect(rows.last()).toContainText('on the face, at 1 3⁄8 · 1 3⁄4')
  })

  await test.step('moved, the perch takes its hole along; nothing is lost', async () => {
    await maker.choose('Perch')
    await maker.say('Up', 'starts at', '1 1/4')
    await maker.choose('Body')
    await expect(work).toContainText(/at 1 5⁄8 · 1 3⁄4 from end 1 · edge 1/)
    await maker.saved()
    await page.reload()
    await maker.choose('Body')
    await expect(work).toContainText(/at 1 5⁄8 · 1 3⁄4 from end 1 · edge 1/)
    await maker.screen('Cuts')
    await expect(page.getByRole('row').filter({ hasText: /Threaded insert 1.4-20/ })).toBeVisible()
    await expect(page.getByRole('row').filter({ hasText: 'Perch' })).toContainText('1 peg')
  })
})
