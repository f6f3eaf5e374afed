import { seeded } from '../number/index.js'
import { drawsOf, medians } from './draws.js'
import { freshPlayed, play, scratchOf, shopOf, type Plan, type Shop, type ShopPiece } from './shop.js'
import type { WeekAsked } from './asked.js'

const ALL = 0.02 // of the worth of everything, that all of it comes in time
const CHANGE = 0.0008 // of it, that one set-up less is worth; and
const SOONER = 0.002 // an end sooner by the whole time there is
const CLEARLY = 0.015 // of the worth, for which a plan that was kept is left
const PLAYS = 700_000 // plays of one turn a search may cost: less than a second
const MOST = 24_000 // plays of a small one
const DECIDING = 240 // draws by which a kept plan is left
const BLOCK = 8 // draws after which a plan that falls behind is given up
const HEAT = 0.03 // of the worth a step may lose at first

/** What a plan is worth in one draw, of all that has a day: the aim, with all that only breaks ties. */
function aimOf(shop: Shop, dislike: number) {
  const dated = shop.pieces.map((p, k) => ({ p, k })).filter(({ p }) => p.due < Infinity)
  const total = dated.reduce((t, { p }) => t + p.value, 0) || 1
  const last = shop.evenings.at(-1)
  const span = Math.max(1, (last?.at ?? 0) - shop.begin + 600)
  const minutes = Math.max(
    1,
    shop.evenings.reduce((t, e) => t + (e.minutes[0] ?? 0), 0),
  )
  const change = CHANGE + (0.5 * dislike) / minutes
  return (ready: Float64Array, setUps: number, end: number): number => {
    let worth = 0
    let all = 1
    for (const { p, k } of dated) {
      if (ready[k]! <= p.due + 1e-6) worth += p.value
      else all = 0
    }
    let undone = 0
    for (let k = 0; k < ready.length; k++) if (ready[k] === Infinity) undone++
    return worth / total + ALL * all - change * setUps - SOONER * ((end - shop.begin) / span + undone / Math.max(1, ready.length))
  }
}

/** Plays plans of one shop on the same draws. */
export function judge(shop: Shop, dislike = 0) {
  const aim = aimOf(shop, dislike)
  const out = freshPlayed(shop)
  const scratch = scratchOf(shop)
  let plays = 0
  return {
    get plays() {
      return plays
    },
    /**
     * What a plan is worth in each draw.
     * @param beat given up where it is surely less than this, less `slack`; undefined then
     */
    worth(plan: Plan, beat?: Float64Array, slack = 0): Float64Array | undefined {
      const each = new Float64Array(shop.draws)
      let [sum, squares] = [0, 0]
      for (let d = 0; d < shop.draws; d++) {
        play(shop, plan, d, out, scratch)
        plays++
        each[d] = aim(out.ready, out.setUps, out.end)
        if (!beat) continue
        const by = each[d]! - beat[d]!
        sum += by
        squares += by * by
        const n = d + 1
        if (n % BLOCK || n === shop.draws) continue
        const mean = sum / n
        const se = Math.sqrt(Math.max(0, squares / n - mean * mean) / n)
        if (mean + 2.5 * se < -slack) return undefined
      }
      return each
    },
  }
}
const mean = (x: Float64Array) => x.reduce((a, b) => a + b, 0) / x.length

/** All turns piece by piece in an order of pieces. */
export function byPiece(shop: Shop, pieces: readonly number[]): Int32Array {
  const of: number[][] = shop.pieces.map(() => [])
  shop.turns.forEach((t, k) => of[t.piece]!.push(k))
  return Int32Array.from(pieces.flatMap((p) => of[p]!))
}
const setUpKey = (p: ShopPiece, way = 0): string => {
  const u = p.ways[way]?.setUp
  return u ? `${u.saw}|${u.blade}|${u.speed ?? ''}|${u.height ?? ''}` : ''
}
/** Minutes of work a piece has left at medians, by a way. */
const minutesOf = (p: ShopPiece, way: number): number =>
  p.steps.reduce((t, s, k) => t + (k < p.done ? 0 : s ? s.minutes[0]! : (p.ways[way]?.median ?? 0) * p.left), 0)

