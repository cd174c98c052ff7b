/** No panel, dialog or state of the bench keeps anyone out, by day or by night. */
import { expect, type Locator, type Page } from '@playwright/test'
import axe from 'axe-core'
import { openDemo, type Maker } from './maker'
import { pickFrom } from './pick'
import { crowding } from './room'
import { test } from './shared'

type Theme = 'day' | 'night'

/** What is serious or critical now; by night only colours are others. */
async function faults(page: Page, theme: Theme): Promise<string[]> {
  return page.evaluate(async (theme) => {
    document.documentElement.dataset.theme = theme
    const { axe } = window as unknown as { axe: typeof import('axe-core') }
    const { violations } = await axe.run({
      resultTypes: ['violations'],
      ...(theme === 'night' && { runOnly: { type: 'rule', values: ['color-contrast'] } }),
    })
    return violations
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => `${theme}, ${v.id}: ${v.nodes.map((n) => n.html.slice(0, 200)).join(' | ')}`)
  }, theme)
}

async function sound(page: Page, state: string): Promise<void> {
  const says = [...(await faults(page, 'night')), ...(await faults(page, 'day'))]
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
      await expect(page.getByRole('form', { name: 'Edit spacing of Shelf' })).toBeVisible()
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
  ...(['Boards', 'Ready-mades', 'Arrange', 'Join', 'Cut', 'Drill', 'Shape', 'Look'] as const).map(
    (drawer): readonly [string, Opens] => [
      `the drawer ${drawer}`,
      async (page) => {
        await page
          .getByRole('toolbar', { name: 'Tools' })
          .getByRole('button', { name: drawer, exact: true })
          .click()
        await expect(page.getByRole('dialog', { name: drawer })).toBeVisible()
      },
    ],
  ),
  [
    'what this place is likely to want',
    chosen('Left side', async (page) => {
      await page.keyboard.press('F6')
      await page.keyboard.press('Shift+F10')
      await expect(page.getByRole('menu')).toBeVisible()
    }),
  ],
  [
    'a step that is open',
    chosen('Top', async (page) => {
      await pickFrom(
        page.getByRole('group', { name: 'Add work' }).getByLabel('Work', { exact: true }),
        'Dado',
      )
      await expect(page.getByRole('button', { name: /^More/ })).toBeVisible()
    }),
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

async function start(page: Page): Promise<Maker> {
  await page.addInitScript({ content: axe.source })
  return openDemo(page)
}

/** Other windows: a larger one, tablets both ways, one magnified twice, a phone. */
const SIZES = [
  [1440, 900],
  [1180, 820],
  [820, 1180],
  [640, 400],
  [390, 844],
] as const

async function roomy(page: Page, state: string, sizes: typeof SIZES | readonly [] = []): Promise<void> {
  for (const [width, height] of [[1280, 800] as const, ...sizes]) {
    if (sizes.length > 0) await page.setViewportSize({ width, height })
    const window = `${state}, ${width} × ${height}`
    await expect.poll(async () => ({ window, says: await crowding(page) })).toEqual({ window, says: [] })
  }
  if (sizes.length > 0) await page.setViewportSize({ width: 1280, height: 800 })
}

for (const half of [0, 1])
  test(`nothing serious on any state of the bench, half ${half + 1}`, async ({ page }) => {
    const maker = await start(page)
    for (const [state, opens] of STATES.filter((_, n) => n % 2 === half)) {
      await opens(page, maker)
      await sound(page, state)
      await roomy(page, state)
      // A field lets go first, then what is open, then what is chosen.
      for (let n = 0; n < 4; n++) await page.keyboard.press('Escape')
      await expect(page.getByRole('heading', { name: 'Ticket' })).toBeVisible()
    }
  })

test('the bench has room in every window', async ({ page }) => {
  const maker = await openDemo(page)
  const states: ReadonlyArray<readonly [string, Opens]> = [
    ['the bench', async () => undefined],
    ['apart and cut open', STATES.find(([state]) => state === 'apart and cut open')![1]],
    ['several chosen', STATES.find(([state]) => state === 'several chosen')![1]],
    ['a ticket', chosen('Left side')],
    ['joining', byKey('j', 'Join')],
  ]
  for (const [state, opens] of states) {
    await opens(page, maker)
    await roomy(page, state, SIZES)
  }
})

test('nothing serious on any screen', async ({ page }) => {
  const maker = await start(page)
  await maker.choose('Left side')
  for (const [screen, ready] of SCREENS) {
    await maker.screen(screen)
    await expect(ready(page)).toBeVisible({ timeout: 30_000 })
    await sound(page, screen)
    await roomy(page, screen, SIZES)
  }
  await maker.screen('Proof')
  for (const view of ['Findings', 'Size sheet', 'Assembly order', 'Movement and sag', 'Limits']) {
    await page.getByRole('tab', { name: view }).click()
    await expect(page.getByText(/Waiting…|Checking:|Listing|Working out/)).toHaveCount(0)
    await sound(page, `proof, ${view}`)
    await roomy(page, `proof, ${view}`, SIZES)
  }
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Seed cabinet', exact: true })).toBeVisible()
  await sound(page, 'projects')
  await roomy(page, 'projects', SIZES)
  await page.getByRole('button', { name: /night/i }).click()
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night')
})
