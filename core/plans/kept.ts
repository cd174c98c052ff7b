/** A sheet for each view of the bench that is kept: what it shows, from where its eye is, as far apart. */
import type { KeptView } from '../document'
import type { Model } from '../model'
import { shiftsApart } from '../joints/apart'
import { carriedBox, minus, plus, vec3 } from '../pieces'
import { drawnMarks, heightOf, outlineOf, widthOf } from './drawn'
import { border, drawingArea } from './frame'
import { drawingView, type Solid } from './hidden/lines'
import { pictorial } from './hidden/view'
import { PAPER, type Sheet } from './sheet'

/** Yields now and then while it draws. */
export function* keptSheet(
  model: Model,
  solids: ReadonlyMap<string, Solid>,
  kept: KeptView,
  sheet: number,
  of: number,
): Generator<undefined, Sheet> {
  const { settings } = model.project
  const hidden = new Set(kept.hidden)
  const { instances } = model.resolved
  const seen = instances.filter((i) => !hidden.has(i.piece))
  const ways = shiftsApart(model.resolved)
  const moved = seen.map((i) => ({ i, by: vec3((k) => kept.apart * ways.get(i.key)![k]) }))
  const boxes = moved.map(({ i, by }) => carriedBox(i.grown, by))
  const stands = moved.flatMap(({ i, by }): Solid[] => {
    const solid = solids.get(i.key)
    return solid ? [{ ...solid, frame: { ...solid.frame, origin: plus(solid.frame.origin, by) } }] : []
  })
  const toward = minus(kept.from, kept.at)
  // Straight from above, the way up on the paper is to the back.
  const level = Math.hypot(toward[0], toward[1]) < 1e-6 * Math.abs(toward[2])
  const view = pictorial(level ? [0, -1e-6, toward[2]] : toward)
  const area = drawingArea(settings.paper)
  const outline = outlineOf(boxes, view)
  const room = { width: area.x2 - area.x1, height: area.y2 - area.y1 }
  const scale = Math.min(room.width / widthOf(outline), room.height / heightOf(outline))
  const marks = drawnMarks(yield* drawingView(stands, view, { hidden: false, arcs: true }), {
    outline,
    x: area.x1 + (room.width - widthOf(outline) * scale) / 2,
    y: area.y1 + (room.height + heightOf(outline) * scale) / 2,
    scale,
  })
  const titles = {
    project: model.project.name,
    title: kept.name,
    detail: kept.apart > 0 ? 'Drawn apart' : 'As kept on the bench',
    scale: 'not to scale',
    unit: settings.style.unit,
    projection: settings.projection,
  }
  const [width, height] = PAPER[settings.paper]
  return { title: kept.name, width, height, marks: [...border(settings.paper, titles, sheet, of), ...marks] }
}
