/** Measures that have no value for a reason of their own. */
import type { MeasureKind } from '../measure'
import type { NodeDef, NodeKey, NodeResult, Owner, ValueKind } from './graph'

export interface Failure {
  readonly key: NodeKey
  /** The measure to mend: for a circle, one in it that a maker typed. */
  readonly about: NodeKey
  readonly owner: Owner
  readonly says: string
}

/** Each wrong measure once; what only waits for it stays silent, and a circle speaks with one voice. */
export function failuresOf(
  defs: ReadonlyMap<NodeKey, NodeDef>,
  result: (key: NodeKey) => NodeResult | undefined,
  failing: ReadonlySet<NodeKey>,
  say: (text: string) => string,
): Failure[] {
  const found: Failure[] = []
  if (failing.size === 0) return found
  const said = new Set<string>()
  for (const [key, def] of defs) {
    if (!failing.has(key)) continue
    const r = result(key)
    if (!r || r.ok || r.slip.waitsFor) continue
    if (r.slip.loop) {
      if (said.has(r.slip.message)) continue
      said.add(r.slip.message)
    }
    const about = r.slip.loop?.find((k) => MAKERS.has(defs.get(k)?.owner.kind ?? '')) ?? key
    const { owner, value } = defs.get(about) ?? def
    // What follows from measures speaks for itself; a measure is said first.
    const itself = !isMeasure(value) || r.slip.loop !== undefined
    found.push({ key, about, owner, says: say(itself ? r.slip.message : `${def.label}: ${r.slip.message}`) })
  }
  return found
}

/** What a maker typed a measure of, so that it can be mended there. */
const MAKERS = new Set<string>(['piece', 'group', 'parameter'])

const isMeasure = (kind: ValueKind): kind is MeasureKind =>
  kind === 'length' || kind === 'number' || kind === 'angle' || kind === 'count'
