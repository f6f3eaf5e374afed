import type { Saw } from '../saw/index.js'
import type { Job } from '../job/index.js'

/** The same cut on another saw: tension, speed, orbit and a turned blade belong to the saw they were set on. */
export const onSaw = (job: Job, saw: Saw): Job => ({ ...job, saw, stress: undefined, spm: undefined, orbit: undefined, turned: undefined })
