import { db, setMeta } from '../data/db'
import { useKeeper } from '../store/keeper'
import { useJob } from '../store/job'
import { useSettings } from '../store/settings'
import { useShop } from '../store/shop'
import { useTrials } from '../store/trials'
import { useTrouble } from '../store/trouble'

/** Reads what is stored; on the very first start asks the server whether to begin with the demo. */
export async function start(): Promise<void> {
  try {
    await useSettings().load()
    if (!(await db.meta.get('started'))) {
      if (await serverSaysDemo()) await (await import('../data/demo')).loadDemo()
      else await setMeta('started', () => true)
    }
    await useKeeper().start()
    await Promise.all([useShop().load(), useTrials().load()])
    await useJob().load()
  } catch (error) {
    // no storage: the Bench still answers, and says that nothing is kept
    useTrouble().report(error)
  }
}

async function serverSaysDemo(): Promise<boolean> {
  try {
    const answer = (await (await fetch('/start.json')).json()) as { demo?: boolean }
    return answer.demo === true
  } catch {
    return false // offline or another server: begin plainly
  }
}
