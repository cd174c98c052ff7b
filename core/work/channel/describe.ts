import { faceAt } from '../../pieces'
import { capital, REFERENCE, sayDegrees, theFace, type Sentence } from '../feature'
import { depthOf, offsetOf, stopsOf, widthOf, type Channel } from './channel'

/** "Dado ¾ wide, ¼ deep, 11 ⅜ from end 1, on the face — for Shelf". */
export function describe(c: Channel, partner: string | null): Sentence {
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
      ` from ${REFERENCE[a]} at ${theFace(faceAt(c.along, false))}, `,
      { mm: far },
      ` at ${theFace(faceAt(c.along, true))}, on ${theFace(c.face)}`,
    )
    if (partner) out.push(` — for ${partner}`)
    return out
  }
  if (c.open.low[a] || c.open.high[a]) out.push(` along ${theFace(faceAt(a, c.open.high[a]))}`)
  else out.push(', ', { mm: offsetOf(c) }, ` from ${theFace(faceAt(a, false))}`)
  out.push(`, on ${theFace(c.face)}`)
  const stops = stopsOf(c)
  if (stops.low > 1e-6) out.push(', stopped ', { mm: stops.low }, ` from ${theFace(faceAt(c.along, false))}`)
  if (stops.high > 1e-6) out.push(', stopped ', { mm: stops.high }, ` from ${theFace(faceAt(c.along, true))}`)
  if (partner) out.push(` — for ${partner}`)
  return out
}

/** "dado ¾ × ¼ deep, on the back". */
export const callout = (c: Channel): Sentence => [
  `${c.name} `,
  { mm: widthOf(c) },
  ' × ',
  { mm: depthOf(c) },
  ` deep${c.oblique ? `, at ${sayDegrees(c.oblique.degrees)}` : ''}, on ${theFace(c.face)}`,
]
