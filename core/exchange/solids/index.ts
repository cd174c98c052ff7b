/** Solids in files for others. A new format is one file and one line here. */
import { glb } from './glb'
import type { SolidFormat } from './kind'
import { stl } from './stl'
import { threeMf } from './threemf'

export const SOLID_FORMATS: readonly SolidFormat[] = [stl, threeMf, glb]

export const solidFormat = (id: string): SolidFormat | undefined => SOLID_FORMATS.find((f) => f.id === id)

export { FILE_CHORD, standingIn, type SolidFormat } from './kind'
