/** What is taken hold of, what it can lie against, and what its facts become. */
import {
  change,
  refsOf,
  type Change,
  type Direction,
  type Group,
  type MadePiece,
} from '../../../core/document'
import {
  AXES,
  AXIS_OF,
  DIRECTION_OF,
  ROOM_SIDES,
  sideAt,
  sideOf,
  type Axis,
  type Box,
} from '../../../core/pieces'
import { keyOf, type Instance, type Stretch } from '../../../core/resolve'
import type { Shown } from '../../../core/shown'
import { chosenGroup, chosenIds, piecesIn } from '../groups'
import { snapAlong, type Snap, type Thing } from './snap'
import { movedBy, movedTo, runTo, stepOf, stretched } from './spans'

/** What is dragged: one piece or group that has facts of its own, or several. */
export interface Held {
  readonly of: ReadonlyArray<MadePiece | Group>
  /** Every instance that goes along, and the room box round what was taken hold of. */
  readonly keys: ReadonlySet<string>
  readonly box: Box
  /** Its faces can be dragged: it is one piece that stands square. */
  readonly sizes: boolean
}

export const stretchOf = (shown: Shown, id: string, direction: Direction): Stretch | null => {
  const found = shown.result(keyOf.place(id, direction))
  return found?.ok ? ((found.value as readonly Stretch[])[0] ?? null) : null
}

/** Whether something can be moved by its own facts in a direction: equal gaps place it themselves. */
export const free = ({ repeat }: MadePiece | Group, direction: Direction): boolean =>
  !(repeat && repeat.direction === direction && repeat.kind === 'even')

/** What is chosen, when it can be taken hold of; null for twins, and for copies of what stands elsewhere. */
export function heldOf(shown: Shown, chosen: readonly string[]): Held | null {
  const { project, byKey, byId, instances } = shown
  if (chosen.length === 0) return null
  const group = chosenGroup(project, chosen)
  if (group) {
    const told = shown.groups.find((g) => g.id === group.id)
    const inside = new Set(piecesIn(project, group.id))
    const keys = new Set(instances.filter((i) => inside.has(i.piece)).map((i) => i.key))
    return told?.boxes[0] ? { of: [group], keys, box: told.boxes[0], sizes: false } : null
  }
  const last = byKey.get(chosen.at(-1)!)
  if (!last) return null
  const of = chosenIds(chosen).map((id) => byId.get(id)?.piece)
  if (!of.every((p): p is MadePiece => p?.kind === 'made')) return null
  const first = (i: Instance) => byId.get(i.piece)?.instances[0]?.key === i.key
  if (!chosen.every((key) => byKey.has(key) && first(byKey.get(key)!))) return null
  const keys = new Set(instances.filter((i) => of.some((p) => p.id === i.piece)).map((i) => i.key))
  return { of, keys, box: last.box, sizes: of.length === 1 && last.square }
}

/** Whether all of it can be moved along an axis. */
export const moves = (held: Held, axis: Axis): boolean => held.of.every((w) => free(w, DIRECTION_OF[axis]!))

/** Whether a face of it can be dragged: not one that its stock says where it is. */
export function pulls(shown: Shown, held: Held, axis: Axis): boolean {
  const piece = held.of[0]
  if (!held.sizes || !piece || !('stock' in piece) || !moves(held, axis)) return false
  const own = shown.byId.get(piece.id)?.facing.room.indexOf(axis)
  return own === 0 || own === 1
}

/** A place that hangs on what is held, and so cannot carry it: `p3 across`. */
type Hanging = ReadonlySet<string>

/** Everything whose place in a direction follows from what is held. */
export function hangingOn(shown: Shown, held: Pick<Held, 'of'>, axis: Axis): Hanging {
  const d = DIRECTION_OF[axis]!
  const { pieces, groups } = shown.project
  const reads = new Map<string, string[]>()
  for (const w of [...pieces, ...groups]) {
    const texts = 'spans' in w ? Object.values(w.spans[d]) : [w.about]
    const repeat = 'repeat' in w && w.repeat ? Object.values(w.repeat) : []
    const ids = [...texts, ...repeat].flatMap((text) =>
      refsOf(text)
        .filter(({ property }) => {
          const side = ROOM_SIDES.find((s) => s === property)
          return !side || sideAt(side).axis === axis
        })
        .map((ref) => ref.id),
    )
    const group = groups.find((g) => g.id === w.group)
    const led = group && Object.keys(group.spans[d]).length > 0 ? [group.id] : []
    const holds = 'placements' in w ? piecesIn(shown.project, w.id) : []
    const of = 'kind' in w && w.kind === 'twin' ? [w.of] : []
    reads.set(w.id, [...ids, ...led, ...holds, ...of])
  }
  const hanging = new Set(held.of.map((w) => w.id))
  for (const g of groups) if (hanging.has(g.id)) for (const p of piecesIn(shown.project, g.id)) hanging.add(p)
  for (let grown = true; grown;) {
    grown = false
    for (const [id, on] of reads)
      if (!hanging.has(id) && on.some((x) => hanging.has(x))) {
        hanging.add(id)
        grown = true
      }
  }
  return hanging
}

/** Whether what is held stands where its own facts say, and is not moved along with a group. */
function athome(shown: Shown, held: Held, axis: Axis): boolean {
  const now = stretchOf(shown, held.of[0]!.id, DIRECTION_OF[axis]!)
  return now !== null && Math.abs(held.box.min[axis] - now.start) < 1e-6
}

