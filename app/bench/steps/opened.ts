/** What is open on a ticket: closed as another ticket comes, and opened where work was just put on. */
import { useEffect } from 'react'
import type { Step } from '../../../core/document'
import { useBench } from '../asks'

/** `work` is what the ticket of `of` has of its own. */
export function useOpenedOn(of: string, work: readonly Step[]) {
  const opened = useBench((s) => s.opened)
  const opening = useBench((s) => s.opening)
  useEffect(() => useBench.setState({ opened: null }), [of])
  useEffect(() => {
    if (opening === null || !work.some((s) => s.id === opening)) return
    useBench.setState({ opening: null, opened: { row: `step ${opening}`, from: opening } })
  }, [opening, work])
  return opened
}
