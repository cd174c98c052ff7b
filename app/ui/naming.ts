import { sayStep, stepsIn, type Project } from '../../core/document'
import type { Naming } from '../../core/measure'
import { ROOM_SIDES } from '../../core/pieces'
import type { Shown } from '../../core/shown'
import { rolesOf } from '../../core/work'

/** What names are gathered from. */
export type Named = Pick<Shown, 'project' | 'byId' | 'groups'>
const namings = new WeakMap<Named, Naming>()

/** The names a maker may use in a measure, as the project stands. */
export function namingOf(shown: Named): Naming {
  let naming = namings.get(shown)
  if (!naming) {
    const { project, byId, groups } = shown
    naming = {
      names: [
        ...[...project.pieces, ...project.groups, ...project.stock].map(({ name, id }) => ({ name, id })),
        ...stepsIn(project).map(({ step, entry }) => ({ name: sayStep(step, entry), id: step.id })),
      ],
      copies: (id) => byId.get(id)?.copies ?? groups.find((g) => g.id === id)?.copies ?? [],
    }
    namings.set(shown, naming)
  }
  return naming
}

const SIZES = ['length', 'width', 'thickness']
const MOST = 7

const listed = new WeakMap<Project, ReadonlyArray<readonly [name: string, lower: string]>>()

/** All that can be named, in the order it is offered, and in small letters. */
function namesIn(project: Project): ReadonlyArray<readonly [string, string]> {
  let all = listed.get(project)
  if (!all) {
    const names = [
      ...project.parameters.map((p) => p.name),
      ...project.pieces.flatMap((p) => [...ROOM_SIDES, ...SIZES].map((side) => `${p.name}·${side}`)),
      ...project.groups.flatMap((g) => ROOM_SIDES.map((side) => `${g.name}·${side}`)),
      ...project.stock.map((s) => `${s.name}·thickness`),
      ...stepsIn(project).flatMap(({ step, entry }) =>
        rolesOf(step).map((role) => `${sayStep(step, entry)}·${role}`),
      ),
    ]
    listed.set(project, (all = names.map((name) => [name, name.toLowerCase()] as const)))
  }
  return all
}

/**
 * Up to seven ways the last, unfinished name of a text could go on: what starts with it before what holds it.
 */
export function completionsFor(text: string, { project }: Named): string[] {
  const tail = (text.match(/[^+\-*/(),]*$/)?.[0] ?? '').trim().toLowerCase()
  if (tail.length < 1 || /^[\d.\s'"½¼¾]/.test(tail)) return []
  const starts: string[] = []
  const holds: string[] = []
  for (const [name, lower] of namesIn(project)) {
    if (lower === tail) continue
    const at = lower.indexOf(tail)
    if (at === 0) starts.push(name)
    else if (at > 0 && holds.length < MOST) holds.push(name)
    if (starts.length >= MOST) break
  }
  return [...starts, ...holds].slice(0, MOST)
}
