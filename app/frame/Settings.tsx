import { change, type Settings as Values } from '../../core/document'
import { keyOf } from '../../core/resolve'
import { PaperChoices } from '../plans/PaperChoices'
import { run, useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { MeasureField } from '../ui/MeasureField'
import { sayRefusal } from '../ui/refusal'

const set = (changes: Partial<Values>) => run(change.setSettings(changes))
const put = (changes: Partial<Values>) => void sayRefusal(set(changes))

const STYLES: ReadonlyArray<readonly [string, Values['style']]> = [
  ...([8, 16, 32, 64] as const).map(
    (denominator) =>
      [`inches, to 1/${denominator}`, { unit: 'in', form: 'fraction', denominator, places: 3 }] as const,
  ),
  ...[2, 3, 4].map(
    (places) =>
      [`inches, ${places} decimals`, { unit: 'in', form: 'decimal', denominator: 64, places }] as const,
  ),
  ...[0, 1, 2].map(
    (places) =>
      [
        places ? `millimetres, ${places} decimal${places > 1 ? 's' : ''}` : 'whole millimetres',
        { unit: 'mm', form: 'decimal', places },
      ] as const,
  ),
]

const MEASURES = [
  ['fit', 'Fit of joints (clearance over the measured thickness)'],
  ['kerf', 'Saw kerf'],
  ['trim', 'Trim off each end of a board or sheet'],
  ['edgeTrim', 'Trim off each edge'],
  ['planing', 'Planing allowance (most taken off the thickness)'],
  ['extraLength', 'Rough length over finished'],
  ['extraWidth', 'Rough width over finished'],
] as const

const same = (a: Values['style'], b: Values['style']) =>
  a.unit === b.unit &&
  a.form === b.form &&
  (a.unit === 'in' && b.unit === 'in' && a.form === 'fraction'
    ? a.denominator === b.denominator
    : a.places === b.places)

export function Settings() {
  const { style, ...measures } = useOpen((s) => s.project.settings)
  return (
    <div className="grid gap-3">
      <Choice
        label="Lengths are written in"
        showLabel
        value={String(STYLES.findIndex(([, s]) => same(s, style)))}
        of={STYLES.map(([says], i) => [String(i), says])}
        onPick={(n) => put({ style: STYLES[Number(n)]![1] })}
      />
      {style.unit === 'in' ? null : (
        <p className="text-xs text-quiet">
          A number without a unit is in millimetres; write 3/4in for inches.
        </p>
      )}
      {MEASURES.map(([name, label]) => (
        <MeasureField
          key={name}
          label={label}
          showLabel
          value={measures[name]}
          at={keyOf.setting(name)}
          onCommit={(text) => set({ [name]: text })}
        />
      ))}
      <div className="grid grid-cols-2 gap-3">
        <PaperChoices />
      </div>
    </div>
  )
}
