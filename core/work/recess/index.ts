import { FACE_AT, mainAxis, toRoom, type Axis } from '../../pieces'
import { defineWork, doubt, REFERENCE, theSurface, toldOn, type Dimension, type Sentence } from '../feature'
import { arcsOf, hasCurves } from '../arcs'
import { sayRound } from '../laidout'
import { BEYOND, loopOf, type Tool } from '../tool'
import { sayLowered } from '../state'
import { regularIn, sayRegular } from '../regular'
import { leadInto } from '../surfaces'
import { own } from './own'
import type { Recess } from './recess'

/** Router bits cut no deeper, in millimetres; nor than so many times their diameter. */
const REACH = 75
const SLENDER = 8

/** Its outline swept from just above the face to its floor. */
function cut({ frame, regions, depth, on, long, wide }: Recess): Tool[] {
  const above = BEYOND + leadInto(on, Math.hypot(long, wide) / 2)
  return regions.map(({ outer, inner }): Tool => ({
    kind: 'outlined',
    frame: { ...frame, origin: toRoom(frame, [0, 0, -above]) },
    outer: loopOf(outer),
    inner: inner.map(loopOf),
    depth: depth + above,
  }))
}

function nameOf({ shape, boss }: Recess): string {
  if (shape === 'own') return boss ? 'Boss to an outline' : 'Recess to an outline'
  if (boss) return shape === 'slot' ? 'Boss with round ends' : 'Boss'
  return shape === 'slot' ? 'Slot' : 'Recess'
}

const regularRecess = ({ shape, regions: [first, ...more] }: Recess) =>
  shape === 'own' && first && more.length === 0 && first.inner.length === 0 ? regularIn([first.outer]) : null

const sizeOf = (r: Recess): Sentence =>
  regularRecess(r)
    ? [`${r.boss ? 'Boss' : 'Recess'}, regular `, ...sayRegular(regularRecess(r)!)]
    : r.shape === 'circle'
      ? [r.boss ? 'Round boss ⌀ ' : 'Round recess ⌀ ', { mm: r.long }]
      : [`${nameOf(r)} `, { mm: r.long }, ' × ', { mm: r.wide }]

const howDeep = (r: Recess): string => (r.boss ? ' high' : ' deep')

const corners = (r: Recess): Sentence =>
  (r.shape === 'rectangle' || r.shape === 'own') && r.radius > 0 ? [', corners r ', { mm: r.radius }] : []

/** Own axes along and across the face, as it lies on this piece. */
const axesOf = ({ ways }: Recess): [Axis, Axis] => ways.map(mainAxis) as [Axis, Axis]

/** What is drawn for it, where that is no rectangle, slot or circle. */
const segmentsOf = ({ shape, regions }: Recess) =>
  shape === 'own' ? regions.flatMap(({ outer, inner }) => [outer, ...inner].flatMap((p) => p.segments)) : []

export const recess = defineWork<Recess>({
  kind: 'recess',
  inward: true,
  name: (r) => (r.boss ? 'boss' : r.shape === 'slot' ? 'slot' : 'recess'),
  shownOn: (r) => r.face,
  machine: () => 'router',
  plunges: true,
  cut,
  describe: (r, partner) => {
    const told = toldOn(r)
    const [u, v] = axesOf(told)
    return [
      ...sizeOf(r),
      ', ',
      { mm: r.depth },
      howDeep(r),
      ...corners(r),
      `, on ${theSurface(r)}`,
      ...(r.on?.round ? [] : sayLowered(r.down)),
      ...(r.on?.round
        ? sayRound([told.middle], r.on.round)
        : [
            ', its middle at ',
            { mm: told.middle[u] },
            ' · ',
            { mm: told.middle[v] },
            r.on ? ' along and across it' : ` from ${REFERENCE[u]} · ${REFERENCE[v]}`,
          ]),
      partner ? ` — for ${partner}` : '',
    ]
  },
  callout: (r) => [
    ...sizeOf(r),
    ' × ',
    { mm: r.depth },
    howDeep(r),
    ...corners(r),
    `, on ${theSurface(r)}`,
    ...(r.on?.round ? [] : sayLowered(r.down)),
  ],
  dimensions: (r) => {
    const regular = regularRecess(r)
    const centre = regular && toRoom(r.frame, [...regular.centre, 0])
    const sides = axesOf(r).flatMap((axis, n): Dimension[] => {
      if (centre) return [{ axis, from: 0, to: centre[axis], what: 'place' }]
      const half = (n === 0 ? r.long : r.wide) / 2
      const [from, to] = [r.middle[axis] - half, r.middle[axis] + half]
      return [
        { axis, from: 0, to: from, what: 'place' },
        { axis, from, to, what: n === 0 ? 'length' : 'width' },
      ]
    })
    const { axis, far } = FACE_AT[r.face]
    const surface = r.middle[axis]
    const floor = surface + (far ? -r.depth : r.depth)
    return [...sides, { axis, from: Math.min(surface, floor), to: Math.max(surface, floor), what: 'depth' }]
  },
  arcs: (r) => arcsOf(r.frame, segmentsOf(r)).filter((a) => Math.abs(a.radius - r.radius) > 1e-6),
  free: (r) => hasCurves(segmentsOf(r)),
  rounds: ({ data: r }) => (r.blunt ? r.radius : null),
  doubts: ({ data: r }, { name }, say) => [
    doubt(
      r.over !== undefined,
      () =>
        `The ${r.shape === 'slot' ? 'slot' : 'recess'} on ${name} is ${say(r.long)} long, ` +
        `${say(r.over!)} more than that`,
    ),
    doubt(
      r.depth > REACH || (r.radius > 0 && r.depth > SLENDER * 2 * r.radius),
      () =>
        `No router bit reaches ${say(r.depth)} down into a recess ` +
        `${r.radius > 0 ? `with corners of ${say(r.radius)}` : 'as deep as that'} in ${name}`,
    ),
  ],
  own,
})
