/** What a large project costs the page, told as it is found; machines differ, so no time is a bound. */
import { expect, test } from '@playwright/test'
import { MIXED, wall } from '../core/testing/wall'
import { Maker } from './maker'
import { scriptTime, seenIn, tracedTasks, watch } from './watch'

// What Playwright records for its traces is script too.
test.use({ trace: 'off' })

/** More is looked at, for longer, when asked for: figures are then steadier. */
const LONG = Boolean(process.env.LONG)

const project = wall(20, (k) => MIXED[k % MIXED.length]!)
const told = (what: string, found: string) => void process.stdout.write(`  ${what}: ${found}\n`)
const ms = (n: number) => `${n.toFixed(0)} ms`
const longest = (tasks: readonly number[]) =>
  tasks.length
    ? `${tasks.length} tasks over 50 ms, the longest ${ms(Math.max(...tasks))}`
    : 'no task over 50 ms'

test('a project of 200 pieces and 320 joints stays quick under the hands', async ({ page }) => {
  await watch(page)
  await page.goto('/')
  const buffer = Buffer.from(JSON.stringify(project))
  await page
    .getByLabel('Project file')
    .setInputFiles({ name: 'wall.json', mimeType: 'application/json', buffer })
  await page.getByRole('link', { name: 'Wall', exact: true }).click()
  const maker = new Maker(page)
  const pieces = page.getByRole('region', { name: 'Pieces' })
  await expect(pieces.getByRole('button', { name: /s7_3/ })).toBeVisible()
  await expect(page.getByText('Shaping…')).toHaveCount(0, { timeout: 120_000 })
  const cdp = await page.context().newCDPSession(page)
  // Processor time of the page’s own thread, whatever else the machine does meanwhile.
  await cdp.send('Performance.enable', { timeDomain: 'threadTicks' })
  /** Script that something takes on the page, less what runs in such a time when nothing is done. */
  const spent = async (wait: number, act: () => Promise<void>): Promise<number> => {
    const start = await scriptTime(cdp)
    await act()
    await page.waitForTimeout(wait)
    return (await scriptTime(cdp)) - start
  }
  await page.waitForTimeout(LONG ? 8000 : 2000)
  told('opening', longest((await seenIn(page)).tasks))
  const idle = await spent(2500, async () => undefined)

  await maker.choose('s7_3')
  const field = maker.row('Up').getByRole('textbox', { name: 'Up starts at' })
  for (const text of ['701', '702', '703', '704', '705'].slice(0, LONG ? 5 : 2)) {
    await field.fill(text)
    await page.waitForTimeout(1000)
    await seenIn(page)
    // The test tool looks a field up by script; a key it presses goes to the page alone.
    const script = await spent(2500, () => page.keyboard.press('Enter'))
    const { tasks, frames, asked, entered } = await seenIn(page)
    expect(frames.length).toBeGreaterThan(0)
    for (const { draws } of frames) expect(draws).toBeLessThanOrEqual(60)
    const [worker, seen] = [asked.reduce((a, b) => a + b, 0), frames.at(-1)!.at - entered]
    told(
      'an edit',
      `${ms(script - idle)} of script, ${longest(tasks)}; solids drawn after ${ms(seen)}, ` +
        `${(seen / worker).toFixed(1)} × the worker’s ${ms(worker)}; ` +
        `draw calls ${frames.map((f) => f.draws).join(' ')}`,
    )
  }

  await field.fill('')
  const typed = 'l7·ri'
  const typing = await spent(1000, () => page.keyboard.type(typed, { delay: 100 }))
  await expect(page.getByRole('listbox', { name: 'Names that fit' })).toBeVisible()
  told(
    'a key, with names offered',
    `${((typing - (idle * 1.5) / 2.5) / typed.length).toFixed(1)} ms of script`,
  )
  await field.press('Escape')

  const sayTasks = (tasks: readonly number[]) =>
    `${tasks.length} tasks with script, ${tasks.filter((t) => t > 16).length} over 16 ms, ` +
    `the longest ${tasks
      .slice(0, 3)
      .map((t) => t.toFixed(1))
      .join(', ')} ms`
  await field.focus()
  const typingTasks = await tracedTasks(page, async () => {
    await page.keyboard.type('700 + 12', { delay: 80 })
    await page.waitForTimeout(300)
  })
  told('typing in a field', sayTasks(typingTasks))
  await field.press('Escape')
  await field.press('Escape')
  await maker.choose('s7_3')
  const knob = page.getByLabel('Move up')
  await expect(knob).toBeVisible()
  const at = (await knob.boundingBox())!
  const draggingTasks = await tracedTasks(page, async () => {
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2)
    await page.mouse.down()
    for (let n = 1; n <= 30; n++) await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2 - 2 * n)
    await page.waitForTimeout(200)
    await page.keyboard.press('Escape')
    await page.mouse.up()
  })
  expect(draggingTasks.length).toBeGreaterThan(10)
  told('dragging a shelf', sayTasks(draggingTasks))

  for (const screen of ['Cuts', 'Plans'] as const) {
    await seenIn(page)
    await maker.screen(screen)
    await page.waitForTimeout(LONG ? 6000 : 2000)
    told(`opening ${screen}`, longest((await seenIn(page)).tasks))
  }
})
