/** What the bench is being asked to do: which panel and dialog are open, how the wood is shown. */
import { create } from 'zustand'
import type { FaceName } from '../../core/document'
import type { DrawerId, Likely, MadeSurface } from '../../core/work'
import type { Seat } from '../../core/joints/offers'
import type { MeasureKind } from '../../core/measure'
import type { Axis, Box, Vec3 } from '../../core/pieces'
import type { NodeKey } from '../../core/resolve'
import { pick } from '../store/open'
import type { Hung } from './placing/hang'
import { sameTool, type ActiveTool } from './tools/active'

export type ViewName = 'front' | 'back' | 'left' | 'right' | 'top' | 'bottom' | 'pictorial'
export interface Section {
  readonly axis: Axis
  readonly share: number
  /** What lies beyond is cut away, not what lies before. */
  readonly beyond: boolean
}

/** What of the stage others ask: where it looks from, and pictures. */
export interface Eye {
  readonly gaze: { readonly from: Vec3; readonly at: Vec3 }
  /** Whether a maker has turned or zoomed it. */
  readonly own: boolean
  gazeFrom(gaze: { readonly from: Vec3; readonly at: Vec3 }): void
  picture(width: number, ground: string | null): string
}

/** A figure of a joint, its text as stored. */
export interface Figure {
  readonly name: string
  readonly label: string
  readonly kind: MeasureKind
  readonly text: string
}

/** The figures of a joint that stand in the picture. */
export interface StagePreview {
  readonly seat: Seat
  readonly figures: readonly Figure[]
  readonly locals: Readonly<Record<string, NodeKey>>
}

export interface Bench {
  /** The tool at work; null for none, and the ticket stands at the right. */
  readonly active: ActiveTool | null
  /** The drawer of the rail that is open, and the entry last used of each. */
  readonly card: DrawerId | null
  readonly lastUsed: Readonly<Partial<Record<DrawerId, string>>>
  readonly dialog: 'picture' | 'views' | null
  readonly seeThrough: boolean
  /** How far pieces stand apart: 0 together, 1 each joint opened by half of the longest extent. */
  readonly apart: number
  /** A grid on the floor, in even steps of the project's unit. */
  readonly grid: boolean
  readonly byMark: boolean
  /** Pieces that are not drawn, and those that the pointer passes over. */
  readonly hidden: ReadonlySet<string>
  readonly locked: ReadonlySet<string>
  /** Where the wood is cut open: across which direction, at which share of it, from which side. */
  readonly section: Section | null
  /** Which side panel is drawn out, where there is no room for both beside the bench. */
  readonly drawer: 'left' | 'right' | null
  /** Where the menu of what can be done is open, on the screen. */
  readonly menu: { readonly x: number; readonly y: number; readonly likely: Likely | null } | null
  /** The view last asked for; `n` makes asking twice a second asking. */
  readonly view: { readonly name: ViewName | 'fit'; readonly n: number }
  /** The hinge that is swung to look at, and how far, degrees. */
  readonly swing: { readonly hinge: string; readonly angle: number } | null
  /** The stage, once it stands: where its eye is, and a picture of it. */
  readonly eye: Eye | null
  /** The room size of the board that hangs at the pointer. */
  readonly hanging: Vec3 | null
  /** Where it hangs now, and the place that was pressed for it. */
  readonly hung: Hung | null
  readonly dropped: Hung | null
  /** How far instances stand from where they are, while all stand apart. */
  readonly shifts: ReadonlyMap<string, Vec3>
  /** Figures of the joint that is looked at. */
  readonly figures: StagePreview | null
  /** A figure of it that was dragged or stepped in the picture, for the panel that shows it to take in. */
  readonly typed: { readonly name: string; readonly text: string } | null
  /** The line of the ticket that is open: its own id, and that of the step or joint it comes from. */
  readonly opened: { readonly row: string; readonly from: string } | null
  /** The maker's own work that is open on the ticket. */
  readonly step: string | null
  /** The step whose outline lies on the board. */
  readonly drawing: string | null
  /** Work that was just put on, to be opened there. */
  readonly opening: string | null
  /** Where work would be put, in words. */
  readonly spot: string | null
  /** The surface of an instance whose name is looked at. */
  readonly lit: { readonly on: string; readonly surface: FaceName | MadeSurface } | null
  /** The wall under the pointer that the section cuts through, and how thick it is. */
  readonly wall: { readonly name: string; readonly thick: number } | null
  /** What was measured last, from one place to another. */
  readonly gauge: { readonly from: Vec3; readonly to: Vec3 } | null
  /** Where a finding has sent the eye, and the places it is about; until something else is chosen. */
  readonly flight: {
    readonly spots: readonly Box[]
    /** Taken once, when the stage stands. */
    readonly gaze: { readonly from: Vec3; readonly at: Vec3 } | null
  } | null
  /** What pieces share where they touch, to show on the stage, with the instance each is on. */
  readonly patches: ReadonlyArray<{ readonly patch: Box; readonly guest: string }>
}

