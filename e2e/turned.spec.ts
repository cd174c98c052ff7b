/** Wood turned, threaded, tapered and hollowed as a new maker does, and its solids given to others. */
import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

const outline = (page: Page) => page.getByRole('dialog', { name: /^The outline of the/ })
const addWork = async (page: Page, hands: Hands, kind: string): Promise<void> =>
  hands.select(page.getByRole('group', { name: 'Add work' }).getByLabel('Work', { exact: true }), kind)

test('a dibber is turned from half of its profile, threaded, and given to others', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await maker.startProject('Larkmoor dibber', 'millimetres')
  await hands.addBoard({
    name: 'Dibber',
    from: '18×145 planed',
    stands: 'lying flat, length across',
    size: '300',
  })

  await test.step('half of it is typed; the other half stands as its image', async () => {
    await addWork(page, hands, 'Turn')
    const dialog = outline(page)
    await expect(dialog).toBeVisible()
    await expect(dialog.getByLabel('Symmetry', { exact: true })).toContainText('mirrored across')
    await hands.key('l')
    const put = async (which: string, along: string, diameter: string) => {
      await hands.type(dialog.getByLabel(`${which} place along`, { exact: true }), along)
      await hands.type(dialog.getByLabel(`${which} diameter`, { exact: true }), diameter, 'Enter')
      await expect(dialog.getByLabel('Next place along', { exact: true })).toHaveValue('')
    }
    await put('First', '0', '0')
    await put('Next', '120', '16')
    await put('Next', '300', '16')
    await put('Next', '300', '0')
    for (let n = 0; n < 2; n++) await hands.key('Escape')
    await expect(dialog.getByText('Can be marked out')).toBeVisible()
    await hands.click(dialog.getByRole('button', { name: 'Done', exact: true }))
    await expect(work).toContainText('Turn to a profile, ⌀ 16 at 120, ⌀ 16 at 300')
  })

  await test.step('what the blank does not take is said with both figures, and taken back', async () => {
    await hands.click(work.getByRole('button', { name: /outline/i }).first())
    const dialog = outline(page)
    await expect(dialog).toBeVisible()
    const label = dialog.getByRole('button', { name: /^diameter or full width of point 2/ })
    await hands.click(label.locator('rect').last())
    await hands.type(
      dialog.getByRole('textbox', { name: /^diameter or full width of point 2/ }),
      '24',
      'Enter',
    )
    await expect(work.getByRole('alert')).toContainText('the blank of Dibber is at most ⌀ 18')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+z')
    await expect(work.getByRole('alert')).toBeHidden()
    if (await dialog.isVisible()) await dialog.getByRole('button', { name: 'Done', exact: true }).click()
    await expect(dialog).toBeHidden()
  })

  await test.step('a thread on its end is told as threads are', async () => {
    // It goes on an end, which the list says.
    await page.getByRole('group', { name: 'Add work' }).getByLabel('Work', { exact: true }).click()
    await hands.click(page.getByRole('option', { name: /^Thread, on / }))
    await hands.type(work.getByLabel('Diameter', { exact: true }), '16', 'Enter')
    await expect(work).toContainText('Thread ⌀ 16 × 4 pitch × 50 long, right hand')
    hands.done('J8 dibber', 40)
  })

  await test.step('its solid goes to a file others read, as large as it is', async () => {
    await page.getByRole('button', { name: 'Larkmoor dibber' }).click()
    await page.getByRole('menuitem', { name: 'Files for other programs' }).click()
    const dialog = page.getByRole('dialog', { name: 'Files for other programs' })
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: 'STL' }).click(),
    ])
    expect(file.suggestedFilename()).toMatch(/^larkmoor-dibber.*\.stl$/)
    const data = readFileSync(await file.path())
    let volume = 0
    for (let k = 0; k < data.readUInt32LE(80); k++) {
      const [a, b, c] = [0, 1, 2].map((n) =>
        [0, 1, 2].map((i) => data.readFloatLE(84 + 50 * k + 12 + 12 * n + 4 * i)),
      ) as [number[], number[], number[]]
      volume +=
        (a[0]! * (b[1]! * c[2]! - b[2]! * c[1]!) +
          a[1]! * (b[2]! * c[0]! - b[0]! * c[2]!) +
          a[2]! * (b[0]! * c[1]! - b[1]! * c[0]!)) /
        6
    }
    // A cone of 120 and a round of 180, both ⌀ 16.
    expect(volume / (Math.PI * 64 * (40 + 180))).toBeCloseTo(1, 2)
    for (const name of ['3MF', 'glTF']) {
      const [other] = await Promise.all([
        page.waitForEvent('download'),
        dialog.getByRole('button', { name }).click(),
      ])
      expect(readFileSync(await other.path()).length).toBeGreaterThan(500)
    }
    await page.keyboard.press('Escape')
    await maker.saved()
    await page.reload()
    await maker.choose('Dibber')
    await expect(work).toContainText('Turn to a profile, ⌀ 16 at 120, ⌀ 16 at 300')
  })
})

