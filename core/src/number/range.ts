/** A figure with how far it may be off. */
export interface Range {
  low: number
  mid: number
  high: number
}

/** Rising places as runs of neighbours, each by its first and last: 1, 2, 3, 7 → [1, 3], [7, 7]. */
export const runsOf = (places: readonly number[]): [number, number][] =>
  places.reduce<[number, number][]>((runs, i) => {
    const last = runs.at(-1)
    if (last?.[1] === i - 1) last[1] = i
    else runs.push([i, i])
    return runs
  }, [])
