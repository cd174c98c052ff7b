import { titledScreen } from '../frame/titles'
import type { Route } from './+types/bench'
import { Link } from 'react-router'
import { hull, sizeOf } from '../../core/pieces'
import { memo, useEffect, useState } from 'react'
import { drawOut, useBench } from '../bench/asks'
import { Empty } from '../bench/Empty'
import { benchKeys } from '../bench/tools/commands'
import { deleteChosen } from '../bench/tools/edit/commands'
import { PANELS, TOOLS } from '../bench/tools'
import { PlaceMenu } from '../bench/tools/place/PlaceMenu'
import { Rail } from '../bench/tools/rail/Rail'
import { ViewCluster } from '../bench/stage/ViewCluster'
import { useClipboard } from '../bench/clipboard'
import { useKeptBench } from '../bench/kept'
import { NamedValues } from '../bench/list/NamedValues'
import { NoStage } from '../bench/stage/NoStage'
import { PieceList } from '../bench/list/PieceList'
import { REGION } from '../bench/regions'
import { Sides, useRoomy } from '../bench/Sides'
import { useShapes } from '../bench/stage/shapes'
import { Ticket, TICKETS } from '../bench/ticket/Ticket'
import { useTyping } from '../bench/typing'
import { useShortcuts } from '../frame/shortcuts'
import { useWalking } from '../frame/walking'
import { useFindings } from '../store/findings'
import { choose, firstOf, pick, useOpen } from '../store/open'
import { fractions } from '../ui/fractions'
import { Len } from '../ui/Len'
import { AFTER, fetchSoon, later } from '../ui/later'

function hasWebGL(): boolean {
  try {
    return document.createElement('canvas').getContext('webgl2') !== null
  } catch {
    return false
  }
}

const KEYS = benchKeys()
const StoryStick = later(async () => (await import('../bench/story/StoryStick')).StoryStick)
const OutlineBoard = later(async () => (await import('../bench/outline/OutlineBoard')).default)
const LookBars = later(async () => (await import('../bench/tools/look/LookBars')).LookBars)
const Walk = later(async () => (await import('../frame/Walk')).Walk)
const ViewsDialog = later(async () => (await import('../bench/tools/look/ViewsDialog')).ViewsDialog)
const PictureDialog = later(async () => (await import('../bench/tools/look/PictureDialog')).PictureDialog)
const Stage = later(async () => (await import('../bench/stage/Stage')).default, {
  waiting: 'Setting up the bench…',
  failed: 'The bench in 3D could not be loaded. Check the connection; everything else goes on working.',
})
/** What comes when it is wanted, or as soon as hands are on the bench. */
const FETCHED = [...TOOLS.map((t) => t.Panel), OutlineBoard, ViewsDialog, PictureDialog]

export const meta: Route.MetaFunction = ({ matches }) => titledScreen('Bench', matches)

export { ErrorBoundary } from '../frame/Fault'

export default function BenchScreen() {
  const drawer = useBench((s) => s.drawer)
  const looking = useBench((s) => s.section !== null || s.apart > 0)
  const drawing = useBench((s) => s.drawing !== null)
  const tool = useBench((s) => s.active?.tool)
  const Panel = tool && tool !== 'place' ? PANELS[tool] : Ticket
  useEffect(() => () => pick(null), [])
  useKeptBench()
  useTyping()
  useClipboard(deleteChosen)
  useEffect(() => fetchSoon([...TICKETS, StoryStick]), [])
  useEffect(() => fetchSoon(FETCHED, AFTER), [])
  useShortcuts(KEYS)
  const roomy = useRoomy()
  const id = useOpen((s) => s.project.id)
  const walking = useWalking((s) => s.project === id)
  // A panel that lies over the stage leaves no room for what stands in its corners.
  const covered = !roomy && drawer !== null
  const left = (
    <>
      <PieceList />
      <NamedValues />
      <Loose />
      {roomy && walking && <Walk />}
    </>
  )
  const middle = (
    <main className="relative h-full min-h-0 overflow-hidden bg-stage">
      <Standing />
      <Empty />
      {looking && !covered && <LookBars />}
      {!covered && <ViewCluster />}
      <Wanted />
      {!roomy && walking && <Walk over />}
      {drawing && <OutlineBoard />}
      {!roomy && !drawing && <Drawers />}
    </main>
  )
  const railed = (
    <div className="flex h-full min-w-0 max-phone:flex-col-reverse">
      <Rail />
      <div className="relative min-h-0 min-w-0 flex-1">
        {middle}
        {!roomy && (
          <>
            <aside
              id="left-panel"
              aria-label="Project"
              {...{ [REGION]: 'list' }}
              className={`${DRAWER} left-0 border-r ${drawer === 'left' ? '' : 'hidden'}`}
            >
              {left}
            </aside>
            <aside
              id="right-panel"
              aria-label="Panel"
              {...{ [REGION]: 'panel' }}
              className={`${DRAWER} right-0 border-l ${drawer === 'right' ? '' : 'hidden'}`}
            >
              <Panel />
            </aside>
          </>
        )}
      </div>
    </div>
  )
  return (
    <div className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto]">
      {roomy ? <Sides left={left} middle={railed} right={<Panel />} /> : railed}
      <footer
        className="border-t border-hairline bg-panel"
        aria-label="Story stick"
        {...{ [REGION]: 'stick' }}
      >
        <Stick />
      </footer>
      <Asking />
      <PlaceMenu />
    </div>
  )
}

