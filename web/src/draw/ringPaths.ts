import { computed, type Ref } from 'vue'
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
