import { meanWidth, netWidth, E_STEEL, type Section } from '../blade/index.js'
import { isPowered, type Saw, type StrungSaw } from './saw.js'

/** A blade heard at a mark of the lever or screw (or flexed by so many mm, on a hand frame). */
export interface HeardMark {
  mark: number
  /** at the net section, MPa */
  stress: number
  section: Section
  /** ms since 1970 */
  at: number
}
/** Strokes heard at a mark of the speed dial. */
export interface HeardSpeed {
  dial: number
  strokes: number
  at: number
}
export interface Calibration {
  lever: HeardMark[]
  dial: HeardSpeed[]
  /** when clamps or spring were last changed, ms: what was heard before counts less */
  changed?: number
}
export const noCalibration: Calibration = { lever: [], dial: [] }

/** What was heard before the clamps were changed weighs this share of what was heard since. */
export const FADED = 0.15
/** Whether something was heard before the clamps were changed. */
export const isOld = (cal: Calibration, at: number): boolean => cal.changed !== undefined && at < cal.changed
const weightOf = (cal: Calibration, at: number) => (isOld(cal, at) ? FADED : 1)
const DOUBT = 0.03 // of a stress by one pluck and one look at a mark; estimate

/** Rises from point to point, level never falling: weighted means per place, neighbours that fall pooled. */
interface Rising {
  x: number[]
  y: number[]
}
function rising(points: readonly { x: number; y: number; w: number }[]): Rising {
  const at = new Map<number, { y: number; w: number }>()
  for (const { x, y, w } of points) {
    const p = at.get(x) ?? { y: 0, w: 0 }
    at.set(x, { y: (p.y * p.w + y * w) / (p.w + w), w: p.w + w })
  }
  const blocks: { x: number[]; y: number; w: number }[] = []
  for (const [x, { y, w }] of [...at].sort((a, b) => a[0] - b[0])) {
    let block = { x: [x], y, w }
    for (let last = blocks.at(-1); last && last.y >= block.y; last = blocks.at(-1)) {
      blocks.pop()
      block = { x: [...last.x, ...block.x], y: (last.y * last.w + block.y * block.w) / (last.w + block.w), w: last.w + block.w }
    }
    blocks.push(block)
  }
  return { x: blocks.flatMap((b) => b.x), y: blocks.flatMap((b) => b.x.map(() => b.y)) }
}
/** Straight between the points, on with the slope of the nearest two beyond them; one point is a line through zero. */
function along({ x, y }: Rising, at: number): number {
  if (x.length === 1) return x[0] ? (y[0]! * at) / x[0] : y[0]!
  let i = 1
  while (i < x.length - 1 && at > x[i]!) i++
  return y[i - 1]! + ((y[i]! - y[i - 1]!) * (at - x[i - 1]!)) / (x[i]! - x[i - 1]!)
}
/** Where the line reaches `value`; undefined where it lies level there. */
function backAlong(line: Rising, value: number): number | undefined {
  const { x, y } = line
  if (x.length === 1) return y[0] ? (x[0]! * value) / y[0] : undefined
  let i = 1
  while (i < x.length - 1 && value > y[i]!) i++
  const rise = y[i]! - y[i - 1]!
  return rise > 1e-9 ? x[i - 1]! + ((value - y[i - 1]!) * (x[i]! - x[i - 1]!)) / rise : undefined
}

export interface LeverFit {
  /** 0: the lever sets a stretch; 1: it sets a force; between, the frame gives as the blade does */
  force: number
  /** stiffness of frame and spring, N/mm; absent where it is a guess, or beyond measure at either end */
  stiffness?: number
  /** only one section has been heard: how the frame gives is guessed */
  guess: boolean
  /** share by which a stress read off the fit is in doubt for a section that was heard */
  doubt: number
  line: Rising
  /** compliance of the blades heard, mean, mm/N */
  typical: number
  span: number
  /** lowest and highest mark heard */
  range: [number, number]
}

/** Stretch of the blade under one newton, mm. */
const compliance = (s: Section, span: number) => span / (E_STEEL * s.thickness * meanWidth(s))
const area = (s: Section) => s.thickness * netWidth(s)
/** Whether two sections are one to the lever: they stretch alike. */
export const sameSection = (a: Section, b: Section): boolean => Math.abs(compliance(a, 1) / compliance(b, 1) - 1) < 0.04

/**
 * The lever or screw as it was heard. Frame and blade are springs in series, T = x / (1/C + L/(E·t·w̄)): with two
 * sections heard, the stiffness C that brings all points onto one rising line of travel x over marks; with one, half
 * way between a lever that sets a force and one that sets a stretch, said to be a guess.
 * @returns undefined where nothing was heard yet
 */
export function leverFit(saw: StrungSaw): LeverFit | undefined {
  const cal = saw.calibration
  if (!cal?.lever.length) return undefined
  let fit = fits.get(cal)
  if (fit?.span !== saw.span) fits.set(cal, (fit = fitLever(cal, saw.span)))
  return fit
}
/** A fit a calibration: the ticket asks for it with every change of the job, and the marks seldom change. */
const fits = new WeakMap<Calibration, LeverFit>()

