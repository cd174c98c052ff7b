/** Sets a face of a piece against another: picked one after the other, then done. */
import { useEffect, useRef } from 'react'
import * as z from 'zod'
import { nameOf } from '../../../../core/document'
import { pick, pickInTurn, run, useOpen } from '../../../store/open'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { leaveTool } from '../../asks'
import { faceNamed } from '../between/between'
import { ToolPanel } from '../panel/ToolPanel'
import { setAgainst, type Against, type Manner } from './against'

const MANNERS: ReadonlyArray<readonly [Manner, string]> = [
  ['flush', 'flush'],
  ['off', 'with an offset'],
  ['run', 'extended up to it'],
]
const NOTHING: Against = { mine: '', that: '', manner: 'flush', offset: '' }
const MINE = 'Face to move'
const THAT = 'Against'

const AgainstForm = z.object({
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
  if (!refused) leaveTool()
  return refused
}

export function AgainstPanel() {
  const {
    values: asked,
    set: put,
    submit,
    why,
  } = useDraftForm<z.infer<typeof AgainstForm>>('against', AgainstForm, NOTHING)
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
    <ToolPanel
      title="Set against"
      hint="The piece moves so that its face meets the other."
      main="Set"
      missing={!asked.mine ? 'Pick the face to move' : !asked.that ? 'Pick the face it is set against' : null}
      why={why}
      mainFirst
      onMain={() => submit(set)}
    >
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
          label="Offset"
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
        placeholder="a face or a distance"
        value={asked.that}
        onCommit={(that) => (put({ that }), null)}
      />
    </ToolPanel>
  )
}
