import { E_STEEL, meanWidth, RHO_STEEL, type Section } from '../blade/index.js'
import { secondMoment } from './bow.js'
import { modeRatio, modeRoot } from './string.js'

/**
 * Free span of a blade of known section from the partials of one pluck: how sharp its overtones run tells the
 * stiffness ratio x = L·√(T/EI), and with it the lowest note tells the length.
 * @param modes which mode, and its frequency in Hz; the lowest three at least; all read the same way, so that a glide raises all alike
 * @returns mm with its doubt; undefined where the partials fit no blade, or tell too little
 */
export function spanFromModes(
  section: Section,
  modes: readonly { mode: number; frequency: number }[],
): { span: number; doubt: number } | undefined {
  const first = modes.find((m) => m.mode === 1)
  const over = modes.filter((m) => m.mode > 1 && m.mode < 8)
  // without the second and third an overtone's number may be mistaken
  if (!first || ![2, 3].every((n) => over.some((m) => m.mode === n))) return undefined
  const miss = (x: number) =>
    over.reduce((t, m) => t + (Math.log(m.frequency / first.frequency / modeRatio(m.mode, x)) / CENTS) ** 2, 0) / over.length
  // x on an even ladder, then between its rungs
  let best = { x: 0, miss: Infinity }
  for (let i = 0; i <= 80; i++) {
    const x = 3 * 1.06 ** i
    const m = miss(x)
    if (m < best.miss) best = { x, miss: m }
  }
  let [low, high] = [best.x / 1.06, best.x * 1.06]
  for (let i = 0; i < 40; i++) {
    const [a, b] = [low + (high - low) * 0.382, low + (high - low) * 0.618]
    if (miss(a) < miss(b)) high = b
    else low = a
  }
  const x = (low + high) / 2
  const least = miss(x)
  if (least > 9 || x > 300) return undefined
  const speed = Math.sqrt((E_STEEL * secondMoment(section, 'side')) / (RHO_STEEL * 1e-12 * section.thickness * meanWidth(section)))
  const length = (x: number) => {
    const y = modeRoot(1, x)
    return Math.sqrt((y * Math.sqrt(y * y + x * x) * speed) / (2 * Math.PI * first.frequency))
  }
  // how far x may move before the partials are off by their own doubt more
  let wide = x
  while (wide < 4 * x && miss(wide) < least + 1 / over.length) wide *= 1.01
  return { span: length(x), doubt: Math.abs(length(wide) - length(x)) }
}
const CENTS = (2 * Math.LN2) / 1200 // two cents: how exactly a partial's peak is read; estimate
