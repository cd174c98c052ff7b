import { FilePlus2, FolderInput, Sprout } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { useFetcher } from 'react-router'
import { toast } from 'sonner'
import { OUT_OF_REACH } from '../frame/reach'
import { addDemos } from '../projects/demos'
import type { Done } from '../projects/intents'
import { ProjectCard } from '../projects/ProjectCard'
import { UnsavedList } from '../projects/UnsavedList'
import { fileName, saveFile } from '../store/files'
import { firstVisit, listCards, rawText, StorageFault, type Card } from '../store/cards'
import { sweepSnapshots } from '../store/sweep'
import { Dialog } from '../ui/Dialog'
import { ThemeSwitch } from '../ui/ThemeSwitch'
import type { Route } from './+types/projects'

export async function clientLoader() {
  try {
    if ((await firstVisit()) && (await listCards()).length === 0) await addDemos()
    const cards = await listCards()
    void sweepSnapshots(new Set(cards.map((c) => c.id))).catch(() => undefined)
    return { cards, fault: null }
  } catch (error) {
    if (error instanceof StorageFault) return { cards: [] as Card[], fault: error.message }
    throw error
  }
}
clientLoader.hydrate = true as const

/** What it takes to change the shelf comes when it is first asked for, or pointed at. */
const intents = () => import('../projects/intents')

export async function clientAction({ request }: Route.ClientActionArgs): Promise<Done | Response> {
  const form = await request.formData()
  const loaded = await intents().catch(() => null)
  return loaded ? loaded.act(form) : { ok: false, why: OUT_OF_REACH }
}

export function HydrateFallback() {
  return <p className="p-6 text-quiet">Opening the shop…</p>
}

export default function Projects({ loaderData: { cards, fault } }: Route.ComponentProps) {
  const fetcher = useFetcher<Done>()
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
    // The fetcher's own answer is what matters here; submit only passes it on.
    // oxlint-disable-next-line react/exhaustive-deps -- submit changes with each render
  }, [fetcher.data, fetcher.state])

  async function exportCard(card: Card) {
    const { exportText, readKept } = await import('../store/shelf')
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
      onPointerEnter={() => void intents().catch(() => undefined)}
      onFocus={() => void intents().catch(() => undefined)}
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
