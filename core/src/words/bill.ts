import type { Bill } from '../bill/index.js'
import type { Range } from '../number/index.js'
import { decimal } from '../quantity/index.js'
import { spanWords } from './own.js'
import { lengthWords, minutesWords, type Say } from './say.js'

/** “1 h 14 min (58 min to 1 h 32 min) in all, 61 min at the saw”. */
export function billWords({ total, atSaw }: Pick<Bill, 'total' | 'atSaw'>): string {
  return `${timeWords(total)} in all, ${spanWords(atSaw).mid} at the saw`
}
/** “14 min (11–18)”. */
export const timeWords = (i: Bill['total']): string => `${spanWords(i).mid} (${spanWords(i).span})`
export const countRange = (r: Range): string => (r.low === r.high ? String(r.mid) : `${r.low} to ${r.high}`)
/** An amount in the user's own money: small ones to a tenth. */
export const moneyWords = (x: number): string => decimal(x, x < 20 ? 1 : 0)
export const moneyRange = (r: Range): string => `${moneyWords(r.low)} – ${moneyWords(r.high)}`

/** What the time is made of, for “why?”. */
export const billParts = ({ ready, sawing, threading, cleanUp }: Bill): { name: string; value: string }[] =>
  [
    { name: 'setting up', seconds: ready.setting },
    { name: 'drilling', seconds: ready.drilling },
    { name: 'turning the board', seconds: ready.turning },
    { name: 'sawing', seconds: sawing.median },
    { name: 'threading', seconds: threading.median },
    { name: 'clean-up', seconds: cleanUp.median },
  ]
    .filter((p) => p.seconds > 0)
    .map((p) => ({ name: p.name, value: minutesWords(p.seconds) }))

/** What times rest on: a drawing’s own lines, or one radius for all of them. */
export const fromWords = ({ from }: Pick<Bill, 'from'>, job: { cut: { radius?: number } }): string | undefined =>
  from === 'drawing' || job.cut.radius === undefined
    ? undefined
    : 'Estimated from the length and the tightest curve; a drawing tells it more surely.'

/** The drill a starting hole wants, and how many; undefined where none is drilled. */
export const drillSaid = ({ holes, hole, drill }: Pick<Bill, 'holes' | 'hole' | 'drill'>, say: Say): string | undefined =>
  // a drill is called by its own name, unless that is metric where nothing else is
  holes
    ? `${holes} × ${drill && (say.unit === 'mm' || drill.series !== 'metric') ? drill.name : lengthWords(drill?.mm ?? hole, say)}`
    : undefined
