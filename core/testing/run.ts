/** Changes made to a document in a test. */
import { execute, type Change, type Project } from '../document'

/** The document after the changes, which must all be accepted. */
export function run(project: Project, ...changes: Change[]): Project {
  const done = execute(project, changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}

/** Why the changes were refused; empty when they were not. */
export function refused(project: Project, ...changes: Change[]): string {
  const done = execute(project, changes)
  return done.ok ? '' : done.why
}
