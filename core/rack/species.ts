/** Kinds of wood. The figures are in species.json. */
import data from './species.json' with { type: 'json' }

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

export const SPECIES: readonly Species[] = data

const colours = new Map(SPECIES.map((s) => [s.name, s.colour]))
/** The colour a species is shown in; a plain pine colour for one we do not know. */
export const woodColour = (species: string): string => colours.get(species) ?? '#e2c799'

const densities = new Map(SPECIES.map((s) => [s.name, s.density]))
/** kg/m³ at 12 % moisture; null for a species we do not know. */
export const densityOf = (species: string): number | null => densities.get(species) ?? null
