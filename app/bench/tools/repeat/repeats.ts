/** Repeats in words, and what each kind of them asks. */
import {
  change,
  type Change,
  type Direction,
  type Group,
  type MadePiece,
  type Repeat,
} from '../../../../core/document'
import type { MeasureKind } from '../../../../core/measure'
import { DIRECTION_OF } from '../../../../core/pieces'

export const SAY: Readonly<Record<Direction, readonly [string, string, string]>> = {
  up: ['upward', 'From (below)', 'To (above)'],
  across: ['across', 'From (left)', 'To (right)'],
  deep: ['front to back', 'From (front)', 'To (back)'],
}

/** The measures of each kind of repeat, with what a maker calls them. */
export const FIELDS: Readonly<
  Record<Repeat['kind'], (d: Direction) => ReadonlyArray<readonly [string, string, MeasureKind]>>
> = {
  even: (d) => [
    ['count', 'How many', 'count'],
    ['from', SAY[d][1], 'length'],
    ['to', SAY[d][2], 'length'],
  ],
  pitch: () => [
    ['count', 'How many', 'count'],
    ['pitch', 'From one to the next', 'length'],
  ],
  ring: (d) => {
    const [a, b] = DIRECTION_OF.filter((x) => x !== d)
    return [
      ['count', 'How many', 'count'],
      ['centre1', `Middle, ${a}`, 'length'],
      ['centre2', `Middle, ${b}`, 'length'],
      ['start', 'Turned by', 'angle'],
    ]
  },
}

export const HOW: Readonly<Record<Repeat['kind'], (d: Direction) => string>> = {
  even: (d) => `Spaced evenly ${SAY[d][0]}`,
  pitch: (d) => `In a row ${SAY[d][0]}`,
  ring: (d) => `Round an axis that runs ${SAY[d][0]}`,
}

/** What can be repeated. */
export type Wood = MadePiece | Group

export const setRepeat = (of: Wood, repeat: Repeat | null): Change =>
  'stock' in of ? change.setRepeat({ id: of.id, repeat }) : change.setGroupRepeat({ id: of.id, repeat })
