/**
 * Tests that share what a browser keeps of the server's files, and has compiled: each begins with an empty
 * store and a page of its own. What spoils the browser takes Playwright's `test`.
 */
import { test as base, type BrowserContext, type ConsoleMessage } from '@playwright/test'

/** The browser of each device asked for: its screen, and whether it is touched. */
type Contexts = Map<string, BrowserContext>

export const test = base.extend<object, { kept: Contexts }>({
  kept: [
    async ({ browser: _ }, use) => {
      const kept: Contexts = new Map()
      await use(kept)
      for (const context of kept.values()) await context.close()
    },
    { scope: 'worker' },
  ],
  context: async ({ browser, kept, baseURL, viewport, hasTouch, isMobile }, use, info) => {
    const device = { viewport, hasTouch, isMobile }
    const key = JSON.stringify(device)
    const context = kept.get(key) ?? (await browser.newContext({ ...device, baseURL, acceptDownloads: true }))
    kept.set(key, context)
    const broken: string[] = []
    const hear = (m: ConsoleMessage) => void (/WebGLProgram/.test(m.text()) && broken.push(m.text()))
    context.on('console', hear)
    await use(context)
    context.off('console', hear)
    // What is drawn without its shader is not seen to be wrong by anything else.
    if (broken.length > 0) throw new Error(broken[0])
    if (info.status !== info.expectedStatus) {
      kept.delete(key)
      await context.close()
      return
    }
    const clean = await context.newPage()
    for (const page of context.pages()) if (page !== clean) await page.close()
    const cdp = await context.newCDPSession(clean)
    await cdp.send('Storage.clearDataForOrigin', {
      origin: baseURL!,
      storageTypes: 'cookies,indexeddb,local_storage,service_workers,cache_storage',
    })
    await clean.close()
  },
})
