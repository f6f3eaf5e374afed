import type { Beliefs } from '../belief/index.js'
import { sizedByTeeth, type Blade } from '../blade/index.js'
import { marginsOf, type Margin } from '../choose/index.js'
import { filingFit, orbitInUse, reverseSetting, speedBand, steadyFeed, stressBand, teethInWork, characterOf } from '../cut/index.js'
import { heights, isStrungJob, type Job } from '../job/index.js'
import { lifeOf, ownTimes } from '../learn/index.js'
import type { LogEntry } from '../log/index.js'
import { isStrung, strokeOf, type LimitId, hasSpeed, isJigsaw, profileOf } from '../saw/index.js'
import { familyOfStock } from '../stock/index.js'
import { answering, testById, type CauseId, type Fault, type Outcome, type OutcomeId, type TestId } from './faults.js'

/** Why this ticket speaks for a cause, as data: figures in the units of what is spoken of. */
export type Because =
  | { why: 'stress-low' | 'stress-high'; have: number; limit: number }
  | { why: 'strokes-above' | 'strokes-below'; have: number; limit: number }
  | { why: 'minutes'; have: number; limit: number }
  | { why: 'wear'; have: number }
  | { why: 'limit'; limit: LimitId; have: number; need: number }
  | { why: 'many-teeth'; have: number }
  | { why: 'no-backer'; thickness: number }
  | { why: 'reverse'; by: number }
  | { why: 'orbit'; have: number }
  | { why: 'pivots' }
  | { why: 'thicker-than-stroke'; have: number; limit: number }
  | { why: 'filing' }
  | { why: 'pattern' }
  | { why: 'seen'; times: number }
  /** nothing of the ticket speaks for it: how many of the signs told it shows, and that no cause is commoner on such a saw */
  | { why: 'shows'; have: number; of: number; commonest: boolean }

export interface Situation {
  job: Job
  blade: Blade
  /** the log: what was found on this saw before makes it likelier again */
  entries?: readonly LogEntry[]
  /** causes found before that no entry holds yet */
  found?: readonly { saw: string; cause: string; at: number }[]
  /** what was looked at on this saw lately, and found: its squareness is not lost in a day */
  checked?: readonly Outcome[]
  /** what was heard at the saw */
  heard?: LogEntry['heard']
  /** minutes the blade in the clamp has sawn */
  minutes?: number
  beliefs?: Beliefs
}
/** How much likelier a ticket makes a cause than it is on such a saw in general, and why; 0 rules it out. */
export interface Weight {
  times: number
  because: Because[]
}

const plain = (times = 1): Weight => ({ times, because: [] })
const said = (times: number, because: Because): Weight => ({ times, because: [because] })

/** What all causes are weighed by, reckoned once. */
function facts({ job, blade, heard, minutes = 0, beliefs }: Situation) {
  const margins = new Map<LimitId, Margin>(marginsOf(job, blade).map((m) => [m.limit, m]))
  const feed = steadyFeed(job, blade)
  const life = beliefs ? ownTimes(job, blade, beliefs, feed).life.median : lifeOf(job, blade, feed)
  const band = isStrungJob(job) ? stressBand(job, blade) : undefined
  const stress = heard?.stress?.value ?? job.stress
  const spm = heard?.spm?.value ?? job.spm
  return {
    job,
    blade,
    margins,
    feed,
    life,
    band,
    stress,
    spm,
    speed: speedBand(job, blade),
    minutes,
    teeth: teethInWork(heights(job).total, blade),
  }
}
type Facts = ReturnType<typeof facts>

