import { db } from '../data/db'
import { useKeeper } from '../store/keeper'
import { useJob } from '../store/job'
import { useSettings } from '../store/settings'
import { useShop } from '../store/shop'
import { useTrials } from '../store/trials'
import { useTrouble } from '../store/trouble'

/**
 * Reads what is stored; on the very first start asks the server whether to begin with the demo.
 * @returns whether somebody is here for the first time and has no demo to look at
 */
export async function start(): Promise<boolean> {
  let first = false
  try {
    await useSettings().load()
    if (!(await db.meta.get('started'))) {
      if (await serverSaysDemo()) await (await import('../data/demo')).loadDemo()
      else {
        first = true
        // the one country where shops measure in inches by default; the first screen asks all the same
        if (/^en-US$/i.test(navigator.language)) useSettings().change({ unit: 'in' })
      }
    }
    await useKeeper().start()
    await Promise.all([useShop().load(), useTrials().load()])
    await useJob().load()
  } catch (error) {
    // no storage: the Bench still answers, and says that nothing is kept
    useTrouble().report(error)
  }
  return first
}

async function serverSaysDemo(): Promise<boolean> {
  try {
    const answer = (await (await fetch('/start.json')).json()) as { demo?: boolean }
    return answer.demo === true
  } catch {
    return false // offline or another server: begin plainly
  }
}
