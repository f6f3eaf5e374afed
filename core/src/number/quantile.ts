/** Value below which the share `q` of the values lies: Hoare's selection, in a copy. */
export function quantile(values: ArrayLike<number>, q: number): number {
  const v = Float64Array.from(values)
  const k = Math.min(v.length - 1, Math.floor(q * v.length))
  let [low, high] = [0, v.length - 1]
  while (low < high) {
    const pivot = v[(low + high) >> 1]!
    let [i, j] = [low, high]
    while (i <= j) {
      while (v[i]! < pivot) i++
      while (v[j]! > pivot) j--
      if (i > j) break
      const t = v[i]!
      v[i++] = v[j]!
      v[j--] = t
    }
    if (k <= j) high = j
    else if (k >= i) low = i
    else break
  }
  return v[k] ?? 0
}
