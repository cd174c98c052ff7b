import * as z from 'zod'
import { withRefs, type Ref } from '../../measure'
import { stepInto } from '../choices'
import { copyOf, firstHere, partsOf, standsHere, standsIn, type Copy } from '../copies'
import { groupsAbove, groupsWithin } from '../nesting'
import { freeId, freeName } from '../new'
import {
  CopyPath,
  Group,
  Id,
  Name,
  Placement,
  PlacementId,
  type Piece,
  type Project,
  type Step,
} from '../schema'
import { refsOf, slots } from '../slots'
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
      work: [],
      placements: [],
    })
    for (const m of inside) m.group = id
  },
  describe: ({ name }) => `Group ${name}`,
})

/** Puts pieces and groups into a group, or out of all groups. */
export const moveInto = command({
  name: 'move-into',
  schema: z.object({ members: z.array(Id).min(1).max(2000), group: Id.nullable() }).strict(),
  apply: (draft, { members, group }) => {
    const into = group === null ? null : groupIn(draft, group)
    for (const id of members) {
      const member = draft.pieces.find((p) => p.id === id) ?? groupIn(draft, id)
      if (into && !('kind' in member) && groupsWithin(draft, member.id).includes(into.id))
        throw new Refusal(`${member.name} cannot go into itself`)
      member.group = group
    }
  },
  describe: ({ members, group }, before) => {
    const names = members.map((id) => nameOf(before, id)).join(', ')
    return group === null ? `Move ${names} out` : `Move ${names} into ${nameOf(before, group)}`
  },
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
    const groups = groupsWithin(draft, id)
    const pieces = draft.pieces.filter((p) => p.group !== null && groups.includes(p.group)).map((p) => p.id)
    const twin = draft.pieces.find(
      (p) => p.kind === 'twin' && pieces.includes(p.of) && !pieces.includes(p.id),
    )
    if (twin)
      throw new Refusal(`${twin.name} is the mirrored twin of a piece in it; make it independent first`)
    forget(draft, [...groups, ...pieces])
  },
  describe: ({ id }, before) => `Delete ${nameOf(before, id)}`,
})

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
  apply: (draft, { id, placement }) => {
    if (Object.hasOwn(draft.gone, goneId(id, placement.id)))
      throw new Refusal('That id was of a copy that is gone; take another')
    groupIn(draft, id).placements.push(placement)
  },
  describe: ({ id, placement }, before) =>
    `${placement.kind === 'mirrored' ? 'Mirror' : 'Place'} ${nameOf(before, id)} once more`,
})

/** A group's placements, and which of them has this id. */
function placementIn(draft: Project, id: string, placement: string): { all: Placement[]; at: number } {
  const { name, placements } = groupIn(draft, id)
  const at = placements.findIndex((p) => p.id === placement)
  if (at < 0) throw new Refusal(`${name} does not stand there any more`)
  return { all: placements, at }
}

export const setPlacement = command({
  name: 'set-placement',
  schema: z.object({ id: Id, placement: Placement }).strict(),
  apply: (draft, { id, placement }) => {
    const { all, at } = placementIn(draft, id, placement.id)
    all[at] = placement
  },
  describe: ({ id }, before) => `Move a copy of ${nameOf(before, id)}`,
})

export const removePlacement = command({
  name: 'remove-placement',
  schema: z.object({ id: Id, placement: PlacementId, called: z.string().max(100).optional() }).strict(),
  apply: (draft, { id, placement, called }) => {
    const { all, at } = placementIn(draft, id, placement)
    all.splice(at, 1)
    const parted = [...draft.pieces, ...draft.groups].flatMap((x) =>
      [...x.except, ...(x.only === null ? [] : [x.only])].map((copy) => ({ id: x.id, copy })),
    )
    const meant = [...parted, ...slots(draft).flatMap((slot) => refsOf(slot.text))]
    if (meant.some((ref) => passes(ref, id, placement)))
      draft.gone[goneId(id, placement)] = called ?? `a copy of ${nameOf(draft, id)}`
  },
  describe: ({ id }, before) => `Delete a copy of ${nameOf(before, id)}`,
})

