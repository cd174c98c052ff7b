import { z } from 'zod'
import { firstHere, standsHere } from '../instances'
import { freeId, freeName } from '../new'
import { Group, Id, Name, Placement, type Piece, type Project } from '../schema'
import { slots } from '../slots'
import { command, forget, groupIn, nameOf, pieceIn, Refusal } from './command'

const allNames = (project: Project) => [...project.pieces, ...project.groups].map((x) => x.name)

/** Puts pieces and groups into a new group; all must stand in the same one so far. */
export const group = command({
  name: 'group',
  schema: z.object({ id: Id, name: Name, members: z.array(Id).min(1).max(2000) }).strict(),
  apply: (draft, { id, name, members }) => {
    const inside = members.map((m) => draft.pieces.find((p) => p.id === m) ?? groupIn(draft, m))
    const above = inside[0]!.group
    const other = inside.find((m) => m.group !== above)
    if (other) throw new Refusal(`${other.name} and ${inside[0]!.name} do not stand in the same group`)
    draft.groups.push({
      id,
      name: freeName(name, allNames(draft)),
      note: '',
      group: above,
      except: [],
      only: null,
      spans: { across: {}, deep: {}, up: {} },
      repeat: null,
      placements: [],
    })
    for (const m of inside) m.group = id
  },
  describe: ({ name }) => `Group ${name}`,
})

/** Takes a group apart: what it holds stands where it is described, in the group above. */
export const ungroup = command({
  name: 'ungroup',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    const found = groupIn(draft, id)
    for (const x of [...draft.pieces, ...draft.groups]) if (x.group === id) x.group = found.group
    forget(draft, [id])
  },
  describe: ({ id }, before) => `Ungroup ${nameOf(before, id)}`,
})

/** Deletes a group and all it holds. */
export const removeGroup = command({
  name: 'remove-group',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    groupIn(draft, id)
    const groups = within(draft, id)
    const pieces = draft.pieces.filter((p) => p.group !== null && groups.includes(p.group)).map((p) => p.id)
    const twin = draft.pieces.find(
      (p) => p.kind === 'twin' && pieces.includes(p.of) && !pieces.includes(p.id),
    )
    if (twin) throw new Refusal(`${twin.name} is the mirrored twin of a piece in it; give it its own first`)
    forget(draft, [...groups, ...pieces])
  },
  describe: ({ id }, before) => `Delete ${nameOf(before, id)}`,
})

/** A group and the groups in it. */
export function within(project: Project, id: string): string[] {
  return [id, ...project.groups.filter((g) => g.group === id).flatMap((g) => within(project, g.id))]
}

export const renameGroup = command({
  name: 'rename-group',
  schema: z.object({ id: Id, name: Name }).strict(),
  apply: (draft, { id, name }) => {
    const found = groupIn(draft, id)
    if ([...draft.pieces, ...draft.groups].some((x) => x.name === name && x.id !== id))
      throw new Refusal(`There is already something called ${name}`)
    found.name = name
  },
  describe: ({ id, name }, before) => `Rename ${nameOf(before, id)} to ${name}`,
})

export const setGroupRepeat = command({
  name: 'set-group-repeat',
  schema: Group.pick({ id: true, repeat: true }).strict(),
  apply: (draft, { id, repeat }) => void (groupIn(draft, id).repeat = repeat),
  describe: ({ id, repeat }, before) => `${repeat ? 'Repeat' : 'Single'} ${nameOf(before, id)}`,
})

export const addPlacement = command({
  name: 'add-placement',
  schema: z.object({ id: Id, placement: Placement }).strict(),
  apply: (draft, { id, placement }) => void groupIn(draft, id).placements.push(placement),
  describe: ({ id, placement }, before) =>
    `${placement.kind === 'mirrored' ? 'Mirror' : 'Place'} ${nameOf(before, id)} once more`,
})

/** A group's placements, of which the one at `index` must not have been taken away. */
function placementsIn(draft: Project, id: string, index: number): Placement[] {
  const { name, placements } = groupIn(draft, id)
  if ((placements[index]?.kind ?? 'none') === 'none')
    throw new Refusal(`${name} does not stand there any more`)
  return placements
}

export const setPlacement = command({
  name: 'set-placement',
  schema: z.object({ id: Id, index: z.number().int().nonnegative(), placement: Placement }).strict(),
  apply: (draft, { id, index, placement }) => {
    placementsIn(draft, id, index)[index] = placement
  },
  describe: ({ id }, before) => `Move a copy of ${nameOf(before, id)}`,
})

export const removePlacement = command({
  name: 'remove-placement',
  schema: z.object({ id: Id, index: z.number().int().nonnegative() }).strict(),
  apply: (draft, { id, index }) => {
    // Its number stays empty, so that what refers to the copies after it goes on meaning them.
    placementsIn(draft, id, index)[index] = { kind: 'none' }
  },
  describe: ({ id }, before) => `Take a copy of ${nameOf(before, id)} away`,
})

/**
 * How many instances there are only the caller can know; `each` says how many of a piece or a group stand in
 * one copy of the group that is parted, where that is not one.
 */
const Parted = z
  .object({
    id: Id,
    newId: Id,
    index: z.number().int().positive(),
    of: z.number().int().positive(),
    each: z.record(Id, z.number().int().positive()).optional(),
  })
  .strict()

