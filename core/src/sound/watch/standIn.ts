import { seeded } from '../../number/index.js'
import type { WatchOptions } from './heard.js'

/** A made-up session: three openings on a machine, three cuts by hand, in a quiet room; nobody's saw. */
export interface StandInSession {
  saw: WatchOptions['saw']
  /** strokes a minute */
  strokes: number
  rate: number
  seed: number
}
const OPENINGS = 3
const WOOD = [14, 11, 17] // s sawn in each
const STILL = 11 // s between them
const RUN = 2 // s it idles before and after
const CUTS = [14, 11, 16] // strokes by hand

/** A low-pass of one pole, and what is left above it. */
function rasp(r: () => number) {
  let low = 0
  return (share: number) => {
    const w = r() * 2 - 1
    low += share * (w - low)
    return low
  }
}

/** Its sound, full scale ±1, and when it was sawing, s. */
export function standInSession({ saw, strokes, rate, seed }: StandInSession): {
  samples: Float32Array
  sawn: [from: number, to: number][]
} {
  const r = seeded(seed)
  const sawn: [number, number][] = []
  const f = strokes / 60
  const each = saw === 'hand' ? CUTS.map((n) => n / f) : WOOD
  const lead = 4
  let t = lead
  for (const s of each.slice(0, OPENINGS)) {
    const from = t + (saw === 'hand' ? 0 : RUN)
    sawn.push([from, from + s])
    t = from + s + (saw === 'hand' ? 0 : RUN) + STILL + (saw === 'hand' ? 4 : 0)
  }
  const out = new Float32Array(Math.round(t * rate))
  const lines = Array.from({ length: 10 }, (_, h) => [(0.05 * (0.4 + 0.6 * r())) / Math.sqrt(h + 1), 2 * Math.PI * r()] as const)
  const teeth = rasp(r)
  const air = rasp(r)
  const phases = sawn.map(() => 0)
  let phase = 0
  for (let i = 0; i < out.length; i++) {
    const s = i / rate
    const k = sawn.findIndex(([from, to]) => s >= from - RUN && s < to + RUN)
    let v = 0.002 * (r() - 0.5)
    if (k >= 0) {
      const [from, to] = sawn[k]!
      const cuts = s >= from && s < to
      if (saw === 'hand') {
        if (cuts) {
          phase += (f * (1 + 0.16 * (Math.sin(3 * s) * Math.cos(1.7 * s)))) / rate
          const turn = phase % 1
          v += teeth(0.5) * (turn < 0.5 ? 0.3 * Math.sin((Math.PI * turn) / 0.5) : 0.05 * Math.sin(Math.PI * (2 * turn - 1)))
        }
      } else {
        const up = Math.min(1, (s - from + RUN) / 0.4, (to + RUN - s) / 0.4)
        phases[k]! += (f * up * (cuts ? 0.97 : 1)) / rate
        const turn = phases[k]! % 1
        for (const [h, [a, p]] of lines.entries()) v += up * a * Math.sin(2 * Math.PI * (h + 1) * phases[k]! + p)
        v += up * 0.03 * air(0.3)
        if (cuts) v += teeth(0.6) * (turn < 0.45 ? 0.3 * Math.sin((Math.PI * turn) / 0.45) : 0.03)
      }
    }
    out[i] = v
  }
  return { samples: out, sawn }
}
