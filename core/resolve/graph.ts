/**
 * A graph of values that are worked out once, in an order of their own, and again only below what changed.
 * What a node reads is declared, so circles are found before anything is computed and deep chains need no
 * deep stack.
 */

import type { MeasureKind } from '../measure'

export type NodeKey = string

/** A term in the story of a number: "+ 1/4 into Left side". */
export interface Term {
  readonly op: '+' | '−' | '·'
  readonly label: string
  readonly value: number
  readonly kind: 'length' | 'number' | 'angle' | 'count'
  /** The node it comes from, for asking further. */
  readonly key: NodeKey | null
  /** The label says where the value goes, and follows it: "1/4 into Left side". */
  readonly goes?: true
  /** It is so for the n-th of so many copies only, from 0, and for those that many further on. */
  readonly copy?: readonly [n: number, of: number]
}

export interface MeasureFault {
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
  | { readonly ok: true; readonly value: T; readonly parts: readonly Term[] }
  | { readonly ok: false; readonly slip: MeasureFault }

/** What a node belongs to. */
export interface Owner {
  readonly kind:
    | 'setting'
    | 'parameter'
    | 'stock'
    | 'board'
    | 'bit'
    | 'piece'
    | 'group'
    | 'joint'
    | 'hardware'
  readonly id: string
}

/** What a node's value is: a measure, or something that follows from measures. */
export type ValueKind = MeasureKind | 'places' | 'poses' | 'motions' | 'boxes' | 'growth' | 'sizes' | 'flats'

/**
 * Labels, and what is said of faults, name things by id (`@p4`, `@p4#2.right`) and lengths as `⟨12.7⟩`; what
 * a maker reads is put in when it is shown (speak.ts), so that a new name works nothing out anew.
 */
export interface NodeDef {
  readonly key: NodeKey
  readonly owner: Owner
  readonly value: ValueKind
  readonly label: string
  /** Everything but `reads` that the value depends on; equal text means an equal computation. */
  readonly basis: string
  readonly reads: readonly NodeKey[]
  compute(get: <T>(key: NodeKey) => T): { value: unknown; parts?: readonly Term[] }
}

/** Thrown by `compute` when the maker's text is at fault. */
export class NodeFault extends Error {
  constructor(readonly slip: MeasureFault) {
    super(slip.message)
  }
}

interface NodeCache {
  readonly def: NodeDef
  readonly result: NodeResult
}

/**
 * The nodes of a document, and which of them are other than last time; null when any came, went or reads
 * others.
 */
export interface Nodes {
  readonly defs: ReadonlyMap<NodeKey, NodeDef>
  readonly changed: ReadonlySet<NodeKey> | null
}

const DEFINED_ANEW = 1
const READS_ANEW = 2

/**
 * Where each node stands in the sequence, and what has been kept of it. Copied for each run, so old results
 * hold.
 */
class Book {
  constructor(
    readonly places: ReadonlyMap<NodeKey, number>,
    readonly kept: Array<NodeCache | undefined>,
  ) {}

  get(key: NodeKey): NodeCache | undefined {
    const at = this.places.get(key)
    return at === undefined ? undefined : this.kept[at]
  }

  has = (key: NodeKey): boolean => this.get(key) !== undefined
  set = (key: NodeKey, kept: NodeCache): void => void (this.kept[this.places.get(key)!] = kept)
}

export class Graph {
  private book = new Book(new Map(), [])
  /** Places of the nodes, each after what it reads; those on circles and behind them are left out. */
  private sequence = new Int32Array(0)
  /** The places that read the n-th place are `readers` from `starts[n]` up to `starts[n + 1]`. */
  private readers = new Int32Array(0)
  private starts = new Int32Array(1)
  /** The nodes without a value. */
  failing: ReadonlySet<NodeKey> = new Set()
  /** How many nodes the last run computed anew. */
  computed = 0
  /** The nodes whose value or story is other than before the last run; null when it may be any. */
  touched: ReadonlySet<NodeKey> | null = null

  /** Works out all nodes, keeping what cannot have changed since the last run. */
  run({ defs, changed }: Nodes): (key: NodeKey) => NodeResult | undefined {
    this.computed = 0
    const whole = this.sequence.length === defs.size && this.book.places.size === defs.size
    const book = (this.book = changed && whole ? this.again(defs, changed) : this.anew(defs))
    return (key) => book.get(key)?.result
  }

  /**
   * The same nodes once more: only what is defined anew, and what reads something that came out otherwise.
   */
  private again(defs: ReadonlyMap<NodeKey, NodeDef>, changed: ReadonlySet<NodeKey>): Book {
    const book = new Book(this.book.places, this.book.kept.slice())
    const why = new Uint8Array(defs.size)
    let failing: Set<NodeKey> | null = null
    const touched = new Set<NodeKey>()
    for (const key of changed) why[book.places.get(key)!] = DEFINED_ANEW
    for (const at of this.sequence) {
      if (why[at] === 0) continue
      const old = book.kept[at]!
      const { key } = old.def
      const def = defs.get(key)!
      if (why[at] === DEFINED_ANEW && old.def.basis === def.basis) {
        book.kept[at] = { def, result: old.result }
        continue
      }
      const { kept, same } = this.settled(def, old, book)
      book.kept[at] = kept
      if (kept.result !== old.result) touched.add(key)
      if (same) continue
      failing ??= new Set(this.failing)
      if (kept.result.ok) failing.delete(key)
      else failing.add(key)
      for (let n = this.starts[at]!; n < this.starts[at + 1]!; n++) why[this.readers[n]!]! |= READS_ANEW
    }
    this.failing = failing ?? this.failing
    this.touched = touched
    return book
  }

