import { MODEL, usualJob } from '@green-pitch/core'
import { assumable } from '../data/records'
import { useJob } from './job'
import { useSettings } from './settings'
import { useShop } from './shop'

/** Begins a job on the saw last used, with the commonest stock of what is made on it until it is told what it is. */
export function useNewJob() {
  const jobs = useJob()
  const shop = useShop()
  const settings = useSettings()
  return async (sawId = jobs.job.saw.id) => {
    const saw = shop.offered.find((s) => s.id === sawId) ?? shop.offered[0]!
    const ticket = { job: usualJob(saw, settings.value.supply.makes, settings.value.unit), model: MODEL, assumed: [...assumable] }
    // one that nobody has told anything yet is the new one
    if (jobs.asking && !jobs.past.length) jobs.edit(() => ticket, 'new')
    else if (!(await jobs.add('New job', ticket))) return
    jobs.asking = true
  }
}
