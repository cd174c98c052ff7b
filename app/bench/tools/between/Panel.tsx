/** A new board by faces: from this one to that, lying on a third; once all are picked, it is put in. */
import { useEffect, useRef } from 'react'
import { toast } from 'sonner'
import * as z from 'zod'
import { change, freeId, freeName, takenIds, type MadePiece, type Project } from '../../../../core/document'
import { AXIS_OF, DIRECTION_OF, facing, hull, vec3, type Box, type Vec3 } from '../../../../core/pieces'
import { toShown } from '../../../../core/measure'
import { tryMeasure } from '../../../../core/resolve'
import { chooseNew, pick, pickInTurn, run, useOpen } from '../../../store/open'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { leaveTool } from '../../asks'
import { faceNamed, lookingInward, standBetween, type Faces, type Standing } from './between'
import { nameFor } from '../../placing/names'
import { StanceButton } from '../../ticket/Stance'
import { StockSelect } from '../../ticket/StockSelect'
import { focusMain, Labelled, TextField, ToolPanel } from '../panel/ToolPanel'

const ASKED = [
  ['from', 'From this face'],
  ['to', 'To that face'],
  ['on', 'Lying on'],
] as const
const LABELS = ASKED.map(([, label]) => label)
const NONE: Faces = { from: '', to: '', on: '' }

/** The faces that the last board was put between, for another one there. */
let before: { readonly project: string; readonly faces: Faces } | null = null

function facesBefore({ id, pieces, groups }: Project): Faces {
  if (before?.project !== id) return NONE
  const there = (text: string) => {
    const named = faceNamed(text)?.piece.split('#')[0]
    return named !== undefined && [...pieces, ...groups].some((x) => x.id === named)
  }
  return there(before.faces.from) && there(before.faces.to) ? before.faces : NONE
}

const BetweenForm = z.object({
  stock: z.string().min(1, 'Choose the stock'),
  from: z.string(),
  to: z.string(),
  on: z.string(),
  /** Which way it is thin; null for what follows from the faces. */
  thin: z.enum(['across', 'deep', 'up']).nullable(),
  /** Null for what is proposed. */
  name: z.string().nullable(),
})
type BetweenForm = z.infer<typeof BetweenForm>

