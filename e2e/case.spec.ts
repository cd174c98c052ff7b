import { execFileSync } from 'node:child_process'
import { expect } from '@playwright/test'
import { Maker } from './maker'
import { test } from './shared'

test('a new maker builds a case from boards to paper', async ({ page }) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor case')

  await test.step('two sides from 1×10', async () => {
    await maker.addBoard({
      name: 'Left side',
      from: '1×10 pine',
      stands: 'standing, face to the left',
      size: '36',
    })
    await maker.choose('Left side')
    await page.keyboard.press('i')
    const mirror = page.getByRole('form', { name: /^Mirror/ })
    await expect(mirror.getByLabel('Name of the twin')).toHaveValue('Right side')
    await mirror.getByLabel('Mirror stands at', { exact: true }).fill('34/2')
    await mirror.getByRole('button', { name: 'Mirror', exact: true }).click()
    await expect(page.getByText('It follows its original.')).toBeVisible()
  })

  await test.step('a bottom between them', async () => {
    await maker.addBoard({
      name: 'Bottom',
      from: '1×10 pine',
      stands: 'lying flat, length across',
      size: '30',
    })
    await maker.clear('Across', 'size')
    await maker.say('Across', 'starts at', 'Left side·right')
    await maker.say('Across', 'ends at', 'Right side·left')
    await maker.say('Up', 'starts at', '3')
  })

  await test.step('a back of 1/4 MDF between the sides', async () => {
    await maker.addBoard({
      name: 'Back',
      from: '¼ MDF',
      stands: 'standing, face to the front',
      size: '36 x 30',
    })
    await maker.clear('Across', 'size')
    await maker.say('Across', 'starts at', 'Left side·right')
    await maker.say('Across', 'ends at', 'Right side·left')
    await maker.clear('Deep', 'start')
    await maker.say('Deep', 'ends at', 'Left side·back')
    await maker.choose('Bottom')
    await maker.say('Deep', 'ends at', 'Back·front')
  })

  await test.step('three shelves, evenly spaced', async () => {
    await maker.addBoard({
      name: 'Shelf',
      from: '1×10 pine',
      stands: 'lying flat, length across',
      size: '30',
    })
    await maker.clear('Across', 'size')
    await maker.say('Across', 'starts at', 'Left side·right')
    await maker.say('Across', 'ends at', 'Right side·left')
    await maker.say('Deep', 'ends at', 'Back·front')
    await page.keyboard.press('Escape')
    await maker.choose('Shelf')
    await page.keyboard.press('e')
    const even = page.getByRole('form', { name: 'Space Shelf evenly' })
    await even.getByLabel('How many').fill('3')
    await even.getByLabel('From (below)', { exact: true }).fill('Bottom·top')
    await even.getByLabel('To (above)', { exact: true }).fill('Left side·top')
    await even.getByLabel('To (above)', { exact: true }).press('Enter')
    await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('×3')
  })

  await test.step('dados a quarter deep, rabbets for the back', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('j')
    await expect(page.getByRole('heading', { name: 'Join' })).toBeVisible()
    const shelves = page.getByRole('listitem').filter({ hasText: /8 × Bottom and Shelf end against side/ })
    await expect(shelves.getByRole('textbox', { name: 'Depth' })).toHaveValue('1/4')
    await shelves.getByRole('button', { name: /^Add (8 joints|only these 8)/ }).click()
    const back = page.getByRole('listitem').filter({ hasText: /2 × Back edge against side/ })
    await back.getByRole('textbox', { name: 'Depth' }).fill('3/8')
    await back.getByRole('textbox', { name: 'Depth' }).press('Enter')
    await back.getByRole('button', { name: /^Add (2 joints|only these 2)/ }).click()
    await page.getByRole('button', { name: 'Done' }).click()
    await maker.choose('Left side')
    await expect(page.getByRole('region', { name: 'Work' })).toContainText(
      'Rabbet ¼ wide'.replace('¼', '1\u20444'),
    )
  })

  await test.step('the cut list shows the shelf as the opening plus both dados', async () => {
    await maker.screen('Cuts')
    expect(await maker.sizesOf('Shelf')).toEqual(['33', '9', '3/4'])
    expect(await maker.sizesOf('Back')).toEqual(['36', '33 1/4', '1/4'])
    expect(await maker.sizesOf('Left side, Right side')).toEqual(['36', '9 1/4', '3/4'])
    await page
      .getByRole('row')
      .filter({ hasText: 'Shelf' })
      .getByRole('button', { name: '33', exact: true })
      .click()
    const because = page.getByRole('dialog', { name: 'Where this comes from' })
    await expect(because).toContainText('Right side·left')
    await expect(because).toContainText('into Left side')
    await page.keyboard.press('Escape')
    await expect(page.getByText('Proven: no layout uses fewer boards.').first()).toBeVisible({
      timeout: 30_000,
    })
  })

  await test.step('a board measured thinner: dados, shelf and cut list follow', async () => {
    await maker.screen('Rack')
    await page.getByRole('textbox', { name: '1×10 pine thickness' }).fill('23/32')
    await page.getByRole('textbox', { name: '1×10 pine thickness' }).press('Enter')
    await maker.screen('Cuts')
    // The opening grows by 1/32 at each side, and so does the shelf.
    expect(await maker.sizesOf('Shelf')).toEqual(['33 1/16', '9', '23/32'])
    await maker.screen('Bench')
    await maker.choose('Left side')
    await expect(page.getByRole('region', { name: 'Work' })).toContainText('Dado 23\u204432 wide')
  })

  await test.step('nothing is lost on reloading', async () => {
    await maker.saved()
    await page.reload()
    await maker.screen('Cuts')
    expect(await maker.sizesOf('Shelf')).toEqual(['33 1/16', '9', '23/32'])
  })

  await test.step('the PDF’s text holds the sizes', async () => {
    await maker.screen('Plans')
    const save = page.getByRole('button', { name: 'PDF, all sheets' })
    await expect(save).toBeEnabled({ timeout: 40_000 })
    const [download] = await Promise.all([page.waitForEvent('download'), save.click()])
    const text = execFileSync('pdftotext', ['-layout', await download.path(), '-'], { encoding: 'utf8' })
    for (const size of ['33 1/16', '23/32', '33 5/16', 'dado 23/32 × 1/4 deep']) expect(text).toContain(size)
  })

  await test.step('export, delete, import', async () => {
    await page.getByRole('button', { name: 'Larkmoor case' }).click()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: 'Export to a file' }).click(),
    ])
    const file = await download.path()
    await page.getByRole('button', { name: 'Larkmoor case' }).click()
    await page.getByRole('menuitem', { name: 'All projects' }).click()
    await page.getByRole('button', { name: 'More for Larkmoor case' }).click()
    await page.getByRole('menuitem', { name: 'Delete' }).click()
    await expect(page.getByRole('link', { name: 'Larkmoor case' })).toHaveCount(0)
    await page
      .getByLabel('Project file')
      .setInputFiles({
        name: 'case.json',
        mimeType: 'application/json',
        buffer: (await import('node:fs')).readFileSync(file),
      })
    await page.getByRole('link', { name: 'Larkmoor case' }).click()
    await maker.screen('Cuts')
    expect(await maker.sizesOf('Shelf')).toEqual(['33 1/16', '9', '23/32'])
  })
})
