/**
 * A graph of values that are worked out once, in an order of their own, and again only below what changed. What a
 * node reads is declared, so circles are found before anything is computed and deep chains need no deep stack.
 */

export type NodeKey = string

/** A term in the story of a number: "+ 1/4 into Left side". */
export interface Part {
  readonly op: '+' | '−' | '·'
  readonly label: string
  readonly value: number
  readonly kind: 'length' | 'number' | 'angle' | 'count'
  /** The node it comes from, for asking further. */
  readonly key: NodeKey | null
}

export interface Slip {
  readonly message: string
  /** Where in the measure's text, when it is about a text. */
  readonly at?: number
  readonly end?: number
  /** The nodes of a circle. */
  readonly loop?: readonly NodeKey[]
  /** The node that is wrong, when this one only waits for it. */
  readonly waitsFor?: NodeKey
}

export type NodeResult<T = unknown> =
  | { readonly ok: true; readonly value: T; readonly parts: readonly Part[] }
  | { readonly ok: false; readonly slip: Slip }

export interface NodeDef {
  readonly key: NodeKey
  readonly label: string
  /** Everything but `reads` that the value depends on; equal text means an equal computation. */
  readonly basis: string
  readonly reads: readonly NodeKey[]
  compute(get: <T>(key: NodeKey) => T): { value: unknown; parts?: readonly Part[] }
}

/** Thrown by `compute` when the maker's text is at fault. */
export class NodeSlip extends Error {
  constructor(readonly slip: Slip) {
    super(slip.message)
  }
}

interface Kept {
  readonly def: NodeDef
  readonly result: NodeResult
}

export class Graph {
  private kept: ReadonlyMap<NodeKey, Kept> = new Map()
  private sequence: readonly NodeKey[] = []
  /** How many nodes the last run computed anew. */
  computed = 0

  /** Works out all definitions, keeping what cannot have changed since the last run. */
  run(defs: ReadonlyMap<NodeKey, NodeDef>): (key: NodeKey) => NodeResult | undefined {
    const before = this.kept
    const sameShape = this.sameShape(defs)
    if (!sameShape) this.sequence = order(defs)
    // With the shape unchanged, what is not touched below stands as it was.
    const now = new Map<NodeKey, Kept>(sameShape ? before : [])
    const changed = new Set<NodeKey>()
    this.computed = 0
    for (const key of this.sequence) {
      const def = defs.get(key)!
      const old = before.get(key)
      if (old && stands(def, old, changed, sameShape ? null : { defs, before })) {
        if (old.def !== def || !sameShape) now.set(key, { def, result: old.result })
        continue
      }
      this.computed++
      const result = settle(def, now)
      const same = old !== undefined && sameResult(old.result, result)
      if (!same) changed.add(key)
      now.set(key, { def, result: same && sameParts(old.result, result) ? old.result : result })
    }
    if (now.size < defs.size) settleLoops(defs, now)
    this.kept = now
    return (key) => now.get(key)?.result
  }

  /** Whether the same nodes read the same nodes as in the last run, which hung on no circle. */
  private sameShape(defs: ReadonlyMap<NodeKey, NodeDef>): boolean {
    if (defs.size !== this.kept.size || this.sequence.length !== defs.size) return false
    for (const [key, def] of defs) {
      const old = this.kept.get(key)
      if (!old || (old.def !== def && !sameKeys(old.def.reads, def.reads))) return false
    }
    return true
  }
}

/** Whether a node's last result still holds: its computation is the same, and so is all that it reads. */
function stands(
  def: NodeDef,
  old: Kept,
  changed: ReadonlySet<NodeKey>,
  reshaped: { defs: ReadonlyMap<NodeKey, NodeDef>; before: ReadonlyMap<NodeKey, Kept> } | null,
): boolean {
  if (old.def !== def && (old.def.basis !== def.basis || !sameKeys(old.def.reads, def.reads))) return false
  if (changed.size > 0 && def.reads.some((r) => changed.has(r))) return false
  return !reshaped || !def.reads.some((r) => reshaped.defs.has(r) !== reshaped.before.has(r))
}

