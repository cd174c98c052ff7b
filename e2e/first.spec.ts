/** The first ten minutes: from the first page to paper, and a first small job shown step by step. */
import { readFile } from 'node:fs/promises'
import { expect, type Page } from '@playwright/test'
import { Hands } from './hands'
import { Maker, ready } from './maker'
import { test } from './shared'

const downloaded = async (page: Page, name: string, press: () => Promise<void>) => {
  const [file] = await Promise.all([page.waitForEvent('download', { timeout: 60_000 }), press()])
  expect(file.suggestedFilename()).toBe(name)
  expect((await readFile(await file.path())).subarray(0, 5).toString()).toBe('%PDF-')
}

test('a newcomer’s case, from the first page to its plans as PDF', async ({ page }) => {
  const [maker, hands] = [new Maker(page), new Hands(page)]
  await page.goto('/')
  await hands.click(page.getByRole('button', { name: 'New project' }))
  await hands.type(page.getByRole('dialog').getByLabel('Name'), 'Larkmoor case', 'Enter')
  await hands.click(page.getByRole('main').getByRole('button', { name: 'Case' }))
  const form = ready(page)
  await expect(form.drawn).toBeVisible()
  await hands.type(form.field('Width'), '34')
  await hands.type(form.field('Height'), '41')
  await hands.click(form.put)
  await expect(
    page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /Shelf/ }),
  ).toBeVisible()
  await hands.click(page.getByRole('link', { name: 'Plans' }))
  const pdf = page.getByRole('button', { name: 'PDF, all sheets' })
  await expect(pdf).toBeEnabled({ timeout: 60_000 })
  await downloaded(page, 'larkmoor-case-plans.pdf', () => hands.click(pdf))
  hands.done('newcomer’s case', 15)
  await maker.screen('Bench')
  await expect(page.getByText('The bench is clear')).toHaveCount(0)
})

test('two boards, a joint, a size and the plans on paper, by the keyboard in at most 50 presses', async ({
  page,
}) => {
  const maker = new Maker(page)
  const notLost = () => expect(page.locator('body')).not.toBeFocused()
  let presses = 0
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      await page.keyboard.press(key)
      presses++
    }
  }
  /** A word or a figure typed counts as one, as a maker thinks of it. */
  const type = async (text: string) => {
    await page.keyboard.type(text)
    presses++
  }
  const focused = (label: string) => expect(page.getByLabel(label, { exact: true })).toBeFocused()
  await page.goto('/')
  await page.getByRole('button', { name: 'New project' }).focus()
  await press('Enter')
  await focused('Name')
  await type('Larkmoor keys')
  await press('Enter')
  await expect(page.getByText('The bench is clear')).toBeVisible()
  await expect(page.locator('body')).not.toBeFocused()

  const until = async (label: string, key: string) => {
    for (let n = 0; n < 12; n++) {
      if (await page.getByLabel(label, { exact: true }).evaluate((e) => e === document.activeElement)) return
      await press(key)
    }
    throw new Error(`${label} is not reached`)
  }
  const form = page.getByRole('form', { name: 'Add a board' })
  await press('b')
  await focused('Length')
  await press('Shift+Tab', 'Enter')
  await type('1x10')
  await press('Enter')
  await expect(page.getByLabel('From', { exact: true })).toContainText('1×10')
  await until('Length', 'Tab')
  await type('24')
  await press('Enter')
  await expect(form).toBeHidden()
  await notLost()
  await press('Escape', 'b')
  await focused('Length')
  await type('20')
  await until('Stands, in words', 'Tab')
  await press('Enter')
  await expect(page.getByRole('listbox')).toBeVisible()
  // A word alone: after a pause a space would choose what is found so far.
  await type('lying')
  const found = page.locator('[role=option][data-highlighted]')
  await expect(found).toContainText('lying flat')
  for (let n = 0; n < 4 && !/length across$/.test((await found.textContent()) ?? ''); n++)
    await press('ArrowDown')
  await press('Enter')
  await expect(page.getByLabel('Stands, in words')).toContainText('lying flat, length across')
  await focused('Stands, in words')
  await press('Tab', 'Enter')
  await expect(form).toBeHidden()
  await notLost()

  // On the ticket the shelf comes against the side.
  await press('F6')
  await until('Across starts at', 'Tab')
  await type('Left side·right')
  await press('Enter')
  await expect(page.getByLabel('Across starts at', { exact: true })).toHaveValue('Left side·right')
  await notLost()
  await press('j')
  await expect(page.getByRole('button', { name: 'Add 1 joint' })).toBeFocused()
  await press('Enter')
  await expect(page.getByText('1 joint added')).toBeVisible()
  await press('Escape')
  await notLost()
  // Figures typed on the bench go to the likeliest dimension.
  await type('22')
  await press('Enter')
  await expect(maker.row('Across').getByRole('heading')).toHaveText(/22/)
  await press('Control+k')
  await type('plans pdf')
  await downloaded(page, 'larkmoor-keys-plans.pdf', () => press('Enter'))
  process.stdout.write(`  presses: two boards, joined, sized, on paper ${presses}\n`)
  expect(presses).toBeLessThanOrEqual(50)
})

test('a first small job is shown step by step in the maker’s own project, and left at any', async ({
  page,
}) => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor first')
  const walk = page.getByRole('region', { name: 'A first small job' })
  await expect(walk).toHaveCount(0)
  await page.getByRole('button', { name: 'Show me: a shelf between two sides' }).click()
  const now = walk.locator('[aria-current=step]')
  await expect(now).toHaveAttribute('title', 'A side')
  await maker.addBoard({
    name: 'Left side',
    from: '1×10 pine',
    stands: 'standing, face to the left',
    size: '24',
  })
  await expect(now).toHaveAttribute('title', 'The other side')
  await page.keyboard.press('i')
  const mirror = page.getByRole('form', { name: 'Mirror Left side' })
  await mirror.getByLabel('Mirror stands at', { exact: true }).fill('10')
  await mirror.getByLabel('Mirror stands at', { exact: true }).press('Enter')
  await expect(now).toHaveAttribute('title', 'A shelf between them')
  await maker.saved()
  await page.reload()
  await expect(now).toHaveAttribute('title', 'A shelf between them')
  await walk.getByRole('button', { name: 'Skip this step' }).click()
  await expect(now).toHaveAttribute('title', 'Join it')
  await walk.getByRole('button', { name: 'Skip this step' }).click()
  await walk.getByRole('button', { name: 'Open the plans' }).click()
  await expect(page.getByRole('button', { name: 'PDF, all sheets' })).toBeVisible()
  await maker.screen('Bench')
  await expect(page.getByRole('toolbar', { name: 'Tools' })).toBeVisible()
  await expect(walk).toHaveCount(0)
})
