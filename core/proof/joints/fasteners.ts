/** Screws and dowels of different joints that meet in the wood. */
import type { Mm } from '../../measure'
import { overlap, toRoom, vec3 } from '../../pieces'
import { rodsApart } from '../../pieces/rods'
import type { Problem } from '../../resolve'
import { definePiecewise } from '../check'
import { boxOfRod, called, capital, sourceOf, takenFrom } from '../wood'

const LEAST: Mm = 1e-3

export const fasteners = definePiecewise({
  id: 'fasteners',
  title: 'Fasteners that collide',
  rests: 'piece',
  why: 'A bit that runs into a screw or a dowel is spoiled, and neither of them holds.',
  look: (i, model) => {
    const rods = takenFrom(i, model).rods.filter(({ of }) => of.step === null)
    const found = new Map<string, Problem>()
    for (const [n, a] of rods.entries())
      for (const b of rods.slice(n + 1)) {
        if (
          a.of.joint === b.of.joint ||
          !overlap(boxOfRod(a.rod), boxOfRod(b.rod)) ||
          rodsApart(a.rod, b.rod) > LEAST
        )
          continue
        const id = `fasteners:${i.piece}:${[a.of, b.of].map(sourceOf).sort().join(':')}`
        const at = toRoom(
          i.frame,
          vec3((k) => (a.rod.from[k] + a.rod.to[k]) / 2),
        )
        found.set(id, {
          id,
          level: 'stop',
          piece: i.piece,
          joint: a.of.joint!,
          says: `${capital(called(a.of))} meets ${called(b.of)} inside ${i.name}`,
          advice: 'Set one row off along the joint, by its spacing or its inset.',
          at: [a, b].map(({ of }) => ({ instance: i.key, feature: of.id, point: at })),
        })
      }
    return [...found.values()]
  },
})
