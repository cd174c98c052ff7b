/** What stands on a story stick, where its numbers go, and what it means to move one of its ticks. */
import { shifted } from '../../../core/measure'
import { change, type Change } from '../../../core/document'
import { textWidth } from '../../../core/plans/sheet'
import { axesOf, type Axis } from '../../../core/pieces'
import { keyOf, pieceOf, type Instance } from '../../../core/resolve'
import type { Shown } from '../../../core/shown'
import { ownWork, wayOf, workKind, type Feature } from '../../../core/work'
import { heldOf, moveChanges, moves, pullChanges, pulls } from '../placing/targets'

export interface Tick {
  /** From the reference end, millimetres. */
  readonly at: number
  /** The first work that has an edge there; null for the ends. */
  readonly feature: Feature | null
}

/** Every place along the axis, each once, with the first work it belongs to. */
export function ticksOf(size: number, axis: Axis, features: readonly Feature[]): Tick[] {
  const ticks: Tick[] = [
    { at: 0, feature: null },
    { at: size, feature: null },
  ]
  for (const feature of features)
    for (const d of workKind(feature).dimensions(feature.data))
      if (d.axis === axis)
        for (const at of [d.from, d.to])
          if (!ticks.some((t) => Math.abs(t.at - at) < 1e-3)) ticks.push({ at, feature })
  return ticks.sort((a, b) => a.at - b.at)
}

/** The straight strip that a piece is bent from, with a tick at both ends of each bend; null for none. */
export function stripOf(
  features: readonly Feature[],
): { readonly long: number; readonly ticks: readonly Tick[] } | null {
  const feature = features.find((f) => workKind(f).strip)
  if (!feature) return null
  const { long, marks } = workKind(feature).strip!(feature.data)
  const places = [...new Map(marks.map((at) => [at.toFixed(4), at])).values()]
  return {
    long,
    ticks: places.map((at) => ({ at, feature: at < 1e-3 || at > long - 1e-3 ? null : feature })),
  }
}

export interface Label {
  readonly x: number
  readonly row: number
}

/** Type sizes by how many rows of numbers there are, pixels. */
export const TYPE = [15, 13, 12] as const
const GAP = 7

/**
 * Where numbers go over their ticks, in one row or up to three, so that none touches another; `width` grows
 * where they would not fit else. Pixels.
 */
export function layLabels(
  places: readonly number[],
  texts: readonly string[],
  width: number,
): { readonly labels: readonly Label[]; readonly rows: 1 | 2 | 3; readonly width: number } {
  for (const rows of [1, 2, 3] as const) {
    const wide = texts.map((t) => textWidth(t, TYPE[rows - 1]!) + GAP)
    const labels = layRows(places, wide, width, rows)
    if (labels) return { labels, rows, width }
  }
  const wide = texts.map((t) => textWidth(t, TYPE[2]) + GAP)
  const needed = Math.max(
    ...[0, 1, 2].map((r) => wide.filter((_, n) => n % 3 === r).reduce((a, b) => a + b, 0)),
  )
  const wider = Math.ceil(Math.max(width, needed) * 1.05)
  const stretch = places.map((x) => (x / width) * wider)
  return { labels: layRows(stretch, wide, wider, 3) ?? [], rows: 3, width: wider }
}

/** Numbers in turn on so many rows; null where a row is too full. */
function layRows(
  places: readonly number[],
  wide: readonly number[],
  width: number,
  rows: number,
): Label[] | null {
  const out: Label[] = []
  for (let row = 0; row < rows; row++) {
    const mine = places.map((_, n) => n).filter((n) => n % rows === row)
    const x: number[] = []
    mine.forEach((n, k) => {
      const least = k === 0 ? wide[n]! / 2 : x[k - 1]! + (wide[mine[k - 1]!]! + wide[n]!) / 2
      x.push(Math.max(places[n]!, least))
    })
    for (let k = mine.length - 1; k >= 0; k--) {
      const n = mine[k]!
      const most =
        k === mine.length - 1 ? width - wide[n]! / 2 : x[k + 1]! - (wide[mine[k + 1]!]! + wide[n]!) / 2
      x[k] = Math.min(x[k]!, most)
    }
    if (mine.length > 0 && x[0]! < wide[mine[0]!]! / 2 - 1e-6) return null
    mine.forEach((n, k) => (out[n] = { x: x[k]!, row }))
  }
  return out
}

/** Whether an own axis of a piece runs along the room's or against it, and which one that is. */
function roomOf({ frame }: Instance, axis: Axis): { readonly axis: Axis; readonly sign: 1 | -1 } | null {
  const v = axesOf(frame)[axis]
  const room = ([0, 1, 2] as const).find((i) => Math.abs(v[i]) > 0.9999)
  return room === undefined ? null : { axis: room, sign: v[room] > 0 ? 1 : -1 }
}

/** The changes that move a tick along an own axis by so much, or a sentence that says why it stays. */
export function tickChanges(
  shown: Shown,
  instance: Instance,
  axis: Axis,
  { at, feature }: Tick,
  by: number,
): Change[] | { readonly why: string } {
  if (!feature) return at < 1e-3 ? { why: 'Measured from this end' } : sizeChanges(shown, instance, axis, by)
  if (feature.again) return { why: 'Repeated: move the first one, or set the spacing' }
  if (feature.step) return stepChanges(shown, instance, axis, feature.step, by)
  const room = roomOf(instance, axis)
  const partner = feature.partner && shown.byKey.get(feature.partner.key)
  if (!room || !partner) return { why: 'It leans; its place is set on its ticket' }
  const first = shown.byId.get(partner.piece)?.instances[0]
  const held = first && heldOf(shown, [first.key])
  if (!held) return { why: `${partner.name} follows another piece; move that one` }
  if (!moves(held, room.axis)) return { why: `${partner.name} is placed by its even spacing; change that` }
  return moveChanges(shown, held, room.axis, room.sign * by, null)
}

function sizeChanges(
  shown: Shown,
  instance: Instance,
  axis: Axis,
  by: number,
): Change[] | { readonly why: string } {
  const room = roomOf(instance, axis)
  const held = heldOf(shown, [instance.key])
  if (!room || !held || !pulls(shown, held, room.axis)) {
    const { name } = instance
    return {
      why: axis === 2 ? `${name} is as thick as its stock` : `The size of ${name} is set on its ticket`,
    }
  }
  const side = room.sign > 0 ? 'end' : 'start'
  return pullChanges(shown, held, room.axis, side, room.sign * by, null)
}

/** A maker's own work goes by the measure that places it. */
function stepChanges(
  shown: Shown,
  instance: Instance,
  axis: Axis,
  id: string,
  by: number,
): Change[] | { readonly why: string } {
  const { pieces, groups } = shown.project
  const step = [...pieces, ...groups].flatMap((x) => ('work' in x ? x.work : [])).find((s) => s.id === id)
  const placed = step && ownWork(step.kind)?.placedBy?.(step, axis)
  const now = placed && shown.result(keyOf.step(id, placed.field))
  const mine = pieces.some(
    (p) => p.id === pieceOf(instance.key) && p.kind === 'made' && p.work.some((s) => s.id === id),
  )
  if (!step || !placed || !now?.ok || !mine) return { why: 'Its position is set on its ticket' }
  const text = step.fields[placed.field]
  const value = now.value as number
  const moved = shifted(typeof text === 'string' ? text : '0', wayOf(placed.from) * by, value, shown.style)
  return [change.setStepField({ id, field: placed.field, value: moved })]
}
