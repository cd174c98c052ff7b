import { titledScreen } from '../frame/titles'
import type { Route } from './+types/bench'
import { pieceOf } from '../../core/resolve'
import { useEffect, useMemo, useState } from 'react'
import { openDialog, useBench } from '../bench/asks'
import { benchKeys } from '../bench/commands'
import { BoardDialog } from '../bench/BoardDialog'
import { JoinPanel } from '../bench/JoinPanel'
import { Measures } from '../bench/Measures'
import { MirrorDialog } from '../bench/MirrorDialog'
import { NoStage } from '../bench/NoStage'
import { PieceList } from '../bench/PieceList'
import { RepeatDialog } from '../bench/Repeat'
import { useShapes, type Shapes } from '../bench/shapes'
import { StoryStick } from '../bench/StoryStick'
import { Ticket } from '../bench/Ticket'
import { Tools, Views } from '../bench/Tools'
import { useShortcuts } from '../frame/shortcuts'
import { useFindings } from '../store/findings'
import { choose, firstOf, pick, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'

type StageType = typeof import('../bench/Stage').default

function hasWebGL(): boolean {
  try {
    return document.createElement('canvas').getContext('webgl2') !== null
  } catch {
    return false
  }
}

const KEYS = benchKeys()

export const meta: Route.MetaFunction = ({ matches }) => titledScreen('Bench', matches)

export { ErrorBoundary } from '../frame/Fault'

export default function BenchScreen() {
  const { model, project, chosen, picking, readOnly } = useOpen()
  const { panel, dialog } = useBench()
  const shapes = useShapes(model)
  const [webgl, setWebgl] = useState<boolean | null>(null)
  const findings = useFindings()
  useEffect(() => setWebgl(hasWebGL()), [])
  useEffect(() => () => pick(null), [])

  const piece = project.pieces.find((p) => p.id === pieceOf(chosen.at(-1) ?? ''))
  const made = piece?.kind === 'made' ? piece : null
  useShortcuts(KEYS)
  const own = useMemo(() => new Set(model.problems.filter((p) => p.piece).map((p) => p.id)), [model])
  // What one piece is at fault for stands on its ticket; what is between pieces stands here.
  const loose = useMemo(() => findings.filter((p) => !own.has(p.id)), [findings, own])

  return (
    <div className="grid h-full grid-cols-[232px_minmax(0,1fr)_320px] grid-rows-[minmax(0,1fr)_auto]">
      <aside className="overflow-auto border-r border-hairline bg-panel">
        <PieceList />
        <Measures />
        {loose.length > 0 && (
          <section className="border-t border-hairline p-3" aria-label="Findings">
            <h2 className="panel-title mb-1">Findings</h2>
            <ul className="grid gap-1">
              {loose.map((p) => (
                <li
                  key={p.id}
                  className={
                    'border-l-2 pl-2 ' +
                    `${p.level === 'stop' ? 'border-pencil text-pencil' : 'border-brass text-brass'}`
                  }
                >
                  {p.piece ? (
                    <button
                      className="text-left underline"
                      onClick={() => choose(firstOf(p.piece ?? '', model))}
                    >
                      {fractions(p.says)}
                    </button>
                  ) : (
                    fractions(p.says)
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
      </aside>
      <main className="relative min-h-0 overflow-hidden bg-stage">
        {webgl === false ? <NoStage /> : webgl ? <Bench3D shapes={shapes} /> : null}
        {project.pieces.length === 0 && (
          <div className="pointer-events-none absolute inset-0 grid place-items-center">
            <div className="pointer-events-auto border border-hairline bg-panel p-6 text-center">
              <p className="mb-1 font-title text-lg">The bench is clear</p>
              <p className="mb-3 text-quiet">
                Take a board from the rack, say how long it is and how it stands.
              </p>
              {!readOnly && (
                <button className="btn btn-main" onClick={() => openDialog('board')}>
                  Add a board
                </button>
              )}
            </div>
          </div>
        )}
        <Tools readOnly={readOnly} />
        <Views />
        {picking && (
          <p
            role="status"
            className="absolute top-2 left-1/2 -translate-x-1/2 border border-chalk bg-chalk-pale px-3 py-1.5"
          >
            Pick a face for “{picking.prompt}”, or press Esc
          </p>
        )}
        {shapes.fault ? (
          <p
            role="alert"
            className={
              'absolute top-2 right-2 flex max-w-96 items-center gap-2 border border-pencil ' +
              'bg-pencil-pale px-3 py-1.5'
            }
          >
            {shapes.fault}
            <button className="btn" onClick={shapes.retry}>
              Try again
            </button>
          </p>
        ) : (
          shapes.busy && (
            <p role="status" className="absolute top-2 right-2 text-quiet">
              Shaping…
            </p>
          )
        )}
      </main>
      <aside className="overflow-auto border-l border-hairline bg-panel">
        {panel === 'join' ? <JoinPanel /> : <Ticket />}
      </aside>
      <footer className="col-span-3">
        <StoryStick />
      </footer>
      {dialog === 'board' && <BoardDialog />}
      {dialog === 'evenly' && made && <RepeatDialog piece={made} />}
      {dialog === 'mirror' && made && <MirrorDialog piece={made} />}
    </div>
  )
}

/**
 * The bench in three dimensions, once its code has come; without a connection the rest of the screen goes on.
 */
function Bench3D({ shapes }: { shapes: Shapes }) {
  const [Stage, setStage] = useState<{ of: StageType } | null>(null)
  const [failed, setFailed] = useState(false)
  const [tries, again] = useState(0)
  useEffect(() => {
    let gone = false
    setFailed(false)
    import('../bench/Stage').then(
      ({ default: of }) => gone || setStage({ of }),
      () => gone || setFailed(true),
    )
    return () => {
      gone = true
    }
  }, [tries])
  if (Stage) return <Stage.of shapes={shapes} />
  if (!failed) return <p className="grid h-full place-items-center text-quiet">Setting up the bench…</p>
  return (
    <div role="alert" className="grid h-full place-content-center justify-items-center gap-3 p-8 text-center">
      <p>The bench in 3D could not be loaded. Check the connection; everything else goes on working.</p>
      <button className="btn" onClick={() => again((n) => n + 1)}>
        Try again
      </button>
    </div>
  )
}
