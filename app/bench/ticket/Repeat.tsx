/** On the ticket: the same piece or group several times, evenly, in a row or round an axis. */
import { change, type Repeat } from '../../../core/document'
import { exactText, formatLength } from '../../../core/measure'
import { AXIS_OF } from '../../../core/pieces'
import { keyOf } from '../../../core/resolve'
import { run, useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { MeasureField } from '../../ui/MeasureField'
import { FIELDS, HOW, setRepeat, type Wood } from '../tools/repeat/repeats'

/** On the ticket: the repeat as a sentence, with its measures. */
export const RepeatSection = ({ of }: { of: Wood }) => of.repeat && <Repeated of={of} repeat={of.repeat} />

function Repeated({ of, repeat }: { of: Wood; repeat: Repeat }) {
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const set = (name: string, text: string) => run(setRepeat(of, { ...repeat, [name]: text }))
  const first =
    'stock' in of
      ? shown.byId.get(of.id)?.instances[0]?.box
      : shown.groups.find((g) => g.id === of.id)?.boxes[0]
  const axis = AXIS_OF[repeat.direction]
  const from = shown.result(keyOf.repeat(of.id, 'from'))
  const gap = first && from?.ok ? first.min[axis] - (from.value as number) : null
  return (
    <section className="border-t border-hairline py-2" aria-label="Repeat">
      <h4 className="mb-1 font-semibold">
        {HOW[repeat.kind](repeat.direction)}
        {gap !== null && (
          <span className="measure ml-2 font-normal text-quiet">
            {fractions(formatLength(gap, shown.style).text)} apart
          </span>
        )}
      </h4>
      <div className="grid gap-1">
        {FIELDS[repeat.kind](repeat.direction).map(([name, label, kind]) => (
          <MeasureField
            key={name}
            label={label}
            showLabel
            kind={kind}
            pickable={kind === 'length' && repeat.kind === 'even'}
            value={(repeat as unknown as Record<string, string>)[name] ?? ''}
            at={keyOf.repeat(of.id, name)}
            onCommit={(text) => set(name, text)}
          />
        ))}
        {!readOnly && (
          <button
            className="btn btn-quiet -ml-2 justify-self-start"
            onClick={() => single(of, first?.min[axis])}
          >
            Make it single again
          </button>
        )}
      </div>
    </section>
  )
}

function single(of: Wood, start: number | undefined): void {
  const { direction, kind } = of.repeat!
  const given = Object.keys(of.spans[direction]).some((fact) => fact !== 'size')
  run([
    setRepeat(of, null),
    ...(start === undefined || kind !== 'even' || given
      ? []
      : [change.setFact({ id: of.id, direction, fact: 'start', text: exactText(start) })]),
  ])
}
