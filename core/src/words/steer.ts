import { decimal } from '../quantity/index.js'
import type { SawnHand } from '../learn/index.js'
import { countWords, withDoubt, type Say } from './say.js'

const LEADS = 0.25 // degrees under which nobody turns the work
/** What a packet's lead asks of the hand; empty where it asks nothing. */
export function leadWords(degrees: number | undefined): string {
  if (degrees === undefined || Math.abs(degrees) < LEADS) return ''
  const side = degrees > 0 ? 'right' : 'left'
  return `This packet leads ${decimal(Math.abs(degrees), 1)}° to the ${side}: begin with the work turned as far to the ${side}, and keep it so.`
}

/** What a steady side asks at the saw; undefined where it cannot be told from none. */
export function sideAdvice({ side }: SawnHand, say: Say): string | undefined {
  if (!side || side.pieces < 2 || Math.abs(side.mm) < 2 * side.doubt) return undefined
  return `Your last ${countWords(side.pieces, 'piece')} kept **${withDoubt(Math.abs(side.mm), side.doubt, say)} ${side.mm > 0 ? 'to the waste side' : 'inside the line'}**: steer that much ${side.mm > 0 ? 'closer' : 'farther out'}.`
}
