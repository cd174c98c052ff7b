/** Wood that has no room to move through the year: panels in their grooves, boards held across the grain. */
import { change } from '../../document'
import { movementOf } from '../../rack'
import { formatNumber, MM_PER, type Mm } from '../../measure'
import { jointKind } from '../../joints'
import type { Model } from '../../model'
import { AXES, axesOf, dot, toRoom, vec3, type Box } from '../../pieces'
import type { Instance, Mend, Problem } from '../../resolve'
import { boxInto, type Feature } from '../../work'
import { defineNeighbourly } from '../check'
import { looksSwapped } from './swapped'
import { blankOf, opensAt, sayer, sayNames, takenFrom } from '../wood'

/**
 * How much wider a board grows from the driest time of the year to the wettest: w · C · ΔMC, with C by
 * species, tangential where it was flat sawn and radial where quarter sawn (USDA Wood Handbook, ch. 13).
 * Sheets hardly move; null for them, and for a species we do not know.
 */
export function growth(i: Instance, model: Model): Mm | null {
  const stock = model.resolved.byId.get(i.piece)?.stock
  const rate = stock?.stock.kind === 'board' ? movementOf(stock.stock.species, stock.stock.cut) : null
  const { driest, wettest } = model.resolved.limits
  return rate === null ? null : i.width * rate * Math.max(0, wettest - driest)
}

/** Room that a panel has in its width, where it is held at both edges; null where it is not. */
export function roomOf(i: Instance, beside: readonly Instance[], model: Model): Room | null {
  const sides = [false, true].map((far) => beside.flatMap((host) => grooveFor(i, host, far, model) ?? []))
  if (sides.some((s) => s.length === 0)) return null
  const least = sides.map((s) => Math.min(...s.map((g) => g.room)))
  return { room: least[0]! + least[1]!, grooves: sides.flat() }
}

/** A groove with the room in it beyond the edge that stands there. */
interface Groove {
  readonly room: Mm
  readonly host: Instance
  readonly of: Feature
}
interface Room {
  readonly room: Mm
  readonly grooves: readonly Groove[]
}

/** How far an edge of a piece is from the bottom of the groove it stands in. */
function grooveFor(i: Instance, host: Instance, far: boolean, model: Model): Groove | null {
  for (const { of, box } of takenFrom(host, model).boxes) {
    const g = boxInto(i.frame, host.frame, box)
    if (!g || !opens(box, host, i)) continue
    const edge = far ? i.width : 0
    const within = far
      ? g.min[1] < edge - 0.5 && g.max[1] >= edge - 0.01
      : g.max[1] > edge + 0.5 && g.min[1] <= edge + 0.01
    const along = Math.min(g.max[0], i.length) - Math.max(g.min[0], 0)
    const through = g.min[2] < i.thickness && g.max[2] > 0
    if (within && through && along > i.length / 2)
      return { room: far ? g.max[1] - edge : edge - g.min[1], host, of }
  }
  return null
}

/** A groove that the edge of a piece comes into: it does not run out of the host on the other side. */
const opens = (box: Box, host: Instance, guest: Instance): boolean => {
  const own = boxInto(guest.frame, host.frame, blankOf(host))
  if (!own) return false
  const across = AXES.find((a) => Math.abs(dot(axesOf(host.frame)[a], guest.frame.y)) > 0.999)
  return (
    across !== undefined && opensAt(box, host.size, across, false) !== opensAt(box, host.size, across, true)
  )
}

/** Outer fasteners of a board this far apart by the growth between them hold it too hard. */
const HELD: Mm = 1.2

export const movement = defineNeighbourly({
  id: 'movement',
  title: 'Wood movement',
  rests: 'all',
  why: 'A board that cannot swell bursts its frame, and one that cannot shrink splits.',
  look: (i, beside, model) => {
    const grows = growth(i, model)
    // Of what stands the wrong way round, that is told first.
    if (grows === null || grows < 0.3 || looksSwapped(i, model)) return []
    return [
      ...inGrooves(i, beside, grows, model),
      ...acrossGrain(i, beside, grows, model),
      ...glued(i, beside, grows, model),
    ]
  },
})

function inGrooves(i: Instance, beside: readonly Instance[], grows: Mm, model: Model): Problem[] {
  const room = roomOf(i, beside, model)
  if (!room || room.room >= grows - 1e-6) return []
  const say = sayer(model)
  const { driest, wettest } = model.resolved.limits
  const stock = model.resolved.byId.get(i.piece)!.stock!.stock
  const hosts = room.grooves.map((g) => g.host)
  const more = (grows - Math.max(0, room.room)) / 2
  const mend = mendOf(i, room.grooves, more, model)
  return [
    {
      id: `movement:${i.piece}`,
      level: 'look',
      piece: i.piece,
      says:
        `${i.name}, ${say(i.width)} wide, grows ${say(grows)} between the seasons ` +
        `(${stock.species}, ${stock.cut} sawn, ` +
        `${driest} to ${wettest} % moisture); its grooves in ` +
        `${sayNames(hosts.map((h) => h.name))} leave ${say(Math.max(0, room.room))}`,
      advice:
        `Leave ${say(more)} more at the bottom of each groove, and no glue in them; or ` +
        `make it of sheet.`,
      ...(mend && { mends: [mend] }),
      at: [i, ...hosts].map((x) => ({ instance: x.key })),
    },
  ]
}

