/** Quarter turns, and length for width: how a piece stands otherwise, from where it starts now. */
import { measureText } from '../../../core/measure'
import { change, type Change, type Direction, type MadePiece, type Span } from '../../../core/document'
import {
  AXES,
  cross,
  DIRECTION_OF,
  facing,
  facingOf,
  negated,
  turnedAbout,
  unit,
  type Axis,
  type Vec3,
} from '../../../core/pieces'
import type { Shown } from '../../../core/shown'
import { stretchOf } from './targets'

const NOWHERE: Vec3 = [0, 0, 0]

/** The facing after a quarter turn about an axis of the room, anticlockwise seen against it. */
export function turned(stance: string, axis: Axis): string {
  const { x, y, z } = facing(stance)
  const [a, b, c] = [x, y, z].map((v) => turnedAbout(v, unit(axis), 90))
  return facingOf({ origin: NOWHERE, x: a!, y: b!, z: c! })!.id
}

/** The facing with the grain along what was the width, and the same show face. */
export function swapped(stance: string): string {
  const { y, z } = facing(stance)
  const x = AXES.some((i) => y[i] > 0) ? y : negated(y)
  return facingOf({ origin: NOWHERE, x, y: cross(z, x), z })!.id
}

/** Where it starts, by its own words where it has them. */
const startOf = (span: Span, at: number, shown: Shown): Span =>
  span.start !== undefined
    ? { start: span.start }
    : span.end === undefined && span.centre === undefined
      ? {}
      : { start: measureText(at, shown.style) }

/** Its size as a fact, for what has one; `always` also for what is as wide as its stock. */
function sizeOf(span: Span, size: number, shown: Shown, always: boolean): Span {
  if (span.size !== undefined) return { size: span.size }
  const told = [span.start, span.end, span.centre].filter((t) => t !== undefined).length === 2
  return told || always ? { size: measureText(size, shown.style) } : {}
}

/** Turned by a quarter about an axis of the room; it starts where it started. A sentence where it cannot. */
export function turnChanges(shown: Shown, piece: MadePiece, axis: Axis): Change[] | { readonly why: string } {
  if (piece.repeat?.kind === 'even')
    return { why: `${piece.name} is placed by its even spacing; make it single first` }
  const [a, b] = DIRECTION_OF.filter((_, n) => n !== axis) as [Direction, Direction]
  const [at, on] = [stretchOf(shown, piece.id, a), stretchOf(shown, piece.id, b)]
  if (!at || !on) return { why: `It is not known yet where ${piece.name} is` }
  const span = (d: Direction, start: number, other: Direction, size: number): Change =>
    change.setSpan({
      id: piece.id,
      direction: d,
      span: { ...startOf(piece.spans[d], start, shown), ...sizeOf(piece.spans[other], size, shown, false) },
    })
  return [
    change.setFacing({ id: piece.id, facing: turned(piece.facing, axis) }),
    span(a, at.start, b, on.size),
    span(b, on.start, a, at.size),
  ]
}

/** The same box with its grain the other way: what was its width is its length. */
export function swapChanges(shown: Shown, piece: MadePiece): Change[] | { readonly why: string } {
  const { room } = facing(piece.facing)
  const now = [room[0], room[1]].map((axis) => DIRECTION_OF[axis]!)
  const places = now.map((d) => [d, stretchOf(shown, piece.id, d)] as const)
  const spans = places.map(([direction, at]) => {
    const span = piece.spans[direction]
    return at && change.setSpan({ id: piece.id, direction, span: { ...span, ...full(span, at.size, shown) } })
  })
  if (!spans.every((s): s is Change => s !== null))
    return { why: `It is not known yet where ${piece.name} is` }
  return [change.setFacing({ id: piece.id, facing: swapped(piece.facing) }), ...spans]
}

/** What is missing of a span that its stock gave. */
const full = (span: Span, size: number, shown: Shown): Span => {
  const told = Object.values(span).filter((t) => t !== undefined).length
  return told < 2 && span.size === undefined ? { size: measureText(size, shown.style) } : {}
}
