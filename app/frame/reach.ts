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

/** Fetches the code of the screen at an address; false when it does not come. */
export async function reach(path: string): Promise<boolean> {
  const modules = missing(path)
  try {
    await Promise.all(modules.map((module) => import(/* @vite-ignore */ module)))
    return true
  } catch {
    return false
  }
}

/** Whether all code of the screen at an address is here. */
export const isHere = (path: string): boolean => missing(path).length === 0

function missing(path: string): string[] {
  const routes = Object.values(window.__reactRouterManifest?.routes ?? {})
  const loaded = window.__reactRouterRouteModules ?? {}
  const matches = matchRoutes(treeUnder('root', routes), path) ?? []
  const byId = new Map(routes.map((r) => [r.id, r]))
  return matches.flatMap(({ route }) => {
    const found = byId.get(route.id ?? '')
    return found && !Object.hasOwn(loaded, found.id) ? [found.module] : []
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
