/** Compares props for `memo`: the same piece, by what is read of it. */
export const samePiece =
  <K extends string>(...read: readonly K[]) =>
  <P extends { readonly piece: Partial<Readonly<Record<K | 'id', unknown>>> }>(a: P, b: P): boolean =>
    a.piece.id === b.piece.id && read.every((key) => a.piece[key] === b.piece[key])
