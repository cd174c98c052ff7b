/** Where the axis of a rod goes into another piece, however it stands. */
import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { AXES, faceAt, minus, norm, vec3, type Axis, type Vec3 } from '../../pieces'
import { pointInto } from '../../work'
import { TOUCHING, type Body } from '../meet'

export interface RodIn {
  /** The end of the rod that goes in. */
  readonly end: 'end1' | 'end2'
  /** The face of the host that it goes in at. */
  readonly face: FaceName
  /** Where its axis enters, in the host's frame, and the way on, a unit vector. */
  readonly at: Vec3
  readonly along: Vec3
  /** How far along its axis it goes. */
  readonly depth: Mm
  readonly through: boolean
}

/** Null where its axis does not come into the host, or runs within it from end to end. */
export function rodIn(rod: Body, host: Body): RodIn | null {
  const { min, max } = rod.shoulder
  const ends = [min[0], max[0]].map((x) =>
    pointInto(host.frame, rod.frame, [x, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2]),
  ) as [Vec3, Vec3]
  const first = into(ends, host)
  if (!first) return null
  const [from, to] = first.stretch
  const [outside, beyond] = [from > TOUCHING, to < first.long - TOUCHING]
  if (outside) return told('end2', ends, first, beyond)
  if (!beyond) return null
  return told('end1', [ends[1], ends[0]], into([ends[1], ends[0]], host)!, false)
}

interface Into {
  readonly long: Mm
  readonly stretch: readonly [Mm, Mm]
  readonly axis: Axis
  /** A through end comes out flush, too. */
  readonly leaves: boolean
}

/** The stretch of a line from one place to another that lies in the wood between a piece's shoulders. */
function into([a, b]: readonly [Vec3, Vec3], { shoulder: { min, max } }: Body): Into | null {
  const long = norm(minus(b, a))
  const way = vec3((i) => (b[i] - a[i]) / long)
  let [from, to, axis, out]: [Mm, Mm, Axis, Mm] = [-Infinity, Infinity, 0, Infinity]
  for (const i of AXES) {
    if (Math.abs(way[i]) < 1e-9) {
      if (a[i] <= min[i] || a[i] >= max[i]) return null
      continue
    }
    const [s, t] = [(min[i] - a[i]) / way[i], (max[i] - a[i]) / way[i]]
    if (Math.min(s, t) > from) [from, axis] = [Math.min(s, t), i]
    out = Math.min(out, Math.max(s, t))
  }
  to = Math.min(out, long)
  from = Math.max(from, 0)
  return to - from > TOUCHING ? { long, stretch: [from, to], axis, leaves: out <= long + TOUCHING } : null
}

function told(
  end: RodIn['end'],
  [a, b]: readonly [Vec3, Vec3],
  { long, stretch: [from, to], axis, leaves }: Into,
  beyond: boolean,
): RodIn {
  const along = vec3((i) => (b[i] - a[i]) / long)
  return {
    end,
    face: faceAt(axis, along[axis] < 0),
    at: vec3((i) => a[i] + along[i] * from),
    along,
    depth: to - from,
    through: beyond || leaves,
  }
}
