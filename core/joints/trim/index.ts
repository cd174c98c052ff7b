import { faceOf, type FaceName, type Joint } from '../../document'
import type { Mm } from '../../measure'
import { negated, dot, normalOf, sayFace, type Pose } from '../../pieces'
import type { Flat } from '../../resolve'
import { planeOf, runTo } from '../bisect'
import { memberAt, sortOfFace } from '../contacts'
import type { Deriving } from '../deriving'
import { chosen, defineJoint } from '../kind'
import { distanceTo, middleOf, nearestTo, shoulderPose, TOUCHING } from '../meet'
import { slopeBefore } from '../slopes'
import { takesAny } from '../../work'
import { sawOn } from '../mitre/derive'

/** A piece cut by the plane of another piece's face, as a sloping side is to the underside of its lid. */
export const trim = defineJoint({
  kind: 'trim',
  title: 'Trim to a face',
  holds: 'not',
  slight: true,
  measures: { gap: { label: 'Gap', placeholder: 'none', text: '0' } },
  options: { to: { label: 'Cut to', values: { face: 'the face', slope: 'the slope sawn on it' } } },
  grows: (joint) => {
    const [one, two] = [faceOf(joint.between[0]!.at), faceOf(joint.between[1]!.at)]
    // Where a slope is sawn shows when lengths are known: what is cut to it is drawn long enough.
    if (!one || !two || toSlope(joint)) return []
    return [
      {
        member: 0,
        face: one,
        says: (called) => `to ${called(1)}`,
        measures: ['gap'],
        poses: true,
        cuts: true,
        by: (v, poses) => {
          const [copies = [], others = []] = poses
          return copies.map((a) => {
            const b = a && nearestTo(a, one, others)
            return (a && b && cutAt(a, one, planeOf(b, two), v.gap!)?.beyond) ?? 0
          })
        },
      },
    ]
  },
  propose: (c) => {
    if (c.guest.piece === c.host.piece || sortOfFace(c.guestFace) === 'face') return null
    if (c.sort !== 'angle' && c.sort !== 'tee') return null
    // The broad side of the other that looks at what is cut.
    const out = normalOf(c.guest.frame, c.guestFace)
    const face = (['face', 'back', 'edge1', 'edge2'] as const).reduce((a, b) =>
      dot(normalOf(c.host.frame, b), out) < dot(normalOf(c.host.frame, a), out) - 1e-9 ? b : a,
    )
    const between = [memberAt(c.guest, c.guestFace), memberAt(c.host, face)]
    return { between, fields: {}, ...(c.slope && { options: { to: 'slope' } }) }
  },
  rank: (c) => (c.slope ? -1 : 2),
  consequence: (p, c) => [
    `${c.guest.name} is cut by the ` +
      (toSlope(p)
        ? `slope that is sawn on ${c.host.name}`
        : `plane of ${c.host.name}’s ${sayFace(faceOf(p.between[1]!.at) ?? 'face')}`),
  ],
  derive,
})

const toSlope = (joint: Pick<Joint, 'options'>): boolean => chosen(joint, 'to', 'face') === 'slope'

/**
 * A plane of the other, moved off it by the gap, as what it cuts from a piece; null when the piece does not
 * reach it.
 */
function cutAt(a: Pose, face: FaceName, plane: Flat, gap: Mm) {
  const cut: Flat = { normal: negated(plane.normal), offset: -(plane.offset + gap) }
  if (dot(normalOf(a.frame, face), cut.normal) <= 0) return null
  const run = runTo(a, face, cut)
  return run && { ...cut, beyond: Math.max(...run.beyond) }
}

function derive(d: Deriving): void {
  const [one, two] = [d.face(0), d.face(1)]
  if (!one || !two) return d.faceless(one ? 1 : 0)
  const sloping = toSlope(d.joint.joint)
  for (const a of d.members(0)) {
    const near = [...d.members(1)].sort(
      (x, y) => distanceTo(x, middleOf(a, one)) - distanceTo(y, middleOf(a, one)),
    )[0]
    if (!near) continue
    const plane = sloping ? slopeBefore(a, one, near, d.outlines) : planeOf(shoulderPose(near), two)
    const cut = plane && cutAt(shoulderPose(a), one, plane, d.must('gap'))
    if (!cut)
      d.wrong(
        sloping
          ? `No slope is sawn on ${near.name} where ${a.name} runs to it, so it cannot be trimmed to it`
          : `${a.name} does not run to the ${sayFace(two)} of ${near.name} with its ${sayFace(one)}, so ` +
              'it cannot be trimmed to it',
      )
    else if (sloping && cut.beyond > TOUCHING)
      d.wrong(
        `${a.name} is ${d.say(cut.beyond)} too short at its ${sayFace(one)} to be cut to the slope of ` +
          `${near.name} all over; draw it that much longer`,
      )
    else {
      const saw = sawOn(a, one, cut.normal, cut.offset, 'trim')
      // A side that lies in the plane already needs no cut.
      if (takesAny(saw)) d.work('crosscut', a, near, saw)
    }
  }
}
