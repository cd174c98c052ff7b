/**
 * What equations leave open: each is set square to those before it (modified Gram–Schmidt, done twice); what
 * nothing is left of says nothing new, and what no equation reaches may still move.
 */
import { factor, lower, rowAt, type Lower } from './cholesky'
import type { Dual } from './dual'

/** An equation, and the fact it belongs to; null for what holds anyway. */
export interface Row {
  readonly fact: string | null
  readonly dual: Dual
}

/** Along or across only, along one slanting line, or anywhere. */
export type Looseness = 'along' | 'across' | 'slanting' | 'anywhere'

/** A share of an equation below this is none. */
const NEW = 1e-7
/** A share of a point's movement below this is none. */
const MOVES = 1e-6

/** The lower half of JJᵀ: how much of each equation lies along each other. */
export function gramOf(rows: readonly Row[]): Lower {
  const users = new Map<number, Array<readonly [row: number, slope: number]>>()
  rows.forEach(({ dual }, i) => {
    for (const [k, slope] of dual.d) {
      const list = users.get(k)
      if (list) list.push([i, slope])
      else users.set(k, [[i, slope]])
    }
  })
  const a = lower(rows.length)
  // Those that use an unknown are listed in their order, so each later one stands in a lower row.
  for (const list of users.values())
    for (const [i, s] of list)
      for (const [j, t] of list) {
        if (j > i) break
        a[rowAt(i) + j]! += s * t
      }
  return a
}

/** An equation of which more than this is its own is so for certain, by the quick way. */
const CERTAIN = 1e-6

/** Whether each equation says something of its own, by the quick way; false where that cannot be told. */
function allNew(rows: readonly Row[]): boolean {
  const gram = gramOf(rows)
  const whole = rows.map((_, k) => Math.sqrt(gram[rowAt(k) + k]!))
  return factor(gram, rows.length) && rows.every((_, k) => gram[rowAt(k) + k]! > CERTAIN * whole[k]!)
}

/** `ids` are the points, two unknowns each. */
export function looseIn(
  rows: readonly Row[],
  ids: readonly string[],
): { missing: number; loose: Map<string, Looseness>; idle: string[] } {
  const n = 2 * ids.length
  if (rows.length === n && allNew(rows)) return { missing: 0, loose: new Map(), idle: [] }
  const basis: Float64Array[] = []
  const fresh = new Set<string>()
  for (const { fact, dual } of rows) {
    const row = new Float64Array(n)
    for (const [k, v] of dual.d) row[k] = v
    const long = Math.hypot(...dual.d.values())
    if (long < 1e-12) continue
    for (let k = 0; k < n; k++) row[k]! /= long
    for (let twice = 0; twice < 2; twice++)
      for (const q of basis) {
        let dot = 0
        for (let k = 0; k < n; k++) dot += q[k]! * row[k]!
        if (dot !== 0) for (let k = 0; k < n; k++) row[k]! -= dot * q[k]!
      }
    let left = 0
    for (let k = 0; k < n; k++) left += row[k]! * row[k]!
    left = Math.sqrt(left)
    if (left < NEW) continue
    for (let k = 0; k < n; k++) row[k]! /= left
    basis.push(row)
    if (fact) fresh.add(fact)
  }
  const loose = new Map<string, Looseness>()
  ids.forEach((id, p) => {
    // What is left of the point's own two directions: (1 − Σ q qᵀ) there.
    let [uu, uv, vv] = [1, 0, 1]
    for (const q of basis) {
      const [a, b] = [q[2 * p]!, q[2 * p + 1]!]
      uu -= a * a
      uv -= a * b
      vv -= b * b
    }
    if (uu + vv < MOVES) return
    const along = uu > MOVES
    const across = vv > MOVES
    const one = uu * vv - uv * uv < MOVES * (uu + vv)
    loose.set(id, !one ? 'anywhere' : along && across ? 'slanting' : along ? 'along' : 'across')
  })
  const facts = [...new Set(rows.flatMap((r) => r.fact ?? []))]
  return { missing: n - basis.length, loose, idle: facts.filter((f) => !fresh.has(f)) }
}
