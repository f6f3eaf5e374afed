import { E_STEEL, meanWidth, netWidth, type Section } from '../blade/index.js'
import { seeded } from '../number/index.js'
import { speedRange, type Saw, type StrungSaw, hasSpeed, profileOf } from '../saw/index.js'
import { modePitches } from '../tension/index.js'

export interface PluckSound {
  section: Section
  /** MPa at the net section */
  stress: number
  /** mm */
  span: number
  /** samples a second */
  rate: number
  seed: number
  /** 0: a quiet room; 1: hum, a motor and a busy shop about as loud as the blade */
  noise: number
}
const BEFORE = 0.25 // s of the room before the pluck
const LENGTH = 0.95 // s

/**
 * The sound of a plucked blade, from the exact modes of the clamped stiff strip: its soft swing and, weaker, its stiff
 * one, gliding down to rest, with the finger's noise and the room's. Full scale ±1.
 */
export function pluckSound({ section, stress, span, rate, seed, noise }: PluckSound): Float32Array {
  const r = seeded(seed)
  const out = new Float32Array(Math.round(LENGTH * rate))
  const at = Math.round(BEFORE * rate)
  const tau = 0.06 + 0.07 * r()
  const place = 0.15 + 0.25 * r()
  const glide = 2 ** ((2 + 4 * r()) / 1200) - 1
  const strike = (pitches: number[], level: number) =>
    pitches.forEach((f, i) => {
      if (f > 0.45 * rate) return
      const n = i + 1
      const decay = tau / n ** 0.5
      const size = (level * Math.sin(n * Math.PI * place)) / n
      const phase = 2 * Math.PI * r()
      for (let k = at; k < out.length; k++) {
        const t = (k - at) / rate
        const turn = 2 * Math.PI * f * (t + glide * (decay / 2) * (1 - Math.exp((-2 * t) / decay)))
        out[k]! += size * Math.exp(-t / decay) * Math.sin(turn + phase) * Math.min(1, t * 2000)
      }
    })
  strike(modePitches(section, stress, span, 10), 0.4)
  strike(modePitches(section, stress, span, 6, 'feed'), 0.08)
  for (let k = at; k < at + 0.006 * rate; k++) out[k]! += 0.25 * (r() - 0.5) * Math.exp(-(k - at) / (0.002 * rate))
  room(out, rate, r, noise)
  return out
}

/** Hum of the mains, a motor somewhere and hiss, added in place. */
function room(out: Float32Array, rate: number, r: () => number, level: number): void {
  const hum = Array.from({ length: 8 }, (_, h) => [(0.08 * level * (0.3 + r())) / (h + 1), 2 * Math.PI * r()] as const)
  const motor = Array.from({ length: 6 }, (_, h) => [(0.06 * level * r()) / (h + 1), 2 * Math.PI * r()] as const)
  const hiss = 0.002 + 0.05 * level
  for (let k = 0; k < out.length; k++) {
    const t = (2 * Math.PI * k) / rate
    let v = hiss * (r() + r() + r() - 1.5)
    hum.forEach(([a, p], h) => (v += a * Math.sin(50 * (h + 1) * t + p)))
    motor.forEach(([a, p], h) => (v += a * Math.sin(23.7 * (h + 1) * t + p)))
    out[k]! += v
  }
}

/** The sound of a running saw: strokes, the motor geared above them, teeth in the work. Full scale ±1. */
export function sawSound({ strokes, rate, seed, seconds }: { strokes: number; rate: number; seed: number; seconds: number }): Float32Array {
  const r = seeded(seed)
  const out = new Float32Array(Math.round(seconds * rate))
  const f = strokes / 60
  const lines = Array.from({ length: 16 }, (_, h) => [(0.12 * (0.4 + 0.6 * r())) / Math.sqrt(h + 1), 2 * Math.PI * r()] as const)
  let rasp = 0
  for (let k = 0; k < out.length; k++) {
    const t = k / rate
    const turn = (f * t) % 1
    rasp += 0.4 * (2 * r() - 1 - rasp)
    let v = rasp * (turn < 0.4 ? 0.25 * Math.sin((Math.PI * turn) / 0.4) : 0.02)
    lines.forEach(([a, p], h) => (v += a * Math.sin(2 * Math.PI * f * (h + 1) * t + p)))
    out[k] = v * 0.6
  }
  room(out, rate, r, 0.15)
  return out
}

const FRAME = 28 // N/mm; stiffness of the stand-in's frame, made up
const PULLS = { plain: 0.33, pinned: 0.7 } // of the most the saw pulls, at mark 3; made up
/** What the stand-in saw's lever does: marks from half a mark on, an ordinary pull on a middling blade at 3. */
export function standInStress(saw: StrungSaw, section: Section, mark: number): number {
  const give = (s: Section) => 1 / FRAME + saw.span / (E_STEEL * s.thickness * meanWidth(s))
  const middling: Section =
    profileOf(saw).strip === 'frame'
      ? { width: 0.5, thickness: 0.25, kerf: 0.3, toothDepth: 0.08 }
      : { width: 0.9, thickness: 0.38, kerf: 0.48, toothDepth: 0.2 }
  const pull = saw.tensionLimit * PULLS[saw.ends.includes('plain') ? 'plain' : 'pinned'] * give(middling)
  return Math.max(0, (pull * (mark - 0.5)) / 2.5 / give(section) / (section.thickness * netWidth(section)))
}
/** Strokes a minute of the stand-in saw at a mark of its dial, which is not quite even. */
export function standInStrokes(saw: Saw, dial: number): number {
  const [min, max] = speedRange(saw)
  const [a, b] = hasSpeed(saw) && saw.speed.kind === 'variable' && saw.speed.dial ? saw.speed.dial : [1, 6]
  const u = Math.max(0, Math.min(1, (dial - a) / (b - a)))
  return Math.max(min, Math.min(max, min + (max - min) * (0.8 * u + 0.2 * u * u)))
}
