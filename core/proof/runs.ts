/** What is routed along edges: bits that are too short, runs left open, and cuts through the whole board. */
import { formatLength } from '../measure'
import { FACE_AT } from '../pieces'
import type { Instance, Problem } from '../resolve'
import type { Feature, Rout } from '../work'
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
        if (f.kind !== 'rout' || f.step === null) continue
        for (const [n, says] of oddOf(f.data as Rout, i, f as Feature<Rout>, say).entries()) {
          const id = `run:${f.step}:${n}`
          if (says && !found.has(id)) found.set(id, { id, level: 'look', piece: i.piece, step: f.step, says })
        }
      }
    return [...found.values()]
  },
})

/** One sentence for each thing that may be odd; null where it is not. */
function oddOf(
  r: Rout,
  i: Instance,
  feature: Feature<Rout>,
  say: (mm: number) => string,
): Array<string | null> {
  const thick = i.size[FACE_AT[r.face].axis]
  const open = r.run.sides.length === 3 && r.run.short.every((by) => by === 0) && !feature.beside
  return [
    r.depth > r.length + 1e-6
      ? `The bit ${r.bit} cuts ${say(r.length)} high; set ${say(r.depth)} deep, its shank rubs on ${i.name}`
      : null,
    open ? `The ${r.makes} runs along three sides of ${i.name} and is open at the fourth` : null,
    r.depth >= thick - 1e-6
      ? `The ${r.makes} takes all of ${i.name} along its edges, which is ${say(thick)} thick there`
      : null,
  ]
}
