/** What follows from a change: dimensions that come out otherwise, piece by piece. */
import type { Model } from '../../model'
import { sized, type SizeLine } from './lines'

export interface Follow {
  /** The piece of wood it is about. */
  readonly of: string
  /** "Length: 33 becomes 32 15/16". */
  readonly says: string
}

/** Every dimension that is not as before; written as exactly as tells the two apart. */
export function followsFrom(before: Model, after: Model): Follow[] {
  const found: Follow[] = []
  const there = new Map(after.resolved.instances.map((i) => [i.key, i]))
  for (const was of before.resolved.instances) {
    const is = there.get(was.key)
    there.delete(was.key)
    if (!is) {
      found.push({ of: was.name, says: 'is gone' })
      continue
    }
    if (was === is && before.recipe(was) === after.recipe(is)) continue
    const now = new Map(sized(is, after).lines.map((l) => [l.what, l]))
    for (const line of sized(was, before).lines) {
      const other = now.get(line.what)
      now.delete(line.what)
      const says = !other
        ? `${line.label}: is not there any more`
        : Math.abs(other.mm - line.mm) > 1e-6
          ? `${line.label}: ${becomes(line, other)}`
          : null
      if (says !== null) found.push({ of: is.name, says })
    }
    for (const line of now.values()) found.push({ of: is.name, says: `${line.label}: new, ${line.text}` })
  }
  for (const is of there.values()) found.push({ of: is.name, says: 'is new' })
  return found
}

const becomes = (was: SizeLine, is: SizeLine): string =>
  was.rounded || is.rounded ? `${was.exact} becomes ${is.exact}` : `${was.text} becomes ${is.text}`
