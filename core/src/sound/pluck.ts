import { logistic } from '../number/index.js'
import { modeRatio } from '../tension/index.js'
import { removeHum } from './hum.js'
import { onsets, type Onset } from './onset.js'
import { fitRing, type Ring } from './ring.js'
import { dying, floorOf, powerOfTwo, spectrum, type Spectrum } from './spectrum.js'

export interface Partial {
  /** which mode of the blade's softer swing, 1 for the lowest */
  mode: number
  frequency: number
  /** over the lowest mode's frequency */
  ratio: number
  /** amplitude over the strongest partial's */
  strength: number
}
export type NotHeard = 'no pluck' | 'too noisy' | 'two sounds' | 'clipped' | 'too short'
export type PluckRead =
  | {
      heard: true
      /** resting pitch of the lowest mode, Hz */
      frequency: number
      /** standard deviation of the pitch, cents */
      doubt: number
      /** 0 to 1: how surely this is a plucked blade and its lowest mode */
      confidence: number
      partials: Partial[]
      /** s from the start of the samples */
      onset: number
      /** time constant of the lowest mode's ring, s */
      decay: number
    }
  | { heard: false; why: NotHeard }

const LOWEST = 145 // Hz
const HIGHEST = 4100
const SHORTEST = 0.09 // s of ring that must have been recorded
const LOUD = 1e-4 // of full scale: less is silence
const TRIED = { onsets: 3, strength: 0.3 } // beginnings looked at, and their least strength by the strongest's
const SURE = 0.85 // confidence from which no other beginning is looked at
const HEARD = 0.5 // confidence below which nothing is said
const CLIPPED = 0.02 // share of samples flat at the top

/** A second sound that ends a ring, or speaks against one: s after it (or apart from it), and how strong by the onset's own. */
const NEXT = { after: 0.02, strength: 0.35, before: 0.004 }
const RIVAL = { apart: 0.03, strength: 0.45 }
const LONGEST = 0.4 // s of a ring that is looked at
const NOISY = 6 // a ring this little over its noise tells nothing

// how lines are told from what sounded before
const WINDOW = 0.18 // s
const SETTLED = 0.003 // s after the onset that the window begins
const QUIET = { before: 0.006, least: 0.05 } // s before the onset that quiet ends, and its least length
const TAIL = { after: 0.55, least: 0.08 } // s after the onset from which the room alone sounds, and its least length
const TOP = 12_000 // Hz
const FLOOR = { here: 160, before: 25 } // Hz over which the background is taken
/** A line must rise so far: by power over the background for the sum, in nepers, and by power over a line that stood there. */
const RISEN = { power: 3, nepers: 2.2, stood: 1.7 }
/** The background is never under this share of the sound's own floor, which counts up to so many times what sounded before. */
const UNDER = { share: 0.15, times: 30 }
const KEPT = 60 // lines

/** A line that began at the onset and was not there before. */
interface Peak {
  frequency: number
  amplitude: number
  /** nepers over the background, by power */
  rise: number
}

/**
 * Reads the note of a plucked blade: the resting pitch of its lowest mode.
 * @param samples mono, full scale ±1; the pluck anywhere in it, best with a quarter second of quiet before
 * @param rate samples a second, 8000 to 192 000
 * @returns what was heard, or why nothing is said: a wrong note would be worse than none
 * @throws RangeError on a rate outside those
 */
export function readPluck(samples: Float32Array, rate: number): PluckRead {
  if (!(rate >= 8000 && rate <= 192_000)) throw new RangeError('The rate must lie between 8000 and 192 000 samples a second.')
  const no = (why: NotHeard): PluckRead => ({ heard: false, why })
  if (samples.length < SHORTEST * rate) return no('too short')
  let mean = 0
  let peak = 0
  for (let i = 0; i < samples.length; i++) {
    const v = samples[i]!
    mean += v / samples.length
    if (v > peak) peak = v
    else if (-v > peak) peak = -v
  }
  if (!Number.isFinite(mean) || peak < LOUD) return no('no pluck')
  const x = new Float64Array(samples.length)
  for (let i = 0; i < x.length; i++) x[i] = (samples[i]! - mean) / peak
  removeHum(x, rate)

  const found = onsets(x, rate)
  let best: (PluckRead & { heard: true }) | undefined
  let why: NotHeard = 'no pluck'
  for (const onset of found.slice(0, TRIED.onsets)) {
    if (onset.strength < TRIED.strength * found[0]!.strength) break
    const got = readAt(x, rate, onset, found)
    if (!got.heard) {
      if (why === 'no pluck') why = got.why
    } else if (!best || got.confidence > best.confidence) best = got
    if (best && best.confidence > SURE) break
  }
  if (best && best.confidence >= HEARD) return best
  if (clippedShare(samples, peak) > CLIPPED) return no('clipped')
  // sound that begins again and again was never one pluck cut off
  return no(why === 'too short' && found.length > 3 ? 'no pluck' : why)
}

