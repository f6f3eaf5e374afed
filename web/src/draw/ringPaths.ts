import { computed, onScopeDispose, ref, watch, type Ref } from 'vue'
import { COARSE } from '../work/coarse'
import type { Found, RingLook } from '../work/patternWork'
import { ringPath, simplified, type Box, type RingReckoning } from '@green-pitch/core/pattern'

export interface Drawn extends RingLook {
  r: RingReckoning
  /** path data, no finer than the screen shows; made when first asked for */
  d: string
}

/** Every ring with its path data for this magnification; data is made anew only when it doubles. */
export function useRingPaths(found: Ref<Pick<Found, 'found' | 'looks'>>, scale: Ref<number>): Ref<Drawn[]> {
  const level = computed(() => Math.ceil(Math.log2(Math.max(scale.value, 0.05))))
  return computed((): Drawn[] => {
    const fine = 0.3 / 2 ** level.value
    return found.value.found.rings.map((r, i) => {
      const look = found.value.looks[i]!
      let d: string | undefined
      return {
        r,
        ...look,
        get d() {
          return (d ??= fine >= COARSE ? look.coarse : ringPath(simplified(r.ring.points, fine)))
        },
      }
    })
  })
}
export const touches = (b: Box, view: { x: number; y: number; w: number; h: number }): boolean =>
  b.maxX >= view.x && b.minX <= view.x + view.w && b.maxY >= view.y && b.minY <= view.y + view.h

/** A long list shown in steps: one more at every frame until all of it stands, so that no frame holds up the hand. It begins anew when `anew` changes. */
export function useInSteps<T>(all: Ref<T[]>, anew: Ref<unknown>): Ref<T[]> {
  const shown = ref(0)
  let frame = 0
  const grow = () => {
    frame = 0
    if (shown.value >= all.value.length) return
    shown.value++
    frame = requestAnimationFrame(grow)
  }
  const begin = () => {
    cancelAnimationFrame(frame)
    shown.value = 0
    frame = requestAnimationFrame(grow)
  }
  watch(anew, begin, { immediate: true })
  // what is panned into view later goes on from there
  watch(
    () => all.value.length,
    (n) => n > shown.value && !frame && (frame = requestAnimationFrame(grow)),
  )
  onScopeDispose(() => cancelAnimationFrame(frame))
  return computed(() => (shown.value >= all.value.length ? all.value : all.value.slice(0, shown.value)))
}
