import { expect } from 'vitest'
import type { Say } from '../src/index.js'

export const ANY_UNIT: readonly Say[] = [
  { unit: 'mm', naming: 'size' },
  { unit: 'in', naming: 'tpi' },
]
/** What is never said, whatever it is said of. */
const NEVER: [RegExp, string][] = [
  [/(?<![\d.])1 (teeth|holes|chips|strokes|cuts|signs)\b/, 'a plural of one'],
  [/\ba (8|11|18)(?![\d.])/i, 'a wrong article'],
  [/\babout 1 times/, 'a ratio of one'],
  [/\(\s*\)|undefined|NaN|Infinity/, 'an empty or lost word'],
  [/(?<![\d.])(\d[^,;]*), not \1(?=[;,.]|$)/, 'a comparison of equals'],
  [/\b[Mm]itre|\bvice\b|\bcolour/, 'another spelling'],
  [/about 0(\.0\d*)?°/, 'a slope nobody sees'],
]
/** Words of wood that no metal bears. */
export const SPLINTERED = /splinter|fray|fuzz|chip(s|ped)? on|tear-out|grain/i

export function neverSaid(all: readonly string[]) {
  for (const text of all) for (const [never, what] of NEVER) expect(never.test(text), `${what}: ${text}`).toBe(false)
}
