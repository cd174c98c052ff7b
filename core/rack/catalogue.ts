/** What can be bought, as stock ready to be put on a project's rack. The figures are in catalogue.json. */
import type { LengthUnit } from '../measure'
import type { Stock } from '../document'
import data from './catalogue.json' with { type: 'json' }
import type { BitEntry, Catalogue, CatalogueEntry } from './entry'
import { SPECIES } from './species'

const idOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[×x]/g, 'x')
    .replace(/[¼½¾]/g, (c) => ({ '¼': 'quarter_', '½': 'half_', '¾': 'three_quarter_' })[c]!)
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')

function entry(
  unit: LengthUnit,
  stock: Omit<Stock, 'id' | 'price' | 'cut' | 'nominalThickness' | 'nominalWidth'> & Partial<Stock>,
): CatalogueEntry {
  return {
    unit,
    stock: {
      id: idOf(stock.name),
      cut: 'flat',
      price: null,
      nominalThickness: null,
      nominalWidth: null,
      ...stock,
    },
  }
}

function build(): Catalogue {
  const { softwood, hardwood, planed, sheets, rods } = data
  const pine = softwood.sizes.map(([thick, wide, thickness, width]) =>
    entry('in', {
      name: `${thick}×${wide} pine`,
      nominalThickness: thick!,
      nominalWidth: wide!,
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
        // Rough boards are sold by what they were sawn to.
        nominalThickness: quarters!,
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
    species: SPECIES,
    bits: bits(),
    entries: [...pine, ...panels, ...planks, ...hard, ...dowels],
  }
}

const bits = (): BitEntry[] =>
  (['in', 'mm'] as const).flatMap((unit) =>
    data.bits[unit].map(({ name, shape, bearing, shank, ...fields }): BitEntry => ({
      unit,
      bit: {
        id: `bit_${idOf(`${name} ${unit}`)}`,
        name,
        shape,
        fields: fields as unknown as Record<string, string>,
        bearing: bearing ?? null,
        shank,
        bite: null,
        speed: null,
      },
    })),
  )

export const catalogue: Catalogue = build()
