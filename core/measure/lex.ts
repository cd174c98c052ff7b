import { MeasureError, SAYS } from './error'
import { isAngleUnit, MM_PER } from './quantity'

/** A literal as written: a decimal, or a whole part and a fraction. The strings are digits, kept as typed. */
export interface Digits {
  readonly whole?: string
  readonly over?: readonly [numerator: string, denominator: string]
}

export interface Ref {
  readonly id: string
  /** Which copy: the path of ids that tells it from the others, as documents keep it. */
  readonly copy?: string
  readonly property: string
}

export type Token = { readonly at: number; readonly end: number } & (
  | { readonly kind: 'literal'; readonly digits: Digits; readonly unit?: string }
  | { readonly kind: 'feet'; readonly feet: Digits; readonly inches: Digits }
  | { readonly kind: 'word'; readonly word: string }
  | { readonly kind: 'ref'; readonly ref: Ref }
  | { readonly kind: 'sign'; readonly sign: '+' | '-' | '*' | '/' | '(' | ')' | ',' }
)

/**
 * Finds a piece by the name a maker reads. Names are tried longest first at the place where one may stand.
 */
export interface Naming {
  readonly names: ReadonlyArray<{ readonly name: string; readonly id: string }>
  /** The copies of what has this id, in the order in which they are numbered. */
  copies?(id: string): readonly string[]
}

export const LONGEST = 400

/** Written as one character, meant as another. Every replacement is one character long, so positions hold. */
const SAME_AS: Readonly<Record<string, string>> = {
  '×': '*',
  '−': '-',
  '–': '-',
  '⁄': '/',
  '″': '"',
  '”': '"',
  '“': '"',
  '′': "'",
  '’': "'",
  '\u00a0': ' ',
  '\u2009': ' ',
  '\t': ' ',
  '\n': ' ',
}

const VULGAR: Readonly<Record<string, readonly [string, string]>> = {
  '½': ['1', '2'],
  '¼': ['1', '4'],
  '¾': ['3', '4'],
  '⅛': ['1', '8'],
  '⅜': ['3', '8'],
  '⅝': ['5', '8'],
  '⅞': ['7', '8'],
  '⅓': ['1', '3'],
  '⅔': ['2', '3'],
}

