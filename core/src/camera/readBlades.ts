import { quantile } from '../number/index.js'
import { countedTpi, netWidth, turnsAnywhere, type Blade } from '../blade/index.js'
import type { Gray, Px } from '../picture/index.js'
import { darkerThan, lightOf, patches, type Doubted, type Picture } from './picture.js'
import { DOTS, findSheet, MARKS, type Sheet } from './sheet.js'
import { stripOf, type Lying } from './strip.js'
import { readTeeth, smooth, type TeethRead } from './teeth.js'

export const seenPatterns = ['regular', 'skip', 'double', 'mixed', 'both-way', 'twisted', 'grit', 'unknown'] as const
/** What a picture can tell of a pattern: ground and punched look alike; reverse is told apart from it. */
export type SeenPattern = (typeof seenPatterns)[number]
export type SeenEnd = 'plain' | 'pin' | 'tang' | 'screw-shank' | 'unknown'
export type BladeTrouble = 'teeth-too-small' | 'blurred' | 'crossed' | 'cut-off' | 'no-contrast'
export type PictureTrouble = 'no-sheet' | 'no-blade' | 'too-large' | 'too-small'

export interface BladeRead {
  /** closed, px */
  outline: Px[]
  /** the ends' middles, px */
  ends: [Px, Px]
  /** which of the ends points up when mounted; 'either': teeth both ways, twisted */
  up: 0 | 1 | 'either' | 'unknown'
  /** all mm */
  length: Doubted
  /** over the teeth, and to their gullets; twisted: over everything */
  width: Doubted
  widthWithoutTeeth?: Doubted
  /** counted: 25.4 over the mean gap */
  tpi?: Doubted
  /** repeating distances between tips, mm; may begin anywhere in the repeat; empty: not known */
  gaps: number[]
  pattern: SeenPattern
  /** null: surely none; undefined: not known. length: from the blade's lower end to the last upward tooth, mm */
  reverse?: { teeth: number; length: Doubted } | null
  end: SeenEnd
  missing: number
  kinks: { at: number; angle: number }[]
  pxPerTooth?: number
  /** most likely first; what is left to 1 is none of the catalogue */
  candidates: { id: string; chance: number }[]
  trouble?: BladeTrouble
}
export interface PictureRead {
  /** px to a mm at the sheet's middle, and how far the marks lie off, px */
  scale?: { pxPerMm: number; off: number }
  blades: BladeRead[]
  trouble?: PictureTrouble
}
export interface ReadOptions {
  catalogue?: readonly Blade[]
  /** what the sheet's 180 mm measure as printed, mm */
  printed?: number
}

const LARGEST = 80e6 // pixels; more does not fit beside itself in a phone
const SMALLEST = 300 // px across, under which no mark is seen
const COARSE = 8 // px to a mm in which blades are looked for
const SHORTEST = 25 // mm of anything that may be a blade
const WIDEST = 26 // mm
const RIM = 5 // mm about marks, and a little about dots, that are not looked at
const CLAMPED = 9 // mm at each end without teeth, or with a pin in them

/**
 * Reads blades that lie on a printed sheet, from a scan or photograph: what each measures, its teeth, which blade of a catalogue it is.
 * Nothing is told that the picture cannot show: every figure has its doubt, and what is hopeless its reason.
 */
export function readBlades(image: Picture, { catalogue = [], printed = 180 }: ReadOptions = {}): PictureRead {
  const { width, height, data } = image
  if (!(width > 0 && height > 0) || data.length < 4 * width * height || Math.min(width, height) < SMALLEST)
    return { blades: [], trouble: 'too-small' }
  if (width * height > LARGEST) return { blades: [], trouble: 'too-large' }
  const light = lightOf(image)
  const sheet = findSheet(light)
  if (!sheet) return { blades: [], trouble: 'no-sheet' }
  const size = printed > 0 ? printed / 180 : 1
  const scale = { pxPerMm: sheet.perMm / size, off: sheet.off }
  const blades = lyingOn(light, sheet).flatMap((l) => oneBlade(light, sheet, l, size, catalogue) ?? [])
  return { scale, blades, ...(!blades.length && { trouble: 'no-blade' as const }) }
}

