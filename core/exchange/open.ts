/**
 * Opening a project file with everything there is to know: the document's own checks, then those of each
 * joint and step.
 */
import {
  Aside,
  nameOf,
  readProject,
  sayStep,
  type Group,
  type Piece,
  type Project,
  type Reading,
} from '../document'
import { jointFault } from '../joints'
import { stepFault } from '../work'

export function openProject(text: string): Reading {
  const read = readProject(text)
  if (!read.ok) return read
  const aside = new Aside(read.project.setAside)
  const joints = read.project.joints.filter((joint) => {
    const fault = jointFault(joint)
    if (fault)
      aside.put(
        'joints',
        `joint ${joint.id} of ${nameOf(read.project, joint.between[0]!.piece)}`,
        fault,
        joint,
      )
    return fault === null
  })
  const sound = <T extends Group | Piece>(wood: T): T => {
    if (!('work' in wood) || !wood.work.some(stepFault)) return wood
    for (const step of wood.work)
      if (stepFault(step)) aside.put('work', sayStep(step, wood), stepFault(step)!, { on: wood.id, step })
    return { ...wood, work: wood.work.filter((step) => !stepFault(step)) }
  }
  const { pieces, groups } = read.project
  return {
    ok: true,
    project: {
      ...read.project,
      pieces: pieces.map(sound),
      groups: groups.map(sound),
      joints,
      setAside: aside.all(),
    },
  }
}

/** What no kind takes, in sentences: joints and steps that would be set aside when the file is opened. */
export const faultsOf = ({ joints, pieces, groups }: Project): string[] => [
  ...joints.flatMap((joint) => jointFault(joint) ?? []),
  ...[...pieces, ...groups].flatMap((wood) =>
    'work' in wood ? wood.work.flatMap((s) => stepFault(s) ?? []) : [],
  ),
]
