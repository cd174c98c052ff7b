/**
 * What steps, joints and their dimensions are called. Each kind of them says it; a kind not known goes by its
 * id.
 */

interface Words {
  /** In lower case, as within a sentence, as the labels of `fields` are; `{1}` in one stands for a member. */
  readonly title: string
  readonly fields: Readonly<Record<string, string>>
}

const steps = new Map<string, Words>()
const joints = new Map<string, Words['fields']>()

export const callSteps = (kind: string, words: Words): void => void steps.set(kind, words)
export const callJoints = (kind: string, fields: Words['fields']): void => void joints.set(kind, fields)

export const stepWord = (kind: string): string => steps.get(kind)?.title ?? kind

export const stepFieldWord = (kind: string, field: string): string => steps.get(kind)?.fields[field] ?? field

export const jointFieldWord = (kind: string, field: string): string => joints.get(kind)?.[field] ?? field
