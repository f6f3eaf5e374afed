import type { Match, TraitCheck } from '../blade/index.js'
import { decimal } from '../quantity/index.js'
import { bladeWords, lengthWords, sizeWords, type Say } from './say.js'

/** What a loose blade is, as surely as it can be said. */
export function identifyWords(matches: readonly Match[], say: Say): string {
  const [first, second] = matches
  if (!first || first.checks.some((c) => c.state === 'beyond')) {
    return first
      ? `None of the blades known here fits; the nearest is ${bladeWords(first.blade, say)}.`
      : 'No blade of that end is known here.'
  }
  const name = bladeWords(first.blade, say)
  if (first.share > 0.8) return `This is ${name}.`
  if (first.share > 0.5) return `Most likely ${name}.`
  const level = matches.filter((m) => m.share > 0.5 * first.share)
  if (level.every((m) => m.blade.size === first.blade.size && m.blade.series === first.blade.series))
    return `${sizeWords(first.blade)}, its teeth ${level.map((m) => m.blade.name.toLowerCase().replace(/ teeth$/, '')).join(' or ')}: look which way they point.`
  return second ? `${name} or ${bladeWords(second.blade, say)}: measure more to part them.` : name
}

const traits = { width: 'wide', thickness: 'thick', teeth: 'TPI', reverse: 'of upward teeth' } as const
/** One trait as found against what it should be. */
export function traitWords(c: TraitCheck, say: Say): string {
  const put = (v: number) => (c.trait === 'teeth' ? decimal(v, 1) : lengthWords(Math.round(v * 100) / 100, say))
  return c.state === 'within' && Math.abs(c.off) < 1
    ? `${put(c.found)} ${traits[c.trait]}, as it should be`
    : `${put(c.found)} ${traits[c.trait]} where ${put(c.nominal)} is usual`
}
