import type { Dimension } from '../feature'
import { offsetOf, stopsOf, type Channel } from './channel'

/** Place and width across it, depth into it, and its ends where it stops. */
export function dimensions(c: Channel): Dimension[] {
  const { region, acrossAxis: axis, along, into } = c
  if (c.oblique && c.on)
    return [
      { axis, from: region.min[axis], to: region.max[axis], what: 'width' },
      { axis: into, from: region.min[into], to: region.max[into], what: 'depth' },
    ]
  if (c.oblique)
    return [
      ...c.oblique.middle.map((to) => ({ axis, from: 0, to, what: 'place' as const })),
      { axis: into, from: region.min[into], to: region.max[into], what: 'depth' },
    ]
  const found: Dimension[] = [
    { axis, from: region.min[axis], to: region.max[axis], what: 'width' },
    { axis: into, from: region.min[into], to: region.max[into], what: 'depth' },
  ]
  // What runs out at the far side is told by its width alone.
  if (offsetOf(c) > 1e-6 && !c.open.high[axis])
    found.push({ axis, from: 0, to: region.min[axis], what: 'place' })
  const stops = stopsOf(c)
  if (stops.low > 1e-6) found.push({ axis: along, from: 0, to: region.min[along], what: 'place' })
  if (stops.high > 1e-6) found.push({ axis: along, from: 0, to: region.max[along], what: 'place' })
  return found
}
