/** What can be done on the bench: one table for its keys, its buttons, the palette and the list of keys. */
import {
  BetweenHorizontalStart,
  Bookmark,
  Box,
  Boxes,
  Expand,
  Eye,
  Link2,
  Magnet,
  Maximize,
  Palette,
  Plus,
  Ruler,
  Scissors,
  TriangleRight,
} from 'lucide-react'
import type { Change, MadePiece } from '../../core/document'
import { pieceOf } from '../../core/resolve'
import type { Shown } from '../../core/shown'
import { choose, light, pick, READ_ONLY, run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'
import {
  leavePanel,
  lookFrom,
  showAll,
  showAlone,
  openDialog,
  toggleAgainst,
  toggleApart,
  toggleBetween,
  toggleBoard,
  toggleGrid,
  toggleHidden,
  toggleJoining,
  toggleLocked,
  toggleLaying,
  toggleMeasuring,
  toggleMirror,
  toggleReady,
  toggleSection,
  toggleSeeThrough,
  useBench,
  type ViewName,
} from './asks'
import type { BenchCommand } from './command'
import {
  chooseAll,
  chosenGroup,
  chosenIds,
  duplicateChosen,
  groupChosen,
  placeAgain,
  ungroupChosen,
} from './groups'
import { copyOut, hasClip, keepAsReady, pasteClip } from './clipboard'
import { nudge } from './placing/nudge'
import { swapChanges, turnChanges } from './placing/turns'
import { deletePiece, deleteTogether } from './remove'
import { WORK_COMMANDS } from './workCommands'

/** The piece chosen last, when it is one that can be repeated or mirrored. */
function chosenPiece(): MadePiece | null {
  const { chosen, project } = useOpen.getState()
  const piece = project.pieces.find((p) => p.id === pieceOf(chosen.at(-1) ?? ''))
  return piece?.kind === 'made' ? piece : null
}

const theGroup = () => chosenGroup(useOpen.getState().project, useOpen.getState().chosen)
/** The group or the piece that is chosen, when it can be repeated. */
const chosenWood = () => theGroup() ?? chosenPiece()

const VIEWS: ReadonlyArray<readonly [ViewName, string]> = [
  ['front', 'Front'],
  ['back', 'Back'],
  ['left', 'Left'],
  ['right', 'Right'],
  ['top', 'Top'],
  ['bottom', 'Bottom'],
  ['pictorial', 'Pictorial'],
]

function fillScreen(): void {
  const done = document.fullscreenElement
    ? document.exitFullscreen()
    : document.documentElement.requestFullscreen()
  void done.catch(() => sayRefusal('This browser does not let the screen be filled'))
}

/** The arrow keys, by the way of the room that they move what is chosen. */
const NUDGES = [
  ['arrowleft', 0, -1, 'to the left'],
  ['arrowright', 0, 1, 'to the right'],
  ['arrowdown', 2, -1, 'down'],
  ['arrowup', 2, 1, 'up'],
  ['pagedown', 1, -1, 'to the front'],
  ['pageup', 1, 1, 'to the back'],
] as const

export const BENCH_COMMANDS: readonly BenchCommand[] = [
  {
    id: 'board',
    says: 'Add a board',
    keys: ['b'],
    writes: true,
    button: { at: 'tools', label: 'Board', icon: Plus },
    on: (b) => b.panel === 'board',
    act: () => toggleBoard(),
  },
  {
    id: 'between',
    says: 'Add a board between faces',
    keys: ['n'],
    writes: true,
    button: { at: 'tools', label: 'Between', icon: BetweenHorizontalStart },
    on: (b) => b.panel === 'between',
    act: () => toggleBetween(),
  },
  {
    id: 'against',
    says: 'Set a face against another',
    keys: ['a'],
    writes: true,
    button: { at: 'tools', label: 'Set against', icon: Magnet },
    on: (b) => b.panel === 'against',
    act: () => toggleAgainst(),
  },
  {
    id: 'lay',
    says: 'Lay a sloping board on two edges',
    keys: ['y'],
    writes: true,
    button: { at: 'tools', label: 'Slope', icon: TriangleRight },
    on: (b) => b.panel === 'lay',
    act: () => toggleLaying(),
  },
  {
    id: 'join',
    says: 'Join pieces',
    keys: ['j'],
    button: { at: 'tools', label: 'Join', icon: Link2 },
    on: (b) => b.panel === 'join',
    act: () => toggleJoining(),
  },
  ...WORK_COMMANDS,
  {
    id: 'ready',
    says: 'Put ready work in',
    keys: ['w'],
    writes: true,
    button: { at: 'tools', label: 'Ready work', icon: Boxes },
    on: (b) => b.panel === 'ready',
    act: () => toggleReady(),
  },
  {
    id: 'evenly',
    says: 'Space evenly',
    keys: ['e'],
    writes: true,
    can: () => chosenWood() !== null,
    act: () => openDialog('evenly'),
  },
  {
    id: 'repeat',
    says: 'Repeat in a row, or round an axis',
    keys: ['shift+e'],
    writes: true,
    can: () => chosenWood() !== null,
    act: () => openDialog('repeat'),
  },
  {
    id: 'duplicate',
    says: 'Duplicate what is chosen',
    keys: ['mod+d'],
    writes: true,
    can: () => useOpen.getState().chosen.length > 0,
    act: () => duplicateChosen(),
  },
  {
    id: 'choose-all',
    says: 'Choose all pieces',
    keys: ['mod+a'],
    can: () => useBench.getState().drawing === null && useOpen.getState().project.pieces.length > 0,
    act: () => chooseAll(new Set(useOpen.getState().project.pieces.map((p) => p.id))),
  },
  {
    id: 'group',
    says: 'Group what is chosen',
    keys: ['g'],
    writes: true,
    can: () => chosenIds(useOpen.getState().chosen).length > 1,
    // Its ticket is shown, whatever was at hand before.
    act: () => void (groupChosen() && leavePanel()),
  },
  {
    id: 'ungroup',
    says: 'Ungroup',
    keys: ['shift+g'],
    writes: true,
    can: () => theGroup() !== null,
    act: () => ungroupChosen(),
  },
  {
    id: 'place-again',
    says: 'Place a group again',
    keys: [],
    writes: true,
    can: () => theGroup() !== null,
    act: () => placeAgain(theGroup()!),
  },
  {
    id: 'mirror',
    says: 'Mirror what is chosen',
    keys: ['i'],
    writes: true,
    can: () => chosenPiece() !== null,
    on: (b) => b.panel === 'mirror',
    act: () => toggleMirror(),
  },
  {
    id: 'turn-up',
    says: 'Turn it a quarter, seen from above',
    keys: ['t'],
    writes: true,
    can: () => chosenPiece() !== null,
    act: () => turnChosen('Turn', (shown, p) => turnChanges(shown, p, 2)),
  },
  {
    id: 'turn-across',
    says: 'Turn it a quarter, seen from the right',
    keys: ['shift+t'],
    writes: true,
    can: () => chosenPiece() !== null,
    act: () => turnChosen('Turn', (shown, p) => turnChanges(shown, p, 0)),
  },
  {
    id: 'turn-deep',
    says: 'Turn it a quarter, seen from the back',
    keys: [],
    writes: true,
    can: () => chosenPiece() !== null,
    act: () => turnChosen('Turn', (shown, p) => turnChanges(shown, p, 1)),
  },
  {
    id: 'swap',
    says: 'Swap length and width',
    keys: [],
    writes: true,
    can: () => chosenPiece() !== null,
    act: () => turnChosen('Swap length and width of', swapChanges),
  },
  {
    id: 'copy',
    says: 'Copy what is chosen',
    keys: [],
    can: () => useOpen.getState().chosen.length > 0,
    act: () => copyOut(),
  },
  {
    id: 'keep-ready',
    says: 'Keep what is chosen as ready work',
    keys: [],
    can: () => useOpen.getState().chosen.length > 0,
    act: () => void keepAsReady(),
  },
  {
    id: 'paste',
    says: 'Paste what was copied',
    keys: [],
    writes: true,
    can: () => hasClip(),
    act: () => pasteClip(),
  },
  {
    id: 'hide',
    says: 'Hide what is chosen, or show it again',
    keys: ['h'],
    can: () => useOpen.getState().chosen.length > 0,
    act: () => toggleHidden(chosenIds(useOpen.getState().chosen)),
  },
  {
    id: 'alone',
    says: 'Show what is chosen alone, or all again',
    keys: ['shift+h'],
    can: () => useOpen.getState().chosen.length > 0,
    act: () => {
      const { chosen, project } = useOpen.getState()
      showAlone(
        chosenIds(chosen),
        project.pieces.map((p) => p.id),
      )
    },
  },
  { id: 'show-all', says: 'Show all that is hidden', keys: ['u'], act: () => showAll() },
  {
    id: 'lock',
    says: 'Lock what is chosen on the bench, or free it',
    keys: ['l'],
    can: () => useOpen.getState().chosen.length > 0,
    act: () => toggleLocked(chosenIds(useOpen.getState().chosen)),
  },
  {
    id: 'apart',
    says: 'Stand the pieces apart',
    keys: ['x'],
    button: { at: 'tools', label: 'Apart', icon: Expand },
    on: (b) => b.apart > 0,
    act: () => toggleApart(),
  },
  {
    id: 'see-through',
    says: 'See through the pieces',
    keys: ['z'],
    button: { at: 'tools', label: 'See through', icon: Eye },
    on: (b) => b.seeThrough,
    act: () => toggleSeeThrough(),
  },
  {
    id: 'section',
    says: 'Cut the wood open',
    keys: ['k'],
    button: { at: 'tools', label: 'Section', icon: Scissors },
    on: (b) => b.section !== null,
    act: () => toggleSection(),
  },
  {
    id: 'marks',
    says: 'Show pieces in their mark colours',
    keys: ['c'],
    button: { at: 'tools', label: 'Marks', icon: Palette },
    on: (b) => b.byMark,
    act: () => useBench.setState((s) => ({ byMark: !s.byMark })),
  },
  {
    id: 'measure',
    says: 'Measure between faces, edges or corners',
    keys: ['m'],
    button: { at: 'tools', label: 'Measure', icon: Ruler },
    on: (b) => b.panel === 'measure',
    act: () => toggleMeasuring(),
  },
  {
    id: 'grid',
    says: 'Draw a grid on the floor',
    keys: ['shift+f'],
    on: (b) => b.grid,
    act: () => toggleGrid(),
  },
  { id: 'full-screen', says: 'Fill the whole screen, or leave it', keys: [], act: () => fillScreen() },
  { id: 'picture', says: 'Save a picture of the bench', keys: ['shift+p'], act: () => openDialog('picture') },
  {
    id: 'views',
    says: 'Keep this view, or go to one that is kept',
    keys: ['v'],
    button: { at: 'views', label: 'Kept views', icon: Bookmark },
    act: () => openDialog('views'),
  },
  {
    id: 'fit',
    says: 'Fit to the window',
    keys: ['f'],
    button: { at: 'views', label: 'Fit', icon: Maximize },
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
  ...NUDGES.map(([key, axis, times, way]): BenchCommand => ({
    id: `nudge-${key}`,
    says: `Move it a step ${way}, ten with Shift`,
    keys: [key, `shift+${key}`],
    writes: true,
    hidden: true,
    can: () => useOpen.getState().chosen.length > 0,
    act: (shift) => nudge(axis, shift ? 10 * times : times),
  })),
  {
    id: 'delete',
    says: 'Delete what is chosen',
    keys: ['delete', 'backspace'],
    writes: true,
    can: () => useOpen.getState().chosen.length > 0,
    act: () => deleteChosen(),
  },
  {
    id: 'leave',
    says: 'Leave what you are doing',
    keys: ['escape'],
    hidden: true,
    act: () => {
      if (useOpen.getState().picking) return pick(null)
      if (useBench.getState().panel !== 'ticket') return leavePanel()
      choose([])
      light(null)
    },
  },
]

export function deleteChosen(): void {
  const { chosen, project } = useOpen.getState()
  const ids = new Set(chosenIds(chosen))
  const pieces = project.pieces.filter((p) => ids.has(p.id))
  const group = theGroup()
  if (group || pieces.length > 1) deleteTogether(group, pieces)
  else if (pieces[0]) deletePiece(pieces[0])
}

/** Turns or swaps every piece that is chosen, in one step. */
function turnChosen(
  says: string,
  changes: (shown: Shown, piece: MadePiece) => Change[] | { readonly why: string },
): void {
  const { shown, chosen, project } = useOpen.getState()
  const ids = new Set(chosenIds(chosen))
  const made = project.pieces.filter((p): p is MadePiece => p.kind === 'made' && ids.has(p.id))
  const all = made.map((p) => changes(shown, p))
  const why = all.find((c) => 'why' in c)
  if (why && 'why' in why) return void sayRefusal(why.why)
  sayRefusal(
    run(
      all.flatMap((c) => ('why' in c ? [] : c)),
      `${says} ${made.map((p) => p.name).join(', ')}`,
    ),
  )
}

/** Does it, where it can be done; says so where the project is only read here. */
export function doOnBench(command: BenchCommand, shift = false): void {
  if (command.writes && useOpen.getState().readOnly) return whenHeld(() => doOnBench(command, shift))
  if (command.can?.() ?? true) command.act(shift)
}

/** Does something once it is known that the project may be changed here; says so when it may not. */
function whenHeld(then: () => void): void {
  const { project } = useOpen.getState()
  const known = () => {
    const { elsewhere, readOnly, project: now } = useOpen.getState()
    return elsewhere || !readOnly || now?.id !== project.id
  }
  const act = () => {
    const { elsewhere, project: now } = useOpen.getState()
    if (now?.id !== project.id) return
    if (elsewhere) sayRefusal(READ_ONLY)
    else then()
  }
  if (known()) return act()
  const stop = useOpen.subscribe(() => {
    if (!known()) return
    stop()
    act()
  })
}

/** The keys of the bench, for useShortcuts. */
export const benchKeys = (): Record<string, () => void> =>
  Object.fromEntries(
    BENCH_COMMANDS.flatMap((c) => c.keys.map((key) => [key, () => doOnBench(c, key.startsWith('shift+'))])),
  )

const KEY_NAMES: Readonly<Record<string, string>> = {
  mod: 'Ctrl',
  escape: 'Esc',
  arrowleft: '←',
  arrowright: '→',
  arrowup: '↑',
  arrowdown: '↓',
  pageup: 'Page Up',
  pagedown: 'Page Down',
}

/** "Ctrl Shift Z", "B", "Delete". */
export const sayKey = (key: string): string =>
  key
    .split('+')
    .map((part) => KEY_NAMES[part] ?? part[0]!.toUpperCase() + part.slice(1))
    .join(' ')
