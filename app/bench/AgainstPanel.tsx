/** Sets a face of a piece against another: picked one after the other, then done. */
import { useCallback, useEffect, useRef, useState } from 'react'
import { nameOf } from '../../core/document'
import { isRecord, useDraft } from '../store/drafts'
import { pick, pickInTurn, run, useOpen } from '../store/open'
import { MeasureField } from '../ui/MeasureField'
import { toggleAgainst, useBench } from './asks'
import { faceNamed } from './between'
import { setAgainst, type Against, type Manner } from './placing/against'

const MANNERS: ReadonlyArray<readonly [Manner, string]> = [
  ['flush', 'flush with it'],
  ['off', 'off it by'],
  ['run', 'run up to it'],
]
const NOTHING: Against = { mine: '', that: '', manner: 'flush', offset: '' }
const MINE = 'Face to be set'
const THAT = 'Against this face'

export function AgainstPanel() {
  const [asked, setAsked] = useDraft<Against>('against', NOTHING, isRecord)
  const [why, setWhy] = useState<string | null>(null)
  const put = useCallback(
    (more: Partial<Against>) => {
      setAsked((now) => ({ ...now, ...more }))
      setWhy(null)
    },
    [setAsked],
  )

  function set(picked: Partial<Against> = {}): void {
    const { shown, project } = useOpen.getState()
    const of = { ...asked, ...picked }
    const found = setAgainst(shown, of)
    if ('why' in found) return setWhy(found.why)
    const name = nameOf(project, faceNamed(of.mine)!.piece.split('#')[0]!)
    const refused = run(found, `Set ${name} against a face`)
    if (refused) return setWhy(refused)
    useBench.setState({ panel: 'ticket' })
  }

  const latest = useRef(set)
  useEffect(() => {
    latest.current = set
  })
  useEffect(() => {
    pickInTurn([MINE, THAT], (stored, n) => {
      const picked = n === 0 ? { mine: stored } : { that: stored }
      put(picked)
      if (n === 1) latest.current(picked)
    })
    return () => pick(null)
  }, [put])

  return (
    <form
      className="grid gap-2 p-4"
      onSubmit={(e) => {
        e.preventDefault()
        set()
      }}
    >
      <div className="flex items-center justify-between">
        <h2 className="panel-title">Set against</h2>
        <button type="button" className="btn" onClick={toggleAgainst}>
          Leave it
        </button>
      </div>
      <p className="text-quiet">Click a face of the piece, then the face that it goes against.</p>
      <fieldset className="grid">
        <legend className="text-xs text-quiet">How</legend>
        {MANNERS.map(([manner, says]) => (
          <label key={manner} className="flex min-h-8 items-center gap-2 pointer-coarse:min-h-11">
            <input
              type="radio"
              name="manner"
              checked={asked.manner === manner}
              onChange={() => put({ manner })}
            />
            {says}
          </label>
        ))}
      </fieldset>
      {asked.manner === 'off' && (
        <MeasureField
          label="How far off"
          showLabel
          optional
          value={asked.offset}
          onCommit={(offset) => (put({ offset }), null)}
        />
      )}
      <MeasureField
        label={MINE}
        showLabel
        pickable
        optional
        placeholder="a face"
        value={asked.mine}
        onCommit={(mine) => (put({ mine }), null)}
      />
      <MeasureField
        label={THAT}
        showLabel
        pickable
        optional
        placeholder="a face or a measure"
        value={asked.that}
        onCommit={(that) => (put({ that }), null)}
      />
      <p role="alert" className="min-h-5 text-pencil">
        {why}
      </p>
      <button className="btn btn-main justify-center">Set it</button>
    </form>
  )
}
