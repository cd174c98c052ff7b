import { AXES, negated, FACE_AT, oppositeFace, vec3, type Vec3 } from '../../pieces'
import { pointInto, vectorInto, type Bore } from '../../work'
import { outOf } from '../block'
import { memberAt } from '../contacts'
import type { Deriving } from '../deriving'
import { chosen, defineJoint } from '../kind'
import { behind, extentOf, type Meeting } from '../meet'
import { ROW, rowIdle, rowOf } from '../row'

/** Screws through the host into the guest: clearance in the one, a pilot in the other. */
export const screws = defineJoint({
  kind: 'screws',
  title: 'Screws',
  measures: {
    diameter: { label: 'Screw diameter' },
    length: { label: 'Screw length' },
    ...ROW,
    pilot: { label: 'Pilot', placeholder: '0.7 of the screw' },
    head: { label: 'Head', placeholder: 'twice the screw' },
  },
  options: {
    sink: { label: 'Head', values: { sunk: 'countersunk', bored: 'counterbored', none: 'on the face' } },
  },
  fastens: true,
  rods: true,
  later: 'all',
  hiddenFields: (joint) => [...rowIdle(joint), ...(chosen(joint, 'sink', 'sunk') === 'none' ? ['head'] : [])],
  propose: (c, resolved) =>
    c.sort !== 'flat' || c.guest.piece === c.host.piece || behind(c) > 60
      ? null
      : {
          between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.hostFace)],
          fields:
            resolved.style.unit === 'in'
              ? { diameter: '0.164', length: '1 1/2', spacing: '6', inset: '1' }
              : { diameter: '4', length: '40', spacing: '150', inset: '25' },
        },
  rank: (c) => (FACE_AT[c.hostFace].axis === 2 ? 5 : 9),
  consequence: (_, c) => [
    `Screws through ${c.host.name} into ${c.guest.name}, with clearance and pilot holes`,
  ],
  derive,
})

/** How wide the guest is where it is met, both ways. */
const widthsOf = ({ patch, into }: Meeting): number[] =>
  AXES.filter((i) => i !== into).map((i) => patch.max[i] - patch.min[i])

function derive(d: Deriving): void {
  const [diameter, length] = [d.must('diameter'), d.must('length')]
  const head = d.value('head') ?? 2 * diameter
  const sink = chosen(d.joint.joint, 'sink', 'sunk')
  for (const m of d.meetings()) {
    const { guest, host } = m
    const through = behind(m)
    // The head of a counterbored screw sits half way into the host.
    const sunk = sink === 'bored' ? through / 2 : 0
    const into = length - (through - sunk)
    const places = rowOf(m, d, diameter)
    if (typeof places === 'string') d.wrong(places)
    else if (into <= diameter)
      d.wrong(`A screw ${d.say(length)} long does not reach through ${host.name} into ${guest.name}`)
    else if (into >= extentOf(guest, m.into))
      d.wrong(`A screw ${d.say(length)} long would come out of ${guest.name}`)
    else {
      const there = Math.min(...widthsOf(m))
      if (diameter > there / 3 + 1e-6)
        d.wrong(
          `A screw ⌀ ${d.say(diameter)} splits ${guest.name}, which is ${d.say(there)} there; ` +
            'a third of that is plenty',
          'look',
        )
      const out = outOf(m)
      const back = negated(out)
      const outside = places.map((p) => p.map((n, i) => n + out[i]! * through) as unknown as Vec3)
      const clearance: Bore = {
        name: 'clearance hole',
        face: oppositeFace(m.hostFace),
        diameter,
        depth: through,
        through: true,
        tip: 0,
        at: outside.map((p) => pointInto(host.frame, guest.frame, p)),
        along: vectorInto(host.frame, guest.frame, back),
        ...(sink === 'none'
          ? {}
          : { sink: { diameter: head, depth: sink === 'sunk' ? head / 2 : sunk, flat: sink === 'bored' } }),
      }
      // Where a dado takes the guest in, its hole is bored from the end that goes into it.
      const seat = d.seat(m)
      const pilot: Bore = {
        name: 'pilot hole',
        face: m.face,
        diameter: d.value('pilot') ?? 0.7 * diameter,
        depth: into + seat,
        through: false,
        tip: 0,
        at: places.map((p) => vec3((i) => p[i] + out[i] * seat)),
        along: back,
      }
      d.work('bore', host, guest, clearance)
      d.work('bore', guest, host, pilot)
      d.supply(`Screw ⌀ ${d.say(diameter)} × ${d.say(length)}`, places.length)
    }
  }
}
