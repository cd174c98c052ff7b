/** Pieces that are drawn with what goes into their mating piece, or against it, so that they grow by that. */
import type { Joint } from '../document'

export const DRAWN = { label: '{0} is drawn', values: { against: 'against {1}', into: 'into {1}' } } as const

export const isDrawnIn = ({ options }: Pick<Joint, 'options'>): boolean => options.drawn === 'into'
