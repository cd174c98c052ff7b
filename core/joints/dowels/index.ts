import { negated, FACE_AT, vec3, type Vec3 } from '../../pieces'
import { pointInto, vectorInto, type Bore } from '../../work'
import { outOf } from '../block'
import { memberAt } from '../contacts'
import type { Deriving } from '../deriving'
import { defineJoint } from '../kind'
import { behind, extentOf, type Meeting } from '../meet'
import { ROW, rowIdle, rowOf } from '../row'
import { tryLength } from '../suggest'

/** Dowels across two faces that touch, bored alike in both. */
export const dowels = defineJoint({
  kind: 'dowels',
  title: 'Dowels',
  measures: {
    diameter: { label: 'Diameter' },
    length: { label: 'Dowel length' },
    ...ROW,
    into: { label: 'Depth in {1}', placeholder: 'half of it, and room' },
    room: { label: 'Glue room', placeholder: '1 mm', text: '1mm' },
  },
  fastens: true,
  rods: true,
  hiddenFields: rowIdle,
  propose: (c, resolved) => {
    if (c.sort !== 'flat' || c.guest.piece === c.host.piece) return null
    const inch = resolved.style.unit === 'in'
    const depth = Math.min(behind(c) * 0.7, 25)
    return {
      between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.hostFace)],
      fields: inch
        ? {
            diameter: '3/8',
            length: '1 1/2',
            spacing: '5',
            inset: '1',
            ...(depth < 20 ? { into: '1/2' } : {}),
          }
        : { diameter: '8', length: '40', spacing: '120', inset: '25', ...(depth < 22 ? { into: '12' } : {}) },
    }
  },
  rank: (c) => (c.sort === 'flat' && FACE_AT[c.hostFace].axis === 2 ? 2 : 3),
  consequence: ({ fields }, c, resolved) => {
    const [diameter, length] = [fields.diameter, fields.length].map((f) => tryLength(f, c, resolved))
    if (diameter == null || length == null) return ['The dowel does not read as a length']
    return [
      `Holes ⌀ `,
      { mm: diameter },
      ` in ${c.guest.name} and in ${c.host.name}, and dowels `,
      { mm: length },
      ' long',
    ]
  },
  derive,
})

function derive(d: Deriving): void {
  for (const m of d.meetings()) {
    const [diameter, length, room] = [d.must('diameter'), d.must('length'), d.must('room')]
    const into = d.value('into') ?? length / 2 + room
    const guestDepth = length + 2 * room - into
    const places = rowOf(m, d, diameter)
    const refused = typeof places === 'string' ? places : refusal(m, into, guestDepth, d)
    if (refused || typeof places === 'string') {
      d.wrong(refused!)
      continue
    }
    bored(m, places, { diameter, into, guestDepth }, d)
    d.supply(`Dowel ⌀ ${d.say(diameter)} × ${d.say(length)}`, places.length)
  }
}

function refusal(m: Meeting, into: number, guestDepth: number, d: Deriving): string | null {
  const { guest, host } = m
  if (into <= 0 || guestDepth <= 0)
    return `A dowel between ${guest.name} and ${host.name} goes into one of them only`
  const out = (depth: number, name: string, there: number) =>
    depth >= there - 1e-6
      ? `A dowel hole ${d.say(depth)} deep would come out of ${name}, which is ${d.say(there)} there`
      : null
  return out(into, host.name, behind(m)) ?? out(guestDepth, guest.name, extentOf(guest, m.into))
}

function bored(
  m: Meeting,
  places: readonly Vec3[],
  how: { diameter: number; into: number; guestDepth: number },
  d: Deriving,
): void {
  const { guest, host } = m
  const out = outOf(m)
  const back = negated(out)
  const bore = { name: 'dowel hole', diameter: how.diameter, through: false, tip: 0 }
  // Where a dado takes the guest in, its hole is bored from the end that goes into it.
  const seat = d.seat(m)
  const ends = places.map((p) => vec3((i) => p[i] + out[i] * seat))
  const mine: Bore = { ...bore, face: m.face, at: ends, along: back, depth: how.guestDepth + seat }
  const yours: Bore = {
    ...bore,
    face: m.hostFace,
    at: places.map((p) => pointInto(host.frame, guest.frame, p)),
    along: vectorInto(host.frame, guest.frame, out),
    depth: how.into,
  }
  d.work('bore', guest, host, mine)
  d.work('bore', host, guest, yours)
}
