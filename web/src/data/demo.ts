import { bladeById, evaluate, forecast, learn, MODEL, recut, type Course, type Job } from '@green-pitch/core'
import { breathe } from './breathe'
import { dayAfter, dayKey } from './days'
import { db, replaceAll } from './db'
import { patternFrom, readDrawing } from './patternFile'
import { coping, DAY, done, frame, handSaws, jigsaw, jobOf, jobs, owned, promised, scroll, START } from './saltmarsh'
import { demoPractice } from './saltmarshPractice'
import { demoTrials } from './saltmarshTrials'
import courses from './saltmarshCourses.json'
import { shippedPatterns } from './shipped'
import type { DrawerRecord, JobRecord, LogRecord, Order, PatternRecord, PracticeRecord, SawRecord, TrialRecord } from './records'

/** A job with what its drawing was measured to. */
const drawn = (id: string, job: Job): Job => ({
  ...job,
  cut: recut(job.cut, { course: (courses as unknown as Record<string, Course>)[id] }),
})

const orderOf = ({ inDays, ...rest }: (typeof promised)[string]): Order => ({
  steps: [],
  ...rest,
  due: dayKey(dayAfter(new Date(), inDays)),
})

/** Everything Saltmarsh Bench holds. */
interface Demo {
  jobs: JobRecord[]
  saws: SawRecord[]
  drawer: DrawerRecord[]
  log: LogRecord[]
  trials: TrialRecord[]
  practice: PracticeRecord[]
  patterns: PatternRecord[]
}

/** Makes the demo's records, a little at a time: each cut was told with what the cuts before it had taught. */
export async function makeDemo(): Promise<Demo> {
  const log: LogRecord[] = []
  const inTime = done.map((d, i) => ({ ...d, i })).sort((a, b) => a.day - b.day)
  for (const { day, stock, saw, cut, blade: id, jobId = 'demo-past', i, ...how } of inTime) {
    const job = jobOf(stock, saw, { ...cut, length: how.length, hole: cut.hole })
    const blade = bladeById(id)!
    const v = evaluate(job, blade)
    const { median: seconds, low, high } = forecast(job, blade, learn({ entries: log })).atSaw
    const predicted = { feed: v.feed.value, spm: v.speed.value, stress: v.stress, seconds, low, high }
    log.push({ id: `demo-log-${i}`, rev: 1, at: START + day * DAY, jobId, job, blade, model: MODEL, predicted, note: '', ...how })
    await breathe()
  }
  const patterns: PatternRecord[] = []
  for (const { id, pattern } of jobs) {
    const text = shippedPatterns.find((s) => s.name === pattern)?.text
    const read = text === undefined ? undefined : readDrawing(text, pattern!)
    if (read?.ok) patterns.push({ ...patternFrom(id, pattern!, read.drawing, 'lines'), rev: 1 })
    await breathe()
  }
  const made = jobs.map(({ id, name, job, blade }, i): JobRecord => ({
    id,
    rev: 1,
    name,
    created: START + i * DAY,
    changed: START + (60 + i) * DAY,
    ticket: { job: drawn(id, job), blade: blade === undefined ? undefined : bladeById(blade), model: MODEL },
    ...(promised[id] && { order: orderOf(promised[id]) }),
  }))
  const saws = [scroll, frame, jigsaw, coping, handSaws].map((saw): SawRecord => ({ id: saw.id, rev: 1, saw, mine: true }))
  const drawer = owned.map(([id, count, minutes, note]): DrawerRecord => ({ id, rev: 1, blade: bladeById(id)!, count, minutes, note }))
  // storage takes no functions or absent values the schemas would not: as they would come from a file
  const plain = JSON.parse(JSON.stringify({ jobs: made, saws, drawer, log, trials: demoTrials() })) as Omit<Demo, 'practice' | 'patterns'>
  return { ...plain, practice: demoPractice(), patterns }
}

/** Puts Saltmarsh Bench in place of everything that is stored. */
export async function storeDemo(demo: Demo): Promise<void> {
  await replaceAll(async () => {
    await db.jobs.bulkPut(demo.jobs)
    await db.saws.bulkPut(demo.saws)
    await db.drawer.bulkPut(demo.drawer)
    await db.log.bulkPut(demo.log)
    await db.trials.bulkPut(demo.trials)
    await db.practice.bulkPut(demo.practice)
    for (const pattern of demo.patterns) await db.patterns.put(pattern)
    await db.meta.bulkPut([
      { key: 'current', value: 'demo-dial' },
      { key: 'started', value: true },
    ])
  })
}
export const loadDemo = async (): Promise<void> => storeDemo(await makeDemo())
