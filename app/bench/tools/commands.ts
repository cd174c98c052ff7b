/** What can be done on the bench: one table for its keys, its rail, the palette and the list of keys. */
import type { DrawerId } from '../../../core/work'
import { READ_ONLY, useOpen } from '../../store/open'
import { sayRefusal } from '../../ui/refusal'
import { useBench } from '../asks'
import { ARRANGE_COMMANDS } from './arrange/commands'
import { EDIT_COMMANDS } from './edit/commands'
import { HINGE } from './hinge/commands'
import { TOOLS } from './index'
import { LOOK_COMMANDS } from './look/commands'
import { PLACE_COMMANDS } from './place/tool'
import type { BenchCommand } from './tool'

export const BENCH_COMMANDS: readonly BenchCommand[] = [
  ...TOOLS.flatMap((t) => t.commands),
  HINGE,
  ...PLACE_COMMANDS,
  ...ARRANGE_COMMANDS,
  ...LOOK_COMMANDS,
  ...EDIT_COMMANDS,
]

const byId = new Map(BENCH_COMMANDS.map((c) => [c.id, c]))
export const commandNamed = (id: string): BenchCommand | undefined => byId.get(id)

const drawers = new Map<DrawerId, BenchCommand[]>()
for (const c of BENCH_COMMANDS)
  if (c.entry) drawers.set(c.entry.drawer, [...(drawers.get(c.entry.drawer) ?? []), c])

/** What stands in a drawer of the rail, in its order. */
export const inDrawer = (drawer: DrawerId): readonly BenchCommand[] => drawers.get(drawer) ?? []

/** Does it, where it can be done; says so where the project is only read here, or what is missing. */
export function doOnBench(command: BenchCommand, shift = false): void {
  if (command.writes && useOpen.getState().readOnly) return whenHeld(() => doOnBench(command, shift))
  if (!(command.can?.() ?? true)) return command.needs ? void sayRefusal(command.needs) : undefined
  const { entry } = command
  if (entry)
    useBench.setState((s) => ({ card: null, lastUsed: { ...s.lastUsed, [entry.drawer]: command.id } }))
  command.act(shift)
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
