/**
 * The drawing of one piece: its work face, an edge and an end, every place from end 1 and edge 1, every work
 * called out.
 */
import { boughtFor, planedFrom, sayPlaned, type Alike } from '../cuts'
import type { FaceName } from '../document'
import type { Model } from '../model'
import { formatLength, marked } from '../measure'
import { cutsOf, reachOf, type Recipe } from '../solid'
import { cornersOf, FACE_AT, FACE_NAMES, sayFace, toRoom, type Box, type Frame, type Vec3 } from '../pieces'
import type { Instance } from '../resolve'
import {
  countOf,
  toolAxes,
  workKind,
  type Feature,
  type PitchCircle,
  type RoundAxis,
  type Sentence,
} from '../work'
import { centreMarks } from './centres'
import { levelDimension, runningLevel, runningUpright, uprightDimension } from './dimension'
import { atU, atV, drawnMarks, heightOf, outlineOf, widthOf, type Placed } from './drawn'
import { border, drawingArea, shorten } from './frame'
import { drawingView, type Solid } from './hidden/lines'
import { ofPiece, project, type View } from './hidden/view'
import { NOTE, pagesOf, type Round, type SheetContent } from './pages'
import { line, PAPER, SMALL, TEXT, write, type Mark, type Sheet } from './sheet'

/** The most that dimensions stand off what they are of. */
const OFF = 7

/** All that is told of a piece, and how it is laid out: over more than one sheet where it is much. */
export function planOf(model: Model, alike: Alike) {
  const { settings } = model.project
  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const piece = alike.instances[0]!
  const features = model.features(piece)
  const inRing = ({ step }: Feature) =>
    step !== null && model.resolved.steps.get(step)?.step.options.repeat === 'ring'
  // Of what goes round the middle the first is told, and how many there are.
  const once = features.filter((f) => !f.again || !inRing(f))
  const told: SheetContent = {
    along: placesOn(once, 0),
    across: placesOn(once, 1),
    through: placesOn(once, 2),
    rounds: roundsOf(features, say),
    notes: callouts(features, say, inRing),
  }
  const { length, width, thickness } = piece
  const area = drawingArea(settings.paper)
  const laid = pagesOf(told, [length, width, thickness], area, settings.style.unit, say)
  return { ...laid, piece, features, area, say }
}

