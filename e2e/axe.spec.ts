/** No panel, dialog or state of the bench keeps anyone out, by day or by night. */
import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Locator, type Page } from '@playwright/test'
import { openDemo, type Maker } from './maker'

async function sound(page: Page, state: string, theme: 'day' | 'night'): Promise<void> {
  // No screen has frames of another origin, for which each look would open a page.
  const axe = new AxeBuilder({ page }).setLegacyMode()
  // By night only colours are others.
  if (theme === 'night') axe.withRules('color-contrast')
  const { violations } = await axe.analyze()
  const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')
  const says = serious.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 200)).join(' | ')}`)
  expect({ state, says }).toEqual({ state, says: [] })
}

/** Opens a state from a bench on which nothing is open or chosen. */
type Opens = (page: Page, maker: Maker) => Promise<void>
const byKey =
  (key: string, heading: string): Opens =>
  async (page) => {
    await page.keyboard.press(key)
    await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible()
  }
const chosen =
  (name: string, then?: Opens): Opens =>
  async (page, maker) => {
    await maker.choose(name)
    await expect(page.getByLabel('Name', { exact: true })).toBeVisible()
    await then?.(page, maker)
  }

const STATES: ReadonlyArray<readonly [string, Opens]> = [
  ['a board', byKey('b', 'Add a board')],
  ['a board between faces', byKey('n', 'Board between')],
  ['set against', byKey('a', 'Set against')],
  ['a slope', byKey('y', 'Sloping board')],
  ['joining', byKey('j', 'Join')],
  ['ready work', byKey('w', 'Ready-mades')],
  ['measuring', byKey('m', 'Measure')],
  ['a ticket', chosen('Left side')],
  [
    'a joint that is open',
    chosen('Left side', async (page) => {
      await page.getByRole('button', { name: 'Open the joint of step 2' }).click()
      await expect(page.getByRole('slider', { name: 'Depth' })).toBeVisible()
    }),
  ],
  ['a twin', chosen('Right side')],
  ['mirroring', chosen('Top', byKey('i', 'Mirror Top'))],
  [
    'spacing evenly',
    chosen('Shelf', async (page) => {
      await page.keyboard.press('e')
      await expect(page.getByRole('dialog')).toBeVisible()
    }),
  ],
  [
    'several chosen',
    async (page, maker) => {
      await maker.choose('Top')
      await page
        .getByRole('region', { name: 'Pieces' })
        .getByRole('button', { name: /Bottom/ })
        .click({ modifiers: ['Control'] })
      await expect(page.getByRole('heading', { name: /2 pieces/ })).toBeVisible()
    },
  ],
  [
    'a slip beside its field',
    chosen('Left side', async (_, maker) => {
      const across = maker.row('Across').getByRole('textbox').first()
      await across.fill('1 1/')
      await across.press('Enter')
      await expect(across).toHaveAttribute('aria-invalid', 'true')
    }),
  ],
  [
    'apart and cut open',
    async (page) => {
      await page.keyboard.press('x')
      await page.keyboard.press('k')
      await expect(page.getByLabel('How far apart')).toBeVisible()
    },
  ],
  [
    'the palette',
    async (page) => {
      await page.keyboard.press('Control+k')
      await expect(page.getByRole('dialog')).toBeVisible()
    },
  ],
  [
    'the keys',
    async (page) => {
      await page.keyboard.press('?')
      await expect(page.getByRole('dialog')).toBeVisible()
    },
  ],
  [
    'kept views',
    async (page) => {
      await page.keyboard.press('v')
      await expect(page.getByRole('dialog')).toBeVisible()
    },
  ],
  [
    'a picture',
    async (page) => {
      await page.keyboard.press('Shift+P')
      await expect(page.getByRole('dialog')).toBeVisible()
    },
  ],
]

/** What is there once a screen has all it shows. */
const SCREENS: ReadonlyArray<[screen: 'Rack' | 'Plans' | 'Cuts', ready: (page: Page) => Locator]> = [
  ['Rack', (page) => page.getByRole('table').first()],
  ['Plans', (page) => page.getByRole('button', { name: /F Kick board/ })],
  ['Cuts', (page) => page.getByRole('row').filter({ hasText: 'Shelf' })],
]

for (const theme of ['day', 'night'] as const)
  test(`nothing serious on any state of the bench and any screen, by ${theme}`, async ({ page }) => {
    const maker = await openDemo(page)
    await page.getByRole('button', { name: 'Not again' }).click()
    if (theme === 'night') await page.getByRole('button', { name: /night/i }).click()
    await expect(page.locator('html')).toHaveAttribute('data-theme', theme)
    for (const [state, opens] of STATES) {
      await opens(page, maker)
      await sound(page, state, theme)
      // A field lets go first, then what is open, then what is chosen.
      for (let n = 0; n < 4; n++) await page.keyboard.press('Escape')
      await expect(page.getByRole('heading', { name: 'Ticket' })).toBeVisible()
    }
    await maker.choose('Left side')
    for (const [screen, ready] of SCREENS) {
      await maker.screen(screen)
      await expect(ready(page)).toBeVisible({ timeout: 30_000 })
      await sound(page, screen, theme)
    }
    await maker.screen('Proof')
    for (const view of ['Findings', 'Size sheet', 'Assembly order', 'Movement and sag', 'Limits']) {
      await page.getByRole('tab', { name: view }).click()
      await expect(page.getByText(/Waiting…|Looking for|Listing|Reckoning|in thought/)).toHaveCount(0)
      await sound(page, `proof, ${view}`, theme)
    }
  })
