/** All that the maker has drawn on a drawing: what stands at its views, notes, and pictures by themselves. */
import { additionKey, type Addition } from '../../document'
import type { Hand } from '../hand'
import type { Note } from '../leaders'
import type { Room } from '../room'
import type { Bounds, Mark } from '../sheet'
import { detail } from './detail'
import { dimension } from './dimension'
import type { AdditionKind, Ground, Inset } from './kind'
import { note } from './note'
import { section } from './section'

export type { Ground, Inset } from './kind'

const KINDS: { readonly [K in Addition['kind']]: AdditionKind<K> } = { note, dimension, section, detail }

/** Letters that are not taken for figures. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ'
const letterOf = (n: number): string =>
  (n >= LETTERS.length ? letterOf(Math.floor(n / LETTERS.length) - 1) : '') + LETTERS[n % LETTERS.length]!

/** What draws itself is called. */
const ownKey = (id: string): string => `own ${id}`

/**
 * What the maker has put on views, and what draws itself in the same ways; what the maker's cannot be drawn
 * for is said by the hand.
 */
export function additionsOn(hand: Hand, ground: Ground, own: readonly Addition[] = []) {
  const marks: Mark[] = []
  const notes: Note[] = []
  const insets: Inset[] = []
  let letters = 0
  for (const addition of [...hand.additions, ...own]) {
    const { lettered, draw } = KINDS[addition.kind] as AdditionKind<typeof addition.kind>
    const letter = lettered ? letterOf(letters++) : ''
    const { kind, id, says } = addition
    const isOwn = own.includes(addition)
    const key = isOwn ? ownKey(id) : additionKey(id)
    const view = ground.views.find((v) => v.key === addition.view)
    const touch = hand.touch({
      kind,
      key,
      says: letter ? `${says} ${letter}` : says,
      ...(isOwn ? {} : { added: id }),
    })
    if (touch.hidden) continue
    const done = view
      ? draw(addition, view, ground, { key, letter, touch, own: isOwn })
      : 'its view is not drawn'
    if (typeof done === 'string') {
      if (!isOwn) hand.miss(addition, done)
      continue
    }
    marks.push(...(done.marks ?? []))
    notes.push(...(done.notes ?? []))
    if (done.inset) insets.push(done.inset)
  }
  return { marks, notes, insets, own: new Set(own.map(({ id }) => ownKey(id))) }
}

/** How clear pictures are of all else. */
const CLEAR = 2.5
const STEP = 4

/**
 * Puts pictures where the maker has put them, or where a sheet has room; those that it has no room for come
 * back. Of one that is put its room is taken.
 */
export function putInsets(
  insets: readonly Inset[],
  hand: Hand,
  { room, area }: { readonly room: Room; readonly area: Bounds },
): { readonly marks: Mark[]; readonly left: readonly Inset[] } {
  const marks: Mark[] = []
  const left: Inset[] = []
  for (const inset of insets) {
    const moved = hand.movedTo(inset.key)
    const at = moved ? { x: area.x1 + moved[0], y: area.y1 + moved[1] } : freeFor(inset, room, area)
    if (!at) {
      left.push(inset)
      continue
    }
    hand.stands(inset.key, [at.x - area.x1, at.y - area.y1])
    marks.push(...inset.draw(at.x, at.y))
    room.take({
      x1: at.x - CLEAR,
      y1: at.y - CLEAR,
      x2: at.x + inset.wide + CLEAR,
      y2: at.y + inset.high + CLEAR,
    })
  }
  return { marks, left }
}

function freeFor({ wide, high }: Inset, room: Room, area: Bounds): { x: number; y: number } | null {
  for (let y = area.y2 - high - CLEAR; y >= area.y1 + CLEAR; y -= STEP)
    for (let x = area.x2 - wide - CLEAR; x >= area.x1 + CLEAR; x -= STEP)
      if (room.free({ x1: x - CLEAR, y1: y - CLEAR, x2: x + wide + CLEAR, y2: y + high + CLEAR }))
        return { x, y }
  return null
}
