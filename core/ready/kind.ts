/**
 * Ready work: furniture that makers build again and again, put in as ordinary boards, groups and joints. A
 * new kind is a file that defines it and one line in index.ts.
 */
import type { Direction, FaceName, Repeat, Span, Step } from '../document'
import type { LengthUnit, MeasureKind } from '../measure'
import type { RoomSide } from '../pieces'
import type { Icon } from '../work/icon'

/** A measure it is asked with. */
export interface ReadyMeasure {
  readonly label: string
  readonly kind?: MeasureKind
  /** What it starts as, as it is typed in a project of this unit. */
  readonly starts: Readonly<Record<LengthUnit, string>>
  /** May be left empty. */
  readonly optional?: true
}

/** A way it can be made, by the words for each; the first is taken where nothing is said. */
export interface ReadyChoice {
  readonly label: string
  readonly values: Readonly<Record<string, string>>
}

/** What is meant where nothing is chosen. */
export const firstChoice = ({ values }: ReadyChoice): string => Object.keys(values)[0]!

/** A wood it is made from: what for, and which of the rack's it looks for first. */
export interface ReadyStock {
  readonly label: string
  readonly of: 'board' | 'sheet'
  /** About how thick, and at least how wide, millimetres; the nearest is taken. */
  readonly thick: number
  readonly wide: number
}

export interface Ready {
  readonly kind: string
  readonly title: string
  /** As it stands in a list: a word, what it is in one line, and a small picture. */
  readonly name: string
  readonly line: string
  readonly picture: Icon
  /** What comes, in a sentence. */
  readonly says: string
  readonly stocks: Readonly<Record<string, ReadyStock>>
  readonly measures: Readonly<Record<string, ReadyMeasure>>
  readonly choices?: Readonly<Record<string, ReadyChoice>>
  /** The measures that say nothing with these choices. */
  idle?(choices: Readonly<Record<string, string>>): readonly string[]
  /**
   * The sides of an opening or of another work that it is fitted to, with what a maker calls them; each is
   * asked as a place. None for what stands by itself.
   */
  readonly fits: ReadonlyArray<readonly [side: RoomSide, label: string]>
  /** It stands by itself, on the floor, and is only asked where it starts. */
  readonly free?: true
  /** Puts its pieces, groups and joints in. */
  build(to: Building): void
}

export const defineReady = (ready: Ready): Ready => ready

export type Spans = Partial<Record<Direction, Span>>
export interface Board {
  readonly name: string
  /** Which of its stocks. */
  readonly stock: string
  readonly facing: string
  readonly spans: Spans
  readonly repeat?: Repeat
}

/** A piece or a group that was put in; it reads as a reference, and its sides as places. */
export interface Inserted {
  readonly id: string
  at(side: RoomSide): string
}

/** What ready work is built with. */
export interface Building {
  readonly unit: LengthUnit
  /** A measure as it was asked, in brackets where that is needed; empty when it was left empty. */
  measure(name: string): string
  /** Whether a measure was given that is more than nothing. */
  has(name: string): boolean
  /** What was chosen. */
  chosen(name: string): string
  /** A side of what it is fitted to. */
  fit(side: RoomSide): string
  /** A length for projects in inches and one for millimetres. */
  either(inches: string, mm: string): string
  board(board: Board, group?: Inserted): Inserted
  /** Puts work on a board. */
  work(on: Inserted, step: Pick<Step, 'kind' | 'fields' | 'options'> & { readonly face: FaceName }): void
  /** The mirror image of a board. */
  twin(name: string, of: Inserted, direction: Direction, about: string): Inserted
  /** A group with a box of its own, which its members may name before they are put in. */
  group(name: string, spans: Spans, repeat?: Repeat): Inserted
  /** Joins two pieces where they meet. */
  join(
    kind: string,
    a: Inserted,
    b: Inserted,
    fields?: Record<string, string>,
    options?: Record<string, string>,
  ): void
}

/** Half way between two places. */
export const between = (a: string, b: string): string => `(${a} + ${b})/2`
