/** Jobs on shaped wood, from an empty project to their sheets, as a new maker does them; inputs counted. */
import { expect, type Page } from '@playwright/test'
import { Hands } from './hands'
import { fromRail, Maker } from './maker'
import { test } from './shared'
import { ticketOf } from './ticket'

const outline = (page: Page) => page.getByRole('dialog', { name: /^The outline of the/ })

/** A disc sawn from the piece that is open. */
async function disc(page: Page, hands: Hands, diameter: string): Promise<void> {
  const board = outline(page)
  await ticketOf(page, hands).put('Outline')
  await hands.select(board.getByLabel('Insert'), 'a circle')
  await hands.click(board.getByRole('button', { name: /^diameter of circle 1/ }))
  await hands.type(board.getByLabel('diameter of circle 1', { exact: true }), diameter, 'Enter')
  await hands.click(board.getByRole('button', { name: 'Done' }))
}

/** Where the piece that is open begins. */
async function starts(maker: Maker, hands: Hands, at: Readonly<Record<string, string>>): Promise<void> {
  for (const [way, text] of Object.entries(at))
    await hands.type(
      maker
        .row(way as 'Up')
        .getByRole('textbox')
        .first(),
      text,
      'Enter',
    )
}

/** Joins what touches, the first groups by these joints; says how many joints that is. */
async function joined(page: Page, hands: Hands, joints: readonly string[], add: string): Promise<void> {
  for (let n = 0; n < 3; n++) await page.keyboard.press('Escape')
  await hands.key('j')
  for (const [n, name] of joints.entries()) {
    const list = page.getByRole('combobox', { name: /^Joint for/ }).nth(n)
    await expect(list).toBeVisible()
    if ((await list.textContent()) !== name) await hands.select(list, name)
  }
  await hands.click(page.getByRole('button', { name: add, exact: true }))
  await expect(page.getByText(/joints? added/)).toBeVisible()
  await page.keyboard.press('Escape')
}

/** Nothing must be fixed, and so many sheets are drawn; all is there after the page is loaded anew. */
async function drawn(page: Page, maker: Maker, names: readonly string[]): Promise<void> {
  await maker.screen('Proof')
  await expect(page.getByText(/^Ready to cut|to look at|Look at/).first()).toBeVisible()
  await expect(page.getByText('Must fix')).toHaveCount(0)
  await maker.saved()
  await page.reload()
  await maker.screen('Plans')
  const list = page.getByRole('navigation', { name: 'Sheets' }).getByRole('listitem')
  for (const name of names) await expect(list.filter({ hasText: name }).first()).toBeVisible()
}

test('a round-topped table: three tabbed legs in a ring, a round shelf let into them', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const flat = 'lying flat, length across'
  await maker.startProject('Larkmoor plant table', 'millimetres')
  await hands.addBoard({ name: 'Top', from: '18 mm birch ply', stands: flat, size: '400 x 400' })
  await starts(maker, hands, { Up: '382' })
  await disc(page, hands, '400')
  await hands.addBoard({ name: 'Shelf', stands: flat, size: '160 x 160' })
  await starts(maker, hands, { Across: '120', Deep: '120', Up: '150' })
  await disc(page, hands, '140')
  await hands.addBoard({ name: 'Leg', stands: 'standing, face to the front', size: '382 x 110' })
  await starts(maker, hands, { Across: '240', Deep: '191' })
  await fromRail(page, 'Arrange', 'Ring')
  await hands.type(page.getByLabel('Middle, across', { exact: true }), '200')
  await hands.type(page.getByLabel('Middle, deep', { exact: true }), '200')
  await hands.click(page.getByRole('button', { name: 'Repeat', exact: true }))
  await joined(page, hands, ['Tab and slot', 'Dado'], 'Add 6 joints')
  hands.done('a round table', 50)
  await maker.screen('Cuts')
  expect(await maker.sizesOf('Top')).toEqual(['⌀ 400', '⌀ 400', '18'])
  expect(await maker.sizesOf('Shelf')).toEqual(['⌀ 140', '⌀ 140', '18'])
  expect(await maker.sizesOf('Leg')).toEqual(['400', '110', '18'])
  const legs = page.getByRole('row').filter({ hasText: 'Leg' }).getByRole('cell').nth(2)
  await expect(legs).toHaveText('3')
  await drawn(page, maker, ['Top', 'Shelf', 'Leg'])
})