/** Long dark patches on the sheet, pieces of one blade put together. */
function lyingOn(light: Gray, sheet: Sheet): Lying[] {
  const perMm = Math.min(COARSE, sheet.perMm)
  const [x0, y0, x1, y1] = [-4, -4, 184, 84]
  const [w, h] = [Math.round((x1 - x0) * perMm), Math.round((y1 - y0) * perMm)]
  const v = new Float32Array(w * h)
  const half = Math.max(1, Math.floor(sheet.perMm / perMm / 2))
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const [x, y] = sheet.place(x0 + (i + 0.5) / perMm, y0 + (j + 0.5) / perMm)
      let [sum, n] = [0, 0]
      // the darkest of a few: a fine blade is thinner than a pixel here
      for (let dy = -half; dy <= half; dy += half)
        for (let dx = -half; dx <= half; dx += half) {
          const [px, py] = [Math.floor(x + dx), Math.floor(y + dy)]
          if (px < 0 || py < 0 || px >= light.width || py >= light.height) continue
          sum += light.v[py * light.width + px]!
          n++
        }
      v[j * w + i] = n ? sum / n : 1
    }
  const mask = darkerThan({ width: w, height: h, v }, 0.72, 20)
  const clear = (mm: Px, r: number) => {
    const [cx, cy] = [(mm[0] - x0) * perMm, (mm[1] - y0) * perMm]
    for (let j = Math.max(0, Math.floor(cy - r * perMm)); j < Math.min(h, cy + r * perMm); j++)
      for (let i = Math.max(0, Math.floor(cx - r * perMm)); i < Math.min(w, cx + r * perMm); i++)
        if (Math.hypot(i - cx, j - cy) < r * perMm) mask[j * w + i] = 0
  }
  for (const m of MARKS) clear(m, RIM)
  for (const d of DOTS) clear(d, 1.9)
  const found = patches(mask, w, Math.round(perMm * perMm * 0.6)).map((p) => axisOf(p.pixels, w, perMm, [x0, y0]))
  return joined(found.filter((l) => l.long > 4 && l.half < WIDEST / 2 && l.long > 4 * l.half)).filter((l) => l.long >= SHORTEST)
}
type Axis = Lying & { long: number }
function axisOf(pixels: Int32Array, w: number, perMm: number, [x0, y0]: Px): Axis {
  let [sx, sy] = [0, 0]
  for (const p of pixels) {
    sx += p % w
    sy += Math.floor(p / w)
  }
  const n = pixels.length
  const [mx, my] = [sx / n, sy / n]
  let [xx, xy, yy] = [0, 0, 0]
  for (const p of pixels) {
    const [dx, dy] = [(p % w) - mx, Math.floor(p / w) - my]
    xx += dx * dx
    xy += dx * dy
    yy += dy * dy
  }
  const tilt = Math.atan2(2 * xy, xx - yy) / 2
  const [c, s] = [Math.cos(tilt), Math.sin(tilt)]
  let [low, high] = [Infinity, -Infinity]
  const across: number[] = []
  for (const p of pixels) {
    const [dx, dy] = [(p % w) - mx, Math.floor(p / w) - my]
    const t = dx * c + dy * s
    low = Math.min(low, t)
    high = Math.max(high, t)
    across.push(Math.abs(dy * c - dx * s))
  }
  across.sort((a, b) => a - b)
  const at = (t: number): Px => [x0 + (mx + 0.5 + t * c) / perMm, y0 + (my + 0.5 + t * s) / perMm]
  return { from: at(low), to: at(high), half: (across[Math.floor(0.97 * n)]! + 0.5) / perMm, long: (high - low) / perMm }
}
/** Pieces in one line with little between them are one blade: gloss parts it in the picture alone. */
function joined(all: Axis[]): Axis[] {
  const left = [...all].sort((a, b) => b.long - a.long)
  const out: Axis[] = []
  for (let a = left.shift(); a; a = left.shift()) {
    let one = a
    for (let again = true; again;) {
      again = false
      for (let i = 0; i < left.length; i++) {
        const b = left[i]!
        const way: Px = [(one.to[0] - one.from[0]) / one.long, (one.to[1] - one.from[1]) / one.long]
        const off = (p: Px) => Math.abs((p[0] - one.from[0]) * way[1] - (p[1] - one.from[1]) * way[0])
        const along = (p: Px) => (p[0] - one.from[0]) * way[0] + (p[1] - one.from[1]) * way[1]
        const [s, t] = [along(b.from), along(b.to)].sort((x, y) => x - y) as [number, number]
        const gap = Math.max(s - one.long, -t)
        if (Math.max(off(b.from), off(b.to)) > one.half + b.half + 0.6 || gap > 8 || gap < -2) continue
        const [lo, hi] = [Math.min(0, s), Math.max(one.long, t)]
        const put = (d: number): Px => [one.from[0] + way[0] * d, one.from[1] + way[1] * d]
        one = { from: put(lo), to: put(hi), half: Math.max(one.half, b.half), long: hi - lo }
        left.splice(i, 1)
        again = true
        break
      }
    }
    out.push(one)
  }
  return out
}

