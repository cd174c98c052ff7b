/** Outlines that some measures are missing of: they are cut as they are drawn. */
import type { Problem } from '../resolve'
import { defineQuick } from './check'

/** What kinds of work with an outline have among their numbers. */
const missingIn = (data: unknown): number => (data as { missing?: number }).missing ?? 0

export const outlines = defineQuick({
  id: 'outlines',
  title: 'outlines that lack measures',
  rests: 'piece',
  why: 'What no measure pins is cut as it happened to be drawn.',
  look: (model) => {
    const found = new Map<string, Problem>()
    for (const i of model.resolved.instances)
      for (const f of model.features(i)) {
        const missing = f.step === null ? 0 : missingIn(f.data)
        const id = `loose:${f.step}`
        if (missing === 0 || f.step === null || found.has(id)) continue
        const says =
          missing === 1
            ? `The outline of the ${f.kind} on ${i.name} lacks a measure; it is cut as it is drawn`
            : `The outline of the ${f.kind} on ${i.name} lacks ${missing} measures; it is cut as it is drawn`
        found.set(id, { id, level: 'look', piece: i.piece, step: f.step, says })
      }
    return [...found.values()]
  },
})
