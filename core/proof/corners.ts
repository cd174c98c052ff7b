/** Inside corners that a bit leaves round: what goes in there has square ones. */
import type { Problem } from '../resolve'
import type { Rout } from '../work'
import { definePiecewise } from './check'
import { sayer } from './wood'

/** Smaller than this nobody notices. */
const SMALL = 0.5

export const corners = definePiecewise({
  id: 'corners',
  title: 'inside corners that stay round',
  why: 'A bit cannot cut a square inside corner; glass or a panel with square corners does not go in.',
  look: (i, model) =>
    model.features(i).flatMap((f): Problem[] => {
      if (f.kind !== 'rout' || f.step === null) return []
      const { run, corner, makes } = f.data as Rout
      const inside = run.loops === 'inside' || (run.loops === 'all' && (f.beside?.length ?? 0) > 0)
      if (!inside || corner < SMALL) return []
      const group = model.project.groups.find((g) => g.work.some((s) => s.id === f.step))
      const say = sayer(model)
      return [
        {
          id: `corners:${f.step}`,
          level: 'note',
          piece: i.piece,
          step: f.step,
          says:
            `The ${makes} of ${group?.name ?? i.name} keeps a radius of ${say(corner)} in its ` +
            `inside corners`,
          advice: 'Square them with a chisel, or clip the corners of what goes in.',
        },
      ]
    }),
})
