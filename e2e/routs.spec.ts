/** Edges routed and eased as a maker does: over a frame as one, along one edge, with bits of the rack. */
import { expect } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

test('J2 a glazed lid: dowelled butts and mitres; cove, rabbet and chamfer run over it as one', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor lid')
  const form = page.getByRole('form', { name: 'Add a board' })
  const pieces = page.getByRole('region', { name: 'Pieces' })
  const group = page.getByRole('region', { name: 'Work on the group' })
  const canvas = page.locator('canvas')
  const field = (label: string) => page.getByLabel(label, { exact: true })
  const at = (direction: 'Across' | 'Deep' | 'Up', fact: string) =>
    maker.row(direction).getByRole('textbox', { name: `${direction} ${fact}` })
  const row = (name: RegExp) => expect(pieces.getByRole('button', { name })).toBeVisible()

  await test.step('two stiles, a rail between them in front, and one across their backs', async () => {
    await hands.key('b')
    await hands.stock('1x4 pine', '1×4')
    await hands.select(form.getByLabel('Stands, in words'), 'lying flat, length front to back')
    await hands.type(form.getByLabel('Name'), 'Left stile')
    await hands.type(form.getByLabel('Length', { exact: true }), '18', 'Enter')
    await row(/Left stile/)
    await hands.key('i')
    await hands.type(field('Mirror stands at'), '24/2', 'Enter')
    await row(/Right stile/)
    const rail = async (name: string, length: string, places: Partial<Record<'Across' | 'Deep', string>>) => {
      await page.keyboard.press('Escape')
      await hands.key('b')
      await hands.select(form.getByLabel('Stands, in words'), 'lying flat, length across')
      await hands.type(form.getByLabel('Name'), name)
      await hands.type(form.getByLabel('Length', { exact: true }), length, 'Enter')
      await row(new RegExp(name))
      for (const [direction, text] of Object.entries(places))
        await hands.type(at(direction as 'Across' | 'Deep', 'starts at'), text, 'Enter')
    }
    await rail('Front rail', '24 - 2*(3 1/2)', { Across: 'Left stile·right' })
    await rail('Back rail', '24', { Across: '0', Deep: 'Left stile·back - 3 1/2' })
  })
  await test.step('dowelled in front, mitred over dowels at the back, and put together', async () => {
    await page.keyboard.press('Escape')
    await hands.key('j')
    const offer = (says: RegExp) => page.getByRole('listitem').filter({ hasText: says })
    const [butt, corner] = [offer(/Front rail .* against/), offer(/corner with Back rail/)]
    await hands.select(butt.getByLabel(/^Joint for/), 'Dowels')
    await hands.select(corner.getByLabel(/^Joint for/), 'Mitre or bevel')
    await hands.select(corner.getByLabel('Across it', { exact: true }), 'dowels')
    await hands.click(page.getByRole('button', { name: /^Add \d+ joints/ }))
    await expect(page.getByText(/joints added/)).toBeVisible()
    await hands.key('Control+a')
    await hands.key('g')
  })

  await test.step('a cove round the outside, put on where the pointer shows it', async () => {
    await expect(group).toBeVisible()
    await page.getByRole('button', { name: 'Top', exact: true }).click()
    await page.waitForTimeout(500)
    await hands.key('r')
    await expect(page.getByText('Pick a place on a piece for “Router profile”, or press Esc')).toBeVisible()
    const box = (await canvas.boundingBox())!
    const says = page.getByText(/^Router profile: /)
    // Across the left stile: where its outer edge is, the cove would go all round.
    let at = { x: 0, y: box.height * 0.45 }
    const onWood = async (x: number, what: RegExp) => {
      await canvas.hover({ position: { ...at, x: box.width * x } })
      return says.filter({ hasText: what }).isVisible()
    }
    let x = 0.02
    while (x < 0.7 && !(await onWood(x, /./))) x += 0.02
    for (x -= 0.02; x < 0.7 && at.x === 0; x += 0.004)
      if (await onWood(x, /all round/)) at = { ...at, x: box.width * x }
    await hands.click(canvas, { position: at })
    await expect(group.getByText('Choose a bit for what is routed on', { exact: false })).toBeVisible()
    await hands.click(group.getByRole('group', { name: 'Bits' }).getByRole('button', { name: /^1\/4 cove/ }))
    await hands.select(group.getByLabel('Path', { exact: true }), 'outside')
    await expect(group).toContainText(/Cove 1⁄4 × 1⁄4 deep, round the outside of/)
    await expect(group.getByText(/rpm/)).toBeVisible()
  })

  await test.step('a rabbet on the back, round the opening; a chamfer before it', async () => {
    const add = group.getByRole('group', { name: 'Add work' })
    const put = async (on: string, bit: RegExp, depth: string) => {
      await hands.select(add.getByLabel('On', { exact: true }), on)
      await hands.select(add.getByLabel('Work', { exact: true }), 'Router profile')
      await hands.click(group.getByRole('group', { name: 'Bits' }).getByRole('button', { name: bit }))
      await hands.select(group.getByLabel('Path', { exact: true }), 'openings')
      await hands.type(group.getByLabel('Depth below face', { exact: true }), depth, 'Enter')
    }
    await put('its underside', /^3\/8 rabbet/, '3/8')
    await expect(group).toContainText(/Rabbet 3⁄8 × 3⁄8 deep, round the openings of/)
    await put('its top', /^1\/2 chamfer/, '3/16')
    await expect(group).toContainText(/Chamfer .* × .* deep, round the openings of/)
    hands.done('J2', 60)
  })

  await test.step('a reload loses nothing; the rack knows its bits and keeps those in use', async () => {
    await maker.saved()
    await page.reload()
    await maker.screen('Rack')
    const bits = page.getByRole('region', { name: 'Bits' })
    await expect(bits.locator('[data-bit]')).toHaveCount(3)
    await bits.getByRole('button', { name: /Remove .* cove from the rack/ }).click()
    await expect(page.getByText(/stays: .* is routed with it/)).toBeVisible()
    const deepest = bits.locator('[data-bit]').first().getByLabel('Radius', { exact: true })
    await deepest.fill('nonsense')
    await deepest.press('Enter')
    await expect(bits.getByText(/nonsense/).first()).toBeVisible()
    await deepest.fill('3/8')
    await deepest.press('Enter')
    await maker.screen('Plans')
    await expect(page.getByRole('button', { name: /A / }).first()).toBeVisible()
    await maker.screen('Bench')
    await pieces.getByRole('button', { name: 'Group', exact: true }).click()
    await expect(group).toContainText(/Cove 3⁄8 × 3⁄8 deep, round the outside of/)
  })
})

