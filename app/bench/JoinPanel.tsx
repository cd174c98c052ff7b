/** Joining: all contacts found, those that look alike together; one press makes them all. */
import { useState } from 'react'
import { toast } from 'sonner'
import { change, freeId, type Joint } from '../../core/document'
import type { Offer } from '../../core/joints/offers'
import { pieceOf } from '../../core/resolve'
import { useAsked } from '../store/asked'
import { sayFault } from '../store/hands'
import { askModel } from '../store/modelling'
import { run, useOpen } from '../store/open'
import { Faulted } from '../ui/Faulted'
import { fractions } from '../ui/fractions'
import { MeasureField } from '../ui/MeasureField'
import { Sentence } from '../ui/Sentence'
import { useBench } from './asks'

export function JoinPanel() {
  const chosen = useOpen((s) => s.chosen)
  const few = useOpen((s) => s.shown.instances.length < 2)
  const pieces = [...new Set(chosen.map(pieceOf))]
  const { answer: offers, fault, again } = useAsked(pieces.join(), (hand) => hand.offers(pieces))
  const close = () => useBench.setState({ panel: 'ticket', patches: [] })
  return (
    <div className="p-4">
      <div className="mb-2 flex items-center justify-between">
        <h2 className="panel-title">Join</h2>
        <button className="btn" onClick={close}>
          Done
        </button>
      </div>
      <p className="mb-3 text-quiet">
        {pieces.length >= 2
          ? 'Where the chosen pieces touch.'
          : 'Where pieces touch and are not joined yet. Choose two or more (Shift) to see only theirs.'}
      </p>
      {fault ? (
        <Faulted says={fault} again={again} />
      ) : !offers ? (
        <p role="status">Looking where pieces touch…</p>
      ) : (
        offers.length === 0 && (
          <p>{few ? 'There are no two pieces to join yet.' : 'Nothing that touches is left to join.'}</p>
        )
      )}
      <ul className="grid gap-3">
        {offers?.map((o) => (
          <OfferCard key={o.key} offer={o} />
        ))}
      </ul>
    </div>
  )
}

function OfferCard({ offer }: { offer: Offer }) {
  const { key, says, kinds, contacts } = offer
  const readOnly = useOpen((s) => s.readOnly)
  const [wanted, want] = useState('')
  const kind = kinds.some((k) => k.kind === wanted) ? wanted : kinds[0]!.kind
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [why, setWhy] = useState<string | null>(null)
  const {
    answer: proposed,
    fault,
    again,
  } = useAsked(`${kind} ${key}`, (hand) => hand.propose(key, kind, typed), JSON.stringify(typed))
  const taken = contacts.filter((c) => !left.has(c.pair))
  const pairs = [...new Set(contacts.map((c) => c.pair))]
  const show = (yes: boolean) => useBench.setState({ patches: yes ? taken : [] })

  async function make() {
    const { project } = useOpen.getState()
    try {
      const joints = await askModel(project, ({ remote }) => remote.joints(key, kind, typed, [...left]))
      const ids = project.joints.map((j) => j.id)
      const made = joints.map((j): Joint => {
        const id = freeId('j', ids)
        ids.push(id)
        return { ...j, id }
      })
      const refused = run(change.addJoints({ joints: made }), `Make ${taken.length} joints`)
      setWhy(refused)
      if (refused) return
      useBench.setState({ patches: [] })
      toast(`${taken.length} ${taken.length === 1 ? 'joint' : 'joints'} made`)
    } catch (error) {
      setWhy(sayFault(error, 'The joints could not be made'))
    }
  }

  return (
    <li
      className="border border-hairline bg-ground p-3"
      onMouseEnter={() => show(true)}
      onMouseLeave={() => show(false)}
    >
      <h3 className="measure mb-1 font-semibold whitespace-normal">{fractions(says)}</h3>
      <select
        className="field mb-1"
        aria-label={`Joint for ${says}`}
        value={kind}
        onChange={(e) => {
          want(e.target.value)
          setTyped({})
        }}
      >
        {kinds.map((k) => (
          <option key={k.kind} value={k.kind}>
            {k.title}
          </option>
        ))}
      </select>
      {fault && <Faulted says={fault} again={again} />}
      <p className="mb-2 min-h-5">
        {proposed && (
          <>
            <Sentence says={proposed.consequence} />.
          </>
        )}
      </p>
      {pairs.length > 1 && (
        <ul className="mb-2">
          {pairs.map((pair) => {
            const those = contacts.filter((c) => c.pair === pair)
            return (
              <li key={pair}>
                <label className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    checked={!left.has(pair)}
                    onChange={() => setLeft(left.has(pair) ? without(left, pair) : new Set([...left, pair]))}
                  />
                  {those[0]!.says}
                  {those.length > 1 ? ` (${those.length})` : ''}
                </label>
              </li>
            )
          })}
        </ul>
      )}
      <div className="grid gap-1">
        {proposed?.asked.map((f) => (
          <MeasureField
            key={`${kind} ${f.name}`}
            label={f.label}
            showLabel
            kind={f.kind}
            value={typeof proposed.fields[f.name] === 'string' ? (proposed.fields[f.name] as string) : ''}
            locals={proposed.locals}
            onCommit={(text) => (setTyped({ ...typed, [f.name]: text }), null)}
          />
        ))}
      </div>
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      <button
        className="btn btn-main mt-2 w-full justify-center"
        disabled={readOnly || !proposed || taken.length === 0}
        onClick={() => void make()}
      >
        Make {taken.length} {taken.length === 1 ? 'joint' : 'joints'}
      </button>
    </li>
  )
}

const without = (set: ReadonlySet<string>, one: string): Set<string> =>
  new Set([...set].filter((k) => k !== one))
