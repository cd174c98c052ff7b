import { defineConfig } from 'vite'

/** Bundles the measurements as the application itself is bundled, so that what is measured is what runs. */
export default defineConfig({
  logLevel: 'error',
  build: { ssr: 'bench/run.ts', outDir: '.cache/bench', emptyOutDir: true, target: 'node20' },
})
