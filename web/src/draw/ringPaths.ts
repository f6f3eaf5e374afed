import { computed, onScopeDispose, ref, watch, type Ref } from 'vue'
import { COARSE } from '../work/coarse'
import type { Found } from '../work/patternWork'
import { boxOf, ringPath, simplified, type Box, type RingReckoning } from '@green-pitch/core/pattern'

export interface Drawn {
  r: RingReckoning
  box: Box
  /** path data, no finer than the screen shows; made when first asked for */
  d: string
}

/** Rings within the part that is drawn, with their path data for this magnification; data is made anew only when it doubles. */
export function useRingPaths(
  found: Ref<Pick<Found, 'found' | 'coarse'>>,
  scale: Ref<number>,
  part: Ref<{ x: number; y: number; w: number; h: number }>,
) {
  const level = computed(() => Math.ceil(Math.log2(Math.max(scale.value, 0.05))))
  const drawn = computed((): Drawn[] => {
    const fine = 0.3 / 2 ** level.value
    return found.value.found.rings.map((r, i) => {
      let d: string | undefined
      return {
        r,
        box: boxOf(r.ring.points),
        get d() {
          return (d ??= fine >= COARSE ? found.value.coarse[i]! : ringPath(simplified(r.ring.points, fine)))
        },
      }
    })
  })
  const seen = computed(() => {
    const { x, y, w, h } = part.value
    return drawn.value.filter(({ box: b }) => b.maxX >= x && b.minX <= x + w && b.maxY >= y && b.minY <= y + h)
  })
  return { drawn, seen }
}

/**
 * A long list shown in steps: `step` more at every frame until all of it stands, so that no frame holds up the hand. It
 * begins anew when `anew` changes.
 */
export function useInSteps<T>(all: Ref<T[]>, anew: Ref<unknown>, step = 80): Ref<T[]> {
  const shown = ref(step)
  let frame = 0
  const grow = () => {
    frame = 0
    if (shown.value >= all.value.length) return
    shown.value += step
    frame = requestAnimationFrame(grow)
  }
  const begin = () => {
    cancelAnimationFrame(frame)
    shown.value = step
    frame = requestAnimationFrame(grow)
  }
  watch(anew, begin, { immediate: true })
  // what is panned into view later stands at once
  watch(
    () => all.value.length,
    (n) => n > shown.value && !frame && (frame = requestAnimationFrame(grow)),
  )
  onScopeDispose(() => cancelAnimationFrame(frame))
  return computed(() => (shown.value >= all.value.length ? all.value : all.value.slice(0, shown.value)))
}
