import { onMounted, onUnmounted, ref, type Ref } from 'vue'
import { breathe } from '../data/breathe'

/**
 * How many parts of a place stand: the first at once, each further one a task later, so that a place that is much to draw does
 * not hold up a press. Parts come from the top down, so that nothing moves when the next one does.
 */
export function useStages(all: number): Ref<number> {
  const standing = ref(1)
  let gone = false
  onMounted(async () => {
    while (standing.value < all && !gone) {
      await breathe()
      standing.value++
    }
  })
  onUnmounted(() => {
    gone = true
  })
  return standing
}
