import { FilePlus2, FolderInput, Sprout } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { useFetcher, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { freeName, LARGEST_FILE, Name, sayAside } from '../../core/document'
import { addDemos, addNew } from '../projects/demos'
import { ProjectCard } from '../projects/ProjectCard'
import { UnsavedList } from '../projects/UnsavedList'
import { fileName, saveFile } from '../store/files'
import {
  exportText,
  firstVisit,
  importText,
  keepNew,
  listCards,
  putBack,
  rawText,
  readKept,
  removeKept,
  renameKept,
  StorageFault,
  type Card,
} from '../store/shelf'
import { Dialog } from '../ui/Dialog'
import { ThemeSwitch } from '../ui/ThemeSwitch'
import type { Route } from './+types/projects'

export async function clientLoader() {
  try {
    if ((await firstVisit()) && (await listCards()).length === 0) await addDemos()
    return { cards: await listCards(), fault: null }
  } catch (error) {
    if (error instanceof StorageFault) return { cards: [] as Card[], fault: error.message }
    throw error
  }
}
clientLoader.hydrate = true as const

type Done =
  | { ok: true; go?: string; removed?: { id: string; name: string; project: unknown }; says?: string }
  | { ok: false; why: string }

export async function clientAction({ request }: Route.ClientActionArgs): Promise<Done> {
  const form = await request.formData()
  const text = (key: string) => {
    const value = form.get(key)
    return typeof value === 'string' ? value : ''
  }
  const id = text('id')
  try {
    switch (text('do')) {
      case 'new': {
        const name = Name.safeParse(text('name'))
        if (!name.success) return { ok: false, why: name.error.issues[0]!.message }
        return { ok: true, go: await addNew(name.data, text('unit') === 'mm' ? 'mm' : 'in') }
      }
      case 'demos':
        await addDemos()
        return { ok: true, says: 'The demo projects are on the shelf' }
      case 'rename': {
        const name = Name.safeParse(text('name'))
        if (!name.success) return { ok: false, why: name.error.issues[0]!.message }
        await renameKept(id, text('was'), name.data)
        return { ok: true }
      }
      case 'duplicate': {
        const opened = await readKept(id)
        if (!('project' in opened)) return { ok: false, why: opened.why }
        const names = (await listCards()).map((c) => c.name)
        await keepNew({ ...opened.project, name: freeName(opened.project.name, names) })
        return { ok: true }
      }
      case 'delete': {
        const kept = await removeKept(id, text('name'))
        return kept ? { ok: true, removed: { id, name: text('name'), project: kept.project } } : { ok: true }
      }
      case 'put-back':
        await putBack(id, text('name'), JSON.parse(text('project')))
        return { ok: true }
      case 'import': {
        const file = form.get('file')
        if (!(file instanceof File)) return { ok: false, why: 'Choose a project file' }
        if (file.size > LARGEST_FILE)
          return {
            ok: false,
            why:
              `${file.name} has ${Math.round(file.size / 1e6)} MB; a project has a few at most. ` +
              'It was left alone',
          }
        const done = await importText(await file.text())
        if (!done.ok) return { ok: false, why: `${file.name}: ${done.why}` }
        return done.setAside.length > 0
          ? {
              ok: true,
              says:
                `${file.name} was opened; ${done.setAside.length} damaged ` +
                `${done.setAside.length === 1 ? 'part was' : 'parts were'} set aside: ` +
                `${sayAside({ setAside: done.setAside.slice(0, 2) }).join('; ')}` +
                `${done.setAside.length > 2 ? '; …' : ''}. ` +
                'Open the project to see them all',
            }
          : { ok: true, says: `${file.name} is on the shelf` }
      }
      default:
        return { ok: false, why: 'Nothing to do' }
    }
  } catch (error) {
    if (error instanceof StorageFault) return { ok: false, why: error.message }
    throw error
  }
}

export function HydrateFallback() {
  return <p className="p-6 text-quiet">Opening the shop…</p>
}

export default function Projects({ loaderData: { cards, fault } }: Route.ComponentProps) {
  const fetcher = useFetcher<Done>()
  const navigate = useNavigate()
  const [asking, setAsking] = useState<{ kind: 'new' } | { kind: 'rename'; card: Card } | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const submit = (fields: Record<string, string>) => void fetcher.submit(fields, { method: 'post' })

  useEffect(() => {
    const done = fetcher.data
    if (!done || fetcher.state !== 'idle') return
    if (!done.ok) {
      setWhy(done.why)
      return
    }
    setWhy(null)
    setAsking(null)
    if (done.go) void navigate(`/project/${done.go}/bench`)
    if (done.says) toast(done.says)
    const { removed } = done
    if (removed)
      toast(`${removed.name} was deleted`, {
        duration: 15_000,
        action: {
          label: 'Undo',
          onClick: () =>
            submit({
              do: 'put-back',
              id: removed.id,
              name: removed.name,
              project: JSON.stringify(removed.project),
            }),
        },
      })
    // The fetcher's own answer is what matters here; submit only passes it on. eslint-disable-next-line
    // react-hooks/exhaustive-deps -- submit changes with each render
  }, [fetcher.data, fetcher.state])

  async function exportCard(card: Card) {
    const opened = await readKept(card.id)
    const text = 'project' in opened ? exportText(opened.project) : await rawText(card.id)
    saveFile(fileName(card.name, '.json'), text, 'application/json')
  }

  const take = (given: File | undefined) => {
    if (!given) return
    const data = new FormData()
    data.set('do', 'import')
    data.set('file', given)
    void fetcher.submit(data, { method: 'post', encType: 'multipart/form-data' })
  }

  return (
    <main
      className="mx-auto max-w-5xl p-6"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        take(e.dataTransfer.files[0])
      }}
    >
      <header className="mb-6 flex flex-wrap items-center gap-2">
        <h1 className="mr-auto font-title text-2xl font-semibold">Ergaton</h1>
        <button className="btn btn-main" onClick={() => setAsking({ kind: 'new' })}>
          <FilePlus2 size={15} /> New project
        </button>
        <button className="btn" onClick={() => file.current?.click()}>
          <FolderInput size={15} /> Import
        </button>
        <input
          ref={file}
          type="file"
          accept=".json,application/json"
          className="hidden"
          aria-label="Project file"
          onChange={(e) => {
            take(e.target.files?.[0])
            e.target.value = ''
          }}
        />
        <button className="btn" onClick={() => submit({ do: 'demos' })}>
          <Sprout size={15} /> Demo projects
        </button>
        <ThemeSwitch />
      </header>

      {(fault ?? (asking ? null : why)) && (
        <p role="alert" className="mb-4 border border-pencil bg-pencil-pale p-3">
          {fault ?? why}
        </p>
      )}

      <UnsavedList />
      {cards.length === 0 && !fault ? (
        <div className="border border-hairline bg-panel p-10 text-center">
          <p className="mb-1 font-title text-lg">The shelf is empty</p>
          <p className="text-quiet">
            Start a new project, import one from a file (or drop it here), or look at the demo projects.
          </p>
        </div>
      ) : (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-4" aria-label="Projects">
          {cards.map((card) => (
            <ProjectCard
              key={card.id}
              card={card}
              onRename={() => setAsking({ kind: 'rename', card })}
              onDuplicate={() => submit({ do: 'duplicate', id: card.id })}
              onExport={() => void exportCard(card)}
              onDelete={() => submit({ do: 'delete', id: card.id, name: card.name })}
            />
          ))}
        </ul>
      )}

      <Dialog
        open={asking !== null}
        onClose={() => {
          setAsking(null)
          setWhy(null)
        }}
        title={asking?.kind === 'rename' ? `Rename ${asking.card.name}` : 'New project'}
      >
        <form
          onSubmit={(e) => {
            e.preventDefault()
            const form = new FormData(e.currentTarget)
            form.set('do', asking!.kind)
            if (asking?.kind === 'rename') {
              form.set('id', asking.card.id)
              form.set('was', asking.card.name)
            }
            void fetcher.submit(form, { method: 'post' })
          }}
        >
          <label className="block">
            Name
            <input
              name="name"
              className="field mt-1"
              autoFocus
              defaultValue={asking?.kind === 'rename' ? asking.card.name : ''}
              maxLength={80}
            />
          </label>
          {asking?.kind === 'new' && (
            <fieldset className="mt-4 flex gap-6">
              <legend className="mb-1">You work in</legend>
              {(['in', 'mm'] as const).map((unit) => (
                <label key={unit} className="flex items-center gap-2">
                  <input type="radio" name="unit" value={unit} defaultChecked={unit === 'in'} />
                  {unit === 'in' ? 'inches and fractions' : 'millimetres'}
                </label>
              ))}
            </fieldset>
          )}
          {why && (
            <p role="alert" className="mt-3 text-pencil">
              {why}
            </p>
          )}
          <div className="mt-5 flex justify-end">
            <button className="btn btn-main" disabled={fetcher.state !== 'idle'}>
              {asking?.kind === 'rename' ? 'Rename' : 'Start'}
            </button>
          </div>
        </form>
      </Dialog>
    </main>
  )
}
