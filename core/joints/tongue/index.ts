import { faceOf } from '../../document'
import { keyOf } from '../../resolve'
import { runOut, type Tenon } from '../../work'
import { blockOut, waysOf, type Range } from '../block'
import { channelFor } from '../channel'
import { memberAt, sortOfFace } from '../contacts'
import type { Deriving } from '../deriving'
import { BOTTOM_GAP, defineJoint, FIT } from '../kind'
import { behind, extentOf } from '../meet'
import { third, tryLength } from '../suggest'

/** A tongue along one edge in a groove along another. */
export const tongue = defineJoint({
  kind: 'tongue',
  title: 'Tongue and groove',
  stiff: true,
  measures: {
    depth: { label: 'Depth' },
    thickness: { label: 'Tongue thickness', placeholder: 'a third', text: 't/3' },
    gap: BOTTOM_GAP,
    fit: FIT,
  },
  grows: (joint) => {
    const face = faceOf(joint.between[0]!.at)
    return face
      ? [
          {
            member: 0,
            face,
            says: (called) => `into ${called(1)}`,
            measures: ['depth', 'gap'],
            poses: false,
            by: (v) => v.depth! - v.gap!,
          },
        ]
      : []
  },
  propose: (c, resolved) =>
    c.sort === 'flat' &&
    sortOfFace(c.guestFace) === 'edge' &&
    sortOfFace(c.hostFace) === 'edge' &&
    c.guest.piece !== c.host.piece
      ? {
          between: [memberAt(c.guest, c.guestFace), memberAt(c.host, null)],
          fields: { depth: third(c.guest.thickness, resolved.style.unit) },
        }
      : null,
  rank: () => 2,
  consequence: ({ fields }, c, resolved) => {
    const depth = tryLength(fields.depth, c, resolved)
    if (depth === null) return ['The depth does not read as a length']
    return [
      `${c.guest.name} grows `,
      { mm: depth },
      ` and keeps a tongue; ${c.host.name} gets a groove for it`,
    ]
  },
  derive,
})

function derive(d: Deriving): void {
  const [depth, gap, thickness] = [d.must('depth'), d.must('gap'), d.must('thickness')]
  for (const m of d.meetings()) {
    const { guest, host } = m
    const { run, across } = waysOf(m)
    const deep = behind(m)
    const thick = extentOf(guest, across)
    if (!m.square) d.wrong(`${guest.name} does not lie along ${host.name}; a tongue needs that`)
    else if (depth <= 0 || gap < 0 || gap >= depth) d.wrong(`The tongue of ${guest.name} has no depth`)
    else if (depth >= deep)
      d.wrong(`A groove ${d.say(depth)} deep would go through ${host.name}, which is ${d.say(deep)} there`)
    else if (thickness <= 0 || thickness >= thick)
      d.wrong(
        `A tongue ${d.say(thickness)} thick does not fit on ${guest.name}, which is ${d.say(thick)} thick`,
      )
    else {
      const middle = (guest.shoulder.min[across] + guest.shoulder.max[across]) / 2
      const section: Range = [middle - thickness / 2, middle + thickness / 2]
      const long: Range = [0, guest.size[run]]
      const out: Range = [0, depth - gap]
      const cheek = (r: Range) => runOut(blockOut(m, out, { [run]: long, [across]: r }), guest.size)
      const data: Tenon = {
        name: 'tongue',
        face: m.face,
        run,
        across,
        length: depth - gap,
        standing: [blockOut(m, out, { [run]: long, [across]: section })],
        tools: [cheek([0, section[0]]), cheek([section[1], guest.size[across]])],
      }
      const groove = channelFor(m, {
        section: blockOut(m, out, { [run]: long, [across]: section }),
        depth,
        fit: d.must('fit'),
        run,
        stops: { low: 0, high: 0 },
        depthKey: keyOf.joint(d.joint.id, 'depth'),
      })
      d.work('tenon', guest, host, data, '/tongue')
      d.work('channel', host, guest, groove)
    }
  }
}
