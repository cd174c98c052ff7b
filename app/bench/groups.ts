/** What goes together: which group is chosen, and what is done with it and with several pieces at once. */
import {
  change,
  clipOf,
  freeId,
  groupsWithin,
  pastedInto,
  takenIds,
  type Change,
  type FaceName,
  type Group,
  type MadePiece,
  type Project,
} from '../../core/document'
import { AXIS_OF, DIRECTION_OF, facing, sideOf } from '../../core/pieces'
import { pieceOf } from '../../core/resolve'
import { choose, chooseNew, run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'

/** All pieces in a group and in the groups it holds. */
export function piecesIn(project: Pick<Project, 'pieces' | 'groups'>, group: string): string[] {
  const within = new Set(groupsWithin(project, group))
  return project.pieces.filter((p) => p.group !== null && within.has(p.group)).map((p) => p.id)
}

export const chosenIds = (chosen: readonly string[]): string[] => [...new Set(chosen.map(pieceOf))]

let known: { readonly of: readonly [Project, readonly string[]]; readonly group: Group | null } | null = null

/**
 * The group of which all pieces are chosen, and no others; the outermost where several are the same. Asked at
 * every change of anything, it is looked for once for each choice.
 */
export function chosenGroup(project: Project, chosen: readonly string[]): Group | null {
  if (known?.of[0] !== project || known.of[1] !== chosen)
    known = { of: [project, chosen], group: groupOf(project, chosen) }
  return known.group
}

function groupOf(project: Project, chosen: readonly string[]): Group | null {
  const ids = chosenIds(chosen)
  if (ids.length < 2) return null
  const outward: Group[] = []
  let at = project.pieces.find((p) => p.id === ids[0])?.group ?? null
  while (at !== null) {
    const group = project.groups.find((g) => g.id === at)
    if (!group) break
    outward.unshift(group)
    at = group.group
  }
  const all = new Set(ids)
  return (
    outward.find((g) => {
      const inside = piecesIn(project, g.id)
      return inside.length === all.size && inside.every((id) => all.has(id))
    }) ?? null
  )
}

/** Chooses every piece of wood of some pieces. */
export function chooseAll(ids: ReadonlySet<string>): void {
  const { shown } = useOpen.getState()
  choose(shown.instances.filter((i) => ids.has(i.piece)).map((i) => i.key))
}

/** Puts what is chosen into a group of its own, whole groups as they are; whether it could. */
export function groupChosen(): boolean {
  const { project, chosen } = useOpen.getState()
  const ids = chosenIds(chosen)
  const all = new Set(ids)
  const whole = project.groups.filter((g) => {
    const inside = piecesIn(project, g.id)
    return inside.length > 0 && inside.every((id) => all.has(id))
  })
  const outer = whole.filter((g) => !whole.some((other) => other.id === g.group))
  const held = new Set(outer.flatMap((g) => piecesIn(project, g.id)))
  const members = [...outer.map((g) => g.id), ...ids.filter((id) => !held.has(id))]
  const id = freeId('g', takenIds(project))
  return sayRefusal(run(change.group({ id, name: 'Group', members })))
}

export function ungroupChosen(): void {
  const { project, chosen } = useOpen.getState()
  const group = chosenGroup(project, chosen)
  if (group) sayRefusal(run(change.ungroup({ id: group.id })))
}

/** A group once more, to the right of where it stands last. */
export function placeAgain(group: Group): void {
  const { project } = useOpen.getState()
  const n = group.placements.length + 1
  const gone = Object.keys(project.gone).flatMap((key) => key.split(':')[1] ?? [])
  const id = freeId('c', [...group.placements.map((p) => p.id), ...gone])
  const [left, right] = [`@${group.id}.left`, `@${group.id}.right`]
  const across = n === 1 ? right : `${left} + ${n}*(${right} - ${left})`
  sayRefusal(run(change.addPlacement({ id: group.id, placement: { kind: 'moved', id, turns: [], across } })))
}

/** What is chosen once more: a group beside itself, pieces clear of themselves. */
export function duplicateChosen(): void {
  const { project, chosen } = useOpen.getState()
  const group = chosenGroup(project, chosen)
  if (group) return placeAgain(group)
  const ids = new Set(chosenIds(chosen))
  const originals = project.pieces.filter((p): p is MadePiece => p.kind === 'made' && ids.has(p.id))
  if (originals.length === 0) return void sayRefusal('A mirrored twin is duplicated by its original')
  const whole = clipOf(project, new Set(originals.map((p) => p.id)), () => null)
  const copies = pastedInto(whole, project)
  if ('why' in copies) return void sayRefusal(copies.why)
  const made = copies.pieces.flatMap((copy, n) =>
    copy.kind === 'made' ? [besideIt(copy, originals[n]!, project.settings.style.unit)] : [],
  )
  const names = made.map((p) => p.name).join(', ')
  const changes = made.map((p): Change => change.addPiece(p))
  if (sayRefusal(run(changes, `Duplicate ${names}`))) chooseNew(made.map((p) => p.id))
}

/** A copy with work of its own, a little further the way its original is thin, and else where that stands. */
function besideIt(copy: MadePiece, of: MadePiece, unit: 'in' | 'mm'): MadePiece {
  const thin = DIRECTION_OF[facing(of.facing).room[2]]!
  const { size } = of.spans[thin]
  const start = `@${of.id}.${sideOf(AXIS_OF[thin], true)} + ${unit === 'in' ? '2' : '50'}`
  const spans = { ...of.spans, [thin]: { start, ...(size === undefined ? {} : { size }) } }
  return { ...copy, group: of.group, spans, repeat: null, except: [], only: null }
}

/** What the faces of a group as one block are called, as it stands. */
const OF_GROUP: Readonly<Record<FaceName, string>> = {
  end1: 'its left',
  end2: 'its right',
  edge1: 'its front',
  edge2: 'its back',
  back: 'its underside',
  face: 'its top',
}
export const sayOfGroup = (face: FaceName): string => OF_GROUP[face]