/** Orders anybody would try: as entered, by day, by set-up, by worth a minute, by day with what is too much put last. */
export function plainPlans(asked: WeekAsked, shop: Shop): Plan[] {
  const n = shop.pieces.length
  const mid = shopOf(asked, medians)
  const fastest = Int32Array.from(mid.pieces, (p) => p.ways.reduce((best, w, k) => (w.median < p.ways[best]!.median ? k : best), 0))
  const first = new Int32Array(n)
  const ids = [...Array(n).keys()]
  const out = freshPlayed(mid)
  const scratch = scratchOf(mid)
  const plans: Plan[] = []
  for (const way of fastest.some((k) => k > 0) ? [first, fastest] : [first]) {
    const minutes = mid.pieces.map((p, k) => Math.max(1, minutesOf(p, way[k]!)))
    const due = (k: number) => mid.pieces[k]!.due
    const byDay = [...ids].sort((a, b) => due(a) - due(b) || a - b)
    const byWorth = [...ids].sort(
      (a, b) =>
        Number(due(a) === Infinity) - Number(due(b) === Infinity) ||
        mid.pieces[b]!.value / minutes[b]! - mid.pieces[a]!.value / minutes[a]!,
    )
    const groups = new Map<string, number[]>()
    for (const k of byDay) {
      const key = setUpKey(mid.pieces[k]!, way[k])
      groups.set(key, [...(groups.get(key) ?? []), k])
    }
    const bySetUp = [...groups.values()].flat()
    // by day; whenever one comes too late, the one so far that gives least for its time goes last
    const kept: number[] = []
    const last: number[] = []
    for (const k of byDay) {
      kept.push(k)
      for (;;) {
        play(mid, { order: byPiece(mid, kept), way }, 0, out, scratch)
        if (kept.every((p) => due(p) === Infinity || out.ready[p]! <= due(p))) break
        const worst = kept.reduce((w, p) => (minutes[p]! / mid.pieces[p]!.value > minutes[w]! / mid.pieces[w]!.value ? p : w))
        kept.splice(kept.indexOf(worst), 1)
        last.push(worst)
      }
    }
    for (const pieces of [ids, byDay, bySetUp, byWorth, [...kept, ...last.reverse()]]) plans.push({ order: byPiece(shop, pieces), way })
  }
  return plans
}

/** Changes a plan a little, at random. */
function stepped({ order, way }: Plan, shop: Shop, r: () => number): Plan {
  const at = (n: number) => Math.floor(r() * n)
  const n = shop.pieces.length
  const p = at(n)
  const kind = r()
  const ways = shop.pieces[p]!.ways.length
  if (ways > 1 && kind < 0.15) {
    const next = way.slice()
    next[p] = (way[p]! + 1 + at(ways - 1)) % ways
    return { order, way: next }
  }
  const list = Array.from(order)
  if (kind < 0.3) {
    const [t] = list.splice(at(list.length), 1)
    list.splice(at(list.length + 1), 0, t!)
    return { order: Int32Array.from(list), way }
  }
  if (kind < 0.5) {
    // its saw turn beside one of the same set-up
    const key = setUpKey(shop.pieces[p]!, way[p])
    const mates = list.filter((t) => {
      const turn = shop.turns[t]!
      return turn.saw && turn.piece !== p && setUpKey(shop.pieces[turn.piece]!, way[turn.piece]) === key
    })
    const mine = list.findIndex((t) => shop.turns[t]!.saw && shop.turns[t]!.piece === p)
    if (mates.length && mine >= 0) {
      const [t] = list.splice(mine, 1)
      list.splice(list.indexOf(mates[at(mates.length)]!) + at(2), 0, t!)
      return { order: Int32Array.from(list), way }
    }
  }
  const own = list.filter((t) => shop.turns[t]!.piece === p)
  const rest = list.filter((t) => shop.turns[t]!.piece !== p)
  const to = r() < 0.1 ? (r() < 0.5 ? 0 : rest.length) : at(rest.length + 1)
  rest.splice(to, 0, ...own)
  return { order: Int32Array.from(rest), way }
}

/** Draws a plan of so many turns is tried on. */
const drawsFor = (turns: number): number => (turns <= 40 ? 96 : 48)

/**
 * The plan worth most on some draws: the best of plain ones, then by steps that may lose a little at first (threshold
 * accepting, given up early where a step surely loses).
 * @param kept the plan so far, left only where another is clearly better
 */
export function best(asked: WeekAsked, seed: number, kept?: (shop: Shop) => Plan | undefined): { shop: Shop; plan: Plan } {
  const turns = asked.pieces.reduce((t, p) => t + (p.before?.length ?? 0) + 1 + (p.after?.length ?? 0), 0)
  const shop = shopOf(asked, drawsOf(drawsFor(turns), seed))
  const stay = kept?.(shop)
  const judging = judge(shop, asked.dislike)
  const { worth } = judging
  const starts = [...(stay ? [stay] : []), ...plainPlans(asked, shop)]
  let top: { plan: Plan; each: Float64Array; is: number } | undefined
  for (const plan of starts) {
    const each = worth(plan)!
    const is = mean(each)
    if (!top || is > top.is + 1e-9) top = { plan, each, is }
  }
  if (!top || turns < 2) return { shop, plan: top?.plan ?? { order: new Int32Array(0), way: new Int32Array(0) } }
  const r = seeded(seed ^ 0x5bd1e995)
  // counted, never timed: one seed gives one plan
  const plays = Math.min(MOST, PLAYS / turns)
  let now = top
  while (judging.plays < plays) {
    const plan = stepped(now.plan, shop, r)
    const slack = HEAT * (1 - judging.plays / plays) ** 2
    const each = worth(plan, now.each, slack)
    if (!each) continue
    const is = mean(each)
    if (is < now.is - slack) continue
    now = { plan, each, is }
    if (is > top.is + 1e-9) top = now
  }
  if (stay) {
    // sought on these draws a new plan looks better than it is: others decide
    const other = judge(shopOf(asked, drawsOf(DECIDING, seed ^ 0x1b873593)), asked.dislike)
    if (mean(other.worth(top.plan)!) < mean(other.worth(stay)!) + CLEARLY) return { shop, plan: stay }
  }
  return { shop, plan: top.plan }
}
