import { useEffect, useState } from 'react'
import { data, Outlet } from 'react-router'
import { catalogue } from '../../core/rack'
import { Frame } from '../frame/Frame'
import { useOpen } from '../store/open'
import { startSession } from '../store/session'
import { readKept } from '../store/shelf'
import type { Route } from './+types/project'

/** The catalogue comes from the server; the project from this browser. */
export const loader = () => ({ catalogue })

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  const [served, kept] = await Promise.all([serverLoader().catch(() => ({ catalogue })), readKept(params.id)])
  if (!('project' in kept)) throw data(`${kept.why}.`, { status: 404 })
  return { ...served, kept }
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
