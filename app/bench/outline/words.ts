/** Parts of an outline and what is said of them, in words. */
import type { Outline, OutlineFact } from '../../../core/document'
import { factKind, treatment, type State } from '../../../core/outline'

/** "point 3", "line 2", "arc 4". */
export function sayPart(id: string, outline: Outline): string {
  const edge = outline.edges.find((e) => e.id === id)
  return `${edge?.kind ?? 'point'} ${id.slice(1)}`
}

const and = (all: readonly string[]): string =>
  all.length > 1 ? `${all.slice(0, -1).join(', ')} and ${all.at(-1)}` : (all[0] ?? '')

const FROM = { near: 'the near side', far: 'the far side', centre: 'the middle' }

/** "Length of line 2", "Point 3 along, from the near side", "Line 1 and arc 2 tangent". */
export function sayFact(fact: Omit<OutlineFact, 'id'>, outline: Outline): string {
  const of = fact.of.map((p) => sayPart(p, outline))
  const kind = factKind(fact.kind)
  if (fact.kind === 'place') return `${of[0]} ${fact.way}, from ${FROM[fact.from ?? 'near']}`
  if (fact.kind === 'reach') return `furthest of ${of[0]} ${fact.way}, from ${FROM[fact.from ?? 'near']}`
  if (fact.kind === 'symmetric' && of.length === 2)
    return `${and(of)} alike on both sides, ${fact.way ?? 'along'}`
  if (!kind?.value) return `${and(of)} ${kind?.title ?? fact.kind}`
  const way = fact.way ? ` ${fact.way}` : ''
  return fact.kind === 'away' ? `${of[0]} from ${of[1]}` : `${kind.title}${way} of ${and(of)}`
}

/** "1 dimension", "14 dimensions". */
export const counted = (n: number, noun: string): string => `${n} ${noun}${n === 1 ? '' : 's'}`

/** Whether an outline can be marked out, what is missing to that, or what conflicts. */
export function sayState(state: State): string {
  if (state.kind === 'pinned') return 'can be marked out'
  if (state.kind === 'disagree') return `${counted(state.facts.length, 'dimension')} conflict`
  return `${counted(state.missing, 'dimension')} missing`
}

export function sayCorner(corner: Outline['corners'][number], outline: Outline): string {
  const kind = treatment(corner.kind)
  return `${kind?.title ?? corner.kind} at ${sayPart(corner.at, outline)}: ${kind?.measure ?? ''}`
}

/** Both, by their id; null for neither. */
export function sayRule(id: string, outline: Outline): string | null {
  const fact = outline.facts.find((f) => f.id === id)
  if (fact) return sayFact(fact, outline)
  const corner = outline.corners.find((c) => c.id === id)
  return corner ? sayCorner(corner, outline) : null
}
