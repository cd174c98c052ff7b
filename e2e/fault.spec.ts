import { expect } from '@playwright/test'
import { Maker, openDemo } from './maker'
import { test } from './shared'

test('a stage that cannot be drawn takes nothing else along, and can be tried again', async ({ page }) => {
  // There is WebGL as long as one asks; what would draw on the page is refused for a while.
  await page.addInitScript(() => {
    const real = HTMLCanvasElement.prototype.getContext as (...args: unknown[]) => unknown
    const state = Object.assign(window, { refuse: true })
    Object.assign(HTMLCanvasElement.prototype, {
      getContext(this: HTMLCanvasElement, kind: string, ...more: unknown[]) {
        return kind.startsWith('webgl') && this.isConnected && state.refuse
          ? null
          : real.call(this, kind, ...more)
      },
    })
  })
  const maker = new Maker(page)
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed cabinet', exact: true }).click()
  const fault = page.getByRole('alert').filter({ hasText: 'Something went wrong' })
  await expect(fault).toContainText('stopped drawing in three dimensions')
  await expect(page).toHaveTitle('Bench · Seed cabinet · Ergaton')
  await maker.screen('Cuts')
  await expect(page).toHaveTitle('Cuts · Seed cabinet · Ergaton')
  await expect(page.getByRole('row').filter({ hasText: 'Shelf' })).toBeVisible()
  await maker.screen('Bench')
  await expect(fault).toBeVisible()
  await page.evaluate(() => Object.assign(window, { refuse: false }))
  await fault.getByRole('button', { name: 'Try again' }).click()
  await expect(page.locator('canvas')).toBeVisible({ timeout: 30_000 })
})

test('without the server the catalogue is the one that was kept', async ({ page }) => {
  const maker = await openDemo(page)
  await maker.screen('Rack')
  await expect(page.getByRole('region', { name: 'Catalogue' }).getByRole('listitem').first()).toBeVisible()
  await maker.screen('Bench')
  await page.route('**/*.data*', (route) => route.abort())
  await page.goto('about:blank')
  await page.unroute('**/*.data*')
  await page.goto('/')
  await page.route('**/*.data*', (route) => route.abort())
  await page.getByRole('link', { name: 'Seed cabinet', exact: true }).click()
  await maker.screen('Rack')
  await expect(page.getByRole('region', { name: 'Catalogue' }).getByRole('listitem').first()).toBeVisible()
})

test('what a form brings that means nothing is refused in a sentence', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New project' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('   ')
  await dialog.getByRole('button', { name: 'Start' }).click()
  await expect(dialog.getByRole('alert')).toHaveText('A name has at least one letter')
  await dialog.getByLabel('Name').fill('Larkmoor @ home')
  await dialog.getByRole('button', { name: 'Start' }).click()
  await expect(dialog.getByRole('alert')).toContainText('A name cannot hold @')
})
