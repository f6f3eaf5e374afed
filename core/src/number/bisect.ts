/**
 * Where a condition changes between `low`, at which it does not hold, and `high`, at which it does, by halving.
 * @param holds must not be lost again once it holds; asked `steps` times
 * @returns the interval it changes in
 */
export function bisect(holds: (x: number) => boolean, low: number, high: number, steps: number): [low: number, high: number] {
  for (let i = 0; i < steps; i++) {
    const mid = (low + high) / 2
    if (holds(mid)) high = mid
    else low = mid
  }
  return [low, high]
}
