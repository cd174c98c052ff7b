/** The marks of pieces, in rings, each led to one of those that are seen. */
import { findAlike, type Alike } from '../cuts'
import type { Model } from '../model'
import { atU, atV, rightOf, topOf, type Placed } from './drawn'
import type { Hand, Touch } from './hand'
import type { FoundLines } from './hidden/lines'
import { placeNotes, type Note, type Rooms, type Tip } from './leaders'
import { keysOf } from './piece'
import type { Bounds, Mark } from './sheet'

/** What was done to the mark of such pieces; `parts`: the pieces can stand nearer and farther apart. */
export function markTouch(hand: Hand, alike: Alike, parts?: true): Touch {
  const [key, ...also] = keysOf(alike, 'mark')
  return hand.touch({
    kind: 'mark',
    key: key!,
    also,
    says: `${alike.mark} ${alike.name}`,
    ...(parts ? { parts } : {}),
  })
}

/** What is seen of all pieces in a picture, by their order in the model. */
export interface Seen {
  readonly found: FoundLines
  readonly at: Placed
}

/** One mark for all pieces that are alike; those that find no room are left out. */
export function pieceMarks(
  model: Model,
  seen: readonly Seen[],
  area: Bounds,
  rooms: Rooms,
  hand: Hand,
  parts?: true,
): Mark[] {
  const number = new Map(model.resolved.instances.map((i, n) => [i.key, n]))
  const tips = new Map<number, Tip[]>()
  for (const { found, at } of seen) {
    const on: Bounds = { x1: at.x, y1: topOf(at), x2: rightOf(at), y2: at.y }
    found.visible.all.forEach(([a, b, c, d], k) => {
      const of = found.visible.of[k]!
      const tip = { x: atU(at, (a + c) / 2), y: atV(at, (b + d) / 2), radius: 0, on }
      const known = tips.get(of)
      if (known) known.push(tip)
      else tips.set(of, [tip])
    })
  }
  const notes = findAlike(model).flatMap((alike): Note[] => {
    const { hidden, by } = markTouch(hand, alike, parts)
    const all = alike.instances.flatMap((i) => tips.get(number.get(i.key)!) ?? [])
    return hidden || all.length === 0
      ? []
      : [{ key: keysOf(alike, 'mark')[0]!, text: alike.mark, by, tips: all, ringed: true }]
  })
  // One that finds no place stands in the way of none of the others.
  return notes.flatMap((note) => placeNotes([note], area, rooms, (key, by) => hand.stands(key, by)) ?? [])
}
