/** What else a small shop makes, as a new maker does it: a wheel, a hopper, blocks that hook together. */
import { expect, type Page } from '@playwright/test'
import { Hands } from './hands'
import { fromRail, Maker } from './maker'
import { test } from './shared'

const board = (page: Page) => page.getByRole('dialog', { name: /^The outline of the/ })
const work = (page: Page) => page.getByRole('region', { name: 'Work' })
const add = (page: Page, hands: Hands, kind: string) =>
  hands.select(page.getByRole('group', { name: 'Add work' }).getByLabel('Work', { exact: true }), kind)
const onFace = (page: Page, hands: Hands, face: string) =>
  hands.select(page.getByRole('group', { name: 'Add work' }).getByLabel('On', { exact: true }), face)
const done = (page: Page, hands: Hands) =>
  hands.click(board(page).getByRole('button', { name: 'Done', exact: true }))
/** Says what a measure on the board is to be. */
async function measure(page: Page, hands: Hands, label: RegExp, text: string): Promise<void> {
  const dialog = board(page)
  await hands.click(dialog.getByRole('button', { name: label }).first().locator('text'))
  await hands.type(dialog.getByRole('textbox').last(), text, 'Enter')
}

test('J8: a wheel is sawn round, with openings in a ring and a hole for its axle', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor barrow wheel', 'millimetres')
  await hands.addBoard({
    name: 'Wheel',
    from: '18×195 planed',
    stands: 'lying flat, length across',
    size: '195',
  })
  await add(page, hands, 'Outline')
  await hands.select(board(page).getByLabel('Insert', { exact: true }), 'a circle')
  await measure(page, hands, /diameter|radius/i, '180')
  await done(page, hands)
  await expect(work(page)).toContainText('Saw to an outline 180 × 180, r 90')

  await add(page, hands, 'Outline')
  await hands.select(work(page).getByLabel('Keep', { exact: true }), 'the outside')
  await hands.select(board(page).getByLabel('Insert', { exact: true }), 'part of a ring')
  await measure(page, hands, /^point 5 across/, '0')
  await measure(page, hands, /^radius of arc 2/, '75')
  await measure(page, hands, /^radius of arc 4/, '25')
  await board(page).getByRole('button', { name: 'line 1', exact: true }).focus()
  await hands.key('Enter')
  await hands.select(board(page).getByLabel('Repeat the chain', { exact: true }), '5 round the middle')
  await done(page, hands)
  await expect(work(page)).toContainText(/Saw out a shape/)

  await add(page, hands, 'Hole')
  await hands.type(work(page).getByLabel('Distance along', { exact: true }), 'L/2', 'Enter')
  await hands.type(work(page).getByLabel('Diameter', { exact: true }), '20', 'Enter')
  await hands.type(work(page).getByLabel('Depth', { exact: true }), '', 'Enter')
  await expect(work(page)).toContainText(/Hole ⌀ 20, through/)
  hands.done('J8 wheel', 40)
  await expect(page.getByText('Saved')).toBeVisible()
  await page.reload()
  await maker.choose('Wheel')
  await expect(work(page)).toContainText('Saw to an outline 180 × 180, r 90')
})

