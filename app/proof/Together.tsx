/** In which order all goes together: what is there first, and what goes on it, which way. */
import { Crosshair } from 'lucide-react'
import type { Vec3 } from '../../core/pieces'
import type { Assembly, Move } from '../../core/proof/assembly'
import { useGo } from '../frame/useReach'
import { useAsked } from '../store/asked'
import { useOpen } from '../store/open'
import { fly } from './fly'
import { Waiting } from '../ui/Waiting'

export function Together() {
  const { answer: all, fault, again } = useAsked('together', (hand) => hand.assemblies())
  if (!all) return <Waiting says="Taking it apart in thought…" fault={fault} again={again} />
  return (
    <main className="h-full overflow-auto p-4">
      <div className="mx-auto max-w-3xl">
        {all.length === 0 && (
          <p className="text-quiet">
            No two pieces are joined yet. With joints made on the bench, the order they go together in stands
            here.
          </p>
        )}
        {all.map((a) => (
          <Steps key={a.pieces[0]} of={a} />
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

function Steps({ of }: { of: Assembly }) {
  const names = useNames()
  const list = (keys: readonly string[]) => keys.map((k) => names(k)).join(', ')
  return (
    <section className="mb-6" aria-label={`Going together: ${list(of.pieces).slice(0, 80)}`}>
      <ol className="border border-hairline bg-panel">
        {of.first.length > 0 && (
          <Row n={1} keys={of.first}>
            <b>{list(of.first)}</b> first
          </Row>
        )}
        {of.steps.map((step, n) => (
          <Row key={n} n={n + 1 + Math.min(1, of.first.length)} keys={step.flatMap((m) => m.parts)}>
            <Said step={step} list={list} />
          </Row>
        ))}
        {of.stuck.length > 0 && (
          <li className="border-t border-hairline p-3 text-pencil">
            {list(of.stuck)} cannot be put together: along every straight way one bars another.
          </li>
        )}
      </ol>
    </section>
  )
}

function Said({ step, list }: { step: readonly Move[]; list: (keys: readonly string[]) => string }) {
  const [only] = step
  if (step.length === 1 && only)
    return (
      <>
        <b>{list(only.parts)}</b>
        {only.parts.length > 1 && ', put together before'}, {sayWay(only.way)}
      </>
    )
  return (
    <>
      All at once:{' '}
      {step.map((m, n) => (
        <span key={n}>
          {n > 0 && '; '}
          <b>{list(m.parts)}</b>, {sayWay(m.way)}
        </span>
      ))}
    </>
  )
}

function Row({ n, keys, children }: { n: number; keys: readonly string[]; children: React.ReactNode }) {
  const go = useGo()
  const id = useOpen((s) => s.project.id)
  return (
    <li className="flex items-center gap-3 border-t border-hairline px-3 py-1.5 first:border-t-0">
      <span className="measure w-6 shrink-0 text-right text-quiet">{n}</span>
      <span className="min-w-0 flex-1">{children}</span>
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

function useNames(): (key: string) => string {
  const byKey = useOpen((s) => s.shown.byKey)
  return (key) => byKey.get(key)?.name ?? key
}