/** Gaps drawn straight over. */
function filled(v: Float64Array): Float64Array {
  const out = Float64Array.from(v)
  let last = -1
  for (let i = 0; i < out.length; i++) {
    if (Number.isNaN(out[i]!)) continue
    for (let k = last + 1; k < i; k++) out[k] = last < 0 ? out[i]! : out[last]! + ((out[i]! - out[last]!) * (k - last)) / (i - last)
    last = i
  }
  for (let k = last + 1; k < out.length; k++) out[k] = last < 0 ? 0 : out[last]!
  return out
}

function oneBlade(light: Gray, sheet: Sheet, lying: Lying, size: number, catalogue: readonly Blade[]): BladeRead | undefined {
  const strip = stripOf(light, sheet, lying)
  const seen = Array.from(
    { length: strip.count },
    (_, i) => !Number.isNaN(strip.left[i]!) && !Number.isNaN(strip.right[i]!) && strip.right[i]! > strip.left[i]!,
  )
  const first = seen.indexOf(true)
  const last = seen.lastIndexOf(true)
  const { step } = strip
  const length = (last - first + 1) * step
  if (first < 0 || length < SHORTEST * 0.8) return undefined
  const left = filled(strip.left.subarray(first, last + 1))
  const right = filled(strip.right.subarray(first, last + 1))
  const n = left.length
  const px = (i: number, t: number): Px => {
    const s = (first + i) * step
    return sheet.place(strip.from[0] + strip.way[0] * s - strip.way[1] * t, strip.from[1] + strip.way[1] * s + strip.way[0] * t)
  }
  const every = Math.max(1, Math.floor(n / 240))
  const steps = Array.from({ length: Math.ceil(n / every) }, (_, k) => Math.min(n - 1, k * every))
  const outline = [...steps.map((i) => px(i, left[i]!)), ...steps.reverse().map((i) => px(i, right[i]!))]
  const ends: [Px, Px] = [px(0, (left[0]! + right[0]!) / 2), px(n - 1, (left[n - 1]! + right[n - 1]!) / 2)]
  const mm = (value: number, doubt: number): Doubted => ({ value: value * size, low: (value - doubt) * size, high: (value + doubt) * size })
  const edge = 0.25 / sheet.perMm + 0.25 * strip.blur
  const plain = (trouble?: BladeTrouble): BladeRead => ({
    outline,
    ends,
    up: 'unknown',
    length: mm(length, 0.3 + 2 * edge),
    width: mm(
      quantile(
        right.map((r, i) => r - left[i]!),
        0.8,
      ),
      0.06 + 2 * edge,
    ),
    gaps: [],
    pattern: 'unknown',
    end: 'unknown',
    missing: 0,
    kinks: [],
    candidates: [],
    ...(trouble && { trouble }),
  })
  const [w, h] = [light.width, light.height]
  if (ends.some(([x, y]) => x < 3 || y < 3 || x > w - 3 || y > h - 3)) return plain('cut-off')
  if (strip.contrast < 0.18) return plain('no-contrast')

  // the back is the edge that follows its own line; teeth stand off theirs
  const inner = [Math.min(Math.floor(CLAMPED / step), Math.floor(n / 5)), 0] as [number, number]
  inner[1] = n - inner[0]
  const slow = Math.round(3 / step)
  const wave = (v: Float64Array) => {
    const line = smooth(smooth(v, slow), slow)
    return v.map((x, i) => x - line[i]!).subarray(inner[0], inner[1])
  }
  const [wl, wr] = [wave(left), wave(right)]
  const rms = (v: Float64Array) => Math.sqrt(v.reduce((s, x) => s + x * x, 0) / v.length)
  const [rl, rr] = [rms(wl), rms(wr)]
  const onRight = rr > rl
  const noise = 0.12 / sheet.perMm + 0.012
  const both = Math.min(rl, rr) > 0.45 * Math.max(rl, rr) && Math.min(rl, rr) > 1.5 * noise
  const back = onRight ? left : right
  const line = smooth(back, Math.round(1.2 / step))
  // height over the back, toward the teeth
  const height = (onRight ? right : left).map((x, i) => (onRight ? x - line[i]! : line[i]! - x))
  const body = height.subarray(inner[0], inner[1])
  const over = quantile(body, 0.965)
  const gullets = quantile(body, 0.035)
  const teeth = readTeeth(smooth(Float64Array.from(body), 0), step, noise)
  const pxPerTooth = teeth && teeth.gap * sheet.perMm
  const sigma = strip.blur * sheet.perMm
  const kinks = kinksOf(line, step)
  const end = endOf(left, right, step, over)
  const read: BladeRead = { ...plain(), end, kinks, ...(pxPerTooth !== undefined && { pxPerTooth }) }
  read.width = mm(over, 0.025 + edge)
  if (!teeth || pxPerTooth === undefined) {
    // a smooth wire, or teeth finer than the picture
    return { ...read, candidates: [], trouble: strip.blur * sheet.perMm > 2.5 ? 'blurred' : 'teeth-too-small' }
  }
  if (pxPerTooth < 3.5 || pxPerTooth < 4 * sigma) return { ...read, trouble: pxPerTooth < 3.5 ? 'teeth-too-small' : 'blurred' }
  read.tpi = { value: 25.4 / (teeth.gap * size), low: 25.4 / (teeth.gap * size * 1.006), high: 25.4 / (teeth.gap * size * 0.994) }
  read.gaps = teeth.gaps.map((g) => g * size)
  read.pattern = both ? 'twisted' : evenSided(teeth, pxPerTooth / Math.max(0.5, sigma)) ? 'both-way' : patternOf(teeth)
  if (!both) read.widthWithoutTeeth = mm(gullets, 0.025 + edge)
  else read.width = mm(quantile(right.map((r, i) => r - left[i]!).subarray(inner[0], inner[1]), 0.96), 0.04 + edge)
  if (read.pattern === 'twisted' || read.pattern === 'both-way') read.up = 'either'
  else if (pxPerTooth > 8 * Math.max(0.5, sigma) && Math.abs(teeth.lean) > 0.28) {
    // steep faces look where the teeth point, and teeth point down
    read.up = teeth.lean > 0 ? 0 : 1
    const along = inner[0] * step
    if (teeth.turns === undefined) read.reverse = null
    else {
      const lower = read.up === 0 ? n * step : 0
      // the border lies half a gap above the last upward tooth
      const zone = Math.abs(lower - (along + teeth.turns)) - teeth.gap / 2
      read.reverse =
        zone < 0.4 * n * step ? { teeth: Math.max(1, Math.round((zone - along) / teeth.gap)), length: mm(zone, 2 * teeth.gap) } : null
    }
  }
  read.missing = missingIn(teeth)
  read.candidates = candidatesFor(read, catalogue)
  return read
}

