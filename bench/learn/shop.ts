import {
  evaluate,
  forecast,
  gradesOf,
  learn,
  makeJob,
  materials,
  MODEL,
  rankBlades,
  readySeconds,
  responses,
  saws,
  systemOf,
  type Beliefs,
  type Blade,
  type Grade,
  type Job,
  type LogEntry,
} from '../../core/src/index.js'
import { seeded } from '../../core/src/number/index.js'

// The truth is made here, by none of the model's own functions: its own spreads, its own levels, another kind of scatter.
const SPREAD = { user: 0.3, class: 0.2, material: 0.18, pattern: 0.18, match: 0.15, saw: 0.2 }
const DRAWN = 0.23 // what drawings of one length and radius scatter about their middle (bench/undrawn)
const GRADED = { user: 0.4, class: 0.3, material: 0.3, pattern: 0.35, match: 0.25, saw: 0.3 }

function gauss(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
}
/** A shop: three saws, seven stocks, and the true factors of all that happens there. */
export function shopOf(seed: number, times: number) {
  const random = seeded(seed)
  const pick = <T>(of: readonly T[]) => of[Math.floor(random() * of.length)]!
  const kinds = saws.filter((s) => s.kind !== 'hand')
  const own = { saws: [pick(kinds), pick(kinds), pick(kinds)], stocks: Array.from({ length: 7 }, () => pick(materials)) }
  const factors = new Map<string, number>()
  const factor = (what: string, level: string, spread: number) => {
    const key = `${what} ${level}`
    if (!factors.has(key)) factors.set(key, times * spread * gauss(random))
    return factors.get(key)!
  }
  const truth = (what: string, job: Job, blade: Blade, spread = SPREAD) => {
    const m = job.stock.material
    return (
      factor(what, 'user', spread.user) +
      factor(what, m.cuts, spread.class) +
      factor(what, m.id, spread.material) +
      factor(what, blade.pattern, spread.pattern) +
      factor(what, `${blade.pattern}/${m.cuts}`, spread.match) +
      factor(what, job.saw.id, spread.saw)
    )
  }
  function job(): Job {
    for (;;) {
      const saw = pick(own.saws)
      const material = pick(own.stocks)
      const metal = ['metal', 'steel', 'shell'].includes(material.cuts)
      const thickness = metal ? 0.5 + 2 * random() : 3 + 16 * random()
      const j = makeJob({
        saw,
        stock: { material, form: 'board', thickness },
        cut: {
          kind: saw.kind === 'jigsaw' ? 'outline' : 'pierced',
          radius: saw.kind === 'jigsaw' ? 20 + 40 * random() : 2 + 6 * random(),
          web: undefined,
          hole: undefined,
          openings: 1 + Math.floor(random() * 20),
          length: 300 + 2000 * random(),
        },
      })
      if (rankBlades(j).value.length >= 5) return j
    }
  }
  /** what happens, in the middle of its scatter */
  function middle(j: Job, b: Blade) {
    const v = evaluate(j, b)
    const g = gradesOf(j, b, v.edge)
    const life = forecast(j, b).life.median
    return {
      sawing: v.time.cutting * Math.exp(truth('sawing', j, b)),
      threading: v.time.threading * Math.exp(truth('threading', j, b)),
      ready: readySeconds(v.time.ready),
      cleanUp: v.time.cleanUp * Math.exp(truth('cleanUp', j, b)),
      life: life * Math.exp(truth('life', j, b)),
      edge: g.edge + truth('edge', j, b, GRADED),
      face: g.face + truth('face', j, b, GRADED),
      underside: g.underside + truth('underside', j, b, GRADED),
    }
  }
  function happens(j: Job, b: Blade) {
    const m = middle(j, b)
    const clock = Math.exp(0.2 * gauss(random))
    const grade = (g: number) => Math.min(5, Math.max(1, Math.round(g + 0.7 * gauss(random)))) as Grade
    // a drawing is sawn that the ticket's figures only stand for
    const drawn = j.cut.radius === undefined ? 1 : Math.exp(DRAWN * gauss(random))
    const atSaw = (m.sawing * drawn + m.threading) * clock
    const cleanUp = m.cleanUp * Math.exp(0.2 * gauss(random))
    let [left, used] = [m.sawing / 60, 1]
    let lasts = m.life * Math.exp(0.5 * gauss(random))
    const first = lasts
    while (left > lasts && used < 99) [left, used, lasts] = [left - lasts, used + 1, m.life * Math.exp(0.5 * gauss(random))]
    const worn = left > 0.95 * lasts
    return {
      atSaw,
      cleanUp,
      total: m.ready + atSaw + cleanUp,
      edge: grade(m.edge),
      face: grade(m.face),
      underside: grade(m.underside),
      used,
      worn,
      life: first,
    }
  }
  function entry(i: number): LogEntry {
    const j = job()
    const list = rankBlades(j).value
    const b = list[Math.floor(random() * Math.min(8, list.length))]!.blade
    const h = happens(j, b)
    return {
      id: `e${i}`,
      at: 1.7e12 + i * 8.64e7,
      jobId: 'j',
      title: '',
      job: j,
      blade: b,
      model: MODEL,
      predicted: { feed: 1, spm: 1, seconds: 1 },
      minutes: h.atSaw / 60,
      length: j.cut.length,
      blades: h.used,
      fate: h.worn ? 'dull' : 'fine',
      face: h.face,
      underside: h.underside,
      edge: h.edge,
      cleanUpMinutes: h.cleanUp / 60,
      note: '',
    }
  }
  /** beliefs that know the truth of these jobs and blades */
  function knowing(j: Job, list: readonly Blade[]): Beliefs {
    const known = learn({ entries: [] })
    const m = j.stock.material
    for (const r of responses) {
      const p = known.systems[systemOf(r)]
      const at: Record<string, number> = { ...p.at }
      const mean = [...p.mean]
      const spread = ['edge', 'face', 'underside'].includes(r) ? GRADED : SPREAD
      const tell = (level: string, value: number) => {
        at[`${r} ${level}`] = mean.push(value) - 1
      }
      tell('user:', factor(r, 'user', spread.user))
      tell(`class:${m.cuts}`, factor(r, m.cuts, spread.class))
      tell(`material:${m.id}`, factor(r, m.id, spread.material))
      tell(`saw:${j.saw.id}`, factor(r, j.saw.id, spread.saw))
      for (const teeth of new Set(list.map((b) => b.pattern))) {
        tell(`pattern:${teeth}`, factor(r, teeth, spread.pattern))
        tell(`match:${teeth} in ${m.cuts}`, factor(r, `${teeth}/${m.cuts}`, spread.match))
      }
      known.systems[systemOf(r)] = {
        ...p,
        at,
        mean: Float64Array.from(mean),
        spoke: new Float64Array(mean.length),
        cov: new Float64Array(mean.length ** 2),
      }
    }
    return known
  }
  return { job, middle, happens, entry, knowing, random }
}
