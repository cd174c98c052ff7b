/** What a page costs while it is used: long tasks, script, pictures, and the modelling worker's own time. */
import type { CDPSession, Page } from '@playwright/test'

interface Frame {
  /** When the page drew it, milliseconds of the page; the graphics card may take longer. */
  readonly at: number
  readonly draws: number
}
export interface Seen {
  /** Tasks over 50 ms, milliseconds each. */
  readonly tasks: number[]
  /** Frames in which WebGL was asked to draw. */
  readonly frames: Frame[]
  /** From being asked until the answer, for what the modelling worker was asked to show and to shape. */
  readonly asked: number[]
  /** When Enter was pressed last. */
  readonly entered: number
}

/** To be called before the page is opened. */
export async function watch(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const seen = { tasks: [] as number[], frames: [] as Frame[], asked: [] as number[], entered: 0 }
    let draws = 0
    Object.assign(globalThis, { seen })
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) seen.tasks.push(entry.duration)
    }).observe({ type: 'longtask', buffered: true })
    globalThis.addEventListener(
      'keydown',
      (e) => (e as KeyboardEvent).key === 'Enter' && (seen.entered = performance.now()),
      true,
    )

    const count = (of: object, name: string) => {
      const draw = (of as Record<string, (...all: unknown[]) => void>)[name]!
      Object.assign(of, {
        [name](...all: unknown[]) {
          if (draws++ === 0) {
            const at = performance.now()
            requestAnimationFrame(() => {
              seen.frames.push({ at, draws })
              draws = 0
            })
          }
          draw.apply(this, all)
        },
      })
    }
    for (const name of ['drawElements', 'drawArrays', 'drawElementsInstanced', 'drawArraysInstanced'])
      count(WebGL2RenderingContext.prototype, name)
    const extension = WebGL2RenderingContext.prototype.getExtension
    const counted = new WeakSet<object>()
    WebGL2RenderingContext.prototype.getExtension = function (this: WebGL2RenderingContext, name: string) {
      const found = extension.call(this, name as never) as object | null
      if (found && name === 'WEBGL_multi_draw' && !counted.has(found)) {
        counted.add(found)
        count(found, 'multiDrawArraysWEBGL')
        count(found, 'multiDrawElementsWEBGL')
      }
      return found as never
    }

    const Plain = Worker
    globalThis.Worker = class extends Plain {
      private readonly waiting = new Map<unknown, number>()
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options)
        this.addEventListener('message', ({ data }: MessageEvent<{ id?: unknown }>) => {
          const since = this.waiting.get(data.id)
          if (since !== undefined) seen.asked.push(performance.now() - since)
          this.waiting.delete(data.id)
        })
      }
      override postMessage(message: { id?: unknown; path?: string[] }, ...more: never[]): void {
        if (['show', 'shape'].includes(message.path?.[0] ?? ''))
          this.waiting.set(message.id, performance.now())
        super.postMessage(message, ...more)
      }
    }
  })
}

/** All that was seen since it was asked for last. */
export const seenIn = (page: Page): Promise<Seen> =>
  page.evaluate(() => {
    const { seen } = globalThis as unknown as { seen: Seen }
    const now = structuredClone(seen)
    seen.tasks.length = seen.frames.length = seen.asked.length = 0
    return now
  })

interface TraceEvent {
  readonly name: string
  readonly ph: string
  readonly pid: number
  readonly tid: number
  readonly ts: number
  readonly dur?: number
  /** Processor time of the thread. */
  readonly tdur?: number
  readonly args?: { readonly name?: string }
}

/**
 * The tasks of the page's own thread that ran script while something was done, by the browser's trace:
 * processor time, milliseconds, the longest first.
 */
export async function tracedTasks(page: Page, act: () => Promise<void>): Promise<number[]> {
  const browser = page.context().browser()!
  await browser.startTracing(page, { categories: ['toplevel', 'devtools.timeline', '__metadata'] })
  await act()
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as {
    traceEvents: TraceEvent[]
  }
  const of = ({ pid, tid }: TraceEvent) => `${pid} ${tid}`
  const mains = new Set(
    traceEvents.filter((e) => e.name === 'thread_name' && e.args?.name === 'CrRendererMain').map(of),
  )
  const main = traceEvents.filter((e) => e.ph === 'X' && mains.has(of(e)))
  const script = main.filter((e) => e.name === 'FunctionCall' || e.name === 'EventDispatch')
  return main
    .filter((e) => e.name.endsWith('RunTask') && (e.dur ?? 0) > 0)
    .filter((t) => script.some((s) => of(s) === of(t) && s.ts >= t.ts && s.ts <= t.ts + t.dur!))
    .map((t) => (t.tdur ?? t.dur ?? 0) / 1000)
    .sort((a, b) => b - a)
}

/** How long the page has run script so far, milliseconds. */
export async function scriptTime(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send('Performance.getMetrics')
  return 1000 * metrics.find((m) => m.name === 'ScriptDuration')!.value
}