/** More room by the joints that made the grooves, where the panel still stands half as deep in them. */
function mendOf(i: Instance, grooves: readonly Groove[], more: Mm, model: Model): Mend | null {
  const { joints, style } = model.resolved
  const say = sayer(model)
  const asked = new Map<string, { readonly gap: Mm; readonly depth: Mm }>()
  for (const { of } of grooves) {
    const joint = joints.find((j) => j.id === of.joint)
    const { gap, depth } = joint?.values ?? {}
    if (!joint || gap === undefined || depth === undefined) return null
    asked.set(joint.id, { gap, depth })
  }
  const unit = MM_PER[style.unit]!
  // In whole tenths of a millimetre, or 64ths of an inch, and never less than it takes.
  const step = style.unit === 'in' ? unit / 64 : 0.1
  const wanted = [...asked].map(([id, { gap, depth }]) => ({
    id,
    gap,
    depth,
    becomes: Math.ceil((gap + more) / step - 1e-6) * step,
  }))
  if (wanted.some(({ becomes, depth }) => becomes > depth / 2)) return null
  const [first] = wanted
  return {
    says:
      `Leave ${say(first!.becomes)} at the bottom of each groove: ${say(first!.gap)} becomes ` +
      `${say(first!.becomes)}, and ${i.name} is cut that much narrower`,
    changes: wanted.map(({ id, becomes }) =>
      change.setJointField({ ids: [id], field: 'gap', value: formatNumber(becomes / unit) }),
    ),
  }
}

/**
 * Screws, dowels and the like that hold a board to one whose grain crosses it, at both sides of its width.
 */
function acrossGrain(i: Instance, beside: readonly Instance[], grows: Mm, model: Model): Problem[] {
  for (const other of beside) {
    if (!crosses(i, other, model)) continue
    const rods = takenFrom(i, model).rods.filter(({ of }) => of.partner?.key === other.key)
    const along = rods.filter(
      ({ rod }) =>
        Math.abs(rod.to[2] - rod.from[2]) > 0.7 * Math.hypot(...AXES.map((a) => rod.to[a] - rod.from[a])),
    )
    if (along.length < 2) continue
    const ys = along.map(({ rod }) => rod.from[1])
    const apart = Math.max(...ys) - Math.min(...ys)
    const moves = (grows * apart) / i.width
    if (moves < HELD) continue
    const say = sayer(model)
    return [
      {
        id: `held:${i.piece}:${other.piece}`,
        level: 'look',
        piece: i.piece,
        joint: along[0]!.of.joint!,
        says:
          `${i.name} moves ${say(moves)} between its outer screws in ${other.name}, whose ` +
          `grain crosses it and does not move`,
        advice: 'Let the middle one hold, and give the outer ones slots across the grain.',
        at: along.map(({ of, rod }) => ({
          instance: i.key,
          feature: of.id,
          point: toRoom(
            i.frame,
            vec3((a) => rod.from[a]),
          ),
        })),
      },
    ]
  }
  return []
}

/** What glue alone, or a glued tongue, holds along its end to wood whose grain crosses it. */
function glued(i: Instance, beside: readonly Instance[], grows: Mm, model: Model): Problem[] {
  const ends = beside.flatMap((other) => {
    const joint = model.project.joints.find(
      (j) => jointKind(j.kind)?.stiff && [i, other].every((x) => j.between.some((m) => m.piece === x.piece)),
    )
    if (!joint || other.piece === i.piece || !crosses(i, other, model)) return []
    const own = boxInto(i.frame, other.frame, blankOf(other))
    const along = own ? Math.min(own.max[1], i.width) - Math.max(own.min[1], 0) : 0
    const moves = (grows * along) / i.width
    return moves < HELD ? [] : [{ other, joint, moves }]
  })
  const [first] = ends
  if (!first) return []
  const say = sayer(model)
  return [
    {
      id: `glued:${i.piece}:${first.other.piece}`,
      level: 'look',
      piece: i.piece,
      joint: first.joint.id,
      says:
        `${i.name} is glued along ${sayNames(ends.map((e) => e.other.name))}, whose grain crosses it, ` +
        `and moves ${say(first.moves)} there`,
      advice: 'Let it float in a groove, or glue its middle alone and pin the ends in slots.',
      at: [i, ...ends.map((e) => e.other)].map((x) => ({ instance: x.key })),
    },
  ]
}

/** Wood whose length lies along the width of a piece, and that moves little along it. */
function crosses(i: Instance, other: Instance, model: Model): boolean {
  const stock = model.resolved.byId.get(other.piece)?.stock?.stock
  const along = dot(other.frame.x, i.frame.y)
  return stock?.kind === 'board' && Math.abs(along) > 0.9
}
