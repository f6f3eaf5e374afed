import { countWords } from '@green-pitch/core'
import { mergeJob, unpackJob } from './handover'
import { textOf } from './backup'
import { readTrial, takeTrial } from './trialFile'

/** What came from another of the user’s devices, stored: where it is shown, and what to say of it. */
export interface Arrived {
  what: 'job' | 'trial'
  id: string
  said: string
}

/** Takes in what was handed over, a job or a trial; nothing stored changes where it does not hold together. */
export async function takeHanded(file: Blob): Promise<{ ok: true; arrived: Arrived } | { ok: false; message: string }> {
  const text = await textOf(file).catch(() => '')
  if (text.slice(0, 200).includes('"green-pitch-trial"')) {
    const read = await readTrial(text)
    if (!read.ok) return read
    const { id, fresh, news } = await takeTrial(read.trial)
    return {
      ok: true,
      arrived: {
        what: 'trial',
        id,
        said: fresh ? `${read.trial.name} is here now.` : `Merged: ${countWords(news, 'new word')} of the trial.`,
      },
    }
  }
  const read = await unpackJob(text)
  if (!read.ok) return read
  const { id, name } = read.handed.job
  const { news, logged, fresh } = await mergeJob(read.handed)
  const said = fresh
    ? `${name} is here now.`
    : `Merged: ${countWords(news, 'new step')} of the run, ${countWords(logged, 'cut')} for the log.`
  return { ok: true, arrived: { what: 'job', id, said } }
}
