/** Bends that the wood may not take: too tight for how thick it is. */
import { formatLength } from '../../measure'
import { bendingOf } from '../../rack'
import type { Problem } from '../../resolve'
import { workKind } from '../../work'
import { defineWhole } from '../check'

/**
 * The outside of a bend that nothing holds back is stretched by t / (2 r + t); wood breaks at some two
 * hundredths, which is a radius of 24.5 of its thicknesses.
 */
const FREE = 24.5

export const bends = defineWhole({
  id: 'bends',
  title: 'Bends too tight',
  rests: 'piece',
  why:
    'A bend that is too tight breaks on its outside, or buckles on its inside, after all the ' +
    'work before it.',
  look: (model) => {
    const found = new Map<string, Problem>()
    const say = (mm: number) => formatLength(mm, model.resolved.style).text
    for (const i of model.resolved.instances)
      for (const f of model.features(i)) {
        const tightest = workKind(f).tightest?.(f.data)
        if (!tightest || f.step === null) continue
        const { stock } = model.resolved.byId.get(i.piece)?.stock ?? {}
        const { radius, thick } = tightest
        const least = thick * (bendingOf(stock?.species ?? '') ?? FREE)
        const told = `bend:${f.step}`
        const wood = stock?.species ? stock.species : 'wood of no known kind'
        const put = (level: Problem['level'], says: string) =>
          found.set(told, { id: told, level, piece: i.piece, step: f.step!, says })
        if (radius < least - 1e-6)
          put(
            'look',
            `${i.name} bends about ${say(radius)} on its inside, and ${wood} ${say(thick)} thick ` +
              `hardly bends ` +
              `tighter than ${say(least)}, steamed and held by a strap: bend an offcut first, or ` +
              `glue thin strips`,
          )
        else if (radius < thick * FREE - 1e-6)
          put(
            'note',
            `${i.name} bends about ${say(radius)} on its inside: tighter than ` +
              `${say(thick * FREE)} the outside ` +
              `of a strip ${say(thick)} thick breaks unless a strap holds it`,
          )
      }
    return [...found.values()]
  },
})
