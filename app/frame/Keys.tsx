import { BENCH_COMMANDS, sayKey } from '../bench/tools/commands'
import { Dialog } from '../ui/Dialog'

/** The keys of every screen; those of the bench follow from its commands. */
const EVERYWHERE = [
  ['mod+z', 'Undo'],
  ['mod+shift+z', 'Redo'],
  ['mod+c', 'Copy what is chosen'],
  ['mod+x', 'Cut what is chosen'],
  ['mod+v', 'Paste what was copied'],
  ['mod+k', 'Find a command, piece or measure'],
  ['?', 'These keys'],
] as const

const KEYS = [
  ...BENCH_COMMANDS.flatMap((c) =>
    c.keys.length > 0
      ? [[(c.id.startsWith('nudge') ? c.keys.slice(0, 1) : c.keys).map(sayKey).join(' or '), c.says] as const]
      : [],
  ),
  ...EVERYWHERE.map(([key, does]) => [sayKey(key), does] as const),
]

export function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} title="Keys">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1 sm:grid-cols-[auto_1fr_auto_1fr]">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="measure rounded-sm border border-edge px-1.5">{key}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-3 text-quiet">
        With a piece chosen, figures go to its most likely measure; with none, they are the keys of the views.
        On the bench: right or middle drag turns the view, with Shift it slides, the wheel zooms to the
        pointer. Two fingers do the same on touch.
      </p>
    </Dialog>
  )
}
