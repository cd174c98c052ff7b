/** Measures and choices that a maker sets, on a joint or on work; schemas and forms follow from them. */
import * as z from 'zod'
import { Expression } from '../document'
import type { MeasureKind } from '../measure'

/** A measure a maker can set. */
export interface Field {
  readonly name: string
  readonly label: string
  readonly kind: MeasureKind
  /** What stands in for it when the maker leaves it empty, in words. */
  readonly placeholder?: string
}

/** A choice a maker has. In the words of joints `{0}` and `{1}` stand for the names of the members. */
export interface Choice {
  readonly name: string
  readonly label: string
  /** The first is meant when nothing is said. */
  readonly values: Readonly<Record<string, string>>
}

export interface MeasureDefinition {
  /** In those of joints `{0}` and `{1}` stand for the names of the members. */
  readonly label: string
  /** A length, when not said. */
  readonly kind?: MeasureKind
  /** What it is when left empty, in words; a measure without may not be left empty. */
  readonly placeholder?: string
  /** The expression it has when left empty; without, the kind works it out. */
  readonly text?: string
}

export type Measures = Readonly<Record<string, MeasureDefinition>>
export type Choices = Readonly<Record<string, Omit<Choice, 'name'>>>

/** What the fields of a record must be: an expression each, some of which may be left out. */
export const fieldsSchema = (measures: Measures) =>
  z
    .object(
      Object.fromEntries(
        Object.entries(measures).map(([name, m]) => [
          name,
          m.placeholder === undefined ? Expression : Expression.optional(),
        ]),
      ),
    )
    .strict()

export const choicesOf = (choices: Choices): Choice[] =>
  Object.entries(choices).map(([name, c]) => ({ name, ...c }))

export const choicesSchema = (choices: Choices) =>
  z
    .object(
      Object.fromEntries(
        choicesOf(choices).map((c) => [c.name, z.enum(Object.keys(c.values) as [string]).optional()]),
      ),
    )
    .strict()

/** What measures and choices are called within a sentence. */
export const wordsOf = (
  measures: Readonly<Record<string, { readonly label: string }>>,
  choices: ReadonlyArray<{ readonly name: string; readonly label: string }>,
): Readonly<Record<string, string>> =>
  Object.fromEntries(
    [...Object.entries(measures), ...choices.map((c) => [c.name, c] as const)].map(([name, { label }]) => [
      name,
      label.toLowerCase(),
    ]),
  )