const HEARD = 14 // times likelier where it was heard beyond its band, and as much less likely where it was heard within; estimates
const QUIET = 0.2
/** The tighter a limit, the likelier what crosses it: doubled near its good threshold, more below it. */
function byLimit({ margins }: Facts, id: LimitId, weight = 1): Weight {
  const m = margins.get(id)
  if (!m) return plain(0.5)
  const times = Math.min(6, Math.max(0.35, m.ratio ** -1.2)) ** weight
  return m.ratio < 1.25 ? said(times, { why: 'limit', limit: id, have: m.have, need: m.need }) : plain(times)
}
function byStress({ band, stress }: Facts, side: 'low' | 'high'): Weight {
  if (!band) return plain(0)
  if (stress === undefined) return plain()
  const [beyond, limit] = side === 'low' ? [stress < band.low, band.low] : [stress > band.high, band.high]
  if (beyond) return said(HEARD, { why: side === 'low' ? 'stress-low' : 'stress-high', have: stress, limit })
  return plain(QUIET)
}
function byStrokes({ job, spm, speed }: Facts, side: 'low' | 'high'): Weight {
  if (!hasSpeed(job.saw)) {
    // an arm’s pace: in metal more strokes than it bears only wear the teeth
    return side === 'high' ? plain(0) : plain()
  }
  if (spm === undefined) return plain()
  const [beyond, limit] = side === 'low' ? [spm < 0.97 * speed.low, speed.low] : [spm > 1.03 * speed.high, speed.high]
  if (beyond) return said(HEARD, { why: side === 'low' ? 'strokes-below' : 'strokes-above', have: spm, limit })
  return plain(QUIET)
}
const straight = ({ job }: Facts) => job.cut.radius === undefined
const wooden = ({ job }: Facts) => familyOfStock(job.stock.material).fibrous
const plastic = ({ job }: Facts) => familyOfStock(job.stock.material).film
const THIN = 4 // mm; estimate

/** Causes the ticket says more of than how common they are. */
const weigh: Partial<Record<CauseId, (f: Facts) => Weight>> = {
  'too-tight': (f) => byStress(f, 'high'),
  'too-slack': (f) => byStress(f, 'low'),
  dull({ job, minutes, life }) {
    const used = minutes / life
    if (minutes > 0 && used > 0.4) return said(0.5 + 3 * Math.min(2, used) ** 2, { why: 'minutes', have: minutes, limit: life })
    if (job.wear > 0.3) return said(1 + 4 * job.wear, { why: 'wear', have: job.wear })
    return plain(minutes > 0 ? 0.4 + used : 1)
  },
  'blade-small': (f) => (f.blade.plate ? plain(0) : byLimit(f, 'chipLoad')),
  'blade-big': (f) => (straight(f) && f.job.cut.hole === undefined ? plain(0) : byLimit(f, 'turn', 1.2)),
  'teeth-few': (f) => byLimit(f, 'teeth'),
  'teeth-many': (f) => (f.teeth > 8 ? said(Math.min(4, f.teeth / 8), { why: 'many-teeth', have: f.teeth }) : plain(0.5)),
  'gullets-packed': (f) => (f.feed.limit === 'gullet' ? plain(2) : plain()),
  'strokes-fast': (f) => byStrokes(f, 'high'),
  'strokes-slow': (f) => byStrokes(f, 'low'),
  lead: ({ blade }) => plain(blade.pattern === 'ground' ? 0.3 : blade.pattern === 'twisted' || blade.pattern === 'grit' ? 0 : 1),
  'reverse-not-reaching'({ job, blade }) {
    const set = reverseSetting(job, blade)
    if (!set) return plain(0)
    return set.teethAbove < 2 ? said(2.5, { why: 'reverse', by: set.shift }) : plain(0.7)
  },
  'no-backing'(f) {
    const { job } = f
    if (job.cut.backing) return plain(0)
    const thin = heights(job).total <= THIN
    return thin || job.stock.material.build === 'layers'
      ? said(thin ? 2 : 1.4, { why: 'no-backer', thickness: heights(job).total })
      : plain(0.7)
  },
  'oil-on-ends': ({ blade }) => plain(blade.end === 'plain' ? 1 : 0),
  'roller-off': ({ job }) => plain(isJigsaw(job.saw) && job.saw.roller ? 1 : 0),
  'orbit-high'({ job, blade }) {
    const orbit = orbitInUse(job, blade)
    return orbit ? said(0.8 + 0.5 * orbit, { why: 'orbit', have: orbit }) : plain(0)
  },
  'turned-on-spot': (f) => (straight(f) ? plain(0) : f.job.cut.turn === 'pivot' ? said(2, { why: 'pivots' }) : plain()),
  'hole-small': (f) => (f.job.cut.kind === 'pierced' && isStrung(f.job.saw) ? byLimit(f, 'hole') : plain(0)),
  'film-off': (f) => plain(plastic(f) ? 1 : 0),
  'stroke-short'({ job, blade }) {
    const [stroke, height] = [strokeOf(job.saw, blade), heights(job).longest]
    if (height > stroke) return said(2, { why: 'thicker-than-stroke', have: height, limit: stroke })
    return plain(hasSpeed(job.saw) ? 0 : 1)
  },
  'set-lost': ({ blade }) => plain(blade.plate?.flush || (!blade.plate && blade.kerf <= 1.05 * blade.thickness) ? 0 : 1),
  'plate-dry': (f) => plain(wooden(f) ? 1 : 0.3),
  'side-changed': () => plain(),
  'hold-down-high': ({ job }) => plain(profileOf(job.saw).holdDown ? 1 : 0),
  'filing-wrong'({ job, blade }) {
    // metal and plastic have no grain to be filed for
    if (!familyOfStock(job.stock.material).fibrous) return plain(0)
    const { wrongness } = filingFit(job, blade)
    return wrongness > 0.3 ? said(1 + 3 * wrongness, { why: 'filing' }) : plain(0.4)
  },
  'wrong-pattern'({ job, blade }) {
    if (blade.plate) return plain(0)
    const { ridge, tear } = characterOf(job, blade)
    const poor = Math.max(ridge, tear)
    return poor > 1.15 || !blade.cuts.slice(0, 1).includes(job.stock.material.cuts)
      ? said(Math.min(4, 1 + 2 * (poor - 0.9)), { why: 'pattern' })
      : plain(0.6)
  },
  'piece-too-big': (f) => (f.margins.has('frame') ? byLimit(f, 'frame') : plain()),
  'wrong-way-up': ({ blade }) => plain(blade.pattern === 'twisted' || blade.pattern === 'grit' || sizedByTeeth(blade) ? 0.6 : 1),
}

