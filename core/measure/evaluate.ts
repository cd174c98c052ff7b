import { MeasureError, SAYS } from './error'
import type { Digits, Ref } from './lex'
import type { Expr, FunctionName } from './parse'
import { storedRef } from './print'
import {
  bareOf,
  isAngleUnit,
  MM_PER,
  angleOf,
  numberOf,
  sayKind,
  type LengthUnit,
  type MeasureKind,
  type Quantity,
} from './quantity'

/** What an expression can see: parameters by name, pieces' faces and sizes by reference. */
export interface Scope {
  readonly unit: LengthUnit
  name(name: string): Quantity | undefined
  ref(ref: Ref): Quantity | undefined
  /** The angle the wood would have between two faces, as a bevel gauge reads it: 90° at a square corner. */
  angle?(a: Ref, b: Ref): Quantity | undefined
  /** How a reference is spoken of in an error. */
  sayRef?(ref: Ref): string
}

export const digitsValue = (d: Digits): number =>
  (d.whole === undefined ? 0 : Number(d.whole)) + (d.over ? Number(d.over[0]) / Number(d.over[1]) : 0)

/** Works an expression out. A round size (`r 3/8`, `d 3/4`) gives its diameter. Throws MeasureError. */
export function evaluate(expr: Expr, scope: Scope): Quantity {
  const q = evaluateAny(expr, scope)
  if (!Number.isFinite(q.value) || Math.abs(q.value) > 1e12) throw slip(SAYS.tooBig(), expr)
  return q
}

function evaluateAny(expr: Expr, scope: Scope): Quantity {
  switch (expr.kind) {
    case 'literal': {
      const value = digitsValue(expr.digits)
      if (expr.unit === undefined) return bareOf(value)
      if (isAngleUnit(expr.unit)) return { value, length: 0, angle: 1, bare: false }
      return { value: value * MM_PER[expr.unit]!, length: 1, angle: 0, bare: false }
    }
    case 'feet':
      return {
        value: digitsValue(expr.feet) * 304.8 + digitsValue(expr.inches) * 25.4,
        length: 1,
        angle: 0,
        bare: false,
      }
    case 'name': {
      const found = scope.name(expr.name)
      if (!found) throw slip(SAYS.noName(expr.name), expr)
      return found
    }
    case 'ref': {
      const found = scope.ref(expr.ref)
      if (!found) throw slip(SAYS.noRef(scope.sayRef?.(expr.ref) ?? storedRef(expr.ref)), expr)
      return found
    }
    case 'sign': {
      const q = evaluateAny(expr.arg, scope)
      return expr.sign === '-' ? { ...q, value: -q.value } : q
    }
    case 'round': {
      const q = evaluateAny(expr.arg, scope)
      return expr.by === 'r' ? { ...q, value: 2 * q.value } : q
    }
    case 'call':
      if (expr.fn === 'angle') return angleBetween(expr, scope)
      return FUNCTIONS[expr.fn](
        expr.args.map((arg) => evaluateAny(arg, scope)),
        expr,
        scope,
      )
    case 'binary':
      return binary(expr, evaluateAny(expr.left, scope), evaluateAny(expr.right, scope), scope)
  }
}

function binary(expr: Extract<Expr, { kind: 'binary' }>, a: Quantity, b: Quantity, scope: Scope): Quantity {
  if (expr.op === '+' || expr.op === '-') {
    const [left, right] = alike(a, b, expr.op === '+' ? 'added' : 'taken from each other', expr, scope)
    return { ...left, value: expr.op === '+' ? left.value + right.value : left.value - right.value }
  }
  // A bare number stays one when it is multiplied by a plain number: 24*tan(a) is as much a length as 24 is.
  const factor = (q: Quantity) => q.bare || (q.length === 0 && q.angle === 0)
  if (expr.op === '*') {
    const bare = (a.bare && factor(b)) || (b.bare && factor(a))
    return { value: a.value * b.value, length: a.length + b.length, angle: a.angle + b.angle, bare }
  }
  if (b.value === 0) throw slip(SAYS.divideZero(), expr.right)
  const bare = a.bare && factor(b)
  return { value: a.value / b.value, length: a.length - b.length, angle: a.angle - b.angle, bare }
}

/**
 * Brings two quantities to one kind; a bare one follows the other. Throws when they measure different things.
 */
function alike(a: Quantity, b: Quantity, verb: string, where: Expr, scope: Scope): [Quantity, Quantity] {
  if (a.bare && b.bare) return [a, b]
  const left = a.bare ? asLike(a, b, scope.unit) : a
  const right = b.bare ? asLike(b, a, scope.unit) : b
  if (!left || !right || left.length !== right.length || left.angle !== right.angle)
    throw slip(SAYS.unlike(verb, sayKind(a), sayKind(b)), where)
  return [left, right]
}

