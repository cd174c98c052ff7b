/**
 * The drawing of one piece: the views that show its work, every place from its references in the view that
 * shows what it is of, and each work called out where it is.
 */
import { boughtFor, planedFrom, sayPlaned, type Alike } from '../../cuts'
import type { Model } from '../../model'
import { formatLength, marked } from '../../measure'
import { sayFace, STILL, type Box } from '../../pieces'
import type { Instance } from '../../resolve'
import { cutsOf, reachOf, type Recipe, type Shape } from '../../solid'
import { toolAxes, workKind, type Feature, type RoundAxis } from '../../work'
import { additionsOn, putInsets, type Inset } from '../additions'
import { centreMarks, crossMarks } from '../centres'
import { atU, atV, drawnMarks, outlineOf, rightOf, topOf } from '../drawn'
import type { Draft } from '../draft'
import { drawingAreaOf, type Content } from '../framed'
import { handOn, type Hand } from '../hand'
import { drawnOf } from '../hidden/lines'
import { grown, listNotes, placeNotes, type Note } from '../leaders'
import type { Manner } from '../manners'
import { Room } from '../room'
import { acrossWay, cutOpen } from '../section'
import { asPart, boundsOf, write, type Bounds, type Mark, type Sheet } from '../sheet'
import { spotsOf, spotsOfBlock, spotsOn, viewsOn, type PlacedView } from '../spots'
import { partnerIn, pictureIn } from './beside'
import { angles, blankMarks, diameters, names, ordinates, overall, standOf, threadMarks } from './marks'
import { sideNames } from './named'
import { sectionsOf } from './sections'
import { profilesOf } from './profiles'
import { tablesOf } from './tables'
import { laidOut, type Layout, type Stand } from './pages'
import { hidesNot, sidesOf, standings, type Shown } from './sides'
import { circleIn, middlesOf, toldOf, type Callout, type Say, type SheetContent } from './told'

export { isFree, sayPlain } from './told'

/** What each sheet of a piece has on it but for its frame. */
export interface PiecePlan {
  readonly scale: Layout['scale']
  readonly pages: ReadonlyArray<Pick<Sheet, 'marks' | 'items' | 'views' | 'spots'>>
}

/**
 * All sheets of a piece, but for their frames. `pattern`: what its pattern is called, where it has one.
 * Yields now and then while it draws.
 */
