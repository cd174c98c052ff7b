/** Shapes traced from a picture, and outlines that come from and go to other programs. */
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { expect, type Locator, type Page } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { pickFrom } from './pick'
import { test } from './shared'

interface StoredRecord {
  readonly pictures: ReadonlyArray<{ readonly data: string }>
}
const heron = () => {
  const { pictures } = JSON.parse(readFileSync('demo/heron-plaque.json', 'utf8')) as StoredRecord
  return {
    name: 'heron sketch.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from(pictures[0]!.data, 'base64'),
  }
}
/** The sketch has two pixels to a millimetre, and the shield's upper left corner at 40 · 40. */
const pixel = ([x, y]: readonly [number, number]): [number, number] => [40 + 2 * x, 40 + 2 * y]

const board = (page: Page) => page.getByRole('dialog', { name: /^The outline of the/ })
const addShape = (page: Page, hands: Hands) =>
  hands.select(page.getByRole('group', { name: 'Add work' }).getByLabel('Work', { exact: true }), 'Outline')

/** Where a place of the sketch, in millimetres of the shield, is on the screen. */
async function on(picture: Locator, place: readonly [number, number]) {
  const box = (await picture.boundingBox())!
  const [x, y] = pixel(place)
  return { x: box.x + (x / 480) * box.width, y: box.y + (y / 606) * box.height }
}

const plaque = async (page: Page, hands = new Hands(page)): Promise<Maker> => {
  const maker = new Maker(page)
  await maker.startProject('Larkmoor heron plaque', 'millimetres')
  await hands.addBoard({
    name: 'Plaque',
    from: '18×195 planed',
    stands: 'standing, face to the front',
    size: '270',
  })
  return maker
}

