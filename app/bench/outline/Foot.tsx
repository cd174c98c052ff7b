/** Below the sheet: how the outline stands, what is wrong, and what can be said of what is chosen. */
import type { ReactNode } from 'react'
import type { Outline } from '../../../core/document'
import { asSolved, FACT_KINDS, pinned, sizesOf, split, standing, type Solved } from '../../../core/outline'
import { sayLength } from '../../../core/resolve'
import { ownWork } from '../../../core/work'
import { useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { readAll, sayArea, sayTrouble, unitFor } from './board'
import { SayBar, type Saying } from './BoardBar'
import { ChainBar } from './ChainBar'
import { CombineBar } from './CombineBar'
import { corner, addRule } from './rules'
import { Standing } from './Typed'
import type { Drawing } from './useOutline'
import { sayPart } from './words'

interface Props {
  readonly drawing: Drawing
  /** As it stands while a point is carried. */
  readonly now: Solved
  readonly chosen: readonly string[]
  readonly says: string | null
  /** Where the pointer is. */
  readonly hovers: string
  /** The step of round lengths that goes well on the board, millimetres. */
  readonly even: number
  /** Whether nothing is being drawn. */
  readonly picking: boolean
  readonly readOnly: boolean
  readonly write: (mm: number) => string
  readonly valueOf: (text: string) => number | undefined
  readonly put: (next: Outline, did: string) => boolean
  readonly onSay: (why: string) => void
  /** Nothing is chosen any more. */
  readonly onDone: () => void
  readonly onRemove: () => void
  /** Asks for the measure of a part. */
  readonly onOpen: (part: string) => void
  readonly children: ReactNode
}

export function Foot(props: Props) {
  const { drawing, now, chosen, says, hovers, even, picking, readOnly, write, valueOf, put } = props
  const { outline, solved, size, paths } = drawing
  const shown = useOpen((s) => s.shown)
  const length = (mm: number) => sayLength(shown, mm)
  const sizes = sizesOf(paths.paths)
  const openMay = ownWork(drawing.step.kind)?.drawsOpen
  const trouble = paths.troubles.find((t) => !(openMay && t.open))
  const say = (s: Saying) => {
    const told = sayOf(s, chosen, drawing, write)
    if (!told.ok) return props.onSay(told.why)
    if (!put(told.outline, `Say ${s.title}`)) return
    props.onDone()
    if (measures(s)) props.onOpen(told.id)
  }
  return (
    <div className="grid content-start gap-1.5 overflow-y-auto border-t border-hairline bg-panel p-2">
      <div className="flex min-h-8 flex-wrap items-center gap-2">
        <Standing
          drawing={drawing}
          solved={now}
          onPin={() =>
            put(
              pinned(outline, solved, size, write, (o) => drawing.solve(o, readAll(o, valueOf))),
              'Dimension as drawn',
            )
          }
          readOnly={readOnly}
        />
        <span className="measure text-quiet">
          {paths.paths.length > 0 &&
            fractions(`${length(sizes.perimeter)} round · ${sayArea(sizes.area, shown.style.unit)}`)}
        </span>
        <span role="status" className="measure ml-auto text-chalk">
          {fractions(hovers)}
        </span>
      </div>
      {says && (
        <p role="alert" className="text-pencil">
          {fractions(says)}
        </p>
      )}
      {trouble && picking && <p className="text-brass">{fractions(sayTrouble(trouble, length))}</p>}
      {!readOnly && picking && (
        <CombineBar
          drawing={drawing}
          chosen={chosen}
          onMade={(next, did, why) => {
            if (!next) return props.onSay(why)
            if (put(next, did)) props.onDone()
          }}
        />
      )}
      {chosen.length > 0 && !readOnly && picking && (
        <>
          <p className="text-quiet">{chosen.map((p) => sayPart(p, outline)).join(', ')}</p>
          <SayBar
            outline={outline}
            chosen={chosen}
            onSay={say}
            onCorner={(kind) => {
              const round = write(unitFor(size, even) / 2)
              const made = corner(asSolved(outline, solved), chosen[0]!, kind, round)
              if (put(made.outline, 'Treat a corner')) props.onOpen(made.id)
              props.onDone()
            }}
            onSplit={() => {
              put(split(asSolved(outline, solved), chosen[0]!), 'Split a line')
              props.onDone()
            }}
            onRemove={props.onRemove}
          />
          <ChainBar
            key={chosen.join()}
            drawing={drawing}
            chosen={chosen}
            start={write(unitFor(size, even))}
            write={write}
            onMade={(next, did, why) => {
              if (!next) return props.onSay(why)
              if (put(next, did)) props.onDone()
            }}
          />
        </>
      )}
      {props.children}
    </div>
  )
}

const measures = (s: Saying): boolean => FACT_KINDS[s.kind].value !== undefined

/** The outline with that said of the chosen parts; a measure is what it is now. */
function sayOf(s: Saying, chosen: readonly string[], drawing: Drawing, write: (mm: number) => string) {
  const fact = { kind: s.kind, ...(s.way && { way: s.way }) }
  const base = asSolved(drawing.outline, drawing.solved)
  const first = addRule(drawing, base, { ...fact, ...(measures(s) && { value: '1' }) }, chosen)
  if (!measures(s)) return first
  const of = first.ok ? first.outline.facts.at(-1)!.of : [...chosen]
  const now = standing(base, drawing.solved, drawing.size, { ...fact, of }, drawing.values)
  const value = s.kind === 'angle' ? `${Number(now.toFixed(4))}deg` : write(now)
  const from = FACT_KINDS[s.kind].placed && { from: 'near' as const }
  return addRule(drawing, base, { ...fact, ...from, value }, chosen, now)
}
