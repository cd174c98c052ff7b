/** Remakes docs/screenshots from the demo data, against the build. `npm run screenshots`. */
import { execFileSync, spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { browserPath } from './ready.mjs'

const PORT = '4318'
const base = `http://localhost:${PORT}`
const server = spawn('node', ['server/main.mjs'], {
  env: { ...process.env, PORT, NODE_ENV: 'production' },
  stdio: 'ignore',
  detached: true,
})
for (
  let n = 0;
  n < 60 &&
  !(await fetch(base).then(
    () => true,
    () => false,
  ));
  n++
)
  await new Promise((r) => setTimeout(r, 500))

const args = [
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--ignore-gpu-blocklist',
  '--no-sandbox',
]
const browser = await chromium.launch({ executablePath: browserPath(), args })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
mkdirSync('docs/screenshots', { recursive: true })
/** Sheets as they are printed, a demo and the number of a sheet for each. */
const PRINTED = [
  ['seed-cabinet', '01'],
  ['bee-hotel', '04'],
  ['glazed-lid', '04'],
]
async function shootSheets() {
  const folder = mkdtempSync(join(tmpdir(), 'sheets-'))
  const pictures = PRINTED.map(([demo, n]) => {
    const out = join(folder, demo)
    execFileSync('npx', [
      'tsx',
      'cli/ergaton.ts',
      'export',
      `demo/${demo}.json`,
      '--out',
      out,
      '--plans',
      'png',
    ])
    return readFileSync(join(out, `plan-${n}.png`)).toString('base64')
  })
  rmSync(folder, { recursive: true })
  const paper = await browser.newPage({ viewport: { width: 1280, height: 1010 } })
  const [first, ...others] = pictures.map((data) => `<img src="data:image/png;base64,${data}">`)
  await paper.setContent(
    `<style>body{margin:10px;background:#efe9dc;display:grid;gap:10px;grid-template-columns:1fr 1fr}` +
      'img{width:100%}img:first-child{grid-column:span 2;width:70%;margin:auto}</style>' +
      `${first}${others.join('')}`,
  )
  await paper.screenshot({ path: 'docs/screenshots/sheets.png', fullPage: true })
  await paper.close()
}
const shoot = async (name, wait = 1200) => {
  await page.waitForTimeout(wait)
  await page.screenshot({ path: `docs/screenshots/${name}.png` })
}
try {
  await shootSheets()
  await page.goto(base)
  await page.getByRole('link', { name: 'Seed cabinet', exact: true }).waitFor()
  await shoot('projects', 4000)
  await page.getByRole('link', { name: 'Seed cabinet', exact: true }).click()
  await page
    .getByRole('button', { name: /Left side/ })
    .first()
    .click()
  await shoot('bench', 4000)
  await page
    .getByRole('button', { name: /Shelf/ })
    .first()
    .click({ modifiers: ['Control'] })
  await page.keyboard.press('j')
  await shoot('join', 3500)
  await page.keyboard.press('Escape')
  await page.keyboard.press('w')
  await shoot('ready', 2500)
  for (let n = 0; n < 3; n++) await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Rack' }).click()
  await shoot('rack')
  await page.getByRole('link', { name: 'Proof' }).click()
  await page.getByRole('tab', { name: 'Size sheet' }).click()
  for (const [what, text] of [
    ['thickness', '0.72'],
    ['width', '9.2510'],
  ]) {
    await page.getByLabel(`Left side, ${what}, measured`, { exact: true }).fill(text)
    await page.getByLabel(`Left side, ${what}, measured`, { exact: true }).press('Enter')
  }
  await shoot('sizes', 2000)
  await page.getByRole('tab', { name: 'Movement and sag' }).click()
  await shoot('seasons', 3000)
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('link', { name: 'Plans' }).click()
  await page.getByRole('button', { name: /A Left side/ }).click({ timeout: 20_000 })
  await page.waitForTimeout(3000)
  await page.getByText('On this sheet').click()
  await page.getByRole('list', { name: 'On this sheet' }).getByText('5 × dado').click()
  await shoot('plans', 1000)
  await page.getByRole('link', { name: 'Cuts' }).click()
  await shoot('cuts', 6000)
  await page.getByRole('link', { name: 'Bench' }).click()
  await page.goto(base)
  await page.getByRole('link', { name: 'Cold frame', exact: true }).click()
  await page.getByRole('link', { name: 'Proof' }).click()
  await page.getByText('Checked just now').waitFor({ timeout: 30_000 })
  await shoot('proof', 1000)
  await page.goto(base)
  await page.getByRole('link', { name: 'Seed-packet drawers', exact: true }).click()
  await page
    .getByRole('button', { name: /Drawer side/ })
    .first()
    .click()
  await page.keyboard.press('x')
  await page.getByRole('button', { name: 'Open the joint of step 1', exact: true }).click()
  await shoot('joints', 4000)
  await page.goto(base)
  await page.getByRole('link', { name: 'Bee hotel', exact: true }).click()
  await page.getByRole('button', { name: /Body/ }).first().click()
  await page.getByRole('button', { name: 'Open step 2', exact: true }).click()
  await shoot('work', 1500)
  await page.goto(base)
  await page.getByRole('link', { name: 'Glazed lid', exact: true }).click()
  await page.waitForTimeout(4000)
  await page.getByRole('button', { name: 'Frame', exact: true }).click()
  await page.getByRole('button', { name: 'Open step 2', exact: true }).click()
  await page.getByRole('button', { name: 'Bottom', exact: true }).click()
  await shoot('rout', 2500)
  await page.goto(base)
  await page.getByRole('link', { name: 'Dibber rest', exact: true }).click()
  await page.getByRole('button', { name: /Rest$/ }).first().click()
  await page.getByRole('button', { name: 'Open step 1', exact: true }).click()
  await page.getByRole('button', { name: 'Draw on its outline' }).click()
  await shoot('outline', 2500)
  await page.goto(base)
  await page.getByRole('link', { name: 'Cold frame', exact: true }).click()
  await page.getByRole('button', { name: /Lid/ }).first().click()
  await page.keyboard.press('Delete')
  await page.keyboard.press('y')
  await page.getByLabel('First edge', { exact: true }).fill('Strip, bottom front edge')
  await page.getByLabel('Second edge', { exact: true }).fill('Front, top back edge')
  await page.getByLabel('Overhang at the lower edge').fill('1')
  await page.getByLabel('Overhang at the lower edge').press('Tab')
  await shoot('slope', 5500)
  await page.goto(base)
  await page.getByRole('link', { name: 'Barrow wheel', exact: true }).click()
  await page.waitForTimeout(4000)
  await page
    .getByRole('button', { name: /Dibber/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Open step 1', exact: true }).click()
  await page.getByRole('button', { name: 'Draw on its outline' }).click()
  await shoot('turned', 2500)
  await page.goto(base)
  await page.getByRole('link', { name: 'Heron plaque', exact: true }).click()
  await page
    .getByRole('button', { name: /Plaque/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Open step 1', exact: true }).click()
  await page.getByRole('button', { name: 'Draw on its outline' }).click()
  await shoot('traced', 2500)
  await page.goto(base)
  await page.getByRole('link', { name: 'Trug handle', exact: true }).click()
  await page.waitForTimeout(4000)
  await page
    .getByRole('button', { name: /Handle/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'strip', exact: true }).click()
  await page.getByRole('button', { name: 'Open step 1', exact: true }).click()
  await shoot('bent', 2500)
} finally {
  await browser.close()
  process.kill(-server.pid)
}
