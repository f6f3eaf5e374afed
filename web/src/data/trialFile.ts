import { mergeTrials, MODEL, sameTrial, type Trial } from '@green-pitch/core'
import { db, tell } from './db'
import { freshId } from './id'
import type { TrialRecord } from './records'
import { parsedText } from './typed'

const FORMAT = 'green-pitch-trial'
const VERSION = 1

/** A trial as a file: its plan, its lots, and what was found so far. */
export const trialJson = (trial: TrialRecord): string => JSON.stringify({ format: FORMAT, version: VERSION, trial }, null, 1)

type Read = { ok: true; trial: TrialRecord } | { ok: false; message: string }

/** Reads a trial’s file and checks all of it; touches nothing stored. */
export async function readTrial(text: string): Promise<Read> {
  let parsed: { format?: unknown; version?: unknown; trial?: unknown }
  try {
    parsed = parsedText(text) as typeof parsed
  } catch {
    return { ok: false, message: 'This file is not JSON, or it is damaged; a trial ends in .trial.json.' }
  }
  if (!parsed || parsed.format !== FORMAT)
    return { ok: false, message: 'This file is not a Green Pitch trial. A ticket goes in under Jobs, a whole backup under Settings.' }
  const version = Number(parsed.version)
  if (!(version >= 1 && version <= VERSION))
    return {
      ok: false,
      message: `This trial is of ${typeof parsed.version === 'number' ? `format ${parsed.version}` : 'a format it does not name'}; this Green Pitch reads ${VERSION}. ${version > VERSION ? 'Update, then open it.' : 'Ask for it again from the one who saved it.'}`,
    }
  const { check, trialRecord } = await import('./schema')
  const found = check(trialRecord, { ...(parsed.trial as object), rev: 0 })
  if (!found.ok) return { ok: false, message: `The trial does not hold together: ${found.message}.` }
  if (found.value.model > MODEL) return { ok: false, message: 'This trial was planned with a newer Green Pitch. Update, then open it.' }
  return { ok: true, trial: found.value }
}

export interface Taken {
  id: string
  /** it was not here before */
  fresh: boolean
  /** pieces and orders told in it that were not here */
  news: number
}
const told = (t: Trial) => t.pieces.length + t.orders.length

/** Stores a trial that was read: one of the same lots is merged with it, anything else stands beside what is here. */
export async function takeTrial(given: TrialRecord): Promise<Taken> {
  const taken = await db.transaction('rw', db.trials, async (): Promise<Taken> => {
    const mine = await db.trials.get(given.id)
    if (mine && sameTrial(mine, given)) {
      const both = mergeTrials(mine, given)
      await db.trials.put({ ...both, changed: Math.max(mine.changed, given.changed), rev: mine.rev + 1 })
      return { id: mine.id, fresh: false, news: told(both) - told(mine) }
    }
    const id = mine ? freshId('t') : given.id
    await db.trials.add({ ...given, id, rev: 1 })
    return { id, fresh: true, news: told(given) }
  })
  tell({ what: 'changed', table: 'trials', ids: [taken.id] })
  return taken
}
