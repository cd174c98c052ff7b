/** The rail, what a place of a piece offers, and the bench by its keys: found, used and left again. */
import { expect, type Page } from '@playwright/test'
import { change, onFace } from '../core/document'
import { block, make } from '../core/testing/scenario'
import { ownWork, PRESETS, startOf } from '../core/work'
import { fromRail, Maker, openDemo } from './maker'
import { test } from './shared'

/** Ten things that a maker wants, and the name that each is found under. */
const TASKS = [
  ['a dado across here', 'Cut', 'Dado'],
  ['round over the edges', 'Shape', 'Round over'],
  ['the end at 30°', 'Cut', 'Crosscut or mitre'],
  ['shelf-pin holes', 'Drill', 'Shelf-pin rows'],
  ['a drawer', 'Ready-mades', 'Drawer'],
  ['see inside', 'Look', 'Section'],
  ['hollow this', 'Shape', 'Hollow'],
  ['an arch', 'Shape', 'Arch'],
  ['taper a leg', 'Shape', 'Taper'],
  ['repeat round a circle', 'Arrange', 'Ring'],
] as const

test('ten tasks are found from the rail by name alone, in two presses, and begin', async ({ page }) => {
  const maker = await openDemo(page)
  const begins: Readonly<Record<string, () => Promise<void>>> = {
    Drawer: () => expect(page.getByRole('form', { name: 'Drawers' })).toBeVisible(),
    Section: () => expect(page.getByRole('group', { name: 'Section' })).toBeVisible(),
    Ring: () => expect(page.getByRole('form', { name: 'Repeat Kick board' })).toBeVisible(),
  }
  for (const [, drawer, entry] of TASKS) {
    await maker.choose('Kick board')
    await fromRail(page, drawer, entry)
    await (begins[entry]?.() ??
      expect(page.getByText(`Pick a place on a piece for “${entry}”`)).toBeVisible())
    await page.keyboard.press('Escape')
    if (entry === 'Section') await page.keyboard.press('k')
  }
})

const focused = (page: Page) => page.evaluate(() => document.activeElement?.outerHTML.slice(0, 160) ?? '')

test('a place of a chosen piece offers what it is likely to want, and puts it there', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor place', 'millimetres')
  await maker.addBoard({
    name: 'Rail',
    from: '18×95 planed',
    stands: 'on edge, face to the front, length across',
    size: '400',
  })
  await page.getByRole('button', { name: 'Front', exact: true }).click()
  await expect(page.getByText('Shaping…')).toBeHidden()
  const canvas = page.locator('canvas')
  const box = (await canvas.boundingBox())!
  const menu = page.getByRole('menu', { name: 'At this place' })
  const middle = { x: box.width / 2, y: box.height / 2 }
  await expect(async () => {
    await page.keyboard.press('Escape')
    await maker.choose('Rail')
    await canvas.click({ position: middle })
    await expect(menu.getByRole('menuitem', { name: /^Dado/ })).toBeVisible({ timeout: 1000 })
  }).toPass()
  expect(await menu.getByRole('menuitem').count()).toBeLessThanOrEqual(8)
  await menu.getByRole('menuitem', { name: /^Dado/ }).click()
  const work = page.getByRole('region', { name: 'Work' })
  await expect(work).toContainText(/Dado 18 wide, 6 deep, .* on the face/)
  // Pressed in the figure, an end is what the place is measured from.
  await work.getByRole('button', { name: 'Measure from end 2' }).click()
  // Its 200 are those to end 2 now: 400 - 200 - 18 are left before it.
  await expect(work).toContainText(/182 from end 1, on the face/)
  // The rest stands behind, and by the keyboard it is the same.
  await page.keyboard.press('Escape')
  await maker.choose('Rail')
  await page.keyboard.press('Shift+F10')
  await expect(menu).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(menu).toBeHidden()
  await expect.poll(() => focused(page)).not.toContain('<body')
})

