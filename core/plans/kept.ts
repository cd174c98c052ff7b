/** A sheet for each view of the bench that is kept: what it shows, from where its eye is, as far apart. */
import type { SavedView } from '../document'
import { shiftsApart } from '../joints/apart'
import { carriedBox, hull, minus, plus, vec3 } from '../pieces'
import type { Instance } from '../resolve'
import { drawnMarks, heightOf, outlineOf, widthOf } from './drawn'
import type { Draft } from './draft'
import { drawingAreaOf, type Content } from './framed'
import { pictorial } from './hidden/view'
import { hatching, hatchMarks, opened, type Opened, type Opening } from './section'

/** From one line of the hatching to the next, on paper, millimetres. */
const HATCH = 2.5

/** Where a kept view cuts the wood open: at a share of all of it, as on the bench. */
function openingOf({ section }: SavedView, instances: readonly Instance[]): Opening | null {
  const all = hull(instances.map((i) => i.grown))
  if (!section || !all) return null
  const { axis, share, beyond } = section
  return { axis, beyond, at: all.min[axis] + share * (all.max[axis] - all.min[axis]) }
}

/** Yields now and then while it draws. */
export function* keptSheet(
  { model, kernel, before: { lines: found } }: Draft,
  kept: SavedView,
): Generator<undefined, Content> {
  const hidden = new Set(kept.hidden)
  const { instances } = model.resolved
  const seen = instances.filter((i) => !hidden.has(i.piece))
  const ways = shiftsApart(model.resolved)
  const moved = seen.map((i) => ({ i, by: vec3((k) => kept.apart * ways.get(i.key)![k]) }))
  const boxes = moved.map(({ i, by }) => carriedBox(i.grown, by))
  const opening = openingOf(kept, instances)
  const stands = moved.flatMap(({ i, by }): Opened[] => {
    if (opening) {
      const left = opened(model, kernel, i, by, opening)
      return left ? [left] : []
    }
    const frame = { ...i.frame, origin: plus(i.frame.origin, by) }
    return [{ solid: { shape: kernel.shape(model.recipe(i)), frame }, cut: [] }]
  })
  const toward = minus(kept.from, kept.at)
  // Straight from above, the way up on the paper is to the back.
  const level = Math.hypot(toward[0], toward[1]) < 1e-6 * Math.abs(toward[2])
  const view = pictorial(level ? [0, -1e-6, toward[2]] : toward)
  const area = drawingAreaOf(model.project)
  const outline = outlineOf(boxes, view)
  const room = { width: area.x2 - area.x1, height: area.y2 - area.y1 }
  const scale = Math.min(room.width / widthOf(outline), room.height / heightOf(outline))
  const drawn = yield* found.drawing(
    stands.map((s) => s.solid),
    view,
    { hidden: false, arcs: true },
  )
  const lines = hatching(stands, view, HATCH / scale)
  const put = {
    outline,
    x: area.x1 + (room.width - widthOf(outline) * scale) / 2,
    y: area.y1 + (room.height + heightOf(outline) * scale) / 2,
    scale,
  }
  const marks = [...drawnMarks(drawn, put), ...hatchMarks(lines, put)]
  return {
    title: kept.name,
    detail: `${kept.apart > 0 ? 'Exploded view' : 'As kept on the bench'}${kept.section ? ', cut open' : ''}`,
    scale: 'not to scale',
    marks,
  }
}
