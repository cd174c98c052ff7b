/** What was found and may stay, on a sheet of the plans: whoever cuts must know of it. */
import type { Project } from '../../document'
import type { Sheet } from '../../plans'
import type { Finding } from '../finding'
import { judged } from '../judge'
import { flow, type Row } from './flow'

/** None, where nothing was accepted. */
export function acceptedSheets(project: Project, findings: readonly Finding[]): Sheet[] {
  const rows = judged(findings, project).flatMap(({ finding, accepted }): Row[] =>
    accepted
      ? [
          {
            cells: [
              { at: 0, wide: 0.58, text: finding.says, wraps: true },
              { at: 0.6, wide: 0.4, text: accepted.reason, wraps: true },
            ],
            rule: true,
          },
        ]
      : [],
  )
  if (rows.length === 0) return []
  const head: Row = {
    cells: [
      { at: 0, wide: 0.58, text: 'What was found' },
      { at: 0.6, wide: 0.4, text: 'Why it may stay' },
    ],
    keep: true,
    rule: true,
  }
  return flow(project, { title: 'Accepted', detail: 'Known, and meant so' }, [head, ...rows])
}