test('J10: a hopper tapered, hollowed, with panels on its slopes; its base on pegs in a lid', async ({
  page,
}) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor seed hopper', 'millimetres')
  const type = (label: string, text: string) =>
    hands.type(work(page).getByLabel(label, { exact: true }), text, 'Enter')
  const select = (label: string, value: string) =>
    hands.select(work(page).getByLabel(label, { exact: true }), value)
  await hands.addBoard({
    name: 'Hopper',
    from: '44×120 planed',
    stands: 'standing, face to the front',
    size: '180',
  })
  await add(page, hands, 'Taper')
  await expect(work(page)).toContainText('Taper from 120 × 44 at 30 to 60 × 22 at 180')
  await onFace(page, hands, 'end 2')
  await add(page, hands, 'Hollow')
  await select('Bottom', 'open')
  await expect(work(page)).toContainText(/Hollow from end 2 to a wall of 6, right through/)
  await onFace(page, hands, 'face')
  await add(page, hands, 'Panel')
  await select('Sides', 'all four round the length')
  await type('Frame width', '5')
  await expect(work(page)).toContainText(
    'Panels 3 deep on all four sides, 5 in from the outline, corners r 3',
  )

  const starts = (direction: 'Across' | 'Up', text: string) =>
    hands.type(maker.row(direction).getByRole('textbox', { name: `${direction} starts at` }), text, 'Enter')
  await hands.addBoard({ name: 'Base', stands: 'lying flat, length across', size: '160' })
  await starts('Across', 'Hopper·left - 20')
  await starts('Up', 'Hopper·bottom - 44')
  await onFace(page, hands, 'back')
  await add(page, hands, 'Peg')
  await type('Distance along', '20')
  await select('Mirrored', 'end for end')
  await expect(work(page)).toContainText(/2 pegs/)

  await hands.addBoard({ name: 'Lid', size: '300' })
  await starts('Across', 'Base·left - 70')
  await starts('Up', 'Base·bottom - 44')
  await onFace(page, hands, 'face')
  await add(page, hands, 'Hole')
  await select('Pattern', 'as the mating piece')
  await expect(work(page)).toContainText(/2 holes ⌀ 10, 12 deep, on the face, at 90 · 60; 210 · 60/)
  hands.done('J10', 35)

  await test.step('a wall or a frame that leaves no room is said, and taken back', async () => {
    await maker.choose('Hopper')
    await work(page).getByRole('button', { name: 'Open step 2' }).click()
    const wall = work(page).getByLabel('Wall', { exact: true })
    await wall.fill('30')
    await wall.press('Enter')
    await expect(page.getByText('Two walls of 30 leave no room in Hopper').first()).toBeVisible()
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+z')
    await expect(page.getByText('Two walls of 30 leave no room in Hopper')).toHaveCount(0)
  })
  await test.step('cut open it shows its wall, and a reload keeps it all', async () => {
    await fromRail(page, 'Look', 'Section')
    await expect(page.getByText(/cannot be/)).toHaveCount(0)
    await maker.saved()
    await page.reload()
    await maker.choose('Hopper')
    await expect(work(page)).toContainText('Panels 3 deep on all four sides')
    await maker.screen('Proof')
    await expect(page.getByText('Checked just now')).toBeVisible()
    await expect(page.locator('main [data-finding]').filter({ hasText: /share wood/ })).toHaveCount(0)
  })
})

/** The knob of a block, and the socket that it goes into with a clearance of 0.8. */
const KNOB = '<path d="M0 0H270V29H275.351A14 14 0 1 1 275.351 41H270V70H0Z"/>'
const c = 18 - 0.8
const x = c - Math.sqrt(14.8 ** 2 - 6.8 ** 2)
const SOCKET = `<path d="M-5 28.2H${x}A14.8 14.8 0 1 1 ${x} 41.8H-5Z"/>`
const svg = (d: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="302mm" height="70mm" viewBox="0 0 302 70">${d}</svg>`,
  )

test('J7: a block is moulded along its length, its knob and its socket from a drawing', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await maker.startProject('Larkmoor bed edging', 'millimetres')
  await hands.addBoard({
    name: 'Block',
    from: '34×70 planed',
    stands: 'lying flat, length across',
    size: '302',
  })
  await onFace(page, hands, 'end 1')
  await add(page, hands, 'Outline')
  await hands.select(
    board(page).getByLabel('Insert', { exact: true }),
    'the whole face, its far side an arch',
  )
  await done(page, hands)
  await onFace(page, hands, 'face')
  const read = async (name: string, d: string) => {
    await hands.click(board(page).getByLabel('Files', { exact: true }))
    await page.keyboard.press('Escape')
    await board(page)
      .locator('input[data-takes=read]')
      .setInputFiles({ name, mimeType: 'image/svg+xml', buffer: svg(d) })
    const file = page.getByRole('dialog', { name: `Outline from ${name}` })
    await hands.select(file.getByLabel('Position', { exact: true }), 'where the file has it')
    await hands.click(file.getByRole('button', { name: 'Insert' }))
    await hands.click(board(page).getByRole('button', { name: 'Dimension as drawn' }))
    await done(page, hands)
  }
  await add(page, hands, 'Outline')
  await read('knob.svg', KNOB)
  await add(page, hands, 'Outline')
  await hands.select(work(page).getByLabel('Keep', { exact: true }), 'the outside')
  await read('socket.svg', SOCKET)
  await expect(work(page)).toContainText(/Saw out a shape/)
  await expect(work(page).getByRole('alert')).toHaveCount(0)
  hands.done('J7', 25)
  await expect(page.getByText('Saved')).toBeVisible()
  await page.reload()
  await maker.choose('Block')
  await expect(work(page)).toContainText(/Saw to an outline/)
})
