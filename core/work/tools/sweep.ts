/**
 * The solid that a section leaves behind it on its way: straight on, turning about its inner side, and mitred
 * where it turns the other way.
 */
import type { Mm } from '../../measure'
import type { Vec3 } from '../../pieces'
import type { Vec2 } from './frames'
import type { Mesh, Stretch, Way } from './looking'

/** One place of the section: where its axis stands, and which way its outer side looks, longer in a mitre. */
interface Ring {
  readonly at: Vec2
  /** Equal for those about one place, so that what lies on the axis is one corner. */
  readonly place: number
  readonly way: Vec2
}

interface Section {
  /** Across, from the axis outwards, and up; anticlockwise. */
  readonly half: readonly Vec2[]
  /** Steps for a full turn. */
  readonly steps: number
  /** On the left of the way, 1, or on its right, −1. */
  readonly side: 1 | -1
  triangulate(outline: readonly Vec2[]): ReadonlyArray<readonly [number, number, number]>
}

/** How much further than their ends straight parts reach, where another lies over their end. */
const OVER: Mm = 0.01

/** More than so much a part does not turn: beyond half a turn it could come to lie over itself. */
const MOST = Math.PI - 1e-3

/** And so much where it is mitred, where it could do so on its outer side. */
const MOST_MITRED = Math.PI / 2
/** A bit that rolls about a corner is led straight on up to so much: it takes no more than 2 % further. */
const MOST_ROLLED = (20 * Math.PI) / 180
/** A mitre takes no more than so much of each side that meets in it. */
const SHARE = 0.45

/** Stretches that one solid is made along, and whether it goes round there where it starts and ends. */
interface SweptStretch {
  readonly stretches: Stretch[]
  readonly rounds: [boolean, boolean]
}

