/** Stands where the picture has a place of the room, without being drawn anew by React. */
import { useEffect, useRef } from 'react'
import type { Vec3 } from '../../../core/pieces'
import type { Stage3D } from './scene'

export function AtPlace({
  stage,
  at,
  className,
  children,
}: {
  readonly stage: Stage3D
  readonly at: Vec3
  readonly className: string
  readonly children: React.ReactNode
}) {
  const host = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const place = () => {
      const where = stage.onScreen(at)
      if (!host.current) return
      host.current.style.visibility = where ? 'visible' : 'hidden'
      if (where) host.current.style.translate = `${where.x}px ${where.y}px`
    }
    place()
    return stage.watchDraw(place)
  })
  return (
    <div ref={host} className={`absolute top-0 left-0 ${className}`}>
      {children}
    </div>
  )
}
