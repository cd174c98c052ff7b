/** A face that was picked in the room, as a place on the face that is drawn on. */
import type { OutlineFact } from '../../../core/document'
import { AXES, sideAt, sideOf } from '../../../core/pieces'
import type { Shown } from '../../../core/shown'
import { faceNamed } from '../tools/between/between'
import { faceAxes, type Drawing } from './useOutline'

/**
 * The measure, as stored, of a place that is given along or across a face: from where the wood starts there
 * to the picked face, so that it follows both. A sentence where that face tells none.
 */
export function placeOfPicked(
  drawing: Pick<Drawing, 'frame' | 'face' | 'wood'>,
  fact: Pick<OutlineFact, 'way' | 'from'>,
  picked: string,
  shown: Pick<Shown, 'byId'>,
): string | { readonly why: string } {
  const side = faceNamed(picked)
  if (!side) return { why: 'Pick a plain side of a piece' }
  const { along, across } = faceAxes(drawing.frame, drawing.face)
  const way = fact.way === 'across' ? across : along
  const axis = AXES.find((i) => Math.abs(way[i]) > 1 - 1e-9)
  if (axis === undefined) return { why: `${drawing.wood.name} slopes: type the distance instead` }
  if (sideAt(side.side).axis !== axis)
    return { why: 'That side does not face this direction; pick one that does' }
  const copies = shown.byId.get(drawing.wood.id)?.instances.length ?? 1
  const own = `@${copies > 1 && drawing.wood.key ? drawing.wood.key : drawing.wood.id}`
  const [low, high] = [false, true].map((far) => `${own}.${sideOf(axis, far)}`)
  const onward = way[axis] > 0
  if (fact.from === 'centre')
    return onward ? `${picked} - (${low} + ${high}) / 2` : `(${low} + ${high}) / 2 - ${picked}`
  // Where it is measured from, and whether that lies below in the room.
  const below = (fact.from === 'far') !== onward
  return below ? `${picked} - ${low}` : `${high} - ${picked}`
}
