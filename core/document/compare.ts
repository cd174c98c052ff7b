/** What differs between two states of a project, in the words of the ticket. */
import { toShown } from '../measure'
import type { Group, MadePiece, Project, Span } from './schema'

export interface Difference {
  /** What it is about, by name. */
  readonly of: string
  readonly says: string
}

const FACT_SAYS = { start: 'starts at', end: 'ends at', centre: 'centre at', size: 'measures' } as const

const SHEET_LISTS = [
  ['sheets', 'sheets left out or renamed'],
  ['sheetOrder', 'the order of the sheets'],
  ['adjustments', 'what is moved or hidden on sheets'],
  ['additions', 'what is drawn besides'],
  ['revisions', 'revisions'],
] as const

/** Everything that is in one and not in the other, or is otherwise there. */
export function compare(before: Project, after: Project): Difference[] {
  const out: Difference[] = []
  const say = (project: Project) => (text: string | undefined) =>
    text === undefined ? 'nothing' : shownIn(project, text)
  const [was, is] = [say(before), say(after)]
  const changed = (of: string, what: string, a: string, b: string) =>
    out.push({ of, says: `${what}: ${a} became ${b}` })
  const pairs = <T extends { id: string; name: string }>(
    old: readonly T[],
    now: readonly T[],
    one: string,
    each: (a: T, b: T) => void,
    named = true,
  ) => {
    const there = new Map(now.map((x) => [x.id, x]))
    const before = new Map(old.map((x) => [x.id, x]))
    for (const x of old) if (!there.has(x.id)) out.push({ of: x.name, says: `${one} is gone` })
    for (const x of now) {
      const a = before.get(x.id)
      if (!a) {
        out.push({ of: x.name, says: `${one} is new` })
        continue
      }
      if (a === x) continue
      if (named && a.name !== x.name) changed(x.name, 'name', a.name, x.name)
      each(a, x)
    }
  }
  const spans = (a: MadePiece | Group, b: MadePiece | Group) => {
    for (const d of ['across', 'deep', 'up'] as const)
      for (const fact of Object.keys(FACT_SAYS) as Array<keyof Span>) {
        const [x, y] = [a.spans[d][fact], b.spans[d][fact]]
        if (x !== y && was(x) !== is(y)) changed(b.name, `${d}, ${FACT_SAYS[fact]}`, was(x), is(y))
      }
  }
  const other = (of: string, what: string, a: unknown, b: unknown) => {
    if (JSON.stringify(a) !== JSON.stringify(b)) out.push({ of, says: `${what} was changed` })
  }
  pairs(before.parameters, after.parameters, 'the named value', (a, b) => {
    if (a.expression !== b.expression) changed(b.name, 'measure', was(a.expression), is(b.expression))
  })
  pairs(before.stock, after.stock, 'the stock', (a, b) => {
    if (a.thickness !== b.thickness) changed(b.name, 'thickness', was(a.thickness), is(b.thickness))
    if (a.width !== b.width) changed(b.name, 'width', was(a.width ?? undefined), is(b.width ?? undefined))
    other(
      b.name,
      'its description',
      { ...a, name: '', thickness: '', width: '' },
      { ...b, name: '', thickness: '', width: '' },
    )
  })
  pairs(before.groups, after.groups, 'the group', (a, b) => {
    spans(a, b)
    other(b.name, 'its repeats', [a.repeat, a.placements], [b.repeat, b.placements])
    other(b.name, 'its work', a.work, b.work)
  })
  pairs(before.pieces, after.pieces, 'the piece', (a, b) => {
    if (a.kind === 'made' && b.kind === 'made') {
      spans(a, b)
      const stock = (project: Project, id: string) => project.stock.find((s) => s.id === id)?.name ?? id
      const [x, y] = [stock(before, a.stock), stock(after, b.stock)]
      if (x !== y) changed(b.name, 'stock', x, y)
      other(b.name, 'its stance', [a.facing, a.tilts], [b.facing, b.tilts])
      other(b.name, 'its repeat', a.repeat, b.repeat)
      other(b.name, 'its work', a.work, b.work)
    } else other(b.name, 'the mirror', { ...a, name: '', note: '' }, { ...b, name: '', note: '' })
    other(b.name, 'its note', a.note, b.note)
    other(b.name, 'the group it is in', a.group, b.group)
  })
  const names = (project: Project, pieces: readonly string[]) =>
    pieces.map((id) => project.pieces.find((p) => p.id === id)?.name ?? id).join(' and ')
  const joints = (project: Project) =>
    project.joints.map((j) => ({
      ...j,
      name: names(
        project,
        j.between.map((m) => m.piece),
      ),
    }))
  pairs(
    joints(before),
    joints(after),
    'a joint',
    (a, b) => other(b.name, 'the joint between them', { ...a, name: '' }, { ...b, name: '' }),
    false,
  )
  pairs(before.hardware, after.hardware, 'the hardware', (a, b) => other(b.name, 'hardware', a, b))
  pairs(before.boards, after.boards, 'the measured board', (a, b) => other(b.name, 'measured board', a, b))
  pairs(before.bits, after.bits, 'the bit', (a, b) => other(b.name, 'bit', a, b))
  pairs(before.views, after.views, 'the view', (a, b) => other(b.name, 'view', a, b))
  pairs(before.pictures, after.pictures, 'the picture', (a, b) => other(b.name, 'picture', a, b))
  other('Settings', 'one of them', before.settings, after.settings)
  other('Proof', 'a limit', before.limits, after.limits)
  other('Proof', 'what is accepted', before.accepted, after.accepted)
  other('Proof', 'readings', before.readings, after.readings)
  for (const [list, says] of SHEET_LISTS) other('Plans', says, before[list], after[list])
  if (before.name !== after.name) changed('Project', 'name', before.name, after.name)
  return out
}

/** A stored measure with names for ids. */
const shownIn = ({ pieces, groups, stock }: Project, text: string): string =>
  toShown(text, ({ id, property }) => {
    const name = [...pieces, ...groups, ...stock].find((x) => x.id === id)?.name ?? id
    return `${name}·${property}`
  })