export function* planOf(
  { model, kernel, before: { lines } }: Draft,
  alike: Alike,
  shape: Shape,
  pattern: string | null,
): Generator<undefined, PiecePlan> {
  const { settings } = model.project
  const say: Say = (mm, as = (style) => style) => marked(formatLength(mm, as(model.resolved.style)))
  const hand = handOn(model.project, keysOf(alike), aliasOf(model, alike))
  const piece = alike.instances[0]!
  const features = model.features(piece)
  const recipe = model.recipe(piece)
  const inRing = ({ step }: Feature) =>
    step !== null && model.resolved.steps.get(step)?.step.options.repeat === 'ring'
  const sides = yield* sidesOf(lines, features, shape, recipe, settings.projection === 'third')
  const ways = standings(sides, features)
    .map((all) => all.filter((side, n) => !viewTouch(hand, side, n === 0).hidden))
    .map((shown) => ({
      shown,
      told: toldOf(features, shown, piece.size, { say, inRing, pattern, hand, manner: settings.manner }),
    }))
  const block: Box = { min: [0, 0, 0], max: piece.size }
  // What is drawn in a view is the same at every scale.
  const kept = new Map<Shown, Pick<PlacedView, 'drawn' | 'spots'>>()
  const seenIn = (side: Shown, shown: readonly Shown[]) => {
    const seen = kept.get(side) ?? {
      drawn: drawnOf(side.lines, hidesNot(side, shown, recipe)),
      spots: spotsIn(side, features, block),
    }
    kept.set(side, seen)
    return seen
  }
  const area = drawingAreaOf(model.project)
  // Tables and the sections of bits, which are the same at every scale.
  let beside: readonly Inset[] | null = null
  for (const { layout: found, pages, last } of laidOut(ways, block, area, settings)) {
    yield
    const layout = { ...found, stands: found.stands.map((s) => movedStand(s, hand)) }
    const shown = layout.stands.map((s) => s.side)
    const views = layout.stands.map(({ side, at }): PlacedView => ({
      key: `view ${side.face}`,
      view: side.view,
      at,
      ...seenIn(side, shown),
    }))
    const drawn = [...drawing(layout, views, features, recipe, shape, block), ...names(layout)]
    // Each size is told once, however many sheets there are.
    const sizes = overallOf(features, block, shape, layout, say, hand)
    let ink: Room | null = null
    const inked = () => {
      const [page] = pages as [SheetContent]
      const room = new Room(area)
      const places = ordinates(layout.stands, page, settings.manner)
      room.draw([...drawn, ...sizes, ...places, ...diameters(layout.stands, page.rounds)])
      for (const { at } of layout.stands.slice(1))
        room.take({ x1: at.x, y1: topOf(at), x2: rightOf(at), y2: at.y })
      return room
    }
    const additions = additionsOn(
      hand,
      {
        views,
        free: (box) => (ink ??= inked()).free(box),
        style: model.resolved.style,
        cut: (way, at) => {
          const open = cutOpen(kernel, recipe, STILL, acrossWay(way, at))
          return open ? [open] : []
        },
      },
      sectionsOf(layout.stands[0]!, views[0]!.key, features),
    )
    beside ??= [...tablesOf(features, say, hand), ...profilesOf(features, piece.size, settings, hand)]
    const insets = [...beside, ...additions.insets]
    const way = { hand, manner: settings.manner, last }
    const done = pages.map((page, n) =>
      n === 0
        ? pageOf(page, layout, [...drawn, ...sizes, ...additions.marks], area, way, additions.notes)
        : pageOf(page, layout, drawn, area, way),
    )
    if (!done.every((d) => d !== null)) continue
    const all = withInsets(done, { ...additions, insets }, hand, area)
    const { room } = all[0]!
    const pictures =
      alike.mirrored > 0 ? partnerIn(layout.stands[0]!, views[0]!.drawn, alike, room, hand) : []
    pictures.push(...(yield* pictureIn(lines, room, shape, layout.stands[0]!.side.face === 'back', hand)))
    const on = { views: viewsOn(views), spots: spotsOn(views) }
    return {
      scale: layout.scale,
      pages: all.map((page, n) => {
        const marks = n === 0 ? [...page.marks, ...pictures] : page.marks
        return { marks, items: hand.itemsOn(marks, n === 0), ...(n < done.length ? on : {}) }
      }),
    }
  }
  throw new Error('the last way to lay a piece out takes all notes')
}

/** What the drawing of pieces that are alike is called, or another of them, by each of the pieces. */
export const keysOf = ({ instances }: Alike, drawing = 'piece'): string[] => [
  ...new Set(instances.map((i) => `${drawing} ${i.piece}`)),
]

/** What a feature of the one that is drawn is called on those that are alike. */
function aliasOf(model: Model, { instances: [first, ...others] }: Alike): (key: string) => string[] {
  const ids = (i: Instance) => model.features(i).map((f) => f.id)
  const ours = ids(first!)
  const known = new Map(ours.map((id): [string, string[]] => [id, []]))
  for (const other of others) {
    const theirs = ids(other)
    if (theirs.length === ours.length) ours.forEach((id, k) => known.get(id)!.push(theirs[k]!))
  }
  return (key) => {
    const [kind, id = '', ...rest] = key.split(' ')
    return (known.get(id) ?? []).map((other) => [kind, other, ...rest].join(' '))
  }
}

function viewTouch(hand: Hand, { face }: Shown, main: boolean) {
  const name = sayFace(face)
  const says = `View of ${name === 'face' || name === 'back' ? 'the ' : ''}${name}`
  return hand.touch({ kind: 'view', key: `view ${face}`, says, ...(main ? { fixed: true } : {}) })
}

function movedStand(stand: Stand, hand: Hand): Stand {
  const by = hand.movedTo(`view ${stand.side.face}`)
  if (!by) return stand
  const { at, along, across } = stand
  const [dx, dy] = by
  return {
    ...stand,
    at: { ...at, x: at.x + dx, y: at.y + dy },
    along: [along[0] + dx, along[1] + dx],
    across: [across[0] + dy, across[1] + dy],
  }
}

/** The places in a view that additions hold on to. */
function spotsIn(side: Shown, features: readonly Feature[], block: Box): PlacedView['spots'] {
  const spots = new Map([['block', spotsOfBlock(outlineOf([block], side.view))]])
  for (const { id } of features) {
    const of = side.works.get(id)
    if (of) spots.set(id, spotsOf([...of.visible, ...of.hidden], of.rounds))
  }
  return spots
}

