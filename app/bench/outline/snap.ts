/** What a place on the board holds to, and what is said of it. */
import type { OutlineFact } from '../../../core/document'
import type { Place2 } from '../../../core/outline'

type NewRule = Omit<OutlineFact, 'id' | 'of'>

export interface Snap {
  readonly at: Place2
  /** The point of the outline that it is; null for a new one. */
  readonly point: string | null
  /** What is true of it by that, to be kept as facts. */
  readonly facts: readonly NewRule[]
  readonly says: string
}

export interface Around {
  readonly size: Place2
  readonly points: ReadonlyMap<string, Place2>
  /** Points that it must not hold to, being moved itself. */
  readonly but: readonly string[]
  /** Corners of other work. */
  readonly spots: ReadonlyArray<{ readonly at: Place2; readonly says: string }>
  /** Places of other work and of what stands beside, along and across, with what they are. */
  readonly lines: ReadonlyArray<{ readonly way: 0 | 1; readonly at: number; readonly says: string }>
  /** Where a line comes from, that may be level or plumb. */
  readonly from: string | null
  /** How near something draws it, and the even steps in which it goes elsewhere, millimetres. */
  readonly reach: number
  readonly even: number
  readonly say: (mm: number) => string
}

const WAYS = ['along', 'across'] as const
const SHARES = [
  [0, 'the near side', 'near', '0'],
  [1, 'the far side', 'far', '0'],
  [1 / 2, 'the middle', 'centre', '0'],
  [1 / 3, 'a third', null, '/3'],
  [2 / 3, 'two thirds', null, '*2/3'],
  [1 / 4, 'a quarter', null, '/4'],
  [3 / 4, 'three quarters', null, '*3/4'],
] as const
/** How far its end is off, in shares of its length, of a line that is meant to be level or plumb. */
const STRAIGHT = 0.03

/** `names` are what the sizes of the face along and across are called in measures. */
export function snapTo([u, v]: Place2, around: Around, names: readonly [string, string]): Snap {
  const { points, reach, but } = around
  const known = [...points].flatMap(([id, at]) => (but.includes(id) ? [] : [{ id, at }]))
  const near = nearest(known, [u, v], reach)
  if (near) return { at: near.at, point: near.id, facts: [], says: 'at a point that is there' }
  const spot = nearest(around.spots, [u, v], reach)
  if (spot) return { ...spot, point: null, facts: [] }
  const held = ([0, 1] as const).map((way) => alongOne([u, v], way, around, names[way]))
  return {
    at: [held[0]!.at, held[1]!.at],
    point: null,
    facts: held.flatMap((h) => h.fact ?? []),
    says: held.map((h) => h.says).join(', '),
  }
}

/** The nearest within reach. */
function nearest<T extends { readonly at: Place2 }>(
  all: readonly T[],
  [u, v]: Place2,
  reach: number,
): T | undefined {
  let [found, off]: [T | undefined, number] = [undefined, reach]
  for (const one of all) {
    const d = Math.hypot(one.at[0] - u, one.at[1] - v)
    if (d < off) [found, off] = [one, d]
  }
  return found
}

interface Held {
  readonly at: number
  readonly says: string
  readonly fact?: NewRule
}

function alongOne(p: Place2, way: 0 | 1, around: Around, name: string): Held {
  const { size, points, but, lines, from, reach, even, say } = around
  const to = p[way]
  const start = from ? points.get(from) : undefined
  const off = start && Math.abs(to - start[way])
  const long = start && Math.abs(p[1 - way]! - start[1 - way]!)
  if (start && off! < Math.max(reach, STRAIGHT * long!) && long! > reach)
    return {
      at: start[way],
      says: way === 0 ? 'plumb' : 'level',
      fact: { kind: way === 0 ? 'plumb' : 'level' },
    }
  for (const [share, says, datum, text] of SHARES) {
    const at = share * size[way]
    if (Math.abs(to - at) > (datum ? reach : reach / 2)) continue
    const fact = datum
      ? { kind: 'place', way: WAYS[way], from: datum, value: text }
      : { kind: 'place', way: WAYS[way], from: 'near' as const, value: `${name}${text}` }
    return { at, says: `${says} ${WAYS[way]}`, fact }
  }
  for (const line of lines)
    if (line.way === way && Math.abs(to - line.at) < reach) return { at: line.at, says: line.says }
  for (const [id, q] of points)
    if (!but.includes(id) && Math.abs(to - q[way]) < reach / 2)
      return { at: q[way], says: `in line with a point ${WAYS[way]}` }
  const at = Math.round(to / even) * even
  return { at, says: `${say(at)} ${WAYS[way]}` }
}
