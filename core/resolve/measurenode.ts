/** A measure as a node: what it reads, and how it is worked out. */
import {
  angleOf,
  coerce,
  evaluate,
  lengthOf,
  MeasureError,
  numberOf,
  parse,
  refsIn,
  SAYS,
  storedRef,
  walk,
  type Expr,
  type MeasureKind,
  type Quantity,
  type Ref,
} from '../measure'
import { AXES, angleBetween, FACE_AT, normalOf, type Pose, type Vec3 } from '../pieces'
import { FIRST, ordinalOf, partsOf, type Copy } from '../document'
import { NodeFault, type NodeDef, type NodeKey, type Owner, type Term } from './graph'
import { keyOf, type Target } from './keys'
import { flatsKey, poseKey, targetOf, type Names } from './names'
import { forCopy } from './percopy'
import { placeIn, sayMissing, standing } from './copies'
import type { Flat, Flats, PerCopy, Standing, Stretch } from './types'

const parsed = new Map<string, Expr | MeasureError>()
const MOST_PARSED = 20_000

/** Parses, remembering what it parsed; the text decides the outcome alone. */
function parseOnce(text: string): Expr | MeasureError {
  const known = parsed.get(text)
  if (known) return known
  let outcome: Expr | MeasureError
  try {
    outcome = parse(text)
  } catch (error) {
    if (!(error instanceof MeasureError)) throw error
    outcome = error
  }
  if (parsed.size >= MOST_PARSED) parsed.clear()
  parsed.set(text, outcome)
  return outcome
}

/** A node for one measure as typed. `locals` are names it alone may use, each standing for a node. */
export function measureNode(
  at: { readonly key: NodeKey; readonly owner: Owner; readonly label: string },
  text: string,
  kind: MeasureKind,
  names: Names,
  locals: Readonly<Record<string, NodeKey>> = {},
): NodeDef {
  const expr = parseOnce(text)
  if (expr instanceof MeasureError)
    return {
      ...at,
      value: kind,
      basis: `!${text}`,
      reads: [],
      compute: () => fail(expr.message, expr.at, expr.end),
    }

  const reads = readsOf(expr, names, locals)
  return {
    ...at,
    value: kind,
    basis: `${kind}|${names.unit}|${text}|${firstsIn(expr, names)}`,
    reads,
    compute: (get) => {
      const parts: Term[] = []
      const note = (label: string, q: Quantity, from: NodeKey) => {
        const kind = q.length === 1 ? 'length' : q.angle === 1 ? 'angle' : 'number'
        parts.push({ op: '·', label, value: q.value, kind, key: from })
        return q
      }
      try {
        const q = evaluate(expr, {
          unit: names.unit,
          name: (name) => {
            const local = Object.hasOwn(locals, name) ? locals[name] : undefined
            if (local) return note(name, lengthOf(get<number>(local)), local)
            const p = names.parameters.get(name)
            if (!p) return undefined
            const value = get<number>(keyOf.parameter(p.id))
            const q =
              p.kind === 'length' ? lengthOf(value) : p.kind === 'angle' ? angleOf(value) : numberOf(value)
            return note(name, q, keyOf.parameter(p.id))
          },
          angle: (a, b) => {
            const [n1, n2] = [a, b].map((ref) => faceNormal(ref, get, names, expr))
            if (!n1 || !n2) return undefined
            const step = names.steps.get(a.id)
            const from = step ? flatsKey(a, step) : keyOf.home(a.id)
            return note(`${storedRef(a)} to ${storedRef(b)}`, angleOf(angleBetween(n1, n2)), from)
          },
          ref: (ref) => {
            const target = targetOf(ref, names)
            if (!target) {
              if (names.things.has(ref.id) || names.stocks.has(ref.id))
                throw new MeasureError(SAYS.noProperty(ref.property), expr.at, expr.end)
              return undefined
            }
            return note(storedRef(ref), lengthOf(readTarget(ref, target, get, names)), target.key)
          },
        })
        return { value: coerce(q, kind, names.unit, { at: 0, end: text.length }), parts }
      } catch (error) {
        if (error instanceof MeasureError) return fail(error.message, error.at, error.end)
        throw error
      }
    },
  }
}

/** Which copies the references without one mean, where that is not the first. */
const firstsIn = (expr: Expr, names: Names): string =>
  expr.kind === 'literal'
    ? ''
    : refsIn(expr)
        .filter(({ ref }) => ref.copy === undefined)
        .map(({ ref }) => (names.steps.get(ref.id) ?? names.things.get(ref.id))?.first ?? FIRST)
        .filter((copy) => copy !== FIRST)
        .join()

const NOTHING: readonly NodeKey[] = []

