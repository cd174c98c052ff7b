import { importOwn, keepNew } from '../store/shelf'
import { newProject } from '../../core/document'

const FILES = import.meta.glob<string>('../../demo/*.json', { query: '?raw', import: 'default' })

/** Puts every demo project on the shelf, as a fresh copy. */
export async function addDemos(): Promise<void> {
  for (const load of Object.values(FILES)) {
    const done = await importOwn(await load())
    if (!done.ok) throw new Error(done.why)
  }
}

export function addNew(name: string, unit: 'in' | 'mm'): Promise<string> {
  return keepNew(newProject('new', name, unit))
}
