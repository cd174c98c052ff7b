/** How far two faces are apart, in both units; picked one after the other, or typed. */
import { useCallback, useEffect, useState } from 'react'
import { sideAt } from '../../core/pieces'
import { pick, pickInTurn, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { MeasureField } from '../ui/MeasureField'
import { echo, read } from '../ui/reading'
import { toggleMeasuring } from './asks'
import { faceNamed } from './between'

const ASKED = [
  ['from', 'From'],
  ['to', 'To'],
] as const
const LABELS = ASKED.map(([, label]) => label)
interface Ends {
  readonly from: string
  readonly to: string
}
const NONE: Ends = { from: '', to: '' }

export function MeasurePanel() {
  const shown = useOpen((s) => s.shown)
  const [ends, setEnds] = useState(NONE)

  const again = useCallback(() => {
    setEnds(NONE)
    pickInTurn(LABELS, (stored, n) => setEnds((now) => ({ ...now, [ASKED[n]![0]]: stored })))
  }, [])
  useEffect(() => {
    again()
    return () => pick(null)
  }, [again])

  const [a, b] = [faceNamed(ends.from), faceNamed(ends.to)]
  const askew = a && b && sideAt(a.side).axis !== sideAt(b.side).axis
  const found =
    ends.from && ends.to && !askew ? read(`abs((${ends.from}) - (${ends.to}))`, 'length', shown, {}) : null
  return (
    <div className="grid gap-2 p-4">
      <div className="flex items-center justify-between">
        <h2 className="panel-title">Measure</h2>
        <button className="btn" onClick={toggleMeasuring}>
          Done
        </button>
      </div>
      <p className="text-quiet">Click one face and then another.</p>
      {ASKED.map(([end, label]) => (
        <MeasureField
          key={end}
          label={label}
          showLabel
          pickable
          optional
          placeholder="a face or a measure"
          value={ends[end]}
          onCommit={(text) => (setEnds((now) => ({ ...now, [end]: text })), null)}
        />
      ))}
      <p role="status" className="measure min-h-8 text-lg">
        {askew
          ? 'The two faces stand square to each other'
          : found?.ok
            ? fractions(echo(found.value, 'length', shown))
            : found && found.slip.message}
      </p>
      <button className="btn justify-self-start" onClick={again}>
        Measure something else
      </button>
    </div>
  )
}
