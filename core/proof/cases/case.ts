import type { Project } from '../../document'

/** A model, and what a check says of it; null where it must not say anything. */
export type Case = readonly [what: string, check: string, project: () => Project, says: RegExp | null]
