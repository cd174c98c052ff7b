/**
 * Finds the places of an outline's points from its facts: the nearest to where they were drawn, to 1e-9 mm,
 * by damped Gauss–Newton steps (Levenberg 1944) of least length; and says whether anything may still move,
 * or which facts cannot all hold.
 */
import type { Outline, OutlineEdge, OutlineFact } from '../document'
import type { Mm } from '../measure'
import { factor, rowAt, solveWith } from './cholesky'
import { endsAtMirror } from './ends'
import { add, coordinate, steady, type DualPoint } from './dual'
import { factKind, heldAnyway, isSound, type Parts } from './facts'
import { gramOf, looseIn, type Looseness, type Row } from './rank'

export type Place2 = readonly [Mm, Mm]

/** What its measures come to, by the ids of facts and corners: millimetres and degrees. */
export type Values = Readonly<Record<string, number>>

export type State =
  | { readonly kind: 'pinned' }
  /** How many measures are missing, and which points move how. */
  | { readonly kind: 'loose'; readonly missing: number; readonly points: ReadonlyMap<string, Moves> }
  /** The smallest set of facts found that cannot all hold; without any one of them the others can. */
  | { readonly kind: 'disagree'; readonly facts: readonly string[] }
export type Moves = Looseness

export interface Solved {
  readonly points: ReadonlyMap<string, Place2>
  readonly state: State
  /** Facts that say nothing which those before them do not say already. */
  readonly idle: readonly string[]
}

/** Nothing is left of an equation below this. */
const HOLDS: Mm = 1e-10
/** What is left above this cannot be got rid of. */
const FAILS: Mm = 1e-6
const MOST_STEPS = 80
/** How far off it is tried again. */
const OFF: Mm = 0.5

interface Problem {
  readonly outline: Outline
  readonly size: Place2
  readonly values: Values
  readonly ids: readonly string[]
  readonly edges: ReadonlyMap<string, OutlineEdge>
  /** The points that must be at the mirror. */
  readonly atMirror: readonly string[]
}

/** `x` holds along and across of each point in turn. */
function partsAt(problem: Problem, x: Float64Array, moving: boolean, drawn: Parts | null): Parts {
  const index = new Map(problem.ids.map((id, k) => [id, k]))
  const known = new Map<string, DualPoint>()
  return {
    size: problem.size,
    mirror: problem.outline.mirror ? mirrorOf(problem.outline, problem.values, problem.size) : null,
    drawn,
    edge: (id) => problem.edges.get(id),
    point: (id) => {
      let found = known.get(id)
      if (!found) {
        const k = 2 * index.get(id)!
        found = moving
          ? [coordinate(x[k]!, k), coordinate(x[k + 1]!, k + 1)]
          : [steady(x[k]!), steady(x[k + 1]!)]
        known.set(id, found)
      }
      return found
    },
  }
}

/** The name of the measure that says how far off the middle the mirror stands. */
export const MIRROR = 'mirror'

/** The axis of the face that a mirror stands across, and where. */
export const mirrorOf = ({ mirror }: Outline, values: Values, size: Place2): { axis: 0 | 1; at: Mm } => {
  const axis = mirror === 'across' ? 1 : 0
  return { axis, at: size[axis] / 2 + (values[MIRROR] ?? 0) }
}

function rowsAt(problem: Problem, facts: readonly OutlineFact[], at: Parts): Row[] {
  const { outline, values, size, atMirror } = problem
  const { axis, at: place } = mirrorOf(outline, values, size)
  return [
    ...outline.edges.flatMap((e) => heldAnyway(e, at)),
    ...atMirror.map((id) => add(at.point(id)[axis], -place)),
  ]
    .map((dual): Row => ({ fact: null, dual }))
    .concat(
      facts.flatMap((fact) =>
        (factKind(fact.kind)?.equations(fact, values[fact.id] ?? 0, at) ?? []).map((dual) => ({
          fact: fact.id,
          dual,
        })),
      ),
    )
}

/** Without end where one of them is no number. */
const worst = (rows: readonly Row[]): number =>
  rows.reduce((m, r) => (Number.isNaN(r.dual.v) ? Infinity : Math.max(m, Math.abs(r.dual.v))), 0)
const squares = (rows: readonly Row[]): number => rows.reduce((s, r) => s + r.dual.v ** 2, 0)

/**
 * Where it comes to with these facts, and what is left of each. What is drawn too straight to know which way
 * to turn (a level line that is to be plumb) is tried once more from a little way off.
 */
function settle(problem: Problem, facts: readonly OutlineFact[], from: Float64Array) {
  const drawn = partsAt(problem, from, false, null)
  const rowsOf = (x: Float64Array) => rowsAt(problem, facts, partsAt(problem, x, true, drawn))
  const first = stepped(problem, rowsOf, from)
  if (worst(first.rows) <= FAILS) return first
  const second = stepped(
    problem,
    rowsOf,
    first.x.map((v, k) => v + OFF * Math.sin(k * 12.9898 + 1)),
  )
  return worst(second.rows) <= FAILS ? second : first
}

