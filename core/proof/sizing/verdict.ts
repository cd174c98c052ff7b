/** What a reading says: whether it is in tolerance, and what else it touches where it is not. */
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import { FACE_AT } from '../../pieces'
import { SIZES, type Instance } from '../../resolve'
import { workKind } from '../../work'
import { called, sayNames } from '../wood'
import { finishedSize } from './lines'

export interface Verdict {
  readonly off: Mm
  readonly within: boolean
  /** What else is cut by that dimension, in words; empty where nothing is. */
  readonly touches: string
}

export const verdictOf = (i: Instance, what: string, should: Mm, is: Mm, model: Model): Verdict => {
  const off = is - should
  const within = Math.abs(off) <= model.resolved.limits.tolerance + 1e-9
  return { off, within, touches: within ? '' : touchedBy(i, what, model) }
}

/** "the dado for this shelf in Left side and in Right side". */
function touchedBy(i: Instance, what: string, model: Model): string {
  const feature = model.features(i).find((f) => what.startsWith(`${f.id}|`))
  if (feature) return feature.partner ? `where ${feature.partner.name} goes` : ''
  // A thickness is what channels are cut to; a length or a width, what the ends or the edges go into.
  const axis = SIZES.findIndex((size) => what === size || what === finishedSize(size))
  const cut = new Map<string, string[]>()
  for (const other of model.resolved.instances)
    for (const f of model.features(other)) {
      if (f.partner?.key !== i.key) continue
      const mine = model.features(i).filter((m) => m.partner?.key === other.key)
      const meets = mine.some((m) => FACE_AT[workKind(m).shownOn(m.data)].axis === axis)
      if (axis !== 2 && mine.length > 0 && !meets) continue
      const name = called({ ...f, partner: null })
      cut.set(name, [...(cut.get(name) ?? []), other.name])
    }
  return [...cut].map(([name, where]) => `the ${name} in ${sayNames(where)}`).join(', ')
}
