import gauges from './data/gauges.json' with { type: 'json' }

export const lengthUnits = ['mm', 'in'] as const
export type LengthUnit = (typeof lengthUnits)[number]
/** Sheet gauges differ by metal: the American wire gauge for nonferrous sheet, the sheet-steel gauge for steel. */
export type GaugeKind = 'nonferrous' | 'steel'

export type Parsed = { ok: true; mm: number } | { ok: false; message: string }

const GLYPHS: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
  '″': '"',
  '”': '"',
  '“': '"',
  '′': "'",
  '’': "'",
}
const LONGEST = 10_000 // mm; nothing sawn at a bench is longer, so more is a slip of the unit

const NUMBER = String.raw`(?:\d+(?:\.\d*)?|\.\d+)`
const SIZE = new RegExp(String.raw`^(?:(${NUMBER})\s*(?:-|\s)\s*)?(?:(\d+)\s*/\s*(\d+)|(${NUMBER}))\s*(mm|cm|m|in|inch|inches|")?$`)
const GAUGE = /^(\d{1,2})\s*(?:ga|gauge)\.?$/
const DRILL = /^(?:#|no\.?|number)\s*(\d{1,2})(?:\s*drill)?$/

/** Decimal inches to mm with one rounding only, so that 0.375 and 3/8 give the same number. */
function inchDecimal(text: string): number {
  const [whole = '', part = ''] = text.split('.')
  const digits = Number(whole + part)
  return Number.isSafeInteger(digits * 254) && part.length < 15 ? (digits * 254) / 10 ** (part.length + 1) : Number(text) * 25.4
}

/** Sheet thickness of a gauge number, mm; undefined where the gauge does not exist. Source: gauges.json. */
export function gaugeThickness(gauge: number, kind: GaugeKind): number | undefined {
  if (!Number.isInteger(gauge)) return undefined
  if (kind === 'steel') return steelGauge[gauge] === undefined ? undefined : inchDecimal(String(steelGauge[gauge]))
  return gauge >= 0 && gauge <= 40 ? Number((0.127 * 92 ** ((36 - gauge) / 39)).toFixed(3)) : undefined
}
const steelGauge: Record<string, number> = gauges.steel

/** Diameter of a number drill (1 to 80), mm; undefined where there is none. Source: gauges.json. */
export function numberDrill(n: number): number | undefined {
  const inches = gauges.numberDrill[n - 1]
  return inches === undefined ? undefined : inchDecimal(inches.toFixed(4))
}

/**
 * Reads a length as people write it: `9.5`, `0,8 mm`, `3/8"`, `1 1/2in`, `20 ga`, `#60`.
 * A bare number is in `unit`. Never guesses: what cannot be read says what can.
 * @returns mm, or a message that names the trouble and the remedy
 */
export function parseLength(text: string, unit: LengthUnit, gauge: GaugeKind = 'nonferrous'): Parsed {
  let s = text.trim().toLowerCase()
  for (const [glyph, plain] of Object.entries(GLYPHS)) s = s.replaceAll(glyph, ` ${plain}`)
  s = s
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/\s+/g, ' ')
    .replace(/ "/g, '"')
    .trim()
  if (!s) return { ok: false, message: 'Give a length, such as 9.5, 3/8" or 20 ga.' }
  if (s.startsWith('-')) return { ok: false, message: `“${text.trim()}” is below zero; give a length above it.` }

  const g = GAUGE.exec(s)
  if (g) {
    const mm = gaugeThickness(Number(g[1]), gauge)
    return mm === undefined ? { ok: false, message: `There is no ${g[1]} gauge ${gauge} sheet.` } : { ok: true, mm }
  }
  const drill = DRILL.exec(s)
  if (drill) {
    const mm = numberDrill(Number(drill[1]))
    return mm === undefined ? { ok: false, message: 'Number drills run from 1 to 80.' } : { ok: true, mm }
  }
  const m = SIZE.exec(s)
  if (!m) return { ok: false, message: `“${text.trim()}” is not a length; write it like 9.5, 0.8mm, 3/8" or 1 1/2in.` }
  const [, whole, numerator, denominator, plain, suffix] = m
  if (whole !== undefined && plain !== undefined)
    return { ok: false, message: `“${text.trim()}” holds two numbers; write one, or a fraction such as 1 1/2.` }
  if (denominator !== undefined && Number(denominator) === 0) return { ok: false, message: 'A fraction cannot have 0 below its line.' }
  const u = suffix ?? unit
  const inches = u === 'in' || u === 'inch' || u === 'inches' || u === '"'
  let mm: number
  if (denominator !== undefined) {
    const sixteenths = Number(whole ?? 0) * Number(denominator) + Number(numerator)
    mm = inches ? (sixteenths * 254) / (10 * Number(denominator)) : sixteenths / Number(denominator)
  } else mm = inches ? inchDecimal(plain!) : Number(plain)
  if (u === 'cm') mm *= 10
  if (u === 'm') mm *= 1000
  if (mm > LONGEST) return { ok: false, message: `${text.trim()} is over 10 m; check the unit.` }
  return { ok: true, mm }
}

const gcd = (a: number, b: number): number => (b ? gcd(b, a % b) : a)

/** Nearest fraction of an inch to 1/64 and what it misses by (mm, signed: fraction − true). */
export function nearestFraction(mm: number): { text: string; error: number } {
  const n = Math.round((mm * 640) / 254)
  const whole = Math.floor(n / 64)
  const rest = n - whole * 64
  const by = gcd(rest, 64)
  const fraction = rest ? `${rest / by}/${64 / by}` : ''
  return { text: [whole || (rest ? '' : '0'), fraction].filter((part) => part !== '').join(' '), error: (n * 254) / 640 - mm }
}

/** Plain decimal with at most `digits` places and no trailing zeros. */
export function decimal(value: number, digits: number): string {
  const s = value.toFixed(digits)
  return s.includes('.') ? s.replace(/\.?0+$/, '') : s
}

/** How far a fraction may miss what it stands for: mm, and as a share, for what is small is measured finely. */
const MISS = 0.2 // half a 64th: from 6.6 mm up every length is one a rule shows
const TYPED = 0.1 // in a field, where it may be left standing
const MISS_SHARE = 0.03

/** The fraction to 1/64 that stands for a length, where one does; nothing under 1.5 mm is spoken of in fractions. */
function fractionFor(mm: number, miss = MISS): string | undefined {
  const near = nearestFraction(mm)
  return mm >= 1.5 && Math.abs(near.error) <= Math.min(miss, MISS_SHARE * mm) + 1e-9 ? near.text : undefined
}

/**
 * A length for reading. Millimetres to 0.01 (0.1 from 10 up); inches as a fraction where one to 1/64
 * lies near enough, else as a decimal with three places.
 */
export function printLength(mm: number, unit: LengthUnit): string {
  if (unit === 'mm') return `${decimal(mm, Math.abs(mm) < 10 ? 2 : 1)} mm`
  return `${fractionFor(mm) ?? decimal(mm / 25.4, 3)}″`
}

/** A length for an input: as it is read, three places at most. What is typed over it is a new length; left alone, the old one stands. */
export const printForInput = (mm: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${decimal(mm, 3)} mm` : `${fractionFor(mm, TYPED) ?? decimal(mm / 25.4, 3)} in`
