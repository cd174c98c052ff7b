const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []

/**
 * How well a name is what was typed, 0 to 1: each word typed begins a word of the name, or, which counts
 * less, of what else the thing is looked for by. A name that begins with what was typed is first.
 */
export function matching(name: string, typed: string, also: readonly string[] = []): number {
  const asked = wordsOf(typed)
  const [own, other] = [wordsOf(name), wordsOf(also.join(' '))]
  const begins = (words: readonly string[], start: string) => words.some((w) => w.startsWith(start))
  if (!asked.every((a) => begins(own, a) || begins(other, a))) return 0
  if (asked.every((a, n) => own[n]?.startsWith(a))) return 1
  return asked.every((a) => begins(own, a)) ? 0.8 : 0.4
}
