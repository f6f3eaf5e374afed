/** Pieces put in order, best first; those that tie stand together. */
export type Order = string[][]

const without = (order: Order, id: string): Order => order.map((tied) => tied.filter((x) => x !== id)).filter((tied) => tied.length)

/**
 * One step towards the best (−1) or the worst (1): out of a tie to a place of its own on that side; from a place of its own into
 * the tie with its neighbour. So two keys reach every order.
 */
export function stepped(order: Order, id: string, by: -1 | 1): Order {
  const at = order.findIndex((tied) => tied.includes(id))
  if (at < 0) return order
  const out = order.map((tied) => [...tied])
  const tied = out[at]!
  if (tied.length > 1) {
    out[at] = tied.filter((x) => x !== id)
    out.splice(by < 0 ? at : at + 1, 0, [id])
    return out
  }
  const neighbour = out[at + by]
  if (!neighbour) return order
  neighbour.push(id)
  out.splice(at, 1)
  return out
}

/**
 * Laid down elsewhere: with another piece it ties with it; else at a place of its own before the group that stands at `at`
 * (0 to the number of groups).
 */
export function laid(order: Order, id: string, to: { with: string } | { at: number }): Order {
  if (!order.flat().includes(id)) return order
  if ('with' in to) {
    if (to.with === id) return order
    return without(order, id).map((tied) => (tied.includes(to.with) ? [...tied, id] : tied))
  }
  const mark = order[to.at]
  const rest = without(order, id)
  // the group it was to stand before may have been itself alone, or have lost it
  const before = mark?.filter((x) => x !== id)
  const i = before?.length ? rest.findIndex((tied) => tied.includes(before[0]!)) : mark ? Math.min(to.at, rest.length) : rest.length
  return [...rest.slice(0, i), [id], ...rest.slice(i)]
}
