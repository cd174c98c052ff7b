/** The six sides of a piece as views, which of them its drawing shows, and where they stand to each other. */
import type { FaceName } from '../../document'
import { cross, FACE_AT, mainAxis, negated, oppositeFace, STILL, type Axis, type Vec3 } from '../../pieces'
import { cutsOf, type Recipe, type Shape } from '../../solid'
import { workKind, type Feature } from '../../work'
import type { LinesKept } from '../hidden/kept'
import type { Found, FoundLines } from '../hidden/lines'
import type { Arc, Segment } from '../hidden/merge'
import { project, type View } from '../hidden/view'

/** A side, how it is looked at, and what is found there; all as the piece has it. */
export interface Side {
  readonly face: FaceName
  readonly view: View
  readonly lines: FoundLines
  /** What is seen of each feature, and what is hidden, by its id. */
  readonly works: ReadonlyMap<string, SeenOf>
  /** Whether wood is seen at a place of the view. */
  covers(u: number, v: number): boolean
}
export interface SeenOf {
  readonly visible: readonly Segment[]
  readonly hidden: readonly Segment[]
  readonly rounds: readonly Arc[]
  /** How much of it is seen, millimetres. */
  readonly seen: number
}

/** A side in the cross of views: columns from the main one to the right, rows from it downwards. */
export interface Shown extends Side {
  readonly column: -1 | 0 | 1 | 2
  readonly row: -1 | 0 | 1 | 2
}

/** The own axes that run to the right and up the paper. */
export const axesIn = ({ right, up }: View): readonly [Axis, Axis] => [mainAxis(right), mainAxis(up)]

/** The long sides as they come one below the other, rolled about the length, in the third angle. */
const ROUND: readonly FaceName[] = ['face', 'edge1', 'back', 'edge2']

const outOf = (face: FaceName): Vec3 => {
  const { axis, far } = FACE_AT[face]
  return [0, 1, 2].map((i) => (i === axis ? (far ? 1 : -1) : 0)) as unknown as Vec3
}

/** End 1 lies at the left on long sides; ends stand upright as the main side does. */
function viewOf(face: FaceName, main: FaceName): View {
  const toward = outOf(face)
  if (FACE_AT[face].axis !== 0) return { name: face, right: [1, 0, 0], up: cross(toward, [1, 0, 0]), toward }
  const up = cross(outOf(main), [1, 0, 0])
  return { name: face, right: cross(up, toward), up, toward }
}

/**
 * All sides of a piece, the main one first, then below, behind and above it, and its ends. The main one is
 * the broad side that shows what the other would hide, or more of the work.
 */
export function* sidesOf(
  kept: LinesKept,
  features: readonly Feature[],
  shape: Shape,
  recipe: Recipe,
  third: boolean,
): Generator<undefined, Side[]> {
  const solids = [{ shape, frame: STILL }]
  const draw = function* (face: FaceName, main: FaceName): Generator<undefined, Side> {
    const view = viewOf(face, main)
    const lines = yield* kept.finding(solids, view, { hidden: true, arcs: true })
    return { face, view, lines, works: worksIn(lines, recipe), covers: covering(shape, view) }
  }
  const long: Side[] = []
  for (const face of ROUND) long.push(yield* draw(face, face))
  const [face, , back] = long as [Side, Side, Side, Side]
  const on = (side: Side) => features.filter((f) => workKind(f).shownOn(f.data) === side.face)
  const lost = (side: Side, without: Side) => on(side).filter((f) => !sees(without, f)).length
  const turned = lost(back, face) - lost(face, back) || on(back).length - on(face).length
  const start = turned > 0 ? 2 : 0
  const step = third ? 1 : ROUND.length - 1
  const round = ROUND.map((_, n) => long[(start + n * step) % ROUND.length]!)
  const ends: Side[] = []
  for (const end of third ? (['end2', 'end1'] as const) : (['end1', 'end2'] as const))
    ends.push(yield* draw(end, round[0]!.face))
  return [...round, ...ends]
}

const covering =
  ({ positions, triangles }: Shape, view: View) =>
  (u: number, v: number): boolean => {
    const at = (n: number): readonly [number, number] => {
      const [x, y] = project(view, [positions[3 * n]!, positions[3 * n + 1]!, positions[3 * n + 2]!])
      return [x - u, y - v]
    }
    for (let k = 0; k < triangles.length; k += 3) {
      const [a, b, c] = [at(triangles[k]!), at(triangles[k + 1]!), at(triangles[k + 2]!)]
      const turns = [a[0] * b[1] - a[1] * b[0], b[0] * c[1] - b[1] * c[0], c[0] * a[1] - c[1] * a[0]]
      if (turns.every((t) => t > 0) || turns.every((t) => t < 0)) return true
    }
    return false
  }

function worksIn({ visible, hidden, arcs }: FoundLines, recipe: Recipe): Map<string, SeenOf> {
  const cuts = cutsOf(recipe)
  const all = new Map<string, { visible: Segment[]; hidden: Segment[]; rounds: Arc[]; seen: number }>()
  const each = <T>(
    found: Found<T>,
    put: (to: { visible: Segment[]; hidden: Segment[]; rounds: Arc[]; seen: number }, one: T) => void,
  ) =>
    found.works.forEach((works, k) => {
      for (const n of new Set(works)) {
        const id = cuts[n - 1]?.work
        if (id === undefined) continue
        const of = all.get(id) ?? { visible: [], hidden: [], rounds: [], seen: 0 }
        all.set(id, of)
        put(of, found.all[k]!)
      }
    })
  each(visible, (of, s) => {
    of.visible.push(s)
    of.seen += Math.hypot(s[2] - s[0], s[3] - s[1])
  })
  each(hidden, (of, s) => of.hidden.push(s))
  each(arcs.visible, (of, a) => {
    of.rounds.push(a)
    of.seen += a.r * (a.to - a.from)
  })
  return all
}

