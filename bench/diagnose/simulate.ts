import {
  profileOf,
  blades,
  cureCost,
  diagnose,
  isStrungJob,
  makeJob,
  materials,
  rankBlades,
  saws,
  signs as allSigns,
  speedBand,
  stressBand,
  testById,
  testOutcomes,
  type CauseId,
  type DiagnoseAsked,
  type Job,
  type Outcome,
  type Sign,
  type TestId,
} from '../../core/src/index.js'
import { seeded } from '../../core/src/number/index.js'
import { printed, truths, usual, type TrueFault } from './truth.js'

/** What a workshop's truth adds to the table: every likelihood shaken, and what has nothing to do with it thrown in. */
const [OFTEN, NOW, STRAY] = [0.6, 0.25, 0.02]
const [TELLS, MISLEADS] = [0.85, 0.12]

export interface Tally {
  faults: number
  /** the true cause among the first three at once */
  firstThree: number
  /** cured within three steps, tests counted; within five; within three cures */
  three: number
  five: number
  threeCures: number
  /** s: the model's way, down a list by commonness, down the printed list and then by commonness */
  cost: number
  list: number
  print: number
  /** the best list that could be printed for the sign and the kind of saw, by somebody who knows this truth */
  best: number
  /** cost against the best and the usual printed list, by kind of saw */
  kinds: Record<string, { faults: number; cost: number; print: number; best: number; firstThree: number }>
  /** never a cause that this ticket rules out */
  impossible: number
}

/** A job as it comes: any saw, a stock it saws, the blade the Bench would suggest. */
function jobs(random: () => number): { job: Job; blade: (typeof blades)[number] } {
  const pick = <T>(xs: readonly T[]): T => xs[Math.floor(random() * xs.length)]!
  for (;;) {
    const saw = pick(saws)
    const hand = saw.kind === 'hand'
    const stock = { material: pick(materials), form: 'sheet' as const, thickness: 0.6 + random() * (saw.kind === 'frame' ? 6 : 22) }
    const cut = hand
      ? {
          kind: 'straight' as const,
          radius: undefined,
          web: undefined,
          hole: undefined,
          depth: 20,
          grain: pick(['along', 'across'] as const),
          openings: 0,
        }
      : { kind: pick(['pierced', 'outline'] as const), radius: 2 + random() * 20, web: undefined, hole: undefined }
    const job = makeJob({ saw, stock, cut })
    const first = rankBlades(job).value[0]
    if (first) return { job, blade: first.blade }
  }
}

