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
  expect(await reach('/project/a1/plans')).toBe('away')
})
test('nothing is imported while a part of it does not come, and all of it once it does', async () => {
  const came: string[] = []
  const whole = { ...routes, project: { ...routes.project, imports: [data('globalThis.part = 1')] } }
  world.window = { __reactRouterManifest: { routes: whole }, __reactRouterRouteModules: { root: {} } }
  world.fetched = false
  const real = globalThis.fetch
  let online = false
  globalThis.fetch = (async (file: string) => {
    came.push(file)
    return { ok: online, arrayBuffer: async () => new ArrayBuffer(0) }
  }) as never
  try {
    expect(await reach('/project/a1/bench')).toBe('away')
    expect(came).toContain(whole.project.imports[0])
    expect(world.fetched).toBe(false)
    online = true
    expect(await reach('/project/a1/bench')).toBe('here')
    expect(world.fetched).toBe(true)
    // A module that comes but cannot be imported did not come once before.
    expect(await reach('/project/a1/plans')).toBe('anew')
  } finally {
    globalThis.fetch = real
  }
})
test('an address that leads nowhere is the router’s to say', async () => {
  expect(isHere('/no/such/place')).toBe(true)
  expect(await reach('/no/such/place')).toBe('here')
})
test('without a manifest nothing is held back', () => {
  world.window = {}
  expect(isHere('/project/a1/plans')).toBe(true)
})
