/** What the bench is being asked to do: which panel and dialog are open, how the wood is shown. */
import { create } from 'zustand'
import type { Box } from '../../core/pieces'

export type ViewName = 'front' | 'back' | 'left' | 'right' | 'top' | 'bottom' | 'pictorial'
interface Bench {
  readonly panel: 'ticket' | 'join'
  readonly dialog: 'board' | 'mirror' | 'evenly' | null
  readonly xray: boolean
  readonly exploded: boolean
  readonly byMark: boolean
  /** The view last asked for; `n` makes asking twice a second asking. */
  readonly view: { readonly name: ViewName | 'fit'; readonly n: number }
  /** What pieces share where they touch, to show on the stage, with the instance each is on. */
  readonly patches: ReadonlyArray<{ readonly patch: Box; readonly guest: string }>
}

export const useBench = create<Bench>(() => ({
  panel: 'ticket',
  dialog: null,
  xray: false,
  exploded: false,
  byMark: false,
  view: { name: 'pictorial', n: 0 },
  patches: [],
}))

export const lookFrom = (name: ViewName | 'fit'): void =>
  useBench.setState((s) => ({ view: { name, n: s.view.n + 1 } }))

/** Shows everything, once what changed stands on the stage. */
const fitSoon = () => setTimeout(() => lookFrom('fit'))

export const openDialog = (dialog: NonNullable<Bench['dialog']>): void => useBench.setState({ dialog })

export function toggleJoining(): void {
  useBench.setState((s) => ({ panel: s.panel === 'join' ? 'ticket' : 'join', patches: [] }))
  fitSoon()
}

export function toggleApart(): void {
  useBench.setState((s) => ({ exploded: !s.exploded }))
  fitSoon()
}

export const toggleSeeThrough = (): void => useBench.setState((s) => ({ xray: !s.xray }))
