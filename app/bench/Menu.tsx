/** What can be done with what is under the pointer: a press of the other button, or a long one on touch. */
import * as DropdownMenu from 'radix-ui/dropdown-menu'
import { useOpen } from '../store/open'
import { useBench } from './asks'
import type { BenchCommand } from './command'
import { BENCH_COMMANDS, doOnBench, sayKey } from './commands'

/** What does something with what is chosen, then what can always be done. */
const ALWAYS = new Set(['board', 'ready', 'join', 'fit'])

export function BenchMenu() {
  const at = useBench((s) => s.menu)
  const readOnly = useOpen((s) => s.readOnly)
  // What can be done hangs on what is chosen; the menu opens after that.
  useOpen((s) => s.chosen)
  if (!at) return null
  const close = () => useBench.setState({ menu: null })
  const may = (c: BenchCommand) => !c.hidden && !(c.writes && readOnly)
  const here = BENCH_COMMANDS.filter((c) => c.can && may(c) && c.can())
  const always = BENCH_COMMANDS.filter((c) => ALWAYS.has(c.id) && may(c))
  const item = (c: BenchCommand) => (
    <DropdownMenu.Item
      key={c.id}
      className="flex min-h-8 items-center gap-6 px-3 outline-none data-highlighted:bg-chalk-pale"
      onSelect={() => doOnBench(c)}
    >
      <span className="mr-auto">{c.says}</span>
      {c.keys[0] && <kbd className="measure text-quiet">{sayKey(c.keys[0])}</kbd>}
    </DropdownMenu.Item>
  )
  return (
    <DropdownMenu.Root open onOpenChange={(open) => !open && close()} modal={false}>
      <DropdownMenu.Trigger asChild>
        <span className="fixed h-0 w-0" style={{ left: at.x, top: at.y }} aria-hidden="true" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className={
            'floating z-50 max-h-(--radix-dropdown-menu-content-available-height) min-w-56 ' +
            'overflow-y-auto py-1'
          }
          collisionPadding={8}
          align="start"
          aria-label="What can be done"
        >
          {here.map(item)}
          {here.length > 0 && <DropdownMenu.Separator className="my-1 border-t border-hairline" />}
          {always.map(item)}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
