import { bladeById, evaluate, forecast, learn, MODEL } from '@green-pitch/core'
import { db, replaceAll } from './db'
import { patternFrom, readDrawing } from './patternFile'
import { coping, DAY, done, frame, handSaws, jigsaw, jobOf, jobs, owned, scroll, START } from './saltmarsh'
import { demoPractice } from './saltmarshPractice'
import { demoTrials } from './saltmarshTrials'
import { shippedPatterns } from './shipped'
import type { DrawerRecord, JobRecord, LogRecord, SawRecord, TrialRecord } from './records'

/** Fills an empty store with Saltmarsh Bench. */
export async function loadDemo(): Promise<void> {
  const made = jobs.map(({ id, name, job, blade }, i): JobRecord => ({
    id,
    rev: 1,
    name,
    created: START + i * DAY,
    changed: START + (60 + i) * DAY,
    ticket: { job, blade: blade === undefined ? undefined : bladeById(blade), model: MODEL },
  }))
  const saws: SawRecord[] = [scroll, frame, jigsaw, coping, handSaws].map((saw) => ({ id: saw.id, rev: 1, saw, mine: true }))
  const drawer: DrawerRecord[] = owned.map(([id, count, minutes, note]) => ({ id, rev: 1, blade: bladeById(id)!, count, minutes, note }))
  // each cut was told with what the cuts before it had taught
  const log: LogRecord[] = []
  done
    .map((d, i) => ({ ...d, i }))
    .sort((a, b) => a.day - b.day)
    .forEach(({ day, stock, saw, cut, blade: id, jobId = 'demo-past', i, ...how }) => {
      const job = jobOf(stock, saw, { ...cut, length: how.length, hole: cut.hole })
      const blade = bladeById(id)!
      const v = evaluate(job, blade)
      const { median: seconds, low, high } = forecast(job, blade, learn({ entries: log })).atSaw
      const predicted = { feed: v.feed.value, spm: v.speed.value, stress: v.stress, seconds, low, high }
      log.push({ id: `demo-log-${i}`, rev: 1, at: START + day * DAY, jobId, job, blade, model: MODEL, predicted, note: '', ...how })
    })
  const patterns = jobs.flatMap(({ id, pattern }) => {
    const text = shippedPatterns.find((s) => s.name === pattern)?.text
    const read = text === undefined ? undefined : readDrawing(text, pattern!)
    return read?.ok ? [{ ...patternFrom(id, pattern!, read.drawing, 'lines'), rev: 1 }] : []
  })
  await replaceAll(async () => {
    const plain = JSON.parse(JSON.stringify({ made, saws, drawer, log, trials: demoTrials() })) as {
      made: JobRecord[]
      saws: SawRecord[]
      drawer: DrawerRecord[]
      log: LogRecord[]
      trials: TrialRecord[]
    }
    await db.jobs.bulkPut(plain.made)
    await db.saws.bulkPut(plain.saws)
    await db.drawer.bulkPut(plain.drawer)
    await db.log.bulkPut(plain.log)
    await db.trials.bulkPut(plain.trials)
    await db.practice.bulkPut(demoPractice())
    await db.patterns.bulkPut(patterns)
    await db.meta.bulkPut([
      { key: 'current', value: 'demo-dial' },
      { key: 'started', value: true },
    ])
  })
}
