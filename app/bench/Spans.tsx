/** Where a piece starts and ends, as sentences with the measures in them. */
import { Plus, X } from 'lucide-react'
import { useState } from 'react'
import { change, FACTS, type Direction, type Fact, type MadePiece } from '../../core/document'
import { keyOf, type Stretch } from '../../core/resolve'
import { run, useOpen } from '../store/open'
import { sameEntries, useShown } from '../store/useShown'
import { Because } from '../ui/Because'
import { Len } from '../ui/Len'
import { MeasureField } from '../ui/MeasureField'
import { sayRefusal } from '../ui/refusal'

const SAYS: Readonly<Record<Fact, string>> = {
  start: 'starts at',
  end: 'ends at',
  centre: 'centre at',
  size: 'measures',
}
const TITLE: Readonly<Record<Direction, string>> = { across: 'Across', deep: 'Deep', up: 'Up' }

export function Spans({ piece }: { piece: MadePiece }) {
  return (
    <div>
      {(['across', 'deep', 'up'] as const).map((direction) => (
        <SpanRow key={direction} piece={piece} direction={direction} />
      ))}
    </div>
  )
}

function SpanRow({ piece, direction }: { piece: MadePiece; direction: Direction }) {
  const readOnly = useOpen((s) => s.readOnly)
  const [adding, setAdding] = useState<Fact | null>(null)
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
  // Equal gaps place a piece themselves; another repeat starts from where it stands.
  const repeats = repeat?.kind === 'even' && repeat.direction === direction
  const locals = { T: keyOf.stock(piece.stock, 'thickness') }
  const free = FACTS.filter((f) => !given.includes(f) && !(repeats && f !== 'size'))

  const put = (fact: Fact) => (text: string) => {
    const why = run(change.setFact({ id: piece.id, direction, fact, text }))
    if (!why) setAdding(null)
    return why
  }

  return (
    <section className="border-t border-hairline py-2" aria-label={TITLE[direction]}>
      <h4 className="mb-1 flex items-baseline justify-between">
        <span className="font-semibold">{TITLE[direction]}</span>
        {size !== null && (
          <span className="text-quiet">
            <Because of={place}>
              <Len mm={size} />
            </Because>
          </span>
        )}
      </h4>
      {given.map((fact) => (
        <div key={fact} className="mb-1 flex items-start gap-1">
          <select
            aria-label={`${TITLE[direction]}: which fact`}
            className={
              'measure min-h-8 w-23 shrink-0 rounded-sm border border-transparent ' +
              'bg-transparent hover:border-hairline'
            }
            value={fact}
            disabled={readOnly}
            onChange={(e) =>
              sayRefusal(
                run(
                  change.setFact({
                    id: piece.id,
                    direction,
                    fact: e.target.value as Fact,
                    text: span[fact]!,
                    instead: fact,
                  }),
                ),
              )
            }
          >
            {[fact, ...free].map((f) => (
              <option key={f} value={f}>
                {SAYS[f]}
              </option>
            ))}
          </select>
          <MeasureField
            label={`${TITLE[direction]} ${SAYS[fact]}`}
            value={span[fact]!}
            at={keyOf.fact(piece.id, direction, fact)}
            locals={locals}
            pickable={fact !== 'size'}
            onCommit={put(fact)}
          />
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
      {repeats && <p className="text-quiet">placed by its even spacing</p>}
      {given.length < 2 && size !== null && !given.includes('size') && !slips && (
        <p className="measure text-quiet">
          {SAYS.size} <Len mm={size} />, from its stock
        </p>
      )}
      {loose && <p className="text-pencil">{loose}</p>}
      {loop && <p className="text-pencil">{loop}</p>}
      {adding && (
        <div className="mb-1 flex items-start gap-1">
          <select
            aria-label={`${TITLE[direction]}: new fact`}
            className="measure min-h-8 w-23 shrink-0 bg-transparent"
            value={adding}
            onChange={(e) => setAdding(e.target.value as Fact)}
          >
            {free.map((f) => (
              <option key={f} value={f}>
                {SAYS[f]}
              </option>
            ))}
          </select>
          <MeasureField
            label={`${TITLE[direction]} ${SAYS[adding]}`}
            value=""
            locals={locals}
            pickable={adding !== 'size'}
            optional
            autoFocus
            onCommit={(text) => (text ? put(adding)(text) : (setAdding(null), null))}
          />
          <button className="btn btn-quiet btn-icon" aria-label="Leave it" onClick={() => setAdding(null)}>
            <X size={14} />
          </button>
        </div>
      )}
      {!adding && free.length > 0 && !readOnly && (
        <button className="btn btn-quiet -ml-2 text-quiet" onClick={() => setAdding(free[0]!)}>
          <Plus size={14} /> fact
        </button>
      )}
    </section>
  )
}
