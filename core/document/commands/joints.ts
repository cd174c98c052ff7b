import * as z from 'zod'
import { samePlace } from '../place'
import { Id, Joint, type Project } from '../schema'
import { jointFieldWord } from '../kindWords'
import { command, jointIn, nameOf, pieceIn, Refusal } from './command'

/** "Shelf’s joint", "8 joints". */
function calledAll(project: Project, ids: readonly string[]): string {
  if (ids.length > 1) return `${ids.length} joints`
  const first = project.joints.find((j) => j.id === ids[0])?.between[0]
  return first ? `${nameOf(project, first.piece)}’s joint` : 'a joint'
}

/** A dimension or a choice of joints: "Change Shelf’s joint: depth in Side". */
function sayChange(project: Project, ids: readonly string[], field: string): string {
  const joint = project.joints.find((j) => j.id === ids[0])
  const word = jointFieldWord(joint?.kind ?? '', field).replace(/\{(\d)\}/g, (_, n: string) =>
    ids.length > 1 ? 'the piece' : nameOf(project, joint?.between[Number(n)]?.piece ?? ''),
  )
  return `Change ${calledAll(project, ids)}: ${word}`
}

export const addJoints = command({
  name: 'add-joints',
  schema: z.object({ joints: z.array(Joint).min(1).max(1000) }).strict(),
  apply: (draft, { joints }) => {
    for (const joint of joints) {
      const names = joint.between.map((m) => pieceIn(draft, m.piece).name)
      const [guest, host] = joint.between
      const twice = draft.joints.some(
        (j) =>
          j.kind === joint.kind &&
          j.between[0]?.piece === guest?.piece &&
          samePlace(j.between[0]?.at, guest?.at) &&
          j.between[1]?.piece === host?.piece &&
          samePlace(j.between[1]?.at, host?.at),
      )
      if (twice) throw new Refusal(`${names.join(' and ')} are joined there already`)
      draft.joints.push(joint)
    }
  },
  describe: ({ joints }, before) =>
    joints.length === 1
      ? `Join ${joints[0]!.between.map((m) => nameOf(before, m.piece)).join(' and ')}`
      : `Make ${joints.length} joints`,
})

export const setJointField = command({
  name: 'set-joint-field',
  schema: z.object({ ids: z.array(Id).min(1), field: z.string().max(40), value: z.json() }).strict(),
  apply: (draft, { ids, field, value }) => {
    for (const id of ids) jointIn(draft, id).fields[field] = value
  },
  describe: ({ ids, field }, before) => sayChange(before, ids, field),
})

export const setJointOption = command({
  name: 'set-joint-option',
  schema: z
    .object({ ids: z.array(Id).min(1), option: z.string().max(40), value: z.string().max(40) })
    .strict(),
  apply: (draft, { ids, option, value }) => {
    for (const id of ids) jointIn(draft, id).options[option] = value
  },
  describe: ({ ids, option }, before) => sayChange(before, ids, option),
})

export const removeJoints = command({
  name: 'remove-joints',
  schema: z.object({ ids: z.array(Id).min(1) }).strict(),
  apply: (draft, { ids }) => {
    for (const id of ids) jointIn(draft, id)
    draft.joints = draft.joints.filter((j) => !ids.includes(j.id))
  },
  describe: ({ ids }) => (ids.length === 1 ? 'Delete a joint' : `Delete ${ids.length} joints`),
})
