import { faceAt, type Axis } from '../../pieces'
import { sayLowered } from '../state'
import { capital, REFERENCE, sayDegrees, theFace, theSurface, toldOn, type Sentence } from '../feature'
import { depthOf, offsetOf, stopsOf, widthOf, type Channel } from './channel'

/** "Dado ¾ wide, ¼ deep, 11 ⅜ from end 1, on the face — for Shelf". */
export function describe(all: Channel, partner: string | null): Sentence {
  const c = toldOn(all)
  const side = (axis: Axis, far: boolean) =>
    all.on ? `its ${far ? 'far' : 'near'} ${axis === c.along ? 'end' : 'side'}` : theFace(faceAt(axis, far))
  const out: Array<Sentence[number]> = [
    `${capital(c.name)} `,
    { mm: widthOf(c) },
    ' wide, ',
    c.depthKey ? { mm: depthOf(c), key: c.depthKey } : { mm: depthOf(c) },
    ' deep',
  ]
  const a = c.acrossAxis
  if (c.oblique) {
    const [near, far] = c.oblique.middle
    out.push(
      `, at ${sayDegrees(c.oblique.degrees)}, its middle `,
      { mm: near },
      ` from ${all.on ? 'its near side' : REFERENCE[a]} at ${side(c.along, false)}, `,
      { mm: far },
      ` at ${side(c.along, true)}, on ${theSurface(all)}`,
      ...sayLowered(all.down),
    )
    if (partner) out.push(` — for ${partner}`)
    return out
  }
  if (c.open.low[a] || c.open.high[a]) out.push(` along ${side(a, c.open.high[a])}`)
  else out.push(', ', { mm: offsetOf(c) }, ` from ${side(a, false)}`)
  out.push(`, on ${theSurface(all)}`, ...sayLowered(all.down))
  const stops = stopsOf(c)
  if (stops.low > 1e-6) out.push(', stopped ', { mm: stops.low }, ` from ${side(c.along, false)}`)
  if (stops.high > 1e-6) out.push(', stopped ', { mm: stops.high }, ` from ${side(c.along, true)}`)
  if (partner) out.push(` — for ${partner}`)
  return out
}

/** "dado ¾ × ¼ deep, on the back". */
export function callout(all: Channel): Sentence {
  const c = toldOn(all)
  return [
    `${c.name} `,
    { mm: widthOf(c) },
    ' × ',
    { mm: depthOf(c) },
    ` deep${c.oblique ? `, at ${sayDegrees(c.oblique.degrees)}` : ''}, on ${theSurface(all)}`,
    ...sayLowered(all.down),
  ]
}
