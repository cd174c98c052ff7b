/** Pegs and the holes they go into: of one size, in one line, deep enough. */
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import { carried, dot, minus, negated, norm, toRoom, vec3, type Vec3 } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import { workKind, type Feature, type Mate } from '../../work'
import { defineNeighbourly } from '../check'
import { called, sayer, sourceOf } from '../wood'

const LEAST: Mm = 0.05
/** More play than that is no sliding fit any more. */
const LOOSE: Mm = 1
/** Further off than this it is not the hole that a peg is meant for, in diameters. */
const NEAR = 1

/** A peg or a hole in the room. */
interface Placed extends Mate {
  readonly of: Feature
  readonly on: Instance
  /** The way it looks out of the wood it is in. */
  readonly out: Vec3
}

export const pegs = defineNeighbourly({
  id: 'pegs',
  title: 'Pegs and their holes',
  rests: 'piece',
  why: 'A row of pegs that is off by a hair in its spacing goes into no row of holes.',
  look: (i, beside, model) => {
    const mine = spikesOf(i, model, 'peg')
    if (mine.length === 0) return []
    const holes = beside.flatMap((b) => spikesOf(b, model, 'hole'))
    const found = new Map<string, Problem>()
    for (const peg of mine) {
      const near = holes
        .map((hole) => ({ hole, off: offAxis(peg, hole) }))
        .filter(
          ({ hole, off }) =>
            dot(peg.out, hole.out) < -0.99 &&
            off < NEAR * Math.max(peg.diameter, hole.diameter) &&
            reaches(peg, hole),
        )
        .sort((a, b) => a.off - b.off)[0]
      if (!near) continue
      const says = sayOdd(peg, near.hole, near.off, sayer(model))
      const id = `pegs:${sourceOf(peg.of)}:${sourceOf(near.hole.of)}`
      if (!says || found.has(id)) continue
      found.set(id, {
        id,
        level: 'stop',
        piece: i.piece,
        ...(peg.of.step !== null ? { step: peg.of.step } : {}),
        says,
        advice: 'Lay the holes out to meet the pegs, and both follow one dimension.',
        at: [
          { instance: i.key, feature: peg.of.id, point: peg.at },
          { instance: near.hole.on.key, feature: near.hole.of.id, point: near.hole.at },
        ],
      })
    }
    return [...found.values()]
  },
})

function sayOdd(peg: Placed, hole: Placed, off: Mm, say: (mm: Mm) => string): string | null {
  const [a, b] = [peg.on.name, hole.on.name]
  if (off > LEAST)
    return `A peg of ${a} is ${say(off)} off the ${called(hole.of)} in ${b}; their spacing differs`
  if (peg.diameter > hole.diameter + LEAST)
    return `A peg of ${a} is ⌀ ${say(peg.diameter)}, and the hole for it in ${b} ⌀ ${say(hole.diameter)}`
  if (hole.diameter > peg.diameter + LOOSE)
    return (
      `A peg of ${a} is ⌀ ${say(peg.diameter)}, and the hole for it in ${b} ⌀ ${say(hole.diameter)}: ` +
      'it is loose'
    )
  if (hole.sort === 'hole' && peg.long > hole.long + LEAST)
    return `A peg of ${a} is ${say(peg.long)} long, and the hole for it in ${b} ${say(hole.long)} deep`
  return null
}

/** How far the middle line of a peg is from that of a hole. */
function offAxis(peg: Placed, hole: Placed): Mm {
  const d = minus(peg.at, hole.at)
  const along = dot(d, hole.out)
  return norm(vec3((k) => d[k] - along * hole.out[k]))
}

/** Whether the top of a peg comes as far as the mouth of a hole. */
const reaches = (peg: Placed, hole: Placed): boolean => {
  const top = vec3((k) => peg.at[k] + peg.out[k] * peg.long)
  return (
    Math.abs(dot(minus(peg.at, hole.at), hole.out)) < peg.long + LEAST &&
    dot(minus(top, hole.at), hole.out) < LEAST
  )
}

const spikesOf = (i: Instance, model: Model, wanted: 'peg' | 'hole'): Placed[] =>
  model.features(i).flatMap((of) =>
    (workKind(of).own?.mates?.(of.data) ?? []).flatMap((s): Placed[] =>
      s.sort !== 'rod' && (s.sort === 'peg') === (wanted === 'peg')
        ? [
            {
              ...s,
              of,
              on: i,
              at: toRoom(i.frame, s.at),
              // A peg is told by the way it stands, a hole by the way it goes in.
              out: carried(i.frame, s.sort === 'peg' ? s.along : negated(s.along)),
            },
          ]
        : [],
    ),
  )
