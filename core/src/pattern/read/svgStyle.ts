import color from 'color-string'
import { lineEnds, lineJoins } from './drawing.js'
import { lengthOf } from './svgUnits.js'

/** What a shape is painted with; all of it is handed down but `alpha`, which is what its groups let through together. */
export interface Style {
  fill: string
  stroke: string
  fillAlpha: number
  strokeAlpha: number
  alpha: number
  /** of the stroke, in user units */
  width: number
  rule: string
  ends: string
  joins: string
  color: string
  visible: boolean
}
export const PLAIN: Style = {
  fill: 'black',
  stroke: 'none',
  fillAlpha: 1,
  strokeAlpha: 1,
  alpha: 1,
  width: 1,
  rule: 'nonzero',
  ends: 'butt',
  joins: 'miter',
  color: 'black',
  visible: true,
}

/** Properties that are looked at. */
const STYLED = [
  'fill',
  'stroke',
  'visibility',
  'display',
  'opacity',
  'fill-opacity',
  'stroke-opacity',
  'stroke-width',
  'fill-rule',
  'stroke-linecap',
  'stroke-linejoin',
  'color',
  'stop-color',
  'stop-opacity',
  'clip-path',
] as const
export const IS_STYLE: ReadonlySet<string> = new Set(STYLED)
export type Said = Partial<Record<(typeof STYLED)[number], string>>
export const UNSAID: Said = {}

const share = (text: string | undefined, other: number): number => {
  const n = text === undefined ? NaN : parseFloat(text) / (text.trim().endsWith('%') ? 100 : 1)
  return n >= 0 ? Math.min(1, n) : other
}
const said = (text: string | undefined, above: string) => (text === undefined || text.trim() === 'inherit' ? above : text.trim())

/**
 * The style of a node.
 * @param of what it says of a property: its style sheet and style before its attributes
 */
export function styleFrom(of: (name: (typeof STYLED)[number]) => string | undefined, above: Style): Style & { shown: boolean } {
  const alpha = above.alpha * share(of('opacity'), 1)
  return {
    fill: said(of('fill'), above.fill),
    stroke: said(of('stroke'), above.stroke),
    fillAlpha: share(of('fill-opacity'), above.fillAlpha),
    strokeAlpha: share(of('stroke-opacity'), above.strokeAlpha),
    alpha,
    width: lengthOf(of('stroke-width'), 100) ?? above.width,
    rule: said(of('fill-rule'), above.rule),
    ends: said(of('stroke-linecap'), above.ends),
    joins: said(of('stroke-linejoin'), above.joins),
    color: said(of('color'), above.color),
    visible: said(of('visibility'), above.visible ? 'visible' : 'hidden') === 'visible',
    shown: of('display')?.trim() !== 'none' && alpha > 0,
  }
}
export const endsOf = (text: string) => lineEnds.find((e) => e === text && e !== 'butt')
export const joinsOf = (text: string) => lineJoins.find((j) => j === text && j !== 'miter')

/** How a paint shows: how light, 0 black … 1 white, how much of it covers, and whether it is more than black or white. */
export interface Tone {
  light: number
  alpha: number
  colored: boolean
}
const BLACK: Tone = { light: 0, alpha: 1, colored: false }
const GRAY = 24 // of 255 between red, green and blue: less is no color to the eye; estimate
const [BLACKISH, WHITISH] = [0.3, 0.85] // lightness that still passes for black, and for white; estimate

/** CIE lightness of an sRGB color, 0…1 (CIE 15; IEC 61966-2-1). */
function lightness(rgb: readonly number[]): number {
  const [r, g, b] = rgb.map((v) => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4)) as [number, number, number]
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b
  return (y > 216 / 24389 ? 116 * Math.cbrt(y) - 16 : (24389 / 27) * y) / 100
}
const known = new Map<string, Tone | undefined>()
/** The tone of a color as drawings write it; undefined where nothing is painted. */
export function toneOf(text: string): Tone | undefined {
  if (known.has(text)) return known.get(text)
  const found = toneRead(text)
  if (known.size < 5000) known.set(text, found)
  return found
}
function toneRead(text: string): Tone | undefined {
  if (text === 'none' || text === 'transparent') return undefined
  const c = color.get.rgb(text.toLowerCase()) as [number, number, number, number] | null
  // a color nobody knows is drawn as if nothing had been said
  if (!c) return BLACK
  const [r, g, b, alpha] = c
  const light = lightness([r, g, b])
  const colored = Math.max(r, g, b) - Math.min(r, g, b) > GRAY || (light > BLACKISH && light < WHITISH)
  return alpha > 0 ? { light, alpha, colored } : undefined
}
/** A gradient counts as the mean of its stops. */
export function meanTone(tones: readonly (Tone | undefined)[]): Tone | undefined {
  const shown = tones.map((t) => t ?? { ...BLACK, alpha: 0 })
  const alpha = shown.reduce((s, t) => s + t.alpha, 0)
  if (!(alpha > 0)) return undefined
  return {
    light: shown.reduce((s, t) => s + t.light * t.alpha, 0) / alpha,
    alpha: alpha / shown.length,
    colored: true,
  }
}
