/**
 * Centre lines of what is round: long-dash-dot lines along its axis, and crossed where that is seen from its
 * end (ISO 128-2, line 04.1).
 */
import type { Vec3 } from '../pieces'
import type { PitchCircle, RoundAxis } from '../work'
import { atU, atV, heightOf, widthOf, type Placed } from './drawn'
import { project, type View } from './hidden/view'
import { line, type Mark } from './sheet'

/** How far they go on beyond what they are of, on the paper. Millimetres. */
const ON = 2
/** Stretches of one line that are nearer to each other on the paper are drawn as one. */
const APART = 1
/** Seen so nearly from its end, it is crossed. */
const END = 1e-3

/** A stretch of a line of the view: along a unit vector, as far off the origin, from where to where. */
interface Stretch {
  readonly along: readonly [number, number]
  readonly off: number
  from: number
  to: number
}

/**
 * The centre lines of some axes, and of circles that things stand round, in a view that is placed; all as the
 * piece has them.
 */
export const centreMarks = (
  axes: readonly RoundAxis[],
  circles: readonly PitchCircle[],
  view: View,
  place: Placed,
): Mark[] => [...axisMarks(axes, view, place), ...circles.flatMap((c) => circleMarks(c, view, place))]

/** A circle where it is seen as one; crossed in its middle, from where it is told. */
function circleMarks({ centre, into, radius }: PitchCircle, view: View, place: Placed): Mark[] {
  if (Math.abs(view.toward[into]) < 1 - END) return []
  const [u, v] = project(view, centre)
  const [x, y] = [atU(place, u), atV(place, v)]
  return [
    { kind: 'arc', x, y, r: radius * place.scale, from: 0, to: 360, pen: 'centre' },
    ...crossMarks(centre, view, place),
  ]
}

/** A cross where the middle of something round is. */
export function crossMarks(centre: Vec3, view: View, place: Placed): Mark[] {
  const [u, v] = project(view, centre)
  const [x, y] = [atU(place, u), atV(place, v)]
  const cross = 2 * ON
  return [line(x - cross, y, x + cross, y, 'centre'), line(x, y - cross, x, y + cross, 'centre')]
}

function axisMarks(axes: readonly RoundAxis[], view: View, place: Placed): Mark[] {
  const on = ON / place.scale
  const all = axes.flatMap(({ at, along, radius, long }): Stretch[] => {
    const [p, d] = [project(view, at), project(view, along)]
    const seen = Math.hypot(d[0], d[1])
    if (seen < END)
      return [
        stretch([1, 0], [p[0], p[1]], -radius - on, radius + on),
        stretch([0, 1], [p[0], p[1]], -radius - on, radius + on),
      ]
    const within = clipped([p[0], p[1]], [d[0] / seen, d[1] / seen], [0, long * seen], place)
    return within ? [stretch([d[0] / seen, d[1] / seen], [p[0], p[1]], within[0] - on, within[1] + on)] : []
  })
  return joined(all, APART / place.scale).flatMap(({ along: [c, s], off, from, to }) => {
    const at = (t: number) => [atU(place, t * c - off * s), atV(place, t * s + off * c)] as const
    const [[x1, y1], [x, y], [x2, y2]] = [at(from), at((from + to) / 2), at(to)]
    // From the middle outwards, so that long dashes cross.
    return [line(x, y, x1, y1, 'centre'), line(x, y, x2, y2, 'centre')]
  })
}

/** Told alike whichever way it runs. */
function stretch(
  way: readonly [number, number],
  p: readonly [number, number],
  a: number,
  b: number,
): Stretch {
  const back = way[0] < -1e-9 || (Math.abs(way[0]) < 1e-9 && way[1] < 0)
  const along = back ? ([-way[0], -way[1]] as const) : way
  const middle = p[0] * along[0] + p[1] * along[1]
  const [from, to] = back ? [middle - b, middle - a] : [middle + a, middle + b]
  return { along, off: p[1] * along[0] - p[0] * along[1], from, to }
}

/** As much of a line from a place as lies in the picture of the block; null for none. */
function clipped(
  p: readonly [number, number],
  d: readonly [number, number],
  [from, to]: readonly [number, number],
  { outline }: Placed,
): readonly [number, number] | null {
  const low = [outline.u1, outline.v1]
  const high = [low[0]! + widthOf(outline), low[1]! + heightOf(outline)]
  let [a, b] = [from, to]
  for (const i of [0, 1] as const) {
    if (Math.abs(d[i]) < 1e-9) {
      if (p[i] < low[i]! - 1e-6 || p[i] > high[i]! + 1e-6) return null
      continue
    }
    const [s, t] = [(low[i]! - p[i]) / d[i], (high[i]! - p[i]) / d[i]]
    a = Math.max(a, Math.min(s, t))
    b = Math.min(b, Math.max(s, t))
  }
  return a < b ? [a, b] : null
}

/** Stretches of one line that overlap, or nearly touch, as one. */
function joined(all: readonly Stretch[], apart: number): Stretch[] {
  const lines = new Map<string, Stretch[]>()
  for (const s of all) {
    const key = [...s.along, s.off].map((n) => Math.round(n * 1e3)).join(' ')
    lines.set(key, [...(lines.get(key) ?? []), s])
  }
  return [...lines.values()].flatMap((of) => {
    const out: Stretch[] = []
    for (const s of of.sort((a, b) => a.from - b.from)) {
      const last = out.at(-1)
      if (last && s.from <= last.to + apart) last.to = Math.max(last.to, s.to)
      else out.push({ ...s })
    }
    return out
  })
}
