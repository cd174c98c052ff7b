/** Which wood ready work is made from, unless a maker says otherwise. */
import type { Stock } from '../document'
import { coerce, evaluate, parse, type LengthUnit, type Mm } from '../measure'
import type { ReadyStock } from './kind'

const mmOf = (text: string | null, unit: LengthUnit): Mm | null => {
  if (!text) return null
  try {
    const scope = { unit, name: () => undefined, ref: () => undefined }
    return coerce(evaluate(parse(text), scope), 'length', unit, { at: 0, end: text.length })
  } catch {
    return null
  }
}

/**
 * The stock that suits best: of the right sort, nearest in thickness, wide enough and no wider than need be;
 * between equals the one that comes first. Null where none is of the sort.
 */
export function suits(role: ReadyStock, stocks: readonly Stock[], unit: LengthUnit): Stock | null {
  const rated = stocks
    .filter((s) => s.kind === role.of)
    .map((stock) => {
      const thickness = mmOf(stock.thickness, unit)
      const width = mmOf(stock.width, unit)
      const off = thickness === null ? Infinity : Math.abs(thickness - role.thick)
      const short = width !== null && width < role.wide - 1
      const over = width === null ? 0 : Math.abs(width - role.wide)
      // A millimetre or two of thickness is nothing beside being too narrow.
      return { stock, rank: [Math.round(off / 3), short ? 1 : 0, over] as const }
    })
  rated.sort((a, b) => a.rank[0] - b.rank[0] || a.rank[1] - b.rank[1] || a.rank[2] - b.rank[2])
  return rated[0]?.stock ?? null
}
