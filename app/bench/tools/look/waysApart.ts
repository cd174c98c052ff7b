import { useEffect, useState } from 'react'
import type { Vec3 } from '../../../../core/pieces'
import { askModel } from '../../../store/modelling'
import { useOpen } from '../../../store/open'

/** How far each instance goes when all stand apart, once it is known; asked for while that is wanted. */
export function useWaysApart(wanted: boolean): ReadonlyMap<string, Vec3> | null {
  const project = useOpen((s) => s.project)
  const [ways, setWays] = useState<ReadonlyMap<string, Vec3> | null>(null)
  useEffect(() => {
    if (!wanted) return undefined
    let gone = false
    // Without an answer they go from the middle of all.
    askModel(project, ({ remote }) => remote.apart()).then(
      (found) => gone || setWays(found),
      () => undefined,
    )
    return () => void (gone = true)
  }, [project, wanted])
  return ways
}
