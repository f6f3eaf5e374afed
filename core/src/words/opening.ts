import type { OpeningPlan, OpeningWay } from '../joint/index.js'
import { capital, lengthWords, numberWords, type Say } from './say.js'

export const planNames: Record<OpeningPlan, string> = {
  corners: 'A hole in every corner',
  'one-hole': 'One hole and nibble the corners',
  cross: 'An X from the middle',
  'tip-in': 'Plunge cut, no hole',
}
/** A way to saw an opening, what it leaves, and its caution. */
export function openingWords(w: OpeningWay, say: Say): string {
  if (w.stop === 'no-room') return 'The holes would not fit into the opening.'
  const mm = (x: number) => lengthWords(Math.round(x * 10) / 10, say)
  const size = w.drill?.name ?? `${mm(w.size)} (bit or hole saw)`
  const holes = w.holes.length
    ? `${capital(numberWords(w.holes.length))} hole${w.holes.length === 1 ? '' : 's'} of ${size}, touching the lines. `
    : ''
  const left = w.leftInCorners > 0.05 ? `File ${mm(w.leftInCorners)} out of each corner.` : 'Corners come out as drawn.'
  const caution =
    w.plan === 'tip-in'
      ? ' Wants a practiced hand: the blade stands on its tip at full speed, kicks, and can spoil blade and work. Base tipped onto its front, both hands, a straight cut in the waste.'
      : w.plan === 'cross'
        ? ' Saw the cross first: four loose triangles, none pinches the blade.'
        : ''
  return `${holes}${mm(w.length)} to saw. ${left}${caution}`
}
