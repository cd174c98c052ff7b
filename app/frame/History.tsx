/** What was done, in words, the last first; choosing a step goes back to it, or forward again. */
import { History as Clock } from 'lucide-react'
import * as DropdownMenu from 'radix-ui/dropdown-menu'
import { goTo, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'

/** So many steps are shown on each side. */
const MOST = 30

export function History() {
  const past = useOpen((s) => s.past)
  const future = useOpen((s) => s.future)
  const readOnly = useOpen((s) => s.readOnly)
  const from = Math.max(0, past.length - MOST)
  const item = (says: string, at: number, now: boolean, undone = false) => (
    <DropdownMenu.Item
      key={at}
      className={
        'min-h-8 max-w-96 truncate px-3 py-1 outline-none data-highlighted:bg-chalk-pale ' +
        `${now ? 'font-semibold' : ''} ${undone ? 'text-quiet' : ''}`
      }
      {...(now ? { 'aria-current': 'step' } : {})}
      onSelect={() => goTo(at)}
    >
      {fractions(says)}
      {undone && ', undone'}
    </DropdownMenu.Item>
  )
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className="btn btn-quiet"
        aria-label="Steps taken"
        title="Steps taken"
        disabled={readOnly || past.length + future.length === 0}
      >
        <Clock size={15} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="floating z-50 max-h-[70vh] overflow-auto py-1" align="end">
          {future
            .slice(0, MOST)
            .map((step, n) => item(step.says, past.length + future.length - n, false, true))}
          {past
            .slice(from)
            .map((step, n) => item(step.says, from + n + 1, from + n + 1 === past.length))
            .reverse()}
          {from === 0 && item('As it was opened', 0, past.length === 0)}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
