/** Proof as a new maker uses it: found, looked at, mended, accepted; measured, taken over, printed. */
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { Maker, openDemo } from './maker'
import { test } from './shared'

/** Two boards, the second a sixteenth short of the first. */
async function short(page: Page): Promise<Maker> {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor proof')
  await maker.addBoard({ name: 'Side', from: '1×10 pine', stands: 'standing, face to the right', size: '30' })
  await maker.addBoard({ name: 'Shelf', from: '1×10 pine', stands: 'lying flat, length across', size: '24' })
  await maker.say('Up', 'starts at', '10')
  await maker.say('Across', 'starts at', '13/16')
  await maker.screen('Proof')
  return maker
}
const finding = (page: Page, says: RegExp) => page.getByRole('listitem', { name: says })
const gap = /Shelf stops 1\/16 short of Side/
const pdfText = async (page: Page, button: string) => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ])
  return execFileSync('pdftotext', ['-layout', await download.path(), '-'], { encoding: 'utf8' })
}

test('a gap is found, flown to, mended by a press, and comes back with undo', async ({ page }) => {
  const maker = await short(page)
  const found = finding(page, gap)
  await expect(found).toContainText('A gap of a saw cut or less is seldom meant')
  await expect(page.getByTitle('1 to look at')).toBeVisible()

  await found.getByRole('button', { name: 'Show on the bench' }).click()
  await expect(page).toHaveURL(/bench$/)
  await expect(
    page
      .getByText('2 chosen')
      .or(page.getByRole('heading', { name: '2 pieces' }))
      .first(),
  ).toBeVisible()
  await page.goBack()

  await found
    .getByRole('button', { name: /Let Shelf start at Side·right: 24 across becomes 24 and 1 sixteenth/ })
    .click()
  await expect(found).toBeHidden()
  await maker.screen('Cuts')
  expect((await maker.sizesOf('Shelf'))[0]).toBe('24 1/16')
  await maker.screen('Proof')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(found).toBeVisible()
})

test('a finding is accepted by keyboard, kept, on the plans, and stands again when it changes', async ({
  page,
}) => {
  const maker = await short(page)
  const found = finding(page, gap)
  await found.focus()
  await page.keyboard.press('a')
  await page.keyboard.press('Enter')
  await expect(found.getByRole('alert')).toHaveText(/reason/i)
  await page.keyboard.type('A card goes between')
  await page.keyboard.press('Enter')
  await expect(found).toBeHidden()
  await expect(page.getByTitle('1 to look at')).toBeHidden()
  await maker.saved()
  await page.reload()
  await page.getByRole('button', { name: '1 accepted, show' }).click()
  await expect(found).toContainText('Accepted: A card goes between')

  await maker.screen('Plans')
  await page.getByRole('button', { name: /Accepted$/ }).click()
  expect(await pdfText(page, 'PDF, all sheets')).toMatch(/A card goes between/)

  await maker.screen('Bench')
  await maker.choose('Shelf')
  await maker.say('Across', 'starts at', '25/32')
  await maker.screen('Proof')
  await expect(finding(page, /Shelf stops 1\/32 short/)).toContainText('the wood has changed since')
})

test('a check is switched off, says so, and the report is given out as it stands', async ({ page }) => {
  await short(page)
  await expect(finding(page, gap)).toBeVisible()
  await page.getByRole('button', { name: 'Checks', exact: true }).click()
  await page.getByRole('checkbox', { name: 'Small gaps' }).uncheck()
  await expect(finding(page, gap)).toBeHidden()
  await expect(page.getByText('One check is switched off; the sheets say so.')).toBeVisible()
  expect(await pdfText(page, 'Report, PDF')).toMatch(/Checks switched off[\s\S]*Small gaps/)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'JSON' }).click(),
  ])
  const report = JSON.parse(readFileSync(await download.path(), 'utf8')) as { off: string[]; project: string }
  expect(report).toMatchObject({ format: 'ergaton-findings', off: ['gap'], project: 'Larkmoor proof' })
})

