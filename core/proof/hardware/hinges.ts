/** Hinges whose hole is not there, or that move nothing. */
import { movedBy, turnsOf } from '../../hardware'
import type { Problem } from '../../resolve'
import { defineQuick } from '../check'

export const hinges = defineQuick({
  id: 'hinges',
  title: 'Incomplete hinges',
  rests: 'all',
  why: 'A hinge without its hole, or with nothing to move, is a slip in the plan.',
  look: (model) =>
    model.project.hardware.flatMap((h): Problem[] => {
      if (h.kind !== 'hinge') return []
      const on = model.resolved.byId.get(h.on)?.instances[0]
      if (!on) return []
      const says = !turnsOf(on, h, model.features(on))
        ? `${h.name} turns about a hole that ${on.name} does not have any more; choose another, or an edge`
        : movedBy(model.resolved, h).length === 0
          ? `${h.name} moves nothing that is there; choose the pieces that swing`
          : null
      return says === null ? [] : [{ id: `hinge:${h.id}`, level: 'stop', piece: h.on, says }]
    }),
})
