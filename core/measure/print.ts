import type { Digits, Ref } from './lex'
import type { Expr } from './parse'

/**
 * How a reference is written when stored: `@p7.right`, `@p7#2.right`, of a copy in a copy of a group
 * `@p7#g1:c2/2.right`.
 */
export const storedRef = (ref: Ref): string =>
  `@${ref.id}${ref.copy === undefined ? '' : `#${ref.copy}`}.${ref.property}`

export const printDigits = (d: Digits): string =>
  [d.whole, d.over && `${d.over[0]}/${d.over[1]}`].filter((part) => part !== undefined).join(' ')

const BINDS = { '+': 1, '-': 1, '*': 2, '/': 2 } as const

/**
 * Writes an expression so that reading it gives the same expression back. `name` says how a reference is
 * written; left out, it is the stored form.
 */
export function print(expr: Expr, name: (ref: Ref) => string = storedRef): string {
  switch (expr.kind) {
    case 'literal':
      return printDigits(expr.digits) + (expr.unit ?? '')
    case 'feet':
      return `${printDigits(expr.feet)}ft ${printDigits(expr.inches)}in`
    case 'name':
      return expr.name
    case 'ref':
      return name(expr.ref)
    case 'sign':
      return expr.sign + inBrackets(expr.arg, expr.arg.kind === 'binary', name)
    case 'call':
      return `${expr.fn}(${expr.args.map((arg) => print(arg, name)).join(', ')})`
    case 'round':
      return `${expr.by} ${inBrackets(expr.arg, ['sign', 'binary', 'round'].includes(expr.arg.kind), name)}`
    case 'binary': {
      const left = inBrackets(
        expr.left,
        expr.left.kind === 'round' || (expr.left.kind === 'binary' && BINDS[expr.left.op] < BINDS[expr.op]),
        name,
      )
      const right = inBrackets(expr.right, needsBracketsRight(expr.right, expr.op), name)
      return `${left} ${expr.op} ${right}`
    }
  }
}

const inBrackets = (expr: Expr, yes: boolean, name: (ref: Ref) => string): string =>
  yes ? `(${print(expr, name)})` : print(expr, name)

/** A fraction right after a division sign would be read as two divisions. */
const needsBracketsRight = (right: Expr, op: keyof typeof BINDS): boolean =>
  (right.kind === 'binary' && BINDS[right.op] <= BINDS[op]) || (op === '/' && leadingFraction(right))

function leadingFraction(expr: Expr): boolean {
  if (expr.kind === 'sign') return leadingFraction(expr.arg)
  const digits = expr.kind === 'literal' ? expr.digits : expr.kind === 'feet' ? expr.feet : undefined
  return digits?.over !== undefined && digits.whole === undefined
}
