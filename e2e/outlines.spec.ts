/** Outlines drawn as a maker does: by mouse, by keyboard alone, by touch; with what cannot be refused. */
import { expect, type Locator, type Page } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

const board = (page: Page) => {
  const dialog = page.getByRole('dialog', { name: /^The outline of the/ })
  const sheet = dialog.locator('svg[role=group]')
  return {
    dialog,
    sheet,
    points: dialog.locator('[data-point]'),
    point: (n: number) => dialog.locator(`[data-point=p${n}]`),
    edge: (name: string) => dialog.getByRole('button', { name, exact: true }),
    say: (name: string) => dialog.getByRole('button', { name, exact: true }),
    field: (name: string) => dialog.getByLabel(name, { exact: true }),
    /** Presses the middle of what is drawn; lines along the sheet have no width of their own. */
    pressOn: async (what: Locator) => {
      const at = await what.evaluate((e) => {
        const { x, y, width, height } = e.getBoundingClientRect()
        return [x + width / 2, y + height / 2] as const
      })
      await page.mouse.click(...at)
    },
    /** Presses a place of the sheet, in shares of its size. */
    press: async (u: number, v: number) => {
      const box = (await sheet.boundingBox())!
      await page.mouse.click(box.x + box.width * u, box.y + box.height * v)
    },
  }
}

async function sign(maker: Maker, name: string): Promise<void> {
  await maker.startProject(name, 'millimetres')
  await maker.addBoard({
    name: 'Sign',
    from: '18×145 planed',
    stands: 'lying flat, length across',
    size: '400',
  })
}

const addShape = async (page: Page, hands: Hands): Promise<void> => {
  const add = page.getByRole('group', { name: 'Add work' })
  await hands.select(add.getByLabel('Work', { exact: true }), 'Outline')
  await expect(page.getByRole('dialog', { name: /^The outline of the/ })).toBeVisible()
}

