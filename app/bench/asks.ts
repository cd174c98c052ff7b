/** What the bench is being asked to do: which panel and dialog are open, how the wood is shown. */
import { create } from 'zustand'

export type ViewName = 'front' | 'back' | 'left' | 'right' | 'top' | 'bottom' | 'pictorial'
export type BenchAsk = 'board' | 'join' | 'evenly' | 'mirror' | 'x-ray' | 'explode' | 'fit'

interface Bench {
  readonly panel: 'ticket' | 'join'
  readonly dialog: 'board' | 'mirror' | 'evenly' | null
  readonly xray: boolean
  readonly exploded: boolean
  readonly byMark: boolean
  /** The view last asked for; `n` makes asking twice a second asking. */
  readonly view: { readonly name: ViewName | 'fit'; readonly n: number }
  /** Contacts to show on the stage, by key of guest and host. */
  readonly patches: readonly string[]
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

/** Does what a key, a button or the palette asks of the bench. */
export function askBench(ask: BenchAsk): void {
  const fit = () => setTimeout(() => lookFrom('fit'))
  if (ask === 'board' || ask === 'mirror' || ask === 'evenly') useBench.setState({ dialog: ask })
  else if (ask === 'join') {
    useBench.setState((s) => ({ panel: s.panel === 'join' ? 'ticket' : 'join', patches: [] }))
    fit()
  } else if (ask === 'x-ray') useBench.setState((s) => ({ xray: !s.xray }))
  else if (ask === 'explode') {
    useBench.setState((s) => ({ exploded: !s.exploded }))
    fit()
  } else lookFrom('fit')
}
