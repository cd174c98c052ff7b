/** Figures of equal sides as sentences tell them. */
import { regularOf, type Path, type Regular } from '../outline'
import { sayDegrees, type Sentence } from './feature'

const NAMES: Readonly<Record<number, string>> = { 5: 'pentagon', 6: 'hexagon', 8: 'octagon' }
/** Turned by less than this, a side lies along. */
const ALONG = 0.005

/** The figure that one path is; null for any other, and for more than one. */
export const regularIn = (paths: readonly Path[]): Regular | null =>
  paths.length === 1 ? regularOf(paths[0]!.segments) : null

/** "hexagon 16 across flats, a side along"; by the circle within it, where no side has one across from it. */
export const sayRegular = ({ sides, apothem, turned }: Regular): Sentence => [
  NAMES[sides] ? `${NAMES[sides]} ` : `figure of ${sides} equal sides, `,
  ...(sides % 2 === 0 ? [] : ['round a circle ⌀ ']),
  { mm: 2 * apothem },
  ...(sides % 2 === 0 ? [' across flats'] : []),
  turned < ALONG ? ', a side along' : `, turned ${sayDegrees(turned)} from a side along`,
]
