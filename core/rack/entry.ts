/** What the catalogue holds, and how an entry goes on a project's rack. */
import type { Stock } from '../document'
import type { LengthUnit } from '../measure'
import type { Species } from './species'

/** A stock as the catalogue has it: its measures are bare, in `unit`. */
export interface CatalogueEntry {
  readonly unit: LengthUnit
  readonly stock: Stock
}

export interface Catalogue {
  readonly remark: string
  readonly species: readonly Species[]
  readonly entries: readonly CatalogueEntry[]
}

/** A catalogue entry as it goes on the rack of a project in the given unit: bare where the units agree. */
export function stockFor(entry: CatalogueEntry, unit: LengthUnit): Stock {
  if (entry.unit === unit) return structuredClone(entry.stock)
  const spell = (text: string) => (/[a-z"']$/.test(text) ? text : text + entry.unit)
  const { stock } = entry
  return {
    ...structuredClone(stock),
    thickness: spell(stock.thickness),
    width: stock.width === null ? null : spell(stock.width),
    lengths: stock.lengths.map(spell),
  }
}
