import { faceOf, type FaceName } from '../../document'
import type { Mm } from '../../measure'
import { negated, dot, normalOf, sayFace, type Pose, type Vec3 } from '../../pieces'
import { planeOf, runTo } from '../bisect'
import { memberAt, sortOfFace } from '../contacts'
import type { Deriving } from '../deriving'
import { defineJoint } from '../kind'
import { distanceTo, middleOf, nearestTo, shoulderPose } from '../meet'
import { takesAny } from '../../work'
import { sawOn } from '../mitre/derive'

/** A piece cut by the plane of another piece's face, as a sloping side is to the underside of its lid. */
export const trim = defineJoint({
  kind: 'trim',
  title: 'Trim to a face',
  holds: 'not',
  slight: true,
  measures: { gap: { label: 'Gap', placeholder: 'none', text: '0' } },
  grows: (joint) => {
    const [one, two] = [faceOf(joint.between[0]!.at), faceOf(joint.between[1]!.at)]
    if (!one || !two) return []
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
            return (a && b && cutAt(a, one, b, two, v.gap!)?.beyond) ?? 0
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
    return { between: [memberAt(c.guest, c.guestFace), memberAt(c.host, face)], fields: {} }
  },
  rank: () => 2,
  consequence: ({ between }, c) => [
    `${c.guest.name} is cut by the plane of ${c.host.name}’s ${sayFace(faceOf(between[1]!.at) ?? 'face')}`,
  ],
  derive,
})

/**
 * The plane of a face, moved off it by the gap, as what it cuts from a piece; null when the piece does not
 * reach it.
 */
function cutAt(
  a: Pose,
  face: FaceName,
  b: Pose,
  other: FaceName,
  gap: Mm,
): { normal: Vec3; offset: Mm; beyond: Mm } | null {
  const plane = planeOf(b, other)
  const cut = { normal: negated(plane.normal), offset: -(plane.offset + gap) }
  if (dot(normalOf(a.frame, face), cut.normal) <= 0) return null
  const run = runTo(a, face, cut)
  return run && { ...cut, beyond: Math.max(...run.beyond) }
}

function derive(d: Deriving): void {
  const [one, two] = [d.face(0), d.face(1)]
  if (!one || !two) return d.faceless(one ? 1 : 0)
  for (const a of d.members(0)) {
    const near = [...d.members(1)].sort(
      (x, y) => distanceTo(x, middleOf(a, one)) - distanceTo(y, middleOf(a, one)),
    )[0]
    if (!near) continue
    const cut = cutAt(shoulderPose(a), one, shoulderPose(near), two, d.must('gap'))
    if (cut) {
      const saw = sawOn(a, one, cut.normal, cut.offset, 'trim')
      // A side that lies in the plane already needs no cut.
      if (takesAny(saw)) d.work('crosscut', a, near, saw)
    } else
      d.wrong(
        `${a.name} does not run to the ${sayFace(two)} of ${near.name} with its ${sayFace(one)}, so ` +
          'it cannot be trimmed to it',
      )
  }
}
