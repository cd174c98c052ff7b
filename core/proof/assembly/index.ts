/** In which order pieces go together, and which cannot. */
import type { Model } from '../../model'
import type { FaceName } from '../../document'
import { dot, FACE_NAMES, normalOf, vec3, type Vec3 } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import { defineEach } from '../check'
import { sayNames } from '../wood'
import { Bars } from './barring'
import { holdsIn, lying, type Hold, type Move, type Step } from './holding'
import { hanging, linksOf, type Link } from './links'
import { takeApart, waysOf, type Barring } from './order'
import { tasteFor } from './taste'

export type { Hold, Move, Step } from './holding'

/** How what hangs together is put together. */
export interface Assembly {
  readonly pieces: readonly string[]
  /** What is put together by itself before. */
  readonly before: readonly Assembly[]
  /** What is there first, and what goes on it, step by step. */
  readonly first: readonly string[]
  /** The way of the room that is down meanwhile; null where it stands as it will. */
  readonly lies: Vec3 | null
  /** The face that what is there first lies on then. */
  readonly on: FaceName | null
  readonly hold: Hold | null
  readonly steps: readonly Step[]
  /** What cannot be put together along straight ways. */
  readonly stuck: readonly string[]
}

/** More than this are not looked at in one. */
const MOST = 300

/** Instances that hang together, each of two or more. */
export const hangingTogether = (model: Model): Instance[][] =>
  hanging(model.resolved.instances, linksOf(model)).filter((p) => p.length > 1)

/** The order for pieces that hang together: what joints hold fast by itself, and then that to each other. */
export function assemblyOf(pieces: readonly Instance[], model: Model): Assembly {
  const own = new Set(pieces.map((p) => p.key))
  const links = linksOf(model).filter(({ a, b }) => own.has(a.key) && own.has(b.key))
  const units = hanging(
    pieces,
    links.filter((l) => l.sort === 'fast'),
  )
  const bars = new Bars(pieces, model)
  if (units.length === 1)
    return ordered(
      pieces.map((p) => [p]),
      bars,
      pieces,
      links,
      model,
    )
  const before = units.flatMap((u) =>
    u.length > 1
      ? [
          ordered(
            u.map((p) => [p]),
            bars,
            pieces,
            links,
            model,
          ),
        ]
      : [],
  )
  const main = ordered(units, bars, pieces, links, model)
  return { ...main, before, stuck: [...main.stuck, ...before.flatMap((b) => b.stuck)] }
}

/** Of parts, each of one piece or of several that were put together before. */
function ordered(
  parts: ReadonlyArray<readonly Instance[]>,
  bars: Bars,
  all: readonly Instance[],
  links: readonly Link[],
  model: Model,
): Assembly {
  const place = new Map(all.map((i, n) => [i.key, n]))
  const nodes = parts.map((p) => p.map((i) => place.get(i.key)!))
  const barring: Barring = {
    bars: (n, m, way) => nodes[n]!.some((a) => nodes[m]!.some((b) => bars.bars(a, b, way))),
    atOnce: (left) =>
      left.every((n) => nodes[n]!.length === 1)
        ? (bars
            .atOnce(left.map((n) => nodes[n]![0]!))
            ?.map((p) => ({ ...p, parts: p.parts.map((k) => nodes.findIndex((node) => node[0] === k)) })) ??
          null)
        : null,
  }
  const taste = tasteFor(parts, links, model)
  const { taken, stuck } = takeApart(parts.length, waysOf(bars.ways), barring, taste)
  const keys = (some: readonly number[]) => some.flatMap((n) => parts[n]!.map((i) => i.key))
  const off = new Set(taken.flat().flatMap((t) => (t.parts.length === 1 ? t.parts : [])))
  const goings = [...taken]
    .reverse()
    .map((step) => step.map((t): Move => ({ parts: keys(t.parts), way: vec3((k) => -t.way[k] + 0) })))
  const first = keys(parts.map((_, n) => n).filter((n) => !off.has(n) && !stuck.includes(n)))
  const lies = lying(goings)
  const byKey = new Map(all.map((i) => [i.key, i]))
  const holds = holdsIn(first, goings, lies, byKey, links)
  return {
    pieces: keys(parts.map((_, n) => n)),
    before: [],
    first,
    lies,
    on:
      lies &&
      (FACE_NAMES.find((f) => dot(normalOf(byKey.get(first[0] ?? '')!.frame, f), lies) > 0.9) ?? null),
    hold: holds.first,
    steps: holds.steps,
    stuck: keys(stuck),
  }
}

/** All that hangs together, each with its order; none for what is too many to look at in one. */
export const assembliesOf = (model: Model): Assembly[] =>
  hangingTogether(model)
    .filter((pieces) => pieces.length <= MOST)
    .map((pieces) => assemblyOf(pieces, model))

export const assembly = defineEach<readonly Instance[]>({
  id: 'assembly',
  title: 'Pieces that cannot be assembled',
  rests: 'all',
  why: 'What is housed at both ends does not go in once its neighbours are glued.',
  things: (model) => hangingTogether(model),
  key: (pieces) => pieces[0]!.key,
  from: (pieces, model) => pieces.flatMap((i) => [i, model.recipe(i)]),
  look: (pieces, model) => {
    if (pieces.length > MOST) return []
    const { stuck } = assemblyOf(pieces, model)
    if (stuck.length === 0) return []
    const byKey = new Map(pieces.map((p) => [p.key, p]))
    const found: Problem = {
      id: `assembly:${stuck[0]!}`,
      level: 'stop',
      piece: byKey.get(stuck[0]!)!.piece,
      says: `${sayNames(
        stuck.map((k) => byKey.get(k)!.name),
        6,
      )} cannot be put together: along every straight way one bars another`,
      advice: 'Open one joint on a side, make it a loose one, or cut one of the pieces in two.',
      at: stuck.map((instance) => ({ instance })),
    }
    return [found]
  },
})
