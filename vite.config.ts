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

/**
 * Parts of shaders for what the bench has none of: polished, toon and glass surfaces, shadows, surroundings,
 * probes of light, mapped tones, fog, bones, and pictures of anything but colour.
 */
const UNUSED_PARTS = new RegExp(
  `^(${[
    'lights_(physical|toon|phong)|iridescence|transmission|clearcoat|cube_uv|envmap|shadowm',
    '(ao|light|emissive|roughness|metalness|gradient|bump|displacement)map|normalmap|alphahash',
    'lights_fragment_maps|skin|morph|lightprobes|tonemapping|packing|fog|logdepthbuf|dithering',
  ].join('|')})`,
)
/** And shaders of materials that nothing is made of there. */
const UNUSED_SHADERS =
  /^(#define (STANDARD|TOON|PHONG|MATCAP|DISTANCE|NORMAL)\n|uniform sampler2D shadow_pass)/

/**
 * Shaders of the drawing library without those that are not used, and without the tabs, comments and blanks
 * that only their authors read.
 */
const plainShaders = (): Plugin => ({
  name: 'plain-shaders',
  apply: 'build',
  transform(code, id) {
    if (!/[\\/]three[\\/]build[\\/]/.test(id)) return null
    const plain = (line: string) =>
      line.startsWith('#')
        ? line
        : line.replace(/ *([=*,;{}<>]) */g, '$1').replace(/\( | \)/g, (p) => p.trim())
    const shader = (text: string) =>
      text
        .split('\n')
        .map((line) => plain(line.replace(/\/\/.*/, '').trim()))
        .filter((line) => line !== '')
        .join('\n')
    const used = code.replace(
      /^((?:var|const) ([\w$]+) = )"((?:[^"\\]|\\.)*)"/gm,
      (all, begins: string, name: string, text: string) =>
        UNUSED_PARTS.test(name) || UNUSED_SHADERS.test(text.replaceAll('\\n', '\n')) ? `${begins}""` : all,
    )
    const shaders = used.replace(/"(?:[^"\\]|\\.)*"/g, (quoted) =>
      /\\n/.test(quoted) && /#(if|include|define)|gl_|uniform |vec[234]/.test(quoted)
        ? JSON.stringify(`${shader(JSON.parse(quoted) as string)}\n`)
        : quoted,
    )
    // Nothing is animated by it; what is set on these at the top would keep them.
    const still = shaders.replace(/^(\w*KeyframeTrack|PropertyBinding)\.[\w.]+ = [^;]*;$/gm, '')
    return { code: still, map: null }
  },
})

/** Neither the page nor its workers write JSON Schema of what they read; what would, is left out of them. */
const withoutJsonSchema = (): Plugin => ({
  name: 'without-json-schema',
  apply: 'build',
  applyToEnvironment: ({ config }) => config.consumer === 'client',
  transform(code, id) {
    if (!/[\\/]zod[\\/]v4[\\/]core[\\/](json-schema-processors|to-json-schema)\.js$/.test(id)) return null
    const names = [...code.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => name!)
    // Those that give a method give one that does nothing.
    return { code: names.map((name) => `export const ${name} = () => () => {}`).join('\n'), map: null }
  },
})

export default defineConfig({
  plugins: [sharedWorkers(), plainShaders(), withoutJsonSchema(), tailwindcss(), reactRouter()],
  worker: { format: 'es' },
  // A worker has no document that chunks could be linked in ahead.
  build: { modulePreload: { resolveDependencies: () => [] } },
  optimizeDeps: { exclude: ['manifold-3d'] },
})