test('a sign is sawn to an arch with a round window and eased corners, by mouse', async ({ page }) => {
  const [maker, hands, on] = [new Maker(page), new Hands(page), board(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await sign(maker, 'Larkmoor sign')

  await test.step('a ready shape, its rise typed where it stands', async () => {
    await addShape(page, hands)
    await expect(on.dialog).toContainText('Nothing is drawn yet')
    await hands.select(on.field('Insert'), 'the whole face, its far side an arch')
    await expect(on.dialog.getByText('Can be marked out')).toBeVisible()
    await hands.click(on.dialog.getByRole('button', { name: /^rise of arc 3: / }))
    await hands.type(on.field('rise of arc 3'), '40', 'Enter')
    await expect(work).toContainText(/Saw to an outline 400 × 145, r 520/)
    // A length of a post and the rise say the same in two ways.
    await on.pressOn(on.edge('line 2'))
    await hands.click(on.say('length'))
    await expect(on.dialog.getByText('The rules already make it so')).toBeVisible()
    await hands.click(on.say('level'))
    await expect(on.dialog.getByText(/^Conflicts with: .*line 2 plumb/)).toBeVisible()
    await on.pressOn(on.edge('line 2'))
    // What can hold, but cannot be sawn, is told with where it fails.
    await hands.click(on.dialog.getByRole('button', { name: /^rise of arc 3: / }))
    await hands.type(on.field('rise of arc 3'), '160', 'Enter')
    await expect(on.dialog.getByText(/^The outline crosses itself, at /)).toBeVisible()
    await hands.key('Control+z')
    await expect(work).toContainText(/Saw to an outline 400 × 145, r 520/)
  })

  await test.step('a corner is rounded', async () => {
    await hands.click(on.point(1))
    await hands.click(on.say('round'))
    await hands.type(on.field('round at point 1: radius'), '15', 'Enter')
    await expect(work).toContainText(/Saw to an outline 400 × .*, r 15/)
  })

  await test.step('a window is drawn about the middle, held there by the place it snapped to', async () => {
    await hands.key('c')
    const box = (await on.sheet.boundingBox())!
    await on.press(0.5, 0.5)
    await expect(on.dialog.getByRole('status')).toBeVisible()
    await page.mouse.click(box.x + box.width * 0.5 + 40, box.y + box.height * 0.5)
    await page.keyboard.press('Escape')
    await expect(on.dialog.getByText('1 dimension missing')).toBeVisible()
    await on.edge('circle 5').press('Enter')
    await hands.click(on.say('diameter'))
    await hands.type(on.field('diameter of circle 5'), '50', 'Enter')
    await expect(on.dialog.getByText('Can be marked out')).toBeVisible()
    await expect(work).toContainText(/r 15, 25/)
  })

  await test.step('a pinned point does not let itself be dragged away; a loose one is', async () => {
    const at = async (p: Locator) => (await p.getAttribute('aria-label'))!
    const was = await at(on.point(2))
    const box = (await on.point(2).boundingBox())!
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x - 60, box.y - 30, { steps: 5 })
    await page.mouse.up()
    await expect(on.dialog.getByText('Its dimensions fix it in place')).toBeVisible()
    expect(await at(on.point(2))).toBe(was)
  })

  await test.step('it is sawn on the bench, undone and done again, and there after a reload', async () => {
    await hands.click(on.say('Done'))
    await expect(on.dialog).toBeHidden()
    await page.keyboard.press('Control+z')
    await expect(work).not.toContainText(/r 15, 25/)
    await page.keyboard.press('Control+Shift+z')
    await expect(work).toContainText(/r 15, 25/)
    await maker.saved()
    await page.reload()
    await maker.choose('Sign')
    await expect(work).toContainText(/r 15, 25/)
    hands.done('outline', 25)
  })
})

test('an outline is drawn, pinned and mended by keyboard alone', async ({ page }) => {
  const [maker, hands, on] = [new Maker(page), new Hands(page), board(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await sign(maker, 'Larkmoor wedge')
  await addShape(page, hands)
  const put = async (along: string, across: string, which = 'Next', then = 'Next') => {
    await on.field(`${which} place along`).fill(along)
    await on.field(`${which} place along`).press('Tab')
    await on.field(`${which} place across`).fill(across)
    await on.field(`${which} place across`).press('Enter')
    await expect(on.field(`${then} place along`)).toHaveValue('')
  }
  await page.keyboard.press('l')
  await put('50', '20', 'First')
  // Undo takes back the place that was put down, and leaves the board.
  await on.dialog.focus()
  await page.keyboard.press('Control+z')
  await expect(on.field('First place along')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(on.dialog.getByText('Nothing drawn is left to undo')).toBeVisible()
  await put('50', '20', 'First')
  await put('L - 50', '20')
  await expect(on.points).toHaveCount(2)
  await put('200', '120')
  await expect(on.points).toHaveCount(3)
  // Back to the first point: the same place is the same point.
  await put('50', '20', 'Next', 'First')
  await expect(on.points).toHaveCount(3)
  await expect(on.field('First place along')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(work).toContainText('Saw to an outline 300 × 100')
  // What was typed pins it.
  await expect(on.dialog.getByText('Can be marked out')).toBeVisible()

  await test.step('what says the same twice, or cannot be, is refused with why', async () => {
    await on.edge('line 1').press('Enter')
    await on.say('length').press('Enter')
    await expect(on.dialog.getByText('The rules already make it so')).toBeVisible()
    await on.say('plumb').press('Enter')
    await expect(on.dialog.getByText(/^Conflicts with: .*point 1 along/)).toBeVisible()
    await on.edge('line 1').press('Enter')
  })

  await test.step('a point goes by the arrows where nothing holds it', async () => {
    const label = on.dialog.getByRole('button', { name: /^point 3 across, from the near side: 120/ })
    await label.press('Enter')
    await on.dialog.getByRole('button', { name: /^Delete: point 3 across/ }).press('Enter')
    await expect(on.dialog.getByText('1 dimension missing')).toBeVisible()
    await on.point(3).focus()
    await page.keyboard.press('ArrowUp')
    await expect(on.point(3)).not.toHaveAttribute('aria-label', /, 120 across/)
    await expect(on.point(3)).toHaveAttribute('aria-label', /200 along/)
  })

  await test.step('an edge taken away leaves it open, which is said with where', async () => {
    await on.edge('line 2').press('Enter')
    await page.keyboard.press('Delete')
    await expect(on.dialog.getByText(/^The outline is open, at /)).toBeVisible()
    await expect(work.getByRole('alert')).toContainText(/^The outline is open at .*, in the shape on Sign/)
    await page.keyboard.press('Control+z')
    await expect(on.dialog.getByText(/^The outline is open/)).toBeHidden()
    await page.keyboard.press('Escape')
    await expect(on.dialog).toBeHidden()
  })
})

test('half is typed about a mirror off the middle; nothing moves before it is whole', async ({ page }) => {
  const [maker, hands, on] = [new Maker(page), new Hands(page), board(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await sign(maker, 'Larkmoor plate')
  await addShape(page, hands)
  await pickFrom(on.field('Symmetry'), 'mirrored along')
  await on.field('Mirror, off the middle by').fill('-60')
  await on.field('Mirror, off the middle by').press('Enter')
  await on.say('Line').click()
  const put = async (which: string, along: string, across: string) => {
    await on.field(`${which} place along`).fill(along)
    await on.field(`${which} place along`).press('Tab')
    await on.field(`${which} place across`).fill(across)
    await on.field(`${which} place across`).press('Enter')
    await expect(on.field('Next place along')).toHaveValue('')
  }
  await put('First', '140', '20')
  await put('Next', '40', '20')
  await expect(on.point(2)).toHaveAccessibleName(/40 along, 20 across/)
  await put('Next', '60', '120')
  await put('Next', '140', '120')
  await expect(on.points).toHaveCount(4)
  // Out of the field, then off the chain.
  for (let n = 0; n < 2; n++) await page.keyboard.press('Escape')
  await expect(on.dialog.getByText('Can be marked out')).toBeVisible()
  await expect(work).toContainText('Saw to an outline 200 × 100')
  await on.field('Mirror, off the middle by').fill('-50')
  await on.field('Mirror, off the middle by').press('Enter')
  await expect(work).toContainText('Saw to an outline 220 × 100')
  await maker.saved()
  await page.reload()
  await maker.choose('Sign')
  await expect(work).toContainText('Saw to an outline 220 × 100')
})

test.describe('by touch', () => {
  test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true })
  test('a recess gets its own outline, drawn with a finger', async ({ page }) => {
    const [maker, on] = [new Maker(page), board(page)]
    await sign(maker, 'Larkmoor tray')
    const add = page.getByRole('group', { name: 'Add work' })
    const ticket = page.getByRole('button', { name: 'Ticket', exact: true })
    // The ticket is a drawer here; it is drawn out already where a board was just added.
    if ((await ticket.getAttribute('aria-expanded')) === 'false') await ticket.tap()
    await expect(add).toBeVisible()
    await pickFrom(add.getByLabel('Work', { exact: true }), 'Recess')
    const work = page.getByRole('region', { name: 'Work' })
    await pickFrom(work.getByLabel('Shape', { exact: true }), 'an outline of its own')
    await work.getByRole('button', { name: 'Draw its outline' }).tap()
    await expect(on.dialog).toBeVisible()
    await on.say('Line').tap()
    const tap = async (u: number, v: number) => {
      const box = (await on.sheet.boundingBox())!
      await page.touchscreen.tap(box.x + box.width * u, box.y + box.height * v)
    }
    await tap(0.3, 0.6)
    await tap(0.7, 0.6)
    await expect(on.points).toHaveCount(2)
    await tap(0.55, 0.42)
    await expect(on.points).toHaveCount(3)
    const first = (await on.point(1).boundingBox())!
    await page.touchscreen.tap(first.x + first.width / 2, first.y + first.height / 2)
    await expect(on.points).toHaveCount(3)
    await on.say('Choose').tap()
    await on.say('Dimension as drawn').tap()
    await expect(on.dialog.getByText('Can be marked out')).toBeVisible()
    await on.say('Done').tap()
    await page.getByRole('button', { name: 'Ticket', exact: true }).tap()
    await expect(work).toContainText(/Recess to an outline .* deep/)
  })
})

test('a window is drawn again in a row, set off, and a line cut back to it; what cannot be is said', async ({
  page,
}) => {
  const [maker, hands, on] = [new Maker(page), new Hands(page), board(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await sign(maker, 'Larkmoor row')
  await addShape(page, hands)
  await pickFrom(work.getByLabel('Keep', { exact: true }), 'the outside')
  const chain = on.dialog.getByRole('toolbar', { name: 'The whole chain' })
  const by = async (text: string) => {
    await chain.getByLabel('By', { exact: true }).fill(text)
    await chain.getByLabel('By', { exact: true }).press('Enter')
  }

  await test.step('a circle, once more along', async () => {
    await pickFrom(on.field('Insert'), 'a circle')
    await on.dialog.getByRole('button', { name: /^diameter of circle 1: / }).click()
    await on.field('diameter of circle 1').fill('40')
    await on.field('diameter of circle 1').press('Enter')
    await on.edge('circle 1').press('Enter')
    await by('L/4')
    await pickFrom(chain.getByLabel('Repeat the chain'), 'one repeat along')
    await expect(on.edge('circle 2')).toBeVisible()
    await expect(on.dialog.getByText('Can be marked out')).toBeVisible()
    await expect(work).toContainText(/Saw out a shape 140 × 40, r 20/)
  })
  await test.step('too far inside nothing is left, and that is said; outside it is larger', async () => {
    await on.edge('circle 2').press('Enter')
    await by('20')
    await on.say('Offset inward').click()
    await expect(on.dialog.getByText(/^At that offset nothing is left/)).toBeVisible()
    await by('5')
    await on.say('Offset outward').click()
    await expect(on.edge('circle 3')).toBeVisible()
    await expect(on.dialog.getByText('Can be marked out')).toBeVisible()
    await page.keyboard.press('Control+z')
    await expect(on.edge('circle 3')).toHaveCount(0)
  })
  await test.step('a line right across is cut back to the nearer circle', async () => {
    await page.keyboard.press('l')
    const put = async (along: string, across: string) => {
      const form = on.dialog.getByRole('form', { name: 'Next place' })
      await form.getByLabel(/place along$/).fill(along)
      await form.getByLabel(/place along$/).press('Tab')
      await form.getByLabel(/place across$/).fill(across)
      await form.getByLabel(/place across$/).press('Enter')
      await expect(form.getByLabel(/^Next place along$/)).toHaveValue('')
    }
    await put('100', 'W/2')
    await put('390', 'W/2')
    // Out of the field, off the chain, then back to choosing.
    for (let n = 0; n < 3; n++) await page.keyboard.press('Escape')
    const line = on.dialog.getByRole('button', { name: /^line \d+$/ })
    await expect(line).toHaveCount(1)
    await line.press('Enter')
    await on.points.last().press('Enter')
    await on.say('Trim to what crosses it').click()
    // Coming from 390 it first meets the circle about 300, which is 20 round.
    await expect(on.points.last()).toHaveAttribute('aria-label', /320/)
  })
})

test('a place of an outline is picked from a face on the bench, and follows that', async ({ page }) => {
  const [maker, hands, on] = [new Maker(page), new Hands(page), board(page)]
  await sign(maker, 'Larkmoor sign')
  await maker.addBoard({
    name: 'Post',
    from: '18×145 planed',
    stands: 'lying flat, length front to back',
    size: '300',
  })
  await maker.say('Across', 'starts at', '300')
  await maker.say('Up', 'starts at', '18')
  await page.getByRole('button', { name: 'Left', exact: true }).click()
  await maker.choose('Sign')
  await addShape(page, hands)
  await hands.select(on.field('Insert'), 'a circle')
  await page.getByRole('button', { name: 'Pick a face for point 1 along, from the middle' }).click()
  await expect(on.dialog).toBeHidden()
  await page.keyboard.press('Escape')
  await expect(on.dialog).toBeVisible()
  const ticket = page.getByRole('region', { name: 'Work' })
  await ticket.getByRole('button', { name: 'Pick a face for point 1 along, from the middle' }).click()
  const bench = page.locator('canvas')
  const box = (await bench.boundingBox())!
  // From the left the post lies above the sign, and reaches further back.
  await bench.click({ position: { x: box.width / 2, y: box.height / 2 - 8 } })
  await expect(ticket.getByLabel('point 1 along, from the middle', { exact: true })).toHaveValue(
    'Post·left - (Sign·left + Sign·right) / 2',
  )
  await expect(on.points.first()).toHaveAccessibleName(/300 along/)
})

test('figures that overlap are joined, cut, and joined again by keyboard; undo brings them back', async ({
  page,
}) => {
  const [maker, hands, on] = [new Maker(page), new Hands(page), board(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await sign(maker, 'Larkmoor keyhole')
  await addShape(page, hands)
  await hands.select(on.field('Insert'), 'the whole face')
  await hands.select(on.field('Insert'), 'a circle')
  await expect(on.dialog.getByText('Can be marked out')).toBeVisible()
  const bar = on.dialog.getByRole('toolbar', { name: 'Overlapping figures' })
  await expect(bar).toBeHidden()
  await hands.click(on.dialog.getByRole('button', { name: /^diameter of circle 5/ }))
  await hands.type(on.field('diameter of circle 5'), '200', 'Enter')
  await expect(on.dialog.getByText(/^The outline crosses itself, at /)).toBeVisible()
  await expect(bar).toContainText('2 figures')

  await test.step('what they share is a bar with round ends', async () => {
    await hands.click(bar.getByRole('button', { name: 'Keep what they share' }))
    await expect(on.dialog.getByText('Can be marked out')).toBeVisible()
    await expect(on.dialog.getByText(/262.1 cm²/)).toBeVisible()
    await expect(work).toContainText(/r 100/)
  })
  await test.step('undone, joined, undone', async () => {
    await hands.key('Control+z')
    await expect(bar).toBeVisible()
    await bar.getByRole('button', { name: 'Join figures' }).press('Enter')
    await expect(bar).toBeHidden()
    await expect(on.dialog.getByText(/632.1 cm²/)).toBeVisible()
    await hands.key('Control+z')
  })
  await test.step('what is chosen first is cut: the disc leaves two caps', async () => {
    await on.edge('circle 5').press('Enter')
    await on.edge('line 1').press('Enter')
    await hands.click(bar.getByRole('button', { name: 'Cut from the first' }))
    await expect(on.dialog.getByText(/52.1 cm²/)).toBeVisible()
    await hands.key('Control+z')
    await hands.click(bar.getByRole('button', { name: 'Keep what they share' }))
    await hands.click(on.dialog.getByRole('button', { name: 'Done' }))
    await maker.saved()
    await page.reload()
    await maker.choose('Sign')
    await expect(work).toContainText(/r 100/)
  })
})
