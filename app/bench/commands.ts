/** What can be done on the bench: one table for its keys, its buttons, the palette and the list of keys. */
import { Box, Expand, Eye, Link2, Maximize, Palette, Plus, type LucideIcon } from 'lucide-react'
import type { MadePiece } from '../../core/document'
import { pieceOf } from '../../core/resolve'
import { choose, light, pick, useOpen } from '../store/open'
import {
  lookFrom,
  openDialog,
  toggleApart,
  toggleJoining,
  toggleSeeThrough,
  useBench,
  type ViewName,
} from './asks'
import { deletePiece } from './remove'

export interface BenchCommand {
  readonly id: string
  /** As the palette and the list of keys say it. */
  readonly says: string
  /** As useShortcuts has it; the first is shown. */
  readonly keys: readonly string[]
  /** A button among the tools at the left, or in the row of views. */
  readonly button?: { readonly at: 'tools' | 'views'; readonly label: string; readonly icon?: LucideIcon }
  /** It changes the project. */
  readonly writes?: true
  /** Whether it is found by its name; for what is only a key, it is not. */
  readonly hidden?: true
  /** Whether it can be done as things stand; always, when not said. */
  can?(): boolean
  /** Whether it is on, for what goes on and off. */
  on?(bench: ReturnType<typeof useBench.getState>): boolean
  act(): void
}

/** The piece chosen last, when it is one that can be repeated or mirrored. */
function chosenPiece(): MadePiece | null {
  const { chosen, project } = useOpen.getState()
  const piece = project.pieces.find((p) => p.id === pieceOf(chosen.at(-1) ?? ''))
  return piece?.kind === 'made' ? piece : null
}

const VIEWS: ReadonlyArray<readonly [ViewName, string]> = [
  ['front', 'Front'],
  ['back', 'Back'],
  ['left', 'Left'],
  ['right', 'Right'],
  ['top', 'Top'],
  ['bottom', 'Bottom'],
  ['pictorial', 'Pictorial'],
]

export const BENCH_COMMANDS: readonly BenchCommand[] = [
  {
    id: 'board',
    says: 'Add a board',
    keys: ['b'],
    writes: true,
    button: { at: 'tools', label: 'Board', icon: Plus },
    act: () => openDialog('board'),
  },
  {
    id: 'join',
    says: 'Join pieces',
    keys: ['j'],
    button: { at: 'tools', label: 'Join', icon: Link2 },
    on: (b) => b.panel === 'join',
    act: () => toggleJoining(),
  },
  {
    id: 'evenly',
    says: 'Space evenly',
    keys: ['e'],
    writes: true,
    can: () => chosenPiece() !== null,
    act: () => openDialog('evenly'),
  },
  {
    id: 'mirror',
    says: 'Mirror a piece',
    keys: ['i'],
    writes: true,
    can: () => chosenPiece() !== null,
    act: () => openDialog('mirror'),
  },
  {
    id: 'apart',
    says: 'Stand the pieces apart',
    keys: ['x'],
    button: { at: 'tools', label: 'Apart', icon: Expand },
    on: (b) => b.exploded,
    act: () => toggleApart(),
  },
  {
    id: 'see-through',
    says: 'See through the pieces',
    keys: ['z'],
    button: { at: 'tools', label: 'See through', icon: Eye },
    on: (b) => b.xray,
    act: () => toggleSeeThrough(),
  },
  {
    id: 'marks',
    says: 'Show pieces in their mark colours',
    keys: ['m'],
    button: { at: 'tools', label: 'Marks', icon: Palette },
    on: (b) => b.byMark,
    act: () => useBench.setState((s) => ({ byMark: !s.byMark })),
  },
  {
    id: 'fit',
    says: 'Fit to the window',
    keys: ['f'],
    button: { at: 'tools', label: 'Fit', icon: Maximize },
    act: () => lookFrom('fit'),
  },
  ...VIEWS.map(([name, label], n): BenchCommand => ({
    id: `view-${name}`,
    says: `Look from ${name === 'pictorial' ? 'a corner' : `the ${name}`}`,
    keys: [String(n + 1)],
    button: { at: 'views', label, ...(name === 'pictorial' ? { icon: Box } : {}) },
    on: (b) => b.view.name === name,
    act: () => lookFrom(name),
  })),
  {
    id: 'delete',
    says: 'Delete what is chosen',
    keys: ['delete', 'backspace'],
    writes: true,
    can: () => useOpen.getState().chosen.length > 0,
    act: () => {
      const { chosen, project } = useOpen.getState()
      const piece = project.pieces.find((p) => p.id === pieceOf(chosen.at(-1) ?? ''))
      if (piece) deletePiece(piece)
    },
  },
  {
    id: 'leave',
    says: 'Leave what you are doing',
    keys: ['escape'],
    hidden: true,
    act: () => {
      if (useOpen.getState().picking) return pick(null)
      if (useBench.getState().panel === 'join') return toggleJoining()
      choose([])
      light(null)
    },
  },
]

/** Does it, where it can be done. */
export function doOnBench(command: BenchCommand): void {
  if (command.writes && useOpen.getState().readOnly) return
  if (command.can?.() ?? true) command.act()
}

/** The keys of the bench, for useShortcuts. */
export const benchKeys = (): Record<string, () => void> =>
  Object.fromEntries(BENCH_COMMANDS.flatMap((c) => c.keys.map((key) => [key, () => doOnBench(c)])))

/** "Ctrl Shift Z", "B", "Delete". */
export const sayKey = (key: string): string =>
  key
    .split('+')
    .map((part) =>
      part === 'mod' ? 'Ctrl' : part === 'escape' ? 'Esc' : part[0]!.toUpperCase() + part.slice(1),
    )
    .join(' ')
