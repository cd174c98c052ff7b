/** What the drawing of a piece tells, and in which of its views: places, diameters, angles and callouts. */
import type { LengthStyle } from '../../measure'
import { dot, FACE_AT, vec3, type Axis, type Vec3 } from '../../pieces'
import {
  workKind,
  countOf,
  sayDegrees,
  type Angle,
  type Feature,
  type PitchCircle,
  type Sentence,
} from '../../work'
import type { Hand } from '../hand'
import { project } from '../hidden/view'
import { MANNERS, type Manner } from '../manners'
import { axesIn, homeOf, type SeenOf, type Shown } from './sides'

/** A place on one own axis, as far from its reference. */
interface Ordinate {
  readonly axis: Axis
  readonly at: number
}
/** What stands on the paper as one thing, and how far it was moved. */
interface Thing {
  readonly key: string
  readonly text: string
  readonly by: readonly [number, number] | null
}
/** A place as a view tells it. */
export interface PlaceTold extends Thing {
  readonly side: Shown
  readonly at: number
  /** The place that it is told from. */
  readonly since: number
}
/** A diameter about the length: where along, from which place to which across. */
export interface Round extends Thing {
  readonly at: number
  readonly sides: readonly number[]
}
/** A note with a leader: to one of these, in coordinates of the view. */
export interface Callout extends Thing {
  /** The other features that it tells of. */
  readonly also: readonly string[]
  readonly targets: readonly Target[]
}
/** A place in a view; on the rim of a circle, the middle and radius of that. */
export interface Target {
  readonly side: Shown
  readonly u: number
  readonly v: number
  readonly radius: number
}
/** An angle as a view shows it. */
export interface TurnTold extends Thing {
  readonly side: Shown
  readonly at: readonly [number, number]
  readonly ways: readonly [readonly [number, number], readonly [number, number]]
}

/** What is told on one sheet. By the side they are told at: places to its right, and up it. */
export interface SheetContent {
  readonly along: readonly PlaceTold[]
  readonly across: readonly PlaceTold[]
  readonly rounds: readonly Round[]
  readonly turns: readonly TurnTold[]
  readonly callouts: readonly Callout[]
}

/** The middle of an arc, where it lies on the wood. */
export interface Middle {
  readonly key: string
  readonly side: Shown
  readonly at: Vec3
}

/** A length in the project's way of writing, or in another. */
export type Say = (mm: number, as?: (style: LengthStyle) => LengthStyle) => string

export const sayPlain = (sentence: Sentence, say: Say): string =>
  sentence.map((part) => (typeof part === 'string' ? part : say(part.mm))).join('')

export const circleIn = (f: Feature): PitchCircle | null => workKind(f).circle?.(f.data) ?? null

/** Middles of arcs that somebody sets a pair of compasses on. */
export function middlesOf(features: readonly Feature[], shown: readonly Shown[], size: Vec3): Middle[] {
  return features.flatMap((f) =>
    (workKind(f).arcs?.(f.data) ?? []).flatMap(({ centre, into, whole, corner }, n): Middle[] => {
      const inside = ([0, 1, 2] as const).every(
        (i) => i === into || (centre[i] > -SAME && centre[i] < size[i] + SAME),
      )
      const side = inside && !whole && !corner ? sideAlong(f, into, shown) : undefined
      return side ? [{ key: `middle ${f.id} ${n}`, side, at: centre }] : []
    }),
  )
}
const SAME = 1e-6

/** The view that sees along an axis, the feature's own first. */
const sideAlong = (f: Feature, into: Axis, shown: readonly Shown[]): Shown | undefined =>
  [homeOf(f, shown), ...shown].find((s) => !axesIn(s.view).includes(into))

/** What is drawn for it has curves that only a pattern tells. */
export const isFree = (f: Feature): boolean => workKind(f).free?.(f.data) ?? false

/** How it is told. */
interface Saying {
  readonly say: Say
  /** What goes round the middle is told by the first of it, and how many there are. */
  readonly inRing: (f: Feature) => boolean
  /** What its pattern is called; null where there is none. */
  readonly pattern: string | null
  readonly hand: Hand
  readonly manner: Manner
}

