/** What the browser prints: everything, at its true scale, on the paper that was chosen. */
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { MARGIN } from '../core/plans/frame'
import { PENS } from '../core/plans/sheet'
import { test } from './shared'

const INCH = 25.4
/** A pixel is less than a tenth of a millimetre. */
const DPI = 300

const open = async (page: Page, demo: string, screen: string) => {
  await page.goto('/')
  await page.getByRole('link', { name: demo, exact: true }).click()
  await page.getByRole('link', { name: screen }).click()
}
const printed = async (page: Page, path: string) => {
  await page.pdf({ path, preferCSSPageSize: true })
  const info = execFileSync('pdfinfo', [path], { encoding: 'utf8' })
  const size = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info)!
  return {
    pages: Number(/Pages:\s+(\d+)/.exec(info)![1]),
    size: [1, 2].map((n) => Math.round((Number(size[n]) / 72) * INCH)),
    text: execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' }),
  }
}
/** How far apart the outermost ink of a page is across it, millimetres. */
function inked(pdf: string, page: number): number {
  const out = pdf.replace('.pdf', '')
  execFileSync('pdftoppm', [
    '-r',
    `${DPI}`,
    '-gray',
    '-f',
    `${page}`,
    '-l',
    `${page}`,
    '-singlefile',
    pdf,
    out,
  ])
  const file = readFileSync(`${out}.pgm`)
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(file.toString('latin1', 0, 40))!
  const [wide, from] = [Number(head[1]), head[0].length]
  let [low, high] = [wide, 0]
  for (let k = from; k < file.length; k++)
    if (file[k]! < 128) {
      const x = (k - from) % wide
      low = Math.min(low, x)
      high = Math.max(high, x)
    }
  return ((high - low) / DPI) * INCH
}

test('the cut list prints every stock with its boards, on upright pages', async ({ page }, info) => {
  await open(page, 'Seed cabinets, a row of three', 'Cuts')
  const titles = page.getByRole('heading', { level: 2 })
  await expect(page.getByText(/no layout uses fewer|too many/)).toHaveCount(4)
  await expect(page.getByRole('progressbar', { name: 'Laying out' })).toBeHidden()
  const stocks = await titles.allTextContents()
  await page.getByRole('button', { name: 'Night shift' }).click()
  const { pages, size, text } = await printed(page, info.outputPath('cuts.pdf'))
  expect(size).toEqual([216, 279])
  expect(pages).toBe(3)
  expect(stocks.length).toBeGreaterThanOrEqual(4)
  expect(text).toContain('Cut list: Seed cabinets, a row of three')
  for (const says of ['Kick board', 'Left stile', 'Board 5:', 'Back']) expect(text).toContain(says)
  expect(text.match(/To buy or have/g)).toHaveLength(4)
})

test('a sheet prints at the scale its title says, alone or with all others', async ({ page }, info) => {
  await open(page, 'Seed hopper', 'Plans')
  await expect(page.getByText(/^\d+ sheets$/)).toBeVisible()
  const sheets = Number((await page.getByText(/^\d+ sheets$/).textContent())!.split(' ')[0])
  const one = await printed(page, info.outputPath('one.pdf'))
  expect([one.pages, one.size]).toEqual([1, [297, 210]])
  // From the outside of the border to that at the other side.
  const wide = 297 - 2 * MARGIN + PENS.frame.width
  expect(Math.abs(inked(info.outputPath('one.pdf'), 1) - wide)).toBeLessThan(0.2)

  // The sheets that are there while the browser prints, kept to be printed here.
  await page.evaluate(() => {
    window.print = () => {
      const all = document.querySelector('.paper')!.cloneNode(true)
      setTimeout(() => document.body.append(all))
    }
  })
  await page.getByRole('button', { name: 'Print all sheets' }).click()
  await expect(page.locator('.paper')).toHaveCount(2)
  await page.evaluate(() => document.querySelector('.paper')!.remove())
  const all = await printed(page, info.outputPath('all.pdf'))
  expect([all.pages, all.size]).toEqual([sheets, [297, 210]])
  expect(Math.abs(inked(info.outputPath('all.pdf'), sheets) - wide)).toBeLessThan(0.2)
  for (let n = 1; n <= sheets; n++) expect(all.text).toContain(`${n} of ${sheets}`)
})

test('a sheet goes on other paper, and is given as DXF and as a picture, from there', async ({
  page,
}, info) => {
  await open(page, 'Seed hopper', 'Plans')
  await expect(page.getByText(/^\d+ sheets$/)).toBeVisible()
  await page.getByRole('combobox', { name: 'Paper' }).click()
  await page.getByRole('option', { name: 'A3, upright' }).click()
  await expect(page.getByText(/^\d+ sheets$/)).toBeVisible()
  await expect(
    page.getByRole('group', { name: 'Sheet', exact: true }).locator('svg').first(),
  ).toHaveAttribute('width', '297mm')
  const one = await printed(page, info.outputPath('one.pdf'))
  expect([one.pages, one.size]).toEqual([1, [297, 420]])
  expect(inked(info.outputPath('one.pdf'), 1)).toBeCloseTo(297 - 2 * MARGIN, 0)
  const saved = async (name: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: `${name}, this sheet` }).click(),
    ])
    return readFileSync(await file.path())
  }
  expect((await saved('DXF')).toString()).toMatch(/LWPOLYLINE/)
  const png = await saved('PNG')
  // 300 dots to the inch.
  expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual(
    [297, 420].map((mm) => Math.round((mm / INCH) * 300)),
  )
  // It is kept with the project.
  await page.reload()
  await expect(page.getByRole('combobox', { name: 'Paper' })).toHaveText(/A3, upright/)
})
