import { MeasureError, SAYS } from './error'
import { lex, type Digits, type Naming, type Ref, type Token } from './lex'

export type Operator = '+' | '-' | '*' | '/'

/** A parsed measure. `at` and `end` point into the text it came from. */
export type Expr = { readonly at: number; readonly end: number } & (
  | { readonly kind: 'literal'; readonly digits: Digits; readonly unit?: string }
  | { readonly kind: 'feet'; readonly feet: Digits; readonly inches: Digits }
  | { readonly kind: 'name'; readonly name: string }
  | { readonly kind: 'ref'; readonly ref: Ref }
  | { readonly kind: 'sign'; readonly sign: '+' | '-'; readonly arg: Expr }
  | { readonly kind: 'binary'; readonly op: Operator; readonly left: Expr; readonly right: Expr }
  | { readonly kind: 'call'; readonly fn: FunctionName; readonly args: readonly Expr[] }
  | { readonly kind: 'round'; readonly by: 'r' | 'd'; readonly arg: Expr }
)

export type FunctionName =
  | 'min'
  | 'max'
  | 'abs'
  | 'sqrt'
  | 'sin'
  | 'cos'
  | 'tan'
  | 'atan'
  | 'roundto'
  | 'angle'

/** How many arguments each function takes: at least, at most, and in words. */
const TAKES: Readonly<Record<FunctionName, readonly [number, number, string]>> = {
  min: [1, Infinity, 'one value or more'],
  max: [1, Infinity, 'one value or more'],
  abs: [1, 1, 'one value'],
  sqrt: [1, 1, 'one value'],
  sin: [1, 1, 'one angle'],
  cos: [1, 1, 'one angle'],
  tan: [1, 1, 'one angle'],
  atan: [1, 2, 'a slope, or a rise and a run'],
  roundto: [2, 2, 'a value and a step'],
  angle: [2, 2, 'two faces'],
}

export const isFunctionName = (word: string): word is FunctionName => Object.hasOwn(TAKES, word)

const DEEPEST = 60

/**
 * Reads a measure. With `naming`, pieces may be named as a maker reads them (`Left side·right`); without,
 * only in the stored form (`@p7.right`). `r` or `d` before a value says radius or diameter: of all that
 * follows where a measure, a bracket or an argument starts (`r 5 + 3` is a radius of 8), of that value
 * alone after an operator. Throws MeasureError.
 */
export const parse = (text: string, naming?: Naming): Expr => parseTokens(lex(text, naming), text.length)

export function parseTokens(tokens: readonly Token[], length: number): Expr {
  let i = 0
  let depth = 0

  const signAt = (k: number): string | undefined => {
    const t = tokens[k]
    return t?.kind === 'sign' ? t.sign : undefined
  }

  function nothingHere(): never {
    const t = tokens[i]
    if (!t) throw new MeasureError(tokens.length ? SAYS.unfinished() : SAYS.empty(), length, length)
    throw new MeasureError(SAYS.missing(t.kind === 'sign' ? t.sign : '…'), t.at, t.end)
  }

  function sum(): Expr {
    if (++depth > DEEPEST)
      throw new MeasureError(SAYS.tooDeep(), tokens[i]?.at ?? 0, tokens[i]?.end ?? length)
    const by = roundAt(i)
    let left = by ? roundOf(by, sum) : product()
    for (let op = signAt(i); op === '+' || op === '-'; op = signAt(i)) {
      i++
      const right = product()
      left = { kind: 'binary', op, left, right, at: left.at, end: right.end }
    }
    depth--
    return left
  }

  /** The r or d at a token, where a value follows it; else it is a name. */
  function roundAt(k: number): 'r' | 'd' | null {
    const t = tokens[k]
    if (t?.kind !== 'word' || (t.word !== 'r' && t.word !== 'd')) return null
    return tokens[k + 1] && (signAt(k + 1) ?? '(') === '(' ? t.word : null
  }

  function roundOf(by: 'r' | 'd', read: () => Expr): Expr {
    const { at } = tokens[i++]!
    const arg = read()
    return { kind: 'round', by, arg, at, end: arg.end }
  }

  function product(): Expr {
    let left = signed()
    for (let op = signAt(i); op === '*' || op === '/'; op = signAt(i)) {
      i++
      const right = signed()
      left = { kind: 'binary', op, left, right, at: left.at, end: right.end }
    }
    return left
  }

  function signed(): Expr {
    const t = tokens[i]
    const sign = signAt(i)
    if (t && (sign === '-' || sign === '+')) {
      if (++depth > DEEPEST) throw new MeasureError(SAYS.tooDeep(), t.at, t.end)
      i++
      const arg = signed()
      depth--
      return { kind: 'sign', sign, arg, at: t.at, end: arg.end }
    }
    const by = roundAt(i)
    return by ? roundOf(by, value) : value()
  }

  function value(): Expr {
    const t = tokens[i]
    if (!t) return nothingHere()
    switch (t.kind) {
      case 'literal':
      case 'feet':
      case 'ref':
        i++
        return t
      case 'word':
        i++
        return signAt(i) === '('
          ? call(t.word, t.at, t.end)
          : { kind: 'name', name: t.word, at: t.at, end: t.end }
      case 'sign':
        if (t.sign !== '(') return nothingHere()
        i++
        return { ...sum(), at: t.at, end: close(t) }
    }
  }

  function close(open: { at: number; end: number }): number {
    if (signAt(i) === ')') return tokens[i++]!.end
    if (signAt(i) === ',') throw new MeasureError(SAYS.comma(), tokens[i]!.at, tokens[i]!.end)
    if (i >= tokens.length) throw new MeasureError(SAYS.unclosed(), open.at, open.end)
    throw new MeasureError(SAYS.sideBySide(), tokens[i]!.at, tokens[i]!.end)
  }

  function call(word: string, at: number, nameEnd: number): Expr {
    if (!isFunctionName(word)) throw new MeasureError(SAYS.noFunction(word), at, nameEnd)
    const open = tokens[i++]!
    const args = [sum()]
    while (signAt(i) === ',') {
      i++
      args.push(sum())
    }
    const end = close(open)
    const [least, most, wants] = TAKES[word]
    if (args.length < least || args.length > most)
      throw new MeasureError(SAYS.arguments(word, wants, args.length), at, end)
    return { kind: 'call', fn: word, args, at, end }
  }

  const root = sum()
  const rest = tokens[i]
  if (rest) {
    if (rest.kind !== 'sign' || rest.sign === '(')
      throw new MeasureError(SAYS.sideBySide(), rest.at, rest.end)
    if (rest.sign === ',') throw new MeasureError(SAYS.comma(), rest.at, rest.end)
    throw new MeasureError(SAYS.stray(rest.sign), rest.at, rest.end)
  }
  return root
}

/** Every reference to a piece or a stock in the expression, in order, with its place in the text. */
export function refsIn(expr: Expr): Array<{ ref: Ref; at: number; end: number }> {
  const found: Array<{ ref: Ref; at: number; end: number }> = []
  walk(expr, (e) => {
    if (e.kind === 'ref') found.push({ ref: e.ref, at: e.at, end: e.end })
  })
  return found
}

/** Calls `visit` on the expression and everything in it, left to right. */
export function walk(expr: Expr, visit: (e: Expr) => void): void {
  visit(expr)
  if (expr.kind === 'binary') {
    walk(expr.left, visit)
    walk(expr.right, visit)
  } else if (expr.kind === 'sign' || expr.kind === 'round') walk(expr.arg, visit)
  else if (expr.kind === 'call') for (const arg of expr.args) walk(arg, visit)
}
