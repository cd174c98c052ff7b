/** A page that is killed loses nothing that was said to be saved, whatever it was doing. */
import { expect, test, type BrowserContext, type Page } from '@playwright/test'
import { openDemo } from './maker'

test.use({ trace: 'off' })

const KILLS = Number(process.env.KILLS ?? 4)
/** Steady numbers that look like chance, from 0 to 1, so that a kill that loses something comes again. */
function chance(seed: number): () => number {
  let at = seed
  return () => {
    at = (Math.imul(at, 1664525) + 1013904223) >>> 0
    return at / 2 ** 32
  }
}

/** Ends the page’s process there and then; nothing of the page runs any more. */
async function kill(context: BrowserContext, page: Page): Promise<void> {
  const cdp = await context.newCDPSession(page)
  const gone = page.waitForEvent('crash')
  void cdp.send('Page.crash').catch(() => undefined)
  await gone
  await page.close()
}

/** How far right the kick board stands, in sixteenths of an inch. */
const standsAt = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const field = document.querySelector<HTMLInputElement>('[aria-label="Across"] input')
    const [whole, part] = (field?.value ?? '').split(/\s(?=\d+\/)|(?<=^)(?=\d+\/)/)
    const share = (text: string | undefined) => {
      const [over, under] = (text ?? '').split('/')
      return under ? Number(over) / Number(under) : Number(over || 0)
    }
    return Math.round(16 * (share(whole) + share(part)))
  })

test(`${KILLS} kills at any moment of steps, drags and saves lose nothing that was saved`, async ({
  context,
  page: first,
}) => {
  test.setTimeout(600_000)
  await openDemo(first)
  const url = first.url()
  const row = (page: Page) =>
    page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /Kick board/ })
  await row(first).click()
  const across = (page: Page) => page.getByRole('region', { name: 'Across' }).getByRole('textbox').first()
  await across(first).fill('0')
  await across(first).press('Enter')
  await expect(first.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible()
  await first.close()

  const next = chance(20261126)
  /** Steps that were made in all, and those of them that were said to be saved. */
  let [made, saved] = [0, 0]
  let [during, lost] = [0, 0]
  for (let n = 0; n < KILLS; n++) {
    const page = await context.newPage()
    await page.goto(url)
    await row(page).click()
    await expect(across(page)).not.toHaveValue('')
    const there = await standsAt(page)
    // Nothing that was saved is gone, and nothing is there that was never made.
    expect(there).toBeGreaterThanOrEqual(saved)
    expect(there).toBeLessThanOrEqual(made)
    lost += made - there
    made = saved = there

    const steps = 1 + Math.floor(4 * next())
    for (let k = 0; k < steps; k++) {
      await page.locator('[data-stage]').focus()
      await page.keyboard.press('ArrowRight')
      made++
      await page.waitForTimeout(250 * next())
    }
    const knob = page.getByLabel('Move across')
    if (n % 4 === 0 && (await knob.isVisible())) {
      // Killed with the button down: what was not let go was never made.
      const at = (await knob.boundingBox())!
      await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2)
      await page.mouse.down()
      await page.mouse.move(at.x + 60 * next(), at.y)
      during++
    }
    await page.waitForTimeout(900 * next())
    if (
      await page
        .getByRole('status')
        .filter({ hasText: /^Saved$/ })
        .isVisible()
    )
      saved = Math.max(saved, await standsAt(page))
    await kill(context, page)
  }
  expect(during).toBeGreaterThan(KILLS / 12)
  process.stdout.write(
    `  kills: ${KILLS}, ${during} of them while dragging; ${lost} steps not saved yet were lost\n`,
  )
})
