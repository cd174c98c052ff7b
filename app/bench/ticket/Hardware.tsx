/** On the ticket: what is fixed to a piece, its hinges with how far they open, and what else it wants. */
import { FlipHorizontal, Plus, Trash2 } from 'lucide-react'
import { memo, useEffect, useRef, useState } from 'react'
import { change, freeId, type Hardware, type MadePiece } from '../../../core/document'
import { facing } from '../../../core/pieces'
import { keyOf } from '../../../core/resolve'
import { holesOf, type Feature } from '../../../core/work'
import { useAnswer } from '../../store/answer'
import { run, useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { Faulted } from '../../ui/Faulted'
import { fractions } from '../../ui/fractions'
import { MeasureField } from '../../ui/MeasureField'
import { sayRefusal } from '../../ui/refusal'
import { useBench } from '../asks'
import { edgesOf, sayEdge } from './edges'
import { chosenIds } from '../groups'
import { samePiece } from './samePiece'

export const HardwareSection = memo(function HardwareSection({ piece }: { piece: MadePiece }) {
  const readOnly = useOpen((s) => s.readOnly)
  const all = useOpen((s) => s.project.hardware)
  const mine = all.filter((h) => h.on === piece.id || (h.kind === 'hinge' && h.moves.includes(piece.id)))
  return (
    <section className="border-t border-hairline py-2" aria-label="Hardware">
      <h4 className="mb-1 font-semibold">Hardware</h4>
      <ul className="grid gap-2">
        {mine.map((h) => (
          <Item key={h.id} item={h} />
        ))}
      </ul>
      {!readOnly && <NewItem piece={piece} />}
    </section>
  )
}, samePiece('facing'))

function Item({ item }: { item: Hardware }) {
  const readOnly = useOpen((s) => s.readOnly)
  const on = useOpen((s) => s.project.pieces.find((p) => p.id === item.on))
  const moves = useOpen((s) =>
    item.kind === 'hinge'
      ? [...s.project.pieces, ...s.project.groups]
          .filter((x) => item.moves.includes(x.id))
          .map((x) => x.name)
          .join(', ')
      : '',
  )
  const set = (more: object) => run(change.setHardware({ id: item.id, ...more }))
  const turned = (limit: string) => (limit.startsWith('-') ? limit.slice(1) : `-${limit}`)
  return (
    <li className="border border-hairline p-2">
      <div className="flex items-center gap-1">
        <span className="mr-auto font-semibold">{fractions(item.name)}</span>
        {!readOnly && (
          <button
            className="btn btn-quiet btn-icon"
            aria-label={`Delete ${item.name}`}
            title="Delete"
            onClick={() => sayRefusal(run(change.removeHardware({ id: item.id })))}
          >
            <Trash2 size={14} />
          </button>
        )}
      </div>
      {item.kind === 'hinge' && on?.kind === 'made' && (
        <p className="text-quiet">
          {item.at.kind === 'hole'
            ? `About a hole in ${on.name}`
            : `On the ${sayEdge(item.at, facing(on.facing))} of ${on.name}`}
          ; {moves} swings
        </p>
      )}
      <div className="flex items-start gap-1">
        {!(item.kind === 'hinge' && item.at.kind === 'hole') && (
          <MeasureField
            label="How many"
            showLabel
            kind="count"
            value={item.count}
            at={keyOf.hardware(item.id, 'count')}
            onCommit={(count) => set({ count })}
          />
        )}
        {item.kind === 'item' && item.on !== null && (
          <MeasureField
            label="Length"
            showLabel
            optional
            placeholder="of a screw or bolt"
            value={item.length ?? ''}
            at={keyOf.hardware(item.id, 'length')}
            onCommit={(length) => set({ length: length || null })}
          />
        )}
        {item.kind === 'hinge' && (
          <>
            <MeasureField
              label="Opens to"
              showLabel
              kind="angle"
              value={item.limit}
              at={keyOf.hardware(item.id, 'limit')}
              onCommit={(limit) => set({ limit })}
            />
            <MeasureField
              label="Other way"
              showLabel
              optional
              placeholder="not at all"
              kind="angle"
              value={item.back ?? ''}
              at={keyOf.hardware(item.id, 'back')}
              onCommit={(back) => set({ back: back || null })}
            />
            {!readOnly && /^-?[\d.]+(deg|°)?$/.test(item.limit) && (
              <button
                className="btn btn-icon mt-5"
                aria-label="Open it the other way"
                title="Open it the other way"
                onClick={() => sayRefusal(set({ limit: turned(item.limit) }))}
              >
                <FlipHorizontal size={14} />
              </button>
            )}
          </>
        )}
      </div>
      {item.kind === 'hinge' && <SwingIt hinge={item.id} />}
    </li>
  )
}

/** A slider that swings what a hinge moves, on the bench only; and what it meets first on its way. */
function SwingIt({ hinge }: { hinge: string }) {
  const most = useOpen((s) => {
    const limit = s.shown.result(keyOf.hardware(hinge, 'limit'))
    return limit?.ok ? (limit.value as number) : 0
  })
  const back = useOpen((s) => {
    const back = s.shown.result(keyOf.hardware(hinge, 'back'))
    return back?.ok ? Math.abs(back.value as number) : 0
  })
  const way = Math.sign(most)
  const angle = useBench((s) => (s.swing?.hinge === hinge ? s.swing.angle : 0))
  const [asked, ask] = useState(false)
  useEffect(() => () => useBench.setState({ swing: null }), [])
  if (most === 0) return null
  return (
    <div className="mt-1">
      <label className="flex items-center gap-2">
        <span className="text-xs text-quiet">Swing it</span>
        <input
          type="range"
          className="min-w-0 flex-1 accent-(--chalk)"
          min={-back}
          max={Math.abs(most)}
          step={0.5}
          value={way * angle}
          onChange={(e) => {
            ask(true)
            useBench.setState({ swing: { hinge, angle: way * Number(e.target.value) } })
          }}
        />
        <span className="measure w-12 text-right">{way * angle + 0}°</span>
      </label>
      {asked && <FirstContact hinge={hinge} />}
    </div>
  )
}

function FirstContact({ hinge }: { hinge: string }) {
  const { answer: found, fault, again } = useAnswer(`swing ${hinge}`, async (hand) => hand.swing(hinge))
  if (fault) return <Faulted says={fault} again={again} />
  if (!found) return <p className="text-xs text-quiet">Checking the swing…</p>
  if (found.angle === null)
    return <p className="text-xs text-leaf">It opens all the way and meets nothing.</p>
  const at = Math.abs(found.angle)
  return (
    <p className="text-xs text-pencil">
      {found.moved} meets {found.met} at {Number(at.toFixed(1))}°.{' '}
      <button
        className="underline"
        onClick={() => useBench.setState({ swing: { hinge, angle: found.angle! } })}
      >
        Show it there
      </button>
    </p>
  )
}

/** The holes a hinge can turn about: of pins, and those the maker bored. */
function pivotsIn(features: readonly Feature[]) {
  const seen = new Set<string>()
  return features.flatMap((f, n) => {
    const of = f.joint ?? f.step
    const holes = holesOf(f)
    if (!holes || !of || seen.has(of)) return []
    if (f.joint !== null && holes.name !== 'pin hole') return []
    seen.add(of)
    const says = f.partner
      ? `turns about the pin of ${f.partner.name}`
      : `turns about the hole of step ${n + 1}`
    return [{ says, at: { kind: 'hole' as const, of } }]
  })
}

/** A hinge on an edge of the piece, about which it and what else is chosen swings; or any other item. */
function NewItem({ piece }: { piece: MadePiece }) {
  const host = useRef<HTMLDivElement>(null)
  const asked = useBench((s) => s.opening === 'hinge')
  useEffect(() => {
    if (!asked) return
    useBench.setState({ opening: null })
    host.current?.scrollIntoView({ block: 'nearest' })
    host.current?.querySelector<HTMLElement>('[role=combobox]')?.click()
  }, [asked])
  const [name, setName] = useState('')
  const [edge, setEdge] = useState('')
  const features = useOpen((s) => s.shown.features(s.shown.byId.get(piece.id)?.instances[0]?.key ?? ''))
  const lines = [
    ...pivotsIn(features),
    ...edgesOf(facing(piece.facing)).map((e) => ({ says: `hinge at the ${e.says}`, at: e.edge })),
  ]
  const add = () => {
    const { project, chosen } = useOpen.getState()
    const id = freeId(
      'h',
      project.hardware.map((h) => h.id),
    )
    const line = lines.find((e) => e.says === edge)
    const at = line?.at
    const moves = [...new Set([piece.id, ...chosenIds(chosen)])]
    const base = { id, name: name.trim() || (at ? 'Hinge' : ''), on: piece.id, note: '' }
    if (!base.name) return void sayRefusal('Type a name, as in Turned knob, or choose the edge of a hinge')
    const item = at
      ? { ...base, kind: 'hinge' as const, count: '2', at, moves, limit: '90deg' }
      : { ...base, kind: 'item' as const, count: '1', length: null }
    if (!sayRefusal(run(change.addHardware(item)))) return
    setName('')
    setEdge('')
  }
  return (
    <div ref={host} className="mt-1 grid grid-cols-[1fr_1fr_auto] gap-1">
      <input
        className="field"
        aria-label="Name of the hardware"
        placeholder="Turned knob"
        value={name}
        maxLength={80}
        onChange={(e) => setName(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && add()}
      />
      <Choice
        label="Hinged at"
        value={edge}
        of={[['', 'no hinge'], ...lines.map(({ says }) => [says, says] as const)]}
        onPick={setEdge}
      />
      <button className="btn" onClick={add}>
        <Plus size={14} /> Add
      </button>
    </div>
  )
}
