/** What follows from a change: sizes and work that come out otherwise. */
import { formatLength, marked, type Mm } from '../../measure'
import type { Model } from '../../model'
import { SIZES } from '../../resolve'
import { sayPlain } from '../../plans'
import { workKind } from '../../work'

export interface Follow {
  /** The piece of wood it is about. */
  readonly of: string
  readonly says: string
}

/** Sizes and sentences of the ticket that are not as before, piece by piece. */
export function followsFrom(before: Model, after: Model): Follow[] {
  const found: Follow[] = []
  const say = (model: Model) => (mm: Mm) => marked(formatLength(mm, model.resolved.style))
  const there = new Map(after.resolved.instances.map((i) => [i.key, i]))
  for (const was of before.resolved.instances) {
    const is = there.get(was.key)
    there.delete(was.key)
    if (!is) {
      found.push({ of: was.name, says: 'is gone' })
      continue
    }
    for (const size of SIZES)
      if (Math.abs(was[size] - is[size]) > 1e-6)
        found.push({
          of: is.name,
          says: `${size}: ${say(before)(was[size])} becomes ${say(after)(is[size])}`,
        })
    if (was === is && before.recipe(was) === after.recipe(is)) continue
    const told = (model: Model, i: typeof was) =>
      new Map(
        model
          .features(i)
          .map((f) => [f.id, sayPlain(workKind(f).describe(f.data, f.partner?.name ?? null), say(model))]),
      )
    const [old, now] = [told(before, was), told(after, is)]
    for (const [id, text] of old)
      if (now.get(id) !== text)
        found.push({
          of: is.name,
          says: now.has(id) ? `${text}: becomes ${now.get(id)!}` : `${text}: is gone`,
        })
    for (const [id, text] of now) if (!old.has(id)) found.push({ of: is.name, says: `new: ${text}` })
  }
  for (const is of there.values()) found.push({ of: is.name, says: 'is new' })
  return found
}
