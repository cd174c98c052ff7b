/** The ticket of one piece: its blank, its three spans, its work in steps. */
import { exactText } from '../../../core/measure'
import { FlipHorizontal2, Rows3, Trash2 } from 'lucide-react'
import { useEffect, useRef } from 'react'
import {
  change,
  freeId,
  stepInto,
  takenStepIds,
  type Piece,
  type Project,
  type Step,
} from '../../../core/document'
import { facing } from '../../../core/pieces'
import { keyOf, type Instance } from '../../../core/resolve'
import { isRod, ownWork } from '../../../core/work'
import { useDraft } from '../../store/drafts'
import { choose, firstOf, run, useOpen } from '../../store/open'
import { Because } from '../../ui/Because'
import { fractions } from '../../ui/fractions'
import { Len } from '../../ui/Len'
import { Mark } from '../../ui/Mark'
import { later } from '../../ui/later'
import { MeasureField } from '../../ui/MeasureField'
import { NameField } from '../../ui/NameField'
import { sayRefusal } from '../../ui/refusal'
import { deletePiece } from '../remove'
import { toggleTool } from '../asks'
import { RepeatSection } from './Repeat'
import { Spans } from './Spans'
import { InGroup, Tilts } from './Stands'
import { Stance } from './Stance'
import { StockSelect } from './StockSelect'
import { ComesOut, Weighed } from './Weighed'
import { FORMS, OpenedStep, useOpened, Work } from '../steps/Work'

const HardwareSection = later(async () => (await import('./Hardware')).HardwareSection)

export function PieceTicket({ piece, instance }: { piece: Piece; instance: Instance | null }) {
  // What is opened on it is there before it is.
  useEffect(() => [HardwareSection, ...FORMS].forEach((part) => part.fetch()), [])
  const readOnly = useOpen((s) => s.readOnly)
  const key = instance?.key ?? ''
  const mark = useOpen((s) => s.shown.marks.get(key))
  const features = useOpen((s) => s.shown.features(key))
  const made = piece.kind === 'made' ? piece : null
  const stock = useOpen((s) => s.shown.byId.get(piece.id)?.stock)
  const all = useOpen((s) => s.shown.problems)
  const problems = all.filter((p) => p.piece === piece.id)
  const rod = useOpen((s) => instance !== null && isRod(instance, s.shown))

  const opened = useOpened({ piece, features })
  if (opened) return <OpenedStep piece={piece} {...opened} />

  return (
    <div className="px-4 pt-2 pb-4">
      <header className="flex items-center gap-2">
        {mark !== undefined && <Mark n={mark} />}
        <NameField
          label="Name"
          name={piece.name}
          onRename={(name) => run(change.renamePiece({ id: piece.id, name }))}
        />
      </header>
      {instance && (
        <p className="measure text-lg leading-snug" title="length × width × thickness, before it is shaped">
          <Because of={keyOf.finished(piece.id, 'length')} copy={instance.index}>
            <Len mm={instance.length} />
          </Because>{' '}
          × {rod && '⌀ '}
          <Because of={keyOf.finished(piece.id, 'width')} copy={instance.index}>
            <Len mm={instance.width} />
          </Because>
          {!rod && (
            <>
              {' '}
              ×{' '}
              <Because of={keyOf.finished(piece.id, 'thickness')} copy={instance.index}>
                <Len mm={instance.thickness} />
              </Because>
            </>
          )}
          {instance.flipped && (
            <span className="block text-xs text-quiet">
              Mirror image, measured from the same end and edge
            </span>
          )}
        </p>
      )}
      {instance && <ComesOut of={instance.key} />}
      <InGroup piece={piece} />
      {problems.map((p) => (
        <p
          key={p.id}
          role="alert"
          className={
            'mt-1 border-l-2 pl-2 ' +
            `${p.level === 'stop' ? 'border-pencil text-pencil' : 'border-brass text-brass'}`
          }
        >
          {fractions(p.says)}
        </p>
      ))}
      {made ? (
        <>
          <div className="mt-1 grid gap-1">
            <StockSelect
              value={made.stock}
              label="Stock"
              disabled={readOnly}
              onChange={(id) => sayRefusal(run(change.setPieceStock({ id: piece.id, stock: id })))}
            />
            <Stance
              compact
              label="Stance"
              value={made.facing}
              disabled={readOnly}
              onChange={(id) => sayRefusal(run(change.setFacing({ id: piece.id, facing: id })))}
            />
          </div>
          <Spans piece={made} />
          <RepeatSection of={made} />
        </>
      ) : (
        piece.kind === 'twin' && <TwinSection piece={piece} stock={stock?.stock.name ?? ''} />
      )}

      <Work piece={piece} features={features} />
      {made && <Tilts piece={made} />}
      {made && <HardwareSection piece={made} />}

      <section className="border-t border-hairline py-2">
        <NoteField piece={piece} />
        {instance && <Weighed keys={[instance.key]} />}
      </section>
      {!readOnly && (
        <div className="flex flex-wrap gap-1 border-t border-hairline pt-2">
          {made && (
            <button className="btn" onClick={() => toggleTool({ tool: 'mirror' })}>
              <FlipHorizontal2 size={14} /> Mirror
            </button>
          )}
          {made && !made.repeat && (
            <button className="btn" onClick={() => toggleTool({ tool: 'repeat', kind: 'even' })}>
              <Rows3 size={14} /> Space evenly
            </button>
          )}
          <button className="btn" onClick={() => deletePiece(piece)}>
            <Trash2 size={14} /> Delete
          </button>
        </div>
      )}
    </div>
  )
}

