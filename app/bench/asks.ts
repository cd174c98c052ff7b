/** What the bench is being asked to do: which panel and dialog are open, how the wood is shown. */
import { create } from 'zustand'
import type { Axis, Box, Vec3 } from '../../core/pieces'
import type { Hung } from './placing/hang'

export type ViewName = 'front' | 'back' | 'left' | 'right' | 'top' | 'bottom' | 'pictorial'
export interface Section {
  readonly axis: Axis
  readonly share: number
  /** What lies beyond is cut away, not what lies before. */
  readonly beyond: boolean
}

interface Bench {
  readonly panel: 'ticket' | 'board' | 'join' | 'ready' | 'between' | 'against' | 'mirror' | 'measure'
  readonly dialog: 'evenly' | 'repeat' | null
  readonly seeThrough: boolean
  readonly standApart: boolean
  readonly byMark: boolean
  /** Where the wood is cut open: across which direction, at which share of it, from which side. */
  readonly section: Section | null
  /** Which side panel is drawn out, where there is no room for both beside the bench. */
  readonly drawer: 'left' | 'right' | null
  /** Where the menu of what can be done is open, on the screen. */
  readonly menu: { readonly x: number; readonly y: number } | null
  /** The view last asked for; `n` makes asking twice a second asking. */
  readonly view: { readonly name: ViewName | 'fit'; readonly n: number }
  /** The board that hangs at the pointer: its room size, and what is done when it is shown a place. */
  readonly hanging: { readonly size: Vec3; readonly drop: (at: Hung) => void } | null
  /** Where it hangs now. */
  readonly hung: Hung | null
  /** What pieces share where they touch, to show on the stage, with the instance each is on. */
  readonly patches: ReadonlyArray<{ readonly patch: Box; readonly guest: string }>
}

export const useBench = create<Bench>(() => ({
  panel: 'ticket',
  dialog: null,
  menu: null,
  drawer: null,
  seeThrough: false,
  standApart: false,
  byMark: false,
  section: null,
  view: { name: 'pictorial', n: 0 },
  hanging: null,
  hung: null,
  patches: [],
}))

export const lookFrom = (name: ViewName | 'fit'): void =>
  useBench.setState((s) => ({ view: { name, n: s.view.n + 1 } }))

/** Shows everything, once what changed stands on the stage. */
const fitSoon = () => setTimeout(() => lookFrom('fit'))

export const openDialog = (dialog: NonNullable<Bench['dialog']>): void => useBench.setState({ dialog })

/** Opens a panel at the right, or goes back to the ticket; where panels are drawers, it is drawn out. */
function togglePanel(panel: Exclude<Bench['panel'], 'ticket'>): void {
  useBench.setState((s) => {
    const opens = s.panel !== panel
    return { panel: opens ? panel : 'ticket', patches: [], drawer: opens ? 'right' : null }
  })
}

/** Back to the ticket, whatever panel is open. */
export const leavePanel = (): void => useBench.setState({ panel: 'ticket', patches: [] })

export const drawOut = (side: 'left' | 'right'): void =>
  useBench.setState((s) => ({ drawer: s.drawer === side ? null : side }))

export function toggleJoining(): void {
  togglePanel('join')
  fitSoon()
}

export const toggleBoard = (): void => togglePanel('board')

export const toggleBetween = (): void => togglePanel('between')

export const toggleMirror = (): void => togglePanel('mirror')

export const toggleAgainst = (): void => togglePanel('against')

export const toggleMeasuring = (): void => togglePanel('measure')

export const toggleReady = (): void => togglePanel('ready')

export function toggleApart(): void {
  useBench.setState((s) => ({ standApart: !s.standApart }))
  fitSoon()
}

export const toggleSeeThrough = (): void => useBench.setState((s) => ({ seeThrough: !s.seeThrough }))

export const toggleSection = (): void =>
  useBench.setState((s) => ({ section: s.section ? null : { axis: 1, share: 0.5, beyond: false } }))
