import type { Job } from './job.js'

/** Jobs found sound: a job is asked of hundreds of blades, and does not change under them. */
const known = new WeakSet<Job>()

/**
 * Refuses what nobody can saw by figures.
 * @throws RangeError that names the figure and what it must be, where one is not finite, or not above zero where it must be
 */
export function soundJob(job: Job): Job {
  if (known.has(job)) return job
  const { stock, cut } = job
  const above0: [string, number | undefined][] = [
    ['Thickness', 'thickness' in stock ? stock.thickness : undefined],
    ['Sheets', 'sheets' in stock ? stock.sheets : undefined],
    ['Diameter', 'diameter' in stock ? stock.diameter : undefined],
    ['Wall', 'wall' in stock ? stock.wall : undefined],
    ['Density', stock.material.density],
    ['Hardness', stock.material.hardness],
    ['Cutting force K', stock.material.K],
    ['Web', cut.web],
    ['Hole', cut.hole],
    ['Length of cut', cut.length],
    ['Scrap', cut.backing],
    ['Depth', cut.depth],
    ['Room for the saw', cut.room],
    ['Strokes a minute', job.spm],
  ]
  for (const [name, x] of above0)
    if (x !== undefined && !(x > 0 && x < Infinity)) throw new RangeError(`${name} must be a number above zero; it is ${x}.`)
  const within: [string, number | undefined, number, number][] = [
    ['Radius', cut.radius, 0, 1e6],
    ['Openings', cut.openings, 0, 1e9],
    ['Bevel', cut.bevel, 0, 89],
    ['Corner', cut.corners?.angle, 1, 179],
    ['Corners', cut.corners?.count, 0, 1e9],
    ['Stress', job.stress, 0, 1e5],
    ['Orbit', job.orbit, 0, 99],
    ['Turn of the blade', job.turned, 0, 360],
    ['Finish–pace', job.pace, 0, 1],
    ['Wear', job.wear, 0, 1],
  ]
  for (const [name, x, least, most] of within)
    if (x !== undefined && !(x >= least && x <= most)) throw new RangeError(`${name} must lie between ${least} and ${most}; it is ${x}.`)
  known.add(job)
  return job
}