/** Nodes on a circle say so; what reads a circle, but is not on it, waits for it. */
function settleLoops(defs: ReadonlyMap<NodeKey, NodeDef>, now: Map<NodeKey, Kept>): void {
  // A basis that no real node has, so that the next run works these out anew.
  const unsettled = (key: NodeKey): NodeDef => ({ ...defs.get(key)!, basis: '\u0000loop' })
  for (const loop of loops(defs, now)) {
    const way = [...loop, loop[0]!].map((k) => defs.get(k)!.label).join(' → ')
    const slip: Slip = { message: `These go round in a circle: ${way}`, loop }
    for (const key of loop) now.set(key, { def: unsettled(key), result: { ok: false, slip } })
  }
  let waiting = [...defs.keys()].filter((key) => !now.has(key))
  while (waiting.length > 0) {
    const next = waiting.filter((key) => defs.get(key)!.reads.every((r) => now.has(r) || !defs.has(r)))
    if (next.length === 0) break
    for (const key of next) now.set(key, { def: unsettled(key), result: settle(defs.get(key)!, now) })
    waiting = waiting.filter((key) => !now.has(key))
  }
}

function settle(def: NodeDef, now: ReadonlyMap<NodeKey, Kept>): NodeResult {
  for (const r of def.reads) {
    const dep = now.get(r)
    if (dep && !dep.result.ok) {
      const root = dep.result.slip.waitsFor ?? r
      return {
        ok: false,
        slip: { message: `Waits for ${now.get(root)?.def.label ?? dep.def.label}`, waitsFor: root },
      }
    }
  }
  try {
    const { value, parts = [] } = def.compute(<T>(key: NodeKey): T => {
      const dep = now.get(key)
      return (dep?.result.ok ? dep.result.value : undefined) as T
    })
    return { ok: true, value, parts }
  } catch (error) {
    if (error instanceof NodeSlip) return { ok: false, slip: error.slip }
    throw error
  }
}

/** The nodes that hang on no circle, each after what it reads (Kahn's order). */
function order(defs: ReadonlyMap<NodeKey, NodeDef>): NodeKey[] {
  const waits = new Map<NodeKey, number>()
  const readers = new Map<NodeKey, NodeKey[]>()
  const ready: NodeKey[] = []
  for (const [key, def] of defs) {
    let n = 0
    for (const r of def.reads) {
      if (!defs.has(r)) continue
      n++
      const list = readers.get(r)
      if (list) list.push(key)
      else readers.set(r, [key])
    }
    if (n === 0) ready.push(key)
    else waits.set(key, n)
  }
  for (let i = 0; i < ready.length; i++)
    for (const reader of readers.get(ready[i]!) ?? []) {
      const left = waits.get(reader)! - 1
      waits.set(reader, left)
      if (left === 0) ready.push(reader)
    }
  return ready
}

/** The circles among what was left unordered, each starting at its least key, found by walking back along reads. */
function loops(defs: ReadonlyMap<NodeKey, NodeDef>, done: ReadonlyMap<NodeKey, Kept>): NodeKey[][] {
  const found: NodeKey[][] = []
  const seen = new Set<NodeKey>()
  for (const start of [...defs.keys()].filter((k) => !done.has(k)).sort()) {
    const path: NodeKey[] = []
    const at = new Map<NodeKey, number>()
    let key: NodeKey | undefined = start
    while (key !== undefined && !seen.has(key) && !at.has(key)) {
      at.set(key, path.length)
      path.push(key)
      key = defs.get(key)!.reads.find((r) => defs.has(r) && !done.has(r))
    }
    if (key !== undefined && at.has(key)) {
      const loop = path.slice(at.get(key))
      const least = loop.indexOf([...loop].sort()[0]!)
      found.push([...loop.slice(least), ...loop.slice(0, least)])
    }
    for (const k of path) seen.add(k)
  }
  return found
}

const sameKeys = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((k, i) => k === b[i])

function sameResult(a: NodeResult, b: NodeResult): boolean {
  if (a.ok && b.ok) return sameValue(a.value, b.value)
  return !a.ok && !b.ok && a.slip.message === b.slip.message
}

const sameParts = (a: NodeResult, b: NodeResult): boolean =>
  a.ok && b.ok ? JSON.stringify(a.parts) === JSON.stringify(b.parts) : true

function sameValue(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return false
  const keys = Object.keys(a)
  return (
    keys.length === Object.keys(b).length &&
    keys.every((k) => sameValue((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
  )
}
