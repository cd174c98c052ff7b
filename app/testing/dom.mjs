/** A page for tests of components, with what browsers have and jsdom lacks. */
import { TestEnvironment } from 'jest-environment-jsdom'

export default class Page extends TestEnvironment {
  async setup() {
    await super.setup()
    this.global.structuredClone = structuredClone
  }
}
