import { mergeEvents, MODEL } from '@green-pitch/core'
import { keptLines } from './lines'
import { pack, textOf } from './backup'
import { db, tell } from './db'
import { upgraded } from './format'
import type { JobRecord, LogRecord, PatternRecord, RunRecord } from './records'
import { parsedText } from './typed'

const FORMAT = 'green-pitch-handover'
const VERSION = 2

/** One job with all that belongs to it, as it travels between a user's own devices. */
export interface Handed {
  job: JobRecord
  pattern?: PatternRecord
  run?: RunRecord
  log: LogRecord[]
}

export async function packJob(id: string): Promise<Blob> {
  const [job, pattern, run] = await Promise.all([db.jobs.get(id), db.patterns.get(id), db.runs.get(id)])
  const log = await db.log.filter((e) => e.jobId === id).toArray()
  return pack({ format: FORMAT, version: VERSION, model: MODEL, job, pattern, run, log })
}

/** Reads what was handed over, packed or as its text, and checks every record; touches nothing stored. */
export async function unpackJob(file: Blob | string): Promise<{ ok: true; handed: Handed } | { ok: false; message: string }> {
  let parsed: { format?: unknown; version?: unknown; model?: unknown } & Partial<Handed>
  try {
    parsed = parsedText(typeof file === 'string' ? file : await textOf(file)) as typeof parsed
  } catch {
    return { ok: false, message: 'This file is damaged or not a handed-over job: it cannot be unpacked and read.' }
  }
  if (!parsed || parsed.format !== FORMAT)
    return { ok: false, message: 'This is not a handed-over job. A whole backup goes in under Settings, a ticket under Jobs.' }
  if (!(Number(parsed.version) <= VERSION) || Number(parsed.model) > MODEL)
    return { ok: false, message: 'This job comes from a newer Green Pitch. Update this device, then pick it up.' }
  const { check, jobRecord, logEntry, patternRecord, runRecord } = await import('./schema')
  const { job, pattern, run, log = [] } = Number(parsed.version) < VERSION ? upgraded(parsed) : parsed
  const checks = [
    ['job', check(jobRecord, job)],
    ...(pattern === undefined ? [] : [['pattern', check(patternRecord, pattern)] as const]),
    ...(run === undefined ? [] : [['run', check(runRecord, run)] as const]),
    ...(Array.isArray(log) ? log : [log]).map((e) => ['log', check(logEntry, e)] as const),
  ] as const
  for (const [what, found] of checks)
    if (!found.ok) return { ok: false, message: `The handed-over ${what} does not hold together: ${found.message}.` }
  return { ok: true, handed: { job: job!, pattern: pattern && { ...pattern, lines: keptLines(pattern.lines) }, run, log } }
}

/**
 * Merges a handed-over job into what is stored, all or nothing: the later ticket stands, both devices' run events
 * are kept, cuts already logged are not doubled, and a pattern here is never replaced.
 */
export async function mergeJob({ job, pattern, run, log }: Handed): Promise<{ news: number; logged: number; fresh: boolean }> {
  const merged = await db.transaction('rw', [db.jobs, db.patterns, db.runs, db.log], async () => {
    const [mine, minePattern, mineRun] = await Promise.all([db.jobs.get(job.id), db.patterns.get(job.id), db.runs.get(job.id)])
    if (!mine) await db.jobs.add({ ...job, rev: 1 })
    else if (job.changed > mine.changed) await db.jobs.put({ ...job, rev: mine.rev + 1 })
    if (pattern && !minePattern) await db.patterns.add({ ...pattern, rev: 1 })
    let news = 0
    if (run) {
      // runs that began at different moments are different runs: the later one stands
      const same = mineRun && mineRun.events[0]?.at === run.events[0]?.at
      const events = same ? mergeEvents(mineRun.events, run.events) : run.events
      const later = !mineRun || same || (run.events[0]?.at ?? 0) > (mineRun.events[0]?.at ?? 0)
      if (later) {
        news = events.length - (same ? mineRun.events.length : 0)
        await db.runs.put({ ...run, events, logged: run.logged || (same && mineRun.logged) || false, rev: (mineRun?.rev ?? 0) + 1 })
      }
    }
    const known = new Set((await db.log.bulkGet(log.map((e) => e.id))).flatMap((e) => (e ? [e.id] : [])))
    const added = log.filter((e) => !known.has(e.id))
    await db.log.bulkAdd(added.map((e) => ({ ...e, rev: 1 })))
    return { news, logged: added.length, fresh: !mine }
  })
  for (const table of ['jobs', 'patterns', 'runs'] as const) tell({ what: 'changed', table, ids: [job.id] })
  tell({ what: 'changed', table: 'log', ids: log.map((e) => e.id) })
  return merged
}
