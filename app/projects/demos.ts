import { importOwn, keep, newId } from '../store/shelf'
import { newProject, type Project } from '../../core/document'

const FILES = import.meta.glob<string>('../../demo/*.json', { query: '?raw', import: 'default' })

/** Puts every demo project on the shelf, as a fresh copy. */
export async function addDemos(): Promise<void> {
  for (const load of Object.values(FILES)) {
    const done = await importOwn(await load())
    if (!done.ok) throw new Error(done.why)
  }
}

export async function addNew(name: string, unit: 'in' | 'mm'): Promise<string> {
  const project: Project = newProject(await newId(), name, unit)
  await keep(project)
  return project.id
}