/** Slopes alike on both sides of a tooth, where the picture is sharp enough to show them. */
const evenSided = ({ kind, lean }: TeethRead, sharp: number): boolean => kind === 'even' && sharp > 12 && Math.abs(lean) < LEANS
const LEANS = 0.12 // of the slope's third moment under which no way is told; teeth that point have 0.3 and more
const patternOf = ({ kind, full }: TeethRead): SeenPattern =>
  kind === 'double' ? 'double' : kind === 'mixed' ? 'mixed' : full < SKIPS ? 'skip' : 'regular'
const SKIPS = 0.42 // of a gap above half height under which every other tooth is left out

/** Bends of the back, degrees between the lines either side. */
function kinksOf(line: Float64Array, step: number): { at: number; angle: number }[] {
  const arm = Math.round(8 / step)
  const out: { at: number; angle: number }[] = []
  let held: { at: number; angle: number } | undefined
  for (let i = arm; i < line.length - arm; i += Math.max(1, Math.floor(0.5 / step))) {
    const [a, b] = [(line[i]! - line[i - arm]!) / (arm * step), (line[i + arm]! - line[i]!) / (arm * step)]
    const angle = ((Math.atan(b) - Math.atan(a)) * 180) / Math.PI
    if (Math.abs(angle) > 4) {
      if (!held || Math.abs(angle) > Math.abs(held.angle)) held = { at: i * step, angle: Math.abs(angle) }
    } else if (held) {
      out.push(held)
      held = undefined
    }
  }
  if (held) out.push(held)
  return out
}
/** A pin crosses the end, a shank is wider than what it carries. */
function endOf(left: Float64Array, right: Float64Array, step: number, over: number): SeenEnd {
  const wide = (from: number, to: number) =>
    quantile(
      right.subarray(from, to).map((r, i) => r - left[from + i]!),
      0.9,
    )
  const n = left.length
  const eight = Math.round(8 / step)
  const [a, b] = [wide(0, eight), wide(n - eight, n)]
  if (Math.min(a, b) > 1.6 * over) return 'pin'
  if (Math.max(a, b) > 1.25 * over && over > 3) return 'tang'
  return 'plain'
}
const missingIn = ({ kind, tips, gap }: TeethRead): number =>
  kind === 'even' ? tips.slice(1).filter((t, i) => t - tips[i]! > 1.7 * gap).length : 0

