/** Findings as a maker has judged them. */
import type { Accepted, Project } from '../document'
import type { Level } from '../resolve'
import type { Finding } from './finding'

/** A finding and what the maker said of it. */
export interface Judged {
  readonly finding: Finding
  /** It may stay, and why; null while nobody has said so, or what it is about has changed since. */
  readonly accepted: Accepted | null
}

/** Each finding with what was said of it. */
export function judged(findings: readonly Finding[], { accepted }: Pick<Project, 'accepted'>): Judged[] {
  const said = new Map(accepted.map((a) => [a.finding, a]))
  return findings.map((finding) => {
    const a = said.get(finding.id)
    return { finding, accepted: a?.about === finding.about ? a : null }
  })
}

/** The findings that nobody has accepted. */
export const standing = (findings: readonly Finding[], project: Pick<Project, 'accepted'>): Finding[] =>
  judged(findings, project).flatMap((j) => (j.accepted ? [] : [j.finding]))

const RANK: Readonly<Record<Level, number>> = { stop: 0, look: 1, note: 2 }
/** What must be put right first, then what needs a look, each in the order of the checks. */
export const inOrder = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => RANK[a.level] - RANK[b.level])
