import { ChevronDown } from 'lucide-react'
import * as DropdownMenu from 'radix-ui/dropdown-menu'
import { useState } from 'react'
import { Link } from 'react-router'
import { change } from '../../core/document'
import { run, useOpen } from '../store/open'
import { Dialog } from '../ui/Dialog'
import { exportOpen } from './Banners'
import { later } from '../ui/later'

const ITEM = 'block cursor-pointer px-3 py-1.5 outline-none data-[highlighted]:bg-chalk-pale'

const Settings = later(async () => (await import('./Settings')).Settings)
const Snapshots = later(async () => (await import('./Snapshots')).Snapshots)

export function ProjectMenu({ id, onFiles }: { readonly id: string; readonly onFiles: () => void }) {
  const project = useOpen((s) => s.project)
  const [showing, setShowing] = useState<'rename' | 'settings' | 'snapshots' | null>(null)
  const [name, setName] = useState(project.name)
  const [why, setWhy] = useState<string | null>(null)
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="btn btn-quiet max-w-64 font-title text-base font-semibold" key={id}>
          <svg viewBox="0 0 16 14" width="15" className="shrink-0" aria-hidden="true">
            <path
              d="M1 13 8 1l7 12zM4.5 7h7"
              fill="none"
              stroke="currentColor"
              strokeWidth="1.4"
              strokeLinejoin="round"
            />
          </svg>
          <span className="truncate">{project.name}</span> <ChevronDown size={14} className="shrink-0" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="floating min-w-48 py-1" align="start">
            <DropdownMenu.Item className={ITEM} asChild>
              <Link to="/">All projects</Link>
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={ITEM}
              onSelect={() => {
                setName(project.name)
                setShowing('rename')
              }}
            >
              Rename
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={() => setShowing('settings')}>
              Settings
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={() => setShowing('snapshots')}>
              Snapshots
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={exportOpen}>
              Export to a file
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={onFiles}>
              Files for other programs
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Dialog open={showing === 'rename'} onClose={() => setShowing(null)} title="Rename the project">
        <form
          onSubmit={(e) => {
            e.preventDefault()
            const refused = run(change.renameProject({ name }))
            setWhy(refused)
            if (!refused) setShowing(null)
          }}
        >
          <input
            aria-label="Name"
            className="field"
            value={name}
            onChange={(e) => setName(e.target.value)}
            autoFocus
            maxLength={80}
          />
          {why && (
            <p role="alert" className="mt-2 text-pencil">
              {why}
            </p>
          )}
          <div className="mt-4 flex justify-end">
            <button className="btn btn-main">Rename</button>
          </div>
        </form>
      </Dialog>
      <Dialog open={showing === 'settings'} onClose={() => setShowing(null)} title="Settings of this project">
        <Settings />
      </Dialog>
      {showing === 'snapshots' && <Snapshots onClose={() => setShowing(null)} />}
    </>
  )
}
