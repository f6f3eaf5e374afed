import { drawsOf } from './draws.js'
import type { Piece, Stock } from './asked.js'

/** What things cost the maker, in their own money. */
export interface QuoteRates {
  /** an hour of one's own */
  hour: number
  /** by blade; one figure for all */
  blade: number | Record<string, number>
  /** a sheet or blank */
  sheet: number
  /** finish, hardware, carriage: once */
  other?: number
}
export interface QuoteAsked {
  pieces: readonly Piece[]
  rates: QuoteRates
  /** what one blade lasts, as for a plan */
  stock?: Stock
  /** changes of set-up, min: told once a piece */
  setUp?: number
  /** price asked; absent: that which loses one time in five */
  price?: number
  seed: number
}
interface Middle {
  median: number
  low: number
  high: number
}
export interface Quote {
  hours: Middle
  blades: Middle
  sheets: { median: number; high: number }
  cost: Middle
  /** the price told of here */
  price: number
  /** chance that it comes dearer than the price */
  lose: number
  /** what an hour earns at that price */
  anHour: Middle
  /** price that loses with this chance */
  priceFor: (risk: number) => number
}

const DRAWS = 2000
const FAIR = 0.2 // chance of losing of a fair first offer: at the median one loses half of the time
const LIFE = { life: 40, own: 0.5 } // min a blade lasts where nothing is known of it

/**
 * What some pieces come to, and the price for a risk: hours with all their shared doubt, blades and sheets used up, spoilt
 * ones among them.
 * @throws RangeError where a rate is no figure of 0 or more
 */
export function quote({ pieces, rates, stock = {}, setUp = 0, price, seed }: QuoteAsked): Quote {
  for (const [name, rate] of [
    ['hour', rates.hour],
    ['sheet', rates.sheet],
    ['other', rates.other ?? 0],
  ] as const)
    if (!(rate >= 0 && Number.isFinite(rate))) throw new RangeError(`The rate of ${name} must be 0 or more.`)
  const draws = drawsOf(DRAWS, seed)
  const hours = new Float64Array(DRAWS)
  const blades = new Float64Array(DRAWS)
  const used = new Float64Array(DRAWS)
  const sheets = new Float64Array(DRAWS)
  const cost = new Float64Array(DRAWS).fill(rates.other ?? 0)
  const spread = (name: string, own: number, shared: Record<string, number> = {}) => {
    const z = new Float64Array(DRAWS)
    draws.normal(name).forEach((v, d) => (z[d]! += own * v))
    for (const [key, load] of Object.entries(shared)) draws.normal(`shared ${key}`).forEach((v, d) => (z[d]! += load * v))
    return z.map(Math.exp)
  }
  for (const p of pieces) {
    for (const [k, s] of [...(p.before ?? []), ...(p.after ?? [])].entries())
      spread(`${p.id} hand ${k}`, s.minutes.own, s.minutes.shared).forEach((f, d) => (hours[d]! += (s.minutes.median * f) / 60))
    const [way] = p.ways ?? []
    if (!way) continue
    const pace = spread(`${p.id} saw`, p.own ?? 0, p.shared)
    const { life, own } = stock[way.setUp.blade] ?? LIFE
    const each = typeof rates.blade === 'number' ? rates.blade : (rates.blade[way.setUp.blade] ?? 0)
    const lasts = spread(`${way.setUp.blade} life`, own)
    way.runs.forEach((run, k) => {
      const luck = draws.even(`${p.id} run ${k}`)
      for (let d = 0; d < DRAWS; d++) {
        // spoilt so many times before it comes right, each found half way
        const times = run.spoil > 0 ? Math.floor(Math.log(Math.max(1e-12, luck[d]!)) / Math.log(run.spoil)) : 0
        const minutes = run.minutes * pace[d]! * (1 + 0.5 * times)
        hours[d]! += minutes / 60
        sheets[d]! += run.sheets * (1 + times)
        blades[d]! += minutes / Math.max(1e-6, life * lasts[d]!)
      }
    })
    for (let d = 0; d < DRAWS; d++) {
      hours[d]! += setUp / 60
      cost[d]! += Math.ceil(blades[d]! - used[d]!) * each
      used[d] = blades[d]!
    }
  }
  for (let d = 0; d < DRAWS; d++) {
    blades[d] = Math.ceil(blades[d]!)
    cost[d]! += hours[d]! * rates.hour + sheets[d]! * rates.sheet
  }
  const sorted = cost.slice().sort()
  const at = (of: Float64Array, q: number) => of[Math.min(of.length - 1, Math.max(0, Math.ceil(q * of.length) - 1))]!
  const middle = (of: Float64Array): Middle => {
    const s = of.slice().sort()
    return { median: at(s, 0.5), low: at(s, 0.1), high: at(s, 0.9) }
  }
  const priceFor = (risk: number) => at(sorted, 1 - Math.min(0.99, Math.max(0.01, risk)))
  const asked = price ?? priceFor(FAIR)
  const spent = cost.map((c, d) => c - hours[d]! * rates.hour)
  const count = middle(sheets)
  return {
    hours: middle(hours),
    blades: middle(blades),
    sheets: { median: count.median, high: count.high },
    cost: middle(cost),
    price: asked,
    lose: sorted.filter((c) => c > asked + 1e-9).length / DRAWS,
    anHour: middle(hours.map((h, d) => (asked - spent[d]!) / Math.max(1e-6, h))),
    priceFor,
  }
}
