/** Joints that a piece has, and its mirror image has not, or has otherwise. */
import { change, type Change, type Joint } from '../../document'
import { imageOf, madeAlike } from '../../joints/alike'
import type { Problem } from '../../resolve'
import { defineQuick } from '../check'
import { sayNames } from '../wood'

export const twins = defineQuick({
  id: 'twins',
  title: 'Twins joined differently',
  rests: 'piece',
  why: 'A left and a right side that were to be a pair come to be two, each with its own drawing.',
  look: ({ project, resolved }) => {
    const told = new Set<string>()
    return project.joints.flatMap((j): Problem[] => {
      const image = imageOf(j, project)
      if (!image || madeAlike(j, image) || told.has(image.id)) return []
      told.add(j.id)
      const names = (of: Joint) =>
        sayNames(of.between.map((m) => resolved.byId.get(m.piece)?.piece.name ?? m.piece))
      return [
        {
          id: `twins:${j.id}:${image.id}`,
          level: 'look',
          piece: image.between[0]!.piece,
          joint: image.id,
          says: `The joint of ${names(j)} is made otherwise than its mirror image, that of ${names(image)}`,
          advice: 'Make them alike, and the pieces are one drawing again, one of them mirrored.',
          mends: [
            { says: `As that of ${names(j)} is`, changes: madeAs(image, j) },
            { says: `As that of ${names(image)} is`, changes: madeAs(j, image) },
          ],
        },
      ]
    })
  },
})

/** What makes a joint as another is. */
function madeAs(joint: Joint, as: Joint): Change[] {
  const ids = [joint.id]
  const fields = [...new Set([...Object.keys(joint.fields), ...Object.keys(as.fields)])]
  const options = Object.entries(as.options)
  return [
    ...fields
      .filter((f) => joint.fields[f] !== as.fields[f])
      .map((field) => change.setJointField({ ids, field, value: as.fields[field] ?? '' })),
    ...options
      .filter(([o, value]) => joint.options[o] !== value)
      .map(([option, value]) => change.setJointOption({ ids, option, value })),
  ]
}