function readsOf(expr: Expr, names: Names, locals: Readonly<Record<string, NodeKey>>): readonly NodeKey[] {
  if (expr.kind === 'literal') return NOTHING
  const reads = new Set<NodeKey>()
  const faces = new Set<Expr>()
  walk(expr, (e) => {
    if (e.kind === 'name') {
      const parameter = names.parameters.get(e.name)
      const key =
        (Object.hasOwn(locals, e.name) && locals[e.name]) ||
        (parameter ? keyOf.parameter(parameter.id) : null)
      if (key) reads.add(key)
    } else if (e.kind === 'call' && e.fn === 'angle') {
      for (const arg of e.args) faces.add(arg)
    } else if (e.kind === 'ref') {
      const thing = names.things.get(e.ref.id)
      const face = faces.has(e)
      const target = face ? null : targetOf(e.ref, names)
      const step = names.steps.get(e.ref.id)
      const key = face && !step ? thing && poseKey(e.ref, thing) : step ? flatsKey(e.ref, step) : target?.key
      if (key) reads.add(key)
      if (target?.kind === 'placed') reads.add(target.copies)
      else if (target && 'count' in target && target.count) reads.add(target.count)
    }
  })
  return [...reads]
}

/** Outward normal of the face a reference names; undefined when the piece is gone. */
function faceNormal(ref: Ref, get: <T>(key: NodeKey) => T, names: Names, where: Expr): Vec3 | undefined {
  const step = names.steps.get(ref.id)
  if (step) return flatOf(ref, get(flatsKey(ref, step)), ref.copy ?? step.first).normal
  const thing = names.things.get(ref.id)
  if (!thing) return undefined
  const { property } = ref
  if (thing.group || !isFace(property)) throw new MeasureError(SAYS.noFace(property), where.at, where.end)
  const poses = get<Standing>(poseKey(ref, thing))
  const pose = poses[placeIn(poses, ref.copy ?? thing.first)]
  if (!pose) return fail(sayMissing(ref, standing(poses)))
  return normalOf(pose.frame, property)
}

const isFace = (property: string): property is keyof typeof FACE_AT => Object.hasOwn(FACE_AT, property)

function readTarget(ref: Ref, target: Target, get: <T>(key: NodeKey) => T, names: Names): number {
  const copy = ref.copy ?? (names.steps.get(ref.id) ?? names.things.get(ref.id))?.first ?? FIRST
  if (target.kind === 'bound') {
    const boxes = get<ReadonlyArray<(Pick<Pose, 'box'> & { copy: Copy }) | null>>(target.key)
    const box = (boxes[placeIn(boxes, copy)] ?? (ref.copy === undefined ? boxes[0] : undefined))?.box
    if (!box) return fail(sayMissing({ ...ref, copy }, standing(boxes)))
    if (target.read === 'size') return box.max[target.axis] - box.min[target.axis]
    return target.read === 'far' ? box.max[target.axis] : box.min[target.axis]
  }
  if (target.kind === 'flat') {
    const { normal, offset } = flatOf(ref, get(target.key), copy)
    const axis = AXES.find((i) => Math.abs(normal[i]) > 1 - 1e-9)
    return axis === undefined
      ? fail(`${storedRef(ref)} leans, so it has no one place`)
      : offset * normal[axis]
  }
  if (target.kind === 'placed') {
    const copies = get<Standing>(target.copies)
    const at = placeIn(copies, copy)
    if (at < 0) return fail(sayMissing({ ...ref, copy }, standing(copies)))
    return sizeFor(ref, get(target.key), at)
  }
  // What stands in one group only is told by its own repeat.
  const at = ref.copy === undefined ? ownOrdinal(copy) : ordinalOf(copy)
  const count = target.count ? get<number>(target.count) : 1
  if (ref.copy !== undefined && (at === null || at >= count)) return fail(sayMissing(ref, count))
  if (target.kind === 'number') return sizeFor(ref, get(target.key), at ?? 0)
  const stretches = get<readonly Stretch[]>(target.key)
  const stretch = (stretches[at ?? 0] ?? stretches[0])!
  if (target.kind === 'extent') return stretch.size
  return target.far ? stretch.start + stretch.size : stretch.start
}

/** A face that a step has made, of the copy that is meant. */
function flatOf(ref: Ref, flats: Flats | undefined, copy: Copy): Flat {
  if (!flats) return fail(`${storedRef(ref)} is no face it leaves`)
  const flat = flats[placeIn(flats, copy)] ?? (ref.copy === undefined ? flats[0] : undefined)
  return flat ?? fail(`${storedRef(ref)} is no face it leaves there`)
}

function sizeFor(ref: Ref, sizes: PerCopy | undefined, at: number): number {
  return sizes === undefined ? fail(`${storedRef(ref)} is not a size it has`) : forCopy(sizes, at)
}

/** Which of its own repeat a copy is, wherever its group stands. */
const ownOrdinal = (copy: Copy): number => {
  const last = partsOf(copy).at(-1)
  return last?.owner === null ? (ordinalOf(last.id) ?? 0) : 0
}

export function fail(message: string, at?: number, end?: number): never {
  throw new NodeFault(at === undefined || end === undefined ? { message } : { message, at, end })
}