/** Share of samples that lie flat at the very top, beyond what a sound that just reaches it would have. */
function clippedShare(samples: Float32Array, peak: number): number {
  let n = 0
  for (let i = 1; i < samples.length; i++) if (Math.abs(samples[i]!) > 0.999 * peak && samples[i] === samples[i - 1]) n++
  return n / samples.length
}

function readAt(x: Float64Array, rate: number, onset: Onset, all: readonly Onset[]): PluckRead {
  const next = Math.min(
    ...all.filter((o) => o.at > onset.at + NEXT.after && o.strength > NEXT.strength * onset.strength).map((o) => o.at),
    Infinity,
  )
  const end = Math.min(x.length / rate, onset.at + LONGEST, next - NEXT.before)
  if (end - onset.at < SHORTEST) return { heard: false, why: next < x.length / rate ? 'two sounds' : 'too short' }
  const { peaks, total } = risen(x, rate, onset.at, end)
  if (!peaks.length) return { heard: false, why: 'too noisy' }
  const [top, second] = hypotheses(peaks)
  if (!top) return { heard: false, why: 'no pluck' }
  const ring = fitRing(x, rate, onset.at + 0.002, end, top.base.frequency)
  if (!ring) return { heard: false, why: 'too short' }

  const power = (ps: readonly Peak[]) => ps.reduce((t, p) => t + p.amplitude ** 2, 0)
  const again = all.filter((o) => Math.abs(o.at - onset.at) > RIVAL.apart && o.strength > RIVAL.strength * onset.strength).length
  const sd = Math.hypot((1200 / Math.LN2) * (ring.sd / ring.pitch), 0.2)
  const confidence = confidenceOf({
    clear: ring.clear,
    tau: ring.tau,
    borne: power(peaks.filter((p) => belongs(p, top, ring))) / power(peaks),
    lines: power(peaks) / (total || 1),
    support: top.matched.slice(1).reduce((t, p) => t + (p ? Math.min(6, p.rise) : 0), 0),
    again,
    margin: second ? top.score - second.score : 20,
    sd,
  })
  if (confidence < HEARD && ring.clear < NOISY) return { heard: false, why: 'too noisy' }
  if (confidence < HEARD && again && again < 3) return { heard: false, why: 'two sounds' }
  const matched = sharpen(peaks, top.base)
  const loudest = Math.max(...matched.map((p) => p?.amplitude ?? 0))
  return {
    heard: true,
    frequency: ring.pitch,
    doubt: DOUBT * sd,
    confidence,
    partials: matched.flatMap((p, i) =>
      p ? [{ mode: i + 1, frequency: p.frequency, ratio: p.frequency / ring.pitch, strength: p.amplitude / loudest }] : [],
    ),
    onset: onset.at,
    decay: ring.tau,
  }
}
/** Echo spreads the errors beyond what the fit itself says by about this much, as the bench measured. */
const DOUBT = 1.8

/** What speaks for a plucked blade and its lowest mode. */
interface Evidence {
  /** the ring over what its fit leaves unexplained */
  clear: number
  /** time constant, s */
  tau: number
  /** share of the risen lines' power that a blade of this note would have */
  borne: number
  /** power in lines over all that rose: a clap has few */
  lines: number
  /** nepers by which overtones rose where this blade has them */
  support: number
  /** other onsets nearly as strong */
  again: number
  /** score over the next best note's */
  margin: number
  /** standard deviation of the fitted pitch, cents */
  sd: number
}
/**
 * Confidence from the evidence by a logistic sum. Its weights were fitted, all with the sign they must have, on 1600
 * sounds of the bench's generator and rounded; the bench judges it on others.
 */
