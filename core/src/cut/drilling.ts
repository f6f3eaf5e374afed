import { heights, type Job } from '../job/index.js'

const DRILL = { set: 9, each: 0.4 } // s to set and clear a hole, and for each mm of its depth in stock of 700 kg/m³; estimates

/** s to set, drill and clear one starting hole. */
export const drillingSeconds = (job: Job): number =>
  DRILL.set + DRILL.each * heights(job).total * Math.sqrt(job.stock.material.density / 700)
