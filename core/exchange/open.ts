/** Opening a project file with everything there is to know: the document's own checks, then each joint's. */
import { Aside, nameOf, readProject, type Reading } from '../document'
import { jointFault } from '../joints'

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
  return { ok: true, project: { ...read.project, joints, setAside: aside.all() } }
}
