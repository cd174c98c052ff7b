import type { Mm } from '../../measure'
import type { Model } from '../../model'
import type { SizeRow } from './lines'
import { verdictOf, type Verdict } from './verdict'

/** A reading with what it says. */
export interface Measured {
  readonly reading: string
  /** Key of the instance. */
  readonly key: string
  readonly what: string
  /** As it was typed. */
  readonly text: string
  readonly mm: Mm
  readonly verdict: Verdict
}

/** The readings of what is on the size sheet, with what they say. */
export function measuredOf(rows: readonly SizeRow[], model: Model): Measured[] {
  const { project, resolved } = model
  const byKey = new Map(resolved.instances.map((i) => [i.key, i]))
  const copies = rows.flatMap((r) => r.copies)
  return project.readings.flatMap((r): Measured[] => {
    const copy = copies.find((c) => c.piece === r.piece && c.copy === r.copy)
    const line = copy?.lines.find((l) => l.what === r.what)
    const mm = resolved.readings.get(r.id)
    if (!copy || !line || mm === undefined) return []
    const verdict = verdictOf(byKey.get(copy.key)!, r.what, line.mm, mm, model)
    return [{ reading: r.id, key: copy.key, what: r.what, text: r.value, mm, verdict }]
  })
}
