import { reactRouter } from '@react-router/dev/vite'
import tailwindcss from '@tailwindcss/vite'
import { defineConfig, type Plugin } from 'vite'

/**
 * Builds the workers in the page's own graph, so that both load the same chunks of `core/`, and not
 * a copy each. While developing, workers are built as usual.
 */
const sharedWorkers = (): Plugin => ({
  name: 'shared-workers',
  apply: 'build',
  enforce: 'pre',
  applyToEnvironment: ({ config }) => config.consumer === 'client',
  async transform(code, id) {
    let shared = code
    for (const [begins, , path] of code.matchAll(
      /new Worker\(\s*new URL\((['"])([^'"]+)\1, import\.meta\.url\)/g,
    )) {
      const worker = await this.resolve(path!, id)
      if (!worker) this.error(`There is no worker ${path}`)
      const ref = this.emitFile({ type: 'chunk', id: worker.id })
      shared = shared.replace(begins, `new Worker(import.meta.ROLLUP_FILE_URL_${ref}`)
    }
    return shared === code ? null : { code: shared, map: null }
  },
})

export default defineConfig({
  plugins: [sharedWorkers(), tailwindcss(), reactRouter()],
  worker: { format: 'es' },
  // A worker has no document that chunks could be linked in ahead.
  build: { modulePreload: { resolveDependencies: () => [] } },
  optimizeDeps: { exclude: ['manifold-3d'] },
})
