/**
 * Kits: how long an exact one takes, and what choosing blade after blade loses against it. Demand: how often its chance to run out
 * holds in shops whose lives and weeks are made otherwise than it thinks, beside “order when two are left”. `npm run bench:kit`.
 */
import {
  blades,
  coverOf,
  demandOf,
  exactly,
  finishes,
  lifeOf,
  makeJob,
  MODEL,
  materials,
  passes,
  ratiosOf,
  saws,
  steadyFeed,
  WELL,
  workOf,
  type LogEntry,
  type Work,
} from '../../core/src/index.js'
import { seeded } from '../../core/src/number/index.js'

const percent = (x: number) => `${(100 * x).toFixed(0)} %`

// — kits: 60 jobs, 200 blades —
function jobsOf(random: () => number, n: number): Work[] {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!
  const jobs: Work[] = []
  while (jobs.length < n) {
    const saw = pick(saws)
    const material = pick(materials)
    const metal = material.cuts === 'metal' || material.cuts === 'steel'
    const hand = saw.kind === 'hand'
    const job = makeJob({
      saw,
      stock: {
        material,
        form: 'board',
        thickness: metal ? 0.4 + 2.6 * random() : saw.kind === 'jigsaw' ? 6 + 34 * random() : 2 + 23 * random(),
      },
      pace: random(),
      cut: {
        kind: hand ? 'straight' : pick(['pierced', 'outline'] as const),
        radius: hand ? undefined : Math.exp(4 * random()),
        web: random() < 0.5 ? undefined : 1 + 5 * random(),
        hole: random() < 0.5 ? undefined : 0.6 + 2.4 * random(),
        finish: pick(finishes),
        length: 200 + 2800 * random(),
        openings: Math.floor(20 * random()),
        depth: hand ? 10 : undefined,
      },
    })
    if (blades.some((b) => passes(job, b))) jobs.push({ job, minutes: 10 + 600 * random() })
  }
  return jobs
}
function greedy(ratios: readonly Float64Array[], minutes: readonly number[], size: number): number[] {
  const chosen: number[] = []
  const better = (a: number[], b: number[]) => {
    const [x, y] = [coverOf(ratios, minutes, a), coverOf(ratios, minutes, b)]
    return x.covered - y.covered || y.loss - x.loss
  }
  while (chosen.length < size) {
    const next = blades
      .map((_, c) => [...chosen, c])
      .slice(0, ratios[0]!.length)
      .reduce((a, b) => (better(b, a) > 0 ? b : a))
    chosen.push(next.at(-1)!)
  }
  return chosen
}
const some = blades.filter((_, i) => i % 3 !== 2).slice(0, 200)
const kits: Record<string, Record<string, string>> = {}
for (const [name, within] of [
  ['whatever saws it', Infinity],
  ['what does it well', WELL],
] as const)
  for (let seed = 1; seed <= 3; seed++) {
    const jobs = jobsOf(seeded(seed), 60)
    const minutes = jobs.map((j) => j.minutes)
    let t = performance.now()
    const ratios = ratiosOf(jobs, some, undefined, within)
    const matrix = performance.now() - t
    const row: Record<string, string> = { 'weighing blades, ms': matrix.toFixed(0) }
    for (let size = 1; size <= 6; size++) {
      t = performance.now()
      const best = coverOf(ratios, minutes, exactly(ratios, minutes, size))
      const took = performance.now() - t
      const plain = coverOf(ratios, minutes, greedy(ratios, minutes, size))
      row[`${size}: ms; min a year uncovered + lost, exact | one by one`] =
        `${took.toFixed(0)}; ${[best, plain].map((c) => `${(minutes.reduce((a, b) => a + b) - c.covered).toFixed(0)} + ${c.loss.toFixed(0)}`).join(' | ')}`
    }
    kits[`${name}, ${seed}`] = row
  }
for (const [name, row] of Object.entries(kits)) {
  console.log(name)
  for (const [k, v] of Object.entries(row)) console.log(`  ${k.padEnd(62)} ${v}`)
}

