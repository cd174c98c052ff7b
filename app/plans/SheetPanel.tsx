/** The drawing that is shown: its name, its place in the set, whether it is in it; and what is orphaned. */
import { ArrowDown, ArrowUp, FileX, Trash2 } from 'lucide-react'
import { useMemo } from 'react'
import { change } from '../../core/document'
import { editOf, orphansOf, type Sheet } from '../../core/plans'
import { run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'
import { TextField } from './TextField'

/** The drawings of a set, each once, in their order. */
export const drawingsOf = (sheets: readonly Sheet[]): string[] => [
  ...new Set(sheets.flatMap((s) => s.keys?.slice(0, 1) ?? [])),
]

/** Puts a drawing in the place of another. */
export function putAt(sheets: readonly Sheet[], key: string, place: number): void {
  const order = drawingsOf(sheets).filter((k) => k !== key)
  order.splice(place, 0, key)
  sayRefusal(run(change.orderSheets({ order })))
}

export function SheetPanel({ sheet, sheets }: { readonly sheet: Sheet; readonly sheets: readonly Sheet[] }) {
  const project = useOpen((s) => s.project)
  const readOnly = useOpen((s) => s.readOnly)
  const { keys = [] } = sheet
  const [key] = keys
  if (key === undefined) return null
  const drawings = drawingsOf(sheets)
  const at = drawings.indexOf(key)
  const edit = editOf(project, keys)
  return (
    <section className="mt-3 grid gap-2 border-t border-hairline pt-2" aria-label="This sheet">
      <TextField
        label="Sheet name"
        value={edit?.name ?? ''}
        placeholder={sheet.title}
        most={80}
        onPut={(name) => sayRefusal(run(change.editSheet({ sheet: edit?.sheet ?? key, name })))}
      />
      <div className="flex flex-wrap gap-1">
        <button
          className="btn btn-icon"
          aria-label="Move earlier"
          disabled={readOnly || at <= 0}
          onClick={() => putAt(sheets, key, at - 1)}
        >
          <ArrowUp size={14} />
        </button>
        <button
          className="btn btn-icon"
          aria-label="Move later"
          disabled={readOnly || at >= drawings.length - 1}
          onClick={() => putAt(sheets, key, at + 1)}
        >
          <ArrowDown size={14} />
        </button>
        <button
          className="btn"
          disabled={readOnly || drawings.length < 2}
          onClick={() =>
            sayRefusal(run(change.editSheet({ sheet: edit?.sheet ?? key, out: true, title: sheet.title })))
          }
        >
          <FileX size={14} /> Leave out
        </button>
      </div>
    </section>
  )
}

/** Drawings that are left out, and what was done by hand to what is gone. */
export function Leftovers({ sheets, done }: { readonly sheets: readonly Sheet[]; readonly done: boolean }) {
  const project = useOpen((s) => s.project)
  const readOnly = useOpen((s) => s.readOnly)
  const out = project.sheets.filter((s) => s.out)
  const orphans = useMemo(() => (done ? orphansOf(project, sheets) : []), [done, project, sheets])
  return (
    <>
      {out.length > 0 && (
        <section className="mt-3 border-t border-hairline pt-2" aria-label="Left out">
          <h2 className="font-semibold">Left out</h2>
          <ul className="grid gap-1">
            {out.map((s) => (
              <li key={s.id} className="flex items-center gap-1">
                <span className="min-w-0 flex-1 truncate">{s.name || s.title}</span>
                <button
                  className="btn"
                  disabled={readOnly}
                  aria-label={`Put back ${s.name || s.title}`}
                  onClick={() => sayRefusal(run(change.editSheet({ sheet: s.sheet, out: false })))}
                >
                  Put back
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {orphans.length > 0 && (
        <section className="mt-3 border border-brass bg-brass-pale p-2" aria-label="Not drawn">
          <h2 className="font-semibold">Not drawn</h2>
          <ul className="mb-1 list-disc pl-4">
            {orphans.slice(0, 12).map((o) => (
              <li key={o.id}>
                {o.says || 'A change'}: {o.why}
              </li>
            ))}
            {orphans.length > 12 && <li>and {orphans.length - 12} more</li>}
          </ul>
          <button
            className="btn"
            disabled={readOnly}
            onClick={() =>
              sayRefusal(
                run(
                  change.takeOffSheet({
                    ids: orphans.map((o) => o.id),
                    says:
                      orphans.length === 1
                        ? orphans[0]!.says || 'a change'
                        : `${orphans.length} changes to sheets`,
                  }),
                ),
              )
            }
          >
            <Trash2 size={14} /> Delete {orphans.length === 1 ? 'it' : 'them'}
          </button>
        </section>
      )}
    </>
  )
}
