import { solve } from './linear.js'

/**
 * Unknowns that make what is missed least in squares: Gauss-Newton, damped (Levenberg and Marquardt), slopes by small steps.
 * @param miss what is missed, as many values each time; where it is not to be had, Infinity
 * @param steps by which each unknown is tried, about a hundredth of what it may move
 */
export function settle(
  miss: (x: readonly number[]) => readonly number[],
  start: readonly number[],
  steps: readonly number[],
  rounds = 30,
): number[] {
  let at = [...start]
  let here = miss(at)
  const squares = (r: readonly number[]) => r.reduce((s, v) => s + v * v, 0)
  let least = squares(here)
  let damp = 1e-3
  for (let round = 0; round < rounds; round++) {
    const slopes = steps.map((d, k) => {
      const there = miss(at.map((v, i) => (i === k ? v + d : v)))
      return here.map((v, i) => (there[i]! - v) / d)
    })
    const down = slopes.map((s) => -s.reduce((t, v, i) => t + v * here[i]!, 0))
    const bend = slopes.map((s) => slopes.map((o) => s.reduce((t, v, i) => t + v * o[i]!, 0)))
    let better = false
    for (let tries = 0; tries < 8 && !better; tries++) {
      const move = solve(
        bend.map((row, i) => row.map((v, j) => (i === j ? v * (1 + damp) + 1e-12 : v))),
        down,
      )
      const next = at.map((v, i) => v + move[i]!)
      const missed = miss(next)
      const sum = squares(missed)
      if (sum < least) {
        better = true
        damp /= 5
        const gain = least - sum
        ;[at, here, least] = [next, missed, sum]
        if (gain < 1e-9 * least) return at
      } else damp *= 6
    }
    if (!better) return at
  }
  return at
}