const PITCH = 0.007 // what makers' teeth and a picture's scale differ by together, a logarithm
const MAKERS = 0.02 // of a blade's width by which makers differ; estimate
const DEPTH = 0.012 // of its width by which teeth are deeper or shallower than the catalogue's; estimate
/** Likelihood of every blade of a catalogue beside an even one for none of them. */
function candidatesFor(read: BladeRead, catalogue: readonly Blade[]): { id: string; chance: number }[] {
  if (!read.tpi) return []
  const tpi = read.tpi.value
  const off = (have: number, is: number, spread: number) => ((have - is) / spread) ** 2 / 2
  // the picture's own doubt, and what makers' widths differ by
  const spread = ({ low, high }: Doubted, b: Blade) => Math.hypot((high - low) / 2, MAKERS * b.width)
  const known = (read.pxPerTooth ?? 0) > 25 ? 4.2 : 2.6
  const scored = catalogue.map((b) => {
    let cost = off(Math.log(tpi), Math.log(countedTpi(b)), PITCH) + off(read.width.value, b.width, spread(read.width, b))
    if (read.widthWithoutTeeth && !turnsAnywhere(b))
      cost += off(read.widthWithoutTeeth.value, netWidth(b), spread(read.widthWithoutTeeth, b) + DEPTH * b.width)
    cost += off(read.length.value, b.length, 6) / 3
    const pattern = seenAs(b)
    if (read.pattern !== 'unknown' && read.pattern !== pattern) cost += known
    const turned = b.reverseZone > 0
    if (read.reverse === null && turned) cost += 2.5
    if (read.reverse && !turned) cost += 2.5
    return { id: b.id, weight: Math.exp(-cost) }
  })
  const NONE = 0.02
  const all = scored.reduce((t, s) => t + s.weight, NONE)
  return scored
    .map(({ id, weight }) => ({ id, chance: weight / all }))
    .filter((c) => c.chance > 0.01)
    .sort((a, b) => b.chance - a.chance)
    .slice(0, 8)
}
/** How a catalogue's pattern looks in a picture. */
export function seenAs({ pattern }: Pick<Blade, 'pattern'>): SeenPattern {
  switch (pattern) {
    // ground teeth stand as far apart as the punched ones they follow
    case 'reverse-skip':
    case 'ground':
      return 'skip'
    case 'skip':
    case 'double':
    case 'mixed':
    case 'both-way':
    case 'twisted':
    case 'grit':
      return pattern
    default:
      return 'regular'
  }
}
