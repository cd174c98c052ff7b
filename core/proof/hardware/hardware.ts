/** Hardware that is longer than the wood it goes into. */
import type { Mm } from '../../measure'
import type { Problem } from '../../resolve'
import { defineNeighbourly } from '../check'
import { sayer } from '../wood'

const LEAST: Mm = 1e-3

export const hardware = defineNeighbourly({
  id: 'hardware',
  title: 'Hardware too long',
  rests: 'piece',
  why: 'A screw or a bolt that is too long comes out on the show side, or into a hand.',
  look: (i, beside, model) =>
    model.resolved.hardware.flatMap(({ hardware: h, length: long }): Problem[] => {
      if (h.on !== i.piece || long === null) return []
      const behind = Math.max(0, ...beside.map((b) => b.thickness))
      if (long < i.thickness + behind - LEAST) return []
      const say = sayer(model)
      const wood =
        behind > 0
          ? `${i.name} and what stands by it have ${say(i.thickness + behind)}`
          : `${i.name} has ${say(i.thickness)}`
      return [
        {
          id: `hardware:${h.id}`,
          level: 'look',
          piece: i.piece,
          says: `${h.name} is ${say(long)} long, and ${wood} to take it`,
          advice: 'Take a shorter one, unless it is to come through.',
        },
      ]
    }),
})
