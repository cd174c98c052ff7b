/**
 * The drawing of one piece: the views that show its work, every place from its references in the view that
 * shows what it is of, and each work called out where it is.
 */
import { boughtFor, planedFrom, sayPlaned, type Alike } from '../../cuts'
import type { Model } from '../../model'
import { formatLength, marked } from '../../measure'
import { STILL, type Box, type Frame } from '../../pieces'
import { cutsOf, reachOf, type Recipe, type Shape } from '../../solid'
import { toolAxes, workKind, type Feature, type RoundAxis } from '../../work'
import { centreMarks, crossMarks } from '../centres'
import { atU, atV, drawnMarks, heightOf, outlineOf, rightOf, topOf, widthOf } from '../drawn'
import { border, drawingArea } from '../frame'
import { drawingView, drawnOf } from '../hidden/lines'
import { ofPiece, PICTORIAL } from '../hidden/view'
import { grown, listNotes, placeNotes, type Note } from '../leaders'
import { Room } from '../room'
import { PAPER } from '../paper'
import { asPart, boundsOf, SMALL, write, type Bounds, type Mark, type Sheet } from '../sheet'
import { angles, blankMarks, diameters, names, ordinates, overall, standOf, threadMarks } from './marks'
import { laidOut, NAME, type Layout } from './pages'
import { hidesNot, sidesOf, standings } from './sides'
import { circleIn, middlesOf, toldOf, type Callout, type SheetContent } from './told'

export { isFree, sayPlain } from './told'

/** What each sheet of a piece has on it but for its frame. */
export interface PiecePlan {
  readonly alike: Alike
  readonly scale: Layout['scale']
  readonly pages: ReadonlyArray<readonly Mark[]>
}

/**
 * All sheets of a piece, but for their frames. `pattern`: what its pattern is called, where it has one.
 * Yields now and then while it draws.
 */
export function* planOf(
  model: Model,
  alike: Alike,
  shape: Shape,
  pattern: string | null,
): Generator<undefined, PiecePlan> {
  const { settings } = model.project
  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const piece = alike.instances[0]!
  const features = model.features(piece)
  const recipe = model.recipe(piece)
  const inRing = ({ step }: Feature) =>
    step !== null && model.resolved.steps.get(step)?.step.options.repeat === 'ring'
  const sides = yield* sidesOf(features, shape, recipe, settings.projection === 'third')
  const ways = standings(sides, features).map((shown) => ({
    shown,
    told: toldOf(features, shown, piece.size, { say, inRing, pattern }),
  }))
  const block: Box = { min: [0, 0, 0], max: piece.size }
  const area = drawingArea(settings.paper)
  for (const { layout, pages, last } of laidOut(ways, block, area, settings.style.unit, say)) {
    yield
    const drawn = drawing(layout, features, recipe, shape, block)
    const sizes = overallOf(features, block, shape, layout, say)
    const done = pages.map((page) => pageOf(page, layout, [...drawn, ...sizes], area, say, last))
    if (!done.every((d) => d !== null)) continue
    const [first, ...more] = done as [Page, ...Page[]]
    const picture = yield* pictureIn(first.room, shape, layout.stands[0]!.side.face === 'back')
    const marks = [[...first.marks, ...picture], ...more.map((page) => page.marks)]
    return { alike, scale: layout.scale, pages: marks }
  }
  throw new Error('the last way to lay a piece out takes all notes')
}

/** Its views, and all that is drawn in them. */
function drawing(
  { scale, stands }: Layout,
  features: readonly Feature[],
  recipe: Recipe,
  shape: Shape,
  block: Box,
): Mark[] {
  const shown = stands.map((s) => s.side)
  // What is bent is made from a strip, and is as large as it comes out.
  const bent = bentTo(features) !== undefined
  const axes = bent ? [] : axesOf(features, recipe, scale.factor)
  const circles = features.flatMap((f) => circleIn(f) ?? [])
  const reach = reachOf(shape)
  const middles = middlesOf(features, shown, block.max)
  return stands.flatMap((stand) => {
    const { side, at } = stand
    const outline = outlineOf([block], side.view)
    return asPart(`view ${side.face}`, [
      ...drawnMarks(drawnOf(side.lines, hidesNot(side, shown, recipe)), at),
      ...(bent ? [] : blankMarks(block, reach, stand)),
      ...centreMarks(axes, circles, side.view, { ...at, outline }),
      ...middles.filter((m) => m.side.face === side.face).flatMap((m) => crossMarks(m.at, side.view, at)),
      ...features.flatMap((f) => (workKind(f).threads?.(f.data) ?? []).flatMap((t) => threadMarks(t, stand))),
    ])
  })
}

const bentTo = (features: readonly Feature[]) =>
  features.map((f) => workKind(f).sizes?.(f.data).block).find((b) => b !== undefined)

function overallOf(
  features: readonly Feature[],
  block: Box,
  shape: Shape,
  layout: Layout,
  say: (mm: number) => string,
): Mark[] {
  const bent = bentTo(features)
  return [...overall(layout, bent ? reachOf(shape) : block, bent ?? block.max, say), ...names(layout)]
}

/** Said in place of what finds none even on the most sheets that a piece has. */
const NO_ROOM = 'Not all of its work has room to be told on this paper: choose a larger one'

interface Page {
  readonly marks: readonly Mark[]
  /** What is left of the sheet. */
  readonly room: Room
}

