import type { Piece } from '../document'

/** A piece in no group that has not been parted stands where it is described. */
export const standsAtHome = (piece: Piece): boolean =>
  piece.group === null && piece.except.length === 0 && piece.only === null
