/** The same joint made twice in one place: twice the holes, twice the screws on the list. */
import { change, type Joint } from '../../document'
import type { Problem } from '../../resolve'
import { defineQuick } from '../check'
import { sayNames } from '../wood'

export const twice = defineQuick({
  id: 'twice',
  title: 'Duplicate joints',
  rests: 'piece',
  why: 'The second is bored and counted as well as the first, and there is room for one.',
  look: ({ project, resolved }) => {
    const first = new Map<string, Joint>()
    return project.joints.flatMap((j): Problem[] => {
      const mark = markOf(j)
      const before = first.get(mark)
      first.set(mark, before ?? j)
      if (!before) return []
      const names = j.between.map((m) => resolved.byId.get(m.piece)?.piece.name ?? m.piece)
      return [
        {
          id: `twice:${j.id}`,
          level: 'stop',
          piece: j.between[0]!.piece,
          joint: j.id,
          says: `${sayNames(names)} have the same joint twice`,
          advice: 'Remove one of them, and set the other as wanted.',
          mends: [{ says: 'Remove the second', changes: [change.removeJoints({ ids: [j.id] })] }],
        },
      ]
    })
  },
})

/** Equal for joints of one kind between the same faces, told in any order, and set off alike. */
function markOf(joint: Joint): string {
  let mark = marks.get(joint)
  if (mark === undefined) {
    const { kind, between, fields } = joint
    mark = JSON.stringify([kind, between.map((m) => JSON.stringify(m)).sort(), fields.offset ?? ''])
    marks.set(joint, mark)
  }
  return mark
}
/** Joints never change. */
const marks = new WeakMap<Joint, string>()
