import { lex, type Ref, type Token } from './lex'
import { parseTokens, walk, type Expr } from './parse'
import { print } from './print'

const MIXED_TIGHT = /^\d+-(\d+\/\d+|[½¼¾⅛⅜⅝⅞⅓⅔])$/

/**
 * How a measure was read, where its writing could mean two things: "w/2-1/4" as `w / 2 - 1/4`, "2-1/4" as `2
 * 1/4`, "24 / 3/4" as `24 / (3/4)`, "r 5 + 3" as `r (5 + 3)`. Null where it can mean but one. Throws
 * MeasureError where it means nothing.
 */
export function sayReading(text: string, name?: (ref: Ref) => string): string | null {
  const tokens = lex(text)
  const expr = parseTokens(tokens, text.length)
  const doubtful = tokens.some(
    (t, i) => isMixed(text, t) || isTaken(tokens, i) || isDivided(text, tokens, i) || isRound(expr, t),
  )
  if (!doubtful) return null
  return print(expr, name)
}

/** A division before or after what might as well be a fraction: "24 / 3/4", "24/3/4", "w/3/4". */
function isDivided(text: string, tokens: readonly Token[], i: number): boolean {
  const [before, sign, after] = [tokens[i - 1], tokens[i], tokens[i + 1]]
  if (sign?.kind !== 'sign' || sign.sign !== '/' || !before || !after) return false
  if (isFraction(text, after)) return true
  const tight =
    before.end === sign.at && sign.end === after.at && /^\d+$/.test(text.slice(after.at, after.end))
  return tight && (isFraction(text, before) || isQuotient(text, tokens, i - 2))
}
const isFraction = (text: string, t: Token): boolean =>
  t.kind === 'literal' && /^\d+\/\d+$/.test(text.slice(t.at, t.end))
/** Divided by a whole number, tight: `w/3`. */
const isQuotient = (text: string, tokens: readonly Token[], i: number): boolean =>
  text[tokens[i]?.at ?? -1] === '/' && /^\/\d+$/.test(text.slice(tokens[i]!.at, tokens[i + 1]!.end))

/** The r or d of a sum without brackets, which might have been of its first term alone. */
function isRound(expr: Expr, { at }: Token): boolean {
  let found = false
  walk(expr, (e) => {
    if (e.kind === 'round' && e.at === at && e.arg.kind === 'binary') found ||= e.arg.left.at === e.arg.at
  })
  return found
}

/** A mixed number written with a hyphen, which might have taken away. */
const isMixed = (text: string, t: Token): boolean =>
  t.kind === 'literal' && MIXED_TIGHT.test(text.slice(t.at, t.end))

/**
 * A hyphen tight between a whole number and a fraction that takes away, where it might have made a mixed
 * number.
 */
function isTaken(tokens: readonly Token[], i: number): boolean {
  const [a, sign, b] = [tokens[i], tokens[i + 1], tokens[i + 2]]
  if (sign?.kind !== 'sign' || sign.sign !== '-' || a?.kind !== 'literal' || b?.kind !== 'literal')
    return false
  const whole = a.digits.over === undefined && /^\d+$/.test(a.digits.whole ?? '')
  return (
    a.end === sign.at && sign.end === b.at && whole && a.unit === undefined && b.digits.over !== undefined
  )
}