export function toldOf(
  features: readonly Feature[],
  shown: readonly Shown[],
  size: Vec3,
  { say, inRing, pattern, hand, manner }: Saying,
): SheetContent {
  const once = features.filter((f) => !f.again || !inRing(f))
  const homes = new Map(once.map((f) => [f, homeOf(f, shown)]))
  const along = new Map<string, PlaceFound>()
  const across = new Map<string, PlaceFound>()
  const main = shown[0]!
  const put = (side: Shown, axis: Axis, at: number, key: string) => {
    const place = Math.round(at * 1e7) / 1e7
    const all = axesIn(side.view)[0] === axis ? along : across
    const known = all.get(`${side.face} ${place}`)
    if (known) known.keys.push(key)
    else all.set(`${side.face} ${place}`, { side, at: place, keys: [key] })
  }
  for (const [f, home] of homes)
    for (const [n, { axis, at }] of placesOf(f).entries()) {
      const side = [home, main, ...shown].find((s) => axesIn(s.view).includes(axis))
      // What lies at the very end is told by the size of the piece.
      if (side && Math.abs(at - size[axis]) > SAME) put(side, axis, at, `place ${f.id} ${n}`)
    }
  for (const { side, at, key } of middlesOf(once, shown, size))
    for (const axis of axesIn(side.view))
      if (at[axis] > SAME && at[axis] < size[axis] - SAME) put(side, axis, at[axis], `${key} ${axis}`)
  const told = (all: Map<string, PlaceFound>) => {
    const out: PlaceTold[] = []
    const sorted = [...all.values()].sort(
      (a, b) => shown.indexOf(a.side) - shown.indexOf(b.side) || a.at - b.at,
    )
    for (const { side, at, keys } of sorted) {
      const [key, ...also] = keys as [string, ...string[]]
      const before = out.at(-1)
      const since = MANNERS[manner].since === 'before' && before?.side === side ? before.at : 0
      const touch = hand.touch({ kind: 'place', key, also, says: say(at - since) })
      const text = touch.say(say(at - since, (style) => touch.style(style)))
      if (!touch.hidden) out.push({ side, at, since, key, text, by: touch.by })
    }
    return out
  }
  const byHand = (c: Callout): Callout[] => {
    const touch = hand.touch({ kind: 'note', key: c.key, also: c.also, says: c.text })
    return touch.hidden ? [] : [{ ...c, text: touch.say(c.text), by: touch.by }]
  }
  const turns = once.flatMap((f) =>
    (workKind(f).angles?.(f.data) ?? []).flatMap((a, n): TurnTold[] => {
      const turn = turnIn(a, shown)
      if (!turn) return []
      const key = `angle ${f.id} ${n}`
      const touch = hand.touch({ kind: 'angle', key, says: turn.text })
      return touch.hidden ? [] : [{ ...turn, key, text: touch.say(turn.text), by: touch.by }]
    }),
  )
  const callouts = [
    ...calloutsOf(features, homes, shown, { say, inRing, pattern }),
    ...radiiOf(once, shown, say),
  ]
  return {
    along: told(along),
    across: told(across),
    rounds: roundsOf(features, say, hand),
    turns,
    callouts: callouts.flatMap(byHand),
  }
}

interface PlaceFound {
  readonly side: Shown
  readonly at: number
  readonly keys: string[]
}

function placesOf(f: Feature): Ordinate[] {
  const circle = circleIn(f)
  const places = workKind(f)
    .dimensions(f.data)
    .filter((d) => d.what === 'place')
  return circle
    ? ([0, 1, 2] as const).flatMap((axis) =>
        axis === circle.into ? [] : [{ axis, at: circle.centre[axis] }],
      )
    : places.map(({ axis, to }) => ({ axis, at: to }))
}

/** More, as of a curve that was traced, are not told on a drawing. */
const MOST_ROUNDS = 48

function roundsOf(features: readonly Feature[], say: Say, hand: Hand): Round[] {
  const all = features.flatMap((f) =>
    (workKind(f).diameters?.(f.data) ?? [])
      .filter(({ along }) => along === 0)
      .map((d, n) => ({ ...d, key: `round ${f.id} ${n}` })),
  )
  if (all.length > MOST_ROUNDS) return []
  return all
    .flatMap(({ at: [u, v], mm, key }): Round[] => {
      const touch = hand.touch({ kind: 'place', key, says: `⌀ ${say(mm)}` })
      const text = touch.say(`⌀ ${say(mm, (style) => touch.style(style))}`)
      return touch.hidden ? [] : [{ at: u, sides: [v - mm / 2, v + mm / 2], text, key, by: touch.by }]
    })
    .sort((a, b) => a.at - b.at)
}

/** Each different work once, with its count; what goes round the middle by the first of it. */
function calloutsOf(
  features: readonly Feature[],
  homes: ReadonlyMap<Feature, Shown>,
  shown: readonly Shown[],
  { say, inRing, pattern }: Omit<Saying, 'hand' | 'manner'>,
): Callout[] {
  const found = new Map<string, { times: number; targets: Target[]; keys: string[] }>()
  for (const [f, home] of homes) {
    const ring = inRing(f)
    const plain = sayPlain(workKind(f).callout(f.data), say)
    const text = pattern && isFree(f) ? `${plain}, see pattern ${pattern}` : plain
    const times = ring ? features.filter((other) => other.step === f.step).length : 1
    const one = workKind(f).toldAtOnce ? 1 : countOf(f)
    const said = ring ? `${text}, evenly round the middle` : text
    const of = found.get(said) ?? { times: 0, targets: [], keys: [] }
    of.keys.push(`note ${f.id}`)
    of.times += times * one
    of.targets.push(...targetsOf(f, home, shown))
    found.set(said, of)
  }
  return [...found].map(
    ([
      text,
      {
        times,
        targets,
        keys: [key, ...also],
      },
    ]): Callout => ({ key: key!, also, text: counted(text, times), targets, by: null }),
  )
}

