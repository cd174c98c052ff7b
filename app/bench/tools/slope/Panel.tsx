/** Lays a board on two edges: picked one after the other, told what comes of it, then done. */
import { useEffect } from 'react'
import * as z from 'zod'
import type { MadePiece } from '../../../../core/document'
import { chooseNew, pick, pickInTurn, run, useOpen } from '../../../store/open'
import { fractions } from '../../../ui/fractions'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { leaveTool } from '../../asks'
import { chosenIds } from '../../groups'
import { EdgeField } from './EdgeField'
import { endsAt, layOn, type Laid } from './lay'
import { StockSelect } from '../../ticket/StockSelect'
import { Check, focusMain, Labelled, TextField, ToolPanel } from '../panel/ToolPanel'

const ASKED = [
  ['one', 'First edge'],
  ['other', 'Second edge'],
] as const
const LABELS = ASKED.map(([, label]) => label)
const NOTHING = { one: '', other: '', past: '', starts: '', ends: '', down: false, trims: true, bevels: true }
const NO_EDGE = 'Pick both edges'
const SlopeForm = z.object({
  /** A new board is laid, not the one that is chosen. */
  anew: z.boolean(),
  stock: z.string(),
  name: z.string(),
  one: z.string().min(1, NO_EDGE),
  other: z.string().min(1, NO_EDGE),
  past: z.string(),
  starts: z.string(),
  ends: z.string(),
  down: z.boolean(),
  trims: z.boolean(),
  bevels: z.boolean(),
})
const HINT = 'It slopes from the higher edge to the lower one.'

export function LayPanel() {
  const project = useOpen((s) => s.project)
  const shown = useOpen((s) => s.shown)
  const chosen = useOpen((s) => s.chosen)
  const ids = chosenIds(chosen)
  const board = project.pieces.find(
    (p): p is MadePiece => p.kind === 'made' && ids.length === 1 && p.id === ids[0],
  )
  const last = [...project.pieces].reverse().find((p): p is MadePiece => p.kind === 'made')
  const form = useDraftForm<z.infer<typeof SlopeForm>>('lay', SlopeForm, {
    ...NOTHING,
    anew: true,
    stock: last?.stock ?? '',
    name: 'Lid',
  })
  const { values: asked, set: put, submit, why } = form
  const { anew, stock, name } = asked

  const takeEdge = (n: number, stored: string) =>
    // It starts and ends with the piece that its first edge is on, until told otherwise.
    put({ [ASKED[n]![0]]: stored, ...(n === 0 ? endsAt(stored) : {}) })

  const laying = !anew && board ? board : { stock, name: name.trim() || 'Lid' }
  const whole = asked.one !== '' && asked.other !== ''
  const found = whole ? layOn(shown, { ...asked, board: laying }) : null

  useEffect(() => {
    pickInTurn(
      LABELS,
      (stored, n) => {
        takeEdge(n, stored)
        if (n === 1) focusMain()
      },
      'edge',
    )
    return () => pick(null)
    // oxlint-disable-next-line react/exhaustive-deps -- the edges are asked for once
  }, [])

  function lay(): string | null {
    if (!found) return NO_EDGE
    if ('why' in found) return found.why
    if (!('kind' in laying) && !laying.stock) return 'Choose the stock'
    const refused = run(found.changes, found.says)
    if (refused) return refused
    leaveTool()
    chooseNew([found.piece])
    return null
  }

  return (
    <ToolPanel
      title="Sloping board"
      hint={project.pieces.length > 0 ? HINT : 'There is nothing to lie on yet. Add a board first (B).'}
      main="Insert"
      missing={whole ? null : NO_EDGE}
      why={why ?? (found && 'why' in found ? found.why : null)}
      mainFirst
      onMain={() => submit(lay)}
    >
      {board && (
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="text-xs text-quiet">Board</legend>
          {[true, false].map((yes) => (
            <label key={String(yes)} className="flex min-h-8 items-center gap-2 pointer-coarse:min-h-11">
              <input type="radio" name="anew" checked={anew === yes} onChange={() => put({ anew: yes })} />
              {yes ? 'a new board' : board.name}
            </label>
          ))}
        </fieldset>
      )}
      {(anew || !board) && (
        <div className="grid grid-cols-2 gap-2">
          <Labelled label="From">
            <StockSelect label="From" value={stock} onChange={(id) => put({ stock: id })} />
          </Labelled>
          <TextField label="Name" value={name} onChange={(name) => put({ name })} />
        </div>
      )}
      {ASKED.map(([which, label], n) => (
        <EdgeField key={which} label={label} value={asked[which]} onPick={(stored) => takeEdge(n, stored)} />
      ))}
      <MeasureField
        label="Overhang at the lower edge"
        showLabel
        optional
        placeholder="none"
        value={asked.past}
        onCommit={(past) => (put({ past }), null)}
      />
      <div className="grid grid-cols-2 gap-2">
        {(['starts', 'ends'] as const).map((end) => (
          <MeasureField
            key={end}
            label={end === 'starts' ? 'Starts at' : 'Ends at'}
            showLabel
            optional
            pickable
            placeholder="as the first edge"
            value={asked[end]}
            onCommit={(text) => (put({ [end]: text }), null)}
          />
        ))}
      </div>
      <div className="grid">
        {OPTIONS.map(([option, says]) => (
          <Check key={option} says={says} on={asked[option]} onChange={(on) => put({ [option]: on })} />
        ))}
      </div>
      <p role="status" className="min-h-10">
        {found && !('why' in found) ? fractions(tellOf(found)) : null}
      </p>
    </ToolPanel>
  )
}

const OPTIONS = [
  ['down', 'Grain along slope'],
  ['trims', 'Trim the pieces below'],
  ['bevels', 'Bevel the upper edge where it meets wood'],
] as const

/** What laying it will do, before it is done. */
function tellOf({ degrees, trimmed, bevelled }: Laid): string {
  const says = [`Slope: ${Number(degrees.toFixed(1))}°.`]
  if (trimmed.length > 0) says.push(`Trimmed to its underside: ${trimmed.join(', ')}.`)
  if (bevelled) says.push(`Bevelled with ${bevelled} at the upper edge.`)
  return says.join(' ')
}
