import { Redo2, Search, Undo2, type LucideIcon } from 'lucide-react'
import { useEffect, useState, type ReactNode } from 'react'
import { NavLink } from 'react-router'
import { toast } from 'sonner'
import type { Level } from '../../core/resolve'
import { useFindings, useProof } from '../store/findings'
import { redo, undo, useOpen } from '../store/open'
import { keepKeys } from '../ui/keysAhead'
import { fetchSoon, later } from '../ui/later'
import { NumberPad } from '../ui/NumberPad'
import { ThemeSwitch } from '../ui/ThemeSwitch'
import { Banners } from './Banners'
import { History } from './History'
import { LeaveGuard } from './LeaveGuard'
import { ProjectMenu } from './ProjectMenu'
import { Saved } from './Saved'
import { useShortcuts } from './shortcuts'

const Palette = later(async () => (await import('./Palette')).Palette)
const OtherFiles = later(async () => (await import('./OtherFiles')).OtherFiles)
const Keys = later(async () => (await import('./Keys')).Keys)

const SCREENS = [
  ['rack', 'Rack'],
  ['bench', 'Bench'],
  ['proof', 'Proof'],
  ['plans', 'Plans'],
  ['cuts', 'Cuts'],
] as const

export const sayUndo = (): void => void sayStep('Undone', undo())
export const sayRedo = (): void => void sayStep('Done again', redo())
const sayStep = (what: string, says: string | null) => says && toast(`${what}: ${says}`, { duration: 1800 })

export function Frame({ id, children }: { id: string; children: ReactNode }) {
  const [palette, setPalette] = useState(false)
  const [keys, setKeys] = useState(false)
  const [files, setFiles] = useState(false)
  useEffect(() => fetchSoon([Palette, Keys]), [])
  const find = () => {
    if (!palette) keepKeys()
    setPalette(true)
  }
  useShortcuts({
    'mod+z': sayUndo,
    'mod+shift+z': sayRedo,
    'mod+y': sayRedo,
    'mod+k': find,
    '?': () => setKeys(true),
  })

  return (
    <div className="runs-on flex h-dvh flex-col">
      <header
        className={
          'no-print flex min-h-11 shrink-0 items-center gap-1 border-b border-hairline bg-panel px-2 ' +
          'max-[39rem]:flex-wrap max-phone:gap-0 max-phone:[&_.btn]:px-1.5'
        }
      >
        <ProjectMenu id={id} onFiles={() => setFiles(true)} />
        <nav
          className="mx-auto flex max-[39rem]:order-last max-[39rem]:w-full max-[39rem]:justify-around"
          aria-label="Screens"
        >
          {SCREENS.map(([path, name]) => (
            <NavLink
              key={path}
              to={`/project/${id}/${path}`}
              className={({ isActive }) =>
                'flex h-11 items-center border-b-2 px-3 max-[45rem]:px-1.5 ' +
                `${isActive ? 'border-chalk font-semibold' : 'border-transparent text-quiet hover:text-ink'}`
              }
            >
              {name}
              {path === 'proof' && <Counts />}
            </NavLink>
          ))}
        </nav>
        <Saved />
        <UndoRedo />
        <History />
        <button
          className="btn btn-quiet"
          aria-label="Find a command, piece or named value"
          title="Find (Ctrl K)"
          onClick={find}
        >
          <Search size={15} />
        </button>
        <ThemeSwitch />
      </header>
      <Checking />
      <Banners />
      <LeaveGuard id={id} />
      <div className="runs-on min-h-0 flex-1">{children}</div>
      {palette && (
        <Palette
          id={id}
          onClose={() => setPalette(false)}
          onKeys={() => setKeys(true)}
          onFiles={() => setFiles(true)}
        />
      )}
      <NumberPad />
      {files && <OtherFiles onClose={() => setFiles(false)} />}
      {keys && <Keys onClose={() => setKeys(false)} />}
    </div>
  )
}

/** Checks the project for as long as it is open. */
function Checking() {
  useProof()
  return null
}

/** How much must be fixed, and how much is to look at. */
function Counts() {
  const findings = useFindings()
  const count = (level: Level) => findings.filter((p) => p.level === level).length
  const [stops, looks] = [count('stop'), count('look')]
  return (
    <>
      {stops > 0 && (
        <span
          className="measure ml-1.5 rounded-sm bg-pencil-pale px-1 text-xs text-pencil"
          title={`${stops} to fix`}
        >
          {stops}
        </span>
      )}
      {looks > 0 && (
        <span
          className="measure ml-1 rounded-sm bg-brass-pale px-1 text-xs text-brass"
          title={`${looks} to look at`}
        >
          {looks}
        </span>
      )}
    </>
  )
}

function UndoRedo() {
  const undone = useOpen((s) => s.past.at(-1)?.says)
  const redone = useOpen((s) => s.future.at(-1)?.says)
  return (
    <>
      <StepButton name="Undo" says={undone} icon={Undo2} act={sayUndo} />
      <StepButton name="Redo" says={redone} icon={Redo2} act={sayRedo} />
    </>
  )
}

interface StepButtonProps {
  readonly name: string
  /** What it would undo or do again; nothing where there is none. */
  readonly says: string | undefined
  readonly icon: LucideIcon
  readonly act: () => void
}

function StepButton({ name, says, icon: Icon, act }: StepButtonProps) {
  return (
    <button
      className="btn btn-quiet btn-icon"
      aria-label={name}
      title={says ? `${name}: ${says}` : name}
      disabled={says === undefined}
      onClick={act}
    >
      <Icon size={16} />
    </button>
  )
}
