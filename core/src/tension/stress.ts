import { netWidth, type Blade } from '../blade/index.js'
import type { StrungSaw } from '../saw/index.js'

export interface StressTop {
  value: number
  limit: 'strength' | 'grip' | 'saw'
}

/** Most stress this blade may be given in this saw, MPa: least of its strength, the clamps' grip and the saw's pull. */
export function topStress(saw: StrungSaw, blade: Blade): StressTop {
  const area = blade.thickness * netWidth(blade)
  const tops: StressTop[] = [
    { value: blade.safeStress, limit: 'strength' },
    { value: saw.grip / area, limit: 'grip' },
    { value: saw.tensionLimit / area, limit: 'saw' },
  ]
  return tops.reduce((a, b) => (b.value < a.value ? b : a))
}