function asLike(bare: Quantity, like: Quantity, unit: LengthUnit): Quantity | undefined {
  if (like.length === 0 && like.angle === 0) return { ...bare, bare: false }
  if (like.length === 1 && like.angle === 0)
    return { value: bare.value * MM_PER[unit]!, length: 1, angle: 0, bare: false }
  if (like.length === 0 && like.angle === 1) return { value: bare.value, length: 0, angle: 1, bare: false }
  return undefined
}

function angleBetween(expr: Extract<Expr, { kind: 'call' }>, scope: Scope): Quantity {
  const [a, b] = expr.args
  if (a?.kind !== 'ref' || b?.kind !== 'ref') throw slip(SAYS.twoFaces(), expr)
  if (!scope.angle) throw slip(SAYS.noAngles(), expr)
  const found = scope.angle(a.ref, b.ref)
  if (!found) throw slip(SAYS.noRef(scope.sayRef?.(a.ref) ?? storedRef(a.ref)), a)
  return found
}

type Apply = (args: Quantity[], expr: Expr, scope: Scope) => Quantity

const extreme =
  (pick: (a: number, b: number) => number, verb: string): Apply =>
  (args, expr, scope) =>
    args.reduce((a, b) => {
      const [left, right] = alike(a, b, verb, expr, scope)
      return { ...left, value: pick(left.value, right.value) }
    })

const ofAngle =
  (fn: string, f: (radians: number) => number): Apply =>
  ([q], expr) => {
    if (!q || !(q.bare || (q.angle === 1 && q.length === 0)))
      throw slip(SAYS.angleWanted(fn, q ? sayKind(q) : ''), expr)
    return numberOf(f((q.value * Math.PI) / 180))
  }

const FUNCTIONS: Readonly<Record<Exclude<FunctionName, 'angle'>, Apply>> = {
  min: extreme(Math.min, 'compared'),
  max: extreme(Math.max, 'compared'),
  abs: ([q]) => ({ ...q!, value: Math.abs(q!.value) }),
  sqrt: ([q], expr) => {
    if (q!.value < 0 || q!.length % 2 !== 0 || q!.angle !== 0)
      throw slip(SAYS.rootOf(q!.value < 0 ? 'a negative number' : sayKind(q!)), expr)
    return { ...q!, value: Math.sqrt(q!.value), length: q!.length / 2 }
  },
  sin: ofAngle('sin', Math.sin),
  cos: ofAngle('cos', Math.cos),
  tan: ofAngle('tan', Math.tan),
  // The angle of a slope, told as one number or as a rise and a run.
  atan: ([rise, run], expr, scope) => {
    if (run) {
      const [a, b] = alike(rise!, run, 'a rise and a run', expr, scope)
      return angleOf((Math.atan2(a.value, b.value) * 180) / Math.PI)
    }
    if (rise!.length !== 0 || rise!.angle !== 0) throw slip(SAYS.slopeWanted(sayKind(rise!)), expr)
    return angleOf((Math.atan(rise!.value) * 180) / Math.PI)
  },
  roundto: ([x, step], expr, scope) => {
    const [a, b] = alike(x!, step!, 'rounded to each other', expr, scope)
    if (b.value <= 0) throw slip(SAYS.roundStep(), expr)
    return { ...a, value: Math.round(a.value / b.value) * b.value }
  },
}

const WANTED: Readonly<Record<MeasureKind, string>> = {
  length: 'a length',
  number: 'a plain number',
  angle: 'an angle',
  count: 'a plain number',
}

/**
 * Turns a worked-out quantity into what a field wants: millimetres, degrees or a number. Throws MeasureError.
 */
export function coerce(
  q: Quantity,
  kind: MeasureKind,
  unit: LengthUnit,
  where: { at: number; end: number },
): number {
  const length = kind === 'length' ? 1 : 0
  const angle = kind === 'angle' ? 1 : 0
  let value = q.value
  if (q.bare) value = kind === 'length' ? q.value * MM_PER[unit]! : q.value
  else if (q.length !== length || q.angle !== angle)
    throw new MeasureError(SAYS.wanted(WANTED[kind], sayKind(q)), where.at, where.end)
  if (kind === 'count' && (Math.abs(value - Math.round(value)) > 1e-9 || value < 1 - 1e-9))
    throw new MeasureError(SAYS.whole(), where.at, where.end)
  return kind === 'count' ? Math.round(value) : value
}

const slip = (message: string, where: Expr): MeasureError => new MeasureError(message, where.at, where.end)
