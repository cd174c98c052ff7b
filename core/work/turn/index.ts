import { AXES, mainAxis, toRoom } from '../../pieces'
import { begun, defineWork, theFace, type Dimension, type Sentence } from '../feature'
import type { Vec2 } from '../tool'
import { own } from './own'
import type { Turned } from './turned'

export type { Turned } from './turned'

/** As many corners as a sentence tells. */
const TOLD = 12

/** Each station once as a diameter and a place along the axis; of too many, the widest and how long it is. */
const says = (t: Turned): Sentence => {
  const [from, to] = [t.profile[0]![1], t.profile.at(-1)![1]]
  const what = t.flats > 0 ? `to ${t.flats} flats` : 'to a profile'
  const told = t.stations.filter(([r]) => r > 1e-6)
  const most = 2 * Math.max(...t.profile.map(([r]) => r))
  const places: Sentence =
    told.length > TOLD
      ? ['⌀ ', { mm: most }, ' × ', { mm: to - from }]
      : told.flatMap(([r, z], n): Sentence => [n > 0 ? ', ⌀ ' : '⌀ ', { mm: 2 * r }, ' at ', { mm: z }])
  return [
    `turn ${what}, `,
    ...places,
    ...t.radii.flatMap((mm, n): Sentence => [n > 0 ? ', ' : ', r ', { mm }]),
    ...(t.off > 1e-6 ? [', about an axis ', { mm: t.off }, ' off the middle'] : []),
  ]
}

/** On a drawing diameters about the length stand at their places, where they are few. */
const calledOut = (t: Turned): Sentence => {
  const standing = t.flats === 0 && mainAxis(t.frame.z) === 0 && t.stations.length <= TOLD
  if (!standing) return says(t)
  return [
    'turn to a profile',
    ...t.radii.flatMap((mm): Sentence => [', r ', { mm }]),
    ...(t.off > 1e-6 ? [', about an axis ', { mm: t.off }, ' off the middle'] : []),
  ]
}

/** As many diameters and places as a drawing shows. */
const MOST = 16
const once = (all: readonly number[]): number[] => [...new Map(all.map((n) => [n.toFixed(4), n])).values()]

/** Places of the stations along the axis, and each diameter once. */
function dimensions(t: Turned): Dimension[] {
  const axis = mainAxis(t.frame.z)
  const beside = AXES.find((i) => i !== axis && i !== mainAxis(t.inward))!
  const along = (p: Vec2) => t.frame.origin[axis] + t.frame.z[axis] * p[1]
  const places = once(t.stations.map(along)).filter((x) => Math.abs(x) > 1e-6)
  const radii = once(t.stations.map(([r]) => r)).filter((r) => r > 1e-6)
  const middle = t.frame.origin[beside]
  return [
    ...(places.length > MOST ? [] : places).map((to): Dimension => ({ axis, from: 0, to, what: 'place' })),
    ...(radii.length > MOST ? [] : radii).map((r): Dimension => ({
      axis: beside,
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
  describe: (t) => [...begun(says(t)), `, drawn on ${theFace(t.face)}`],
  callout: calledOut,
  dimensions,
  roundAbout: ({ flats, frame }) => (flats > 0 ? null : mainAxis(frame.z)),
  diameters: ({ frame, stations, flats }) =>
    flats > 0
      ? []
      : stations
          .filter(([r]) => r > 1e-6)
          .map(([r, z]) => ({ at: toRoom(frame, [0, 0, z]), along: mainAxis(frame.z), mm: 2 * r })),
  own,
})
