/** What the catalogue holds, and how an entry goes on a project's rack. */
import type { Bit, Stock } from '../document'
import type { LengthUnit } from '../measure'
import type { Species } from './species'

/** A stock as the catalogue has it: its measures are bare, in `unit`. */
export interface CatalogueEntry {
  readonly unit: LengthUnit
  readonly stock: Stock
}

/** A bit as the catalogue has it, bare likewise. */
export interface BitEntry {
  readonly unit: LengthUnit
  readonly bit: Bit
}

export interface Catalogue {
  readonly remark: string
  readonly species: readonly Species[]
  readonly entries: readonly CatalogueEntry[]
  /** Missing in one that was kept before there were bits. */
  readonly bits?: readonly BitEntry[]
}

/** A bare measure with its unit. */
const spelledIn = (unit: LengthUnit) => (text: string) => (/[a-z"']$/.test(text) ? text : text + unit)

/** A bit as it goes on the rack of a project in the given unit. */
export function bitFor(entry: BitEntry, unit: LengthUnit): Bit {
  const bit = structuredClone(entry.bit)
  if (entry.unit === unit) return bit
  const spell = spelledIn(entry.unit)
  const fields = Object.entries(bit.fields).map(([name, text]) => [name, spell(text as string)] as const)
  return {
    ...bit,
    fields: Object.fromEntries(fields),
    bearing: bit.bearing && spell(bit.bearing),
    shank: spell(bit.shank),
  }
}

/** A catalogue entry as it goes on the rack of a project in the given unit: bare where the units agree. */
export function stockFor(entry: CatalogueEntry, unit: LengthUnit): Stock {
  if (entry.unit === unit) return structuredClone(entry.stock)
  const spell = spelledIn(entry.unit)
  const { stock } = entry
  const spelt = (text: string | null) => (text === null ? null : spell(text))
  return {
    ...structuredClone(stock),
    thickness: spell(stock.thickness),
    width: spelt(stock.width),
    nominalThickness: spelt(stock.nominalThickness),
    nominalWidth: spelt(stock.nominalWidth),
    lengths: stock.lengths.map(spell),
  }
}
