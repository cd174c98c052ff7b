import { BENCH_COMMANDS, inDrawer, sayKey } from '../bench/tools/commands'
import { DRAWERS } from '../bench/tools/rail/drawers'
import type { BenchCommand } from '../bench/tools/tool'
import { useState } from 'react'
import { Dialog } from '../ui/Dialog'
import { lettersAreKeys, setLettersAreKeys } from './letterKeys'

type Key = readonly [key: string, does: string]

const EVERYWHERE: readonly Key[] = [
  ['mod+z', 'Undo'],
  ['mod+shift+z', 'Redo'],
  ['mod+c', 'Copy what is chosen'],
  ['mod+x', 'Cut what is chosen'],
  ['mod+v', 'Paste what was copied'],
  ['mod+k', 'Find a command, piece or named value'],
  ['?', 'These keys'],
]

const keysOf = (commands: readonly BenchCommand[]): Key[] =>
  commands.flatMap((c) => {
    const keys = c.id.startsWith('nudge') ? c.keys.slice(0, 1) : c.keys
    return keys.length > 0 ? [[keys.map(sayKey).join(' or '), c.says] as const] : []
  })

/** As the drawers of the rail have them, then what has no drawer, and what is the same on every screen. */
const GROUPS: ReadonlyArray<readonly [title: string, keys: readonly Key[]]> = [
  ...DRAWERS.map((d) => [d.word, keysOf(inDrawer(d.id))] as const),
  ['Pieces and views', keysOf(BENCH_COMMANDS.filter((c) => !c.entry))] as const,
  ['Every screen', EVERYWHERE.map(([key, does]): Key => [sayKey(key), does])] as const,
].filter(([, keys]) => keys.length > 0)

export function Keys({ onClose }: { onClose: () => void }) {
  const [letters, setLetters] = useState(lettersAreKeys)
  return (
    <Dialog open wide onClose={onClose} title="Keys">
      <div className="gap-x-8 sm:columns-2 lg:columns-3">
        {GROUPS.map(([title, keys]) => (
          <section key={title} className="mb-3 break-inside-avoid-column">
            <h3 className="font-semibold">{title}</h3>
            <dl className="grid grid-cols-[5.5rem_1fr] gap-x-3 gap-y-0.5">
              {keys.map(([key, does]) => (
                <div key={key} className="contents">
                  <dt>
                    <kbd className="measure rounded-sm border border-edge px-1.5">{key}</kbd>
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
      <label className="mt-2 flex min-h-8 items-center gap-2 pointer-coarse:min-h-11">
        <input
          type="checkbox"
          checked={letters}
          onChange={(e) => {
            setLettersAreKeys(e.target.checked)
            setLetters(e.target.checked)
          }}
        />
        Letters and figures alone are keys; off, only those with Ctrl, Shift F10, Esc, arrows and the like are
      </label>
      <p className="mt-2 text-quiet">
        With a piece chosen, figures go to its most likely dimension; with none, they are the keys of the
        views. On the bench: right or middle drag turns the view, with Shift it slides, the wheel zooms to the
        pointer. Two fingers do the same on touch.
      </p>
    </Dialog>
  )
}
