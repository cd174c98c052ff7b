/** The card of a drawer: each entry with its picture, its name, one line and its key. */
import * as Toolbar from 'radix-ui/toolbar'
import { Fragment } from 'react'
import { READ_ONLY, useOpen } from '../../../store/open'
import { useBench } from '../../asks'
import { doOnBench, sayKey } from '../commands'
import type { BenchCommand } from '../tool'
import { ToolIcon } from './ToolIcon'

export function Card({
  word,
  commands,
}: {
  readonly word: string
  readonly commands: readonly BenchCommand[]
}) {
  const readOnly = useOpen((s) => s.readOnly)
  const shown = commands.filter((c) => !(c.writes && readOnly))
  return (
    <Toolbar.Root orientation="vertical" loop aria-label={word} className="grid">
      {shown.length === 0 && <p className="p-2 text-quiet">{READ_ONLY}.</p>}
      {shown.map((c, n) => (
        <Fragment key={c.id}>
          {c.entry!.under && c.entry!.under !== shown[n - 1]?.entry!.under && (
            <h3 className="px-2 pt-1 text-xs text-quiet">{c.entry!.under}</h3>
          )}
          <EntryButton command={c} />
        </Fragment>
      ))}
    </Toolbar.Root>
  )
}

function EntryButton({ command }: { readonly command: BenchCommand }) {
  const on = useBench((s) => command.on?.(s) ?? false)
  // What can be done hangs on what is chosen.
  const able = useOpen((s) => s.chosen && (command.can?.() ?? true))
  const { name, line, picture } = command.entry!
  return (
    <Toolbar.Button
      className={
        'flex min-h-11 items-center gap-3 rounded-sm px-2 py-1 text-left hover:bg-ground ' +
        `pointer-coarse:min-h-12 ${on ? 'bg-chalk-pale' : ''}`
      }
      {...(command.on ? { 'aria-pressed': on } : {})}
      aria-disabled={!able}
      onClick={() => doOnBench(command)}
    >
      <span className={able ? '' : 'opacity-60'}>
        <ToolIcon picture={picture} width={52} />
      </span>
      <span className={`min-w-0 flex-1 ${able ? '' : 'text-quiet'}`}>
        <span className="block font-semibold">{name}</span>
        <span className="block text-xs text-quiet">{able ? line : (command.needs ?? line)}</span>
      </span>
      {command.keys[0] && <kbd className="measure text-xs text-quiet">{sayKey(command.keys[0])}</kbd>}
    </Toolbar.Button>
  )
}
