import type { Manifold } from 'manifold-3d'
import type { Frame } from '../pieces'

/** A frame as a column-major 4×4 matrix. */
export const matrixOf = (f: Frame): number[] => [...f.x, 0, ...f.y, 0, ...f.z, 0, ...f.origin, 1]

/** Takes what the solid library has made, and frees it later. */
export type Keep = (m: Manifold) => Manifold
