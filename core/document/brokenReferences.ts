/**
 * What must hold between the entries of a document: ids that tell them apart, and that what they speak of is
 * there.
 */
import { LIST_NAMES, type Entry, type ListName } from './lists'
import type { Group, MadePiece, Project, Step } from './schema'
import { stepWord } from './kindWords'

export interface BrokenReference {
  readonly list: ListName
  readonly entry: Entry
  readonly why: string
}

/** What has work of its own, with each step of it. */
export function stepsIn(project: Project) {
  const of = <E extends MadePiece | Group>(list: 'pieces' | 'groups', entry: E) =>
    entry.work.map((step) => ({ list, entry, step }))
  return [
    ...project.pieces.flatMap((p) => (p.kind === 'made' ? of('pieces', p) : [])),
    ...project.groups.flatMap((g) => of('groups', g)),
  ]
}

/** What a step is called: "hole on Side". */
export function sayStep(
  step: Pick<Step, 'id' | 'kind'>,
  wood: { readonly name: string; readonly work?: readonly Step[] },
): string {
  const alike = (wood.work ?? []).filter((s) => s.kind === step.kind)
  const n = alike.length > 1 ? ` ${alike.findIndex((s) => s.id === step.id) + 1}` : ''
  return `${stepWord(step.kind)}${n} on ${wood.name}`
}

/** Ids that a new piece or group may not have. */
export const takenIds = ({ pieces, groups, gone }: Project): string[] => [
  ...pieces.map((p) => p.id),
  ...groups.map((g) => g.id),
  ...Object.keys(gone),
]

/** Ids that a new step must not have: those of steps, and of what is gone. */
export const takenStepIds = (project: Project): string[] => [
  ...stepsIn(project).map(({ step }) => step.id),
  ...Object.keys(project.gone),
]

/**
 * Every entry that does not hold, each once, with the first reason. What hangs on it may only show when it is
 * gone.
 */
export function findBrokenReferences(project: Project): BrokenReference[] {
  const found: BrokenReference[] = []
  const said = new Set<Entry>()
  const wrong = (list: ListName, entry: Entry, why: string) => {
    if (said.has(entry)) return
    said.add(entry)
    found.push({ list, entry, why })
  }
  const ids = new Set<string>()
  for (const list of LIST_NAMES)
    for (const entry of project[list]) {
      if (ids.has(entry.id)) wrong(list, entry, `its id ${entry.id} is taken`)
      ids.add(entry.id)
    }
  for (const { list, entry, step } of stepsIn(project)) {
    if (ids.has(step.id)) wrong(list, entry, `the id ${step.id} of its work is taken`)
    ids.add(step.id)
  }
  const names = new Set<string>()
  for (const p of project.parameters) {
    if (names.has(p.name)) wrong('parameters', p, `there is already a named value called ${p.name}`)
    names.add(p.name)
  }
  const stock = new Set(project.stock.map((s) => s.id))
  for (const b of project.boards)
    if (!stock.has(b.stock)) wrong('boards', b, `its stock ${b.stock} is not there`)
  const made = new Set(project.pieces.filter((p) => p.kind === 'made').map((p) => p.id))
  for (const p of project.pieces)
    if (p.kind === 'twin' && !made.has(p.of)) wrong('pieces', p, `its original ${p.of} is not there`)
  const pieces = new Set(project.pieces.map((p) => p.id))
  for (const j of project.joints) {
    const missing = j.between.find((m) => !pieces.has(m.piece))
    if (missing) wrong('joints', j, `its piece ${missing.piece} is not there`)
  }
  const groups = new Map(project.groups.map((g) => [g.id, g]))
  for (const h of project.hardware) {
    const on = [h.on, ...(h.kind === 'hinge' ? h.moves : [])]
    const missing = on.find((id) => id !== null && !pieces.has(id) && !groups.has(id))
    if (missing) wrong('hardware', h, `its piece ${missing} is not there`)
  }
  for (const r of project.readings)
    if (!pieces.has(r.piece)) wrong('readings', r, `its piece ${r.piece} is not there`)
  for (const { list, entry } of outside(project))
    wrong(list, entry, 'the group it says it is in is not there')
  return found
}

/**
 * What says it is in a group that is not there, or in a circle of groups; the group it names as long as that
 * stands.
 */
export function outside(
  project: Project,
): Array<{
  list: 'pieces' | 'groups'
  entry: Project['pieces'][number] | Project['groups'][number]
  circle: boolean
}> {
  const groups = new Map(project.groups.map((g) => [g.id, g]))
  return (['groups', 'pieces'] as const).flatMap((list) =>
    project[list].flatMap((entry) => {
      if (entry.group === null) return []
      let up = groups.get(entry.group)
      for (let n = 0; up && up !== entry && up.group !== null && n < project.groups.length; n++)
        up = groups.get(up.group)
      return up && up !== entry && up.group === null ? [] : [{ list, entry, circle: up !== undefined }]
    }),
  )
}
