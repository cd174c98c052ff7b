/** Joining: all contacts found, those that look alike together; one press makes them all. */
import { pieceOf } from '../../core/resolve'
import { useMemo, useState } from 'react'
import { toast } from 'sonner'
import { samePlace, change, freeId, type Joint } from '../../core/document'
import {
  findContacts,
  groupContacts,
  jointKind,
  proposalsAt,
  type Contact,
  type ContactGroup,
  type JointKind,
} from '../../core/joints'
import type { Model } from '../../core/model'
import { run, useOpen } from '../store/open'
import { MeasureField } from '../ui/MeasureField'
import { Sentence } from '../ui/Sentence'
import { useBench } from './asks'
import { jointLocals } from './JointForm'
import { fractions } from '../ui/fractions'

interface Offer {
  readonly group: ContactGroup
  /** What can be made there, the likeliest first. */
  readonly kinds: readonly JointKind[]
}

/**
 * Contacts not joined yet, between chosen pieces when two or more are chosen, that some joint can be made at.
 */
function offersOf(model: Model, chosen: readonly string[]): Offer[] {
  const pieces = new Set(chosen.map(pieceOf))
  const joined = new Set(model.project.joints.flatMap((j) => pairsIn(j)))
  const open = findContacts(model.resolved.instances).filter(
    (c) =>
      !joined.has(twoOf(c.guest.piece, c.host.piece)) &&
      (pieces.size < 2 || (pieces.has(c.guest.piece) && pieces.has(c.host.piece))),
  )
  return groupContacts(open).flatMap((group) => {
    const kinds = proposalsAt(group.contacts[0]!, model.resolved).map((p) => p.kind)
    return kinds.length > 0 ? [{ group, kinds }] : []
  })
}

const twoOf = (a: string, b: string): string => [a, b].sort().join('|')

/** The pairs of pieces a joint holds together. */
const pairsIn = (j: Joint): string[] =>
  j.between.flatMap((a, i) => j.between.slice(i + 1).map((b) => twoOf(a.piece, b.piece)))

const pairKey = (c: Contact): string => `${c.guest.piece}|${c.guestFace}|${c.host.piece}`

export function JoinPanel() {
  const { model, chosen, readOnly } = useOpen()
  const offers = useMemo(() => offersOf(model, chosen), [model, chosen])
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
        {new Set(chosen.map(pieceOf)).size >= 2
          ? 'Where the chosen pieces touch.'
          : 'Where pieces touch and are not joined yet. Choose two or more (Shift) to see only theirs.'}
      </p>
      {offers.length === 0 && (
        <p>
          {model.resolved.instances.length < 2
            ? 'There are no two pieces to join yet.'
            : 'Nothing that touches is left to join.'}
        </p>
      )}
      <ul className="grid gap-3">
        {offers.map((o) => (
          <OfferCard key={o.group.key} offer={o} readOnly={readOnly} />
        ))}
      </ul>
    </div>
  )
}

function OfferCard({ offer: { group, kinds }, readOnly }: { offer: Offer; readOnly: boolean }) {
  const model = useOpen((s) => s.model)
  const first = group.contacts[0]!
  const [name, setName] = useState(kinds[0]!.kind)
  const kind = jointKind(kinds.some((k) => k.kind === name) ? name : kinds[0]!.kind)!
  const proposal = kind.propose(first, model.resolved)!
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [why, setWhy] = useState<string | null>(null)
  const fields = { ...proposal.fields, ...typed }
  // The measures a maker has to settle; the rest can be set on the ticket afterwards.
  const asked = kind
    .fields({ id: 'new', ...proposal, fields }, model.resolved)
    .filter((f) => f.otherwise === undefined)
  const taken = group.contacts.filter((c) => !left.has(pairKey(c)))
  const pairs = [...new Set(group.contacts.map(pairKey))]
  const show = (yes: boolean) =>
    useBench.setState({ patches: yes ? taken.map((c) => `${c.guest.key}|${c.guestFace}|${c.host.key}`) : [] })

  function make() {
    const ids = model.project.joints.map((j) => j.id)
    const joints: Joint[] = []
    for (const c of taken) {
      const p = kind.propose(c, model.resolved)
      if (
        !p ||
        joints.some(
          (j) =>
            j.between[0]!.piece === p.between[0]!.piece &&
            samePlace(j.between[0]!.at, p.between[0]!.at) &&
            j.between[1]!.piece === p.between[1]!.piece,
        )
      )
        continue
      joints.push({
        id: freeId('j', [...ids, ...joints.map((j) => j.id)]),
        kind: p.kind,
        between: p.between,
        fields: { ...p.fields, ...typed },
        options: p.options,
      })
    }
    const refused = run(change.addJoints({ joints }), `Make ${taken.length} joints`)
    setWhy(refused)
    if (!refused) {
      useBench.setState({ patches: [] })
      toast(`${taken.length} ${taken.length === 1 ? 'joint' : 'joints'} made`)
    }
  }

  return (
    <li
      className="border border-hairline bg-ground p-3"
      onMouseEnter={() => show(true)}
      onMouseLeave={() => show(false)}
    >
      <h3 className="measure mb-1 font-semibold whitespace-normal">{fractions(group.says)}</h3>
      <select
        className="field mb-1"
        aria-label={`Joint for ${group.says}`}
        value={kind.kind}
        onChange={(e) => {
          setName(e.target.value)
          setTyped({})
        }}
      >
        {kinds.map((k) => (
          <option key={k.kind} value={k.kind}>
            {k.title}
          </option>
        ))}
      </select>
      <p className="mb-2">
        <Sentence says={kind.consequence({ ...proposal, fields }, first, model.resolved)} />.
      </p>
      {pairs.length > 1 && (
        <ul className="mb-2">
          {pairs.map((pair) => {
            const c = group.contacts.find((x) => pairKey(x) === pair)!
            const n = group.contacts.filter((x) => pairKey(x) === pair).length
            return (
              <li key={pair}>
                <label className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    checked={!left.has(pair)}
                    onChange={() =>
                      setLeft(
                        left.has(pair)
                          ? new Set([...left].filter((k) => k !== pair))
                          : new Set([...left, pair]),
                      )
                    }
                  />
                  {c.guest.name.replace(/ #\d+$/, '')} into {c.host.name.replace(/ #\d+$/, '')}
                  {n > 1 ? ` (${n})` : ''}
                </label>
              </li>
            )
          })}
        </ul>
      )}
      <div className="grid gap-1">
        {asked.map((f) => (
          <MeasureField
            key={`${kind.kind} ${f.name}`}
            label={f.label}
            showLabel
            kind={f.kind}
            value={typeof fields[f.name] === 'string' ? (fields[f.name] as string) : ''}
            locals={jointLocals(proposal, model.project)}
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
        disabled={readOnly || taken.length === 0}
        onClick={make}
      >
        Make {taken.length} {taken.length === 1 ? 'joint' : 'joints'}
      </button>
    </li>
  )
}
