/** Hardware that is longer than the wood it goes into, by the size in its name. */
import { evaluate, MeasureError, MM_PER, parse, type LengthUnit, type Mm } from '../measure'
import type { Problem } from '../resolve'
import { defineNeighbourly } from './check'
import { sayer } from './wood'

const LEAST: Mm = 1e-3

/** What stands after the last × in the name of something bought: "Screw 4 × 60". */
const LENGTH = /[×x]\s*([\d./ ]+(?:mm|cm|in|")?)\s*(?:long)?\s*$/i

/** The length that something bought has by its name; null where it names none. */
export function lengthNamed(name: string, unit: LengthUnit): Mm | null {
  const text = LENGTH.exec(name)?.[1]?.trim()
  if (!text) return null
  try {
    const { value, length } = evaluate(parse(text), { unit, name: () => undefined, ref: () => undefined })
    return length === 1 ? value : length === 0 ? value * MM_PER[unit]! : null
  } catch (error) {
    if (error instanceof MeasureError) return null
    throw error
  }
}

export const hardware = defineNeighbourly({
  id: 'hardware',
  title: 'hardware longer than the wood it goes into',
  why: 'A screw or a bolt that is too long comes out on the show side, or into a hand.',
  look: (i, beside, model) =>
    model.project.hardware.flatMap((h): Problem[] => {
      const long =
        h.on === i.piece && h.kind === 'item' ? lengthNamed(h.name, model.resolved.style.unit) : null
      if (long === null) return []
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