/** What it can lie against along an axis. */
export function thingsFor(shown: Shown, held: Held, axis: Axis): Thing[] {
  if (!athome(shown, held, axis)) return []
  const hanging = hangingOn(shown, held, axis)
  return thingsIn(shown).filter((t) => !hanging.has(t.piece))
}

/** Every piece of wood that stands square, as what may be lain against. */
export const thingsIn = ({ instances, byId }: Shown): Array<Thing & Pick<Instance, 'key' | 'piece'>> =>
  instances
    .filter((i) => i.square)
    .map((i) => {
      const many = (byId.get(i.piece)?.instances.length ?? 1) > 1
      return {
        ref: `${i.piece}${many ? `#${i.copy}` : ''}`,
        name: i.name,
        box: i.box,
        piece: i.piece,
        key: i.key,
      }
    })

/** The faces that a piece or a group stands between in a direction, nearest to it, as measures. */
export function between(
  shown: Shown,
  wood: MadePiece | Group,
  direction: Direction,
): { readonly from?: string; readonly to?: string } {
  const axis = AXIS_OF[direction]
  const inside = 'stock' in wood ? [wood.id] : piecesIn(shown.project, wood.id)
  const held = heldOf(
    shown,
    shown.instances
      .filter((i) => inside.includes(i.piece))
      .slice(0, 1)
      .map((i) => i.key),
  )
  const mine = shown.byId.get(inside[0] ?? '')?.instances[0]?.box
  if (!held || !mine) return {}
  const facing = thingsFor(shown, { ...held, of: [wood] }, axis).filter(({ box }) =>
    AXES.every((i) => i === axis || (box.max[i] - mine.min[i] > 0.5 && mine.max[i] - box.min[i] > 0.5)),
  )
  const below = facing.filter(({ box }) => box.max[axis] <= mine.min[axis] + 0.05)
  const above = facing.filter(({ box }) => box.min[axis] >= mine.max[axis] - 0.05)
  const from = below.sort((a, b) => b.box.max[axis] - a.box.max[axis])[0]
  const to = above.sort((a, b) => a.box.min[axis] - b.box.min[axis])[0]
  return {
    ...(from && { from: `@${from.ref}.${sideOf(axis, true)}` }),
    ...(to && { to: `@${to.ref}.${sideOf(axis, false)}` }),
  }
}

/** How far it goes along an axis for a pointer that went so far, and what it comes to lie against. */
export function landing(
  shown: Shown,
  held: Held,
  axis: Axis,
  by: number,
  side: 'start' | 'end' | null,
  things: readonly Thing[],
  reach: number,
  step: number,
): { readonly by: number; readonly snap: Snap | null } {
  const { min, max } = held.box
  const start = min[axis] + by
  const whole = { start, size: max[axis] - min[axis] }
  const mine = side ? { start: side === 'end' ? max[axis] + by : start, size: 0 } : whole
  const from = side ? { start: side === 'end' ? max[axis] : min[axis] } : { start: min[axis] }
  const found = athome(shown, held, axis)
    ? snapAlong(axis, mine, things, reach, side ? ['start'] : undefined)
    : null
  const snap = found && side ? { ...found, side } : found
  if (snap) {
    const off = { start: 0, end: whole.size, centre: whole.size / 2 }[snap.side]
    return { by: snap.at - from.start - (side ? 0 : off), snap }
  }
  return { by: Math.round(by / step) * step, snap: null }
}

/** The changes that move it by so much, or put it where it snapped. */
export function moveChanges(shown: Shown, held: Held, axis: Axis, by: number, snap: Snap | null): Change[] {
  const direction = DIRECTION_OF[axis]!
  return held.of.flatMap((wood, n) => {
    const now = stretchOf(shown, wood.id, direction)
    if (!now) return []
    const span = wood.spans[direction]
    const put =
      snap && n === 0 && held.of.length === 1
        ? movedTo(span, snap.side, snap.text, now, shown.style)
        : movedBy(span, by, now, shown.style)
    return [change.setSpan({ id: wood.id, direction, span: put })]
  })
}

/** The changes that drag one of its faces by so much, or up to where it snapped. */
export function pullChanges(
  shown: Shown,
  held: Held,
  axis: Axis,
  side: 'start' | 'end',
  by: number,
  snap: Snap | null,
): Change[] {
  const direction = DIRECTION_OF[axis]!
  const wood = held.of[0]!
  const now = stretchOf(shown, wood.id, direction)
  if (!now) return []
  const span = wood.spans[direction]
  const put = snap
    ? runTo(span, side, snap.text, now, shown.style)
    : stretched(span, side, by, now, shown.style)
  return [change.setSpan({ id: wood.id, direction, span: put })]
}

/** The even step that a drag goes by, so that a pixel is no more than one: 1/16, 1/8, 1/4…, or 1, 2, 5 mm. */
export function evenStep({ style }: Shown, mmPerPixel: number): number {
  const least = stepOf(style)
  const times = style.unit === 'in' ? [1, 2, 4, 8, 16, 32] : [1, 2, 5, 10, 20, 50]
  return least * (times.find((t) => least * t >= 3 * mmPerPixel) ?? times.at(-1)!)
}

/** How it goes along the axes of the room, from how far along one. */
export const along = (axis: Axis, by: number): readonly [number, number, number] => {
  const [a, b, c] = AXES.map((k) => (k === axis ? by : 0))
  return [a!, b!, c!]
}
