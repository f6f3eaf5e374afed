// Plans of random weeks against plain orders, brute force, and a truth that is drawn afresh, with heavier tails than told.
import { seeded } from '../../core/src/number/index.js'
import { planWeek, type Week, type WeekAsked } from '../../core/src/week/index.js'
import { drawsOf, type Draws } from '../../core/src/week/draws.js'
import { judge, plainPlans } from '../../core/src/week/search.js'
import { freshPlayed, play, scratchOf, shopOf, type Plan, type Shop } from '../../core/src/week/shop.js'
import { randomWeek } from './shops'

const TRUTH = 300
/** A truth of its own: other draws, and where asked a t of four degrees in place of every normal. */
function truth(seed: number, heavy: boolean): Draws {
  const base = drawsOf(TRUTH, seed ^ 0x7fffffff)
  if (!heavy) return base
  return {
    ...base,
    normal: (name) => {
      const z = base.normal(name)
      const r = seeded(seed ^ name.length)
      return z.map((x) => {
        let chi = 0
        for (let k = 0; k < 4; k++) chi += (Math.sqrt(-2 * Math.log(1 - r())) * Math.cos(2 * Math.PI * r())) ** 2
        return (x / Math.sqrt(chi / 4)) * Math.SQRT1_2
      })
    },
  }
}
function planOf(shop: Shop, week: Pick<Week, 'order' | 'stacks'>): Plan {
  const number = new Map(shop.turns.map((t, k) => [`${shop.pieces[t.piece]!.id} ${t.name}`, k]))
  return {
    order: Int32Array.from(week.order, (t) => number.get(`${t.piece} ${t.step}`)!),
    way: Int32Array.from(shop.pieces, (p) =>
      Math.max(
        0,
        p.ways.findIndex((w) => w.sheets === week.stacks[p.id]),
      ),
    ),
  }
}
/** Share of the worth that comes in time, and each piece's own share. */
function inTime(shop: Shop, plan: Plan) {
  const out = freshPlayed(shop)
  const s = scratchOf(shop)
  const dated = shop.pieces.flatMap((p, k) => (p.due < Infinity ? [k] : []))
  const total = dated.reduce((t, k) => t + shop.pieces[k]!.value, 0) || 1
  const each = new Map(dated.map((k) => [shop.pieces[k]!.id, 0]))
  let worth = 0
  for (let d = 0; d < shop.draws; d++) {
    play(shop, plan, d, out, s)
    for (const k of dated)
      if (out.ready[k]! <= shop.pieces[k]!.due + 1e-6) {
        worth += shop.pieces[k]!.value / total
        const { id } = shop.pieces[k]!
        each.set(id, each.get(id)! + 1)
      }
  }
  return { worth: worth / shop.draws, each: new Map([...each].map(([id, n]) => [id, n / shop.draws])) }
}
const at = (xs: number[], q: number) => [...xs].sort((a, b) => a - b)[Math.min(xs.length - 1, Math.floor(q * xs.length))]!
const f = (x: number) => x.toFixed(3)