function confidenceOf(e: Evidence): number {
  const within = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v))
  const sum =
    -8.6 +
    14 * Math.min(0, Math.log(e.tau / 0.027)) +
    9.5 * Math.min(0, Math.log(0.23 / e.tau)) -
    0.5 * Math.log(within(1.03 - e.borne, 0.03, 1.03)) -
    1.8 * Math.min(3, e.again) +
    2.6 * Math.log(within(e.lines, 0.05, 1)) +
    0.14 * Math.min(15, e.support) +
    2 * Math.log(within(e.clear, 1, 60)) +
    0.32 * within(e.margin, -2, 8) -
    0.7 * Math.log(within(e.sd, 0.3, 20))
  return logistic(sum)
}

/** Lines that began at the onset, strongest first, and the power of all that began. */
function risen(x: Float64Array, rate: number, onset: number, end: number): { peaks: Peak[]; total: number } {
  const from = Math.round((onset + SETTLED) * rate)
  const long = Math.min(Math.round(WINDOW * rate), Math.round(end * rate) - from)
  const size = powerOfTwo(WINDOW * rate)
  const after = spectrum(x, from, dying(long), rate, size)
  // what sounded just before, through a window as long as there was quiet
  const quiet = Math.min(long, Math.round((onset - QUIET.before) * rate))
  const tail = Math.round((onset + TAIL.after) * rate)
  const before: Spectrum[] = []
  if (quiet > QUIET.least * rate) before.push(spectrum(x, Math.round((onset - QUIET.before) * rate) - quiet, dying(quiet), rate, size))
  if (x.length - tail > TAIL.least * rate) before.push(spectrum(x, tail, dying(Math.min(long, x.length - tail)), rate, size))
  const top = Math.min(size / 2 - 2, Math.floor(TOP / after.step))
  const local = floorOf(after.power.subarray(0, top + 2), Math.ceil(FLOOR.here / after.step))
  const backs = before.map((b) => floorOf(b.power.subarray(0, top + 2), Math.ceil(FLOOR.before / b.step)))
  const peaks: Peak[] = []
  let total = 0
  const p = after.power
  for (let k = Math.ceil(LOWEST / after.step); k < top; k++) {
    let back = backs.length ? Math.max(...backs.map((b) => b[k]!)) : local[k]!
    // a line that stood before stands there still
    let line = 0
    for (const b of before) for (let j = -2; j <= 2; j++) line = Math.max(line, b.power[k + j]! * b.line)
    back = Math.max(back, UNDER.share * Math.min(local[k]!, UNDER.times * back))
    if (p[k]! > RISEN.power * back) total += (p[k]! - back) * after.line
    if (!(p[k]! > p[k - 1]! && p[k]! >= p[k + 1]! && p[k]! > p[k - 2]! && p[k]! >= p[k + 2]!)) continue
    const rise = Math.log(p[k]! / (back + 1e-30))
    if (rise < RISEN.nepers || p[k]! * after.line < RISEN.stood * line) continue
    const [a, b, c] = [Math.log(p[k - 1]! + 1e-30), Math.log(p[k]!), Math.log(p[k + 1]! + 1e-30)]
    const d = (0.5 * (a - c)) / (a - 2 * b + c || -1)
    peaks.push({ frequency: (k + Math.max(-0.5, Math.min(0.5, d))) * after.step, amplitude: Math.sqrt(p[k]! * after.line), rise })
  }
  peaks.sort((a, b) => b.amplitude - a.amplitude)
  // total was summed over bins: brought to the measure of peaks
  const width = 2.2 / (long / rate) / after.step
  return { peaks: peaks.slice(0, KEPT), total: total / width }
}

interface Hypothesis {
  base: Peak
  /** modes' frequencies over the lowest, for the stiffness that fits the overtones best */
  ratios: readonly number[]
  /** the peak taken for each mode, from the lowest */
  matched: (Peak | undefined)[]
  score: number
}

