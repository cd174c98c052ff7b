/** In which order all goes together: what is there first, and what goes on it, which way. */
import { Crosshair } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { sayFace, type Vec3 } from '../../core/pieces'
import type { Assembly, Hold, Move, Step } from '../../core/proof/assembly'
import { sayNames } from '../../core/proof/wood'
import { useGo } from '../frame/useReach'
import { useAnswer } from '../store/answer'
import { useOpen } from '../store/open'
import { fly } from './fly'
import { Waiting } from '../ui/Waiting'

export function Together() {
  const { answer: all, fault, again } = useAnswer('together', (hand) => hand.assemblies())
  const names = useNames()
  if (!all) return <Waiting says="Working out the order…" fault={fault} again={again} />
  return (
    <main className="h-full overflow-auto p-4">
      <div className="mx-auto max-w-3xl">
        {all.length === 0 && (
          <p className="text-quiet">
            No two pieces are joined yet. With joints made on the bench, the order they go together in stands
            here.
          </p>
        )}
        {alike(all, names).map(({ of, more }) => (
          <Steps key={of.pieces[0]} of={of} more={more} />
        ))}
        {all.length > 0 && (
          <p className="text-quiet">
            A dry fit in this order, without glue, shows whether the shop agrees. Screws, pins and keys go in
            when the pieces they hold are together.
          </p>
        )}
      </div>
    </main>
  )
}

const WORDS: ReadonlyArray<readonly [Vec3, string]> = [
  [[1, 0, 0], 'moving right'],
  [[-1, 0, 0], 'moving left'],
  [[0, 1, 0], 'moving back'],
  [[0, -1, 0], 'moving to the front'],
  [[0, 0, 1], 'moving up'],
  [[0, 0, -1], 'moving down'],
]
export function sayWay(way: Vec3): string {
  const along = (w: Vec3) => w[0] * way[0] + w[1] * way[1] + w[2] * way[2]
  if (Math.hypot(...way) < 0.5) return 'staying where it is'
  const near = WORDS.filter(([w]) => along(w) > 0.3).sort(([a], [b]) => along(b) - along(a))
  if (near.length === 0) return 'along its lean'
  if (along(near[0]![0]) > 0.98) return near[0]![1]
  return `moving ${near.map(([, says]) => says.replace(/^moving (to the )?/, '')).join(' and ')}`
}

