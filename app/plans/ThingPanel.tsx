/** The things on a sheet, and the one that is chosen: its text, its decimals, what it is of. */
import { Eye, EyeOff, Trash2, Undo2 } from 'lucide-react'
import { change, type Addition } from '../../core/document'
import { HANDLED, type Item, type ItemKind, type Sheet } from '../../core/plans'
import { run, useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { sayRefusal } from '../ui/refusal'
import { adjust, adjustmentOf, chooseThing, hide, useHandling } from './hand'
import { TextField } from './TextField'

const NAMES: Readonly<Record<ItemKind, string>> = {
  view: 'View',
  note: 'Note',
  place: 'Position',
  size: 'Size',
  angle: 'Angle',
  picture: 'Picture',
  mark: 'Mark',
  dimension: 'Dimension',
  section: 'Section',
  detail: 'Detail',
}
const PLACES = [
  ['', 'As in the project'],
  ...[0, 1, 2, 3, 4].map((n) => [String(n), n === 1 ? '1 decimal' : `${n} decimals`] as const),
] as const satisfies ReadonlyArray<readonly [string, string]>
const WAYS = [
  ['level', 'Horizontal'],
  ['upright', 'Vertical'],
  ['straight', 'Point to point'],
] as const
const LINES = [
  ['upright', 'Vertical'],
  ['level', 'Horizontal'],
] as const
/** So many times as far as by itself. */
const APART = [0, 0.5, 1, 1.5, 2, 3].map(
  (n) => [String(n), n === 0 ? 'Together' : n === 1 ? 'Automatic' : `${n} × as far`] as const,
)
const TIMES = [2, 3, 4, 5, 8, 10].map((n) => [String(n), `${n} × the view`] as const)

const titleOf = ({ kind, says }: Item): string =>
  says.startsWith(NAMES[kind]) ? says : `${NAMES[kind]}: ${says}`

export function ThingPanel({ sheet }: { readonly sheet: Sheet }) {
  const chosen = useHandling((s) => s.chosen)
  const { items = [] } = sheet
  if (items.length === 0) return null
  const item = items.find((i) => sheet.keys?.includes(chosen?.sheet ?? '') && i.key === chosen?.key)
  const hidden = items.filter((i) => i.hidden).length
  return (
    <>
      {item && <Thing key={item.key} sheet={sheet} item={item} />}
      <details className="mt-3 border-t border-hairline pt-2">
        <summary className="font-semibold">
          On this sheet{hidden > 0 && <span className="font-normal text-quiet">, {hidden} hidden</span>}
        </summary>
        <ul className="mt-1 grid grid-cols-1" aria-label="On this sheet">
          {items.map((i) => (
            <li key={i.key}>
              <button
                className={
                  'block w-full truncate px-1 py-0.5 text-left hover:bg-chalk-pale pointer-coarse:min-h-11 ' +
                  (i.hidden ? 'text-quiet line-through ' : '') +
                  (i === item ? 'bg-chalk-pale' : '')
                }
                aria-pressed={i === item}
                onClick={() => chooseThing({ sheet: sheet.keys![0]!, key: i.key })}
              >
                {titleOf(i)}
              </button>
            </li>
          ))}
        </ul>
      </details>
    </>
  )
}

function Thing({ sheet, item }: { readonly sheet: Sheet; readonly item: Item }) {
  const project = useOpen((s) => s.project)
  const readOnly = useOpen((s) => s.readOnly)
  const done = adjustmentOf(project, sheet, item)
  const addition = project.additions.find((a) => a.id === item.added)
  const can = HANDLED[item.kind]
  return (
    <section className="mt-3 grid gap-2 border-t border-hairline pt-2" aria-label="Chosen on the sheet">
      <h2 className="font-semibold break-words">{titleOf(item)}</h2>
      {item.why && (
        <p role="alert" className="text-pencil">
          Not drawn: {item.why}
        </p>
      )}
      {addition && <Added addition={addition} />}
      {can.text && addition?.kind !== 'note' && (
        <div className="grid grid-cols-2 gap-1">
          <TextField
            label="Text before"
            value={done?.before ?? ''}
            onPut={(before) => adjust(sheet, item, { before })}
          />
          <TextField
            label="Text after"
            value={done?.after ?? ''}
            onPut={(after) => adjust(sheet, item, { after })}
          />
        </div>
      )}
      {can.places && (
        <Choice
          label="Decimals"
          showLabel
          value={done?.places === null || done === undefined ? '' : String(done.places)}
          of={PLACES}
          disabled={readOnly}
          onPick={(n) => adjust(sheet, item, { places: n === '' ? null : Number(n) })}
        />
      )}
      {item.apart !== undefined && (
        <Choice
          label="Distance apart"
          showLabel
          value={String(item.apart)}
          of={APART}
          disabled={readOnly}
          onPick={(n) => adjust(sheet, item, { apart: n === '1' ? null : Number(n) })}
        />
      )}
      <p className="text-xs text-quiet">Drag it, or move it with the arrow keys: 1 mm, with Shift 5 mm.</p>
      <div className="flex flex-wrap gap-1">
        {item.hidden ? (
          <button className="btn" disabled={readOnly} onClick={() => adjust(sheet, item, { hidden: false })}>
            <Eye size={14} /> Show
          </button>
        ) : (
          !item.fixed && (
            <button className="btn" disabled={readOnly} onClick={() => hide(sheet, item)}>
              {item.added ? <Trash2 size={14} /> : <EyeOff size={14} />} {item.added ? 'Delete' : 'Hide'}
            </button>
          )
        )}
        {done?.by && (
          <button className="btn" disabled={readOnly} onClick={() => adjust(sheet, item, { by: null })}>
            <Undo2 size={14} /> Automatic position
          </button>
        )}
      </div>
    </section>
  )
}

/** What an addition says, and how it is drawn. */
function Added({ addition }: { readonly addition: Addition }) {
  const readOnly = useOpen((s) => s.readOnly)
  const put = (now: Addition) => sayRefusal(run(change.setAddition(now)))
  if (addition.kind === 'note')
    return (
      <TextField
        label="Note"
        value={addition.text}
        fresh={addition.text === 'Note'}
        lines={3}
        onPut={(text) => put({ ...addition, text, says: text })}
      />
    )
  if (addition.kind === 'dimension')
    return (
      <Choice
        label="Direction"
        showLabel
        value={addition.way}
        of={WAYS}
        disabled={readOnly}
        onPick={(way) => put({ ...addition, way })}
      />
    )
  if (addition.kind === 'section')
    return (
      <Choice
        label="Cutting line"
        showLabel
        value={addition.line}
        of={LINES}
        disabled={readOnly}
        onPick={(line) => put({ ...addition, line })}
      />
    )
  return (
    <Choice
      label="Scale"
      showLabel
      value={String(addition.times)}
      of={TIMES}
      disabled={readOnly}
      onPick={(times) => put({ ...addition, times: Number(times) })}
    />
  )
}
