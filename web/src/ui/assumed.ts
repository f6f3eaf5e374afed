import { computed } from 'vue'
import { countWords, curvesOn, finishWords, lengthWords, showsWords, skillWords, stockSize, type Job, type Say } from '@green-pitch/core'
import { assumable, type Assumed } from '../data/records'
import { useJob } from '../store/job'
import { useSettings } from '../store/settings'

/** What is assumed of a job, as it is read; undefined where such a job has no such thing. */
function worded(what: Assumed, { stock, cut, saw }: Job, say: Say): string | undefined {
  switch (what) {
    case 'stock':
      return stock.material.name.toLowerCase()
    case 'thickness':
      return lengthWords(stockSize(stock), say)
    case 'radius':
      return curvesOn(saw).length < 2 ? undefined : cut.radius === undefined ? 'no curve' : 'a medium curve'
    case 'grain':
      return cut.grain && `${cut.grain} the grain`
    case 'length':
      return `${lengthWords(cut.length, say)} of cut`
    case 'openings':
      return cut.kind === 'pierced' ? countWords(cut.openings, 'opening') : undefined
    case 'finish':
      return finishWords[cut.finish]
    case 'skill':
      return skillWords[cut.skill]
    case 'shows':
      return showsWords[cut.shows]
  }
}

/** What the job in hand takes as usual and nobody has said, in the order it is asked. */
export function useAssumed() {
  const jobs = useJob()
  const settings = useSettings()
  return computed(() => {
    const left = new Set(jobs.ticket.assumed)
    return assumable.flatMap((what) => {
      const text = left.has(what) && worded(what, jobs.job, settings.say)
      return text ? [{ what, text }] : []
    })
  })
}
