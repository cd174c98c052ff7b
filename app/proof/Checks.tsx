/** Checks: each check with what it found, and whether it is switched on. */
import { change } from '../../core/document'
import { useAnswer } from '../store/answer'
import { useJudged } from '../store/findings'
import { run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'

export function Checks() {
  const off = useOpen((s) => s.project.limits.off)
  const readOnly = useOpen((s) => s.readOnly)
  const all = useJudged()
  const { answer } = useAnswer('checks', (hand) => hand.checks())
  const hit = new Set(all.flatMap((j) => (j.accepted ? [] : [j.finding.check])))
  // What found something stands first.
  const checks = answer && [...answer.filter((c) => hit.has(c.id)), ...answer.filter((c) => !hit.has(c.id))]
  return (
    <aside
      className="overflow-auto border-t border-hairline bg-panel p-3 md:border-t-0 md:border-l"
      aria-label="Checks"
    >
      <h2 className="panel-title mb-1">Checks</h2>
      <ul>
        {checks?.map(({ id, title }) => {
          const on = !off.includes(id)
          const found = all.filter((j) => j.finding.check === id && !j.accepted)
          const worst = found.some((j) => j.finding.level === 'stop')
          return (
            <li key={id}>
              <label className="flex min-h-7 items-center gap-2 pointer-coarse:min-h-11">
                <input
                  type="checkbox"
                  className="accent-(--chalk)"
                  checked={on}
                  disabled={readOnly}
                  onChange={() => sayRefusal(run(change.switchCheck({ check: id, on: !on })))}
                />
                <span className={`min-w-0 flex-1 ${on ? '' : 'text-quiet line-through'}`}>{title}</span>
                {on && found.length > 0 && (
                  <span
                    className={`measure rounded-sm px-1 text-xs ${
                      worst ? 'bg-pencil-pale text-pencil' : 'bg-brass-pale text-brass'
                    }`}
                  >
                    {found.length}
                  </span>
                )}
              </label>
            </li>
          )
        })}
      </ul>
      {off.length > 0 && (
        <p className="mt-2 border-l-2 border-brass pl-2 text-brass">
          {off.length === 1 ? 'One check is' : `${off.length} checks are`} switched off; the sheets say so.
        </p>
      )}
    </aside>
  )
}
