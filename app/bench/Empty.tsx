/** The clear bench: a ready-made, a board, a demo to take apart, or a first small job step by step. */
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { READY } from '../../core/ready'
import { walkIn } from '../frame/walking'
import { listCards, type Card } from '../store/cards'
import { READ_ONLY, useOpen } from '../store/open'
import { toggleTool, useBench } from './asks'
import { ToolIcon } from './tools/rail/ToolIcon'

/** What stands by itself, and needs no opening to go into. */
const FREE = READY.filter((r) => r.free).slice(0, 6)

export function Empty() {
  const empty = useOpen((s) => s.project.pieces.length === 0)
  const id = useOpen((s) => s.project.id)
  const elsewhere = useOpen((s) => s.elsewhere)
  const busy = useBench((s) => s.active !== null)
  if (!empty || busy) return null
  return (
    <div className="pointer-events-none absolute inset-0 grid place-items-center overflow-auto p-3">
      <div className="pointer-events-auto w-full max-w-xl border border-hairline bg-panel p-5">
        <p className="mb-3 font-title text-lg">The bench is clear</p>
        {elsewhere ? (
          <p className="text-quiet">{READ_ONLY}.</p>
        ) : (
          <>
            <h3 className="mb-1 text-quiet">Begin with a ready-made</h3>
            <ul className="mb-3 grid grid-cols-3 gap-2 max-phone:grid-cols-2">
              {FREE.map((r) => (
                <li key={r.kind}>
                  <button
                    className="btn h-full w-full flex-col gap-0.5 py-2 text-center"
                    title={r.line}
                    onClick={() => toggleTool({ tool: 'ready', kind: r.kind })}
                  >
                    <ToolIcon picture={r.picture} width={68} />
                    {r.name}
                  </button>
                </li>
              ))}
            </ul>
            <h3 className="mb-1 text-quiet">or with one piece of wood</h3>
            <div className="flex flex-wrap gap-2">
              <button className="btn btn-main" onClick={() => toggleTool({ tool: 'board' })}>
                Add a board
              </button>
              <button className="btn" onClick={() => walkIn(id)}>
                Show me: a shelf between two sides
              </button>
            </div>
          </>
        )}
        <Demo />
      </div>
    </div>
  )
}

/** A demo that is on this browser's shelf. */
function Demo() {
  const [demo, setDemo] = useState<Card | null>(null)
  useEffect(() => {
    let gone = false
    void listCards()
      .then((cards) => gone || setDemo(cards.find((c) => c.name === 'Seed cabinet') ?? null))
      // Then none is offered; they are on the first screen too.
      .catch(() => undefined)
    return () => {
      gone = true
    }
  }, [])
  return demo ? (
    <p className="mt-3 text-quiet">
      or{' '}
      <Link className="text-chalk underline" to={`/project/${demo.id}/bench`}>
        take a demo apart
      </Link>
      : a seed cabinet of seven pieces, with its joints, plans and cut list.
    </p>
  ) : null
}
