/**
 * Compiles for Jest, which gives each test globals of its own, behind a look-up that takes many times as long
 * as the sum it is for. Each module therefore takes those it does sums with once.
 */
import swc from '@swc/jest'

const TAKEN = ['Math', 'Number', 'Array', 'Object', 'Map', 'Set', 'WeakMap', 'Infinity']

export default {
  async createTransformer(options) {
    const inner = swc.createTransformer(options)
    const withGlobals = ({ code, map }) => ({
      code: `var ${TAKEN.map((name) => `${name} = globalThis.${name}`).join(', ')};${code}`,
      map,
    })
    return {
      ...inner,
      getCacheKey: (...asked) => `${inner.getCacheKey(...asked)} ${TAKEN.join(' ')}`,
      process: (...asked) => withGlobals(inner.process(...asked)),
      processAsync: async (...asked) => withGlobals(await inner.processAsync(...asked)),
    }
  },
}
