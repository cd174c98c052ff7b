/** A length and a width in one: `41 x 9 1/4`, `41×9.25`; the x of `max(3, 4)` is no such sign. */
const BOTH = /^(.*[\d"'\s])[x×](?=[\s\d.])(.+)$/

/** The length, and the width where there is one. */
export function splitSize(text: string): readonly [string, string | null] {
  const both = BOTH.exec(text)
  return both ? [both[1]!.trim(), both[2]!.trim()] : [text, null]
}
