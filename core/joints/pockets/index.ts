import type { Mm } from '../../measure'
import { vec3, type Vec3 } from '../../pieces'
import { pointInto, vectorInto, type Bore } from '../../work'
import { outOf, waysOf } from '../block'
import { memberAt, sortOfFace } from '../contacts'
import type { Deriving } from '../deriving'
import { chosen, defineJoint } from '../kind'
import { behind, extentOf, surfaceAt, type Meeting } from '../meet'
import { ROW, rowIdle, rowOf } from '../row'

/** Screws that go in aslant from a pocket in the guest's back or face, out through its end into the host. */
export const pockets = defineJoint({
  kind: 'pockets',
  title: 'Pocket screws',
  measures: {
    diameter: { label: 'Screw diameter' },
    length: { label: 'Screw length' },
    pocket: { label: 'Pocket diameter' },
    angle: { label: 'Angle', kind: 'angle', placeholder: '15°', text: '15deg' },
    web: { label: 'Wood before the pocket', placeholder: 'half the thickness', text: 't/2' },
    ...ROW,
  },
  options: { side: { label: 'Pockets in', values: { back: 'the back', face: 'the face' } } },
  fastens: true,
  later: 'all',
  hiddenFields: rowIdle,
  propose: (c, resolved) =>
    c.sort !== 'flat' || sortOfFace(c.guestFace) === 'face' || c.guest.piece === c.host.piece
      ? null
      : {
          between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.hostFace)],
          fields:
            resolved.style.unit === 'in'
              ? { diameter: '5/32', length: '1 1/4', pocket: '3/8', spacing: '6', inset: '1' }
              : { diameter: '4', length: '32', pocket: '9.5', spacing: '150', inset: '25' },
        },
  rank: () => 8,
  consequence: (_, c) => [`Pockets in the back of ${c.guest.name}, for screws aslant into ${c.host.name}`],
  derive,
})

function derive(d: Deriving): void {
  for (const m of d.meetings()) {
    if (waysOf(m).across !== 2) {
      d.wrong(`${m.guest.name} is too narrow where it meets ${m.host.name} for pockets from its back`)
      continue
    }
    const places = rowOf(m, d, d.must('diameter'))
    const made = typeof places === 'string' ? places : pocketsAt(m, places, d)
    if (typeof made === 'string') d.wrong(made)
    else {
      const [pocket, clearance, pilot] = made
      d.work('bore', m.guest, m.host, pocket, '/pocket')
      d.work('bore', m.guest, m.host, clearance, '/through')
      d.work('bore', m.host, m.guest, pilot)
      d.supply(
        `Pocket screw ⌀ ${d.say(d.must('diameter'))} × ${d.say(d.must('length'))}`,
        clearance.at.length,
      )
    }
  }
}

/**
 * The screw's line passes the guest's end where the row is, leaning by the angle a from the guest's face.
 * With e the row's distance from the pocket's side, the line comes out of that side e / tan a before the end.
 */
function pocketsAt(m: Meeting, places: readonly Vec3[], d: Deriving): [Bore, Bore, Bore] | string {
  const { guest, host } = m
  const fromFace = chosen(d.joint.joint, 'side', 'back') === 'face'
  const [diameter, length, wide, web] = ['diameter', 'length', 'pocket', 'web'].map((n) => d.must(n)) as [
    Mm,
    Mm,
    Mm,
    Mm,
  ]
  const a = (d.must('angle') * Math.PI) / 180
  if (!(a > 0.05 && a < 1.2)) return 'Pockets lean between 3° and 68°'
  if (wide <= diameter) return 'The pocket is to be wider than its screw'
  const side = fromFace ? guest.shoulder.max[2] : guest.shoulder.min[2]
  const e = Math.abs(places[0]![2] - side)
  const out = outOf(m)
  const along = vec3((i) =>
    i === m.into ? out[i] * Math.cos(a) : i === 2 ? (fromFace ? -1 : 1) * Math.sin(a) : 0,
  )
  const whole = e / Math.sin(a)
  const deep = whole - web / Math.cos(a)
  if (deep <= 0) return `${guest.name} is too thin for pockets with ${d.say(web)} of wood before them`
  if (whole * Math.cos(a) + wide >= extentOf(guest, m.into))
    return `${guest.name} is too short for its pockets`
  const into = length - (whole - deep)
  if (into <= 0) return `A pocket screw ${d.say(length)} long does not reach ${host.name}`
  if (into * Math.cos(a) >= behind(m))
    return `A pocket screw ${d.say(length)} long would come out of ${host.name}`
  const mouth = places.map((p) =>
    vec3((i) =>
      i === m.into ? surfaceAt(guest, m.face) - out[i] * whole * Math.cos(a) : i === 2 ? side : p[i],
    ),
  )
  const face = fromFace ? 'face' : 'back'
  return [
    { name: 'pocket', face, at: mouth, along, diameter: wide, depth: deep, through: false, tip: 0 },
    {
      name: 'clearance hole',
      face,
      at: mouth,
      along,
      diameter,
      depth: whole + diameter + d.seat(m) / Math.cos(a),
      through: true,
      tip: 0,
    },
    {
      name: 'pilot hole',
      face: m.hostFace,
      diameter: 0.7 * diameter,
      depth: into,
      through: false,
      tip: 0,
      at: places.map((p) => pointInto(host.frame, guest.frame, p)),
      along: vectorInto(host.frame, guest.frame, along),
    },
  ]
}
