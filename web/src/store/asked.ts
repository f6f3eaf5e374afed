import { onScopeDispose, ref } from 'vue'
import { wrap, type Remote } from 'comlink'
import { useTrouble } from './trouble'

/** A worker that is asked one thing at a time: asking anew, or calling it off, ends what it was about. */
export function useAsked<W>(make: () => Worker) {
  const trouble = useTrouble()
  const busy = ref(false)
  /** how far it is, where it tells */
  const share = ref(0)
  let thread: Worker | undefined
  // one for the worker's whole life: when it is let go, the worker stops answering
  let remote: Remote<W> | undefined
  let asked = 0

  function end() {
    thread?.terminate()
    thread = undefined
    remote = undefined
    busy.value = false
    asked++
  }
  /** The answer; undefined where it was called off, or another question came in between. */
  async function ask<T>(question: (worker: Remote<W>) => Promise<T>): Promise<T | undefined> {
    if (busy.value) end()
    thread ??= make()
    remote ??= wrap<W>(thread)
    const mine = ++asked
    busy.value = true
    share.value = 0
    try {
      const answer = await question(remote)
      return mine === asked ? answer : undefined
    } catch (error) {
      if (mine === asked) trouble.report(error)
      return undefined
    } finally {
      if (mine === asked) busy.value = false
    }
  }
  onScopeDispose(end)
  return { busy, share, ask, end }
}
