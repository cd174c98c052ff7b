export * from './quantity'
export { MeasureError, SAYS } from './error'
export { LONGEST, type Digits, type Naming, type Ref } from './lex'
export { isFunctionName, parse, refsIn, walk, type Expr } from './parse'
export { print, printDigits, storedRef } from './print'
export { coerce, evaluate, type Scope } from './evaluate'
export { formatLength, formatNumber, marked, type LengthStyle, type Written } from './format'
export { toShown, toStored, withRefs } from './naming'
export { sayReading } from './reading'
export {
  exactText,
  isFigureText,
  measuresIn,
  drawnText,
  measureText,
  negatedText,
  shifted,
  stepped,
  tryParse,
} from './text'