test('edges are eased and one is routed by the keyboard alone, and undone', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor shelf', 'millimetres')
  const board = { from: '18×95 planed', stands: 'lying flat, length across', size: '400' }
  await maker.addBoard({ ...board, name: 'Shelf' })
  const work = page.getByRole('region', { name: 'Work' })
  const add = work.getByRole('group', { name: 'Add work' })
  await pickFrom(add.getByLabel('Work', { exact: true }), 'Round over')
  await expect(work).toContainText('Round edges, r 3, all edges')
  const size = work.getByLabel('Size', { exact: true })
  await size.fill('40')
  await size.press('Enter')
  await expect(size).toHaveAccessibleDescription(
    '40 is more than Shelf is thick, which is 18: no edge would be left',
  )
  await size.fill('2')
  await size.press('Enter')
  await pickFrom(work.getByLabel('Edges', { exact: true }), 'of one face, all round')
  const along = work.getByRole('group', { name: 'Only along' })
  await along.getByRole('button', { name: 'edge 1' }).focus()
  await page.keyboard.press('Space')
  await expect(work).toContainText('Round edges, r 2, along edge 1 of the face')
  await page.keyboard.press('Control+z')
  await expect(work).toContainText('Round edges, r 2, all round the face')
  await maker.screen('Cuts')
  await expect(page.getByRole('heading', { name: 'Cut list' })).toBeVisible()
  await maker.screen('Bench')
  await maker.choose('Shelf')
  await expect(work).toContainText('Round edges, r 2, all round the face')

  // Of several chosen pieces, all are eased when one of them is pressed.
  await maker.addBoard({ ...board, name: 'Upper shelf' })
  await maker.say('Up', 'starts at', '18')
  await page.getByRole('button', { name: 'Show all', exact: true }).click()
  const stage = page.locator('canvas')
  await expect(page.getByText('Shaping…')).toBeHidden()
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Shift+r')
  const box = (await stage.boundingBox())!
  const says = page.getByText(/^Round over: /)
  for (let y = 0.3; y < 0.7 && !(await says.isVisible()); y += 0.01)
    await stage.hover({ position: { x: box.width * 0.3, y: box.height * y } })
  await page.mouse.down()
  await page.mouse.up()
  await maker.choose('Shelf')
  await expect(work).toContainText('2Round')
  await maker.choose('Upper shelf')
  await expect(work).toContainText('1Round')
  // As one change.
  await page.keyboard.press('Control+z')
  await expect(work).not.toContainText('Round')
})
