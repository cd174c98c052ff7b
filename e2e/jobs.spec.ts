/** Jobs that a new maker does from an empty project: inputs counted, and sizes reckoned apart. */
import { expect } from '@playwright/test'
import { inches } from './figures'
import { Hands } from './hands'
import { Maker, ready } from './maker'
import { test } from './shared'

const sizes = async (maker: Maker, name: string) => {
  const found = await maker.sizesOf(name)
  return found.map((text) => text.replace('≈ ', ''))
}
test('J1 from ready work: a case, made deeper, three in a row, and a frame before it', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor seed cabinet')
  const form = ready(page)

  await hands.key('w')
  await expect(form.drawn).toBeVisible()
  await hands.type(form.field('Width'), '34')
  await hands.type(form.field('Height'), '41')
  await hands.type(form.field('Shelves'), '3')
  await hands.type(form.field('Height of the kick board'), '3')
  await hands.click(form.put)
  const pieces = page.getByRole('region', { name: 'Pieces' })
  await expect(pieces.getByRole('button', { name: /Shelf ×3/ })).toBeVisible()
  hands.done('J1 ready work', 12)

  const stock = 3 / 4
  const dado = stock / 3
  const between = (width: number) => width - 2 * stock + 2 * dado
  await maker.screen('Cuts')
  expect((await sizes(maker, 'Left side, Right side')).slice(0, 2)).toEqual([inches(41), inches(9.25)])
  expect((await sizes(maker, 'Shelf'))[0]).toBe(inches(between(34)))
  expect((await sizes(maker, 'Kick board')).slice(0, 2)).toEqual([inches(between(34)), inches(3)])
  expect((await sizes(maker, 'Back')).slice(0, 2)).toEqual([inches(41), inches(34 - 2 * stock + stock)])
  await maker.screen('Bench')

  await test.step('deeper, by one input once its group is chosen', async () => {
    await pieces.getByRole('button', { name: 'Case', exact: true }).click()
    const before = hands.count
    await hands.type(maker.row('Deep').getByRole('textbox', { name: 'Deep measures' }), '8 1/2', 'Enter')
    hands.done('J1 depth later', 1, before)
    await maker.screen('Cuts')
    await expect(async () =>
      expect((await sizes(maker, 'Left side, Right side'))[1]).toBe(inches(8.5)),
    ).toPass()
    await maker.screen('Bench')
  })

  await test.step('a row of three', async () => {
    await maker.choose('Back')
    const before = hands.count
    await hands.click(pieces.getByRole('button', { name: 'Case', exact: true }))
    await hands.click(page.getByRole('button', { name: 'Insert again' }))
    await hands.click(page.getByRole('button', { name: 'Insert again' }))
    hands.done('J1 row of three', 3, before)
    await expect(pieces.getByRole('button', { name: 'Case ×3', exact: true })).toBeVisible()
    await maker.screen('Cuts')
    const sides = page.getByRole('row').filter({ hasText: 'Left side, Right side' })
    await expect(sides.getByRole('cell').nth(2)).toContainText('6')
    await maker.screen('Bench')
    await page.getByRole('button', { name: 'Undo' }).click()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(pieces.getByRole('button', { name: 'Case', exact: true })).toBeVisible()
  })

  await test.step('a face frame before it', async () => {
    await hands.key('w')
    await hands.select(form.kind, 'Face frame')
    await expect(form.drawn).toBeVisible()
    await hands.click(form.put)
    hands.done('J1 case and face frame', 60)
    await maker.screen('Cuts')
    expect((await sizes(maker, 'Left stile, Right stile')).slice(0, 2)).toEqual([inches(41), inches(1.5)])
    const rail = 34 - 2 * 1.5 + 2 * (3 / 4)
    expect((await sizes(maker, 'Top rail')).slice(0, 2)).toEqual([inches(rail), inches(1.5)])
    expect((await sizes(maker, 'Bottom rail')).slice(0, 2)).toEqual([inches(rail), inches(3.5)])
  })

  await test.step('nothing is lost, and one undo takes the frame away', async () => {
    await maker.saved()
    await page.reload()
    await maker.screen('Bench')
    await expect(pieces.getByRole('button', { name: /Top rail/ })).toBeVisible()
    await maker.choose('Top rail')
  })
})

