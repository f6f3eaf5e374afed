import type { Short } from '../kit/index.js'
import { bladeWords, countWords, minutesWords, strokesWords, type Say } from './say.js'

/** A kind that is out and what does instead: “None of No. 3 left: No. 5 at 900 strokes does it, 4 min longer.” */
export function shortWords({ blade, left, needs, instead, few, costs }: Short, say: Say): string {
  const what = left
    ? `Only ${countWords(left, 'blade')} of ${bladeWords(blade, say)} left, and this asks for about ${Math.ceil(needs)}`
    : `${bladeWords(blade, say)} is out`
  if (few) return `${what}; ${bladeWords(few.blade, say)} does it too, but there are too few of it alone.`
  if (!instead) return `${what}: nothing else in the drawer does it.`
  const time = Math.abs(costs) < 45 ? 'in about the same time' : `${minutesWords(Math.abs(costs))} ${costs > 0 ? 'longer' : 'sooner'}`
  return `${what}: ${bladeWords(instead.blade, say)} at ${strokesWords(instead.speed)} strokes does it, ${time}.`
}
