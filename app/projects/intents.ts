/** What can be asked of the shelf, as a form brings it, and the doing of it. */
import { redirect, redirectDocument } from 'react-router'
import * as z from 'zod'
import { freeName, LARGEST_FILE, Name, newProject, sayAside, sayIssue } from '../../core/document'
import { OUT_OF_REACH, reach } from '../frame/reach'
import { keepNew, listCards, StorageFault } from '../store/cards'
import { importText, putBack, readKept, removeStored, renameStored } from '../store/shelf'
import { addDemos } from './demos'

const id = z.string().min(1)
const ask = <K extends string, S extends z.ZodRawShape>(what: K, fields: S) =>
  z.object({ do: z.literal(what), ...fields })

const Intent = z.discriminatedUnion('do', [
  ask('new', { name: Name, unit: z.enum(['in', 'mm']) }),
  ask('demos', {}),
  ask('rename', { id, was: z.string(), name: Name }),
  ask('duplicate', { id }),
  ask('delete', { id, name: z.string() }),
  ask('put-back', { id, name: z.string(), project: z.string() }),
  ask('import', { file: z.instanceof(File, { error: 'Choose a project file' }) }),
])
type Intent = z.infer<typeof Intent>

export type Done =
  | { ok: true; removed?: { id: string; name: string; project: unknown }; says?: string }
  | { ok: false; why: string }

/** Does what a form asks, or says why not. */
export async function act(form: FormData): Promise<Done | Response> {
  const read = Intent.safeParse(Object.fromEntries(form))
  if (!read.success) return { ok: false, why: sayIssue(read.error).replace(/^(name|file): /, '') }
  try {
    return await carryOut(read.data)
  } catch (error) {
    if (error instanceof StorageFault) return { ok: false, why: error.message }
    throw error
  }
}

/** Does it; leads on to a project that was started. Throws a StorageFault where the store refuses. */
async function carryOut(intent: Intent): Promise<Done | Response> {
  switch (intent.do) {
    case 'new': {
      const to = `/project/${await keepNew(newProject('new', intent.name, intent.unit))}/bench`
      const found = await reach(to)
      if (found === 'here') return redirect(to)
      if (found === 'anew') return redirectDocument(to)
      return { ok: true, says: `${intent.name} is on the shelf. ${OUT_OF_REACH}` }
    }
    case 'demos':
      await addDemos()
      return { ok: true, says: 'The demo projects are on the shelf' }
    case 'rename':
      await renameStored(intent.id, intent.was, intent.name)
      return { ok: true }
    case 'duplicate': {
      const opened = await readKept(intent.id)
      if (!('project' in opened)) return { ok: false, why: opened.why }
      const names = (await listCards()).map((c) => c.name)
      await keepNew({ ...opened.project, name: freeName(opened.project.name, names) })
      return { ok: true }
    }
    case 'delete': {
      const { id, name } = intent
      const kept = await removeStored(id, name)
      return kept ? { ok: true, removed: { id, name, project: kept.project } } : { ok: true }
    }
    case 'put-back':
      await putBack(intent.id, intent.name, JSON.parse(intent.project))
      return { ok: true }
    case 'import':
      return takeFile(intent.file)
  }
}

async function takeFile(file: File): Promise<Done> {
  if (file.size > LARGEST_FILE) {
    const size = `${Math.round(file.size / 1e6)} MB`
    return { ok: false, why: `${file.name} has ${size}; a project has a few at most. It was left alone` }
  }
  const done = await importText(await file.text())
  if (!done.ok) return { ok: false, why: `${file.name}: ${done.why}` }
  const { setAside } = done
  if (setAside.length === 0) return { ok: true, says: `${file.name} is on the shelf` }
  const parts = setAside.length === 1 ? 'a part of it was' : `${setAside.length} parts of it were`
  const which = sayAside({ setAside: setAside.slice(0, 2) }).join('; ')
  return {
    ok: true,
    says:
      `${file.name} was opened; ${parts} set aside: ${which}${setAside.length > 2 ? '; …' : ''}. ` +
      'Open the project to see them all',
  }
}
