import { lex, type Naming, type Ref } from './lex'
import { storedRef } from './print'

/**
 * Turns what a maker typed into what the document keeps: names of pieces become ids, all else stays as typed.
 * Throws MeasureError where a name means two pieces.
 */
export function toStored(text: string, naming: Naming): string {
  return replaceRefs(text, naming, storedRef)
}

/** Turns a stored measure into what a maker reads. A text that does not parse is shown as it is. */
export function toShown(stored: string, nameOf: (ref: Ref) => string): string {
  try {
    return replaceRefs(stored, undefined, nameOf)
  } catch {
    return stored
  }
}

/** A stored measure with its references written anew. A text that does not parse is left as it is. */
export const withRefs = (stored: string, to: (ref: Ref) => Ref): string =>
  toShown(stored, (ref) => storedRef(to(ref)))

function replaceRefs(text: string, naming: Naming | undefined, write: (ref: Ref) => string): string {
  let out = ''
  let from = 0
  for (const token of lex(text, naming)) {
    if (token.kind !== 'ref') continue
    out += text.slice(from, token.at) + write(token.ref)
    from = token.end
  }
  return out + text.slice(from)
}