/** Of less, nothing is recognised. Millimetres of line. */
const LEAST_SEEN = 1

const sees = (side: Side, f: Feature): boolean => (side.works.get(f.id)?.seen ?? 0) > LEAST_SEEN

/** Whether more is seen of a side than the four sides of a rectangle. */
const isRich = ({ lines, works }: Side): boolean =>
  lines.visible.all.length > 4 || [...works.values()].some(({ seen }) => seen > LEAST_SEEN)

/** Half a turn on the paper. */
const turned = ([a, b, c, d]: Segment): Segment => [-a, -b, -c, -d]
const turnedArc = ({ u, v, r, from, to }: Arc): Arc => ({
  u: -u,
  v: -v,
  r,
  from: from + Math.PI,
  to: to + Math.PI,
})
const turnedList = <T>(found: Found<T>, by: (one: T) => T): Found<T> => ({ ...found, all: found.all.map(by) })

/** The side behind as it stands beside the others, seen past an end: half a turn from how it stands below. */
function besideOf(side: Shown): Shown {
  const { view, lines, works } = side
  return {
    ...side,
    column: 2,
    row: 0,
    view: { ...view, right: negated(view.right), up: negated(view.up) },
    covers: (u, v) => side.covers(-u, -v),
    lines: {
      ...lines,
      visible: turnedList(lines.visible, turned),
      hidden: turnedList(lines.hidden, turned),
      arcs: {
        visible: turnedList(lines.arcs.visible, turnedArc),
        hidden: turnedList(lines.arcs.hidden, turnedArc),
      },
    },
    works: new Map(
      [...works].map(([id, w]) => [
        id,
        {
          ...w,
          visible: w.visible.map(turned),
          hidden: w.hidden.map(turned),
          rounds: w.rounds.map(turnedArc),
        },
      ]),
    ),
  }
}

/** The ways to stand them: the side behind, if it is drawn, below the others or beside them. */
export function standings(sides: Side[], features: readonly Feature[]): Shown[][] {
  const below = shownOf(sides, features)
  return below.some((s) => s.row === 2) ? [below, below.map((s) => (s.row === 2 ? besideOf(s) : s))] : [below]
}

/**
 * The sides that are drawn: the main one and one along it always, others where they show work that would be
 * hidden else.
 */
function shownOf([main, below, behind, above, beside, other]: Side[], features: readonly Feature[]) {
  const on = ({ face }: Side) => features.filter((f) => workKind(f).shownOn(f.data) === face)
  const needs = (side: Side, ...drawn: Side[]) =>
    on(side).some((f) => sees(side, f) && !drawn.some((d) => sees(d, f)))
  const shown: Shown[] = [{ ...main!, column: 0, row: 0 }]
  // One along it tells how thick the wood is: the one that shows more.
  const [low, high] = [on(below!).length, on(above!).length]
  const both = low > 0 && high > 0 && needs(above!, main!, below!)
  // What is round looks alike from all about its axis.
  const about = features.map((f) => workKind(f).roundAbout?.(f.data) ?? 1).find((axis) => axis !== 1)
  const turns = (f: Feature) => workKind(f).roundAbout?.(f.data) === about
  const alike = about !== undefined && [...on(below!), ...on(above!)].every(turns)
  if (!alike && (both || low >= high)) shown.push({ ...below!, column: 0, row: 1 })
  if (!alike && (both || high > low)) shown.push({ ...above!, column: 0, row: -1 })
  if (needs(behind!, main!)) shown.push({ ...behind!, column: 0, row: 2 })
  if (alike || isRich(beside!)) shown.push({ ...beside!, column: 1, row: 0 })
  if (needs(other!, ...shown)) shown.push({ ...other!, column: -1, row: 0 })
  return shown
}

/** The view that a feature is told in: that of its own side, or else the one that shows most of it. */
export function homeOf(f: Feature, shown: readonly Shown[]): Shown {
  const own = shown.find((s) => s.face === workKind(f).shownOn(f.data))
  if (own && sees(own, f)) return own
  const most = (a: Shown, b: Shown) =>
    (b.works.get(f.id)?.seen ?? 0) > (a.works.get(f.id)?.seen ?? 0) + 1e-6 ? b : a
  return shown.filter((s) => FACE_AT[s.face].axis !== 0).reduce(most)
}

/** Of what is seen in the view of the side across, no hidden lines are drawn here. */
export function hidesNot(side: Shown, shown: readonly Shown[], recipe: Recipe) {
  const across = shown.find((s) => s.face === oppositeFace(side.face))
  const cuts = cutsOf(recipe)
  return (works: readonly [number, number]): boolean =>
    !across || !works.some((n) => n > 0 && (across.works.get(cuts[n - 1]!.work)?.seen ?? 0) > LEAST_SEEN)
}
