/** What the maker takes to be right, too thin, too much. */
import { change } from '../../core/document'
import { keyOf, USUAL, type LimitName } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { fractions, withSlash } from '../ui/fractions'
import { MeasureField } from '../ui/MeasureField'
import { sayRefusal } from '../ui/refusal'
import { CLIMATES } from './climates'

interface LimitField {
  readonly name: LimitName
  readonly label: string
  readonly says: string
}

const ASKED: readonly LimitField[] = [
  {
    name: 'tolerance',
    label: 'A reading may be off by',
    says: 'Readings on the size sheet turn green within it; written lengths may be rounded by as much.',
  },
  {
    name: 'near',
    label: 'A gap up to this is likely meant to be none',
    says: 'Gaps smaller than this are found, unless a dimension gives the gap.',
  },
  {
    name: 'wall',
    label: 'The least wood between cuts',
    says: 'Between one cut and another, and between a cut and an outside it does not come out at.',
  },
]

export function Limits() {
  const unit = useOpen((s) => s.shown.style.unit)
  const limits = useOpen((s) => s.shown.limits)
  const readOnly = useOpen((s) => s.readOnly)
  const load = unit === 'in' ? 'pounds a foot' : 'kilograms a metre'
  return (
    <main className="h-full overflow-auto p-4">
      <div className="mx-auto grid max-w-4xl gap-6 md:grid-cols-2">
        <section className="grid content-start gap-3" aria-label="Sizes">
          <h2 className="panel-title">Sizes</h2>
          {ASKED.map((a) => (
            <Limit key={a.name} {...a} />
          ))}
        </section>
        <section className="grid content-start gap-3" aria-label="Loads">
          <h2 className="panel-title">Loads</h2>
          <Limit
            name="load"
            label={`A shelf carries, ${load}`}
            says={
              unit === 'in'
                ? 'Paperbacks weigh about 10, hardbacks 20, seed trays with wet soil 35.'
                : 'Paperbacks weigh about 15, hardbacks 30, seed trays with wet soil 50.'
            }
          />
          <Limit
            name="sag"
            label="It may sag by its span divided by"
            says="400 is what the eye forgives, about 1/32 in a foot; 600 for what shall look straight."
          />
        </section>
        <section className="grid content-start gap-3 md:col-span-2" aria-label="Seasons">
          <h2 className="panel-title">Seasons</h2>
          <p className="text-quiet">
            Wood takes up and gives off moisture through the year. Take the place the piece will stand in, or
            measure it: these are usual values.
          </p>
          <div className="flex flex-wrap gap-2" role="group" aria-label="Ready climates">
            {CLIMATES.map((c) => {
              const on = limits.driest === c.driest && limits.wettest === c.wettest
              return (
                <button
                  key={c.id}
                  className={
                    `btn h-auto flex-col items-start py-1.5 ` + `${on ? 'border-chalk bg-chalk-pale' : ''}`
                  }
                  aria-pressed={on}
                  disabled={readOnly}
                  onClick={() =>
                    sayRefusal(
                      run(change.setLimits({ driest: String(c.driest), wettest: String(c.wettest) })),
                    )
                  }
                >
                  <b>{c.name}</b>
                  <span className="measure text-quiet">
                    {c.driest} to {c.wettest} % moisture
                  </span>
                </button>
              )
            })}
          </div>
          <div className="grid max-w-md grid-cols-2 gap-3">
            <Limit name="driest" label="Driest, %" says="" />
            <Limit name="wettest" label="Wettest, %" says="" />
          </div>
          {limits.wettest < limits.driest && (
            <p role="alert" className="text-pencil">
              The wettest is drier than the driest; no movement is worked out.
            </p>
          )}
        </section>
      </div>
    </main>
  )
}

function Limit({ name, label, says }: LimitField) {
  const text = useOpen((s) => s.project.limits[name] ?? '')
  const unit = useOpen((s) => s.shown.style.unit)
  return (
    <div>
      <MeasureField
        label={label}
        showLabel
        value={text}
        kind={USUAL[name].kind}
        at={keyOf.limit(name)}
        optional
        placeholder={withSlash(`usually ${USUAL[name][unit]}`)}
        onCommit={(stored) => run(change.setLimits({ [name]: stored === '' ? null : stored }))}
      />
      {says && <p className="mt-0.5 text-xs text-quiet">{fractions(says)}</p>}
    </div>
  )
}