const MODES = 8
const familyOf = (x: number) => Array.from({ length: MODES }, (_, i) => modeRatio(i + 1, x))
/** Ratios of the modes for stiffness from a bar to an ideal string, reckoned once. */
const families = [2, 4, 6, 8, 10, 12, 15, 18, 22, 27, 33, 42, 55, 80, 130, 400].map(familyOf)

/**
 * The family of overtones that bears a lowest line out best.
 * @param reach how far from its place an overtone may lie, Hz, by that place
 * @param worth of one that was found, `off` from its place as a share of the reach
 */
function bestBorne(
  peaks: readonly Peak[],
  base: Peak,
  stiffnesses: readonly (readonly number[])[],
  reach: (f: number) => number,
  worth: (rise: number, off: number, n: number) => number,
): Hypothesis {
  let best: Hypothesis | undefined
  for (const ratios of stiffnesses) {
    const matched: (Peak | undefined)[] = [base]
    let score = 0
    for (let n = 1; n < MODES; n++) {
      const f = base.frequency * ratios[n]!
      const tolerance = reach(f)
      let found: Peak | undefined
      for (const p of peaks) if (Math.abs(p.frequency - f) < tolerance && (!found || p.amplitude > found.amplitude)) found = p
      matched.push(found)
      if (found) score += worth(Math.min(5, found.rise), Math.abs(found.frequency - f) / tolerance, n)
    }
    if (!best || score > best.score) best = { base, ratios, matched, score }
  }
  return best!
}

/** Each line that could be the lowest mode, with the overtones of a blade that bear it out, most likely first. */
function hypotheses(peaks: readonly Peak[]): Hypothesis[] {
  const loudest = peaks[0]!.amplitude
  const whole = peaks.reduce((t, p) => t + p.amplitude ** 2, 0)
  const out: Hypothesis[] = []
  for (const base of peaks) {
    if (base.frequency < LOWEST || base.frequency > HIGHEST || base.amplitude < 0.06 * loudest) continue
    const best = bestBorne(
      peaks,
      base,
      families,
      (f) => 0.004 * f + 6,
      (rise, off, n) => (rise * (1 - 0.5 * off)) / Math.sqrt(n),
    )
    // the lowest mode is the loudest or not far from it; what lies below unexplained speaks against it
    const own = Math.min(7, base.rise) + 3 * Math.log(base.amplitude / loudest)
    const borne = best.matched.reduce((t, p) => t + (p ? p.amplitude ** 2 : 0), 0) / whole
    out.push({ ...best, score: best.score + own + 20 * borne })
  }
  out.sort((a, b) => b.score - a.score)
  // an overtone can be louder than its own lowest mode: a sound line below that it fits into goes before it
  const lead = out[0]
  const lower = out
    .slice(1)
    .filter(
      (h) =>
        lead &&
        h.base.frequency < 0.56 * lead.base.frequency &&
        h.base.rise > 3.2 &&
        h.matched.slice(1, 4).includes(lead.base) &&
        h.score > lead.score - 5,
    )
  return lower.length ? [lower[0]!, ...out.filter((h) => h !== lower[0])] : out
}

/** The same in steps of 2 %, made when it is first asked for. */
let fine: number[][] | undefined

/**
 * The overtones once more, for the stiffness that fits them best rather than the nearest of sixteen, and closely enough
 * to leave out the stiffer swing's: they tell the span.
 */
function sharpen(peaks: readonly Peak[], base: Peak): (Peak | undefined)[] {
  fine ??= Array.from({ length: 240 }, (_, i) => familyOf(3 * 1.02 ** i))
  return bestBorne(
    peaks,
    base,
    fine,
    (f) => 0.002 * f + 2,
    (rise, off) => rise * (1 - 0.7 * off),
  ).matched
}

/** Whether a line is one of the blade's: a mode, or its stiffer swing somewhat above one. */
function belongs(p: Peak, { ratios }: Hypothesis, ring: Ring): boolean {
  return ratios.some((r) => {
    const f = r * ring.pitch
    return p.frequency > f * 0.985 - 6 && p.frequency < f * 1.12 + 6
  })
}
