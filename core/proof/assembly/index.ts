/** In which order pieces go together, and which cannot. */
import { jointKind } from '../../joints'
import type { Model } from '../../model'
import { overlap, vec3, type Box, type Vec3 } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import { defineEach } from '../check'
import { sayNames } from '../wood'
import { Bars } from './barring'
import { takeApart, waysOf } from './order'

/** What goes on as one, and which way it moves as it does. */
export interface Move {
  /** Keys of instances; several have been put together before. */
  readonly parts: readonly string[]
  /** Unit vector in the room; nothing for what stays where it is while others come up to it. */
  readonly way: Vec3
}

/** How what hangs together by its joints is put together. */
export interface Assembly {
  readonly pieces: readonly string[]
  /** What is there first, and what goes on it, step by step; parts that come together at once are one. */
  readonly first: readonly string[]
  readonly steps: ReadonlyArray<readonly Move[]>
  /** What cannot be put together along straight ways. */
  readonly stuck: readonly string[]
}

/** More than this are not looked at in one. */
const MOST = 300
const TOUCH = 0.5

/** Instances that hang together by joints, each of two or more. */
export function hangingTogether(model: Model): Instance[][] {
  const { instances, byId } = model.resolved
  const root = new Map(instances.map((i) => [i.key, i.key]))
  const find = (key: string): string => {
    let at = key
    while (root.get(at) !== at) at = root.get(at)!
    root.set(key, at)
    return at
  }
  const link = (a: string, b: string) => {
    if (root.has(a) && root.has(b)) root.set(find(a), find(b))
  }
  for (const i of instances)
    for (const f of model.features(i)) if (f.joint !== null && f.partner) link(i.key, f.partner.key)
  // What lies against each other and has no work to show for it.
  for (const { joint } of model.resolved.joints) {
    if (!jointKind(joint.kind)?.bare) continue
    const members = joint.between.map((m) => byId.get(m.piece)?.instances ?? [])
    for (const [n, ones] of members.entries())
      for (const others of members.slice(n + 1))
        for (const a of ones) for (const b of others) if (touching(a.grown, b.grown)) link(a.key, b.key)
  }
  const parts = new Map<string, Instance[]>()
  for (const i of instances) {
    const key = find(i.key)
    const part = parts.get(key)
    if (part) part.push(i)
    else parts.set(key, [i])
  }
  return [...parts.values()].filter((p) => p.length > 1)
}

const touching = (a: Box, b: Box): boolean =>
  overlap({ min: vec3((k) => a.min[k] - TOUCH), max: vec3((k) => a.max[k] + TOUCH) }, b) !== null

/** The order for pieces that hang together. */
export function assemblyOf(pieces: readonly Instance[], model: Model): Assembly {
  const bars = new Bars(pieces, model)
  const { taken, stuck } = takeApart(pieces.length, waysOf(bars.ways), bars)
  const key = (n: number) => pieces[n]!.key
  const off = new Set(taken.flat().flatMap((t) => (t.parts.length === 1 ? t.parts : [])))
  const steps = [...taken]
    .reverse()
    .map((step) => step.map((t): Move => ({ parts: t.parts.map(key), way: vec3((k) => -t.way[k] + 0) })))
  return {
    pieces: pieces.map((p) => p.key),
    first: pieces.flatMap((p, n) => (off.has(n) || stuck.includes(n) ? [] : [p.key])),
    steps,
    stuck: stuck.map(key),
  }
}

/** All that hangs together, each with its order; none for what is too many to look at in one. */
export const assembliesOf = (model: Model): Assembly[] =>
  hangingTogether(model)
    .filter((pieces) => pieces.length <= MOST)
    .map((pieces) => assemblyOf(pieces, model))

export const assembly = defineEach<readonly Instance[]>({
  id: 'assembly',
  title: 'pieces that cannot be put together',
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
