import { capital, defineWork, theFace, type Dimension, type Sentence } from '../feature'
import type { Vec2 } from '../tool'
import { own } from './own'
import type { Turned } from './turned'

export type { Turned } from './turned'

/** The widest that it is left, across flats where there are any. */
const most = ({ profile }: Turned): number => 2 * Math.max(...profile.map(([r]) => r))
const ends = ({ profile }: Turned): readonly [number, number] => [profile[0]![1], profile.at(-1)![1]]

const says = (t: Turned): Sentence => {
  const [from, to] = ends(t)
  return [
    t.flats > 0 ? `turn to ${t.flats} flats, ` : 'turn to a profile, ⌀ ',
    { mm: most(t) },
    t.flats > 0 ? ' across them, × ' : ' × ',
    { mm: to - from },
    ...(t.off > 1e-6 ? [', about an axis ', { mm: t.off }, ' off the middle'] : []),
  ]
}

/** As many diameters and places as a drawing shows. */
const MOST = 16
const once = (all: readonly number[]): number[] => [...new Map(all.map((n) => [n.toFixed(4), n])).values()]

/** Places of the corners along the axis, and each diameter once, where what is drawn has a corner. */
function dimensions(t: Turned): Dimension[] {
  const along = (p: Vec2) => t.frame.origin[0] + t.frame.z[0] * p[1]
  const places = once(t.corners.map(along)).filter((x) => Math.abs(x) > 1e-6)
  const radii = once(t.corners.map(([r]) => r)).filter((r) => r > 1e-6)
  const [middle] = [t.frame.origin[1]]
  return [
    ...(places.length > MOST ? [] : places).map((to): Dimension => ({ axis: 0, from: 0, to, what: 'place' })),
    ...(radii.length > MOST ? [] : radii).map((r): Dimension => ({
      axis: 1,
      from: middle - r,
      to: middle + r,
      what: 'width',
    })),
  ]
}

export const turn = defineWork<Turned>({
  kind: 'turn',
  name: (t) => (t.flats > 0 ? 'flats' : 'turned profile'),
  shownOn: (t) => t.face,
  machine: () => 'lathe',
  cut: ({ frame, section, sides, flats }) => [{ kind: 'turned', frame, section, sides, flats }],
  describe: (t) => {
    const [first, ...rest] = says(t) as [string, ...Sentence]
    return [capital(first), ...rest, `, drawn on ${theFace(t.face)}`]
  },
  callout: says,
  dimensions,
  own,
})
