/**
 * How well a trial tells blades apart, on simulated judges: how often it calls a winner where all are alike, and how often the
 * true best is in its first group, and whether the chance told of the leader comes true. `npm run bench:trial [trials]`.
 */
import { rankTrial } from '../../core/src/index.js'
import { simulate, type Judge } from './judge.js'

const TRIALS = Number(process.argv[2] ?? 120)

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
  ['drawn, 6 blades, 3 repeats, 3 criteria', { drawn: true, blades: 6, stocks: 1, repeats: 3, criteria: 3, apart: 1, agree: 0.3, ties: 0 }],
  ['drawn, 8 blades, 2 stocks, 3 repeats', { drawn: true, blades: 8, stocks: 2, repeats: 3, criteria: 5, apart: 1, agree: 0.5, ties: 0.1 }],
  ['one apart, 6 blades, 3 repeats, one criterion', { blades: 6, stocks: 1, repeats: 3, criteria: 1, apart: 1, agree: 0.5, ties: 0 }],
  ['one apart, 4 blades, 3 repeats, all agree', { blades: 4, stocks: 1, repeats: 3, criteria: 7, apart: 1, agree: 0.8, ties: 0.1 }],
  ['one apart, 2 blades, 3 repeats', { blades: 2, stocks: 1, repeats: 3, criteria: 7, apart: 1, agree: 0.5, ties: 0 }],
]
for (const [name, judge] of cases) {
  let [sure, inFirst, small, told, led] = [0, 0, 0, 0, 0]
  const from = performance.now()
  for (let t = 0; t < TRIALS; t++) {
    const { design, orders, best } = simulate(judge, 500 + t)
    const r = rankTrial({ design, orders })
    const first = r.blades.filter((b) => b.group === 0)
    told += r.blades[0]!.best
    if (r.blades[0]!.id === best) led++
    if (r.blades.some((b) => b.best >= 0.95)) sure++
    if (first.some((b) => b.id === best)) inFirst++
    if (first.length < judge.blades / 2) small++
  }
  const ms = (performance.now() - from) / TRIALS
  rows[name] = {
    'sure winner': percent(sure / TRIALS),
    'best in first group': percent(inFirst / TRIALS),
    'first group under half': percent(small / TRIALS),
    'leader is the best': judge.apart ? `${percent(told / TRIALS)} told, ${percent(led / TRIALS)}` : '',
    'ms a trial': ms.toFixed(0),
  }
}
console.table(rows)
