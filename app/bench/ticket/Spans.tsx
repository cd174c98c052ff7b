/** Where a piece starts and ends, as sentences with the measures in them. */
import { measureText } from '../../../core/measure'
import { Plus, X } from 'lucide-react'
import { memo, useMemo, useState } from 'react'
import { change, FACTS, type Direction, type Fact, type Group, type MadePiece } from '../../../core/document'
import { AXIS_OF, facing } from '../../../core/pieces'
import { keyOf, type Stretch } from '../../../core/resolve'
import { run, useOpen, whenSettled } from '../../store/open'
import { sameEntries, useShown } from '../../store/useShown'
import { Because } from '../../ui/Because'
import { Choice } from '../../ui/Choice'
import { Len } from '../../ui/Len'
import { MeasureField } from '../../ui/MeasureField'
import { sayRefusal } from '../../ui/refusal'
import { samePiece } from './samePiece'

const SAYS: Readonly<Record<Fact, string>> = {
  start: 'starts at',
  end: 'ends at',
  centre: 'centre at',
  size: 'measures',
}
/** In a line of its own. */
const SHORT: Readonly<Record<Fact, string>> = { start: 'from', end: 'to', centre: 'centre', size: 'size' }
const TITLE: Readonly<Record<Direction, string>> = { across: 'Across', deep: 'Deep', up: 'Up' }

export function Spans({ piece }: { piece: MadePiece | Group }) {
  return (
    <div>
      {(['across', 'deep', 'up'] as const).map((direction) => (
        <SpanRow key={direction} piece={piece} direction={direction} />
      ))}
    </div>
  )
}

/** Where a piece is now, as a measure of this fact; null where that is not known. */
function standsAt(piece: string, direction: Direction, fact: Fact): string | null {
  const { shown } = useOpen.getState()
  const found = shown.result(keyOf.place(piece, direction))
  const stretch = found?.ok ? (found.value as readonly Stretch[])[0] : undefined
  if (!stretch) return null
  const { start, size } = stretch
  return measureText({ start, size, end: start + size, centre: start + size / 2 }[fact], shown.style)
}

/** How likely a figure is meant for a fact: its length, then where it stands the way it is thin. */
function likely(of: MadePiece | Group, direction: Direction, fact: Fact): number {
  const { room } = 'facing' in of ? facing(of.facing) : { room: [0, 1, 2] }
  const own = room.indexOf(AXIS_OF[direction])
  if (fact === 'size') return own
  return own === 2 ? 3 : 4 + own
}

/** Says a fact as another that holds as well, once it is known where the piece stands now. */
function turnFact(id: string, direction: Direction, instead: Fact, fact: Fact): void {
  const { shown, fault, project } = useOpen.getState()
  if (!shown.settled && !fault) return whenSettled(() => turnFact(id, direction, instead, fact))
  const now = project.pieces.find((p) => p.id === id) ?? project.groups.find((g) => g.id === id)
  const before = now && 'spans' in now ? now.spans[direction][instead] : undefined
  if (before === undefined) return
  const text = standsAt(id, direction, fact) ?? before
  sayRefusal(run(change.setFact({ id, direction, fact, text, instead })))
}

const IN_LINE =
  'measure min-h-7 shrink-0 rounded-sm px-0.5 text-xs text-quiet hover:bg-ground pointer-coarse:min-h-11'
const IN_FULL =
  'measure min-h-8 w-23 shrink-0 rounded-sm border border-transparent bg-transparent ' +
  'hover:border-hairline pointer-coarse:min-h-11'

interface RowProps {
  readonly piece: MadePiece | Group
  readonly direction: Direction
}

/** All that a row reads of its piece. */
const sameRow = (a: RowProps, b: RowProps): boolean =>
  samePiece('repeat', 'stock', 'facing')(a, b) &&
  a.direction === b.direction &&
  a.piece.spans[a.direction] === b.piece.spans[b.direction]

