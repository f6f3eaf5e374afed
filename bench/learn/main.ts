/**
 * How well the core learns, on simulated shops whose true factors it does not know: how near its times come, how often its
 * intervals hold, what its choice among blades is worth. `npm run bench:learn [shops]`.
 */
import { blades, forecast, learn, rankBlades, type Beliefs, type Blade, type Interval } from '../../core/src/index.js'
import { shopOf } from './shop.js'

const SHOPS = Number(process.argv[2] ?? 30)
const TRIED = 40 // new jobs each shop is asked about

const median = (of: number[]) => [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)] ?? NaN
const share = (of: boolean[]) => of.filter(Boolean).length / of.length
const percent = (x: number) => `${(100 * x).toFixed(0)} %`
const holds = (i: Interval, x: number) => x >= i.low - 1e-9 && x <= i.high + 1e-9

const rows: Record<string, Record<string, string>> = {}
for (const [name, times] of [
  ['exactly as foreseen', 0],
  ['spread as foreseen', 1],
  ['twice as spread', 2],
] as const) {
  for (const cuts of [0, 5, 20, 60]) {
    const error: number[] = []
    const blind: number[] = []
    const held: Record<string, boolean[]> = { total: [], sawing: [], cleanUp: [], life: [], edge: [], face: [], underside: [] }
    let [lossBlind, lossTold, savedTold, savedAll, worse] = [0, 0, 0, 0, 0]
    for (let s = 0; s < SHOPS; s++) {
      const shop = shopOf(1000 + s, times)
      const beliefs: Beliefs = learn({ entries: Array.from({ length: cuts }, (_, i) => shop.entry(i)) })
      for (let t = 0; t < TRIED; t++) {
        const j = shop.job()
        const first = rankBlades(j).value.slice(0, 5)
        const b = first[t % first.length]!.blade
        const m = shop.middle(j, b)
        const total = m.sawing + m.threading + m.ready + m.cleanUp
        const f = forecast(j, b, beliefs)
        error.push(Math.abs(Math.log(f.total.median / total)))
        blind.push(Math.abs(Math.log(forecast(j, b).total.median / total)))
        const h = shop.happens(j, b)
        held.total!.push(holds(f.total, h.total))
        held.cleanUp!.push(holds(f.cleanUp, h.cleanUp))
        held.life!.push(holds(f.life, h.life))
        for (const k of ['edge', 'face', 'underside'] as const) held[k]!.push(holds(f[k], h[k]))
        // which of the first five: true seconds of time and clean-up
        const truly = first.map((r) => {
          const x = shop.middle(j, r.blade)
          return x.sawing + x.threading + x.ready + x.cleanUp
        })
        const least = (values: number[]) => values.indexOf(Math.min(...values))
        const best = Math.min(...truly)
        const chosenBlind = truly[least(first.map((r) => r.time.total))]!
        const chosenTold = truly[least(first.map((r) => forecast(j, r.blade, beliefs).total.median))]!
        lossBlind += chosenBlind - best
        lossTold += chosenTold - best
        worse += chosenTold / chosenBlind - 1
        const whole = (blade: Blade) => {
          const x = shop.middle(j, blade)
          return x.sawing + x.threading + x.ready + x.cleanUp
        }
        const [before, after] = [whole(first[0]!.blade), whole(rankBlades(j, { beliefs }).value[0]!.blade)]
        savedTold += (before - after) / before
        savedAll += (before - whole(rankBlades(j, { beliefs: shop.knowing(j, blades) }).value[0]!.blade)) / before
      }
    }
    const n = SHOPS * TRIED
    rows[`${name}, ${cuts} cuts`] = {
      'error of time': `${percent(Math.expm1(median(error)))}${median(blind) > 1e-9 ? ` (${(median(error) / median(blind)).toFixed(2)} of none)` : ''}`,
      'time holds': percent(share(held.total!)),
      'clean-up': percent(share(held.cleanUp!)),
      life: percent(share(held.life!)),
      grades: ['edge', 'face', 'underside'].map((k) => percent(share(held[k]!))).join(' '),
      'loss of 5': lossBlind > 1e-6 ? `${percent(lossTold / lossBlind)} of blind` : '—',
      'first chosen': `saves ${((100 * savedTold) / n).toFixed(1)} of ${((100 * savedAll) / n).toFixed(1)} %`,
      worse: `${((100 * worse) / n).toFixed(1)} %`,
    }
  }
}
console.table(rows)

const shop = shopOf(7, 1)
const many = Array.from({ length: 5000 }, (_, i) => shop.entry(i))
const took: number[] = []
for (let i = 0; i < 7; i++) {
  const from = performance.now()
  learn({ entries: many })
  took.push(performance.now() - from)
}
console.log(`learning 5 000 cuts: ${median(took).toFixed(0)} ms in the median of 7, ${Math.max(...took).toFixed(0)} at worst (budget 300)`)