test('J11: a plaque is traced from a picture that is set to scale, half of it, and mirrored', async ({
  page,
}) => {
  const hands = new Hands(page)
  await plaque(page, hands)
  const work = page.getByRole('region', { name: 'Work' })
  await addShape(page, hands)
  const dialog = board(page)
  await expect(dialog).toBeVisible()

  await hands.select(dialog.getByLabel('Symmetry', { exact: true }), 'mirrored across')
  const chosen = page.waitForEvent('filechooser')
  await hands.select(dialog.getByLabel('Files', { exact: true }), 'a picture to trace…')
  await (await chosen).setFiles(heron())
  const picture = dialog.getByLabel(/^Picture heron sketch/)
  await expect(picture).toBeVisible()
  const bar = dialog.getByRole('toolbar', { name: 'Picture' })

  // The shield is to be 190 wide, which the sketch has as 200.
  await hands.click(bar.getByRole('button', { name: 'Scale' }))
  for (const place of [
    [0, 60],
    [200, 60],
  ] as const) {
    const { x, y } = await on(picture, place)
    await hands.click(dialog.locator('svg[role=group]'), { position: await within(dialog, x, y) })
  }
  await hands.type(bar.getByLabel('These are apart by', { exact: true }), '190', 'Enter')
  await expect(bar).toContainText(/22[78](\.\d)? wide/)
  await hands.click(bar.getByRole('button', { name: 'Lock' }))

  // Half of it, from the middle of its top edge to its tip.
  await hands.key('t')
  const arcs = [0, 10, 20, 30, 40, 50].map((degrees): [number, number] => {
    const a = (degrees * Math.PI) / 180
    return [200 * Math.cos(a), 90 + 200 * Math.sin(a)]
  })
  const tip: [number, number] = [100, 90 + 200 * Math.sin(Math.PI / 3)]
  const corners = [
    [100, 0],
    [200, 0],
  ] as const
  for (const [k, place] of [...corners, ...arcs, tip].entries()) {
    const { x, y } = await on(picture, place)
    const more = k === 1 || k === 2 ? { modifiers: ['Shift' as const] } : {}
    await hands.click(dialog.locator('svg[role=group]'), { position: await within(dialog, x, y), ...more })
  }
  await expect(dialog.getByRole('toolbar', { name: 'Trace' })).toContainText(/9 places · 3 edges · off by/)
  await hands.key('Enter')
  await hands.click(dialog.getByRole('button', { name: 'Dimension as drawn' }))
  await expect(dialog.getByText('Can be marked out')).toBeVisible()
  await hands.click(dialog.getByRole('button', { name: 'Done', exact: true }))
  await expect(work).toContainText(/Saw to an outline/)
  hands.done('J11', 30)

  // As large as it is in truth: 190 wide, its sides of radius 190, and 250 high.
  const said = (await work.getByText(/Saw to an outline/).textContent())!.replaceAll('\u2044', '/')
  const [, high, wide, radius] = /outline ≈? ?([\d.]+) × ≈? ?([\d.]+), r ≈? ?([\d.]+)/.exec(said)!
  expect(Math.abs(Number(high) - 250)).toBeLessThan(1)
  expect(Math.abs(Number(wide) - 190)).toBeLessThan(1)
  expect(Math.abs(Number(radius) - 190)).toBeLessThan(6)

  // The picture and what was traced are there after a reload, and each step can be undone.
  await expect(page.getByText('Saved')).toBeVisible()
  await page.reload()
  await new Maker(page).choose('Plaque')
  await expect(work).toContainText(/Saw to an outline/)
  await page.getByRole('button', { name: /^Open step/ }).click()
  await page.getByRole('button', { name: 'Draw on its outline' }).click()
  await expect(board(page).getByLabel(/^Picture heron sketch/)).toBeVisible()
  await board(page).getByRole('button', { name: 'Delete' }).click()
  await expect(board(page).getByLabel(/^Picture heron sketch/)).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(board(page).getByLabel(/^Picture heron sketch/)).toBeVisible()

  // A pattern at full size: 190 by 250 goes on one sheet of A4, standing.
  await board(page).getByRole('button', { name: 'Done', exact: true }).click()
  await new Maker(page).screen('Plans')
  const pattern = page.getByRole('region', { name: 'Pattern at full size' })
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    pattern.getByRole('button', { name: 'PDF, pattern' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('larkmoor-heron-plaque-plaque-pattern.pdf')
  const text = execFileSync('pdftotext', ['-layout', await download.path(), '-'], { encoding: 'utf8' })
  expect(text).toContain('Plaque, pattern at full size')
  expect(text).toContain('this line measures 100; print at 100 %')
})

/** A place of the page, told from the corner of the drawing. */
async function within(dialog: Locator, x: number, y: number) {
  const box = (await dialog.locator('svg[role=group]').boundingBox())!
  return { x: x - box.x, y: y - box.y }
}

test('a traced piece that is copied to another project takes its picture along', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Heron plaque', exact: true }).click()
  const maker = new Maker(page)
  await maker.choose('Plaque')
  await page.keyboard.press('Control+c')
  await maker.leaveFor('Larkmoor copy', 'millimetres')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('paste copied')
  await expect(page.getByRole('option', { name: 'Paste copied pieces', selected: true })).toBeVisible()
  await page.keyboard.press('Enter')
  await maker.choose('Plaque')
  await maker.saved()
  await page.reload()
  await maker.choose('Plaque')
  await page.getByRole('button', { name: 'Open step 1' }).click()
  await page.getByRole('button', { name: 'Draw on its outline' }).click()
  const picture = board(page).getByLabel('Picture heron sketch.jpg')
  await expect(picture).toBeVisible()
  const lies = await picture.getAttribute('style')

  // A second outline on the same face is traced from the same picture, lying alike.
  await board(page).getByRole('button', { name: 'Done' }).click()
  await maker.back()
  await addShape(page, new Hands(page))
  await pickFrom(board(page).getByLabel('Files', { exact: true }), 'the picture heron sketch.jpg, again')
  await expect(picture).toBeVisible()
  expect(await picture.getAttribute('style')).toBe(lies)
})

test('pictures that are none, damaged or too large are refused in a sentence, and nothing is lost', async ({
  page,
}) => {
  await plaque(page)
  await addShape(page, new Hands(page))
  const dialog = board(page)
  const give = (name: string, mimeType: string, buffer: Buffer) =>
    dialog.locator('input[data-takes=picture]').setInputFiles({ name, mimeType, buffer })
  await give('notes.txt', 'text/plain', Buffer.from('hello'))
  await expect(page.getByText('notes.txt is not taken: it is no PNG, JPEG or WebP picture')).toBeVisible()
  await give('half.jpg', 'image/jpeg', heron().buffer.subarray(0, 300))
  await expect(page.getByText('half.jpg is not taken: it is damaged')).toBeVisible()
  await give('huge.png', 'image/png', Buffer.alloc(31_000_000))
  await expect(
    page.getByText('huge.png is not taken: it is 31 MB, and pictures of 30 MB are taken at most'),
  ).toBeVisible()
  await expect(dialog.getByText('Nothing is drawn yet')).toBeVisible()
  // What is larger than a project keeps is reduced, which is said.
  const large = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(3000, 2000)
    canvas.getContext('2d')!.fillRect(100, 100, 900, 900)
    const bytes = new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())
    return [...bytes]
  })
  await give('large.png', 'image/png', Buffer.from(large))
  await expect(page.getByText('It is kept with 1600 × 1067 of its 3000 × 2000 pixels')).toBeVisible()
})

const SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="4in" height="3in" viewBox="0 0 400 300">
<script>window.boom = 1</script><image href="https://localhost:1/x.png" width="9" height="9"/>
<path d="M50 50H250V150A50 50 0 0 1 200 200H50.3"/><path d="M50 199.9V50" onload="window.boom = 2"/>
<circle cx="120" cy="120" r="20"/></svg>`

test('an outline is read from an SVG, sawn, saved as a DXF, and read from that as large as it was', async ({
  page,
}) => {
  await plaque(page)
  const hands = new Hands(page)
  const work = page.getByRole('region', { name: 'Work' })
  await addShape(page, hands)
  const dialog = board(page)
  const read = dialog.locator('input[data-takes=read]')
  await read.setInputFiles({ name: 'swift.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(SVG) })
  const file = page.getByRole('dialog', { name: 'Outline from swift.svg' })
  await expect(file).toContainText('50.8 × 38.1, 6 edges')
  await expect(file).toContainText('Gaps closed: 1, the widest')
  await expect(file).toContainText('Left out: 1 × script, 1 × picture')
  await pickFrom(file.getByLabel('Unit', { exact: true }), 'centimetres')
  await expect(file.getByRole('alert')).toHaveCount(0)
  await expect(file).toContainText('2000 × 1500')
  await pickFrom(file.getByLabel('Unit', { exact: true }), 'as the file says: 0.254 mm each')
  await file.getByRole('button', { name: 'Insert' }).click()
  await expect(file).toBeHidden()
  expect(await page.evaluate(() => (window as { boom?: number }).boom)).toBeUndefined()
  await dialog.getByRole('button', { name: 'Dimension as drawn' }).click()
  await expect(dialog.getByText('Can be marked out')).toBeVisible()

  const saved = page.waitForEvent('download')
  await pickFrom(dialog.getByLabel('Files', { exact: true }), 'save it as DXF')
  const dxf = readFileSync(await (await saved).path(), 'utf8')
  await dialog.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(work).toContainText(/Saw to an outline/)
  const before = await work.getByText(/Saw to an outline/).textContent()

  // Anew, from the DXF without a unit, which is asked for.
  await page.getByRole('button', { name: 'Draw on its outline' }).click()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(dialog.getByText('Nothing is drawn yet')).toBeVisible()
  const unitless = dxf.replace(/\$INSUNITS\r?\n\s*70\r?\n4/, '$INSUNITS\n70\n0')
  await read.setInputFiles({ name: 'swift.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(unitless) })
  const again = page.getByRole('dialog', { name: 'Outline from swift.dxf' })
  await expect(again).toContainText('DXF has no unit: choose the one it is drawn in.')
  await expect(again.getByRole('button', { name: 'Insert' })).toBeDisabled()
  await pickFrom(again.getByLabel('Unit', { exact: true }), 'millimetres')
  await pickFrom(again.getByLabel('Position', { exact: true }), 'where the file has it')
  await again.getByRole('button', { name: 'Insert' }).click()
  await dialog.getByRole('button', { name: 'Dimension as drawn' }).click()
  await dialog.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(work.getByText(/Saw to an outline/)).toHaveText(before!)

  // What is no drawing is refused, and changes nothing.
  await page.getByRole('button', { name: 'Draw on its outline' }).click()
  await read.setInputFiles({ name: 'list.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from('a list') })
  const none = page.getByRole('dialog', { name: 'Outline from list.dxf' })
  await expect(none.getByRole('alert')).toHaveText(
    'list.dxf is not read: it is neither an SVG drawing nor a DXF in text',
  )
  await none.getByRole('button', { name: 'Close' }).click()
  // One that is not read to its end can be stopped, and is waited for by nothing then.
  const ended = page.evaluate(() => {
    const { postMessage: post, terminate: end } = Worker.prototype
    Worker.prototype.postMessage = () => undefined
    return new Promise<void>((resolve) => {
      Worker.prototype.terminate = function (this: Worker) {
        Object.assign(Worker.prototype, { postMessage: post, terminate: end })
        end.call(this)
        resolve()
      }
    })
  })
  await read.setInputFiles({ name: 'long.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(dxf) })
  const long = page.getByRole('dialog', { name: 'Outline from long.dxf' })
  await expect(long.getByRole('status')).toHaveText(/Reading/)
  await long.getByRole('button', { name: 'Stop' }).click()
  await ended
  await expect(long).toBeHidden()
  await read.setInputFiles({ name: 'swift.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(dxf) })
  await expect(again.getByRole('button', { name: 'Insert' })).toBeEnabled()
  await again.getByRole('button', { name: 'Cancel' }).click()
  await expect(dialog.getByText('Can be marked out')).toBeVisible()

  // The whole piece, flat, from the project's menu.
  await dialog.getByRole('button', { name: 'Done', exact: true }).click()
  await page.getByRole('button', { name: /Larkmoor heron plaque/ }).click()
  await page.getByRole('menuitem', { name: 'Files for other programs' }).click()
  const others = page.getByRole('dialog', { name: 'Files for other programs' })
  const flat = page.waitForEvent('download')
  await others.getByRole('button', { name: 'SVG' }).click()
  const svg = readFileSync(await (await flat).path(), 'utf8')
  expect(svg).toContain('width="270mm"')
  expect(svg).toMatch(/<g id="outline" data-depth="through"/)
})
