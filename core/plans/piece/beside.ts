/** What stands on the sheet of a piece where there is room: what it looks like, and its mirror image. */
import type { Alike } from '../../cuts'
import { STILL, type Frame } from '../../pieces'
import { reachOf, type Shape } from '../../solid'
import { drawnMarks, heightOf, outlineOf, rightOf, topOf, widthOf, type Placed } from '../drawn'
import type { Hand } from '../hand'
import type { LinesKept } from '../hidden/kept'
import type { Drawn } from '../hidden/lines'
import type { Arc, Segment } from '../hidden/merge'
import { ofPiece, PICTORIAL } from '../hidden/view'
import type { Room } from '../room'
import { asPart, line, SMALL, textWidth, write, type Mark } from '../sheet'
import { NAME, type Stand } from './pages'

/** Lower than this, a picture shows nothing; millimetres. */
const LOWEST = 26
/** What stands about a picture, its name among that. */
const ABOUT = 6

/** The piece as it looks, where there is room for it. */
export function* pictureIn(
  lines: LinesKept,
  room: Room,
  shape: Shape,
  turned: boolean,
  hand: Hand,
): Generator<undefined, Mark[]> {
  // With the side up that the main view shows.
  const up: Frame = turned ? { ...STILL, y: [0, -1, 0], z: [0, 0, -1] } : STILL
  const view = ofPiece(PICTORIAL, up)
  const outline = outlineOf([reachOf(shape)], view)
  const [wide, high] = [widthOf(outline), heightOf(outline)]
  const free = room.largest(wide / high, LOWEST)
  if (!free) return []
  const { hidden, by } = hand.touch({ kind: 'picture', key: 'picture', says: 'Picture' })
  if (hidden) return []
  const drawn = yield* lines.drawing([{ shape, frame: STILL }], view, { hidden: false, arcs: true })
  const scale = Math.min((free.x2 - free.x1 - ABOUT) / wide, (free.y2 - free.y1 - 2 * ABOUT) / high)
  const [dx, dy] = by ?? [0, 0]
  const x = (free.x1 + free.x2 - wide * scale) / 2 + dx
  const y = free.y2 - ABOUT + dy
  return asPart('picture', [
    ...drawnMarks(drawn, { outline, x, y, scale }),
    write(x, y + NAME, 'Not to scale', { size: SMALL }),
  ])
}

/** The most of the paper that a mirror image takes, and the shares of that which are tried; millimetres. */
const PARTNER = { wide: 76, high: 34, shares: [1, 0.8, 0.6, 0.4] } as const

/** The other hand, small beside the one that is drawn, and from where that is measured. */
export function partnerIn(
  { at }: Stand,
  drawn: Drawn,
  { instances, mirrored }: Alike,
  room: Room,
  hand: Hand,
): Mark[] {
  const [wide, high] = [widthOf(at.outline), heightOf(at.outline)]
  const text = `Mirrored: ${mirrored} of ${instances.length}, measured from here`
  const most = Math.min(at.scale, PARTNER.wide / wide, PARTNER.high / high)
  const tries = PARTNER.shares.map((share) => {
    const scale = most * share
    const needs = Math.max(wide * scale, textWidth(text, SMALL)) + ABOUT
    return { scale, needs, free: room.spot(needs, high * scale + ABOUT + NAME) }
  })
  const found = tries.find(({ free }) => free !== null)
  if (!found?.free) return []
  const { scale, needs, free } = found
  const { hidden, by } = hand.touch({ kind: 'picture', key: 'partner', says: 'Mirrored' })
  if (hidden) return []
  const [dx, dy] = by ?? [0, 0]
  const { u1, u2 } = at.outline
  const placed: Placed = {
    outline: { ...at.outline, u1: -u2, u2: -u1 },
    x: free.x1 + (needs - wide * scale) / 2 + dx,
    y: free.y2 - ABOUT - NAME / 2 + dy,
    scale,
  }
  room.take(free)
  const end = rightOf(placed)
  return asPart('partner', [
    ...drawnMarks(inMirror(drawn), placed),
    line(end, topOf(placed) - 1.5, end, placed.y + NAME, 'centre'),
    write(end, placed.y + NAME + SMALL * 0.4, text, { size: SMALL, anchor: 'end' }),
  ])
}

const inMirror = ({ visible, hidden, arcs }: Drawn): Drawn => {
  const flip = ([a, b, c, d]: Segment): Segment => [-a, b, -c, d]
  const flipArc = (arc: Arc): Arc => ({ ...arc, u: -arc.u, from: Math.PI - arc.to, to: Math.PI - arc.from })
  return {
    visible: visible.map(flip),
    hidden: hidden.map(flip),
    arcs: { visible: arcs.visible.map(flipArc), hidden: arcs.hidden.map(flipArc) },
  }
}
