import { useEffect, useState } from 'react'
import { data, Outlet } from 'react-router'
import { catalogue } from '../../core/rack/catalogue'
import { Frame } from '../frame/Frame'
import { titled } from '../frame/titles'
import { useOpen } from '../store/open'
import { startSession } from '../store/session'
import { servedOrKept } from '../store/catalogue'
import { readKept } from '../store/shelf'
import type { Route } from './+types/project'

/**
 * The catalogue comes from the server, and is kept for when there is none; the project comes from this
 * browser.
 */
export const loader = () => ({ catalogue })

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  const [catalogue, kept] = await Promise.all([
    servedOrKept(() => serverLoader().then((served) => served.catalogue)),
    readKept(params.id),
  ])
  if (!('project' in kept)) throw data(`${kept.why}.`, { status: 404 })
  return { catalogue, kept }
}
clientLoader.hydrate = true as const

/** A project once loaded stays open while its screens change. */
export const shouldRevalidate = ({
  currentParams,
  nextParams,
}: {
  currentParams: { id?: string }
  nextParams: { id?: string }
}) => currentParams.id !== nextParams.id

export const meta: Route.MetaFunction = ({ loaderData }) => titled(loaderData?.kept.project.name)

export { ErrorBoundary } from '../frame/Fault'

export function HydrateFallback() {
  return <p className="p-6 text-quiet">Opening the project…</p>
}

export default function ProjectScreen({ loaderData, params }: Route.ComponentProps) {
  const [ready, setReady] = useState<string | null>(null)
  useEffect(() => {
    const close = startSession(params.id, loaderData.kept)
    setReady(params.id)
    return close
  }, [loaderData.kept, params.id])
  const there = useOpen((s) => s.project !== null)
  if (ready !== params.id || !there) return <HydrateFallback />
  return (
    <Frame id={params.id}>
      <Outlet />
    </Frame>
  )
}