const SpanRow = memo(function SpanRow({ piece, direction }: RowProps) {
  const readOnly = useOpen((s) => s.readOnly)
  const [adding, setAdding] = useState<Fact | null>(null)
  const [open, setOpen] = useState(false)
  const span = piece.spans[direction]
  const given = FACTS.filter((fact) => span[fact] !== undefined)
  const place = keyOf.place(piece.id, direction)
  const { size, slips, loose, loop } = useShown(
    (shown) => {
      const slip = shown.slip(place)
      const found = shown.result(place)
      return {
        size: found?.ok ? ((found.value as readonly Stretch[])[0]?.size ?? null) : null,
        slips: slip !== undefined,
        loose: slip && !slip.waitsFor && !slip.loop ? slip.message : null,
        loop: slip?.loop ? slip.message : null,
      }
    },
    [place],
    sameEntries,
  )
  const { repeat } = piece
  const stock = 'stock' in piece ? piece.stock : null
  // Equal gaps place a piece themselves; another repeat starts from where it stands.
  const repeats = repeat?.kind === 'even' && repeat.direction === direction
  const locals = useMemo(() => (stock ? { T: keyOf.stock(stock, 'thickness') } : undefined), [stock])
  const free = FACTS.filter((f) => !given.includes(f) && !(repeats && f !== 'size'))

  const put = (fact: Fact) => (text: string) => {
    const why = run(change.setFact({ id: piece.id, direction, fact, text }))
    if (!why) setAdding(null)
    return why
  }

  const which = (fact: Fact, look: { readonly className: string; readonly shows?: string }) => (
    <Choice
      label={`${TITLE[direction]}: which dimension`}
      value={fact}
      disabled={readOnly}
      of={[fact, ...free].map((f) => [f, SAYS[f]])}
      onPick={(f) => turnFact(piece.id, direction, fact, f)}
      {...look}
    />
  )
  const measures = (fact: Fact) => ({
    label: `${TITLE[direction]} ${SAYS[fact]}`,
    value: span[fact]!,
    at: keyOf.fact(piece.id, direction, fact),
    ...(locals && { locals }),
    along: direction,
    likely: likely(piece, direction, fact),
  })

  return (
    <section className="border-t border-hairline py-0.5" aria-label={TITLE[direction]}>
      <div className="flex items-start gap-1">
        <h4 className="flex min-h-7 w-22 shrink-0 items-center justify-between gap-1">
          <button
            className="btn btn-quiet -ml-1.5 min-h-7 px-1.5 font-semibold"
            aria-expanded={open}
            title={open ? 'Fold' : 'All dimensions of this direction'}
            onClick={() => setOpen(!open)}
          >
            {TITLE[direction]}
          </button>
          {size !== null && (
            <Because of={place}>
              <Len mm={size} />
            </Because>
          )}
        </h4>
        {!open && (
          <div className="flex min-w-0 flex-1 items-start gap-1 pl-1.5">
            {given.map((fact) => (
              <div key={fact} className="flex min-w-0 flex-1 items-start focus-within:flex-[2.5]">
                {which(fact, { className: IN_LINE, shows: SHORT[fact] })}
                <MeasureField
                  {...measures(fact)}
                  compact
                  optional
                  onCommit={(text) =>
                    text ? put(fact)(text) : run(change.clearFact({ id: piece.id, direction, fact }))
                  }
                />
              </div>
            ))}
            {given.length < 2 && free.length > 0 && !readOnly && (
              <button
                className="btn btn-quiet btn-icon ml-auto min-h-7 min-w-7 px-1 text-quiet"
                aria-label="Add dimension"
                title="Add a dimension: start, end, centre or size"
                onClick={() => {
                  setOpen(true)
                  setAdding(free[0]!)
                }}
              >
                <Plus size={14} />
              </button>
            )}
          </div>
        )}
      </div>
      {open && (
        <>
          {given.map((fact) => (
            <div key={fact} className="mb-1 flex items-start gap-1">
              {which(fact, { className: IN_FULL })}
              <MeasureField {...measures(fact)} pickable={fact !== 'size'} onCommit={put(fact)} />
              {!readOnly && (
                <button
                  className="btn btn-quiet btn-icon"
                  aria-label={`Clear ${TITLE[direction].toLowerCase()} ${fact}`}
                  title="Clear"
                  onClick={() => run(change.clearFact({ id: piece.id, direction, fact }))}
                >
                  <X size={14} />
                </button>
              )}
            </div>
          ))}
        </>
      )}
      {repeats && <p className="text-quiet">placed by its even spacing</p>}
      {open && given.length < 2 && size !== null && !given.includes('size') && !slips && (
        <p className="measure text-quiet">
          {SAYS.size} <Len mm={size} />, from {stock ? 'its stock' : 'its pieces'}
        </p>
      )}
      {loose && <p className="text-pencil">{loose}</p>}
      {loop && <p className="text-pencil">{loop}</p>}
      {open && adding && (
        <div className="mb-1 flex items-start gap-1">
          <Choice
            label={`${TITLE[direction]}: new dimension`}
            className="measure min-h-8 w-23 shrink-0 bg-transparent"
            value={adding}
            of={free.map((f) => [f, SAYS[f]])}
            onPick={setAdding}
          />
          <MeasureField
            label={`${TITLE[direction]} ${SAYS[adding]}`}
            value=""
            {...(locals && { locals })}
            pickable={adding !== 'size'}
            along={direction}
            optional
            autoFocus
            onCommit={(text) => (text ? put(adding)(text) : (setAdding(null), null))}
          />
          <button className="btn btn-quiet btn-icon" aria-label="Cancel" onClick={() => setAdding(null)}>
            <X size={14} />
          </button>
        </div>
      )}
      {open && !adding && free.length > 0 && !readOnly && (
        <button className="btn btn-quiet -ml-2 text-quiet" onClick={() => setAdding(free[0]!)}>
          <Plus size={14} /> Add dimension
        </button>
      )}
    </section>
  )
}, sameRow)
