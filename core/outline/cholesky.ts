/**
 * Symmetric positive definite matrices as rows of their lower halves (Cholesky's factors, A = LLᵀ), in double
 * precision.
 */

/** A lower triangle in one list, row by row: row i starts at i(i + 1)/2. */
export type Lower = Float64Array

export const lower = (n: number): Lower => new Float64Array((n * (n + 1)) / 2)
export const rowAt = (i: number): number => (i * (i + 1)) / 2

/** Turns A into L where it stands; false where A is not positive definite. */
export function factor(a: Lower, n: number): boolean {
  for (let i = 0; i < n; i++) {
    const row = rowAt(i)
    for (let j = 0; j <= i; j++) {
      const other = rowAt(j)
      let sum = a[row + j]!
      for (let k = 0; k < j; k++) sum -= a[row + k]! * a[other + k]!
      if (i > j) a[row + j] = sum / a[other + j]!
      else if (sum <= 0 || Number.isNaN(sum)) return false
      else a[row + i] = Math.sqrt(sum)
    }
  }
  return true
}

/** Turns b into the x of LLᵀx = b where it stands. */
export function solveWith(l: Lower, b: Float64Array): void {
  const n = b.length
  for (let i = 0; i < n; i++) {
    const row = rowAt(i)
    for (let k = 0; k < i; k++) b[i]! -= l[row + k]! * b[k]!
    b[i]! /= l[row + i]!
  }
  for (let i = n - 1; i >= 0; i--) {
    b[i]! /= l[rowAt(i) + i]!
    const row = rowAt(i)
    for (let k = 0; k < i; k++) b[k]! -= l[row + k]! * b[i]!
  }
}