/** What stays as it was found for a while; what was found off has been set right since. */
const STAYS: Partial<Record<TestId, OutcomeId>> = { square: 'true', roller: 'touching' }
const AGAIN = 1.5 // times likelier for each time it was found on this saw before, up to MOST; estimate
const MOST = 6

/** How much this ticket, and this saw’s own history, make of a cause. */
export function weightsOf(situation: Situation): (fault: Fault) => Weight {
  const f = facts(situation)
  const { job, entries = [], found = [], checked = [] } = situation
  const looked = checked.filter((c) => STAYS[c.test] === c.outcome)
  const told = entries.flatMap((e) => (e.ignored ? [] : (e.faults ?? []).map((x) => ({ saw: e.job.saw.id, ...x }))))
  // an entry and the note it was made from are one finding
  const once = new Map([...told, ...found].filter((x) => x.saw === job.saw.id).map((x) => [`${x.at} ${x.cause}`, x.cause]))
  const seenOf = (id: CauseId) => [...once.values()].filter((cause) => cause === id).length
  return (fault) => {
    const common = fault.common[profileOf(job.saw).like] ?? 0
    const { times, because } = weigh[fault.id]?.(f) ?? plain()
    const seen = seenOf(fault.id)
    // half as sure as if it were looked at now
    const known = looked.reduce((x, { test, outcome }) => {
      const t = testById(test)
      return x * Math.sqrt(answering(fault, t, outcome) / (t.outcomes[outcome] ?? 1))
    }, 1)
    return {
      times: common * times * known * Math.min(MOST, 1 + AGAIN * seen),
      because: seen ? [{ why: 'seen', times: seen }, ...because] : because,
    }
  }
}
