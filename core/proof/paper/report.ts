/** The findings on paper. */
import type { Project } from '../../document'
import type { Sheet } from '../../plans'
import type { Level } from '../../resolve'
import type { Finding } from '../finding'
import { inOrder, judged } from '../judge'
import { beside, flow, type Row } from './flow'

const LEVELS: Readonly<Record<Level, string>> = {
  stop: 'Must fix, before wood is cut',
  look: 'Look at, and mend or accept',
  note: 'Note: good to know',
}

/** `off`: the titles of checks that are switched off. */
export function reportSheets(
  project: Project,
  findings: readonly Finding[],
  off: readonly string[],
): Sheet[] {
  const all = judged(inOrder(findings), project)
  const open = all.filter((j) => !j.accepted)
  const rows: Row[] = []
  const heading = (text: string) =>
    rows.push({
      cells: [{ at: 0, wide: 1, text, size: 4.4, face: 'title' }],
      keep: true,
      apart: true,
      rule: true,
    })
  for (const level of ['stop', 'look', 'note'] as const) {
    const of = open.filter((j) => j.finding.level === level)
    if (of.length === 0) continue
    heading(LEVELS[level])
    for (const { finding: f } of of) rows.push(beside(f.says, f.advice ?? f.why))
  }
  if (open.length === 0) heading('Ready to cut: no findings')
  const accepted = all.filter((j) => j.accepted)
  if (accepted.length > 0) heading('Accepted')
  for (const j of accepted) rows.push(beside(j.finding.says, j.accepted!.reason))
  if (off.length > 0) {
    heading('Checks switched off')
    for (const title of off) rows.push({ cells: [{ at: 0, wide: 1, text: title }] })
  }
  const stops = open.filter((j) => j.finding.level === 'stop').length
  return flow(
    project,
    { title: 'Proof', detail: stops === 0 ? 'nothing to fix' : `${stops} must be fixed` },
    rows,
  )
}