/** All that stands on one sheet; null where its notes find no place. `last`: without leaders, then. */
function pageOf(
  page: SheetContent,
  layout: Layout,
  drawn: readonly Mark[],
  area: Bounds,
  say: (mm: number) => string,
  last: boolean,
): Page | null {
  const { stands } = layout
  const marks = [...drawn, ...ordinates(stands, page, say), ...diameters(stands, page.rounds)]
  const ink = new Room(area)
  ink.draw(marks)
  const texts = new Room(area)
  for (const m of marks) if (m.kind === 'text') texts.take(grown(boundsOf(m), 0.8))
  marks.push(...angles(stands, page.turns, ink))
  const pictures = ink.copy()
  for (const { at } of stands)
    pictures.take({ x1: at.x - 1, y1: topOf(at) - 1, x2: rightOf(at) + 1, y2: at.y + 1 })
  const notes = page.callouts.map((c) => noteOf(c, layout))
  // What is seen nowhere has no leader.
  const [seen, unseen] = [true, false].map((yes) => notes.filter((n) => n.tips.length > 0 === yes))
  const room = pictures.copy()
  const led = placeNotes(seen!, area, { pictures: room, texts, ink })
  if (!led && !last) return null
  const left = led ? room : pictures
  const listed = (led ? unseen! : notes).map((n) => n.text)
  const rest = listNotes(listed, area, left)
  const put = rest ?? (last ? [write(area.x1 + 2, area.y2 - 1, NO_ROOM)] : null)
  return put && { marks: [...marks, ...(led ?? []), ...put], room: left }
}

function noteOf({ text, targets }: Callout, { stands }: Layout): Note {
  return {
    text,
    tips: targets.map(({ side, u, v, radius }) => {
      const { at } = standOf(stands, side)
      return {
        x: atU(at, u),
        y: atV(at, v),
        radius: radius * at.scale,
        on: { x1: at.x, y1: topOf(at), x2: rightOf(at), y2: at.y },
      }
    }),
  }
}

/** Lower than this, a picture shows nothing; millimetres. */
const LOWEST = 26
/** What stands about a picture, its name among that. */
const ABOUT = 6

/** The piece as it looks, where there is room for it. */
function* pictureIn(room: Room, shape: Shape, turned: boolean): Generator<undefined, Mark[]> {
  // With the side up that the main view shows.
  const up: Frame = turned ? { ...STILL, y: [0, -1, 0], z: [0, 0, -1] } : STILL
  const view = ofPiece(PICTORIAL, up)
  const outline = outlineOf([reachOf(shape)], view)
  const [wide, high] = [widthOf(outline), heightOf(outline)]
  const free = room.largest(wide / high, LOWEST)
  if (!free) return []
  const lines = yield* drawingView([{ shape, frame: STILL }], view, { hidden: false, arcs: true })
  const scale = Math.min((free.x2 - free.x1 - ABOUT) / wide, (free.y2 - free.y1 - 2 * ABOUT) / high)
  const x = (free.x1 + free.x2 - wide * scale) / 2
  const y = free.y2 - ABOUT
  return asPart('picture', [
    ...drawnMarks(lines, { outline, x, y, scale }),
    write(x, y + NAME, 'Not to scale', { size: SMALL }),
  ])
}

/** Every axis that something of a piece is round about, its own too. */
function axesOf(features: readonly Feature[], recipe: Recipe, scale: number): RoundAxis[] {
  const byId = new Map(features.map((f) => [f.id, f]))
  const isHole = (work: string) => byId.has(work) && workKind(byId.get(work)!).holes !== undefined
  // What a bit has rounded in a corner is no hole.
  return cutsOf(recipe).flatMap(({ work, tools }) =>
    tools.flatMap(toolAxes).filter((a) => a.radius * scale > SMALLEST || isHole(work)),
  )
}
/** Of what is smaller on the paper, and no hole, no centre is drawn; millimetres. */
const SMALLEST = 1

/** Its sheets in their frames, the first of them numbered so. */
export function pieceSheets(model: Model, plan: PiecePlan, sheet: number, of: number): Sheet[] {
  const { settings } = model.project
  const { alike, scale, pages } = plan
  const [width, height] = PAPER[settings.paper]
  return pages.map((marks, n) => {
    const continued = n > 0 ? `, continued (${n + 1} of ${pages.length})` : ''
    const titles = {
      project: model.project.name,
      title: `${alike.mark}  ${alike.name}${continued}`,
      detail: sayMaking(model, alike),
      scale: scale.says,
      unit: settings.style.unit,
      projection: settings.projection,
    }
    return {
      title: `${alike.mark} ${alike.name}${continued}`,
      width,
      height,
      marks: [...border(settings.paper, titles, sheet + n, of), ...marks],
    }
  })
}

/** "make 4, 2 mirrored from 1×10 pine, planed to 3/4". */
export function sayMaking(model: Model, { instances, mirrored, stock }: Alike): string {
  const { thickness } = boughtFor(model, instances[0]!)
  const planed = planedFrom(thickness, stock, model) === null ? '' : `, ${sayPlaned(thickness, model)}`
  const turned = mirrored ? `, ${mirrored} mirrored` : ''
  return `make ${instances.length}${turned} from ${stock?.stock.name ?? 'no stock'}${planed}`
}