const goneId = (group: string, placement: string): string => `${group}#${placement}`

/** Whether a reference, or what tells a parted copy, leads through one placement of a group. */
const passes = (ref: Pick<Ref, 'id' | 'copy'>, group: string, placement: string): boolean =>
  ref.copy !== undefined && partsOf(ref.copy).some((p) => p.id === placement && (p.owner ?? ref.id) === group)

const Parted = z.object({ id: Id, newId: Id, copy: CopyPath }).strict()

/**
 * Parts one copy of a piece from the others: a piece of its own that stands where it stood, with its joints.
 */
export const partPiece = command({
  name: 'part-piece',
  schema: Parted,
  apply: (draft, { id, newId, copy }) => {
    const piece = pieceIn(draft, id)
    if (!standsHere(piece, copy)) throw new Refusal(`That copy of ${piece.name} is not there`)
    const first = firstHere(piece) === copy
    const own: Piece = {
      ...plain(piece),
      id: newId,
      name: freeName(piece.name, allNames(draft)),
      except: [],
      only: copy,
    }
    const to = new Map([[id, newId]])
    if (own.kind === 'made') own.work = stepsTo(own.work, newId, to)
    piece.except.push(copy)
    draft.pieces.splice(draft.pieces.indexOf(piece) + 1, 0, own)
    copyHeld(draft, to)
    nameCopies(draft, to)
    redirect(draft, [id, newId], (ref) => {
      const now = to.get(ref.id)
      return now && (ref.copy === undefined ? first : ref.copy === copy) ? { ...ref, id: now } : ref
    })
  },
  describe: ({ id }, before) => `Make a copy of ${nameOf(before, id)} independent`,
})

/**
 * Parts one copy of a group from the rest: a group of its own that stands where it stood, with all it holds.
 */
export const partGroup = command({
  name: 'part-group',
  schema: Parted,
  apply: (draft, { id, newId, copy }) => {
    const found = groupIn(draft, id)
    if (!standsHere(found, copy)) throw new Refusal(`That copy of ${found.name} is not there`)
    const first = firstHere(found) === copy
    const groups = groupsWithin(draft, id)
    const to = new Map(groups.map((g) => [g, g === id ? newId : `${newId}_${g}`]))
    const above = new Set(groupsAbove(draft, id))
    const inside = draft.pieces.filter((p) => p.group !== null && groups.includes(p.group))
    // What is one copy only goes along, or stays, whole.
    const goes = (p: Piece) => p.only !== null && standsIn(p.only, id, copy, above)
    const moved = inside.filter(goes)
    const held = inside.filter((p) => p.only === null)
    for (const p of held) to.set(p.id, `${newId}_${p.id}`)
    const stepped = <T extends Piece | Group>(x: T): T =>
      'work' in x ? { ...x, work: stepsTo(x.work, newId, to) } : x
    const copied = <T extends { id: string; name: string; group: string | null; except: string[] }>(
      x: T,
    ): T => ({
      ...plain(x),
      id: to.get(x.id)!,
      name: freeName(x.name, allNames(draft)),
      group: x.group === null ? null : (to.get(x.group) ?? x.group),
      except: x.except.map((c) => copyTo(c, to)),
    })
    for (const g of draft.groups.filter((x) => groups.includes(x.id)))
      draft.groups.push({ ...stepped(copied(g)), ...(g.id === id ? { except: [], only: copy } : {}) })
    for (const p of held) {
      const own = stepped(copied(p))
      draft.pieces.push(own.kind === 'twin' ? { ...own, of: to.get(own.of) ?? own.of } : own)
    }
    found.except.push(copy)
    for (const p of moved) Object.assign(p, { group: to.get(p.group!), only: copyTo(p.only!, to) })
    const copies = new Set([...to.values(), ...moved.map((p) => p.id)])
    for (const slot of slots(draft))
      if (slot.owner !== null && copies.has(slot.owner)) slot.write(redirected(slot.text, to))
    copyHeld(draft, to)
    nameCopies(draft, to)
    const left = new Set(moved.map((p) => p.id))
    draft.joints = draft.joints.filter(
      (j) => !(j.between.some((m) => left.has(m.piece)) && j.between.some((m) => to.has(m.piece))),
    )
    // References from outside go along with what they meant.
    redirect(draft, [...to.keys(), ...copies], (ref) => {
      const own = to.get(ref.id)
      if (own === undefined) return ref
      if (ref.copy === undefined) return first ? { ...ref, id: own } : ref
      const there = ref.id === id ? ref.copy === copy : standsIn(ref.copy, id, copy, above)
      return there ? { ...ref, id: own, copy: copyTo(ref.copy, to) } : ref
    })
  },
  describe: ({ id }, before) => `Make a copy of ${nameOf(before, id)} independent`,
})

