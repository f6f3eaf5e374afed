import { scatter, surety, systems, type Beliefs, type Change, type Posterior, type System } from '../belief/index.js'
import type { LogEntry } from '../log/index.js'
import { Gathering, type TrialEvidence } from './evidence.js'
import { forces, type Weighed } from './force.js'
import { solveMixed } from './mixed.js'

export interface Learned {
  entries: readonly LogEntry[]
  /** finished trials */
  trials?: readonly TrialEvidence[]
  /** stock whose feed was weighed */
  forces?: readonly Weighed[]
  /** what was changed, and when: evidence from before speaks no more for it */
  changes?: readonly Change[]
  /** ms since 1970; absent: when the newest entry was written or the last change made */
  now?: number
  /** days after which evidence counts half; Infinity: it never fades */
  halfLife?: number
}
export const HALF_LIFE = 730 // days; estimate, the user's to set
const DAY = 86_400_000

/**
 * What one’s own cuts teach. Deterministic; the same cuts in any order teach the same.
 * @returns beliefs for `forecast`, `rankBlades` and all that asks `told`; with no entries they are the constants, and their doubt
 */
export function learn({ entries, trials = [], forces: weighings = [], changes = [], now, halfLife = HALF_LIFE }: Learned): Beliefs {
  const at = now ?? [...entries, ...trials, ...changes].reduce((latest, e) => Math.max(latest, e.at), 0)
  const fading = (then: number) => (halfLife > 0 && Number.isFinite(halfLife) ? 0.5 ** (Math.max(0, at - then) / DAY / halfLife) : 1)
  const gathering = new Gathering(changes, fading)
  let [cuts, leftOut] = [0, 0]
  for (const e of [...entries].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))) {
    if (e.ignored) continue
    try {
      gathering.add(e)
      cuts++
    } catch (error) {
      // a job of an older kind that cannot be reckoned any more teaches nothing, and spoils nothing
      if (!(error instanceof RangeError)) throw error
      leftOut++
    }
  }
  for (const t of trials)
    try {
      gathering.addTrial(t)
    } catch (error) {
      if (!(error instanceof RangeError)) throw error
      leftOut++
    }
  const solved = Object.fromEntries(
    systems.map((s) => [s, solveMixed(gathering.evidence[s].observations, gathering.evidence[s].unknowns, scatter[s], surety[s])]),
  ) as Record<System, Posterior>
  return { cuts, leftOut, changes, now: at, systems: solved, force: forces(weighings) }
}

/** What is believed before any cut was logged: the constants, and their doubt. */
export const blank: Beliefs = learn({ entries: [] })
