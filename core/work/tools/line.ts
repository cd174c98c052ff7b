/** The stretches of a line that a plain solid takes, as from where to where on it. Millimetres. */
import type { Mm } from '../../measure'
import { holds } from '../../outline'
import { dot, toOwn, type Frame, type Vec3 } from '../../pieces'
import type { Vec2 } from './frames'

export type Stretch = readonly [from: Mm, to: Mm]

/** Beyond all wood. */
export const FAR: Mm = 1e5

/** A line in a frame: a place on it, and a unit vector along it. */
interface Line {
  readonly at: Vec3
  readonly way: Vec3
}
const lineIn = (frame: Frame, at: Vec3, way: Vec3): Line => ({
  at: toOwn(frame, at),
  way: [dot(way, frame.x), dot(way, frame.y), dot(way, frame.z)],
})

const ON = 1e-12

/** Of a line the stretch where one of its coordinates lies between two values; null for none. */
export function between({ at, way }: Line, axis: 0 | 1 | 2, low: Mm, high: Mm): Stretch | null {
  const [a, w] = [at[axis], way[axis]]
  if (Math.abs(w) < ON) return a >= low && a <= high ? [-FAR, FAR] : null
  const [s, t] = [(low - a) / w, (high - a) / w]
  return s < t ? [s, t] : [t, s]
}

/** Between places on a line where it may come in or out: those stretches whose middle lies within. */
function stretches(marks: readonly Mm[], within: (t: Mm) => boolean): Stretch[] {
  const all = [...marks].sort((a, b) => a - b)
  const out: Array<[Mm, Mm]> = []
  for (const [k, from] of all.slice(0, -1).entries()) {
    const to = all[k + 1]!
    if (to - from < 1e-9 || !within((from + to) / 2)) continue
    const last = out.at(-1)
    if (last && last[1] >= from - 1e-9) last[1] = to
    else out.push([from, to])
  }
  return out
}

/** A share of a side is on it, or so near to its ends that the next might just miss it. */
const isOn = (share: number) => share > -1e-6 && share < 1 + 1e-6

/** Of what lies in an odd number of loops, swept along the z of a frame from 0. */
export function sweptLine(
  frame: Frame,
  loops: ReadonlyArray<readonly Vec2[]>,
  depth: Mm,
  at: Vec3,
  way: Vec3,
): Stretch[] {
  const line = lineIn(frame, at, way)
  const deep = between(line, 2, 0, depth)
  if (!deep) return []
  const { at: a, way: w } = line
  const marks: Mm[] = [...deep]
  for (const loop of loops)
    for (let k = 0, j = loop.length - 1; k < loop.length; j = k++) {
      const [[u, v], [p, q]] = [loop[j]!, loop[k]!]
      const [du, dv] = [p - u, q - v]
      const det = w[0] * dv - w[1] * du
      if (Math.abs(det) < ON) continue
      const [e, f] = [u - a[0], v - a[1]]
      const t = (e * dv - f * du) / det
      if (t > deep[0] && t < deep[1] && isOn((e * w[1] - f * w[0]) / det)) marks.push(t)
    }
  return stretches(marks, (t) => {
    const p: Vec2 = [a[0] + t * w[0], a[1] + t * w[1]]
    return loops.filter((loop) => holds(loop, p)).length % 2 === 1
  })
}

/** Of a closed half section, places of which are a radius and a height, turned about the z of a frame. */
export function turnedLine(frame: Frame, section: readonly Vec2[], at: Vec3, way: Vec3): Stretch[] {
  const { at: a, way: w } = lineIn(frame, at, way)
  const radius = (t: Mm) => Math.hypot(a[0] + t * w[0], a[1] + t * w[1])
  const marks: Mm[] = []
  const mark = (t: Mm, from: Mm, to: Mm) => {
    if (isOn((a[2] + t * w[2] - from) / (to - from))) marks.push(t)
  }
  for (let k = 0, j = section.length - 1; k < section.length; j = k++) {
    const [[r, z], [s, y]] = [section[j]!, section[k]!]
    if (Math.abs(y - z) < ON) {
      if (Math.abs(w[2]) > ON) marks.push((z - a[2]) / w[2])
      continue
    }
    // The side is r + slope (z' − z): a cone or a cylinder, met where u² + v² is that squared.
    const slope = (s - r) / (y - z)
    const [c, d] = [r + slope * (a[2] - z), slope * w[2]]
    const p = w[0] * w[0] + w[1] * w[1] - d * d
    const q = 2 * (a[0] * w[0] + a[1] * w[1] - c * d)
    const o = a[0] * a[0] + a[1] * a[1] - c * c
    if (Math.abs(p) < ON) {
      if (Math.abs(q) > ON) mark(-o / q, z, y)
      continue
    }
    const root = q * q - 4 * p * o
    if (root < 0) continue
    for (const sign of [-1, 1]) mark((-q + sign * Math.sqrt(root)) / (2 * p), z, y)
  }
  return stretches(marks, (t) => holds(section, [radius(t), a[2] + t * w[2]]))
}

/** Stretches without others. */
export const less = (all: readonly Stretch[], without: readonly Stretch[]): Stretch[] =>
  without.reduce<Stretch[]>(
    (left, [a, b]) =>
      left.flatMap(([from, to]): Stretch[] => {
        if (b <= from || a >= to) return [[from, to]]
        return [...(a > from ? [[from, a] as const] : []), ...(b < to ? [[b, to] as const] : [])]
      }),
    [...all],
  )