test('J1 from ready work by the keyboard alone', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor keys')
  const { keyboard } = page
  await keyboard.press('w')
  await expect(page.getByLabel('Ready-made', { exact: true })).toBeFocused()
  await expect(ready(page).drawn).toBeVisible()
  const tab = async (times: number) => {
    for (let n = 0; n < times; n++) await keyboard.press('Tab')
  }
  // Past the two woods to the width, on to the height, and past the depth to the shelves.
  await tab(3)
  await keyboard.type('30')
  await tab(1)
  await keyboard.type('40')
  await tab(2)
  await keyboard.type('2')
  // Enter alone goes on to the next field.
  await keyboard.press('Enter')
  await expect(page.getByLabel('Height of the kick board', { exact: true })).toBeFocused()
  await keyboard.press('Control+Enter')
  await expect(page.getByRole('button', { name: /Shelf ×2/ })).toBeVisible()
  await keyboard.press('Control+k')
  await keyboard.type('cuts')
  await keyboard.press('Enter')
  expect((await sizes(maker, 'Shelf'))[0]).toBe(inches(30 - 2 * (3 / 4) + 2 * (1 / 4)))
  expect((await sizes(maker, 'Left side, Right side'))[0]).toBe(inches(40))
  await keyboard.press('Control+z')
  await expect(page.getByRole('row').filter({ hasText: 'Shelf' })).toHaveCount(0)
})

test('J5 from ready work: three drawers for the opening of a case', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor drawers', 'millimetres')
  const form = ready(page)
  await hands.key('w')
  await expect(form.drawn).toBeVisible()
  await hands.type(form.field('Width'), '400')
  await hands.type(form.field('Height'), '400')
  await hands.type(form.field('Shelves'), '0')
  await hands.type(form.field('Height of the kick board'), '')
  await hands.click(form.put)
  await expect(
    page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /Bottom/ }),
  ).toBeVisible()

  await hands.key('w')
  await hands.select(form.kind, 'Drawers')
  for (const [label, text] of Object.entries({
    'Left of the opening': 'Left side·right',
    'Right of the opening': 'Right side·left',
    'Bottom of the opening': 'Bottom·top',
    'Top of the opening': 'Top·bottom',
    'Fronts stand at': 'Case·front',
    'Back of the opening': 'Back·front',
  }))
    await hands.type(page.getByLabel(label, { exact: true }), text)
  await expect(form.drawn).toBeVisible()
  await hands.click(form.put)
  await expect(page.getByRole('button', { name: /Drawer front ×3/ })).toBeVisible()
  hands.done('J5 ready work', 20)

  const found = async (name: string) => (await maker.sizesOf(name)).map((t) => Number(t.replace('≈ ', '')))
  await maker.screen('Cuts')
  const [, , side] = await found('Left side, Right side')
  const [inside, high] = [400 - 2 * side!, 400 - 2 * side!]
  const [long, wide] = await found('Drawer front')
  expect(long).toBeCloseTo(inside - 2 * 2, 1)
  expect(wide).toBeCloseTo((high - 4 * 2) / 3, 1)
})

test('a shelf goes between two sides, faces typed or clicked, and is joined to both in one press', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor shelf')
  await maker.addBoard({
    name: 'Left side',
    from: '1×10 pine',
    stands: 'standing, face to the left',
    size: '36',
  })
  await page.keyboard.press('i')
  const mirror = page.getByRole('form', { name: 'Mirror Left side' })
  await mirror.getByLabel('Mirror stands at', { exact: true }).fill('34/2')
  await mirror.getByLabel('Mirror stands at', { exact: true }).press('Enter')
  await expect(page.getByText('It follows its original.')).toBeVisible()

  await page.keyboard.press('Escape')
  await hands.key('n')
  await expect(page.getByText('Pick a face for “From this face”, or press Esc')).toBeVisible()
  await page.keyboard.press('Escape')
  await hands.type(page.getByLabel('From this face', { exact: true }), 'Left side·right')
  await hands.type(page.getByLabel('To that face', { exact: true }), 'Left side·top', 'Enter')
  await expect(page.getByText(/do not look at each other/)).toBeVisible()
  await hands.type(page.getByLabel('To that face', { exact: true }), 'Right side·left')
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Bottom')
  await hands.type(page.getByLabel('Name', { exact: true }), 'Shelf')
  await hands.click(page.getByRole('button', { name: 'Insert', exact: true }))
  await expect(maker.row('Across').getByRole('heading')).toHaveText('Across32 1⁄2')
  await hands.type(maker.row('Up').getByRole('textbox', { name: 'Up starts at' }), '12', 'Enter')

  // The same by the mouse: the outside of the left side is in the middle of the picture from the left.
  await page.getByRole('button', { name: 'Left', exact: true }).click()
  await page.keyboard.press('n')
  const bench = page.locator('canvas')
  const box = (await bench.boundingBox())!
  await expect(async () => {
    await bench.click({ position: { x: box.width / 2, y: (box.height - 44) / 2 } })
    await expect(page.getByLabel('From this face', { exact: true })).toHaveValue('Left side·left', {
      timeout: 1000,
    })
  }).toPass()
  await expect(page.getByText('Pick a face for “To that face”, or press Esc')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Cancel' }).click()

  await page.keyboard.press('j')
  await page
    .getByRole('button', { name: /^Add 2 joints/ })
    .first()
    .click()
  await maker.screen('Cuts')
  const opening = 34 - 2 * (3 / 4)
  expect((await maker.sizesOf('Shelf')).slice(0, 2)).toEqual([inches(opening + 2 * (1 / 4)), inches(9.25)])
  hands.done('shelf between sides', 8)
})

