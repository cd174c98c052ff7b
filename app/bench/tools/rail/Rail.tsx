/** The rail between list and stage: eight drawers, each with its last entry beside it, and their cards. */
import * as Popover from 'radix-ui/popover'
import * as Toolbar from 'radix-ui/toolbar'
import { memo } from 'react'
import { useOpen } from '../../../store/open'
import { useBench } from '../../asks'
import { REGION } from '../../regions'
import { commandNamed, doOnBench, inDrawer, sayKey } from '../commands'
import { Card } from './Card'
import { DRAWERS, type Drawer } from './drawers'
import { ToolIcon } from './ToolIcon'

export const Rail = memo(function Rail() {
  return (
    <Toolbar.Root
      orientation="vertical"
      aria-label="Tools"
      {...{ [REGION]: 'rail' }}
      className={
        'relative z-20 flex w-16 shrink-0 flex-col overflow-x-hidden overflow-y-auto border-r ' +
        'border-hairline bg-panel max-phone:h-12 max-phone:w-full max-phone:flex-row max-phone:border-t ' +
        'max-phone:border-r-0'
      }
    >
      {DRAWERS.map((d) => (
        <DrawerButton key={d.id} drawer={d} />
      ))}
    </Toolbar.Root>
  )
})

function DrawerButton({ drawer: { id, word, picture } }: { readonly drawer: Drawer }) {
  const open = useBench((s) => s.card === id)
  const last = useBench((s) => s.lastUsed[id] !== undefined)
  const working = useBench((s) => inDrawer(id).some((c) => c.on?.(s)))
  const close = () => useBench.setState((s) => (s.card === id ? { card: null } : {}))
  return (
    <Popover.Root open={open} onOpenChange={(now) => (now ? useBench.setState({ card: id }) : close())}>
      <div className="relative shrink-0">
        <Toolbar.Button asChild>
          <Popover.Trigger
            className={
              'grid h-16 w-16 content-center justify-items-center gap-0.5 text-xs hover:bg-ground ' +
              'max-phone:h-12 max-phone:w-12 ' +
              `${working ? 'shadow-[inset_3px_0_var(--chalk)]' : ''} ${open ? 'bg-chalk-pale' : ''}`
            }
          >
            <span
              className={last ? '-translate-x-2.5 pointer-coarse:translate-x-0 max-phone:translate-x-0' : ''}
            >
              <ToolIcon picture={picture} width={42} />
            </span>
            <span className="measure tracking-tight max-phone:sr-only">{word}</span>
          </Popover.Trigger>
        </Toolbar.Button>
        <LastUsed drawer={id} />
      </div>
      <Popover.Portal>
        <Popover.Content
          side="right"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          aria-label={word}
          data-card
          className={
            'floating w-80 max-w-[94vw] overflow-auto p-2 ' +
            'max-h-(--radix-popover-content-available-height)'
          }
        >
          <Card word={word} commands={inDrawer(id)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** The entry that was used last of a drawer, once more; where a finger presses, its card holds it. */
function LastUsed({ drawer }: { readonly drawer: Drawer['id'] }) {
  const id = useBench((s) => s.lastUsed[drawer])
  const readOnly = useOpen((s) => s.readOnly)
  const command = commandNamed(id ?? '')
  if (!command?.entry || (command.writes && readOnly)) return null
  const { name, picture } = command.entry
  const says = `${name} again${command.keys[0] ? ` (${sayKey(command.keys[0])})` : ''}`
  return (
    <Toolbar.Button
      data-over
      aria-label={says}
      title={says}
      className={
        'absolute top-1 right-0.5 grid h-6 w-6 place-items-center rounded-sm border border-hairline ' +
        'bg-panel hover:border-edge pointer-coarse:hidden max-phone:hidden'
      }
      onClick={() => doOnBench(command)}
    >
      <ToolIcon picture={picture} width={18} />
    </Toolbar.Button>
  )
}
