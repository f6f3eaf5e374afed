import { seeded } from '../../number/index.js'
/** What the order is chosen by: openings as places with their cutting times, and the webs between them. */
export interface OrderTask {
  x: Float64Array
  y: Float64Array
  /** cutting time of each opening, min */
  minutes: Float64Array
  /** webs as pairs of openings and 1/width, 1/mm; a web to the outline is met when its one opening is out */
  webs: { a: number; b: number; weight: number }[]
}

export const TRAVEL = 0.05 // min per mm between holes: the weight given to travel in the objective

/**
 * The objective, to be minimised: for every web 1/width × the cutting time left after both its neighbours are out,
 * plus 0.05 per mm of travel between holes; minutes throughout (blade-science, section 7).
 */
export const orderCost = (task: OrderTask, order: ArrayLike<number>): number => costOf(task)(order)

/** The same for many orders of one task: the search asks it some ten thousand times. */
function costOf({ x, y, minutes, webs }: OrderTask): (order: ArrayLike<number>) => number {
  const out = new Float64Array(x.length)
  const [first, second] = [Int32Array.from(webs, (w) => w.a), Int32Array.from(webs, (w) => w.b)]
  const weight = Float64Array.from(webs, (w) => w.weight)
  return (order) => {
    let [done, travel, before] = [0, 0, -1]
    for (let i = 0; i < order.length; i++) {
      const o = order[i]!
      done += minutes[o]!
      out[o] = done
      if (before >= 0) {
        const [dx, dy] = [x[o]! - x[before]!, y[o]! - y[before]!]
        travel += Math.sqrt(dx * dx + dy * dy)
      }
      before = o
    }
    let cost = TRAVEL * travel
    for (let w = 0; w < weight.length; w++) {
      const [a, b] = [out[first[w]!]!, out[second[w]!]!]
      cost += weight[w]! * (done - (a > b ? a : b))
    }
    return cost
  }
}

/** Order as on the page: rows from the top, left to right. */
export function readingOrder(task: OrderTask): number[] {
  const all = [...task.x.keys()]
  const [top, bottom] = [Math.min(...task.y), Math.max(...task.y)]
  const row = Math.max((bottom - top) / Math.max(1, Math.round(Math.sqrt(all.length))), 1e-9)
  const line = (i: number) => Math.floor((task.y[i]! - top) / row)
  return all.sort((a, b) => line(a) - line(b) || task.x[a]! - task.x[b]!)
}

/** Always to the nearest hole not yet used, from the first in reading order. */
export function nearestOrder(task: OrderTask): number[] {
  const left = new Set(task.x.keys())
  let at = readingOrder(task)[0]!
  const order: number[] = []
  while (left.size) {
    left.delete(at)
    order.push(at)
    let best = Infinity
    let next = -1
    for (const j of left) {
      const d = (task.x[j]! - task.x[at]!) ** 2 + (task.y[j]! - task.y[at]!) ** 2
      if (d < best) [best, next] = [d, j]
    }
    at = next
  }
  return order
}

export const EXACT = 11 // openings up to which every order is weighed
const EFFORT = 4e6 // elementary steps of the search beyond: bounds its time, whatever the pattern

/**
 * The best order found. Up to EXACT openings it is the best there is, by dynamic programming over which are out
 * and which was last; beyond, annealing from the better of several sound starts, the same every time.
 */
export function bestOrder(task: OrderTask): number[] {
  const n = task.x.length
  if (n < 3) return [...task.x.keys()]
  return n <= EXACT ? exactOrder(task) : annealed(task)
}

