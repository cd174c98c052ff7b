/** Sets a face of a piece against another: picked one after the other, then done. */
import { useEffect, useRef } from 'react'
import * as z from 'zod'
import { nameOf } from '../../core/document'
import { pick, pickInTurn, run, useOpen } from '../store/open'
import { MeasureField } from '../ui/MeasureField'
import { useDraftForm } from '../ui/useDraftForm'
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

const Told = z.object({
  mine: z.string(),
  that: z.string(),
  manner: z.enum(['flush', 'off', 'run']),
  offset: z.string(),
})

/** Sets the one face against the other; gives a sentence when it cannot be. */
function set(of: Against): string | null {
  const { shown, project } = useOpen.getState()
  const found = setAgainst(shown, of)
  if ('why' in found) return found.why
  const name = nameOf(project, faceNamed(of.mine)!.piece.split('#')[0]!)
  const refused = run(found, `Set ${name} against a face`)
  if (!refused) useBench.setState({ panel: 'ticket' })
  return refused
}

export function AgainstPanel() {
  const {
    values: asked,
    set: put,
    submit,
    why,
  } = useDraftForm<z.infer<typeof Told>>('against', Told, NOTHING)
  const latest = useRef({ put, submit })
  useEffect(() => {
    latest.current = { put, submit }
  })
  useEffect(() => {
    pickInTurn([MINE, THAT], (stored, n) => {
      latest.current.put(n === 0 ? { mine: stored } : { that: stored })
      if (n === 1) latest.current.submit(set)
    })
    return () => pick(null)
  }, [])

  return (
    <form
      className="grid gap-2 p-4"
      onSubmit={(e) => {
        e.preventDefault()
        submit(set)
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
