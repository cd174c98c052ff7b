/** Joining: all contacts found, those that look alike together; one press makes them all. */
import { useState } from 'react'
import { toast } from 'sonner'
import { change, freeId, type Joint } from '../../../../core/document'
import type { Offer, Typed } from '../../../../core/joints/offers'
import { pieceOf } from '../../../../core/resolve'
import { useAnswer } from '../../../store/answer'
import { sayFault } from '../../../store/hands'
import { askModel } from '../../../store/modelling'
import { run, useOpen } from '../../../store/open'
import { Choice } from '../../../ui/Choice'
import { Faulted } from '../../../ui/Faulted'
import { fractions } from '../../../ui/fractions'
import { LineDrawing } from '../../../ui/LineDrawing'
import { Sentence } from '../../../ui/Sentence'
import { useBench } from '../../asks'
import { ToolPanel } from '../panel/ToolPanel'
import { figuresOf, useStagePreview } from '../../handles/JointKnobs'
import { RecordForm } from '../../steps/RecordForm'

/** What is settled of an offer: which joint, what was typed of it, and the pairs it leaves out. */
interface Settled {
  readonly kind: string
  readonly typed: Required<Typed>
  readonly left: ReadonlySet<string>
}
const NONE: ReadonlySet<string> = new Set()
const UNTYPED: Required<Typed> = { fields: {}, options: {} }

/** As it is offered: the likeliest joint, everywhere. */
const likely = ({ kinds }: Offer): Settled => ({ kind: kinds[0]!.kind, typed: UNTYPED, left: NONE })

/** Makes the joints of offers as they are settled, in one step; gives a sentence when it cannot. */
async function makeJoints(offers: ReadonlyArray<readonly [Offer, Settled]>): Promise<string | null> {
  const { project } = useOpen.getState()
  try {
    const ids = project.joints.map((j) => j.id)
    const made: Joint[] = []
    for (const [{ key }, { kind, typed, left }] of offers)
      for (const j of await askModel(project, ({ remote }) => remote.joints(key, kind, typed, [...left]))) {
        const id = freeId('j', ids)
        ids.push(id)
        made.push({ ...j, id })
      }
    const says = `${made.length} ${made.length === 1 ? 'joint' : 'joints'}`
    const refused = run(change.addJoints({ joints: made }), `Add ${says}`)
    if (refused) return refused
    useBench.setState({ patches: [] })
    toast(`${says} added`)
    return null
  } catch (error) {
    return sayFault(error, 'The joints could not be added')
  }
}

export function JoinPanel() {
  const readOnly = useOpen((s) => s.readOnly)
  const [settled, settle] = useState<ReadonlyMap<string, Settled>>(new Map())
  const [why, setWhy] = useState<string | null>(null)
  const chosen = useOpen((s) => s.chosen)
  const few = useOpen((s) => s.shown.instances.length < 2)
  const joined = useOpen((s) => s.project.joints.length > 0)
  const pieces = [...new Set(chosen.map(pieceOf))]
  const { answer: offers, fault, again } = useAnswer(pieces.join(), (hand) => hand.offers(pieces))
  const of = (offer: Offer): Settled => {
    const now = settled.get(offer.key)
    return now && offer.kinds.some((k) => k.kind === now.kind) ? now : likely(offer)
  }
  const left = (o: Offer) => o.contacts.filter((c) => !of(o).left.has(c.pair)).length
  const fresh = offers?.filter((o) => !o.more) ?? []
  const held = offers?.filter((o) => o.more) ?? []
  const count = fresh.reduce((n, o) => n + left(o), 0)
  const [active, setActive] = useState<string | null>(null)
  const card = (o: Offer) => (
    <OfferCard
      key={o.key}
      offer={o}
      settled={of(o)}
      settle={(now) => settle(new Map(settled).set(o.key, now))}
      active={(active ?? offers?.[0]?.key) === o.key}
      alone={fresh.length === 1 && !o.more}
      onActive={() => setActive(o.key)}
    />
  )
  const all = fresh.map((o) => [o, of(o)] as const)
  return (
    <ToolPanel
      title="Join"
      hint={
        pieces.length >= 2
          ? 'Where the chosen pieces touch'
          : 'Where pieces touch. Choose two or more (Shift) for theirs alone.'
      }
      main={count === 0 ? 'Add joints' : `Add ${count} ${count === 1 ? 'joint' : 'joints'}`}
      off={readOnly || count === 0}
      why={why}
      plain
      closes
      mainFirst
      onMain={() => void makeJoints(all).then(setWhy)}
    >
      {fault ? (
        <Faulted says={fault} again={again} />
      ) : !offers ? (
        <p role="status">Looking where pieces touch…</p>
      ) : (
        offers.length === 0 && (
          <p>
            {few
              ? 'There are no two pieces to join yet.'
              : joined
                ? 'All pieces that touch are joined.'
                : 'No pieces touch. Move one against another first, on its ticket or by Set against (A).'}
          </p>
        )
      )}
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-3">{fresh.map(card)}</ul>
      {held.length > 0 && (
        <>
          <h3 className="mt-2 font-semibold">Already joined: add fasteners</h3>
          <ul className="grid grid-cols-[minmax(0,1fr)] gap-3">{held.map(card)}</ul>
        </>
      )}
    </ToolPanel>
  )
}

