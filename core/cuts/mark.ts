/** 0 → A, 25 → Z, 26 → AA. */
export function markOf(n: number): string {
  return (n >= 26 ? markOf(Math.floor(n / 26) - 1) : '') + String.fromCharCode(65 + (n % 26))
}
