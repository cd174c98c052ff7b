/** Figures that lie by more than they may when they are written, and chains of them that do not add up. */
import { formatLength, MM_PER, type LengthStyle, type Mm } from '../../measure'
import type { Model } from '../../model'
import type { Instance, Problem } from '../../resolve'
import { workKind } from '../../work'
import { definePiecewise } from '../check'
import { exact } from '../exact'
import { sayer } from '../wood'

/** What a written length says it is, millimetres. */
export function written(mm: Mm, style: LengthStyle): Mm {
  const { whole, fraction, negative } = formatLength(mm, style)
  const value = Number(whole || 0) + (fraction ? fraction[0] / fraction[1] : 0)
  return (negative ? -value : value) * MM_PER[style.unit]!
}

/** Places along a piece from end 1, its ends among them. */
export function placesAlong(i: Instance, model: Model): Mm[] {
  const places = model
    .features(i)
    .flatMap((f) => workKind(f).dimensions(f.data))
    .filter((d) => d.axis === 0 && d.what === 'place')
    .map((d) => d.to)
  return [...new Set([0, ...places, i.length].map((p) => Math.round(p * 1e6) / 1e6))]
    .filter((p) => p >= 0 && p <= i.length)
    .sort((a, b) => a - b)
}

/** How far the sum of the written steps of a chain is from its written whole. */
export function chainError(places: readonly Mm[], style: LengthStyle): Mm {
  const steps = places.slice(1).map((p, n) => written(p - places[n]!, style))
  const whole = written((places.at(-1) ?? 0) - (places[0] ?? 0), style)
  return steps.reduce((a, b) => a + b, 0) - whole
}

export const rounding = definePiecewise({
  id: 'rounding',
  title: 'Rounding',
  rests: 'all',
  why: 'What is cut by rounded figures misses by what was rounded, and in a chain the misses add up.',
  look: (i, model) => {
    const { style, limits } = model.resolved
    const say = sayer(model)
    const found: Problem[] = []
    const sizes = (['length', 'width', 'thickness'] as const).map((name) => ({ name, mm: i[name] }))
    const worst = sizes.reduce((a, b) => (off(b.mm, style) > off(a.mm, style) ? b : a))
    if (off(worst.mm, style) > limits.tolerance + 1e-9)
      found.push({
        id: `rounding:${i.piece}`,
        level: 'look',
        piece: i.piece,
        says:
          `The ${worst.name} of ${i.name} is written ${say(worst.mm)} and is ${exact(worst.mm, style)}, ` +
          `off by more than ${exact(limits.tolerance, style)}`,
        advice:
          'Write lengths finer in the project’s settings, or give the dimension a size that can be ' +
          'read on a rule.',
      })
    const places = placesAlong(i, model)
    const miss = places.length > 2 ? Math.abs(chainError(places, style)) : 0
    if (miss > Math.max(limits.tolerance, 1e-6) + 1e-9)
      found.push({
        id: `chain:${i.piece}`,
        level: 'look',
        piece: i.piece,
        says:
          `${places.length - 1} rounded steps along ${i.name} miss its length by ${exact(miss, style)}; ` +
          'measure every place from end 1',
        advice:
          'The drawings give places from one end, so nothing adds up; do not step them off one ' +
          'after the other.',
      })
    return found
  },
})

const off = (mm: Mm, style: LengthStyle): Mm => Math.abs(written(mm, style) - mm)
