import { told, type Beliefs } from '../belief/index.js'
import type { Blade } from '../blade/index.js'
import { steadyFeed } from '../cut/index.js'
import { blank, lifeOf, type Interval } from '../learn/index.js'
import { seeded } from '../number/index.js'
import type { Use } from './work.js'

export interface InDrawer {
  blade: Blade
  /** that are left, the one in use among them */
  count: number
  /** minutes the one in use has sawn */
  minutes: number
}
export interface Demand {
  blade: Blade
  left: number
  /** blades used up a year; 0 where nothing is known to need it */
  yearly: Interval
  /** chance that the last is used up before a delivery ordered today arrives */
  runsOut: number
  /** blades to order, so that they last the months asked with the risk allowed */
  order: number
}
export interface DemandAsked {
  uses: readonly Use[]
  drawer: readonly InDrawer[]
  /** days from order to delivery */
  days: number
  /** months an order should last after it came */
  months?: number
  beliefs?: Beliefs
}
export const RISK = 0.1 // chance to run out from which one orders, and which an order leaves; estimate

/** It may well run out before a delivery. */
export const toOrder = ({ order, runsOut }: Demand): boolean => order > 0 && runsOut >= RISK

const RUNS = 1500
const LUMPY = 0.5 // of the logarithm by which one cut's minutes scatter about its kind's; estimate
const DAYS = 365.25

/** A normal deviate from two even ones (Box and Muller 1958). */
const normal = (random: () => number) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
/** How many come where `mean` are expected (Knuth); many at once by the normal curve. */
function poisson(random: () => number, mean: number): number {
  if (mean > 60) return Math.max(0, Math.round(mean + Math.sqrt(mean) * normal(random)))
  let [n, p] = [0, random()]
  for (const least = Math.exp(-mean); p > least; n++) p *= random()
  return n
}
/** A gamma deviate of unit scale (Marsaglia and Tsang 2000), shape 1 and more. */
function gamma(random: () => number, shape: number): number {
  const d = shape - 1 / 3
  const c = 1 / Math.sqrt(9 * d)
  for (;;) {
    const x = normal(random)
    const v = (1 + c * x) ** 3
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v
  }
}

/** Cuts of one occasion: one and, by chance, more, as many in the middle as were logged. */
function atOnce(random: () => number, { logged }: Use): number {
  const more = logged ? 1 - logged.occasions / logged.cuts : 0
  return more > 0 ? 1 + Math.min(MOST, Math.floor(Math.log(1 - random()) / Math.log(more))) : 1
}

/**
 * Blades the work of a year uses up, and the chance that a kind runs out before a delivery: occasions come by chance at the rate
 * logged or planned, each wears the blade by its minutes over the life in that stock, single lives scatter, and how long they are in the
 * middle is known only so well. Counted over runs of chance from a fixed seed.
 * @returns a row for each kind in the drawer and each that is used, those that run out soonest first
 * @throws RangeError where the days are none
 */
export function demandOf({ uses, drawer, days, months = 6, beliefs = blank }: DemandAsked): Demand[] {
  if (!(days >= 0 && days <= 3650)) throw new RangeError(`Delivery takes 0 to 3650 days; ${days} is none of these.`)
  const kinds = new Map<string, InDrawer>(drawer.map((d) => [d.blade.id, d]))
  for (const { blade } of uses) if (!kinds.has(blade.id)) kinds.set(blade.id, { blade, count: 0, minutes: 0 })
  return [...kinds.values()]
    .filter(({ blade }) => !blade.plate)
    .map((kind) =>
      demandFor(
        kind,
        uses.filter((u) => u.blade.id === kind.blade.id),
        days,
        months,
        beliefs,
      ),
    )
    .sort((a, b) => b.runsOut - a.runsOut || b.yearly.median - a.yearly.median)
}

function demandFor(
  { blade, count, minutes: worn0 }: InDrawer,
  uses: readonly Use[],
  days: number,
  months: number,
  beliefs: Beliefs,
): Demand {
  if (!uses.length) return { blade, left: count, yearly: { median: 0, low: 0, high: 0 }, runsOut: 0, order: 0 }
  const random = seeded(blade.id.length * 7919 + uses.length)
  const lives = uses.map(({ job }) => {
    const t = told(beliefs, 'life', job, blade, { life: 1 })
    return {
      middle: lifeOf(job, blade, steadyFeed(job, blade)) * Math.exp(t.mean),
      doubt: Math.sqrt(t.variance),
      scatter: Math.sqrt(t.noise),
    }
  })
  const spread = lives[0]!
  const used: { year: number; delivery: number; order: number }[] = []
  for (let run = 0; run < RUNS; run++) {
    // what is not known of lives is the same for all cuts of one shop
    const longer = Math.exp(spread.doubt * normal(random))
    // a rate that was counted is known to so many occasions; one that was said is taken at its word
    const rates = uses.map(({ logged, yearly }) => (logged ? (yearly / logged.cuts) * gamma(random, logged.occasions + 0.5) : yearly))
    const wearIn = (share: number) =>
      uses.reduce((t, u, i) => {
        let wear = 0
        for (let n = poisson(random, rates[i]! * share); n > 0; n--)
          for (let cuts = atOnce(random, u); cuts > 0; cuts--) wear += u.minutes * Math.exp(LUMPY * normal(random) - (LUMPY * LUMPY) / 2)
        return t + wear / (lives[i]!.middle * longer)
      }, 0)
    const first = wearIn(days / DAYS)
    const then = first + wearIn(months / 12)
    const year = then + wearIn(Math.max(0, 1 - days / DAYS - months / 12))
    const ends = { year: 0, delivery: 0, order: 0 }
    const life = () => Math.exp(spread.scatter * normal(random))
    // the one in use has so much behind it
    for (let [n, worn] = [0, Math.max(0, life() - worn0 / (spread.middle * longer))]; worn <= year && n < MOST; n++, worn += life()) {
      if (worn <= first) ends.delivery++
      if (worn <= then) ends.order++
      ends.year++
    }
    used.push(ends)
  }
  const at = (key: keyof (typeof used)[number], q: number) => used.map((u) => u[key]).sort((a, b) => a - b)[Math.floor(q * (RUNS - 1))]!
  const per = 1 / Math.max(1, days / DAYS + months / 12)
  return {
    blade,
    left: count,
    yearly: { median: at('year', 0.5) * per, low: at('year', 0.1) * per, high: at('year', 0.9) * per },
    // with none left it has run out
    runsOut: count === 0 ? 1 : used.filter((u) => u.delivery >= count).length / RUNS,
    order: Math.max(0, at('order', 1 - RISK) + 1 - count),
  }
}
const MOST = 5000 // blades a year beyond which nobody counts
