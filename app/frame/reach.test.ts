import { isHere, reach } from './reach'

const data = (code: string) => `data:text/javascript,${encodeURIComponent(code)}`
const routes = {
  root: { id: 'root', module: data('export {}') },
  shelf: { id: 'shelf', parentId: 'root', index: true, module: data('export {}') },
  project: {
    id: 'project',
    parentId: 'root',
    path: 'project/:id',
    module: data('globalThis.fetched = true'),
  },
  bench: { id: 'bench', parentId: 'project', path: 'bench', module: data('export {}') },
  plans: { id: 'plans', parentId: 'project', path: 'plans', module: '/nowhere/at/all.js' },
}
const world = globalThis as unknown as { window: object; fetched?: boolean }

beforeEach(() => {
  world.window = { __reactRouterManifest: { routes }, __reactRouterRouteModules: { root: {}, shelf: {} } }
})

test('a screen whose code is here needs nothing', () => {
  expect(isHere('/')).toBe(true)
  expect(isHere('/project/a1/bench')).toBe(false)
  world.window = {
    __reactRouterManifest: { routes },
    __reactRouterRouteModules: { root: {}, project: {}, bench: {} },
  }
  expect(isHere('/project/a1/bench')).toBe(true)
})
test('a screen whose code does not come is out of reach', async () => {
  expect(await reach('/project/a1/plans')).toBe(false)
})
test('an address that leads nowhere is the router’s to say', async () => {
  expect(isHere('/no/such/place')).toBe(true)
  expect(await reach('/no/such/place')).toBe(true)
})
test('without a manifest nothing is held back', () => {
  world.window = {}
  expect(isHere('/project/a1/plans')).toBe(true)
})
