/** Saying something of an outline, where it may be said: facts and treatments of corners. */
import type { Outline, OutlineFact } from '../../../core/document'
import { asSolved, freeParts, said } from '../../../core/outline'
import { sayFact } from './words'
import type { Drawing } from './useOutline'

export type RuleResult =
  | { readonly ok: true; readonly outline: Outline; readonly id: string }
  | { readonly ok: false; readonly why: string }

/** The outline with one more fact; refused where it says nothing new or cannot hold. */
export function addRule(
  drawing: Pick<Drawing, 'solve'>,
  outline: Outline,
  fact: Omit<OutlineFact, 'id' | 'of'>,
  parts: readonly string[],
  value?: number,
): RuleResult {
  const made = said(outline, fact, parts)
  if (!made) return { ok: false, why: 'That rule does not fit what is chosen' }
  const solved = drawing.solve(made.outline, value === undefined ? {} : { [made.id]: value })
  if (solved.state.kind === 'disagree')
    return { ok: false, why: sayDisagreeing(solved.state.facts, made.outline, made.id) }
  if (solved.idle.includes(made.id)) return { ok: false, why: 'The rules already make it so' }
  return { ok: true, outline: asSolved(made.outline, solved), id: made.id }
}

/** Which facts cannot all hold; all but the one that was just said. */
export function sayDisagreeing(facts: readonly string[], outline: Outline, last: string | null): string {
  const others = facts
    .filter((id) => id !== last)
    .flatMap((id) => outline.facts.find((f) => f.id === id) ?? [])
    .map((f) => sayFact(f, outline))
  const list = others.slice(0, 4).join('; ') + (others.length > 4 ? '; …' : '')
  return last ? `Conflicts with: ${list}` : `These conflict: ${list}`
}

/** What is wrong with a measure taking this value; null where it may. */
export function refusesValue(
  drawing: Pick<Drawing, 'outline' | 'solve'>,
  id: string,
  value: number,
): string | null {
  const { state } = drawing.solve(drawing.outline, { [id]: value })
  return state.kind === 'disagree' ? sayDisagreeing(state.facts, drawing.outline, id) : null
}

export function corner(
  outline: Outline,
  at: string,
  kind: string,
  value: string,
): { outline: Outline; id: string } {
  const id = freeParts(outline, 'c').next().value
  const others = outline.corners.filter((c) => c.at !== at)
  return { outline: { ...outline, corners: [...others, { id, at, kind, value }] }, id }
}
