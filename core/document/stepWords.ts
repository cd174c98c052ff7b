/** What steps and their dimensions are called. Each kind of work says it; a kind not known goes by its id. */

interface Words {
  readonly title: string
  readonly fields: Readonly<Record<string, string>>
}

const known = new Map<string, Words>()

/** `title` and the labels of `fields` in lower case, as within a sentence. */
export const callSteps = (kind: string, words: Words): void => void known.set(kind, words)

export const stepWord = (kind: string): string => known.get(kind)?.title ?? kind

export const stepFieldWord = (kind: string, field: string): string => known.get(kind)?.fields[field] ?? field
