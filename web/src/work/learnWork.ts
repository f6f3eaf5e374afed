import { evidenceOf, learn, type Beliefs, type Learned } from '@green-pitch/core'
import { db } from '../data/db'

/** Learns from the whole log, read here from storage: a long one would hold up the hand if it were sent. */
export const learnWork = {
  async learn(given: Omit<Learned, 'entries' | 'trials' | 'forces'>): Promise<Beliefs> {
    const [entries, trials, forces] = await Promise.all([db.log.toArray(), db.trials.toArray(), db.weighings.toArray()])
    return learn({ entries, trials: trials.flatMap((t) => evidenceOf(t) ?? []), forces, ...given })
  },
}
export type LearnWork = typeof learnWork