// brute force: every order of the pieces, every way, on the truth itself
{
  const ratio: number[] = []
  for (let seed = 1; seed <= 24; seed++) {
    const n = 4 + (seed % 3)
    const asked = randomWeek(n, 2 + (seed % 3), seed, 1.1)
    const shop = shopOf(asked, truth(seed, false))
    const week = planWeek(asked)
    const mine = inTime(shop, planOf(shop, week)).worth
    const { worth } = judge(shop)
    void worth
    let most = 0
    const of = shop.pieces.map((_, p) => shop.turns.flatMap((t, k) => (t.piece === p ? [k] : [])))
    const ways = shop.pieces.map((p) => Math.max(1, p.ways.length))
    const permute = (left: number[], order: number[]) => {
      if (!left.length) {
        const count = ways.reduce((a, b) => a * b, 1)
        for (let w = 0; w < count; w++) {
          let rest = w
          const way = Int32Array.from(ways, (k) => {
            const c = rest % k
            rest = Math.floor(rest / k)
            return c
          })
          most = Math.max(most, inTime(shop, { order: Int32Array.from(order), way }).worth)
        }
        return
      }
      for (const p of left)
        permute(
          left.filter((x) => x !== p),
          [...order, ...of[p]!],
        )
    }
    if (ways.reduce((a, b) => a * b, 1) * [1, 1, 2, 6, 24, 120, 720][n]! > 3000) continue
    permute([...shop.pieces.keys()], [])
    ratio.push(most > 0 ? mine / most : 1)
  }
  console.log(
    `brute force over piece orders and stacks, ${ratio.length} weeks: mean ${f(ratio.reduce((a, b) => a + b, 0) / ratio.length)}, worst ${f(Math.min(...ratio))}`,
  )
}
// against plain orders, and how long it takes
for (const [n, e, rounds] of [
  [9, 6, 12],
  [40, 20, 8],
] as const) {
  const rows: number[][] = []
  const ms: number[] = []
  for (let seed = 100; seed < 100 + rounds; seed++) {
    const asked = randomWeek(n, e, seed, 1.3)
    const t = performance.now()
    const week = planWeek(asked)
    ms.push(performance.now() - t)
    const shop = shopOf(asked, truth(seed, false))
    const mine = inTime(shop, planOf(shop, week)).worth
    rows.push([
      mine,
      ...plainPlans(asked, shop)
        .slice(0, 5)
        .map((p) => inTime(shop, p).worth),
    ])
  }
  const mean = (k: number) => f(rows.reduce((s, r) => s + r[k]!, 0) / rows.length)
  console.log(
    `${n} pieces, ${e} evenings: worth in time ${mean(0)}; entry ${mean(1)}, due day ${mean(2)}, set-up ${mean(3)}, worth a minute ${mean(4)}, due day and the rest last ${mean(5)}; ` +
      `under the best plain order in ${rows.filter((r) => r[0]! < Math.max(...r.slice(1)) - 0.005).length} of ${rows.length}; ms median ${at(ms, 0.5).toFixed(0)}, most ${Math.max(...ms).toFixed(0)}`,
  )
}
// calibration
for (const heavy of [false, true]) {
  const bins = Array.from({ length: 10 }, () => [0, 0, 0])
  let brier = 0
  let n = 0
  const kept = [0, 0, 0, 0]
  for (let seed = 500; seed < 560; seed++) {
    const given = randomWeek(4 + (seed % 9), 3 + (seed % 5), seed, 1)
    // the usual week goes on beyond what is written down
    const later = Array.from({ length: 24 }, (_, k) => ({ ...given.evenings[0]!, at: given.evenings.at(-1)!.at + (k + 1) * 1440 }))
    const asked = { ...given, evenings: [...given.evenings, ...later] }
    const next = {
      id: 'next',
      copies: 1,
      ways: [{ sheets: 1, setUp: { saw: 'scroll', blade: '5' }, runs: [{ sheets: 1, minutes: 50, spoil: 0.05 }] }],
      own: 0.3,
      shared: { hand: 0.2 },
    }
    const week = planWeek({ ...asked, next })
    const shop = shopOf(asked, truth(seed + 9, heavy))
    const { each } = inTime(shop, planOf(shop, week))
    for (const [id, told] of Object.entries(week.chance)) {
      const is = each.get(id)!
      const b = bins[Math.min(9, Math.floor(10 * told))]!
      b[0]!++
      b[1]! += told
      b[2]! += is
      // of one week that really comes
      brier += is * (1 - told) ** 2 + (1 - is) * told ** 2
      n++
    }
    const more = shopOf({ ...asked, pieces: [...asked.pieces, next] }, truth(seed + 9, heavy))
    const plan = planOf(more, { order: [...week.order, { piece: 'next', step: 'saw' }], stacks: week.stacks })
    const out = freshPlayed(more)
    const s = scratchOf(more)
    for (const [k, p] of [week.promise.p80, week.promise.p95].entries()) {
      if (p === undefined) continue
      for (let d = 0; d < more.draws; d++) {
        play(more, plan, d, out, s)
        kept[2 * k]! += Number(out.ready.at(-1)! <= p + 1e-6)
        kept[2 * k + 1]!++
      }
    }
  }
  const worst = Math.max(...bins.filter((b) => b[0]! >= 10).map((b) => Math.abs(b[1]! - b[2]!) / b[0]!))
  console.log(
    `told and come${heavy ? ', heavy tails' : ''}: ${bins.map((b) => (b[0]! ? `${f(b[1]! / b[0]!)}→${f(b[2]! / b[0]!)} (${b[0]})` : '–')).join('  ')}; worst bin ${f(worst)}, Brier ${f(brier / n)}; promises kept 80: ${f(kept[0]! / kept[1]!)}, 95: ${f(kept[2]! / kept[3]!)}`,
  )
}
// steadiness
{
  let [pairs, moved, loses] = [0, 0, 0]
  const shares: number[] = []
  for (let seed = 900; seed < 930; seed++) {
    const asked = randomWeek(8, 6, seed, 1)
    const week = planWeek(asked)
    const [first] = asked.evenings
    // what was foretold for the first evening is done
    const over = week.sequence.filter((b) => b.evening === 0)
    const done = (id: string) => {
      const piece = asked.pieces.find((p) => p.id === id)!
      const names = [...(piece.before ?? []).map((_, k) => `b${k}`), 'saw', ...(piece.after ?? []).map((_, k) => `a${k}`)]
      const later = new Set(week.sequence.filter((b) => b.evening > 0 && b.piece === id).map((b) => b.step))
      return names.filter((s) => over.some((b) => b.piece === id && b.step === s) && !later.has(s)).length
    }
    const again = planWeek({
      ...asked,
      now: first!.at + first!.minutes,
      pieces: asked.pieces.map((p) => ({ ...p, done: done(p.id) })),
      keep: { order: week.order, stacks: week.stacks },
    })
    const n = again.order.length
    pairs += (n * (n - 1)) / 2
    moved += again.moved
    shares.push((2 * again.moved) / Math.max(1, n * (n - 1)))
    const last = asked.evenings.at(-1)!
    const wider = { ...asked, evenings: [...asked.evenings, { ...last, at: last.at + 1440 }] }
    const shop = shopOf(wider, truth(seed, false))
    const [a, b] = [inTime(shopOf(asked, truth(seed, false)), planOf(shop, week)).worth, inTime(shop, planOf(shop, planWeek(wider))).worth]
    if (b < a - 0.01) loses++
  }
  console.log(
    `after an evening as foretold: ${f(moved / pairs)} of pairs moved, most ${f(Math.max(...shares))}; one evening more loses over 1 % in ${loses} of 30`,
  )
}
export type { WeekAsked }
