/**
 * What this place of a piece is likely to want, beside it: a press on a face or an edge of what is chosen,
 * the other button, a long press, or Shift F10.
 */
import * as DropdownMenu from 'radix-ui/dropdown-menu'
import { PRESETS } from '../../../../core/work'
import { useOpen } from '../../../store/open'
import { useBench } from '../../asks'
import { commandNamed, doOnBench, sayKey } from '../commands'
import { focusStage } from '../../stage/focus'
import { ToolIcon } from '../rail/ToolIcon'
import type { BenchCommand } from '../tool'
import { standAt, takePlace } from './here'

/** What is done with a chosen piece as a whole. */
const OF_PIECE = [
  ...['join', 'duplicate', 'evenly', 'repeat', 'mirror', 'group', 'ungroup', 'place-again'],
  ...['copy', 'keep-ready', 'hide', 'alone', 'lock', 'delete'],
]
/** What is likely where no wood was pressed. */
const OF_NONE = ['board', 'ready', 'paste', 'join', 'fit', 'show-all', 'choose-all']
const LONGEST = 5

export function PlaceMenu() {
  const at = useBench((s) => s.menu)
  const readOnly = useOpen((s) => s.readOnly)
  // What can be done hangs on what is chosen; the menu opens after that.
  const any = useOpen((s) => s.chosen.length > 0)
  if (!at) return null
  const may = (c: BenchCommand) => !(c.writes && readOnly) && (c.can?.() ?? true)
  const close = () => {
    useBench.setState({ menu: null })
    standAt(null)
  }
  const item = (c: BenchCommand, then?: () => void) => (
    <DropdownMenu.Item
      key={c.id}
      className={ROW}
      onSelect={() => {
        doOnBench(c)
        then?.()
      }}
    >
      {c.entry && then && <ToolIcon picture={c.entry.picture} width={32} />}
      <span className="mr-auto">{then ? c.entry?.name : c.says}</span>
      {c.keys[0] && <kbd className="measure text-quiet">{sayKey(c.keys[0])}</kbd>}
    </DropdownMenu.Item>
  )
  const placed = (ids: readonly string[]) =>
    ids
      .map((id) => ({ id, command: commandNamed(`place-${id}`)! }))
      .filter(({ command }) => may(command))
      .map(({ id, command }) => item(command, () => takePlace(id)))
  const { likely } = at
  const first = likely ? PRESETS.filter((p) => p.likely?.includes(likely)).slice(0, LONGEST) : []
  const rest = PRESETS.filter((p) => !first.includes(p))
  const whole = (any ? OF_PIECE : OF_NONE)
    .map((id) => commandNamed(id)!)
    .filter(may)
    .map((c) => item(c))
  return (
    <DropdownMenu.Root open onOpenChange={(open) => !open && close()} modal={false}>
      <DropdownMenu.Trigger asChild>
        <span className="fixed h-0 w-0" style={{ left: at.x, top: at.y }} aria-hidden="true" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className={`${BOX} min-w-56`}
          collisionPadding={8}
          align="start"
          sideOffset={6}
          aria-label="At this place"
          onCloseAutoFocus={(e) => {
            e.preventDefault()
            if (document.activeElement === document.body) focusStage()
          }}
        >
          {placed(first.map((p) => p.id))}
          {likely && !readOnly && <More label="More at this place">{placed(rest.map((p) => p.id))}</More>}
          {any && likely && <DropdownMenu.Separator className="my-1 border-t border-hairline" />}
          {any && likely ? <More label="The chosen piece">{whole}</More> : whole}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

function More({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <DropdownMenu.Sub>
      <DropdownMenu.SubTrigger className={ROW}>
        <span className="mr-auto">{label}</span>
        <span aria-hidden="true">›</span>
      </DropdownMenu.SubTrigger>
      <DropdownMenu.Portal>
        <DropdownMenu.SubContent className={`${BOX} min-w-52`} collisionPadding={8}>
          {children}
        </DropdownMenu.SubContent>
      </DropdownMenu.Portal>
    </DropdownMenu.Sub>
  )
}

const BOX = 'floating z-50 max-h-(--radix-dropdown-menu-content-available-height) overflow-y-auto py-1'
const ROW =
  'flex min-h-9 items-center gap-3 px-3 outline-none data-highlighted:bg-chalk-pale pointer-coarse:min-h-11'
