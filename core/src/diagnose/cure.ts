import { meanSpacing, type Blade } from '../blade/index.js'
import { rankBlades } from '../choose/index.js'
import { orbitChoice, orbitInUse } from '../cut/index.js'
import { recut, type Job } from '../job/index.js'
import type { CauseId } from './faults.js'

/** A cure as a change of the ticket: the job, and another blade where it takes one. */
export interface Cure {
  job: Job
  blade?: Blade
}
const SCRAP = 6 // mm of ply or hardboard under it
const LIGHTER = 0.25 // of the finish–pace slider

/** What to put on the ticket against a cause; undefined where the cure is the hand's alone, or nothing better is known. */
export function cureOf(id: CauseId, job: Job, blade: Blade, blades?: readonly Blade[]): Cure | undefined {
  const cut = (patch: Partial<Job['cut']>): Cure => ({ job: { ...job, cut: recut(job.cut, patch) } })
  const { stress, ...asBanded } = job
  const { spm, ...asPaced } = job
  /** the best ranked blade of those that differ in the way asked */
  const better = (fits: (b: Blade) => boolean): Cure | undefined => {
    const found = rankBlades(job, { blades }).value.find((r) => r.blade.id !== blade.id && fits(r.blade))
    return found && { job, blade: found.blade }
  }
  switch (id) {
    case 'too-tight':
    case 'too-slack':
      return stress === undefined ? undefined : { job: asBanded }
    case 'strokes-fast':
    case 'strokes-slow':
      return spm === undefined ? undefined : { job: asPaced }
    case 'fed-hard':
    case 'gullets-packed':
      return job.pace > 0 ? { job: { ...job, pace: Math.max(0, job.pace - LIGHTER) } } : undefined
    case 'dull':
      return job.wear > 0 ? { job: { ...job, wear: 0 } } : undefined
    case 'blade-small':
      return better((b) => b.group === blade.group && b.order > blade.order)
    case 'blade-big':
      return better((b) => b.group === blade.group && b.order < blade.order)
    case 'teeth-few':
      return better((b) => meanSpacing(b) < 0.95 * meanSpacing(blade))
    case 'teeth-many':
      return better((b) => meanSpacing(b) > 1.05 * meanSpacing(blade))
    case 'wrong-pattern':
      return better((b) => b.pattern !== blade.pattern)
    case 'filing-wrong':
      return better((b) => b.plate !== undefined && b.plate.filing !== blade.plate?.filing)
    case 'no-backing':
      return job.cut.backing ? undefined : cut({ backing: SCRAP })
    case 'turned-on-spot':
      return job.cut.turn === 'pivot' ? cut({ turn: 'worked' }) : undefined
    case 'orbit-high': {
      const now = orbitInUse(job, blade)
      return now > 0 ? { job: { ...job, orbit: Math.min(now - 1, orbitChoice(job, blade).value) } } : undefined
    }
    default:
      return undefined
  }
}
