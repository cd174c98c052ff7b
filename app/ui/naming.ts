import type { Naming } from '../../core/measure'
import { ROOM_SIDES } from '../../core/pieces'
import type { Resolved } from '../../core/resolve'

const namings = new WeakMap<Resolved, Naming>()

/** The names a maker may use in a measure, as the project stands. */
export function namingOf(resolved: Resolved): Naming {
  let naming = namings.get(resolved)
  if (!naming) {
    const { project, byId, groups } = resolved
    naming = {
      names: [...project.pieces, ...project.groups, ...project.stock].map(({ name, id }) => ({ name, id })),
      copies: (id) => byId.get(id)?.copies ?? groups.find((g) => g.id === id)?.copies ?? [],
    }
    namings.set(resolved, naming)
  }
  return naming
}

const SIZES = ['length', 'width', 'thickness']

/** Up to seven ways the last, unfinished name of a text could go on. */
export function completionsFor(text: string, resolved: Resolved): string[] {
  const tail = (text.match(/[^+\-*/(),]*$/)?.[0] ?? '').trim().toLowerCase()
  if (tail.length < 1 || /^[\d.\s'"½¼¾]/.test(tail)) return []
  const { project } = resolved
  const all = [
    ...project.parameters.map((p) => p.name),
    ...project.pieces.flatMap((p) => [...ROOM_SIDES, ...SIZES].map((side) => `${p.name}·${side}`)),
    ...project.groups.flatMap((g) => ROOM_SIDES.map((side) => `${g.name}·${side}`)),
    ...project.stock.map((s) => `${s.name}·thickness`),
  ]
  const starts = all.filter((name) => name.toLowerCase().startsWith(tail))
  const holds = all.filter((name) => !starts.includes(name) && name.toLowerCase().includes(tail))
  return [...starts, ...holds].filter((name) => name.toLowerCase() !== tail).slice(0, 7)
}