/** Steps as those of what has been copied, with ids of their own; `to` learns which. */
const stepsTo = (work: readonly Step[], newId: string, to: Map<string, string>): Step[] =>
  work.map((step) => {
    const id = `${newId}_${step.id}`
    to.set(step.id, id)
    return { ...step, id }
  })

/** What copied steps name that has been copied too, is the copy of it. */
function nameCopies(draft: Project, to: ReadonlyMap<string, string>): void {
  const made = new Set(to.values())
  for (const x of [...draft.pieces, ...draft.groups])
    if ('work' in x && made.has(x.id)) x.work = x.work.map((step) => stepInto(step, (id) => to.get(id) ?? id))
}

/** A path through things that have been copied, as it leads through their copies. */
const copyTo = (copy: Copy, to: ReadonlyMap<string, string>): Copy =>
  copyOf(partsOf(copy).map((p) => ({ ...p, owner: p.owner === null ? null : (to.get(p.owner) ?? p.owner) })))

/** A copy of part of a draft. */
const plain = <T>(x: T): T => JSON.parse(JSON.stringify(x)) as T

/** A measure's text, referring to the copies instead of what was copied. */
const redirected = (text: string, to: ReadonlyMap<string, string>): string =>
  withRefs(text, (ref) => ({
    ...ref,
    id: to.get(ref.id) ?? ref.id,
    ...(ref.copy === undefined ? {} : { copy: copyTo(ref.copy, to) }),
  }))

/** Joints and hardware of what was copied, made for the copies too; `to` learns of them. */
function copyHeld(draft: Project, to: Map<string, string>): void {
  const now = (id: string) => to.get(id) ?? id
  const joints = new Map<string, string>()
  for (const joint of [...draft.joints]) {
    if (!joint.between.some((m) => to.has(m.piece))) continue
    const own = plain(joint)
    const id = freeId(
      'j',
      draft.joints.map((j) => j.id),
    )
    joints.set(joint.id, id)
    draft.joints.push({
      ...own,
      id,
      between: own.between.map((m) => ({ ...m, piece: now(m.piece) })),
      fields: Object.fromEntries(
        Object.entries(own.fields).map(([k, v]) => [k, typeof v === 'string' ? redirected(v, to) : v]),
      ),
    })
  }
  for (const [joint, own] of joints) to.set(joint, own)
  for (const h of [...draft.hardware]) {
    if (h.on === null || !to.has(h.on)) continue
    const id = freeId(
      'h',
      draft.hardware.map((x) => x.id),
    )
    const own = { ...plain(h), id, count: redirected(h.count, to) }
    draft.hardware.push(
      own.kind === 'hinge'
        ? {
            ...own,
            on: now(own.on),
            at: own.at.kind === 'hole' ? { ...own.at, of: now(own.at.of) } : own.at,
            moves: own.moves.map(now),
            limit: redirected(own.limit, to),
            ...(own.back !== undefined && { back: redirected(own.back, to) }),
          }
        : { ...own, on: now(h.on) },
    )
  }
}

/** Rewrites references everywhere but in what `but` owns. */
function redirect(draft: Project, but: readonly string[], to: (ref: Ref) => Ref): void {
  for (const slot of slots(draft)) {
    if (slot.owner !== null && but.includes(slot.owner)) continue
    const text = withRefs(slot.text, to)
    if (text !== slot.text) slot.write(text)
  }
}