test('arrows walk the list and never the wood; F6 goes round the parts of the bench', async ({ page }) => {
  const maker = await openDemo(page)
  const rows = page.locator('[data-piece]')
  await maker.choose('Left side')
  const before = await maker.row('Up').getByRole('textbox', { name: 'Up starts at' }).inputValue()
  await page.keyboard.press('ArrowDown')
  await expect(rows.nth(1)).toBeFocused()
  await expect(rows.nth(1)).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('ArrowUp')
  await expect(rows.first()).toHaveAttribute('aria-pressed', 'true')
  await expect(maker.row('Up').getByRole('textbox', { name: 'Up starts at' })).toHaveValue(before)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  // From a row the ticket is one key away.
  await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused()
  const seen: string[] = []
  for (let n = 0; n < 5; n++) {
    await page.keyboard.press('F6')
    seen.push(
      await page.evaluate(
        () => document.activeElement!.closest<HTMLElement>('[data-region]')?.dataset.region ?? 'nowhere',
      ),
    )
  }
  expect(seen).toEqual(['stick', 'list', 'rail', 'stage', 'panel'])
})

test('the main button of a panel stays where it is, and says what it still needs', async ({ page }) => {
  await openDemo(page)
  for (const [key, name] of [
    ['b', 'Place'],
    ['n', 'Insert'],
    ['a', 'Set'],
    ['y', 'Insert'],
  ] as const) {
    await page.keyboard.press(key)
    const main = page.locator('button[data-main]')
    await expect(main).toHaveText(name)
    const at = JSON.stringify(await main.boundingBox())
    await expect(main).toHaveAttribute('aria-disabled', 'true')
    await page
      .locator('aside form')
      .first()
      .evaluate((form: HTMLFormElement) => form.requestSubmit())
    await expect(page.locator('aside form [role=alert]').first()).not.toBeEmpty()
    expect(JSON.stringify(await main.boundingBox())).toBe(at)
    await page.getByRole('button', { name: 'Cancel' }).click()
    await expect(main).toHaveCount(0)
    await expect.poll(() => focused(page)).not.toContain('<body')
  }
})

test('no step that is opened is longer than its panel, of whichever kind it is', async ({ page }) => {
  const boards = PRESETS.map((preset, n) => {
    const own = ownWork(preset.kind)!
    const face = own.faces.includes('face') ? 'face' : own.faces[0]!
    const start = startOf(own, preset, { face, unit: 'mm', size: [600, 145, 18], at: [300, 70, 18] })
    const step = { id: `w${n}`, kind: preset.kind, off: false, at: onFace(face), ...start }
    return [
      ...block(n === 0 ? 'a' : `p${n}`, 'right-up', [0, 600], [0, 145], [n * 100, 18]),
      change.addStep({ on: n === 0 ? 'a' : `p${n}`, step }),
    ]
  })
  await page.goto('/')
  await page
    .getByLabel('Project file')
    .setInputFiles({
      name: 'steps.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(make(boards.flat()))),
    })
  await page.getByRole('link', { name: 'Test', exact: true }).click()
  const pieces = page.getByRole('region', { name: 'Pieces' })
  const work = page.getByRole('region', { name: 'Work' })
  const back = page.locator('[title^="Back to"]')
  const long: string[] = []
  for (const [n, preset] of PRESETS.entries()) {
    await pieces.locator(`[data-piece=${n === 0 ? 'a' : `p${n}`}]`).click()
    await work
      .getByRole('button', { name: /^Open / })
      .first()
      .click()
    await expect(back).toBeVisible()
    const over = await back.evaluate((button) => {
      let at: Element | null = button
      while (at && !/auto|scroll/.test(getComputedStyle(at).overflowY)) at = at.parentElement
      return at ? at.scrollHeight - at.clientHeight : Infinity
    })
    if (over > 1) long.push(`${preset.name} by ${over} px`)
  }
  expect(long).toEqual([])
})

test('a main button that is pressed straight after typing in the last field takes effect', async ({
  page,
}) => {
  const maker = await openDemo(page)
  for (const [key, typed] of [
    ['Shift+e', { 'How many': '2', 'From one to the next': '150' }],
    ['i', { 'Name of the twin': 'Other kick board', 'Mirror stands at': '20' }],
    ['a', { 'Face to move': 'Kick board·front', Against: 'Bottom·front' }],
    ['n', { 'From this face': 'Left side·right', 'To that face': 'Right side·left', Name: 'Rail' }],
  ] as const) {
    await maker.choose('Kick board')
    await page.keyboard.press(key)
    const form = page.locator('aside form')
    for (const [label, text] of Object.entries(typed)) {
      await form.getByLabel(label, { exact: true }).click()
      await form.getByLabel(label, { exact: true }).fill(text)
    }
    // By the mouse, with no time between the two for anything to have moved.
    const box = (await form.locator('button[data-main]').boundingBox())!
    await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2)
    await expect(form).toHaveCount(0)
    await page.keyboard.press('Control+z')
  }
})