test('sizes are measured, judged, taken over with all that follows, and printed', async ({ page }) => {
  const maker = await openDemo(page)
  await maker.screen('Proof')
  await page.getByRole('tab', { name: 'Size sheet' }).click()
  const box = page.getByLabel('Left side, thickness, measured', { exact: true })
  await box.fill('wood')
  await box.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: /wood/ })).toBeVisible()
  await box.fill('0.752')
  await box.press('Enter')
  // In tolerance, and on to the next box.
  await expect(page.getByText('0.002 in over, in tolerance')).toBeVisible()
  await expect(page.getByLabel('Left side, width, measured', { exact: true })).toBeFocused()

  await box.fill('0.72')
  await box.press('Enter')
  await expect(page.getByText('0.03 in under')).toBeVisible()
  await page.getByRole('button', { name: 'Use it…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Use the reading' })
  await expect(dialog.getByLabel('Use it')).toHaveText('as the thickness of all 1×10 pine')
  await expect(dialog).toContainText('Left side Dado for Shelf #1, wide: 0.75 in becomes 0.72 in')
  await dialog.getByRole('button', { name: 'Use it', exact: true }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText('as it should be')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('0.03 in under')).toBeVisible()

  await page.getByRole('button', { name: 'Use the caliper: Left side, length, measured' }).click()
  await expect(page.getByLabel('Left side, length, measured', { exact: true })).toHaveValue(/^44\.\d+$/)
  await expect(
    page
      .getByText(/2 of \d+ measured/)
      .or(page.getByText('2 measured').first())
      .first(),
  ).toBeVisible()
  const text = await pdfText(page, 'Size sheet, PDF')
  expect(text).toMatch(/Dado for Shelf #1, from end 1/)
  expect(text).toMatch(/Left side, Right side/)
  await maker.saved()
  await page.reload()
  await expect(box).toHaveValue('0.72')
  await box.fill('')
  await box.press('Enter')
  await expect(page.getByText('0.03 in under')).toBeHidden()
})

test('the order it goes together, the seasons and the limits are there by their addresses', async ({
  page,
}) => {
  const maker = await openDemo(page)
  await maker.screen('Proof')
  await page.getByRole('tab', { name: 'Assembly order' }).click()
  const steps = page.getByRole('region', { name: /Assembly order/ }).getByRole('listitem')
  await expect(steps).toHaveCount(10)
  await expect(steps.first()).toContainText('first, lying on its face')
  for (const n of [0, 1]) await expect(steps.nth(n).locator('path').last()).toHaveAttribute('d', /^M/)
  await expect(steps.last()).toContainText('Back, moving to the front')

  await page.getByRole('tab', { name: 'Movement and sag' }).click()
  const year = page.getByRole('img', { name: /Left side is 9\.\d+ in wide at its narrowest/ })
  await expect(year).toBeVisible()
  // Its scale has figures: some hundredths of an inch about 9 1/4.
  await expect(year.getByText(/^9\.[12]\d\d$/).first()).toBeVisible()
  const load = page.getByRole('region', { name: 'A shelf under load' })
  await expect(load).toContainText('under 20 lb a foot')

  await page.getByRole('tab', { name: 'Limits' }).click()
  await page.getByLabel('A shelf carries, pounds a foot').fill('60')
  await page.getByLabel('A shelf carries, pounds a foot').press('Enter')
  await page.getByRole('button', { name: /House by the sea/ }).click()
  await page.reload()
  await expect(page.getByRole('button', { name: /House by the sea/ })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('tab', { name: 'Findings' }).click()
  await expect(finding(page, /sags .* under 60 lb a foot/)).toBeVisible()
})

test.describe('by touch', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true })
  test('a finding is looked at and accepted with fingers', async ({ page }) => {
    const maker = new Maker(page)
    await page.goto('/')
    await page.getByRole('link', { name: 'Seed cabinet', exact: true }).tap()
    await page.getByRole('link', { name: 'Proof' }).tap()
    await page.getByRole('tab', { name: 'Limits' }).tap()
    await page.getByLabel('A shelf carries, pounds a foot').fill('60')
    await page.getByLabel('A shelf carries, pounds a foot').press('Enter')
    await page.getByRole('tab', { name: 'Findings' }).tap()
    const found = finding(page, /sags/)
    await found.getByRole('button', { name: 'Accept…' }).tap()
    await found.getByLabel('Why it may stay').fill('Seeds weigh little')
    await found.getByRole('button', { name: 'Accept', exact: true }).tap()
    await expect(found).toBeHidden()
    await maker.saved()
    for (const button of await page.getByRole('button', { name: /JSON|Report/ }).all())
      expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(44)
  })
})
