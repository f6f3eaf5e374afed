/**
 * The columns that together serve the rows best: of all choices of `size` columns, `must` among them, the one with the greatest
 * sum over the rows of the largest value in a chosen column. Exact: branch and bound, each bound a Lagrangian relaxation of “one
 * column serves a row”, whose multipliers are bettered by subgradients (Cornuéjols, Fisher and Nemhauser 1977).
 * @param rows values, none below 0; all rows alike long
 * @returns places of columns, ascending; those that are no better than another chosen one may be missing
 */
export function bestColumns(rows: readonly Float64Array[], size: number, must: readonly number[] = []): number[] {
  const columns = undominated(rows, must)
  const forced = must.map((c) => columns.indexOf(c))
  const n = columns.length
  const values = rows.map((row) => Float64Array.from(columns, (c) => row[c]!))
  if (n <= size) return columns

  let best = bettered(values, greedy(values, size, forced), forced)
  let most = worth(values, best)
  const enough = () => most + 1e-12 * Math.abs(most)
  const state = new Int8Array(n) // 1 in, -1 out, 0 open
  for (const c of forced) state[c] = 1

  /** Searches below one node; `multipliers` are the parent's. */
  const search = (multipliers: Float64Array, steps: number): void => {
    const lambda = Float64Array.from(multipliers)
    const found = relaxed(values, state, size, lambda, steps, most, (chosen) => {
      const w = worth(values, chosen)
      if (w > most) [best, most] = [chosen, w]
    })
    if (found.bound <= enough() || found.open < 0) return
    for (const way of [1, -1]) {
      state[found.open] = way
      search(lambda, STEPS)
      state[found.open] = 0
      if (found.bound <= enough()) return
    }
  }
  const start = Float64Array.from(values, (row) => 0.9 * Math.max(...best.map((c) => row[c]!)))
  search(start, 12 * STEPS)
  return best.map((c) => columns[c]!).sort((a, b) => a - b)
}
const STEPS = 25 // of the subgradient at a node; ever so many more at the root

/** The sum over the rows of the largest value in a chosen column. */
const worth = (values: readonly Float64Array[], chosen: readonly number[]): number =>
  values.reduce((t, row) => t + chosen.reduce((m, c) => Math.max(m, row[c]!), 0), 0)

/** Columns that no other betters in every row; of alike ones the first. */
function undominated(rows: readonly Float64Array[], must: readonly number[]): number[] {
  const n = rows[0]?.length ?? 0
  const kept: number[] = []
  const covers = (a: number, b: number) => rows.every((row) => row[a]! >= row[b]!)
  for (let c = 0; c < n; c++) {
    if (must.includes(c)) continue
    if (kept.some((k) => covers(k, c))) continue
    for (let i = kept.length - 1; i >= 0; i--) if (covers(c, kept[i]!)) kept.splice(i, 1)
    kept.push(c)
  }
  return [...must, ...kept].sort((a, b) => a - b)
}

/** Column after column, each the one that adds most. */
function greedy(values: readonly Float64Array[], size: number, forced: readonly number[]): number[] {
  const n = values[0]!.length
  const chosen = [...forced]
  const have = Float64Array.from(values, (row) => chosen.reduce((m, c) => Math.max(m, row[c]!), 0))
  while (chosen.length < size) {
    let [next, most] = [-1, -1]
    for (let c = 0; c < n; c++) {
      if (chosen.includes(c)) continue
      const adds = values.reduce((t, row, j) => t + Math.max(0, row[c]! - have[j]!), 0)
      if (adds > most) [next, most] = [c, adds]
    }
    chosen.push(next)
    values.forEach((row, j) => (have[j] = Math.max(have[j]!, row[next]!)))
  }
  return chosen
}

/** Exchanges one column for another as long as that helps. */
function bettered(values: readonly Float64Array[], from: readonly number[], forced: readonly number[]): number[] {
  const n = values[0]!.length
  let chosen = [...from]
  let most = worth(values, chosen)
  for (let moved = true; moved;) {
    moved = false
    for (let i = 0; i < chosen.length; i++) {
      if (forced.includes(chosen[i]!)) continue
      for (let c = 0; c < n; c++) {
        if (chosen.includes(c)) continue
        const tried = chosen.with(i, c)
        const w = worth(values, tried)
        if (w > most * (1 + 1e-12)) [chosen, most, moved] = [tried, w, true]
      }
    }
  }
  return chosen
}

/**
 * Upper bound of what can be reached with the columns decided so far: each row pays its multiplier to be served more than once.
 * Betters `lambda` in place; tells every choice it comes by.
 * @returns the bound, and the open column it would take first: the one to branch on, -1 where none is left to decide
 */
function relaxed(
  values: readonly Float64Array[],
  state: Int8Array,
  size: number,
  lambda: Float64Array,
  steps: number,
  most: number,
  tell: (chosen: number[]) => void,
): { bound: number; open: number } {
  const n = state.length
  const reduced = new Float64Array(n)
  const inside = [...state.keys()].filter((c) => state[c] === 1)
  const left = size - inside.length
  const open = [...state.keys()].filter((c) => state[c] === 0)
  if (left <= 0 || open.length <= left) {
    const all = left <= 0 ? inside : [...inside, ...open]
    tell(all)
    return { bound: -Infinity, open: -1 }
  }
  let [bound, first] = [Infinity, open[0]!]
  const tightest = Float64Array.from(lambda)
  let scale = 1.5
  for (let step = 0, stuck = 0; step < steps; step++) {
    reduced.fill(0)
    values.forEach((row, j) => {
      const l = lambda[j]!
      for (let c = 0; c < n; c++) if (row[c]! > l) reduced[c]! += row[c]! - l
    })
    open.sort((a, b) => reduced[b]! - reduced[a]!)
    const chosen = [...inside, ...open.slice(0, left)]
    const now = lambda.reduce((t, l) => t + l, 0) + chosen.reduce((t, c) => t + reduced[c]!, 0)
    if (step % 5 === 0) tell(chosen)
    if (now < bound) {
      bound = now
      first = open[0]!
      tightest.set(lambda)
      stuck = 0
      if (bound <= most) break
    } else if (++stuck === 6) {
      scale /= 2
      stuck = 0
      lambda.set(tightest)
    }
    let norm = 0
    const slope = values.map((row, j) => {
      const g = 1 - chosen.reduce((t, c) => t + (row[c]! > lambda[j]! ? 1 : 0), 0)
      norm += g * g
      return g
    })
    // no row is served twice, or not at all: this choice is best below this node
    if (norm === 0) {
      tell(chosen)
      break
    }
    const stride = (scale * Math.max(now - most, 1e-9 * Math.abs(most))) / norm
    slope.forEach((g, j) => (lambda[j] = Math.max(0, lambda[j]! - stride * g)))
  }
  lambda.set(tightest)
  return { bound, open: first }
}
