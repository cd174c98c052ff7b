import { topOf, rightOf } from '../drawn'
import { onPaper, placeOf } from '../spots'
import { GONE, type AdditionKind } from './kind'

/** A note with a leader. */
export const note: AdditionKind<'note'> = {
  lettered: false,
  draw({ at, text }, view, _, { key, touch }) {
    const place = placeOf(at, view)
    if (!place) return GONE
    const on = { x1: view.at.x, y1: topOf(view.at), x2: rightOf(view.at), y2: view.at.y }
    const tip = { ...onPaper(view, place), radius: 0, on }
    return { notes: [{ key, text: touch.say(text), tips: [tip], by: touch.by }] }
  },
}