test('a toy engine: arched cab, a boiler bored on its round, edges eased, opposite holes', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const { work, field, put, set } = ticketOf(page, hands)
  const flat = 'lying flat, length across'
  await maker.startProject('Larkmoor engine', 'millimetres')
  await hands.addBoard({ name: 'Frame', from: '18×70 planed', stands: flat, size: '180' })
  await put('Hole', 'edge 1')
  await set({ Diameter: '6', 'Distance along': '35', Depth: '20' })
  await hands.click(work.getByRole('button', { name: 'More' }))
  await hands.select(field('Mirrored'), 'on the opposite face')
  await maker.back()
  await expect(work.getByText(/^Hole ⌀ 6, 20 deep, on edge [12]/)).toHaveCount(2)
  await put('Round over')
  await set({ Size: '3' })
  await hands.addBoard({
    name: 'Cab',
    from: '34×95 planed',
    stands: 'on edge, face to the right, length front to back',
    size: '70',
  })
  await starts(maker, hands, { Across: '0', Up: '18' })
  await put('Outline')
  await hands.select(outline(page).getByLabel('Insert'), 'the whole face, its far side an arch')
  await hands.click(outline(page).getByRole('button', { name: 'Done' }))
  await maker.back()
  await put('Round over')
  await set({ Size: '2' })
  await hands.addBoard({ name: 'Boiler', from: '20 mm dowel rod', stands: flat, size: '100' })
  await starts(maker, hands, { Across: '34', Deep: '25', Up: '18' })
  await put('Hole')
  await field('On').first().click()
  await page.getByRole('option', { name: /round of the rod/ }).click()
  await set({ Diameter: '8', Depth: '10', 'Distance along': '80', 'Angle round the axis': '0' })
  await expect(work).toContainText('Hole ⌀ 8, 10 deep, on the round of the rod, at 80 from its near end')
  hands.done('a toy engine', 50)
  await maker.screen('Cuts')
  expect(await maker.sizesOf('Boiler')).toEqual(['100', '⌀ 20', '⌀ 20'])
  await drawn(page, maker, ['Frame', 'Cab', 'Boiler'])
})

test('a box drawn overlapping is joined by what that means', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const [across, along] = [
    'on edge, face to the front, length across',
    'on edge, face to the right, length front to back',
  ]
  await maker.startProject('Larkmoor label box', 'millimetres')
  await hands.addBoard({ name: 'Front', from: '12 mm birch ply', stands: across, size: '240 x 90' })
  await hands.addBoard({ name: 'Back', stands: across, size: '240 x 90' })
  await starts(maker, hands, { Across: '0', Deep: '148' })
  // The sides are drawn 4 into front and back, the bottom 5 into all of them.
  await hands.addBoard({ name: 'Left', stands: along, size: '144 x 90' })
  await starts(maker, hands, { Across: '10', Deep: '8' })
  await hands.addBoard({ name: 'Right', stands: along, size: '144 x 90' })
  await starts(maker, hands, { Across: '218', Deep: '8' })
  await hands.addBoard({
    name: 'Bottom',
    from: '6 mm birch ply',
    stands: 'lying flat, length across',
    size: '206 x 146',
  })
  await starts(maker, hands, { Across: '17', Deep: '7', Up: '8' })
  await joined(page, hands, [], 'Add 8 joints')
  hands.done('an overlapping box', 45)
  await maker.choose('Front')
  const { work } = ticketOf(page, hands)
  await expect(work.getByText(/^Dado 12 wide, 4 deep/)).toHaveCount(2)
  await expect(work.getByText(/^Groove 6.5 wide, 5 deep/)).toHaveCount(1)
  await maker.screen('Cuts')
  // What goes in stays as it is drawn.
  expect(await maker.sizesOf('Left')).toEqual(['144', '90', '12'])
  expect(await maker.sizesOf('Bottom')).toEqual(['206', '146', '6.5'])
  await drawn(page, maker, ['Front', 'Left', 'Bottom'])
})

test('a turned pin with a peg on its end and a hole across', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const { work, field, put, set } = ticketOf(page, hands)
  await maker.startProject('Larkmoor pin', 'millimetres')
  await hands.addBoard({
    name: 'Pin',
    from: '44×95 planed',
    stands: 'lying flat, length across',
    size: '120 x 44',
  })
  await put('Turn')
  const board = outline(page)
  await expect(board).toBeVisible()
  await hands.key('l')
  for (const [which, along, diameter] of [
    ['First', '0', '0'],
    ['Next', '0', '40'],
    ['Next', '20', '40'],
    ['Next', '20', '24'],
    ['Next', '120', '24'],
    ['Next', '120', '0'],
  ] as const) {
    await hands.type(board.getByLabel(`${which} place along`, { exact: true }), along)
    await hands.type(board.getByLabel(`${which} diameter`, { exact: true }), diameter, 'Enter')
    await expect(board.getByLabel('Next place along', { exact: true })).toHaveValue('')
  }
  for (let n = 0; n < 2; n++) await hands.key('Escape')
  await expect(board.getByText('Can be marked out')).toBeVisible()
  await hands.click(board.getByRole('button', { name: 'Done', exact: true }))
  await maker.back()
  await put('Peg', 'end 2')
  await set({ Diameter: '12', Height: '8' })
  await maker.back()
  await put('Hole')
  await field('On').first().click()
  await page.getByRole('option', { name: 'round of the turned profile' }).click()
  await set({ Diameter: '6', Depth: '', 'Distance along': '60', 'Angle round the axis': '90' })
  await expect(work).toContainText('Hole ⌀ 6, through, on the round of the turned profile')
  await expect(work).toContainText('at 60 from its near end, 90° from the face towards edge 2')
  hands.done('a turned pin', 35)
  await maker.screen('Cuts')
  expect(await maker.sizesOf('Pin')).toEqual(['120', '⌀ 40', '⌀ 40'])
  await drawn(page, maker, ['Pin'])
})