// — demand: shops with Weibull lives, whose middle is off, and work that comes in bursts —
const DAY = 86_400_000
const NOW = 1000 * DAY
function demandIn(seed: number, days: number) {
  const random = seeded(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const { job } = jobsOf(random, 1)[0]!
  const blade = blades.find((b) => !b.plate && passes(job, b))
  if (!blade) return undefined
  const middle = lifeOf(job, blade, steadyFeed(job, blade)) * Math.exp(0.35 * normal())
  const weibull = () => (middle / Math.LN2 ** (1 / 1.8)) * (-Math.log(1 - random())) ** (1 / 1.8)
  const bursts = 4 + 14 * random() // a year, each of one to five pieces
  const each = 5 + 25 * random()
  // a year of log, and what comes in the days of delivery
  const cutsIn = (span: number) => {
    const at: number[] = []
    for (let t = 0; ;) {
      t += (-Math.log(1 - random()) * 365) / bursts
      if (t > span) return at
      for (let n = 1 + Math.floor(5 * random()); n > 0; n--) at.push(t)
    }
  }
  const minutes = () => each * Math.exp(0.4 * normal())
  const logged = cutsIn(365).map((t, i): LogEntry => ({
    id: `${i}`,
    at: NOW - (365 - t) * DAY,
    jobId: 'a',
    title: 'a',
    job,
    blade,
    model: MODEL,
    predicted: { feed: 1, spm: 900, seconds: 1 },
    minutes: minutes(),
    length: 500,
    blades: 1,
    fate: 'fine',
    face: 4,
    underside: 4,
    edge: 4,
    cleanUpMinutes: 0,
    note: '',
  }))
  if (!logged.length) return undefined
  const uses = workOf(logged, [], NOW).flatMap((w) => w.uses)
  const count = Math.floor(6 * random())
  const worn = random() * middle * 0.5
  const [told] = demandOf({ uses, drawer: [{ blade, count, minutes: worn }], days })
  let need = cutsIn(days).reduce((t) => t + minutes(), 0)
  let used = 0
  for (let left = Math.max(0, weibull() - worn); used < count && need >= left; left = weibull()) {
    need -= left
    used++
  }
  return { chance: told!.runsOut, out: used >= count, count, orders: told!.runsOut > 0.1 }
}
const found = Array.from({ length: 6000 }, (_, i) => demandIn(i + 1, 7 + (i % 4) * 14)).filter((d) => d && d.count > 0) as NonNullable<
  ReturnType<typeof demandIn>
>[]
console.log('\nchance to run out before delivery, as told and as it came')
for (const [low, high] of [
  [0, 0.02],
  [0.02, 0.1],
  [0.1, 0.25],
  [0.25, 0.5],
  [0.5, 0.8],
  [0.8, 1.01],
] as const) {
  const at = found.filter((d) => d.chance >= low && d.chance < high)
  console.log(
    `  ${percent(low).padStart(5)} to ${percent(Math.min(1, high)).padStart(5)}: ${String(at.length).padStart(5)} cases, told ${percent(at.reduce((t, d) => t + d.chance, 0) / at.length)}, came ${percent(at.filter((d) => d.out).length / at.length)}`,
  )
}
const brier = (p: (d: (typeof found)[number]) => number) => found.reduce((t, d) => t + (p(d) - Number(d.out)) ** 2, 0) / found.length
const rate = found.filter((d) => d.out).length / found.length
console.log(
  `  mean squared error of the chance: ${brier((d) => d.chance).toFixed(3)}; of always saying ${percent(rate)}: ${brier(() => rate).toFixed(3)}`,
)
const rule = (orders: (d: (typeof found)[number]) => boolean) => ({
  missed: found.filter((d) => d.out && !orders(d)).length,
  needless: found.filter((d) => !d.out && orders(d)).length,
})
const [mine, two] = [rule((d) => d.orders), rule((d) => d.count <= 2)]
console.log(
  `  of ${found.length}: ran out without an order ${mine.missed}, ordered without need ${mine.needless}; “order at two left”: ${two.missed}, ${two.needless}`,
)