const NOBODY: ReadonlySet<string> = new Set()

export const useBench = create<Bench>(() => ({
  active: null,
  card: null,
  lastUsed: {},
  dialog: null,
  menu: null,
  drawer: null,
  seeThrough: false,
  apart: 0,
  grid: false,
  byMark: false,
  hidden: NOBODY,
  locked: NOBODY,
  section: null,
  view: { name: 'pictorial', n: 0 },
  swing: null,
  eye: null,
  hanging: null,
  dropped: null,
  typed: null,
  hung: null,
  shifts: new Map(),
  figures: null,
  gauge: null,
  lit: null,
  wall: null,
  opened: null,
  step: null,
  drawing: null,
  opening: null,
  spot: null,
  flight: null,
  patches: [],
}))

const toggled = (set: ReadonlySet<string>, ids: readonly string[]): ReadonlySet<string> =>
  ids.every((id) => set.has(id))
    ? new Set([...set].filter((id) => !ids.includes(id)))
    : new Set([...set, ...ids])

/** Hides pieces, or shows them again when all of them are hidden. */
export const toggleHidden = (ids: readonly string[]): void =>
  useBench.setState((s) => ({ hidden: toggled(s.hidden, ids) }))
export const toggleLocked = (ids: readonly string[]): void =>
  useBench.setState((s) => ({ locked: toggled(s.locked, ids) }))
export const showAll = (): void => useBench.setState({ hidden: NOBODY })
/** Shows these alone, or all again when they are alone already. */
export const showAlone = (ids: readonly string[], all: readonly string[]): void =>
  useBench.setState((s) => {
    const others = all.filter((id) => !ids.includes(id))
    const alone = others.every((id) => s.hidden.has(id)) && s.hidden.size === others.length
    return { hidden: alone ? NOBODY : new Set(others) }
  })

export const lookFrom = (name: ViewName | 'fit'): void =>
  useBench.setState((s) => ({ view: { name, n: s.view.n + 1 } }))

/** Shows everything, once what changed stands on the stage. */
const fitSoon = () => setTimeout(() => lookFrom('fit'))

export const openDialog = (dialog: NonNullable<Bench['dialog']>): void => useBench.setState({ dialog })

/** Sets a tool to work, or leaves it when it is at work; where panels are drawers, it is drawn out. */
export function toggleTool(asked: ActiveTool): void {
  pick(null)
  useBench.setState((s) => {
    const active = sameTool(s.active, asked) ? null : asked
    return { active, patches: [], drawer: active && active.tool !== 'place' ? 'right' : null }
  })
  // Pieces to join stand apart.
  if (asked.tool === 'join') fitSoon()
}

/** Back to the ticket, whatever tool is at work; nothing is wanted under the pointer any more. */
export function leaveTool(): void {
  pick(null)
  useBench.setState({ active: null, patches: [] })
}

/** Closes the step or joint that is open on the ticket. */
export const closeStep = (): void => useBench.setState({ opened: null })

/** Opens the board on which a step is drawn; null closes it. */
export const drawOutline = (step: string | null): void => useBench.setState({ drawing: step, drawer: null })

export const drawOut = (side: 'left' | 'right'): void =>
  useBench.setState((s) => ({ drawer: s.drawer === side ? null : side }))

/** How far apart they stand when nothing else is said. */
export const APART = 0.3

export function toggleApart(): void {
  useBench.setState((s) => ({ apart: s.apart > 0 ? 0 : APART }))
  fitSoon()
}

export const toggleGrid = (): void => useBench.setState((s) => ({ grid: !s.grid }))

export const toggleSeeThrough = (): void => useBench.setState((s) => ({ seeThrough: !s.seeThrough }))

export const toggleSection = (): void =>
  useBench.setState((s) =>
    s.section
      ? { section: null, ...(s.wall && { wall: null, gauge: null }) }
      : { section: { axis: 1, share: 0.5, beyond: false } },
  )
