/** Which project a first walk is going on in, kept for this browser. */
import { create } from 'zustand'
import { remember, remembered } from '../ui/remembered'

const WALK = 'walk'

export const useWalking = create<{ readonly project: string | null }>(() => ({ project: remembered(WALK) }))

/** Starts the walk in a project; null leaves it. */
export function walkIn(project: string | null): void {
  useWalking.setState({ project })
  remember(WALK, project)
}
