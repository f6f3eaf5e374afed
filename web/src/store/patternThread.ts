import { onScopeDispose } from 'vue'
import { wrap, type Remote } from 'comlink'
import type { PatternWork } from '../work/patternWork'

/** The worker that keeps the geometry of the pattern in hand: begun when it is first asked, and afresh after it was ended. */
export interface PatternThread {
  worker(): Remote<PatternWork>
  /** whether this is the one that is asked now */
  current(work: Remote<PatternWork>): boolean
  /** ends what it does at once */
  cancel(): void
}
/** @param ended called when it was ended: whatever it knew is gone */
export function usePatternThread(ended: () => void): PatternThread {
  let thread: Worker | undefined
  let work: Remote<PatternWork> | undefined
  function cancel() {
    thread?.terminate()
    thread = work = undefined
    ended()
  }
  onScopeDispose(cancel)
  return {
    worker() {
      if (!work) {
        thread = new Worker(new URL('../work/pattern.worker.ts', import.meta.url), { type: 'module' })
        work = wrap<PatternWork>(thread)
      }
      return work
    },
    current: (asked) => asked === work,
    cancel,
  }
}