test('J1 by hand: a case with four shelves, its back and its kick board, board by board', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor case')
  const form = page.getByRole('form', { name: 'Add a board' })
  const pieces = page.getByRole('region', { name: 'Pieces' })
  const field = (label: string) => page.getByLabel(label, { exact: true })
  const put = page.getByRole('button', { name: 'Insert', exact: true })
  const row = (name: RegExp) => expect(pieces.getByRole('button', { name })).toBeVisible()

  await test.step('two sides', async () => {
    await hands.key('b')
    await hands.stock('1x10 pine', '1×10')
    await hands.type(form.getByLabel('Length', { exact: true }), '41', 'Enter')
    await row(/Left side/)
    await hands.key('i')
    await hands.type(page.getByLabel('Mirror stands at', { exact: true }), '34/2', 'Enter')
    await row(/Right side/)
  })
  await test.step('bottom, top and shelves between them', async () => {
    await hands.key('n')
    await hands.type(field('From this face'), 'Left side·right')
    await hands.type(field('To that face'), 'Right side·left')
    await hands.click(put)
    await row(/Bottom/)
    await hands.type(maker.row('Up').getByRole('textbox', { name: 'Up starts at' }), '3 1/2', 'Enter')
    // The next ones go between the same faces: Enter puts them in.
    await hands.key('n')
    await expect(put).toBeFocused()
    await hands.type(field('Name'), 'Top', 'Enter')
    await row(/Top/)
    await hands.type(
      maker.row('Up').getByRole('textbox', { name: 'Up starts at' }),
      'Left side·top - 3/4',
      'Enter',
    )
    await hands.key('n')
    await hands.type(field('Name'), 'Shelf', 'Enter')
    await row(/Shelf/)
    await hands.type(maker.row('Up').getByRole('textbox', { name: 'Up starts at' }), '12', 'Enter')
    await expect(maker.row('Up').getByRole('heading')).toHaveText('Up3⁄4')
    await hands.key('e')
    await expect(field('From (below)')).toHaveValue('Bottom·top')
    await expect(field('To (above)')).toHaveValue('Top·bottom')
    await hands.type(field('How many'), '4', 'Enter')
    await row(/Shelf ×4/)
  })
  await test.step('a back behind the shelves, and a kick board', async () => {
    await hands.key('n')
    await hands.stock('1/4 birch ply', '¼')
    await hands.type(field('Lying on'), 'Top·back', 'Enter')
    await row(/Back/)
    await hands.key('n')
    await hands.stock('1x4 pine', '1×4')
    await hands.type(field('Lying on'), '', 'Enter')
    await row(/Kick board|Rail/)
    await hands.type(maker.row('Up').getByRole('textbox', { name: 'Up starts at' }), '0', 'Enter')
  })
  await hands.key('j')
  await hands.click(page.getByRole('button', { name: /^Add \d+ joints/ }))
  await expect(page.getByText(/joints added/)).toBeVisible()
  hands.done('J1 case', 30)

  // Once all is looked at, six steps that are rounded are to look at, and nothing is to fix.
  await expect(page.getByTitle(/to look at/)).toBeVisible()
  await expect(page.getByText(/6 rounded steps along Left side miss its length/)).toBeVisible()
  await expect(page.getByTitle(/to fix/)).toHaveCount(0)
  const [thick, dado] = [3 / 4, 1 / 4]
  await maker.screen('Cuts')
  const long = inches(34 - 2 * thick + 2 * dado)
  for (const name of ['Bottom', 'Top', 'Shelf']) expect((await sizes(maker, name))[0]).toBe(long)
  expect((await sizes(maker, 'Left side, Right side'))[0]).toBe(inches(41))
  const kick = page.getByRole('row').filter({ hasText: /Kick board|Rail/ })
  const measured = (await kick.locator('[data-size]').allTextContents()).map((x) =>
    x.replaceAll('\u2044', '/'),
  )
  // Its upper edge is let into the bottom.
  expect(measured.slice(0, 2)).toEqual([long, inches(3.5 + dado)])
})