/** One workshop after another, each with its own shaken table; every fault is followed until it is cured. */
export function simulate(count: number, seed: number): Tally {
  // a stream for each fault, so that what is asked of one changes nothing of the next
  let random = seeded(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const shaken = (p: number) => 1 / (1 + Math.exp(-(Math.log(p / (1 - p)) + 0.7 * normal())))
  const pick = <T>(xs: readonly T[], weight: (x: T) => number): T => {
    let left = random() * xs.reduce((s, x) => s + weight(x), 0)
    return xs.find((x) => (left -= weight(x)) < 0) ?? xs.at(-1)!
  }
  const tally: Tally = {
    faults: 0,
    firstThree: 0,
    three: 0,
    five: 0,
    threeCures: 0,
    cost: 0,
    list: 0,
    print: 0,
    best: 0,
    kinds: {},
    impossible: 0,
  }
  while (tally.faults < count) {
    random = seeded(1000 * seed + tally.faults)
    const { job, blade } = jobs(random)
    const kind = profileOf(job.saw).like
    const can = (t: TrueFault) => ruledIn(t, job, blade)
    const fault = pick(truths.filter(can), (t) => t.kinds[kind]!)
    const showing = new Map(allSigns.map((s) => [s, shaken(fault.often.includes(s) ? OFTEN : fault.now?.includes(s) ? NOW : STRAY)]))
    const seen = allSigns.filter((s) => random() < showing.get(s)!)
    const told: Sign[] = seen.length ? seen.slice(0, 3) : [fault.often[0]!]
    // what the ticket was heard at bears the fault out, half the time it was heard at all
    const heard: DiagnoseAsked['heard'] = {}
    if (random() < 0.5) {
      if (isStrungJob(job)) {
        const band = stressBand(job, blade)
        const value =
          fault.id === 'too-tight'
            ? band.high * (1.05 + 0.2 * random())
            : fault.id === 'too-slack'
              ? band.low * (0.5 + 0.4 * random())
              : band.low + (band.high - band.low) * (0.2 + 0.6 * random())
        heard.stress = { value, doubt: value * 0.03, at: 0 }
      }
      if (kind === 'scroll' || kind === 'jigsaw') {
        const band = speedBand(job, blade)
        const value =
          fault.id === 'strokes-fast'
            ? band.high * (1.15 + 0.4 * random())
            : fault.id === 'strokes-slow'
              ? band.low * (0.5 + 0.3 * random())
              : band.low + (band.high - band.low) * random()
        heard.spm = { value, doubt: 10, at: 0 }
      }
    }
    const wear = fault.id === 'dull' && random() < 0.5 ? 0.8 : 0
    const asked = { job: { ...job, wear }, blade, heard }
    const answer = (test: TestId): string => {
      const tells = fault.tells[test]
      const options = testOutcomes[test]
      if (tells !== undefined && random() < TELLS) return tells
      return random() < MISLEADS ? options[Math.floor(random() * options.length)]! : usual[test]
    }
    tally.faults++
    const outcomes: Outcome[] = []
    const failed: CauseId[] = []
    let [spent, steps, cures, cured, named] = [0, 0, 0, false, false]
    for (; !cured && steps < 60;) {
      const d = diagnose({ ...asked, signs: told, outcomes, failed })
      if (!steps) {
        if (d.causes.slice(0, 3).some((c) => c.id === fault.id)) named = true
        if (d.causes.some((c) => ONLY[c.id] && !ONLY[c.id]!.includes(kind))) tally.impossible++
      }
      if (!d.next) break
      steps++
      spent += d.next.cost
      if (d.next.kind === 'cure') {
        cures++
        cured = d.next.id === fault.id
        if (!cured) failed.push(d.next.id as CauseId)
      } else {
        const test = d.next.id as TestId
        const outcome = answer(test)
        outcomes.push({ test, outcome } as Outcome)
        // a test that mends is a cure where it is this fault's
        cured = testById(test).mends === outcome && fault.tells[test] === outcome
      }
    }
    if (cured && steps <= 3) tally.three++
    if (cured && steps <= 5) tally.five++
    if (cured && cures <= 3) tally.threeCures++
    tally.cost += spent
    const down = (order: CauseId[]) => order.slice(0, order.indexOf(fault.id) + 1).reduce((s, id) => s + cureCost(job, id), 0)
    const common = truths
      .filter(can)
      .sort((a, b) => b.kinds[kind]! - a.kinds[kind]!)
      .map((t) => t.id)
    const list = printed[told[0]!]?.filter((id) => common.includes(id)) ?? []
    tally.list += down(common)
    const print = down([...list, ...common.filter((id) => !list.includes(id))])
    // shares over costs, as the cheapest order without asking is
    const worth = (t: TrueFault) =>
      (t.kinds[kind]! * (t.often.includes(told[0]!) ? OFTEN : t.now?.includes(told[0]!) ? NOW : STRAY)) / cureCost(job, t.id)
    const best = down(
      truths
        .filter(can)
        .sort((a, b) => worth(b) - worth(a))
        .map((t) => t.id),
    )
    tally.print += print
    tally.best += best
    if (named) tally.firstThree++
    const own = (tally.kinds[kind] ??= { faults: 0, cost: 0, print: 0, best: 0, firstThree: 0 })
    own.faults++
    own.cost += spent
    own.print += print
    own.best += best
    own.firstThree += Number(named)
  }
  return tally
}

/** What this saw, blade and cut can have at all; kept apart from the model's own rules. */
function ruledIn(t: TrueFault, job: Job, blade: (typeof blades)[number]): boolean {
  if (!t.kinds[profileOf(job.saw).like]) return false
  const straight = job.cut.radius === undefined
  switch (t.id) {
    case 'reverse-not-reaching':
      return blade.reverseZone > 0
    case 'film-off':
      return job.stock.material.cuts === 'plastic'
    case 'hole-small':
      return job.cut.kind === 'pierced'
    case 'blade-big':
    case 'turned-on-spot':
      return !straight
    case 'oil-on-ends':
      return blade.end === 'plain'
    case 'roller-off':
      return job.saw.kind === 'jigsaw' && job.saw.roller
    case 'orbit-high':
      return job.saw.kind === 'jigsaw' && Math.max(...job.saw.orbits) > 0 && (job.orbit ?? 1) > 0
    case 'set-lost':
      return !blade.flush && !blade.plate?.flush
    case 'lead':
      return blade.pattern !== 'twisted' && blade.pattern !== 'grit'
    default:
      return true
  }
}
/** What can be only on these saws, whatever the lists say. */
const ONLY: Partial<Record<CauseId, string[]>> = {
  'roller-off': ['jigsaw'],
  'base-lifted': ['jigsaw'],
  'orbit-high': ['jigsaw'],
  'hold-down-high': ['scroll'],
  'too-tight': ['scroll', 'frame'],
  'too-slack': ['scroll', 'frame'],
  'oil-on-ends': ['scroll', 'frame'],
  'reverse-not-reaching': ['scroll'],
  'strokes-fast': ['scroll', 'jigsaw'],
  'plate-dry': ['hand'],
  'steep-angle': ['hand'],
  stance: ['hand'],
  'filing-wrong': ['hand'],
  'hole-small': ['scroll', 'frame'],
  'piece-too-big': ['scroll', 'frame'],
}
