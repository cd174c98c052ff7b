/** What a large project costs the page, told as it is found; bounds are far off, since machines differ. */
import { expect, test, type CDPSession, type Page } from '@playwright/test'
import { MIXED, wall } from '../core/testing/wall'
import { Maker } from './maker'

test.use({ trace: 'off' })

const project = wall(20, (k) => MIXED[k % MIXED.length]!)

/** Counts tasks over 50 ms and what WebGL is asked to draw, from the start of the page. */
async function watch(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const seen = { tasks: [] as number[], draws: 0, frames: [] as number[] }
    const counted = new WeakSet<object>()
    Object.assign(globalThis, { seen })
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) seen.tasks.push(entry.duration)
    }).observe({ type: 'longtask', buffered: true })
    const count = (of: object, name: string) => {
      const draw = (of as Record<string, (...all: unknown[]) => void>)[name]!
      Object.assign(of, {
        [name](...all: unknown[]) {
          seen.draws++
          draw.apply(this, all)
        },
      })
    }
    for (const name of ['drawElements', 'drawArrays', 'drawElementsInstanced', 'drawArraysInstanced'])
      count(WebGL2RenderingContext.prototype, name)
    const real = WebGL2RenderingContext.prototype.getExtension
    WebGL2RenderingContext.prototype.getExtension = function (this: WebGL2RenderingContext, name: string) {
      const found = real.call(this, name as never) as object | null
      if (found && name === 'WEBGL_multi_draw' && !counted.has(found)) {
        counted.add(found)
        count(found, 'multiDrawArraysWEBGL')
        count(found, 'multiDrawElementsWEBGL')
      }
      return found as never
    }
    const frame = globalThis.requestAnimationFrame.bind(globalThis)
    const frames = () => {
      seen.frames.push(seen.draws)
      seen.draws = 0
      frame(frames)
    }
    frame(frames)
  })
}

interface Seen {
  readonly tasks: number[]
  /** Draw calls, frame by frame. */
  readonly frames: number[]
}
const seenIn = (page: Page): Promise<Seen> =>
  page.evaluate(() => {
    const { seen } = globalThis as unknown as { seen: Seen }
    const now = { tasks: [...seen.tasks], frames: seen.frames.filter((n) => n > 0) }
    seen.tasks.length = seen.frames.length = 0
    return now
  })

async function scriptTime(cdp: CDPSession): Promise<{ script: number; task: number }> {
  const { metrics } = await cdp.send('Performance.getMetrics')
  const of = (name: string) => 1000 * metrics.find((m) => m.name === name)!.value
  return { script: of('ScriptDuration'), task: of('TaskDuration') }
}

const told = (what: string, found: string) => void process.stdout.write(`  ${what}: ${found}\n`)
const longest = (tasks: readonly number[]) =>
  tasks.length
    ? `${tasks.length} tasks over 50 ms, the longest ${Math.max(...tasks).toFixed(0)} ms`
    : 'no task over 50 ms'

test('a project of 200 pieces and 320 joints stays quick under the hands', async ({ page }) => {
  await watch(page)
  await page.goto('/')
  await page
    .getByLabel('Project file')
    .setInputFiles({
      name: 'wall.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(project)),
    })
  await page.getByRole('link', { name: 'Wall', exact: true }).click()
  const maker = new Maker(page)
  await expect(
    page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /s7_3/ }),
  ).toBeVisible()
  await expect(page.getByText('Shaping…')).toHaveCount(0, { timeout: 120_000 })
  await page.waitForTimeout(3000)
  const cdp = await page.context().newCDPSession(page)
  await cdp.send('Performance.enable')
  told('opening', longest((await seenIn(page)).tasks))

  // What the watching itself costs in the same time.
  await page.waitForTimeout(5000)
  const quiet = await scriptTime(cdp)
  await page.waitForTimeout(2500)
  const watching = (await scriptTime(cdp)).script - quiet.script
  told('watching', `${watching.toFixed(0)} ms of script`)

  await maker.choose('s7_3')
  const field = maker.row('Up').getByRole('textbox', { name: 'Up starts at' })
  const spent: number[] = []
  for (const text of ['701', '702', '703', '704']) {
    await field.fill(text)
    await page.waitForTimeout(1500)
    const before = await scriptTime(cdp)
    await seenIn(page)
    await field.press('Enter')
    await page.waitForTimeout(2500)
    const after = await scriptTime(cdp)
    const seen = await seenIn(page)
    spent.push(after.script - before.script - watching)
    told(
      'an edit',
      `${spent.at(-1)!.toFixed(0)} ms of script of ${(after.task - before.task).toFixed(0)}, ` +
        `${longest(seen.tasks)}, draw calls by frame: ${seen.frames.join(' ') || 'none'}`,
    )
  }

  for (const screen of ['Cuts', 'Plans'] as const) {
    await seenIn(page)
    await maker.screen(screen)
    await page.waitForTimeout(6000)
    told(`opening ${screen}`, longest((await seenIn(page)).tasks))
  }
  expect(spent.length).toBe(4)
})
