/** What joints leave standing, cut by something else: a tenon sawn off with the waste holds nothing. */
import type { Mm } from '../../measure'
import { FACE_AT, toRoom, vec3, type Box } from '../../pieces'
import type { Problem } from '../../resolve'
import { toolLine, workKind, type Feature } from '../../work'
import { definePiecewise } from '../check'
import { called, sourceOf, whose } from '../wood'

/** Lines through what stands, each way across it, a little within its sides. */
const LINES = 6
const WITHIN: Mm = 0.05
/** Less of it than this is a chamfer, and more than half is all that matters. */
const CHAMFER = 0.05
const MOST = 0.5

export const tenons = definePiecewise({
  id: 'tenons',
  title: 'Tenons cut by other steps',
  rests: 'piece',
  why: 'A tenon that is cut by something else does not fill its mortise, and the joint is as weak as that.',
  look: (i, model) => {
    const features = model.features(i)
    return features.flatMap((standing) => {
      const boxes = workKind(standing).standing?.(standing.data) ?? []
      if (boxes.length === 0) return []
      const { axis } = FACE_AT[workKind(standing).stands!(standing.data)]
      return features.flatMap((other): Problem[] => {
        if (other === standing || other.joint === standing.joint) return []
        const lost = lostOf(boxes, axis, other)
        if (lost < CHAMFER) return []
        const [box] = boxes
        const middle = vec3((k) => (box!.min[k] + box!.max[k]) / 2)
        return [
          {
            id: `tenons:${i.piece}:${sourceOf(standing)}:${sourceOf(other)}`,
            level: lost > MOST ? 'stop' : 'look',
            piece: i.piece,
            ...whose(other),
            says:
              `The ${called(other)} on ${i.name} takes ${Math.round(100 * lost)} % of its ` +
              called(standing),
            advice: 'Move the step clear of the joint, or make the tenon shorter.',
            at: [{ instance: i.key, feature: standing.id, point: toRoom(i.frame, middle) }],
          },
        ]
      })
    })
  },
})

/** How much of what stands another piece of work takes, by lines along it. */
function lostOf(boxes: readonly Box[], axis: 0 | 1 | 2, other: Feature): number {
  const tools = workKind(other).cut(other.data)
  const u = axis === 0 ? 1 : 0
  const way = vec3((k) => (k === axis ? 1 : 0))
  let [all, gone] = [0, 0]
  for (const { min, max } of boxes) {
    const long = max[axis] - min[axis]
    const across = (k: 0 | 1 | 2, n: number) =>
      min[k] + WITHIN + ((max[k] - min[k] - 2 * WITHIN) * (n + 0.5)) / LINES
    for (let a = 0; a < LINES; a++)
      for (let b = 0; b < LINES; b++) {
        const at = vec3((k) => (k === axis ? min[k] : across(k, k === u ? a : b)))
        all += long
        gone += Math.max(
          0,
          ...tools.map((t) =>
            toolLine(t, at, way).reduce(
              (sum, [from, to]) => sum + Math.max(0, Math.min(to, long) - Math.max(from, 0)),
              0,
            ),
          ),
        )
      }
  }
  return all > 0 ? gone / all : 0
}
