/** A tablet in the shop: fingers alone, from an empty project to paper. */
import { expect } from '@playwright/test'
import { inches } from './figures'
import { fromRail, Maker, ready } from './maker'
import { test } from './shared'

test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true })

test('J1 by touch alone: a case from ready work, figures from the pad, to the plans', async ({ page }) => {
  const maker = new Maker(page)
  await page.goto('/')
  await page.getByRole('button', { name: 'New project' }).tap()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Larkmoor tablet')
  await dialog.getByRole('button', { name: 'Start' }).tap()
  await expect(page.getByText('The bench is clear')).toBeVisible()

  await fromRail(page, 'Ready-mades', 'Case')
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
  await expect(form.field('Depth')).toBeFocused()
  // The pad is still there; the foot of the panel stands above it.
  await expect(pad).toBeVisible()
  await form.put.tap()
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

test('a row is drawn into a group by its letter, and the list is scrolled by the rest of it', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed-packet drawers', exact: true }).tap()
  await page.getByRole('button', { name: 'Pieces', exact: true }).tap()
  const pieces = page.getByRole('region', { name: 'Pieces' })
  const row = pieces.locator('[data-piece]').filter({ hasText: 'Back' }).first()
  const group = pieces.locator('div[data-row]').first()
  await expect(row).toBeVisible()
  const cdp = await page.context().newCDPSession(page)
  const drag = async (x: number, y: number, toX: number, toY: number) => {
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
      cdp.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [at] : [] })
    await touch('touchStart', { x, y })
    for (let n = 1; n <= 6; n++)
      await touch('touchMove', { x: x + ((toX - x) * n) / 6, y: y + ((toY - y) * n) / 6 })
    await touch('touchEnd')
  }
  const into = (await group.boundingBox())!
  const [toX, toY] = [into.x + 60, into.y + into.height / 2]
  const at = (await row.boundingBox())!
  const undo = page.getByRole('button', { name: 'Undo' })
  await expect(undo).toBeDisabled()
  // By its name nothing is dragged.
  await drag(at.x + at.width / 2, at.y + at.height / 2, toX, toY)
  await page.waitForTimeout(300)
  await expect(undo).toBeDisabled()
  const grip = (await row.locator('[data-grip]').boundingBox())!
  await drag(grip.x + grip.width / 2, grip.y + grip.height / 2, toX, toY)
  await expect(undo).toBeEnabled()
  await expect(async () => {
    if ((await row.getAttribute('aria-pressed')) !== 'true') await row.tap()
    await expect(row).toHaveAttribute('aria-pressed', 'true', { timeout: 3000 })
  }).toPass()
  const ticket = page.getByRole('button', { name: 'Ticket', exact: true })
  if ((await ticket.getAttribute('aria-expanded')) === 'false') await ticket.tap()
  await expect(page.getByText(/^In Drawer/)).toBeVisible()
  await undo.tap()
  await expect(page.getByText(/^In Drawer/)).toBeHidden()
})