/** Its sheets, the first of them numbered so. Yields now and then while it draws. */
export function* pieceSheets(
  model: Model,
  alike: Alike,
  { layout, pages, piece, features, area, say }: ReturnType<typeof planOf>,
  solid: Solid,
  sheet: number,
  of: number,
): Generator<undefined, Sheet[]> {
  const { settings } = model.project
  const fromBack = shownFace(features) === 'back'
  const third = settings.projection === 'third'
  const { length: L, width: W, thickness: T } = piece
  const s = layout.scale.factor
  const at = (u: number, v: number, [x, y]: readonly [number, number]): Placed => ({
    outline: { u1: 0, v1: 0, u2: u, v2: v },
    x,
    y,
    scale: s,
  })
  const [atMain, atEdge, atEnd] = [at(L, W, layout.face), at(L, T, layout.edge), at(T, W, layout.end)]
  const views = viewsOf(fromBack, third)
  const drawn: Mark[] = []
  const block: Box = { min: [0, 0, 0], max: piece.size }
  const reach = reachOf(solid.shape)
  // What is bent is made from a strip, and is as large as it comes out.
  const bent = features.map((f) => workKind(f).sizes?.(f.data).block).find((b) => b !== undefined)
  const wood = bent ? null : reach
  const axes = bent ? [] : axesOf(features, model.recipe(piece), s)
  const circles = features.flatMap((f) => circleIn(f) ?? [])
  for (const [view, place] of [
    [views[0], atMain],
    [views[1], atEdge],
    [views[2], atEnd],
  ] as const) {
    const own = ofPiece(view, solid.frame)
    const lines = yield* drawingView([solid], own, { hidden: true, arcs: true })
    const settled = settle(piece, own, place)
    drawn.push(...drawnMarks(lines, settled), ...(wood ? blankMarks(block, wood, view, place) : []))
    drawn.push(...centreMarks(axes, circles, view, { ...place, outline: outlineOf([block], view) }))
    for (const f of features)
      for (const t of workKind(f).threads?.(f.data) ?? [])
        drawn.push(...threadMarks(t, solid.frame, own, settled))
  }
  const [x, y] = layout.face
  const top = y - W * s
  const fromEdge1 = (p: number) => atV(atMain, fromBack ? W - p : p)
  // Below in the first angle is what is seen from above, its face downwards.
  const fromTheBack = (p: number) => atV(atEdge, fromBack === third ? T - p : p)
  /** How long, wide and thick it is, from where to where it is. */
  const overall = ({ min, max }: Box, [long, wide, thick]: Vec3): Mark[] => {
    const [up, down] = [fromEdge1(min[1]), fromEdge1(max[1])].sort((a, b) => a - b) as [number, number]
    const [high, low] = [fromTheBack(min[2]), fromTheBack(max[2])].sort((a, b) => a - b) as [number, number]
    return [
      ...levelDimension(atU(atMain, min[0]), atU(atMain, max[0]), atEdge.y + OFF, low, say(long)),
      ...uprightDimension(up, down, atEnd.x + T * s + OFF, atEnd.x + T * s, say(wide)),
      ...uprightDimension(high, low, x + L * s + OFF, atU(atMain, max[0]), say(thick)),
    ]
  }
  drawn.push(
    ...overall(bent ? reach : block, bent ?? piece.size),
    write(x, atEdge.y - T * s - 4.5, saySides(views), { size: SMALL }),
  )
  const [width, height] = PAPER[settings.paper]
  const telling = ({ along, across, through, rounds, notes }: SheetContent): Mark[] => [
    ...runningLevel(
      along.map((p) => ({ x: atU(atMain, p), text: say(p) })),
      top - 5,
      top,
      layout.along,
    ),
    ...runningUpright(
      across.map((p) => ({ y: fromEdge1(p), text: say(p) })),
      x - 5,
      x,
      layout.across,
    ),
    ...runningLevel(
      rounds.map((d) => ({ x: atU(atMain, d.at), text: d.text })),
      y + 5,
      y,
      layout.along,
    ),
    // From the surface on, where that is not at the edge of the block.
    ...rounds.flatMap(({ at: u, sides }) => {
      const surface = Math.max(...sides.map(fromEdge1))
      return y - surface > 1 ? [line(atU(atMain, u), surface + 1, atU(atMain, u), y, 'dimension')] : []
    }),
    ...runningUpright(
      through.map((p) => ({ y: fromTheBack(p), text: say(p) })),
      x - 5,
      x,
      layout.through,
    ),
    ...notes.map((note, i) =>
      write(area.x1 + 2, area.y2 - layout.below + (i + 1) * NOTE, shorten(note, TEXT, area.x2 - area.x1 - 4)),
    ),
  ]
  return pages.map((page, n) => {
    const continued = n > 0 ? `, continued (${n + 1} of ${pages.length})` : ''
    const titles = {
      project: model.project.name,
      title: `${alike.mark}  ${alike.name}${continued}`,
      detail: sayMaking(model, alike),
      scale: layout.scale.says,
      unit: settings.style.unit,
      projection: settings.projection,
    }
    return {
      title: `${alike.mark} ${alike.name}${continued}`,
      width,
      height,
      marks: [...border(settings.paper, titles, sheet + n, of), ...drawn, ...telling(page)],
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

/**
 * The drawing's own origin: views come in room coordinates, so the lower left of the block that the piece is
 * made from is put at the corner.
 */
function settle({ size, frame }: Instance, view: View, place: Placed): Placed {
  const all = cornersOf({ min: [0, 0, 0], max: size }).map((p) => project(view, toRoom(frame, p)))
  const [u1, v1] = [0, 1].map((k) => Math.min(...all.map((p) => p[k]!))) as [number, number]
  return { ...place, outline: { ...place.outline, u1, v1 } }
}

/**
 * A thread as threads are drawn: thin lines along its core, and three quarters of a circle seen from its end
 * (ISO 6410-1).
 */
function threadMarks(
  { from, to, core }: { readonly from: Vec3; readonly to: Vec3; readonly core: number },
  frame: Frame,
  view: View,
  place: Placed,
): Mark[] {
  const [a, b] = [from, to].map((p) => project(view, toRoom(frame, p))) as [Vec3, Vec3]
  const [du, dv] = [b[0] - a[0], b[1] - a[1]]
  const long = Math.hypot(du, dv)
  if (long < 1e-6)
    return [
      {
        kind: 'arc',
        x: atU(place, a[0]),
        y: atV(place, a[1]),
        r: core * place.scale,
        from: 0,
        to: 270,
        pen: 'dimension',
      },
    ]
  const [nu, nv] = [(-dv / long) * core, (du / long) * core]
  return [1, -1].map((side) =>
    line(
      atU(place, a[0] + side * nu),
      atV(place, a[1] + side * nv),
      atU(place, b[0] + side * nu),
      atV(place, b[1] + side * nv),
      'dimension',
    ),
  )
}

/** The broad face with more work on it. */
function shownFace(features: readonly Feature[]): FaceName {
  const on = (face: FaceName) => features.filter((f) => workKind(f).shownOn(f.data) === face).length
  return on('back') > on('face') ? 'back' : 'face'
}

/**
 * The work face, an edge below it and an end to the right of it, in the piece's own axes: in the third angle
 * those that lie there, in the first those that lie across from there (ISO 5456-2).
 */
function viewsOf(fromBack: boolean, third: boolean): [View, View, View] {
  const toward: Vec3 = fromBack ? [0, 0, -1] : [0, 0, 1]
  const up: Vec3 = fromBack ? [0, -1, 0] : [0, 1, 0]
  const flip = (v: Vec3): Vec3 => [-v[0] + 0, -v[1] + 0, -v[2] + 0]
  const main: View = { name: 'main', right: [1, 0, 0], up, toward }
  if (!third)
    return [
      main,
      { name: 'edge', right: [1, 0, 0], up: flip(toward), toward: up },
      { name: 'end', right: toward, up, toward: [-1, 0, 0] },
    ]
  return [
    main,
    { name: 'edge', right: [1, 0, 0], up: toward, toward: flip(up) },
    { name: 'end', right: flip(toward), up, toward: [1, 0, 0] },
  ]
}

/** Which side each view looks at, as they are named on the wood. */
function saySides([main, edge, end]: readonly [View, View, View]): string {
  const [of, below, beside] = [main, edge, end].map(({ toward }) => sayFace(faceTowards(toward)))
  return `${of![0]!.toUpperCase()}${of!.slice(1)} above, ${below} below, ${beside} beside; end 1 at the left`
}
const faceTowards = (way: Vec3): FaceName =>
  FACE_NAMES.find((f) => way[FACE_AT[f].axis] * (FACE_AT[f].far ? 1 : -1) > 0.5)!

const circleIn = (f: Feature): PitchCircle | null => workKind(f).circle?.(f.data) ?? null

/** Every place along an own axis that must be told, measured from its reference, once each. */
function placesOn(features: readonly Feature[], axis: 0 | 1 | 2): number[] {
  const places = features.flatMap((f) => {
    const circle = circleIn(f)
    if (circle) return circle.into === axis ? [] : [circle.centre[axis]]
    return workKind(f)
      .dimensions(f.data)
      .filter((d) => d.axis === axis && d.what === 'place')
      .map((d) => d.to)
  })
  return [...new Set(places.map((p) => Math.round(p * 1e7) / 1e7))].sort((a, b) => a - b)
}

/** What is round about an axis along the piece: where, from which place to which across, and its diameter. */
function roundsOf(features: readonly Feature[], say: (mm: number) => string): Round[] {
  const all = features.flatMap((f) =>
    (workKind(f).diameters?.(f.data) ?? []).filter(({ along }) => along === 0),
  )
  if (all.length > MOST_ROUNDS) return []
  return all
    .map(({ at: [u, v], mm }) => ({ at: u, sides: [v - mm / 2, v + mm / 2], text: `⌀ ${say(mm)}` }))
    .sort((a, b) => a.at - b.at)
}
/** More, as of a curve that was traced, are not told on a drawing. */
const MOST_ROUNDS = 48

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

/** The block that a piece is made from, where the wood does not come to its sides. */
function blankMarks(block: Box, wood: Box, view: View, { x, y, scale }: Placed): Mark[] {
  const [b, w] = [outlineOf([block], view), outlineOf([wood], view)]
  const short = Math.max(w.u1 - b.u1, b.u2 - w.u2, w.v1 - b.v1, b.v2 - w.v2)
  if (short * scale < SHORT) return []
  const [right, top] = [x + widthOf(b) * scale, y - heightOf(b) * scale]
  return [
    line(x, y, right, y, 'blank'),
    line(right, y, right, top, 'blank'),
    line(right, top, x, top, 'blank'),
    line(x, top, x, y, 'blank'),
  ]
}
/** As far from the sides of its block that is seen on paper, millimetres. */
const SHORT = 0.4

/** Each different work once, with its count; what goes round the middle by the first of it. */
function callouts(
  features: readonly Feature[],
  say: (mm: number) => string,
  inRing: (f: Feature) => boolean,
): string[] {
  const counts = new Map<string, number>()
  for (const f of features) {
    const ring = inRing(f)
    if (ring && f.again) continue
    const text = sayPlain(workKind(f).callout(f.data), say)
    const times = ring ? features.filter((other) => other.step === f.step).length : 1
    const one = workKind(f).toldAtOnce ? 1 : countOf(f)
    const said = ring ? `${text}, evenly round the middle` : text
    counts.set(said, (counts.get(said) ?? 0) + times * one)
  }
  return [...counts].map(([text, n]) => (n > 1 ? `${n} × ${text}` : text[0]!.toUpperCase() + text.slice(1)))
}

export const sayPlain = (sentence: Sentence, say: (mm: number) => string): string =>
  sentence.map((part) => (typeof part === 'string' ? part : say(part.mm))).join('')
