import { meanSpacing, type Blade } from '../blade/index.js'
import type { Job } from '../job/index.js'

/** Below the first spacing filing makes no odds, above the second all the difference, mm; estimates of trade habit. */
const FINE = 1.4
const COARSE = 3.2
const TELLS = 0.3 // even the finest teeth tell a little, so that a saw filed for the cut leads; estimate
const TEARS = 2.5 // rip teeth across the grain tear so much more
const SLOWS = 0.5 // the wrong teeth need so much more force
/** Across the grain and down the end grain it takes two to three times the force along it (reference); round the row's own. */
const END_GRAIN = 1.5
const ALONG = 0.6

export interface FilingFit {
  /** of its filing against the grain: 0 no odds … 1 all the difference */
  matters: number
  /** teeth so fine that filing tells no more than the least */
  fine: boolean
  wrong: boolean
  /** how wrong, with what it matters: 0 right … 1; a hybrid is a little wrong both ways */
  wrongness: number
  /** times the tear-out of the right filing, and the cutting force of the row's */
  tear: number
  force: number
}

/**
 * How far rip or crosscut filing matters for this saw and this cut: rip teeth chisel along the grain, crosscut teeth
 * knife across it, and fine teeth forgive the difference. Nothing for saws without filing or cuts without grain.
 */
export function filingFit(job: Pick<Job, 'cut'>, blade: Blade): FilingFit {
  const matters = Math.min(1, Math.max(TELLS, (meanSpacing(blade) - FINE) / (COARSE - FINE)))
  const { filing } = blade.plate ?? {}
  const { grain, depth } = job.cut
  const wrong = filing !== undefined && filing !== 'hybrid' && grain !== undefined && (filing === 'rip') !== (grain === 'along')
  const half = filing === 'hybrid' ? 0.4 : 0 // a hybrid is a little wrong both ways
  const share = matters * (wrong ? 1 : half)
  return {
    matters,
    fine: matters === TELLS,
    wrong,
    wrongness: share,
    tear: grain === 'across' ? 1 + TEARS * share : 1,
    force:
      (1 + SLOWS * share) *
      (filing === undefined || grain === undefined ? 1 : grain === 'across' || depth !== undefined ? END_GRAIN : ALONG),
  }
}