function fitLever(cal: Calibration, span: number): LeverFit {
  const points = cal.lever.map((p) => ({
    x: p.mark,
    T: p.stress * area(p.section),
    k: compliance(p.section, span),
    w: weightOf(cal, p.at),
    section: p.section,
  }))
  const typical = points.reduce((t, p) => t + p.k, 0) / points.length
  const guess = points.every((p) => sameSection(p.section, points[0]!.section))
  const travel = (force: number) => points.map((p) => ({ x: p.x, y: p.T * (force + ((1 - force) * p.k) / typical), w: p.w }))
  /** share by which points lie off the line, those of one section judged against the line of all */
  const off = (force: number) => {
    const t = travel(force)
    const line = rising(t)
    // a line through every point would fit anything: each point against the line without its own section
    let [sum, weight] = [0, 0]
    points.forEach((p, i) => {
      const others = t.filter((_, j) => !sameSection(points[j]!.section, p.section))
      const base = others.length ? rising(others) : line
      const reach = base.x.length > 1 && p.x >= base.x[0]! - 1e-9 && p.x <= base.x.at(-1)! + 1e-9 ? 1 : 0.3
      const w = p.w * reach
      sum += w * Math.log(Math.max(1e-6, along(base, p.x)) / t[i]!.y) ** 2
      weight += w
    })
    return sum / weight
  }
  let force = 0.5
  if (!guess) {
    let best = Infinity
    for (let f = 0; f <= 1.0001; f += 0.01) {
      const miss = off(f)
      if (miss < best) [best, force] = [miss, f]
    }
  }
  const t = travel(force)
  const line = rising(t)
  const spread = Math.sqrt(
    t.reduce((s, p) => s + p.w * Math.log(p.y / Math.max(1e-6, along(line, p.x))) ** 2, 0) / t.reduce((s, p) => s + p.w, 0),
  )
  const oldOnly = points.every((p) => p.w < 1)
  return {
    force,
    stiffness: guess || force < 0.02 || force > 0.98 ? undefined : (1 - force) / (force * typical),
    guess,
    doubt: Math.hypot(DOUBT, spread) + (oldOnly ? 0.1 : 0),
    line,
    typical,
    span,
    range: [Math.min(...points.map((p) => p.x)), Math.max(...points.map((p) => p.x))],
  }
}

const give = (fit: LeverFit, section: Section, force = fit.force) => force + ((1 - force) * compliance(section, fit.span)) / fit.typical

/** Stress a section would have at a mark, MPa, with its doubt. */
export function stressAtMark(fit: LeverFit, section: Section, mark: number): { value: number; doubt: number } {
  const at = (force: number) => Math.max(0, along(fit.line, mark)) / give(fit, section, force) / area(section)
  const value = at(fit.force)
  const guessed = fit.guess ? Math.abs(give(fit, section, 0) - give(fit, section, 1)) / 2 : 0
  const beyond = Math.max(0, fit.range[0] - mark, mark - fit.range[1]) / Math.max(1e-9, fit.range[1] - fit.range[0] || fit.range[1] || 1)
  return { value, doubt: value * (fit.doubt + guessed + 0.3 * beyond) }
}
/** Mark for a stress; undefined where the marks heard say nothing of it. */
export function markForStress(fit: LeverFit, section: Section, stress: number): number | undefined {
  return backAlong(fit.line, stress * area(section) * give(fit, section))
}

/** Strokes over the marks of the dial: as heard, else even between its end marks; undefined where it has none. */
function dialLine(saw: Saw): Rising | undefined {
  if (!isPowered(saw)) return undefined
  const { speed, calibration: cal } = saw
  const even = speed.kind === 'variable' && speed.dial ? { x: [...speed.dial], y: [speed.min, speed.max] } : undefined
  if (!cal?.dial.length) return even
  const heard = rising(cal.dial.map((p) => ({ x: p.dial, y: p.strokes, w: weightOf(cal, p.at) })))
  if (heard.x.length > 1 || !even) return heard
  // one point moves the even dial up or down as a whole
  const shift = heard.y[0]! / along(even, heard.x[0]!)
  return { x: even.x, y: even.y.map((y) => y * shift) }
}

/** Dial mark for a speed: as heard, else read evenly between the saw's end marks; undefined where it has no dial. */
export function dialMark(saw: Saw, spm: number): number | undefined {
  const line = dialLine(saw)
  return line && backAlong(line, spm)
}

/** What this saw's tension is set by, for words. */
export type Setter = 'lever' | 'screw' | 'flex'
export function setterOf(saw: Saw): Setter {
  if (saw.change.steps.some((s) => s.do === 'flex-frame')) return 'flex'
  return saw.change.steps.some((s) => s.do === 'turn-screw') ? 'screw' : 'lever'
}