/**
 * Parts one instance of a piece from its twins: a piece of its own that stands where it stood, with its
 * joints.
 */
export const partPiece = command({
  name: 'part-piece',
  schema: Parted,
  apply: (draft, { id, newId, index, of }) => {
    const piece = pieceIn(draft, id)
    if (index > of || !standsHere(piece, index)) throw new Refusal(`${piece.name} #${index} is not there`)
    const first = firstHere(piece) === index
    const own: Piece = {
      ...plain(piece),
      id: newId,
      name: freeName(piece.name, allNames(draft)),
      except: [],
      only: index,
    }
    piece.except.push(index)
    draft.pieces.splice(draft.pieces.indexOf(piece) + 1, 0, own)
    copyHeld(draft, new Map([[id, newId]]))
    redirect(
      draft,
      id,
      (n) => {
        if (n === undefined) return first ? `@${newId}` : null
        return n === index ? `@${newId}#${n}` : null
      },
      [id, newId],
    )
  },
  describe: ({ id, index }, before) => `Give ${nameOf(before, id)} #${index} its own`,
})

/**
 * Parts one copy of a group from the rest: a group of its own that stands where it stood, with all it holds.
 */
export const partGroup = command({
  name: 'part-group',
  schema: Parted,
  apply: (draft, payload) => {
    const { id, newId, index, of } = payload
    const found = groupIn(draft, id)
    if (index > of || !standsHere(found, index)) throw new Refusal(`${found.name} #${index} is not there`)
    const groups = within(draft, id)
    const to = new Map(groups.map((g) => [g, g === id ? newId : `${newId}_${g}`]))
    const held = draft.pieces.filter((p) => p.group !== null && groups.includes(p.group))
    for (const p of held) to.set(p.id, `${newId}_${p.id}`)
    const copy = <T extends { id: string; name: string; group: string | null }>(x: T): T => ({
      ...plain(x),
      id: to.get(x.id)!,
      name: freeName(x.name, allNames(draft)),
      group: x.group === null ? null : (to.get(x.group) ?? x.group),
    })
    for (const g of draft.groups.filter((x) => groups.includes(x.id)))
      draft.groups.push({ ...copy(g), ...(g.id === id ? { except: [], only: index } : {}) })
    for (const p of held) {
      const own = copy(p)
      draft.pieces.push(own.kind === 'twin' ? { ...own, of: to.get(own.of) ?? own.of } : own)
    }
    found.except.push(index)
    const copies = new Set(to.values())
    for (const slot of slots(draft))
      if (slot.owner !== null && copies.has(slot.owner)) slot.write(redirected(slot.text, to))
    copyHeld(draft, to)
    // Numbered references from outside go along with what they meant: the n-th in this copy is the n-th of
    // its own.
    for (const [old, own] of to) {
      const each = old === id ? 1 : (payload.each?.[old] ?? 1)
      redirect(
        draft,
        old,
        (n) => {
          return n !== undefined && Math.ceil(n / each) === index ? `@${own}#${n}` : null
        },
        [...to.values()],
      )
    }
  },
  describe: ({ id, index }, before) => `Give ${nameOf(before, id)} #${index} its own`,
})

/** A copy of part of a draft. */
const plain = <T>(x: T): T => JSON.parse(JSON.stringify(x)) as T

/** A measure's text, referring to the copies instead of what was copied. */
const redirected = (text: string, to: ReadonlyMap<string, string>): string =>
  text.replace(/@([A-Za-z0-9_]+)/g, (_, id: string) => `@${to.get(id) ?? id}`)

/** Joints and hardware of what was copied, made for the copies too. */
function copyHeld(draft: Project, to: ReadonlyMap<string, string>): void {
  const now = (id: string) => to.get(id) ?? id
  for (const joint of [...draft.joints]) {
    if (!joint.between.some((m) => to.has(m.piece))) continue
    const own = plain(joint)
    draft.joints.push({
      ...own,
      id: freeId(
        'j',
        draft.joints.map((j) => j.id),
      ),
      between: own.between.map((m) => ({ ...m, piece: now(m.piece) })),
      fields: Object.fromEntries(
        Object.entries(own.fields).map(([k, v]) => [k, typeof v === 'string' ? redirected(v, to) : v]),
      ),
    })
  }
  for (const h of [...draft.hardware]) {
    if (h.on === null || !to.has(h.on)) continue
    const id = freeId(
      'h',
      draft.hardware.map((x) => x.id),
    )
    const own = { ...plain(h), id, count: redirected(h.count, to) }
    draft.hardware.push(
      own.kind === 'hinge'
        ? { ...own, on: now(own.on), moves: own.moves.map(now), limit: redirected(own.limit, to) }
        : { ...own, on: now(h.on) },
    )
  }
}

/** Rewrites what refers to a piece or a group, by the number it names; what `but` owns is left as it is. */
function redirect(
  draft: Project,
  id: string,
  to: (n: number | undefined) => string | null,
  but: readonly string[],
): void {
  const reference = new RegExp(`@${id}(?:#(\\d+))?(?=\\.)`, 'g')
  for (const slot of slots(draft)) {
    if (slot.owner !== null && but.includes(slot.owner)) continue
    const text = slot.text.replace(
      reference,
      (was, n: string | undefined) => to(n === undefined ? undefined : Number(n)) ?? was,
    )
    if (text !== slot.text) slot.write(text)
  }
}
