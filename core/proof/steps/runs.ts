/**
 * What may be a slip about a piece of work by itself, as its kind tells: a bit too short, a run left open.
 */
import type { Problem } from '../../resolve'
import { workKind } from '../../work'
import { defineQuick } from '../check'
import { sayer, sourceOf, whose } from '../wood'

export const runs = defineQuick({
  id: 'runs',
  title: 'Unlikely steps',
  rests: 'piece',
  why: 'A run left open on one side is easily forgotten until the glass will not go in.',
  look: (model) => {
    const found = new Map<string, Problem>()
    const say = sayer(model)
    for (const i of model.resolved.instances)
      for (const f of model.features(i))
        for (const [n, odd] of (workKind(f).doubts?.(f, i, say) ?? []).entries()) {
          const id = `run:${sourceOf(f)}:${n}`
          if (odd && !found.has(id)) found.set(id, { id, ...odd, piece: i.piece, ...whose(f) })
        }
    return [...found.values()]
  },
})
