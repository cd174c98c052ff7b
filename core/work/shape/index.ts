import { radiiOf, type Path, type Segment } from '../../outline'
import { mainAxis, toRoom, type Box } from '../../pieces'
import { arcsOf, hasCurves } from '../arcs'
import { boundsOf } from '../drawn'
import { defineWork, forPartner, theFace, type Dimension, type Sentence } from '../feature'
import { BEYOND, boxInto, loopOf, straightLoop, type Loop, type Tool, type Vec2 } from '../tool'
import { regularIn, sayRegular } from '../regular'
import { own, regions } from './own'
import type { Shaped } from './shaped'

/** What goes, swept from just before the wood to just beyond it. */
function cut(w: Shaped): Tool[] {
  const { min, max } = w.wood
  const { x, y, z } = w.frame
  // Out of the wood where it is not stopped.
  const start = w.stretch?.from ?? min[2] - BEYOND
  const frame = { x, y, z, origin: toRoom(w.frame, [0, 0, start]) }
  const depth = (w.stretch?.to ?? max[2] + BEYOND) - start
  const tool = (outer: Loop, inner: readonly Path[], spared: readonly Box[] = []): Tool => ({
    kind: 'outlined',
    frame,
    outer,
    inner: inner.map(loopOf),
    depth,
    ...(spared.length > 0 && { spared: spared.flatMap((b) => boxInto(frame, w.frame, b) ?? []) }),
  })
  const out = regions(w).map((r) => tool(loopOf(r.outer), r.inner))
  if (w.keeps === 'outside') return out
  const corners: Vec2[] = [
    [min[0] - BEYOND, min[1] - BEYOND],
    [max[0] + BEYOND, min[1] - BEYOND],
    [max[0] + BEYOND, max[1] + BEYOND],
    [min[0] - BEYOND, max[1] + BEYOND],
  ]
  // Wide enough for what is drawn beyond the wood, too.
  const [low, high] = boundsOf(w.paths)
  const wide = corners.map(([u, v], k): Vec2 => [
    k === 1 || k === 2 ? Math.max(u, high[0] + BEYOND) : Math.min(u, low[0] - BEYOND),
    k > 1 ? Math.max(v, high[1] + BEYOND) : Math.min(v, low[1] - BEYOND),
  ])
  return [
    tool(
      straightLoop(wide),
      w.paths.filter((p) => p.depth === 0),
      w.spared,
    ),
    ...out,
  ]
}

const sizes = (w: Shaped): Sentence => {
  const regular = regularIn(w.paths)
  if (regular)
    return [w.keeps === 'inside' ? 'Saw to a regular ' : 'Saw out a regular ', ...sayRegular(regular)]
  const [low, high] = boundsOf(w.paths)
  return [
    w.keeps === 'inside' ? 'Saw to an outline ' : 'Saw out a shape ',
    { mm: high[0] - low[0] },
    ' × ',
    { mm: high[1] - low[1] },
  ]
}

const says = (w: Shaped): Sentence => {
  const radii = radiiOf(w.paths)
  return [
    ...sizes(w),
    ...(radii.length > 0 && radii.length <= 4
      ? [', r ', ...radii.flatMap((mm, n): Sentence => (n > 0 ? [', ', { mm }] : [{ mm }]))]
      : []),
  ]
}

/** ", stopped, from 20 to 180 in from there": where it does not go through. */
const sayStretch = ({ stretch }: Shaped): Sentence =>
  !stretch
    ? []
    : [
        ', stopped',
        ...(stretch.from === null ? [] : [', from ', { mm: stretch.from }]),
        ...(stretch.to === null ? [', right through'] : [' to ', { mm: stretch.to }]),
        ' in from there',
      ]

/** Places that a drawing shows along each axis: of corners and of middles of arcs, each once. */
const MOST_PLACES = 16
function placesOf(paths: readonly Path[]): Vec2[] {
  // The middle of an arc may lie far off; of a circle it is where it is bored from.
  const of = (s: Segment): Vec2[] =>
    s.kind === 'arc' && Math.abs(s.sweep) > 6.28 ? [s.from, s.centre] : [s.from]
  // One of equal sides is told by its middle.
  const regular = regularIn(paths)
  return regular ? [regular.centre] : paths.flatMap((p) => p.segments.flatMap(of))
}

function dimensions(w: Shaped): Dimension[] {
  const own = placesOf(w.paths).map((p) => toRoom(w.frame, [p[0], p[1], 0]))
  const bounds = boundsOf(w.paths).map((p) => toRoom(w.frame, [p[0], p[1], 0]))
  return [w.frame.x, w.frame.y].map(mainAxis).flatMap((axis): Dimension[] => {
    const at = [...new Map(own.map((p) => [p[axis].toFixed(4), p[axis]])).values()]
    const [a, b] = bounds.map((p) => p[axis]) as [number, number]
    const places = at.length <= MOST_PLACES ? at : []
    return [
      { axis, from: Math.min(a, b), to: Math.max(a, b), what: 'length' },
      ...places
        .filter((to) => Math.abs(to) > 1e-6)
        .map((to): Dimension => ({ axis, from: 0, to, what: 'place' })),
    ]
  })
}

const tooMany = (w: Shaped): boolean => segmentsOf(w).length > MOST_PLACES

/** More radii are of something traced. */
const MOST_RADII = 8
const segmentsOf = ({ paths }: Shaped) => paths.flatMap((p) => p.segments)
const toldByArcs = (w: Shaped): boolean => radiiOf(w.paths).length <= MOST_RADII

/** Whether there is wood all round a path. */
function within(path: Path, { wood: { min, max } }: Shaped): boolean {
  const [low, high] = boundsOf([path])
  return [0, 1].every((k) => low[k]! > min[k]! + 1e-6 && high[k]! < max[k]! - 1e-6)
}

export const shape = defineWork<Shaped>({
  kind: 'shape',
  name: (w) => (w.keeps === 'inside' ? 'outline' : 'cut-out'),
  shownOn: (w) => w.face,
  // A band saw does not come to what is all round in the wood.
  machine: (w) =>
    w.keeps === 'outside' && w.paths.some((p) => p.depth === 0 && within(p, w)) ? 'jig saw' : 'band saw',
  cut,
  describe: (w, partner) => [
    ...says(w),
    `, on ${theFace(w.face)}`,
    ...sayStretch(w),
    w.spared.length > 0 ? ', what goes into joints left standing' : '',
    forPartner(partner),
  ],
  // Radii are told where the arcs are.
  callout: (w) => [...(toldByArcs(w) ? sizes(w) : says(w)), `, on ${theFace(w.face)}`, ...sayStretch(w)],
  dimensions,
  arcs: (w) => (toldByArcs(w) ? arcsOf(w.frame, segmentsOf(w)) : []),
  free: (w) => hasCurves(segmentsOf(w)) || !toldByArcs(w) || tooMany(w),
  roundAbout: ({ keeps, paths, frame, stretch }) => {
    const outer = paths.filter((p) => p.depth === 0).flatMap((p) => p.segments)
    const [arc] = outer
    const whole = outer.length === 1 && arc?.kind === 'arc' && Math.abs(arc.sweep) > 6.28
    return keeps === 'inside' && whole && !stretch ? mainAxis(frame.z) : null
  },
  own,
})
export type { Shaped } from './shaped'
