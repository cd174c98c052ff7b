import { lex, type Ref, type Token } from './lex'
import { parseTokens } from './parse'
import { print } from './print'

const MIXED_TIGHT = /^\d+-(\d+\/\d+|[½¼¾⅛⅜⅝⅞⅓⅔])$/

/**
 * How a measure was read, where its writing could mean two things: "w/2-1/4" as `w / 2 - 1/4`, "2-1/4" as `2
 * 1/4`. Null where it can mean but one. Throws MeasureError where it means nothing.
 */
export function sayReading(text: string, name?: (ref: Ref) => string): string | null {
  const tokens = lex(text)
  if (!tokens.some((t, i) => isMixed(text, t) || isTaken(tokens, i))) return null
  return print(parseTokens(tokens, text.length, true), name)
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