/** What may stand at a place in a measure; made once, since they are tried at every place. */
const VULGAR_MIXED = /(\d+)( +|-)?(?=[½¼¾⅛⅜⅝⅞⅓⅔])(.)/y
const MIXED = /(\d+)( +|-)(\d+)\/(\d*)(?![\d.])/y
const FRACTION = /(\d+)\/(\d*)(?![\d.])/y
const DECIMAL = /\d+\.\d*|\.\d+|\d+/y
/** A decimal comma; three figures after it may be meant as thousands. */
const COMMA = /\d+,(?:\d{1,2}|\d{4,})(?![\d.,])/y
const UNIT = / *("|'|°|[A-Za-zµ]+)/y
const INCHES_AFTER = / *-?(?=[\d.½¼¾⅛⅜⅝⅞⅓⅔])/y
const STORED = /@([A-Za-z0-9_]+)(?:#([A-Za-z0-9_:/]+))?\.([A-Za-z]+\d*)/y
const WORD = /[\p{L}_][\p{L}\p{N}_]*/uy
const ODD_SIGNS = /[×−–⁄″”“′’\u00a0\u2009\t\n]/g

const startsNumber = (c: string): boolean => (c >= '0' && c <= '9') || c === '.' || Object.hasOwn(VULGAR, c)

const isFeet = (unit: string | undefined) => unit === 'ft' || unit === 'foot' || unit === 'feet'
const isInches = (unit: string | undefined) => unit === 'in' || unit === 'inch' || unit === 'inches'

/** Splits a measure into tokens. Throws MeasureError. */
export function lex(text: string, naming?: Naming): Token[] {
  if (text.length > LONGEST) throw new MeasureError(SAYS.tooLong(LONGEST), LONGEST, text.length)
  const plain = text.replace(ODD_SIGNS, (c) => SAME_AS[c] ?? c)
  const tokens: Token[] = []
  let i = 0

  const match = (re: RegExp): RegExpExecArray | null => {
    re.lastIndex = i
    return re.exec(plain)
  }

  /**
   * Whole, fraction, mixed or decimal at `i`. A fraction is not joined up with a division sign that stands
   * tight before it (`W/3/4`), and a tight hyphen makes a mixed number only where a measure starts: after an
   * operator it takes away.
   */
  function digits(tightDivide: boolean, starts: boolean): Digits | null {
    let m = match(VULGAR_MIXED)
    if (m && (starts || m[2] !== '-')) return ((i += m[0].length), { whole: m[1]!, over: VULGAR[m[3]!]! })
    const vulgar = startsNumber(plain[i] ?? '') ? VULGAR[plain[i]!] : undefined
    if (vulgar) return (i++, { over: vulgar })
    m = match(MIXED)
    if (m && (starts || m[2] !== '-')) return ((i += m[0].length), fraction(m[1], m[3]!, m[4]!))
    m = match(FRACTION)
    if (m && !tightDivide && (m[2] !== '' || /^\s*$/.test(plain.slice(i + m[0].length))))
      return ((i += m[0].length), fraction(undefined, m[1]!, m[2]!))
    m = inCall() ? null : match(COMMA)
    if (m) return ((i += m[0].length), { whole: m[0].replace(',', '.') })
    m = match(DECIMAL)
    if (m) return ((i += m[0].length), { whole: m[0] })
    return null
  }

  function fraction(whole: string | undefined, over: string, under: string): Digits {
    if (under === '') throw new MeasureError(SAYS.fractionCut(), i - 1, i)
    if (Number(under) === 0) throw new MeasureError(SAYS.overZero(), i - under.length, i)
    return whole === undefined ? { over: [over, under] } : { whole, over: [over, under] }
  }

  /** In the brackets of a function, where a comma parts its arguments. */
  const inCall = (): boolean => {
    const open: boolean[] = []
    tokens.forEach((t, n) => {
      if (t.kind !== 'sign') return
      if (t.sign === '(') open.push(tokens[n - 1]?.kind === 'word')
      else if (t.sign === ')') open.pop()
    })
    return open.includes(true)
  }

  const lastSign = (): string | undefined => {
    const last = tokens.at(-1)
    return last?.kind === 'sign' ? last.sign : undefined
  }

  /** At the very start, in a fresh bracket or argument, or after the r or d of a round size. */
  const measureStarts = (): boolean => {
    const last = tokens.at(-1)
    const round = last?.kind === 'word' && (last.word === 'r' || last.word === 'd')
    return !last || round || ['(', ','].includes(lastSign() ?? '')
  }

  /** A division sign that could as well be the bar of a fraction: nothing between it and what comes. */
  const tightDivide = (): boolean => lastSign() === '/' && tokens.at(-1)!.end === i && text[i - 1] !== '÷'

  function unit(): string | undefined {
    const m = match(UNIT)
    if (!m) return undefined
    const name = m[1] === '"' ? 'in' : m[1] === "'" ? 'ft' : m[1] === '°' ? 'deg' : m[1]!
    if (!Object.hasOwn(MM_PER, name) && !isAngleUnit(name))
      throw new MeasureError(SAYS.notUnit(name), i + m[0].length - m[1]!.length, i + m[0].length)
    i += m[0].length
    return name
  }

  function literal(at: number): boolean {
    const first = digits(tightDivide(), measureStarts())
    if (!first) return false
    const firstUnit = unit()
    if (isFeet(firstUnit)) {
      const back = i
      const gap = match(INCHES_AFTER)
      // "2' 3" and "2'-3" are feet and inches; "2' - 3" takes away.
      if (gap && (gap[0].endsWith('-') ? gap[0].length === 1 : true)) {
        i += gap[0].length
        const inches = digits(false, true)
        const inchUnit = inches ? unit() : undefined
        if (inches && (inchUnit === undefined || isInches(inchUnit))) {
          tokens.push({ kind: 'feet', feet: first, inches, at, end: i })
          return true
        }
        i = back
      }
    }
    tokens.push({ kind: 'literal', digits: first, ...(firstUnit ? { unit: firstUnit } : {}), at, end: i })
    return true
  }

  /** A name a maker reads, as in `Left side·right` or `Shelf #2·top`; typed, a full stop will do. */
  function shownRef(at: number): boolean {
    let best: { id: string; ref: RegExpExecArray; name: string } | undefined
    for (const { name, id } of naming?.names ?? []) {
      if (!text.startsWith(name, i)) continue
      const re = /(?: #(\d+))?(?: *· *|\.)([A-Za-z]+\d*)/y
      re.lastIndex = i + name.length
      const ref = re.exec(text)
      if (!ref || (best && best.name.length > name.length)) continue
      if (best && best.name === name && best.id !== id)
        throw new MeasureError(SAYS.twoNames(name), i, i + name.length)
      best = { id, ref, name }
    }
    if (!best) return false
    i = best.ref.index + best.ref[0].length
    tokens.push({ kind: 'ref', ref: refOf(best.id, copyNumbered(best, at, i), best.ref[2]!), at, end: i })
    return true
  }

  /** The copy that a maker means by its number. */
  function copyNumbered(
    { id, ref, name }: { id: string; ref: RegExpExecArray; name: string },
    at: number,
    end: number,
  ): string | undefined {
    if (ref[1] === undefined) return undefined
    const copies = naming?.copies?.(id) ?? []
    const copy = copies[Number(ref[1]) - 1]
    if (copy === undefined) throw new MeasureError(SAYS.noCopy(`${name} #${ref[1]}`, copies.length), at, end)
    return copy
  }

  while (i < plain.length) {
    const at = i
    if (plain[i] === ' ') {
      i++
      continue
    }
    if (naming && shownRef(at)) continue
    const stored = plain[i] === '@' ? match(STORED) : null
    if (stored) {
      i += stored[0].length
      tokens.push({ kind: 'ref', ref: refOf(stored[1]!, stored[2], stored[3]!), at, end: i })
      continue
    }
    if (startsNumber(plain[i]!) && literal(at)) continue
    const word = match(WORD)
    if (word) {
      i += word[0].length
      tokens.push({ kind: 'word', word: word[0], at, end: i })
      continue
    }
    const c = plain[i]!
    if ('+-*/÷(),'.includes(c)) {
      i++
      tokens.push({ kind: 'sign', sign: c === '÷' ? '/' : (c as '+'), at, end: i })
      continue
    }
    throw new MeasureError(SAYS.stray(String.fromCodePoint(text.codePointAt(i)!)), i, i + 1)
  }
  return tokens
}

const refOf = (id: string, copy: string | undefined, property: string): Ref =>
  copy === undefined ? { id, property } : { id, copy, property }