/** Names without the numbers of copies. */
const plain = (name: string): string => name.replace(/ #[\d·]+$/, '')

interface Alike {
  readonly of: Assembly
  /** The first of each of the others that go together in the same way. */
  readonly more: readonly string[]
}

/** Those that go together in the same way are told once. */
function alike(all: readonly Assembly[], names: (key: string) => string): Alike[] {
  const marks = new Map<string, { of: Assembly; more: string[] }>()
  const keys = (k: readonly string[]) => k.map((key) => plain(names(key))).join()
  const mark = (a: Assembly): string =>
    JSON.stringify([
      a.before.map(mark),
      keys(a.first),
      a.steps.map((s) => s.moves.map((m) => [keys(m.parts), m.way.map((w) => w.toFixed(2))])),
      keys(a.stuck),
    ])
  for (const a of all) {
    const found = marks.get(mark(a))
    if (found) found.more.push(a.first[0] ?? a.pieces[0]!)
    else marks.set(mark(a), { of: a, more: [] })
  }
  return [...marks.values()]
}

function Steps({ of, more = [] }: { of: Assembly; more?: readonly string[] }) {
  const names = useNames()
  const list = (keys: readonly string[]) => sayNames(keys.map(names), 6)
  return (
    <section className="mb-6" aria-label={`Assembly order: ${list(of.pieces)}`}>
      {of.before.map((b) => (
        <div key={b.pieces[0]}>
          <h2 className="mb-1 text-sm text-quiet">Put together by themselves: {list(b.pieces)}</h2>
          <Steps of={b} />
        </div>
      ))}
      {of.before.length > 0 && <h2 className="mb-1 text-sm text-quiet">And then</h2>}
      <ol className="border border-hairline bg-panel">
        {of.first.length > 0 && (
          <Row n={1} keys={of.first} shown={{ there: [], moves: still(of.first), lies: of.lies }}>
            <b>{list(of.first)}</b> first{of.on && `, lying on its ${sayFace(of.on)}`}
            <Held hold={of.hold} list={list} />
          </Row>
        )}
        {of.steps.map((step, n) => (
          <Row
            key={n}
            n={n + 1 + Math.min(1, of.first.length)}
            keys={step.moves.flatMap((m) => m.parts)}
            shown={{ there: thereBefore(of, n), moves: step.moves, lies: of.lies }}
          >
            <Said step={step} list={list} lies={of.lies} />
            <Held hold={step.hold} list={list} />
          </Row>
        ))}
        {of.stuck.length > 0 && (
          <li className="border-t border-hairline p-3 text-pencil">
            {list(of.stuck)} cannot be put together: along every straight way one bars another.
          </li>
        )}
      </ol>
      {of.lies && <p className="mt-1 text-sm text-quiet">Then it is stood up.</p>}
      {more.length > 0 && (
        <p className="mt-1 text-sm text-quiet">
          {more.length === 1 ? 'One more goes' : `${more.length} more go`} together in the same way:{' '}
          {list(more)} first.
        </p>
      )}
    </section>
  )
}

const NOWHERE: Vec3 = [0, 0, 0]
const still = (parts: readonly string[]): Move[] => [{ parts, way: NOWHERE }]
const thereBefore = ({ first, steps }: Assembly, n: number): string[] => [
  ...first,
  ...steps.slice(0, n).flatMap((s) => s.moves.flatMap((m) => m.parts)),
]

type List = (keys: readonly string[]) => string

function Held({ hold, list }: { hold: Hold | null; list: List }) {
  if (!hold) return null
  const until = hold.until.length > 0 ? `until ${list(hold.until)} is on` : 'until its glue or screws hold'
  return (
    <p className="text-sm text-quiet">
      Somebody holds {list(hold.parts)}, or a clamp does, {until}.
    </p>
  )
}

function Said({ step: { moves }, list, lies }: { step: Step; list: List; lies: Vec3 | null }) {
  const way = ({ way: w }: Move) => {
    const down = lies && lies[0] * w[0] + lies[1] * w[1] + lies[2] * w[2] > 0.98
    return down ? 'down onto it' : sayWay(w)
  }
  const [only] = moves
  if (moves.length === 1 && only)
    return (
      <>
        <b>{list(only.parts)}</b>
        {only.parts.length > 1 && ', put together before'}, {way(only)}
      </>
    )
  return (
    <>
      All at once:{' '}
      {moves.map((m, n) => (
        <span key={n}>
          {n > 0 && '; '}
          <b>{list(m.parts)}</b>, {way(m)}
        </span>
      ))}
    </>
  )
}

type ShownStep = {
  readonly there: readonly string[]
  readonly moves: readonly Move[]
  readonly lies: Vec3 | null
}

function Row({
  n,
  keys,
  shown,
  children,
}: {
  n: number
  keys: readonly string[]
  shown: ShownStep
  children: React.ReactNode
}) {
  const go = useGo()
  const id = useOpen((s) => s.project.id)
  return (
    <li className="flex items-center gap-3 border-t border-hairline px-3 py-1.5 first:border-t-0">
      <span className="measure w-6 shrink-0 self-start pt-1 text-right text-quiet">{n}</span>
      <StepDrawing shown={shown} />
      <div className="min-w-0 flex-1">{children}</div>
      <button
        className="btn btn-quiet btn-icon shrink-0"
        aria-label="Show on the bench"
        title="Show on the bench"
        onClick={() => {
          fly(keys.map((instance) => ({ instance })))
          void go(`/project/${id}/bench`)
        }}
      >
        <Crosshair size={14} />
      </button>
    </li>
  )
}

/** Drawn once it comes into view: what is there thinly, what comes to it strongly. */
function StepDrawing({ shown }: { shown: ShownStep }) {
  const box = useRef<HTMLDivElement>(null)
  const [seen, setSeen] = useState(false)
  useEffect(() => {
    const at = new IntersectionObserver((all) => all.some((e) => e.isIntersecting) && setSeen(true), {
      rootMargin: '200px',
    })
    at.observe(box.current!)
    return () => at.disconnect()
  }, [])
  return (
    <div ref={box} className="h-28 w-40 shrink-0 sm:h-36 sm:w-52">
      {seen && <Lines shown={shown} />}
    </div>
  )
}

function Lines({ shown }: { shown: ShownStep }) {
  const mark = JSON.stringify(shown)
  const { answer, fault } = useAnswer(`step:${mark}`, (hand) => hand.step(shown))
  if (fault) return <p className="text-sm text-quiet">Not drawn: {fault}</p>
  if (!answer?.box) return null
  const pen = { fill: 'none', vectorEffect: 'non-scaling-stroke' as const }
  return (
    <svg viewBox={answer.box} className="h-full w-full" aria-hidden>
      <path d={answer.there} stroke="var(--quiet)" strokeWidth="0.75" {...pen} />
      <path d={answer.coming} stroke="var(--ink)" strokeWidth="1.5" {...pen} />
    </svg>
  )
}

function useNames(): (key: string) => string {
  const byKey = useOpen((s) => s.shown.byKey)
  return (key) => byKey.get(key)?.name ?? key
}