/** Cost of finishing with i: the webs whose second neighbour is now out wait for all that is left. */
function exactOrder(task: OrderTask): number[] {
  const n = task.x.length
  const full = (1 << n) - 1
  const total = task.minutes.reduce((a, b) => a + b, 0)
  const time = new Float64Array(full + 1)
  for (let s = 1; s <= full; s++) {
    const i = 31 - Math.clz32(s & -s)
    time[s] = time[s & (s - 1)]! + task.minutes[i]!
  }
  const webAt = (s: number, i: number) => {
    let w = 0
    for (const { a, b, weight } of task.webs) {
      const other = a === i ? b : b === i ? a : -1
      if (other >= 0 && (s >> other) & 1) w += weight
    }
    return w * (total - time[s]!)
  }
  const best = new Float64Array((full + 1) * n).fill(Infinity)
  const from = new Int8Array((full + 1) * n).fill(-1)
  for (let i = 0; i < n; i++) best[(1 << i) * n + i] = webAt(1 << i, i)
  for (let s = 1; s <= full; s++)
    for (let i = 0; i < n; i++) {
      const here = best[s * n + i]!
      if (here === Infinity) continue
      for (let j = 0; j < n; j++) {
        if ((s >> j) & 1) continue
        const t = s | (1 << j)
        const cost = here + webAt(t, j) + TRAVEL * Math.hypot(task.x[i]! - task.x[j]!, task.y[i]! - task.y[j]!)
        if (cost < best[t * n + j]!) {
          best[t * n + j] = cost
          from[t * n + j] = i
        }
      }
    }
  let last = 0
  for (let i = 1; i < n; i++) if (best[full * n + i]! < best[full * n + last]!) last = i
  const order: number[] = []
  for (let s = full, i = last; i >= 0;) {
    order.unshift(i)
    const before = from[s * n + i]!
    s &= ~(1 << i)
    i = before
  }
  return order
}

function annealed(task: OrderTask): number[] {
  const n = task.x.length
  const random = seeded(n)
  const starts = [nearestOrder(task), readingOrder(task), lateWebs(task)].sort((a, b) => orderCost(task, a) - orderCost(task, b))
  const order = Int32Array.from(starts[0]!)
  const costs = costOf(task)
  let cost = costs(order)
  let best = Int32Array.from(order)
  let bestCost = cost
  const moves = Math.max(500, Math.floor(EFFORT / (n + task.webs.length)))
  const hot = (0.3 * cost) / n
  const trial = new Int32Array(n)
  for (let k = 0; k < moves; k++) {
    const heat = hot * (1 - k / moves) ** 2
    // most good changes are near ones
    const reach = Math.max(3, Math.ceil(n * (1 - k / moves)))
    const i = Math.floor(random() * n)
    const j = Math.min(n - 1, Math.max(0, i + Math.floor((2 * random() - 1) * reach)))
    if (i === j) continue
    const [a, b] = i < j ? [i, j] : [j, i]
    trial.set(order)
    const kind = random()
    if (kind < 0.45) {
      for (let x = a, y = b; x < y; x++, y--) {
        trial[x] = order[y]!
        trial[y] = order[x]!
      }
    } else if (kind < 0.9) {
      // one opening, or a run of up to three, moved elsewhere
      const run = Math.min(b - a, 1 + Math.floor(random() * 3))
      if (i < j) {
        trial.copyWithin(a, a + run, b + 1)
        for (let x = 0; x < run; x++) trial[b - run + 1 + x] = order[a + x]!
      } else {
        trial.copyWithin(a + run, a, b + 1 - run)
        for (let x = 0; x < run; x++) trial[a + x] = order[b - run + 1 + x]!
      }
    } else {
      trial[a] = order[b]!
      trial[b] = order[a]!
    }
    const c = costs(trial)
    if (c < cost || random() < Math.exp((cost - c) / heat)) {
      order.set(trial)
      cost = c
      if (c < bestCost) {
        bestCost = c
        best = Int32Array.from(order)
      }
    }
  }
  return settled(task, best)
}

/**
 * An order with nothing left that a single change would better: an opening moved elsewhere, or a stretch of them turned
 * round; as far as half the search's own effort goes.
 */
function settled(task: OrderTask, order: Int32Array): number[] {
  const n = order.length
  const costs = costOf(task)
  const trial = new Int32Array(n)
  let cost = costs(order)
  let left = Math.floor(EFFORT / 2 / (n + task.webs.length))
  for (let better = true; better && left > 0;) {
    better = false
    for (let i = 0; i < n && left > 0; i++)
      for (let j = 0; j < n && left > 0; j++) {
        if (i === j) continue
        trial.set(order)
        if (i < j) trial.subarray(i, j + 1).reverse()
        else {
          // from i to j, what stands between moves on by one
          trial.copyWithin(j + 1, j, i)
          trial[j] = order[i]!
        }
        left--
        const c = costs(trial)
        if (c >= cost - 1e-9) continue
        order.set(trial)
        cost = c
        better = true
      }
  }
  return [...order]
}

/** Openings beside sturdy stock first, those on the thinnest webs last. */
function lateWebs(task: OrderTask): number[] {
  const load = new Float64Array(task.x.length)
  for (const w of task.webs) {
    load[w.a]! += w.weight
    if (w.b !== w.a) load[w.b]! += w.weight
  }
  return [...task.x.keys()].sort((a, b) => load[a]! - load[b]!)
}