const longOf = ({ from, to }: Stretch): Mm => Math.hypot(to[0] - from[0], to[1] - from[1])
const middleOf = ({ from, to }: Stretch): Vec2 => [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
const reachOf = ({ half }: Section): Mm => Math.max(...half.map(([u]) => u))

/**
 * All solids of a way: one for each run of stretches between corners that are too narrow for a mitre, or for
 * less of it.
 */
export function sweepsAlong({ stretches, closed, stops }: Way, section: Section): Mesh[] {
  const { side } = section
  const reach = reachOf(section)
  const n = stretches.length
  /** How far the section turns outwards from the one before; null where it does not go on from there. */
  const turn = (k: number): number | null => {
    if ((k === 0 && !closed) || n === 1) return null
    const [one, next] = [stretches.at(k - 1)!, stretches[k]!]
    const by = side * turnOf(one, next)
    const goesOn =
      by > 0
        ? hasRoom(one, next, reach) && mitreOf(one, next, reach) !== null
        : Math.hypot(one.to[0] - next.from[0], one.to[1] - next.from[1]) <= 1e-6
    return goesOn ? -by : null
  }
  const turns = stretches.map((_, k) => turn(k))
  // Round an opening without a corner that stands into it, it is a ring.
  if (turns.every((by) => by !== null && by >= 0))
    return [
      meshOf(ringsOf({ stretches: [...stretches], rounds: [false, false] }, true, section), true, section),
    ]
  const parts: SweptStretch[] = []
  let sum = 0
  let mitred = false
  for (const { stretch, by, k } of inOrder(stretches, turns)) {
    if (by === null) {
      const rounds = !closed && k === 0 && stops[0]
      parts.push({ stretches: [stretch], rounds: [rounds, false] })
      sum = rounds ? Math.PI : 0
      mitred = false
    } else {
      const most = mitred || by < 0 ? MOST_MITRED : MOST
      if (sum + Math.abs(by) > most) {
        sum = halve(parts)
        mitred = false
      }
      parts.at(-1)!.stretches.push(stretch)
      sum += Math.abs(by)
      mitred ||= by < 0
    }
  }
  if (!closed && stops[1]) {
    if (sum > 0) halve(parts)
    parts.at(-1)!.rounds[1] = true
  }
  return parts.map((part) => meshOf(ringsOf(part, false, section), false, section))
}

/** A stretch with its place, and how it goes on from the one before. */
interface Turned {
  readonly stretch: Stretch
  readonly by: number | null
  readonly k: number
}

/**
 * From one that does not go on from the one before. What goes on all round starts in the middle of a
 * stretch, and ends there, so that no corner is left out.
 */
function inOrder(stretches: readonly Stretch[], turns: ReadonlyArray<number | null>): Turned[] {
  const all = stretches.map((stretch, k): Turned => ({ stretch, by: turns[k]!, k }))
  const start = turns.indexOf(null)
  if (start >= 0) return [...all.slice(start), ...all.slice(0, start)]
  const { from, to } = stretches[0]!
  const middle = middleOf(stretches[0]!)
  return [
    { stretch: { from: middle, to }, by: null, k: 0 },
    ...all.slice(1),
    { stretch: { from, to: middle }, by: turns[0]!, k: 0 },
  ]
}

/** Whether a mitre between two stretches takes no more than their share of either. */
const hasRoom = (one: Stretch, next: Stretch, reach: Mm): boolean =>
  reach * Math.tan(Math.abs(turnOf(one, next)) / 2) < SHARE * Math.min(longOf(one), longOf(next))

/**
 * Where two stretches that turn towards the section would meet: at their ends, or beyond those by what the
 * bit rolls about a corner that is hardly one. Null where they do not.
 */
function mitreOf(one: Stretch, next: Stretch, reach: Mm): Vec2 | null {
  const by = Math.abs(turnOf(one, next))
  const half = Math.tan(by / 2)
  const [u, v] = [wayOf(one), wayOf(next)]
  const gap: Vec2 = [next.from[0] - one.to[0], next.from[1] - one.to[1]]
  if (Math.hypot(...gap) <= 1e-6) return next.from
  if (by > MOST_ROLLED) return null
  // On by so much along the first, and back as much along the next.
  const across = u[0] * v[1] - u[1] * v[0]
  const on = (gap[0] * v[1] - gap[1] * v[0]) / across
  const back = (u[0] * gap[1] - u[1] * gap[0]) / across
  const alike = Math.abs(on - back) <= 1e-3 && on >= -1e-6 && on <= reach * half + 1e-6
  return alike ? [one.to[0] + u[0] * on, one.to[1] + u[1] * on] : null
}

/** Ends the last part in the middle of its last stretch, and starts another there, which has not turned. */
function halve(parts: SweptStretch[]): 0 {
  const { stretches } = parts.at(-1)!
  const last = stretches.pop()!
  const { from, to } = last
  const middle = middleOf(last)
  stretches.push({ from, to: middle })
  parts.push({ stretches: [{ from: middle, to }], rounds: [false, false] })
  return 0
}

const wayOf = ({ from, to }: Stretch): Vec2 => {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
  return [(to[0] - from[0]) / long, (to[1] - from[1]) / long]
}

/** By how much the way turns, radians; to the left is more than nothing. */
export function turnOf(one: Stretch, next: Stretch): number {
  const [u, v] = [wayOf(one), wayOf(next)]
  return Math.atan2(u[0] * v[1] - u[1] * v[0], u[0] * v[0] + u[1] * v[1])
}

function ringsOf(
  { stretches: part, rounds: [first, last] }: SweptStretch,
  closed: boolean,
  section: Section,
): Ring[] {
  const { side, steps } = section
  const reach = reachOf(section)
  const rings: Ring[] = []
  let place = 0
  const outOf = (s: Stretch): number => {
    const [x, y] = wayOf(s)
    return Math.atan2(side * x, -side * y)
  }
  const put = (at: Vec2, angle: number) => rings.push({ at, place, way: [Math.cos(angle), Math.sin(angle)] })
  /** Turns about a place, the ends left out. */
  const turn = (at: Vec2, from: number, by: number) => {
    const parts = Math.max(1, Math.ceil((steps * Math.abs(by)) / (2 * Math.PI)))
    for (let k = 1; k < parts; k++) put(at, from + (by * k) / parts)
  }
  /** Whether it is mitred where it comes to a stretch. */
  const mitred = (one: Stretch, next: Stretch) => side * turnOf(one, next) > 0
  /** One ring for both, in the middle between them and as much longer as it takes. */
  const mitre = (one: Stretch, next: Stretch) => {
    const by = turnOf(one, next)
    const [angle, long] = [outOf(one) + by / 2, 1 / Math.cos(by / 2)]
    rings.push({
      at: mitreOf(one, next, reach) ?? next.from,
      place,
      way: [long * Math.cos(angle), long * Math.sin(angle)],
    })
  }
  part.forEach((s, k) => {
    const angle = outOf(s)
    const [x, y] = wayOf(s)
    // Turning away, the place of the corner goes on; elsewhere it starts anew.
    if (k === 0) {
      const lead = closed || first ? 0 : OVER
      const from: Vec2 = [s.from[0] - x * lead, s.from[1] - y * lead]
      if (first) {
        put(from, angle + side * Math.PI)
        turn(from, angle + side * Math.PI, -side * Math.PI)
      }
      put(from, angle)
    } else if (!mitred(part[k - 1]!, s)) {
      const by = turnOf(part[k - 1]!, s)
      turn(s.from, angle - by, by)
      if (Math.abs(by) > 1e-9) put(s.from, angle)
    }
    place++
    const next = part[k + 1]
    if (next && mitred(s, next)) return mitre(s, next)
    const over = closed || k < part.length - 1 || last ? 0 : OVER
    const to: Vec2 = [s.to[0] + x * over, s.to[1] + y * over]
    put(to, angle)
    if (k === part.length - 1 && last) {
      turn(to, angle, -side * Math.PI)
      put(to, angle - side * Math.PI)
    }
  })
  if (closed) {
    const [one, next] = [part.at(-1)!, part[0]!]
    const by = turnOf(one, next)
    turn(next.from, outOf(next) - by, by)
    // The last place is that of the first ring.
    const whole = rings.filter((r) => r.place === place).map((r) => ({ ...r, place: 0 }))
    return [...rings.filter((r) => r.place !== place), ...whole]
  }
  return rings
}

function meshOf(rings: readonly Ring[], closed: boolean, { half, side, triangulate }: Section): Mesh {
  const points: Vec3[] = []
  const axial = new Map<string, number>()
  const corner = rings.map((ring) =>
    half.map(([u, z], j) => {
      const onAxis = Math.abs(u) < 1e-9
      const key = `${ring.place}/${j}`
      const known = onAxis ? axial.get(key) : undefined
      if (known !== undefined) return known
      points.push([ring.at[0] + u * ring.way[0], ring.at[1] + u * ring.way[1], z])
      if (onAxis) axial.set(key, points.length - 1)
      return points.length - 1
    }),
  )
  const triangles: Array<readonly [number, number, number]> = []
  const put = (a: number, b: number, c: number) => {
    if (a !== b && b !== c && c !== a) triangles.push(side > 0 ? [a, b, c] : [a, c, b])
  }
  const p = half.length
  const spans = closed ? rings.length : rings.length - 1
  for (let i = 0; i < spans; i++) {
    const [near, far] = [corner[i]!, corner[(i + 1) % rings.length]!]
    for (let j = 0; j < p; j++) {
      const k = (j + 1) % p
      put(near[j]!, near[k]!, far[k]!)
      put(near[j]!, far[k]!, far[j]!)
    }
  }
  if (!closed) {
    const [near, far] = [corner[0]!, corner.at(-1)!]
    for (const [a, b, c] of triangulate(half)) {
      put(near[a]!, near[c]!, near[b]!)
      put(far[a]!, far[b]!, far[c]!)
    }
  }
  return { points, triangles }
}