  private anew(defs: ReadonlyMap<NodeKey, NodeDef>): Book {
    const before = this.book
    this.touched = null
    const all = [...defs.values()]
    const book = new Book(this.setOrder(all), new Array<NodeCache | undefined>(all.length))
    const changed = new Set<NodeKey>()
    const fresh = before.places.size === 0
    for (const at of this.sequence) {
      const def = all[at]!
      const old = fresh ? undefined : before.get(def.key)
      if (old && stands(def, old, changed, { defs, before })) {
        book.kept[at] = old.def === def ? old : { def, result: old.result }
        continue
      }
      const { kept, same } = this.settled(def, old, book)
      if (!same && !fresh) changed.add(def.key)
      book.kept[at] = kept
    }
    if (this.sequence.length < defs.size) settleLoops(defs, book)
    this.failing = new Set([...defs.keys()].filter((key) => book.get(key)?.result.ok === false))
    return book
  }

  /** Works a node out; the old result stays where the new one is equal. */
  private settled(def: NodeDef, old: NodeCache | undefined, book: Book): { kept: NodeCache; same: boolean } {
    this.computed++
    const result = settle(def, book)
    const same = old !== undefined && sameResult(old.result, result)
    return { kept: { def, result: same && sameParts(old.result, result) ? old.result : result }, same }
  }

  /**
   * The nodes that hang on no circle, each after what it reads (Kahn's order), and who reads what; gives all
   * places.
   */
  private setOrder(all: readonly NodeDef[]): ReadonlyMap<NodeKey, number> {
    const places = new Map<NodeKey, number>()
    all.forEach((def, i) => places.set(def.key, i))
    const waits = new Int32Array(all.length)
    const starts = new Int32Array(all.length + 1)
    const pairs: number[] = []
    all.forEach((def, i) => {
      for (const r of def.reads) {
        const at = places.get(r)
        if (at === undefined) continue
        waits[i]!++
        starts[at + 1]!++
        pairs.push(at, i)
      }
    })
    for (let i = 0; i < all.length; i++) starts[i + 1]! += starts[i]!
    const readers = new Int32Array(pairs.length / 2)
    const filled = starts.slice()
    for (let n = 0; n < pairs.length; n += 2) readers[filled[pairs[n]!]!++] = pairs[n + 1]!
    const order = new Int32Array(all.length)
    let end = 0
    for (let i = 0; i < all.length; i++) if (waits[i] === 0) order[end++] = i
    for (let n = 0; n < end; n++)
      for (let k = starts[order[n]!]!; k < starts[order[n]! + 1]!; k++)
        if (--waits[readers[k]!]! === 0) order[end++] = readers[k]!
    this.sequence = order.slice(0, end)
    this.readers = readers
    this.starts = starts
    return places
  }
}

/** Whether a node's last result still holds: its computation is the same, and so is all that it reads. */
function stands(
  def: NodeDef,
  old: NodeCache,
  changed: ReadonlySet<NodeKey>,
  reshaped: { defs: ReadonlyMap<NodeKey, NodeDef>; before: Book },
): boolean {
  if (old.def !== def && (old.def.basis !== def.basis || !sameKeys(old.def.reads, def.reads))) return false
  if (changed.size > 0 && def.reads.some((r) => changed.has(r))) return false
  return !def.reads.some((r) => reshaped.defs.has(r) !== reshaped.before.has(r))
}

/** Nodes on a circle say so; what reads a circle, but is not on it, waits for it. */
function settleLoops(defs: ReadonlyMap<NodeKey, NodeDef>, now: Book): void {
  // A basis that no real node has, so that the next run works these out anew.
  const unsettled = (key: NodeKey): NodeDef => ({ ...defs.get(key)!, basis: '\u0000loop' })
  let waiting = [...defs.keys()].filter((key) => !now.has(key))
  while (waiting.length > 0) {
    const next = waiting.filter((key) => defs.get(key)!.reads.every((r) => now.has(r) || !defs.has(r)))
    for (const key of next) now.set(key, { def: unsettled(key), result: settle(defs.get(key)!, now) })
    // Where all wait for others, there are circles; behind the ones found now, more may come to light.
    if (next.length === 0)
      for (const loop of loops(defs, now)) {
        const way = [...loop, loop[0]!].map((k) => defs.get(k)!.label).join(' → ')
        const slip: MeasureFault = { message: `These go round in a circle: ${way}`, loop }
        for (const key of loop) now.set(key, { def: unsettled(key), result: { ok: false, slip } })
      }
    waiting = waiting.filter((key) => !now.has(key))
  }
}

function settle(def: NodeDef, now: Book): NodeResult {
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
    if (error instanceof NodeFault) return { ok: false, slip: error.slip }
    throw error
  }
}

/**
 * The circles among what was left unordered, each starting at its least key, found by walking back along
 * reads.
 */
function loops(defs: ReadonlyMap<NodeKey, NodeDef>, done: Pick<Book, 'has'>): NodeKey[][] {
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

export const sameKeys = (a: readonly string[], b: readonly string[]) =>
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
