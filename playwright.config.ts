import { defineConfig } from '@playwright/test'
import { browserPath } from './scripts/ready.mjs'

const PORT = 4317

export default defineConfig({
  testDir: 'e2e',
  timeout: 150_000,
  expect: { timeout: 30_000 },
  workers: 2,
  retries: 0,
  forbidOnly: Boolean(process.env.CI),
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // A trace takes a quarter of the time; ask for one with `--trace on` when a test fails.
    trace: 'off',
    actionTimeout: 40_000,
    launchOptions: {
      executablePath: browserPath(),
      args: [
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        '--ignore-gpu-blocklist',
        // Without a graphics card the processor draws the page itself; only the bench goes through WebGL.
        '--disable-gpu-compositing',
        '--disable-gpu-rasterization',
        // Without smoothing of rims, which takes a quarter of what the bench does.
        '--webgl-antialiasing-mode=none',
        '--no-sandbox',
        '--disable-background-networking',
      ],
    },
  },
  webServer: {
    command: 'node server/main.mjs',
    url: `http://localhost:${PORT}`,
    env: { PORT: String(PORT), NODE_ENV: 'production' },
    reuseExistingServer: false,
  },
})
