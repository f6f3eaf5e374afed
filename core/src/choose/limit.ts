import type { Blade } from '../blade/index.js'
import { profileOf, profiles, type LimitId, type Profile, type Saw } from '../saw/index.js'
import type { Job } from '../job/index.js'
import { chipLoad, hole, packs, teeth, turn, web } from './ofCut.js'
import { access, capacity, depth, end, frame, material, reach, swing } from './ofSaw.js'
import { stops, type Limit, type Margin } from './margin.js'

const all: Record<LimitId, Limit> = {
  end,
  material,
  capacity,
  chipLoad,
  teeth,
  packing: packs,
  turn,
  hole,
  web,
  reach,
  depth,
  access,
  frame,
  swing,
}
const ofProfile = new Map<Profile, readonly Limit[]>(Object.values<Profile>(profiles).map((p) => [p, p.limits.map((id) => all[id])]))
/** The limits a saw's blades are held to: each kind names its own, the search is one. */
export const limitsOf = (saw: Pick<Saw, 'kind'>): readonly Limit[] => ofProfile.get(profileOf(saw))!
export const limitById = (id: LimitId): Limit => all[id]
/** Whether the blade can be clamped at all and is made for the stock: what no change of the cut will alter. */
export const usable = (job: Job, blade: Blade): boolean => !stops(end.test(job, blade)!) && !stops(material.test(job, blade)!)

/** Every limit the job asks, for one blade. */
export function marginsOf(job: Job, blade: Blade): Margin[] {
  return limitsOf(job.saw).flatMap((l) => l.test(job, blade) ?? [])
}

/** The margins of a blade that meets every limit; undefined, at the first it fails, for one that does not. */
export function passingMargins(job: Job, blade: Blade): Margin[] | undefined {
  const met: Margin[] = []
  for (const l of limitsOf(job.saw)) {
    const m = l.test(job, blade)
    if (!m) continue
    if (stops(m)) return undefined
    met.push(m)
  }
  return met
}

// the chip load asks most, so it is asked of those only that pass all else
const asked = new Map<Profile, readonly Limit[]>(
  [...ofProfile].map(([p, all]) => [p, [...all.filter(({ id }) => id !== 'end' && id !== 'material' && id !== 'chipLoad'), chipLoad]]),
)
/**
 * Whether a blade that is known to be usable meets all limits of a job: for searches, which ask it of every blade again and
 * again. What stopped the blade before is asked first, unless it is what asks most: where few pass, one wall stops most of them.
 */
export function passesUsable(job: Job): (blade: Blade) => boolean {
  const limits = asked.get(profileOf(job.saw))!
  let wall: Limit | undefined
  return (blade) => {
    const stopping = (l: Limit) => {
      const m = l.test(job, blade)
      return m !== undefined && stops(m)
    }
    if (wall && stopping(wall)) return false
    const found = limits.find((l) => l !== wall && stopping(l))
    if (found && found !== chipLoad) wall = found
    return !found
  }
}

/** All limits met. */
export const passes = (job: Job, blade: Blade): boolean => passingMargins(job, blade) !== undefined
