/**
 * Whether a screen can be reached. The router answers a screen whose code does not come by loading the whole
 * page anew, which without a connection leaves the browser's own error in place of the project; so what is
 * missing is fetched first.
 */
import { matchRoutes, type RouteObject } from 'react-router'

interface ManifestRoute {
  readonly id: string
  readonly parentId?: string
  readonly path?: string
  readonly index?: boolean
  readonly module: string
  /** What its module imports, all told. */
  readonly imports?: readonly string[]
}

declare global {
  interface Window {
    __reactRouterManifest?: { readonly routes: Readonly<Record<string, ManifestRoute>> }
    __reactRouterRouteModules?: Readonly<Record<string, unknown>>
  }
}

export const OUT_OF_REACH =
  'This screen has not been loaded yet, and there is no connection to load it now. Nothing is lost; ' +
  'try again when there is'

/**
 * Fetches the code of the screen at an address: it is here, it does not come, or the page must be loaded anew
 * to have it. A browser does not ask again for a module that once did not come, whoever wanted it.
 */
export async function reach(path: string): Promise<'here' | 'away' | 'anew'> {
  const routes = missing(path)
  const files = new Set(routes.flatMap((r) => [r.module, ...(r.imports ?? [])]))
  try {
    await Promise.all([...files].map(fetchWhole))
  } catch {
    return 'away'
  }
  try {
    await Promise.all(routes.map((r) => import(/* @vite-ignore */ r.module)))
    return 'here'
  } catch {
    return 'anew'
  }
}

async function fetchWhole(file: string): Promise<void> {
  const answer = await fetch(file)
  if (!answer.ok) throw new Error(`${file} did not come`)
  await answer.arrayBuffer()
}

/** Whether all code of the screen at an address is here. */
export const isHere = (path: string): boolean => missing(path).length === 0

function missing(path: string): ManifestRoute[] {
  const routes = Object.values(window.__reactRouterManifest?.routes ?? {})
  const loaded = window.__reactRouterRouteModules ?? {}
  const matches = matchRoutes(treeUnder('root', routes), path) ?? []
  const byId = new Map(routes.map((r) => [r.id, r]))
  return matches.flatMap(({ route }) => {
    const found = byId.get(route.id ?? '')
    return found && !Object.hasOwn(loaded, found.id) ? [found] : []
  })
}

const treeUnder = (parent: string, routes: readonly ManifestRoute[]): RouteObject[] =>
  routes
    .filter((r) => r.parentId === parent)
    .map((r) =>
      r.index
        ? { id: r.id, index: true }
        : { id: r.id, ...(r.path === undefined ? {} : { path: r.path }), children: treeUnder(r.id, routes) },
    )
