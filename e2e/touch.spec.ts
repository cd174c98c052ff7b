/** A tablet in the shop: fingers alone, from an empty project to paper. */
import { expect, test } from '@playwright/test'
import { inches } from './figures'
import { Maker, ready } from './maker'

test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true })

test('J1 by touch alone: a case from ready work, figures from the pad, to the plans', async ({ page }) => {
  const maker = new Maker(page)
  await page.goto('/')
  await page.getByRole('button', { name: 'New project' }).tap()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Larkmoor tablet')
  await dialog.getByRole('button', { name: 'Start' }).tap()
  await expect(page.getByText('The bench is clear')).toBeVisible()

  await page.getByRole('button', { name: 'Ready work' }).tap()
  const form = ready(page)
  await expect(form.drawn).toBeVisible()
  const pad = page.getByRole('group', { name: 'Figures' })
  const keys = async (...names: string[]) => {
    for (const name of names) await pad.getByRole('button', { name, exact: true }).tap()
  }
  await form.field('Width').tap()
  await expect(pad).toBeVisible()
  await keys('3', '4', '½')
  await expect(form.field('Width')).toHaveValue('34 1/2')
  await keys('Delete a sign', 'Delete a sign', 'Delete a sign', 'Delete a sign')
  await expect(form.field('Width')).toHaveValue('34')
  await form.field('Height').tap()
  await keys('4', '1')
  await keys('OK')
  const shelf = page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /Shelf ×/ })
  await page.getByRole('button', { name: 'Pieces', exact: true }).tap()
  await expect(shelf).toBeVisible()
  await expect(pad).toBeHidden()
  await page.getByRole('button', { name: 'Pieces', exact: true }).tap()

  await page.getByRole('link', { name: 'Cuts' }).tap()
  expect((await maker.sizesOf('Shelf'))[0]).toBe(inches(34 - 2 * (3 / 4) + 2 * (1 / 4)))
  expect((await maker.sizesOf('Left side'))[0]).toBe(inches(41))
  await page.getByRole('link', { name: 'Plans' }).tap()
  const [file] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'PDF, all sheets' }).tap({ timeout: 60_000 }),
  ])
  expect(file.suggestedFilename()).toBe('larkmoor-tablet-plans.pdf')
})
