/** Lays a board on two edges: picked one after the other, told what comes of it, then done. */
import { useEffect, useRef } from 'react'
import * as z from 'zod'
import type { MadePiece } from '../../core/document'
import { chooseNew, pick, pickInTurn, run, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { MeasureField } from '../ui/MeasureField'
import { useDraftForm } from '../ui/useDraftForm'
import { toggleLaying, useBench } from './asks'
import { chosenIds } from './groups'
import { EdgeField } from './EdgeField'
import { endsAt, layOn, type Laid } from './placing/lay'
import { StockSelect } from './StockSelect'

const ASKED = [
  ['one', 'One edge it lies on'],
  ['other', 'The other edge'],
] as const
const LABELS = ASKED.map(([, label]) => label)
const NOTHING = { one: '', other: '', past: '', starts: '', ends: '', down: false, trims: true, bevels: true }
const NO_EDGE = 'Pick both edges that it lies on'
const Told = z.object({
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
const HINT = 'Click the two edges that the board lies on. It slopes from the higher to the lower one.'

export function LayPanel() {
  const project = useOpen((s) => s.project)
  const shown = useOpen((s) => s.shown)
  const chosen = useOpen((s) => s.chosen)
  const ids = chosenIds(chosen)
  const board = project.pieces.find(
    (p): p is MadePiece => p.kind === 'made' && ids.length === 1 && p.id === ids[0],
  )
  const last = [...project.pieces].reverse().find((p): p is MadePiece => p.kind === 'made')
  const form = useDraftForm<z.infer<typeof Told>>('lay', Told, {
    ...NOTHING,
    anew: true,
    stock: last?.stock ?? '',
    name: 'Lid',
  })
  const { values: asked, set: put, submit, why } = form
  const { anew, stock, name } = asked
  const main = useRef<HTMLButtonElement>(null)

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
        if (n === 1) main.current?.focus()
      },
      'edge',
    )
    return () => pick(null)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the edges are asked for once
  }, [])

  function lay(): string | null {
    if (!found) return NO_EDGE
    if ('why' in found) return found.why
    if (!('kind' in laying) && !laying.stock) return 'Choose the wood it is made from'
    const refused = run(found.changes, found.says)
    if (refused) return refused
    useBench.setState({ panel: 'ticket' })
    chooseNew([found.piece])
    return null
  }

  return (
    <form
      className="grid gap-2 p-4"
      aria-label="Lay on two edges"
      onSubmit={(e) => {
        e.preventDefault()
        submit(lay)
      }}
    >
      <div className="flex items-center justify-between">
        <h2 className="panel-title">Lay on two edges</h2>
        <button type="button" className="btn" onClick={toggleLaying}>
          Leave it
        </button>
      </div>
      <p className="text-quiet">{project.pieces.length > 0 ? HINT : 'There is nothing to lie on yet.'}</p>
      {board && (
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="text-xs text-quiet">What is laid</legend>
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
          <div className="min-w-0">
            <span className="text-xs text-quiet">From</span>
            <StockSelect label="From" value={stock} onChange={(id) => put({ stock: id })} />
          </div>
          <label>
            <span className="text-xs text-quiet">Name</span>
            <input
              className="field"
              value={name}
              maxLength={80}
              onChange={(e) => put({ name: e.target.value })}
            />
          </label>
        </div>
      )}
      {ASKED.map(([which, label], n) => (
        <EdgeField key={which} label={label} value={asked[which]} onPick={(stored) => takeEdge(n, stored)} />
      ))}
      <MeasureField
        label="Runs past the lower edge by"
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
            label={end === 'starts' ? 'Along them from' : 'to'}
            showLabel
            optional
            placeholder="where the first edge does"
            value={asked[end]}
            onCommit={(text) => (put({ [end]: text }), null)}
          />
        ))}
      </div>
      <div className="grid">
        {(
          [
            ['down', 'Its grain runs down the slope'],
            ['trims', 'Trim what it lies on'],
            ['bevels', 'Bevel where its upper edge meets wood'],
          ] as const
        ).map(([option, says]) => (
          <label key={option} className="flex min-h-8 items-center gap-2 pointer-coarse:min-h-11">
            <input
              type="checkbox"
              checked={asked[option]}
              onChange={(e) => put({ [option]: e.target.checked })}
            />
            {says}
          </label>
        ))}
      </div>
      <p role="status" className="min-h-10">
        {found && !('why' in found) ? fractions(tellOf(found)) : null}
      </p>
      <p role="alert" className="min-h-5 text-pencil">
        {why ?? (found && 'why' in found ? found.why : null)}
      </p>
      <button ref={main} className="btn btn-main justify-center">
        Lay it
      </button>
    </form>
  )
}

/** What laying it will do, before it is done. */
function tellOf({ degrees, trimmed, bevelled }: Laid): string {
  const says = [`It leans by ${Number(degrees.toFixed(1))}°.`]
  if (trimmed.length > 0) says.push(`Trimmed to its underside: ${trimmed.join(', ')}.`)
  if (bevelled) says.push(`Its upper edge and ${bevelled} are bevelled where they meet.`)
  return says.join(' ')
}
