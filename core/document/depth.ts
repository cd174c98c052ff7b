/**
 * How deep data may be nested; nothing a project holds comes near it, and what follows may go down into it.
 */
export const DEEPEST = 60

/**
 * Whether the brackets of a JSON text stand more than `DEEPEST` inside each other. Brackets in strings do not
 * count.
 */
export function isTooDeep(text: string): boolean {
  let depth = 0
  for (let i = 0; i < text.length; i++) {
    const c = text[i]
    if (c === '"') {
      for (i++; i < text.length && text[i] !== '"'; i++) if (text[i] === '\\') i++
    } else if (c === '{' || c === '[') {
      if (++depth > DEEPEST) return true
    } else if (c === '}' || c === ']') depth--
  }
  return false
}

/** The same of data that has been read already. */
export function isDataTooDeep(data: unknown): boolean {
  const stack: Array<readonly [unknown, number]> = [[data, 0]]
  for (let next = stack.pop(); next; next = stack.pop()) {
    const [value, depth] = next
    if (typeof value !== 'object' || value === null) continue
    if (depth >= DEEPEST) return true
    for (const inner of Object.values(value)) stack.push([inner, depth + 1])
  }
  return false
}