/** The story stick of the piece chosen last, once there is one. */
function Stick() {
  const any = useOpen((s) => s.shown.byKey.has(s.chosen.at(-1) ?? ''))
  const instances = useOpen((s) => s.shown.instances)
  if (any)
    return (
      <div className="h-22">
        <StoryStick />
      </div>
    )
  const all = hull(instances.map((i) => i.grown))
  return (
    <p className="measure flex h-7 items-center justify-center gap-1 text-quiet">
      {all ? (
        <>
          Overall <Len mm={sizeOf(all)[0]} /> across × <Len mm={sizeOf(all)[1]} /> deep ×{' '}
          <Len mm={sizeOf(all)[2]} /> high
        </>
      ) : (
        'The story stick of the chosen piece shows here'
      )}
    </p>
  )
}

/** A panel over the bench, where there is no room for it beside. */
const DRAWER =
  'absolute top-15 bottom-0 z-30 w-[320px] max-w-full overflow-auto border-t border-hairline bg-panel ' +
  'shadow-lg'

/** Draws the panels out and puts them back, where they are drawers. */
function Drawers() {
  const drawer = useBench((s) => s.drawer)
  return (
    <div
      className="absolute top-2 left-1/2 z-40 flex -translate-x-1/2 gap-1"
      role="group"
      aria-label="Panels"
    >
      {(['left', 'right'] as const).map((side) => (
        <button
          key={side}
          className="btn"
          aria-expanded={drawer === side}
          aria-controls={`${side}-panel`}
          onClick={() => drawOut(side)}
        >
          {side === 'left' ? 'Pieces' : 'Ticket'}
        </button>
      ))}
    </div>
  )
}

/** What is wrong between pieces; what one piece is at fault for stands on its ticket. */
/** The rest is on Proof. */
const MOST_HERE = 4

function Loose() {
  const findings = useFindings()
  const problems = useOpen((s) => s.shown.problems)
  const own = new Set(problems.filter((p) => p.piece).map((p) => p.id))
  const all = findings.filter((p) => !own.has(p.id) && p.level !== 'note')
  const loose = all.slice(0, MOST_HERE)
  const id = useOpen((s) => s.project.id)
  if (loose.length === 0) return null
  return (
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
              <button className="text-left underline" onClick={() => choose(firstOf(p.piece ?? ''))}>
                {fractions(p.says)}
              </button>
            ) : (
              fractions(p.says)
            )}
          </li>
        ))}
      </ul>
      <Link className="mt-1 inline-block text-chalk underline" to={`/project/${id}/proof`}>
        {all.length > loose.length ? `${all.length - loose.length} more on Proof` : 'Why, on Proof'}
      </Link>
    </section>
  )
}

/** The wood, and how its shaping goes. */
function Standing() {
  const shown = useOpen((s) => s.shown)
  const shapes = useShapes(shown)
  const [webgl, setWebgl] = useState<boolean | null>(null)
  useEffect(() => setWebgl(hasWebGL()), [])
  return (
    <>
      {webgl === false ? <NoStage /> : webgl ? <Bench3D skins={shapes.skins} /> : null}
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
    </>
  )
}

const WANTED = {
  face: 'a face',
  edge: 'an edge',
  spot: 'a face, an edge or a corner',
  place: 'a place on a piece',
} as const

/** Says what is to be picked. */
function Wanted() {
  const picking = useOpen((s) => s.picking)
  const spot = useBench((s) => s.spot)
  if (!picking) return null
  return (
    <p
      role="status"
      className={
        'absolute top-2 left-1/2 w-max max-w-[90%] -translate-x-1/2 border border-chalk ' +
        'bg-chalk-pale px-3 py-1.5 max-roomy:top-15'
      }
    >
      {picking.of === 'place' && spot
        ? fractions(`${picking.prompt}: ${spot}`)
        : `Pick ${WANTED[picking.of ?? 'face']} for “${picking.prompt}”, or press Esc`}
    </p>
  )
}

/** The dialog that is open. */
function Asking() {
  const dialog = useBench((s) => s.dialog)
  if (dialog === 'views') return <ViewsDialog />
  return dialog === 'picture' ? <PictureDialog /> : null
}

const Bench3D = memo(Stage)
