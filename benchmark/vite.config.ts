import { defineConfig } from 'vite'

/** Bundles the measurements as the application itself is bundled, so that what is measured is what runs. */
export default defineConfig({
  logLevel: 'error',
  build: { ssr: 'benchmark/run.ts', outDir: '.cache/benchmark', emptyOutDir: true, target: 'node20' },
})