const counted = (text: string, times: number): string =>
  times > 1 ? `${times} × ${text}` : text[0]!.toUpperCase() + text.slice(1)

/** Where a leader may end: on what is seen of it, or else on what is hidden. */
function targetsOf(f: Feature, home: Shown, shown: readonly Shown[]): Target[] {
  const at = (side: Shown): Target[] => {
    const of = side.works.get(f.id)
    return of ? [...roundTargets(side, of), ...lineTargets(side, of.visible)] : []
  }
  const first = at(home)
  if (first.length > 0) return first
  const others = shown.flatMap(at)
  if (others.length > 0) return others
  const hidden = shown.flatMap((side) => lineTargets(side, side.works.get(f.id)?.hidden ?? [])).slice(0, 8)
  // What is drawn and not cut is told at its middle.
  const threads = (workKind(f).threads?.(f.data) ?? []).map(({ from, to }) =>
    targetAt(
      shown[0]!,
      vec3((i) => (from[i] + to[i]) / 2),
    ),
  )
  return hidden.length > 0 ? hidden : threads
}

/** A whole circle by its rim, an arc by places on it. */
function roundTargets(side: Shown, { rounds }: SeenOf): Target[] {
  const circles = new Map<string, Array<SeenOf['rounds'][number]>>()
  for (const a of rounds) {
    const key = `${a.u} ${a.v} ${a.r}`
    const arcs = circles.get(key)
    if (arcs) arcs.push(a)
    else circles.set(key, [a])
  }
  return [...circles.values()].flatMap((arcs): Target[] => {
    const [{ u, v, r }] = arcs as [(typeof arcs)[number]]
    if (arcs.reduce((sum, a) => sum + a.to - a.from, 0) > WHOLE) return [{ side, u, v, radius: r }]
    const every = Math.ceil(arcs.length / 6)
    return arcs
      .filter((_, n) => n % every === Math.floor(every / 2))
      .map(({ from, to }) => {
        const middle = (from + to) / 2
        return { side, u: u + r * Math.cos(middle), v: v + r * Math.sin(middle), radius: 0 }
      })
  })
}
const WHOLE = 2 * Math.PI - 0.1

/** The middles of the longest. */
const lineTargets = (side: Shown, lines: SeenOf['visible']): Target[] => {
  const long = ([a, b, c, d]: (typeof lines)[number]) => Math.hypot(c - a, d - b)
  const all = [...lines].sort((p, q) => long(q) - long(p)).slice(0, 12)
  return all.map(([a, b, c, d]) => ({ side, u: (a + c) / 2, v: (b + d) / 2, radius: 0 }))
}

/** Radii by their arcs, alike ones once. */
function radiiOf(once: readonly Feature[], shown: readonly Shown[], say: Say): Callout[] {
  const found = new Map<string, { key: string; targets: Target[] }>()
  for (const f of once)
    for (const [n, { at, radius, into, whole }] of (workKind(f).arcs?.(f.data) ?? []).entries()) {
      const side = sideAlong(f, into, shown)
      if (!side) continue
      const text = whole ? `⌀ ${say(2 * radius)}` : `R ${say(radius)}`
      const of = found.get(text) ?? { key: `radius ${f.id} ${n}`, targets: [] }
      of.targets.push(targetAt(side, at))
      found.set(text, of)
    }
  return [...found].map(([text, { key, targets }]) => ({
    key,
    also: [],
    text: targets.length > 1 ? `${targets.length} × ${text}` : text,
    targets,
    by: null,
  }))
}

const targetAt = (side: Shown, at: Vec3): Target => {
  const [u, v] = project(side.view, at)
  return { side, u, v, radius: 0 }
}

/** Lengths of less are no way on the paper. */
const FLAT = 1 - 1e-6

/** An angle in the first view that shows both its legs as long as they are. */
function turnIn({ at, ways, follows }: Angle, shown: readonly Shown[]): Omit<TurnTold, 'key' | 'by'> | null {
  const seen = (s: Shown) =>
    ways.every((w) => Math.hypot(...[s.view.right, s.view.up].map((d) => dot(d, w))) > FLAT)
  const side = shown.find(seen)
  if (!side) return null
  const [u, v] = project(side.view, at)
  const [one, two] = ways.map((w) => [dot(side.view.right, w), dot(side.view.up, w)] as const)
  const cos = one![0] * two![0] + one![1] * two![1]
  const degrees = (Math.acos(Math.min(1, Math.max(-1, cos))) * 180) / Math.PI
  return {
    side,
    at: [u, v],
    ways: [one!, two!],
    text: follows ? `(${sayDegrees(degrees)})` : sayDegrees(degrees),
  }
}

/** Whether a view looks at an end. */
export const isEnd = ({ face }: Pick<Shown, 'face'>): boolean => FACE_AT[face].axis === 0