export function BetweenPanel() {
  const project = useOpen((s) => s.project)
  const last = [...project.pieces].reverse().find((p): p is MadePiece => p.kind === 'made')
  const form = useDraftForm<BetweenForm>('between', BetweenForm, () => ({
    stock: last?.stock ?? '',
    ...facesBefore(project),
    thin: null,
    name: null,
  }))
  const { values, set, submit, why } = form
  const { stock, name, thin } = values
  /** Both faces were pressed on the bench, and none of them typed. */
  const picked = useRef(false)
  const wood = project.stock.find((s) => s.id === stock)
  const wide = !wood || wood.width === null || wood.kind === 'sheet'
  const stands = standBetween(values, wide, last?.facing ?? null, thin)
  const names = [...project.pieces, ...project.groups].map((x) => x.name)
  const proposed = 'facing' in stands ? freeName(called(stands), names) : ''

  function put(told: BetweenForm): string | null {
    const of = picked.current ? { ...told, ...lookingInward(told, boxOf) } : told
    const found = standBetween(of, wide, last?.facing ?? null, of.thin)
    if ('why' in found) return found.why
    const id = freeId('p', takenIds(project))
    const { facing, spans } = found
    const group = groupOf(project, of)
    const named = of.name?.trim() || freeName(called(found), names)
    const refused = run(
      change.addPiece({ kind: 'made', id, name: named, stock: of.stock, facing, spans, group }),
    )
    if (refused) return refused
    if (of.from !== told.from || of.to !== told.to)
      toast(`${named} runs from ${say(of.from)} to ${say(of.to)}: those look at each other`)
    before = { project: project.id, faces: { from: of.from, to: of.to, on: '' } }
    leaveTool()
    chooseNew([id])
    return null
  }

  // What is picked last is put in as all else stands then, not as it stood when the panel was opened.
  const latest = useRef({ set, submit, put })
  useEffect(() => {
    latest.current = { set, submit, put }
  })
  useEffect(() => {
    if (useOpen.getState().project.pieces.length > 0)
      pickInTurn(LABELS, (stored, n) => {
        // Faces picked take the place of those that were there from the last board.
        latest.current.set({ ...(n === 0 && { to: '', on: '' }), [ASKED[n]![0]]: stored })
        if (n === 0) picked.current = true
        if (n === 1) focusMain()
        if (n === ASKED.length - 1) latest.current.submit(latest.current.put)
      })
    return () => pick(null)
  }, [])

  return (
    <ToolPanel
      title="Board between"
      hint={
        project.pieces.length > 0
          ? 'Enter inserts it; or click the face it lies on.'
          : 'There is nothing to start from yet. Add a first board (B).'
      }
      main="Insert"
      missing={stock === '' ? 'Choose the stock' : 'why' in stands ? stands.why : null}
      why={why}
      // With the faces of the last board there, Enter puts another one in.
      mainFirst
      onMain={() => submit(put)}
    >
      <Labelled label="From">
        <StockSelect label="From" value={stock} onChange={(id) => set({ stock: id })} />
      </Labelled>
      {ASKED.map(([side, label]) => (
        <MeasureField
          key={side}
          label={label}
          showLabel
          pickable
          optional
          placeholder={side === 'on' ? 'none: level with the first' : 'a face'}
          value={values[side]}
          onCommit={(text) => {
            picked.current = false
            set({ [side]: text })
            return null
          }}
        />
      ))}
      {'facing' in stands && values.on === '' && (
        <div role="group" aria-label="Stands" className="flex gap-1">
          {DIRECTION_OF.map((d) => {
            const way = standBetween(values, wide, null, d)
            // Along its length it cannot be thin.
            if (!('facing' in way) || facing(way.facing).room[2] !== AXIS_OF[d]) return null
            const on = way.facing === stands.facing
            return <StanceButton key={d} id={way.facing} on={on} onPick={() => set({ thin: d })} />
          })}
        </div>
      )}
      <TextField label="Name" value={name ?? proposed} onChange={(name) => set({ name })} />
    </ToolPanel>
  )
}

/** Where a piece or a group stands. */
function boxOf(key: string): Box | null {
  const { shown } = useOpen.getState()
  const instance = shown.byKey.get(key) ?? shown.byId.get(key)?.instances[0]
  return instance?.box ?? shown.groups.find((g) => g.id === key)?.boxes[0] ?? null
}

/** A face as a maker reads it. */
const say = (face: string): string => toShown(face, useOpen.getState().shown.sayRef)

/** What it is mostly called where it would stand. */
function called({ facing: stance, spans }: Standing): string {
  const { shown } = useOpen.getState()
  const read = (text: string | undefined) => {
    const found = text === undefined ? null : tryMeasure(shown, text, 'length')
    return found?.ok ? found.value : undefined
  }
  const ends = DIRECTION_OF.map((d) => [read(spans[d].start), read(spans[d].end)] as const)
  const at = ends.map(([a, b]) => (a !== undefined && b !== undefined ? (a + b) / 2 : (a ?? b)))
  const size = vec3((i) => Math.abs((ends[i]![1] ?? 0) - (ends[i]![0] ?? 0)))
  const all = hull(shown.instances.map((i) => i.box))
  return nameFor(stance, at as unknown as Partial<Vec3>, size, all)
}

/** The group that both faces belong to, where it stands once; a board between copies belongs to none. */
function groupOf({ pieces, groups }: Project, { from, to }: Faces): string | null {
  const [a, b] = [from, to].map((text) => {
    const id = faceNamed(text)?.piece
    return groups.some((g) => g.id === id) ? id : pieces.find((p) => p.id === id)?.group
  })
  const group = groups.find((g) => g.id === a)
  return group && a === b && !group.repeat && group.placements.length === 0 ? group.id : null
}
