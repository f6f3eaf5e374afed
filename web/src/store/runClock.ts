import { ref } from 'vue'
import { useIntervalFn } from '@vueuse/core'

/** ms since 1970 as this page counts them: a clock set forward or back while it is open changes nothing. */
const pageTime = () => Math.round(performance.timeOrigin + performance.now())

/**
 * The clock of a run: goes on evenly in this page, and from the last event where the device's clock was set back before the
 * page was opened, else every press would count a millisecond.
 * @param last when the last event was, ms
 */
export function useRunClock(last: () => number | undefined) {
  let behind = 0
  function time(): number {
    behind = Math.max(behind, (last() ?? 0) - pageTime())
    return pageTime() + behind
  }
  const now = ref(time())
  useIntervalFn(() => (now.value = time()), 1000)
  return { now, time }
}
