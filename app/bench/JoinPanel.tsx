/** Joining: all contacts found, those that look alike together; one press makes them all. */
import { useMemo, useState } from 'react'
import { toast } from 'sonner'
import { change, freeId, type Joint } from '../../core/document'
import {
  findContacts,
  groupContacts,
  JOINTS,
  type Contact,
  type ContactGroup,
  type JointKind,
} from '../../core/joints'
import type { Model } from '../../core/model'
import { run, useOpen } from '../store/open'
import { MeasureField } from '../ui/MeasureField'
import { Sentence } from '../ui/Sentence'
import { useBench } from './asks'
import { fractions } from '../ui/Len'

interface Offer {
  readonly group: ContactGroup
  readonly kind: JointKind
}

/** Contacts not joined yet, between chosen pieces when two or more are chosen, that some joint can be made at. */
function offersOf(model: Model, chosen: readonly string[]): Offer[] {
  const pieces = new Set(chosen.map((k) => k.split('#')[0]!))
  const joined = new Set(
    model.project.joints.map((j) => `${j.between[0]!.piece}|${j.between[0]!.face}|${j.between[1]!.piece}`),
  )
  const open = findContacts(model.resolved.instances).filter(
    (c) =>
      !joined.has(pairKey(c)) && (pieces.size < 2 || (pieces.has(c.guest.piece) && pieces.has(c.host.piece))),
  )
  return groupContacts(open).flatMap((group) => {
    const kind = JOINTS.find((k) => k.propose(group.contacts[0]!, model.resolved))
    return kind ? [{ group, kind }] : []
  })
}

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
        {new Set(chosen.map((k) => k.split('#')[0])).size >= 2
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

function OfferCard({ offer: { group, kind }, readOnly }: { offer: Offer; readOnly: boolean }) {
  const model = useOpen((s) => s.model)
  const first = group.contacts[0]!
  const proposal = kind.propose(first, model.resolved)!
  const suggested = typeof proposal.fields.depth === 'string' ? proposal.fields.depth : ''
  const [depth, setDepth] = useState<string | null>(null)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [why, setWhy] = useState<string | null>(null)
  const fields = { ...proposal.fields, depth: depth ?? suggested }
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
            j.between[0]!.piece === c.guest.piece &&
            j.between[0]!.face === c.guestFace &&
            j.between[1]!.piece === c.host.piece,
        )
      )
        continue
      joints.push({
        id: freeId('j', [...ids, ...joints.map((j) => j.id)]),
        kind: p.kind,
        between: p.between,
        fields,
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
      <p className="mb-2">
        {kind.title}. <Sentence says={kind.consequence({ ...proposal, fields }, first, model.resolved)} />.
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
      <MeasureField
        label="Depth"
        showLabel
        value={depth ?? suggested}
        locals={locals(model, first)}
        onCommit={(text) => (setDepth(text), null)}
      />
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

function locals(model: Model, c: Contact): Record<string, string> {
  const stock = model.resolved.byId.get(c.host.piece)?.stock
  return stock ? { T: `stk.${stock.id}.thickness` } : {}
}
