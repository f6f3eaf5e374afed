/**
 * Solves A·x = b by elimination with pivoting.
 * @param A n rows of n coefficients; neither it nor b is changed
 * @returns the unknowns; huge, never Infinity by zero, where the rows hardly tell them apart
 */
export function solve(A: readonly (readonly number[])[], b: readonly number[]): number[] {
  const n = b.length
  const m = A.map((row, i) => [...row, b[i]!])
  for (let i = 0; i < n; i++) {
    let p = i
    for (let r = i + 1; r < n; r++) if (Math.abs(m[r]![i]!) > Math.abs(m[p]![i]!)) p = r
    ;[m[i], m[p]] = [m[p]!, m[i]!]
    const d = m[i]![i]! || 1e-30
    for (let r = 0; r < n; r++) {
      if (r === i) continue
      const f = m[r]![i]! / d
      if (f) for (let c = i; c <= n; c++) m[r]![c]! -= f * m[i]![c]!
    }
  }
  return m.map((row, i) => row[n]! / (row[i]! || 1e-30))
}

/** The unknowns that miss A·x = b by the least squares: the normal equations, columns scaled alike, held a little. */
export function leastSquares(rows: readonly number[][], right: readonly number[]): number[] {
  const n = rows[0]!.length
  const size = Array.from({ length: n }, (_, i) => Math.sqrt(rows.reduce((s, r) => s + r[i]! ** 2, 0)) || 1)
  const m = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_, j) => rows.reduce((s, r) => s + (r[i]! * r[j]!) / (size[i]! * size[j]!), 0) + (i === j ? 1e-12 : 0)),
  )
  const b = Array.from({ length: n }, (_, i) => rows.reduce((s, r, k) => s + (r[i]! * right[k]!) / size[i]!, 0))
  return solve(m, b).map((x, i) => x / size[i]!)
}