test('a leg is tapered and hollowed, and what leaves no room is said', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  const work = page.getByRole('region', { name: 'Work' })
  await maker.startProject('Larkmoor leg', 'millimetres')
  await hands.addBoard({
    name: 'Leg',
    from: '18×145 planed',
    stands: 'lying flat, length across',
    size: '400',
  })
  await addWork(page, hands, 'Taper')
  await expect(work).toContainText('Taper from 145 × 18 at ≈ 66.7 to 72.5 × 9 at 400')
  await addWork(page, hands, 'Hollow')
  await expect(work).toContainText('Hollow from the face to a wall of 6')
  const wall = work.getByLabel('Wall', { exact: true })
  await hands.type(wall, '80', 'Enter')
  await expect(page.getByText('Two walls of 80 leave no room in Leg').first()).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(page.getByText('Two walls of 80 leave no room in Leg')).toHaveCount(0)
  await maker.saved()
  await page.reload()
  await maker.choose('Leg')
  await expect(work).toContainText('Hollow from the face to a wall of 6')

  await test.step('its last section is drawn on the end, eight-sided', async () => {
    await page.getByRole('button', { name: 'Open step 2' }).click()
    await work.getByRole('button', { name: 'Delete' }).click()
    await expect(work).not.toContainText('Hollow')
    await page.getByRole('button', { name: 'Open step 1' }).click()
    await work.getByRole('button', { name: /^More/ }).click()
    await pickFrom(work.getByLabel('End section', { exact: true }), 'drawn')
    await expect(
      page.getByText('The section on Leg has no outline yet, so it does nothing').first(),
    ).toBeVisible()
    await work
      .getByRole('button', { name: /outline/i })
      .first()
      .click()
    await pickFrom(outline(page).getByLabel('Insert', { exact: true }), 'an eight-sided figure')
    await outline(page).getByRole('button', { name: 'Done', exact: true }).click()
    await expect(work).toContainText(/Taper from 145 × 18 at ≈ 66.7 to what is drawn, 72.5 × 9 at 400/)
    await maker.saved()
  })
  await test.step('four legs of a frame come tapered on their inside faces', async () => {
    await page.keyboard.press('w')
    await pickFrom(page.getByLabel('Ready-made', { exact: true }), 'Frame on four legs')
    const foot = page.getByLabel('Width at the foot', { exact: true })
    await expect(foot).toBeHidden()
    await pickFrom(page.getByLabel('Legs below the aprons'), 'tapered on both inside faces')
    await foot.fill('20')
    await foot.press('Control+Enter')
    await maker.choose('Front left leg')
    await expect(work).toContainText('Taper from 20 × 20 at 0 to 45 × 44 at 610')
    await maker.saved()
  })
})
