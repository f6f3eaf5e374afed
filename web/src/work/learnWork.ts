import { learn, type Beliefs, type Learned } from '@green-pitch/core'
import { db } from '../data/db'

/** Learns from the whole log, read here from storage: a long one would hold up the hand if it were sent. */
export const learnWork = {
  async learn(given: Omit<Learned, 'entries'>): Promise<Beliefs> {
    return learn({ entries: await db.log.toArray(), ...given })
  },
}
export type LearnWork = typeof learnWork