function stepped(problem: Problem, rowsOf: (x: Float64Array) => Row[], from: Float64Array) {
  let x = from
  let rows = rowsOf(x)
  let damp = 1e-10
  for (let n = 0; n < MOST_STEPS && worst(rows) > HOLDS; n++) {
    const step = stepFor(rows, x.length, damp)
    const next = step && held(problem, x, step)
    const then = next && rowsOf(next)
    if (then && squares(then) < squares(rows)) {
      const gone = 1 - squares(then) / squares(rows)
      x = next!
      rows = then
      damp = Math.max(1e-13, damp / 30)
      if (gone < 1e-9) break
    } else {
      damp = Math.max(damp * 30, 1e-9)
      if (damp > 1e8) break
    }
  }
  return { x, rows }
}

/** The shortest step that would leave least of the equations: Jᵀ(JJᵀ + damp)⁻¹(−r). */
function stepFor(rows: readonly Row[], unknowns: number, damp: number): Float64Array | null {
  const m = rows.length
  const a = gramOf(rows)
  for (let i = 0; i < m; i++) {
    const at = rowAt(i) + i
    a[at]! += damp * Math.max(1, a[at]!)
  }
  if (!factor(a, m)) return null
  const y = Float64Array.from(rows, (r) => -r.dual.v)
  solveWith(a, y)
  const step = new Float64Array(unknowns)
  rows.forEach(({ dual }, i) => {
    for (const [k, slope] of dual.d) step[k]! += slope * y[i]!
  })
  return step
}

/** As much of a step as turns no edge by more than a third of a turn about itself. */
function held(problem: Problem, x: Float64Array, step: Float64Array): Float64Array {
  const index = new Map(problem.ids.map((id, k) => [id, 2 * k]))
  const pairs = problem.outline.edges.flatMap((e): Array<[number, number]> => {
    const at = (id: string) => index.get(id)!
    if (e.kind === 'circle') return [[at(e.centre), at(e.rim)]]
    if (e.kind === 'arc')
      return [
        [at(e.from), at(e.to)],
        [at(e.centre), at(e.from)],
      ]
    return [[at(e.from), at(e.to)]]
  })
  let share = 1
  for (let n = 0; n < 12; n++) {
    const next = x.map((v, k) => v + share * step[k]!)
    const turns = pairs.some(([a, b]) => {
      const [u, v] = [x[b]! - x[a]!, x[b + 1]! - x[a + 1]!]
      const [s, t] = [next[b]! - next[a]!, next[b + 1]! - next[a + 1]!]
      return u * s + v * t <= -0.5 * Math.hypot(u, v) * Math.hypot(s, t) && Math.hypot(u, v) > 1e-6
    })
    if (!turns) return next
    share /= 2
  }
  return x.map((v, k) => v + share * step[k]!)
}

/**
 * The outline on a face of this size, along and across. Facts whose measure has no value are left out.
 */
export function solveOutline(outline: Outline, values: Values, size: Place2): Solved {
  const ids = Object.keys(outline.points)
  const mirror = mirrorOf(outline, values, size)
  const problem: Problem = {
    outline,
    size,
    values,
    ids,
    edges: new Map(outline.edges.map((e) => [e.id, e])),
    atMirror: outline.mirror ? endsAtMirror(outline, mirror.axis, mirror.at, size[mirror.axis]) : [],
  }
  const facts = outline.facts.filter((f) => {
    const measured = factKind(f.kind)?.value !== undefined
    return isSound(f, (id) => problem.edges.get(id)) && (!measured || values[f.id] !== undefined)
  })
  const drawn = Float64Array.from(ids.flatMap((id) => outline.points[id]!))
  const { x, rows } = settle(problem, facts, drawn)
  const points = new Map(ids.map((id, k): [string, Place2] => [id, [x[2 * k]!, x[2 * k + 1]!]]))
  if (worst(rows) > FAILS) {
    const set = disagreeing(problem, facts, rows, drawn)
    return { points, state: { kind: 'disagree', facts: set }, idle: [] }
  }
  const { missing, loose, idle } = looseIn(rows, ids)
  return { points, state: missing > 0 ? { kind: 'loose', missing, points: loose } : { kind: 'pinned' }, idle }
}

/**
 * A set of facts that cannot all hold, none of which can be spared: of those that are under strain, one after
 * the other is left out for good where the others still cannot hold.
 */
function disagreeing(
  problem: Problem,
  facts: readonly OutlineFact[],
  rows: readonly Row[],
  drawn: Float64Array,
): string[] {
  const fail = (some: readonly OutlineFact[]) => worst(settle(problem, some, drawn).rows) > FAILS
  const most = worst(rows)
  const strained = new Set(rows.filter((r) => Math.abs(r.dual.v) > 1e-4 * most).map((r) => r.fact))
  let set = facts.filter((f) => strained.has(f.id))
  if (!fail(set)) set = [...facts]
  for (const f of [...set]) {
    const without = set.filter((g) => g !== f)
    if (fail(without)) set = without
  }
  return set.map((f) => f.id)
}
