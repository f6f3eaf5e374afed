/**
 * How well a trial tells blades apart, on simulated judges: how often it calls a winner where all are alike, and how often the
 * true best is in its first group. `npm run bench:trial [trials]`.
 */
import { criteria, designTrial, rankTrial, type Judged } from '../../core/src/index.js'
import { seeded } from '../../core/src/number/index.js'

const TRIALS = Number(process.argv[2] ?? 120)

interface Judge {
  blades: number
  stocks: number
  repeats: number
  criteria: number
  /** standard deviation between blades, in those of a single look */
  apart: number
  /** how far criteria of one piece agree, 0…1: the piece’s share of what scatters */
  agree: number
  /** share of neighbours that are called alike */
  ties: number
}
/** A judge of its own kind: normal looks, thresholds for ties; nothing of the ranking’s own model. */
export function simulate(j: Judge, seed: number) {
  const random = seeded(seed)
  const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const ids = Array.from({ length: j.blades }, (_, i) => ({ id: `b${i}` }))
  const design = designTrial({
    blades: ids,
    stocks: Array.from({ length: j.stocks }, (_, i) => ({ id: `s${i}` })),
    repeats: j.repeats,
    seed,
  })
  const quality = ids.map(() => j.apart * gauss())
  const orders: Judged[] = []
  for (const stock of design.stocks)
    for (let repeat = 0; repeat < j.repeats; repeat++) {
      const piece = ids.map(() => Math.sqrt(j.agree) * gauss())
      for (const criterion of criteria.slice(0, j.criteria)) {
        const seen = ids
          .map(({ id }, i) => ({ id, x: quality[i]! + piece[i]! + Math.sqrt(1 - j.agree) * gauss() }))
          .sort((a, b) => b.x - a.x)
        const order: string[][] = []
        for (const { id, x } of seen) {
          const last = order.at(-1)
          const before = last && seen.find((s) => s.id === last.at(-1))!.x
          if (last && before! - x < j.ties) last.push(id)
          else order.push([id])
        }
        orders.push({ criterion, stock, repeat, order })
      }
    }
  const best = quality.indexOf(Math.max(...quality))
  return { design, orders, best: `b${best}` }
}

const percent = (x: number) => `${(100 * x).toFixed(0)} %`
const rows: Record<string, Record<string, string>> = {}
const cases: [string, Judge][] = [
  ['alike, 2 blades, 1 board, criteria half agree', { blades: 2, stocks: 1, repeats: 1, criteria: 10, apart: 0, agree: 0.5, ties: 0 }],
  ['alike, 2 blades, 1 board, all agree', { blades: 2, stocks: 1, repeats: 1, criteria: 10, apart: 0, agree: 0.9, ties: 0 }],
  ['alike, 2 blades, 3 repeats, half agree', { blades: 2, stocks: 1, repeats: 3, criteria: 10, apart: 0, agree: 0.5, ties: 0.2 }],
  ['alike, 5 blades, 3 stocks', { blades: 5, stocks: 3, repeats: 1, criteria: 7, apart: 0, agree: 0.5, ties: 0.2 }],
  ['alike, 6 blades, 3 repeats, no agreement', { blades: 6, stocks: 1, repeats: 3, criteria: 7, apart: 0, agree: 0, ties: 0 }],
  ['alike, 10 blades, 1 board', { blades: 10, stocks: 1, repeats: 1, criteria: 7, apart: 0, agree: 0.5, ties: 0 }],
  ['one apart, 5 blades, 3 repeats', { blades: 5, stocks: 1, repeats: 3, criteria: 7, apart: 1, agree: 0.5, ties: 0.1 }],
  ['one apart, 6 blades, 3 repeats, 3 criteria', { blades: 6, stocks: 1, repeats: 3, criteria: 3, apart: 1, agree: 0.3, ties: 0 }],
  ['one apart, 8 blades, 2 stocks, 3 repeats', { blades: 8, stocks: 2, repeats: 3, criteria: 5, apart: 1, agree: 0.5, ties: 0.1 }],
  ['one apart, 2 blades, 3 repeats', { blades: 2, stocks: 1, repeats: 3, criteria: 7, apart: 1, agree: 0.5, ties: 0 }],
]
for (const [name, judge] of cases) {
  let [sure, inFirst, small] = [0, 0, 0]
  const from = performance.now()
  for (let t = 0; t < TRIALS; t++) {
    const { design, orders, best } = simulate(judge, 500 + t)
    const r = rankTrial({ design, orders })
    const first = r.blades.filter((b) => b.group === 0)
    if (r.blades.some((b) => b.best >= 0.95)) sure++
    if (first.some((b) => b.id === best)) inFirst++
    if (first.length < judge.blades / 2) small++
  }
  const ms = (performance.now() - from) / TRIALS
  rows[name] = { 'sure winner': percent(sure / TRIALS), 'best in first group': percent(inFirst / TRIALS), 'first group under half': percent(small / TRIALS), 'ms a trial': ms.toFixed(0) } // prettier-ignore
}
console.table(rows)
