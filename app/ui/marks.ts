/** Twelve colours for pieces, told apart by colour-blind makers too, always shown with the piece's letter. */
const MARKS = [
  '#8fb8de',
  '#f2b872',
  '#9ccb9a',
  '#e79a94',
  '#bfa8dc',
  '#d8c36a',
  '#7fc7c4',
  '#e0a3c8',
  '#b7b7a4',
  '#c99b70',
  '#a3b1e6',
  '#c6d97f',
] as const

/** The colour of the n-th mark; ink on it reads at 4.5:1 or better. */
export const markColour = (n: number): string => MARKS[n % MARKS.length]!