interface OfferProps {
  readonly offer: Offer
  readonly settled: Settled
  readonly settle: (now: Settled) => void
  /** It is the one that is looked at: its figure stands in the picture. */
  readonly active: boolean
  /** The foot of the panel adds it. */
  readonly alone: boolean
  readonly onActive: () => void
}

function OfferCard({ offer, settled, settle, active, alone, onActive }: OfferProps) {
  const { key, says, kinds, contacts } = offer
  const readOnly = useOpen((s) => s.readOnly)
  const { kind, typed, left } = settled
  const [why, setWhy] = useState<string | null>(null)
  const {
    answer: proposed,
    fault,
    again,
  } = useAnswer(`${kind} ${key}`, (hand) => hand.propose(key, kind, typed), JSON.stringify(typed))
  const taken = contacts.filter((c) => !left.has(c.pair))
  const pairs = [...new Set(contacts.map((c) => c.pair))]
  const show = (yes: boolean) => {
    useBench.setState({ patches: yes ? taken : [] })
    if (yes) onActive()
  }
  const put = (more: Typed) =>
    settle({
      ...settled,
      typed: { fields: { ...typed.fields, ...more.fields }, options: { ...typed.options, ...more.options } },
    })
  useStagePreview(
    active && proposed?.seat
      ? { seat: proposed.seat, figures: figuresOf(proposed.asked, proposed.fields), locals: proposed.locals }
      : null,
    (name, text) => (put({ fields: { [name]: text } }), null),
  )

  return (
    <li
      className={`border bg-ground p-3 ${active ? 'border-chalk' : 'border-hairline'}`}
      onMouseEnter={() => show(true)}
      onMouseLeave={() => show(false)}
      onFocus={onActive}
    >
      <h3 className="measure mb-1 font-semibold whitespace-normal">{fractions(says)}</h3>
      <Choice
        className="field mb-1"
        label={`Joint for ${says}`}
        value={kind}
        of={kinds.map((k) => [k.kind, k.title])}
        onPick={(k) => settle({ ...settled, kind: k, typed: UNTYPED })}
      />
      {fault && <Faulted says={fault} again={again} />}
      {active && proposed && <JointDrawing offer={key} kind={kind} typed={typed} title={says} />}
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
                    onChange={() => settle({ ...settled, left: toggled(left, pair) })}
                  />
                  {those[0]!.says}
                  {those.length > 1 ? ` (${those.length})` : ''}
                </label>
              </li>
            )
          })}
        </ul>
      )}
      {proposed && (
        <div className="grid gap-1">
          <RecordForm
            fields={proposed.asked}
            choices={proposed.choices}
            record={proposed}
            locals={proposed.locals}
            disabled={readOnly}
            onChoice={(option, value) => put({ options: { [option]: value } })}
            onField={(field, now) => (put({ fields: { [field]: now } }), null)}
          />
        </div>
      )}
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      {!alone && (
        <button
          className="btn mt-2"
          disabled={readOnly || !proposed || taken.length === 0}
          onClick={() => void makeJoints([[offer, { kind, typed, left }]]).then(setWhy)}
        >
          Add only {taken.length === 1 ? 'this joint' : `these ${taken.length}`}
        </button>
      )}
    </li>
  )
}

/** The joint as it would be, its two pieces drawn apart. */
function JointDrawing({
  offer,
  kind,
  typed,
  title,
}: {
  offer: string
  kind: string
  typed: Typed
  title: string
}) {
  const { answer: drawn } = useAnswer(
    `drawn ${kind} ${offer}`,
    async (hand) => hand.drawn(offer, kind, typed),
    JSON.stringify(typed),
  )
  return (
    <div className="mb-2 h-36 bg-panel">
      {drawn && (
        <LineDrawing drawn={drawn} className="h-full w-full" aria-label={`How it comes apart: ${title}`} />
      )}
    </div>
  )
}

const toggled = (set: ReadonlySet<string>, one: string): Set<string> =>
  new Set(set.has(one) ? [...set].filter((k) => k !== one) : [...set, one])
