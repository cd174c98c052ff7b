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
  /**
   * The least inside radius of a bend, steamed and with a strap on the outside, in thicknesses: cautious
   * figures of our own for the groups of the USDA Wood Handbook, which ranks woods by how many bends come out
   * whole. None where it is not bent.
   */
  readonly bends?: number
}

export const SPECIES: readonly Species[] = data

const colours = new Map(SPECIES.map((s) => [s.name, s.colour]))
/** The colour a species is shown in; a plain pine colour for one we do not know. */
export const woodColour = (species: string): string => colours.get(species) ?? '#e2c799'

const densities = new Map(SPECIES.map((s) => [s.name, s.density]))
/** kg/m³ at 12 % moisture; null for a species we do not know. */
export const densityOf = (species: string): number | null => densities.get(species) ?? null

const bending = new Map(SPECIES.map((s) => [s.name, s.bends]))
/** The least inside radius of a bend in thicknesses; null where that is not known. */
export const bendingOf = (species: string): number | null => bending.get(species) ?? null

const stiff = new Map(SPECIES.map((s) => [s.name, s.stiffness]))
/** Modulus of elasticity, GPa at 12 %; null for a species we do not know. */
export const stiffnessOf = (species: string): number | null => stiff.get(species) ?? null

const moving = new Map(SPECIES.map((s) => [s.name, s]))
/**
 * Change of width for each percent of moisture, by how the board was sawn; null for a species we do not know.
 */
export function movementOf(species: string, cut: 'flat' | 'quarter'): number | null {
  const found = moving.get(species)
  if (!found) return null
  return cut === 'quarter' ? found.radial : found.tangential
}
