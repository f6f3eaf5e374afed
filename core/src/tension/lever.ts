import { meanWidth, netWidth, E_STEEL, type Section } from '../blade/index.js'
import { along, backAlong, rising, type Rising } from '../number/index.js'
import { weightOf, type Calibration, type StrungSaw } from '../saw/index.js'

const DOUBT = 0.03 // of a stress by one pluck and one look at a mark; estimate

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
