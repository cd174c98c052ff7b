/**
 * Which finished pieces are the same. Two are when one, turned over or end for end, has its work where the other has;
 * when it takes a mirror, they are a pair of hands. Names and places do not matter.
 */
import type { Model } from '../model'
import type { Vec3 } from '../pieces'
import type { Instance, ResolvedStock } from '../resolve'
import { toolSignature, type Tool } from '../work'

export interface Alike {
  /** A, B, … Z, AA, … in the order the pieces are listed. */
  readonly mark: string
  readonly name: string
  readonly stock: ResolvedStock | null
  readonly instances: readonly Instance[]
  /** How many of them are the other hand from the first. */
  readonly mirrored: number
}

type Flip = readonly [boolean, boolean, boolean]
/** A board laid on itself: as it is, or turned half round one of its axes. */
const TURNS: readonly Flip[] = [[false, false, false], [false, true, true], [true, false, true], [true, true, false]] // prettier-ignore
const MIRRORS: readonly Flip[] = [[true, false, false], [false, true, false], [false, false, true], [true, true, true]] // prettier-ignore

const round = (n: number): number => Math.round(n * 1000) / 1000 + 0

/** A text that is equal for pieces whose work is equal up to the given flips. */
const signature = (size: Vec3, tools: readonly Tool[], flips: readonly Flip[]): string =>
  flips
    .map((flip) => [...new Set(tools.map((t) => toolSignature(t, size, flip)))].sort().join(';'))
    .sort()[0]!

export function findAlike(model: Model): Alike[] {
  const groups = new Map<string, { stock: ResolvedStock | null; hands: string[]; instances: Instance[] }>()
  for (const piece of model.resolved.pieces)
    for (const i of piece.instances) {
      const { size, cuts } = model.recipe(i)
      const tools = cuts.flatMap((c) => c.tools)
      const own = signature(size, tools, TURNS)
      const other = signature(size, tools, MIRRORS)
      const key = [piece.stock?.id, size.map(round).join('×'), own < other ? own : other].join('|')
      const group = groups.get(key)
      if (group) {
        group.hands.push(own)
        group.instances.push(i)
      } else groups.set(key, { stock: piece.stock, hands: [own], instances: [i] })
    }
  return [...groups.values()].map((g, n) => ({
    mark: markOf(n),
    name: sayNames(g.instances),
    stock: g.stock,
    instances: g.instances,
    mirrored: g.hands.filter((hand) => hand !== g.hands[0]).length,
  }))
}

/** 0 → A, 25 → Z, 26 → AA. */
export function markOf(n: number): string {
  return (n >= 26 ? markOf(Math.floor(n / 26) - 1) : '') + String.fromCharCode(65 + (n % 26))
}

function sayNames(instances: readonly Instance[]): string {
  const names = [...new Set(instances.map((i) => i.name.replace(/ #\d+$/, '')))]
  const stems = [...new Set(names.map((n) => n.replace(/ \d+$/, '')))]
  if (stems.length === 1) return stems[0]!
  return stems.length <= 3 ? stems.join(', ') : `${stems[0]} and ${stems.length - 1} more`
}
