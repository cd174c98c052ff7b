/**
 * One wrong number shows in many places. What rests on a piece that has no sound size waits until that is
 * mended, and what rests on how all stand together waits until every piece has one; the cause says how many
 * do.
 */
import type { Model } from '../model'
import type { About } from './check'
import type { Finding } from './finding'
import { standing } from './judge'
import { instancesByKey } from './wood'

/** The findings without those that wait; `checks` tells what each rests on. */
export function withoutFollowing(
  findings: readonly Finding[],
  checks: readonly About[],
  model: Model,
): Finding[] {
  const rests = new Map(checks.map((c) => [c.id, c.rests]))
  const on = (f: Finding) => rests.get(f.check)
  // What a maker has accepted keeps nothing waiting.
  const stops = new Set(standing(findings, model.project).filter((f) => f.level === 'stop'))
  const waiting = new Map<Finding, number>()
  const pass = (
    all: readonly Finding[],
    isCause: (f: Finding) => boolean,
    waits: (f: Finding, near: boolean) => boolean,
  ) => {
    const causes = all.filter((f) => stops.has(f) && isCause(f)).map((f) => ({ f, reach: reachOf(f, model) }))
    if (causes.length === 0) return all
    return all.filter((f) => {
      if (causes.some((c) => c.f === f)) return true
      const pieces = piecesOf(f, model)
      const cause = causes.find(({ reach }) =>
        waits(
          f,
          pieces.some((p) => reach.has(p)),
        ),
      )
      if (cause) waiting.set(cause.f, (waiting.get(cause.f) ?? 0) + 1)
      return !cause
    })
  }
  const sized = pass(
    findings,
    (f) => on(f) === undefined,
    (f, near) => on(f) === 'all' || (on(f) === 'piece' && near),
  )
  const left = pass(
    sized,
    (f) => on(f) === 'piece',
    (f, near) => on(f) === 'all' && near,
  )
  return left.map((f) => {
    const n = waiting.get(f)
    return n === undefined ? f : { ...f, advice: [f.advice, sayWaiting(n)].filter(Boolean).join(' ') }
  })
}

const sayWaiting = (n: number): string =>
  `${n === 1 ? 'One more finding rests' : `${n} more findings rest`} on this, and will be checked again.`

/** The pieces that a finding is about. */
const piecesOf = ({ piece, at }: Finding, model: Model): string[] => [
  ...(piece === undefined ? [] : [piece]),
  ...at.flatMap((s) => instancesByKey(model).get(s.instance)?.piece ?? []),
]

/** And those that stand in one group with a piece that stands nowhere. */
function reachOf(f: Finding, model: Model): ReadonlySet<string> {
  const { byId } = model.resolved
  const own = piecesOf(f, model)
  const lost = own.filter((id) => (byId.get(id)?.instances.length ?? 0) === 0)
  const groups = new Set(lost.map((id) => model.project.pieces.find((p) => p.id === id)?.group ?? id))
  const mates = model.project.pieces.filter((p) => p.group !== null && groups.has(p.group)).map((p) => p.id)
  return new Set([...own, ...mates])
}