/**
 * Pictures by themselves on the sheets that have room for them; those that the maker has added on more. What
 * draws itself and finds no room is left out, with what stands of it at its view.
 */
function withInsets(
  pages: readonly Page[],
  { insets, own }: ReturnType<typeof additionsOn>,
  hand: Hand,
  area: Bounds,
): Page[] {
  const all = pages.map((page) => ({ ...page, marks: [...page.marks] }))
  let left: readonly Inset[] = insets
  for (const page of all) {
    const put = putInsets(left, hand, { room: page.room, area })
    page.marks.push(...put.marks)
    left = put.left
  }
  const out = new Set(left.map(({ key }) => key).filter((key) => own.has(key)))
  for (const page of all) page.marks = page.marks.filter(({ part }) => part === undefined || !out.has(part))
  left = left.filter(({ key }) => !out.has(key))
  while (left.length > 0) {
    const room = new Room(area)
    const put = putInsets(left, hand, { room, area })
    if (put.marks.length === 0) {
      for (const { key } of left) hand.tooLarge(key)
      break
    }
    all.push({ marks: put.marks, room })
    left = put.left
  }
  return all
}

/** Its views, and all that is drawn in them. */
function drawing(
  { scale, stands }: Layout,
  views: readonly PlacedView[],
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
  return stands.flatMap((stand, n) => {
    const { side, at } = stand
    const outline = outlineOf([block], side.view)
    return asPart(`view ${side.face}`, [
      ...drawnMarks(views[n]!.drawn, at),
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
  say: Say,
  hand: Hand,
): Mark[] {
  const bent = bentTo(features)
  return overall(layout, bent ? reachOf(shape) : block, bent ?? block.max, say, hand)
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
  { hand, manner, last }: { readonly hand: Hand; readonly manner: Manner; readonly last: boolean },
  added: readonly Note[] = [],
): Page | null {
  const { stands } = layout
  const marks = [...drawn, ...ordinates(stands, page, manner), ...diameters(stands, page.rounds)]
  const ink = new Room(area)
  ink.draw(marks)
  const texts = new Room(area)
  for (const m of marks) if (m.kind === 'text') texts.take(grown(boundsOf(m), 0.8))
  marks.push(...angles(stands, page.turns, ink, hand), ...sideNames(stands, ink, texts))
  const pictures = ink.copy()
  for (const { at } of stands)
    pictures.take({ x1: at.x - 1, y1: topOf(at) - 1, x2: rightOf(at) + 1, y2: at.y + 1 })
  const notes = [...page.callouts.map((c) => noteOf(c, layout)), ...added]
  // What is seen nowhere has no leader.
  const [seen, unseen] = [true, false].map((yes) => notes.filter((n) => n.tips.length > 0 === yes))
  const room = pictures.copy()
  const led = placeNotes(seen!, area, { pictures: room, texts, ink }, (key, by) => hand.stands(key, by))
  if (!led && !last) return null
  const left = led ? room : pictures
  const rest = listNotes(led ? unseen! : notes, area, left)
  const put = rest ?? (last ? [write(area.x1 + 2, area.y2 - 1, NO_ROOM)] : null)
  return put && { marks: [...marks, ...(led ?? []), ...put], room: left }
}

function noteOf({ key, text, by, targets }: Callout, { stands }: Layout): Note {
  return {
    key,
    text,
    by,
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

/** Its sheets. */
export const pieceSheets = (model: Model, alike: Alike, { scale, pages }: PiecePlan): Content[] =>
  pages.map((page, n) => {
    const continued = n > 0 ? `, continued (${n + 1} of ${pages.length})` : ''
    return {
      title: `${alike.mark} ${alike.name}${continued}`,
      heading: `${alike.mark}  ${alike.name}${continued}`,
      detail: sayMaking(model, alike),
      scale: scale.says,
      ...page,
    }
  })

/** "make 4, 2 mirrored from 1×10 pine, planed to 3/4". */
export function sayMaking(model: Model, { instances, mirrored, stock }: Alike): string {
  const { thickness } = boughtFor(model, instances[0]!)
  const planed = planedFrom(thickness, stock, model) === null ? '' : `, ${sayPlaned(thickness, model)}`
  const turned = mirrored ? `, ${mirrored} mirrored` : ''
  return `make ${instances.length}${turned} from ${stock?.stock.name ?? 'no stock'}${planed}`
}
