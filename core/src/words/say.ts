import { decimal, noteOf, printLength, type LengthUnit } from '../quantity/index.js'
import { sawById, type Saw } from '../saw/index.js'
import { countedTpi, sizedByTeeth, type Blade, type BladeEnd } from '../blade/index.js'

/** How the user wants to be spoken to. */
export interface Say {
  unit: LengthUnit
  /** blades by size and pattern, or by teeth per inch first */
  naming: 'size' | 'tpi'
}

/** “1 cut”, “3 cuts”. */
export const countWords = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`

/** “1 tooth”, “1.4 teeth”: a figure that need not be whole, as it is rounded. */
export const teethWords = (n: number, places = 1): string => {
  const text = decimal(n, places)
  return `${text} ${text === '1' ? 'tooth' : 'teeth'}`
}

/** “a 12 mm”, “an 18 mm”, “an 8”: the article a figure is read with. */
export const anA = (figure: string): string => `${/^(8|11([^\d]|$)|18([^\d]|$))/.test(figure) ? 'an' : 'a'} ${figure}`

export const lengthWords = (mm: number, say: Say): string => printLength(mm, say.unit)

/** A radius or setting nobody makes finer than this: 0.1 mm from 1 up, or three places of an inch. */
export const roundWords = (mm: number, say: Say): string =>
  say.unit === 'mm' ? `${decimal(mm, mm < 1 ? 2 : 1)} mm` : `${decimal(mm / 25.4, 3)}″`

/** Feed in mm/s or inches a minute, as each unit's users speak of it. */
export function feedWords(mmPerS: number, say: Say): string {
  return say.unit === 'mm' ? `${decimal(mmPerS, 1)} mm/s` : `${decimal((mmPerS * 60) / 25.4, 1)} in/min`
}

/** Bite per tooth: thousandths of a millimetre or of an inch. */
export function biteWords(mm: number, say: Say): string {
  return say.unit === 'mm' ? `${decimal(mm * 1000, 1)} µm` : `${decimal((mm / 25.4) * 1000, 2)} thou`
}

const OUNCES = 3.597 // that press as a newton does
/** N that a pound presses with. */
export const POUND = 16 / OUNCES
/** A force as a hand knows it: the weight that presses so, in grams and kilograms, or in ounces and pounds. */
export function forceWords(newtons: number, say: Say): string {
  if (say.unit === 'mm') {
    const g = (newtons / 9.81) * 1000
    return g < 950 ? `${g < 95 ? Math.round(g / 5) * 5 : Math.round(g / 10) * 10} g` : `${decimal(g / 1000, g < 9500 ? 1 : 0)} kg`
  }
  const oz = newtons * OUNCES
  return oz < 15.5 ? `${decimal(oz, oz < 5 ? 1 : 0)} oz` : `${decimal(oz / 16, oz < 160 ? 1 : 0)} lb`
}

/** What pulls a blade taut, or a motor at it: newtons, or pounds. */
export const pullWords = (newtons: number, say: Say): string => (say.unit === 'mm' ? `${decimal(newtons, 0)} N` : forceWords(newtons, say))

const YEAR = 365 * 86_400

export function minutesWords(seconds: number): string {
  if (seconds < 90) return `${Math.round(seconds / 5) * 5} s`
  if (!(seconds < YEAR)) return 'more than a year'
  const minutes = Math.round(seconds / 60)
  if (minutes < 60) return `${minutes} min`
  return minutes % 60 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : `${minutes / 60} h`
}

/** A pitch as a note, with its cents where they matter. */
export function noteWords(hz: number): string {
  const { name, cents } = noteOf(hz)
  return Math.abs(cents) < 8 ? name : `${name} ${cents > 0 ? '+' : '−'} ${Math.abs(cents)}`
}
/** Nearest note alone. */
export const plainNote = (hz: number): string => noteOf(hz).name

export function sizeWords(blade: Pick<Blade, 'size' | 'series'>): string {
  if (sizedByTeeth(blade)) return `${blade.size} ${blade.series === 'hand' ? 'PPI' : 'TPI'}`
  return /^\d/.test(blade.size) ? `No. ${blade.size}` : blade.size[0]!.toUpperCase() + blade.size.slice(1)
}

export const tpiWords = (blade: Pick<Blade, 'spacing'>): string => `${Math.round(countedTpi(blade) * 2) / 2} TPI`

/** What a user calls this blade. */
export function bladeWords(blade: Blade, say: Say): string {
  if (blade.plate) return `${blade.name}, ${sizeWords(blade)}`
  if (sizedByTeeth(blade)) return `${sizeWords(blade)} ${lowered(blade.name)}`
  return say.naming === 'tpi'
    ? `${tpiWords(blade)} ${blade.name.toLowerCase()}, ${sizeWords(blade)}`
    : `${sizeWords(blade)} ${blade.name.toLowerCase()}`
}

/** What a saw is called. Profiles as they ship are named by a measure, told in the user's unit; a name of one's own stands as it is. */
export function sawWords({ id, name }: Pick<Saw, 'id' | 'name'>, say: Say): string {
  if (say.unit === 'mm' || sawById(id)?.name !== name) return name
  return name.replace(/(\d+) mm/, (_, mm: string) => printLength(Number(mm), say.unit))
}

const ends: Record<BladeEnd, string> = {
  plain: 'plain ends',
  pin: 'pinned ends',
  'coping-pin': 'coping pins',
  'bow-pin': 'bow-saw pins',
  tang: 'tang shanks',
  'screw-shank': 'old screw-held shanks',
  handle: 'its own handle',
}
/** The ends a saw takes. */
export const endWords = (of: readonly BladeEnd[]): string => listWords(of.map((e) => ends[e]))

export const listWords = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
/** Small numbers as words. */
export const numberWords = (n: number): string => NUMBERS[n] ?? String(n)
export const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1)
export const lowered = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1)

/** Strokes a minute of a band, “850” or “1100–1450”: to ten, slow hand strokes to five. */
export function strokesWords({ low, high }: { low: number; high: number }, to = '–'): string {
  const round = (n: number) => (n < 200 ? Math.round(n / 5) * 5 : Math.round(n / 10) * 10)
  const [a, b] = [round(low), round(high)]
  return a === b ? String(a) : `${a}${to}${b}`
}

/** A measured length with its doubt: “0.12 ± 0.03 mm”. */
export const withDoubt = (mm: number, doubt: number, say: Say): string =>
  `${lengthWords(mm, say).replace(/ mm$/, '')} ± ${lengthWords(doubt, say)}`
