/** What was found and may stay, on a sheet of the plans: whoever cuts must know of it. */
import type { Project } from '../../document'
import type { Sheet } from '../../plans'
import type { Finding } from '../finding'
import { judged } from '../judge'
import { beside, flow } from './flow'

/** None, where nothing was accepted. */
export function acceptedSheets(project: Project, findings: readonly Finding[]): Sheet[] {
  const rows = judged(findings, project).flatMap(({ finding, accepted }) =>
    accepted ? [beside(finding.says, accepted.reason)] : [],
  )
  if (rows.length === 0) return []
  const head = beside('What was found', 'Why it may stay', { keep: true, rule: true })
  return flow(project, { title: 'Accepted', detail: 'Known, and meant so' }, [head, ...rows])
}
