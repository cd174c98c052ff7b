/** Outlines that some measures are missing of: they are cut as they are drawn. */
import { stepWord } from '../../document'
import type { Problem } from '../../resolve'
import { defineQuick } from '../check'

/** What kinds of work with an outline have among their numbers. */
const missingIn = (data: unknown): number => (data as { missing?: number }).missing ?? 0

export const outlines = defineQuick({
  id: 'outlines',
  title: 'Outlines with missing dimensions',
  rests: 'piece',
  why: 'What has no dimension is cut as it happened to be drawn.',
  look: (model) => {
    const found = new Map<string, Problem>()
    for (const i of model.resolved.instances)
      for (const f of model.features(i)) {
        const missing = f.step === null ? 0 : missingIn(f.data)
        const id = `loose:${f.step}`
        if (missing === 0 || f.step === null || found.has(id)) continue
        const dimensions = missing === 1 ? '1 dimension' : `${missing} dimensions`
        const outline = `The outline of the ${stepWord(f.kind)} on ${i.name}`
        const says = `${outline} has ${dimensions} missing; it is cut as drawn`
        found.set(id, { id, level: 'look', piece: i.piece, step: f.step, says })
      }
    return [...found.values()]
  },
})
