/** Groups in groups. */
import type { Project } from './schema'

/** A group and the groups in it, however deep. */
export const groupsWithin = (project: Pick<Project, 'groups'>, id: string): string[] => [
  id,
  ...project.groups.filter((g) => g.group === id).flatMap((g) => groupsWithin(project, g.id)),
]

/** The groups that a group stands in, the nearest first. */
export function groupsAbove(project: Pick<Project, 'groups'>, id: string): string[] {
  const up = project.groups.find((g) => g.id === id)?.group ?? null
  return up === null ? [] : [up, ...groupsAbove(project, up)]
}