function NoteField({ piece }: { piece: Piece }) {
  const [text, setText] = useDraft(`note ${piece.id}`, piece.note)
  const known = useRef(piece.note)
  useEffect(() => {
    if (known.current !== piece.note) setText((known.current = piece.note))
  }, [piece.note, setText])
  return (
    <label className="block">
      <span className="text-quiet">Note for the shop</span>
      <textarea
        className="field mt-0.5 py-1"
        rows={2}
        value={text}
        maxLength={2000}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => text !== piece.note && sayRefusal(run(change.notePiece({ id: piece.id, note: text })))}
      />
    </label>
  )
}

/** The work of a twin's original, as the twin does it when it follows no more. */
function workOfItsOwn(work: readonly Step[], project: Project, width: number): Step[] {
  const taken = takenStepIds(project)
  const to = new Map(
    work.map((step) => {
      const id = freeId('w', taken)
      taken.push(id)
      return [step.id, id] as const
    }),
  )
  return work.map((step) => ({
    ...stepInto(ownWork(step.kind)?.mirrored(step, width) ?? step, (id) => to.get(id) ?? id),
    id: to.get(step.id)!,
  }))
}

function TwinSection({ piece, stock }: { piece: Extract<Piece, { kind: 'twin' }>; stock: string }) {
  const original = useOpen((s) => s.project.pieces.find((p) => p.id === piece.of))
  const resolved = useOpen((s) => s.shown.byId.get(piece.id))
  const readOnly = useOpen((s) => s.readOnly)
  const own = () => {
    const i = resolved?.instances[0]
    if (!i || original?.kind !== 'made') return
    const spans = Object.fromEntries(
      (['across', 'deep', 'up'] as const).map((d, k) => [
        d,
        d === piece.direction
          ? { start: exactText(i.box.min[k]!), size: exactText(i.box.max[k]! - i.box.min[k]!) }
          : original.spans[d],
      ]),
    ) as typeof original.spans
    sayRefusal(
      run(
        change.giveItsOwn({
          id: piece.id,
          facing: resolved.facing.id,
          spans,
          repeat: original.repeat?.direction === piece.direction ? null : original.repeat,
          work: workOfItsOwn(
            original.work,
            useOpen.getState().project,
            i.shoulder.max[1] - i.shoulder.min[1],
          ),
        }),
      ),
    )
  }
  return (
    <section className="mt-3 border-t border-hairline py-2">
      <p className="mb-2">
        Mirrored twin of{' '}
        <button className="text-chalk underline" onClick={() => choose(firstOf(piece.of))}>
          {original?.name ?? 'a deleted piece'}
        </button>
        , from {fractions(stock)}, {facing(resolved?.facing.id ?? '').name}. It follows its original.
      </p>
      <MeasureField
        label={`Mirror plane, ${piece.direction}`}
        showLabel
        value={piece.about}
        at={keyOf.mirror(piece.id)}
        pickable
        onCommit={(about) => run(change.setMirror({ id: piece.id, about, direction: piece.direction }))}
      />
      {!readOnly && (
        <button className="btn mt-1" onClick={own}>
          Make independent
        </button>
      )}
    </section>
  )
}
