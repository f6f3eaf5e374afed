/**
 * Factor of a symmetric positive matrix, in place: A = L·Lᵀ, L in the lower triangle.
 * @param A n × n, row by row; only the lower triangle is read
 * @returns the logarithm of A's determinant
 * @throws RangeError where A is not positive
 */
export function cholesky(A: Float64Array, n: number): number {
  let logDet = 0
  for (let i = 0; i < n; i++) {
    const row = i * n
    for (let j = 0; j <= i; j++) {
      const other = j * n
      let s = A[row + j]!
      for (let k = 0; k < j; k++) s -= A[row + k]! * A[other + k]!
      if (j < i) A[row + j] = s / A[other + j]!
      else {
        if (!(s > 0)) throw new RangeError('The matrix is not positive.')
        A[row + i] = Math.sqrt(s)
        logDet += Math.log(s)
      }
    }
  }
  return logDet
}

const FLAT = 1e-12 // of its diagonal: what is left of a pivot that is only rounding

/**
 * Factor of a symmetric matrix that may be flat in some directions, in place; a flat one has a column of zeros. The upper
 * triangle is cleared.
 * @param A n × n, row by row; only the lower triangle is read
 */
export function semiCholesky(A: Float64Array, n: number): void {
  for (let j = 0; j < n; j++) {
    const row = j * n
    const whole = A[row + j]!
    let pivot = whole
    for (let k = 0; k < j; k++) pivot -= A[row + k]! ** 2
    const d = pivot > FLAT * whole ? Math.sqrt(pivot) : 0
    A[row + j] = d
    for (let i = j + 1; i < n; i++) {
      let s = A[i * n + j]!
      if (d) for (let k = 0; k < j; k++) s -= A[i * n + k]! * A[row + k]!
      A[i * n + j] = d ? s / d : 0
      A[row + i] = 0
    }
  }
}

/** Solves L·Lᵀ·x = b by the factor; b is not changed. */
export function solveFactored(L: Float64Array, n: number, b: ArrayLike<number>): Float64Array {
  const x = Float64Array.from(b)
  for (let i = 0; i < n; i++) {
    let s = x[i]!
    for (let k = 0; k < i; k++) s -= L[i * n + k]! * x[k]!
    x[i] = s / L[i * n + i]!
  }
  for (let i = n - 1; i >= 0; i--) {
    const v = (x[i] = x[i]! / L[i * n + i]!)
    for (let k = 0; k < i; k++) x[k]! -= L[i * n + k]! * v
  }
  return x
}

/** The inverse of L·Lᵀ, whole: L⁻¹ first, then L⁻ᵀ·L⁻¹. */
export function inverseFactored(L: Float64Array, n: number): Float64Array {
  // M = L⁻¹, row by row, so that the products run along rows
  const M = new Float64Array(n * n)
  for (let i = 0; i < n; i++) {
    const row = i * n
    for (let k = 0; k < i; k++) {
      const f = L[row + k]!
      if (f) for (let j = 0; j <= k; j++) M[row + j]! -= f * M[k * n + j]!
    }
    const d = L[row + i]!
    for (let j = 0; j < i; j++) M[row + j]! /= d
    M[row + i] = 1 / d
  }
  const out = new Float64Array(n * n)
  for (let k = 0; k < n; k++)
    for (let i = 0; i <= k; i++) {
      const f = M[k * n + i]!
      if (f) for (let j = 0; j <= i; j++) out[i * n + j]! += f * M[k * n + j]!
    }
  for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) out[j * n + i] = out[i * n + j]!
  return out
}
