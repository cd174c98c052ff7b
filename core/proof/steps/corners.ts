/** Inside corners that a bit leaves round, where they were drawn sharper, or what goes in there is. */
import type { Problem } from '../../resolve'
import { workKind } from '../../work'
import { definePiecewise } from '../check'
import { called, sayer } from '../wood'

/** Smaller than this nobody notices. */
const SMALL = 0.5

export const corners = definePiecewise({
  id: 'corners',
  title: 'Round inside corners',
  rests: 'piece',
  why: 'A bit cannot cut a square inside corner; glass or a panel with square corners does not go in.',
  look: (i, model) =>
    model.features(i).flatMap((f): Problem[] => {
      const radius = f.step === null ? null : (workKind(f).rounds?.(f) ?? null)
      if (f.step === null || radius === null || radius < SMALL) return []
      const group = model.project.groups.find((g) => g.work.some((s) => s.id === f.step))
      return [
        {
          id: `corners:${f.step}`,
          level: 'note',
          piece: i.piece,
          step: f.step,
          says:
            `The ${called(f)} of ${group?.name ?? i.name} keeps a radius of ${sayer(model)(radius)} in its ` +
            `inside corners`,
          advice: 'Square them with a chisel, clip the corners of what goes in, or take a smaller bit.',
        },
      ]
    }),
})
