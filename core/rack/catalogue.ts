/** What can be bought, as stock ready to be put on a project's rack. The figures are in catalogue.json. */
import type { LengthUnit } from '../measure'
import type { Stock } from '../document'
import data from './catalogue.json' with { type: 'json' }

export interface Species {
  readonly name: string
  /** kg/m³ at 12 % moisture. */
  readonly density: number
  /** Modulus of elasticity, GPa at 12 %. */
  readonly stiffness: number
  /** Change of width per percent of moisture, tangential and radial (USDA Wood Handbook). */
  readonly tangential: number
  readonly radial: number
  readonly colour: string
}

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

const idOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[×x]/g, 'x')
    .replace(/[¼½¾]/g, (c) => ({ '¼': 'quarter_', '½': 'half_', '¾': 'three_quarter_' })[c]!)
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')

function entry(unit: LengthUnit, stock: Omit<Stock, 'id' | 'price'>): CatalogueEntry {
  return { unit, stock: { id: idOf(stock.name), price: null, ...stock } }
}

function build(): Catalogue {
  const { softwood, hardwood, planed, sheets, rods } = data
  const pine = softwood.sizes.map(([nominal, thickness, width]) =>
    entry('in', {
      name: `${nominal} pine`,
      kind: 'board',
      species: softwood.species,
      thickness: thickness!,
      width: width!,
      lengths: softwood.lengths,
      grain: true,
    }),
  )
  const hard = hardwood.species.flatMap((species) =>
    hardwood.sizes.map(([quarters, thickness]) =>
      entry('in', {
        name: `${quarters} ${species}`,
        kind: 'board',
        species,
        thickness: thickness!,
        width: null,
        lengths: hardwood.lengths,
        grain: true,
      }),
    ),
  )
  const planks = planed.thicknesses.flatMap((t) =>
    planed.widths.map((w) =>
      entry('mm', {
        name: `${t}×${w} planed`,
        kind: 'board',
        species: planed.species,
        thickness: String(t),
        width: String(w),
        lengths: planed.lengths.map(String),
        grain: true,
      }),
    ),
  )
  const panels = sheets.map(({ name, species, unit, thickness, width, length, grain }) =>
    entry(unit as LengthUnit, { name, kind: 'sheet', species, thickness, width, lengths: [length], grain }),
  )
  const dowels = (['in', 'mm'] as const).flatMap((unit) =>
    rods[unit].diameters.map((d) =>
      entry(unit, {
        name: `${d} ${unit} dowel rod`,
        kind: 'rod',
        species: rods.species,
        thickness: d,
        width: null,
        lengths: rods[unit].lengths,
        grain: true,
      }),
    ),
  )
  return {
    remark: data.remark,
    species: data.species,
    entries: [...pine, ...panels, ...planks, ...hard, ...dowels],
  }
}

export const catalogue: Catalogue = build()

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

const colours = new Map(data.species.map((s) => [s.name, s.colour]))
/** The colour a species is shown in; a plain pine colour for one we do not know. */
export const woodColour = (species: string): string => colours.get(species) ?? '#e2c799'
