/** Sizes of paper, millimetres. */
import type { Paper } from '../document'

const SIZES = {
  a4: [297, 210],
  a3: [420, 297],
  a2: [594, 420],
  letter: [279.4, 215.9],
  tabloid: [431.8, 279.4],
  'ansi-c': [558.8, 431.8],
} as const

/** How wide and how high each is. */
export const PAPER = Object.fromEntries(
  Object.entries(SIZES).flatMap(([name, [long, short]]) => [
    [name, [long, short]],
    [`${name}-upright`, [short, long]],
  ]),
) as unknown as Readonly<Record<Paper, readonly [wide: number, high: number]>>

/** What lists are printed on, where drawings are on that. */
export const listPaper = (paper: Paper): 'a4' | 'letter' => (/^a\d/.test(paper) ? 'a4' : 'letter')
