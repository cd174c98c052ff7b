/** What the server answers, and what is left without it. */
import { expect, test } from '@playwright/test'
import { Maker } from './maker'

test('every answer has a strict content policy, none has a stack, and no screen breaks the policy', async ({
  page,
  request,
}) => {
  const home = await request.get('/')
  const policy = home.headers()['content-security-policy']!
  expect(policy).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]{20,}' 'wasm-unsafe-eval'(;|$)/)
  for (const part of ["default-src 'self'", "object-src 'none'", "frame-ancestors 'none'", "base-uri 'self'"])
    expect(policy).toContain(part)
  const again = (await request.get('/')).headers()['content-security-policy']
  expect(again).not.toBe(policy)
  expect(home.headers()['x-content-type-options']).toBe('nosniff')
  expect(home.headers()['content-encoding']).toMatch(/^(br|gzip|zstd)$/)
  expect(home.headers()['x-powered-by']).toBeUndefined()
  for (const path of [
    '/assets/none.js',
    '/nowhere',
    '/project/none/rack',
    '/%c0',
    '/project/none.data?_routes=x',
  ]) {
    const answer = await request.get(path)
    expect(answer.headers()['content-security-policy']).toBeTruthy()
    expect(await answer.text()).not.toMatch(/\bat .*\.(m?js|ts):\d+|node_modules/)
  }

  const broken: string[] = []
  page.on('console', (m) => void (/Content Security Policy/i.test(m.text()) && broken.push(m.text())))
  await page.addInitScript(() =>
    document.addEventListener('securitypolicyviolation', (e) =>
      // oxlint-disable-next-line no-console -- what the page says is what is listened to
      console.error(`Content Security Policy: ${e.violatedDirective} ${e.blockedURI}`),
    ),
  )
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed cabinet', exact: true }).click()
  const maker = new Maker(page)
  await maker.choose('Left side')
  await expect(page.getByText('Shaping…')).toBeHidden()
  await expect(page.locator('canvas')).toBeVisible()
  await page.keyboard.press('j')
  await maker.screen('Rack')
  await maker.screen('Plans')
  await page.getByRole('button', { name: /A Left side/ }).click({ timeout: 30_000 })
  const [pdf] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /PDF/ }).first().click(),
  ])
  expect(pdf.suggestedFilename()).toMatch(/\.pdf$/)
  await maker.screen('Cuts')
  await expect(page.getByRole('row').filter({ hasText: 'Shelf' })).toBeVisible()
  expect(broken).toEqual([])
})

test('without a connection a screen not loaded yet is said, and the project stays', async ({
  context,
  page,
}) => {
  await page.goto('/')
  const link = page.getByRole('link', { name: 'Seed cabinet', exact: true })
  await expect(link).toBeVisible()
  await page.waitForLoadState('networkidle')
  await context.setOffline(true)
  await link.click()
  await expect(page.getByText(/has not been loaded yet, and there is no connection/)).toBeVisible()
  await expect(link).toBeVisible()
  await context.setOffline(false)
  await link.click()
  await expect(page.getByRole('region', { name: 'Pieces' })).toBeVisible()
  await expect(page.getByText('Shaping…')).toBeHidden()
  await page.keyboard.press('Control+k')
  await expect(page.getByPlaceholder('Command, piece or named value')).toBeFocused()
  await page.keyboard.press('Escape')
  await context.setOffline(true)
  const maker = new Maker(page)
  await maker.screen('Plans')
  const away = page.getByText(/has not been loaded yet, and there is no connection/)
  await expect(away).toBeVisible()
  await expect(away).toBeHidden()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('Go to plans')
  await page.keyboard.press('Enter')
  await expect(away).toBeVisible()
  const width = page.getByRole('textbox', { name: 'width', exact: true })
  await width.fill('30')
  await width.press('Enter')
  await maker.saved()
  await context.setOffline(false)
  await maker.screen('Plans')
  await expect(page.getByRole('button', { name: /A Left side/ })).toBeVisible({ timeout: 30_000 })
})

test('a solid library that was refused once comes when asked again', async ({ page }) => {
  let refuse = true
  await page.route(/\.wasm/, (route) => (refuse ? route.abort() : route.continue()))
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed cabinet', exact: true }).click()
  const alert = page
    .getByRole('alert')
    .filter({ hasText: 'The part of Ergaton that shapes wood could not be loaded' })
  await expect(alert).toBeVisible()
  refuse = false
  await alert.getByRole('button', { name: 'Try again' }).click()
  await expect(alert).toBeHidden()
  await expect(page.getByText('Shaping…')).toBeHidden()
  // The small pictures that could not be drawn are drawn when there is a chance to.
  await page.goto('/')
  await expect(page.getByText('Could not be drawn')).toHaveCount(0)
})

test('of screens pressed one after the other the last is shown, though an earlier is waited for', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Seed cabinet', exact: true }).click()
  await expect(page.getByText('Shaping…')).toBeHidden()
  let come = () => {}
  const held = new Promise<void>((free) => (come = free))
  await page.route(/assets\/cuts-.*\.js/, async (route) => (await held, route.continue()))
  const maker = new Maker(page)
  const asked = page.waitForRequest(/assets\/cuts-.*\.js/)
  await maker.screen('Cuts')
  const file = await asked
  await maker.screen('Bench')
  come()
  await (await file.response())!.finished()
  await page.evaluate(() => new Promise((r) => setTimeout(r, 500)))
  await expect(page).toHaveURL(/bench$/)
  await maker.screen('Cuts')
  await expect(page).toHaveURL(/cuts$/)
})
