/** What is odd about work by itself, as its kind tells: a bit too short, a run left open. */
import { formatLength } from '../measure'
import type { Problem } from '../resolve'
import { workKind } from '../work'
import { defineQuick } from './check'

export const runs = defineQuick({
  id: 'runs',
  title: 'edges that a bit does not reach, or that are left open',
  why: 'A run left open on one side is easily forgotten until the glass will not go in.',
  look: (model) => {
    const found = new Map<string, Problem>()
    const say = (mm: number) => formatLength(mm, model.resolved.style).text
    for (const i of model.resolved.instances)
      for (const f of model.features(i)) {
        if (f.step === null) continue
        for (const [n, says] of (workKind(f).doubts?.(f, i, say) ?? []).entries()) {
          const id = `run:${f.step}:${n}`
          if (says && !found.has(id)) found.set(id, { id, level: 'look', piece: i.piece, step: f.step, says })
        }
      }
    return [...found.values()]
  },
})
