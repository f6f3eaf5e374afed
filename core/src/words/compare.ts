import type { Contender } from '../choose/index.js'
import type { Family } from '../saw/index.js'
import { capital, lengthWords, lowered, minutesWords, type Say } from './say.js'
import { stopWords, wayWords } from './limit.js'

export const familyNames: Record<Family, string> = {
  scroll: 'Scroll saw',
  jeweler: 'Jeweler’s or fret frame',
  coping: 'Coping saw',
  bow: 'Bow saw',
  jigsaw: 'Jigsaw',
  hand: 'Hand saw',
}

/** The answer over all families in one sentence: the soonest, and the one of the smoothest edge where that is another. */
export function compareHeading(found: readonly Contender[]): string {
  const able = found.filter((c) => c.best)
  const [first] = able
  if (!first) return 'No saw here will do this cut as it stands'
  const cleanest = able.reduce((a, b) => (b.best!.edge.ridge < a.best!.edge.ridge ? b : a))
  const name = (c: Contender) => familyNames[c.family].toLowerCase()
  return cleanest === first
    ? `The ${name(first)} is soonest done and leaves the smoothest edge`
    : `The ${name(first)} is soonest done; the ${name(cleanest)} leaves the smoothest edge`
}

/** What speaks for a contender, or what stops it and what would help. */
export function contenderWords(c: Contender, say: Say): string {
  const { best } = c
  if (best) {
    const torn = best.edge.tear
    return `${minutesWords(best.time.total)} with clean-up (sawing ${minutesWords(best.time.cutting)}); ${best.edge.grade} edge for its kind, ${torn < 0.02 ? 'hardly any tear-out' : `${lengthWords(Math.round(torn * 100) / 100, say)} torn out`}.`
  }
  const stop = capital(c.stops[0] ? stopWords[c.stops[0]] : 'it cannot')
  if (!c.way) return `${stop}.`
  const { act } = wayWords(c.way, say)
  return `${stop}; it would do if you ${lowered(act)}.`
}
