/** Opening a project file with everything there is to know: the document's own checks, then each joint's. */
import { readProject, type Reading, type SetAside } from '../document'
import { jointFault } from '../joints'

export function openProject(text: string): Reading {
  const read = readProject(text)
  if (!read.ok) return read
  const setAside: SetAside[] = [...read.setAside]
  const joints = read.project.joints.filter((joint) => {
    const fault = jointFault(joint)
    if (fault) setAside.push({ where: `joint ${joint.id}`, why: fault, what: joint })
    return fault === null
  })
  return { ok: true, project: { ...read.project, joints }, setAside }
}
