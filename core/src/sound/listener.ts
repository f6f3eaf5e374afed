/** What is kept before and after a pluck's beginning, s: the reader wants quiet before and the ring after. */
const BEFORE = 0.25
const AFTER = 0.42
/** s after one pluck before the next is looked for */
const REST = 0.25
/** how much brighter than its own quiet a moment must be to be looked at; the reader then decides */
const STEP = 2.5

export interface Listener {
  /** Takes the next samples; gives back the stretch about a pluck once it is whole. */
  push(samples: Float32Array): Float32Array | undefined
  /** The last `seconds` of sound, or as much as there was. */
  last(seconds: number): Float32Array
  /** loudness of the last fiftieth of a second, 0 to 1 */
  level(): number
}

/**
 * Follows a live sound and cuts out what may be plucks: hands stay free, nothing is pressed.
 * @param rate samples a second
 */
export function listener(rate: number): Listener {
  const size = Math.round(3.2 * rate)
  const kept = new Float32Array(size)
  let count = 0
  const cell = Math.round(0.005 * rate)
  let [energy, inCell, before] = [0, 0, 0]
  /** brightness in its quiet, following slowly; the first half second only listens */
  let quiet = 0
  let begun = -1
  let restUntil = Math.round(0.3 * rate)
  let level = 0
  const stretch = (from: number, to: number) => {
    const start = Math.max(0, count - size, from)
    const out = new Float32Array(Math.max(0, to - start))
    for (let i = 0; i < out.length; i++) out[i] = kept[(start + i) % size]!
    return out
  }
  return {
    push(samples) {
      let ready: Float32Array | undefined
      for (let i = 0; i < samples.length; i++) {
        const v = Number.isFinite(samples[i]!) ? samples[i]! : 0
        kept[count % size] = v
        count++
        energy += (v - before) * (v - before)
        level = Math.max(level * (1 - 40 / rate), Math.abs(v))
        before = v
        if (++inCell === cell) {
          const bright = energy / cell
          if (begun < 0 && count > restUntil && quiet > 0 && bright > STEP * quiet) begun = count - cell
          // it sinks at once and rises within a second: a ring is no quiet
          if (begun < 0)
            quiet = quiet === 0 || bright < quiet ? Math.max(bright, 1e-12) : quiet + 0.02 * (Math.min(bright, 4 * quiet) - quiet)
          energy = inCell = 0
        }
        if (begun >= 0 && count >= begun + AFTER * rate) {
          ready = stretch(Math.round(begun - BEFORE * rate), count)
          restUntil = count + Math.round(REST * rate)
          begun = -1
        }
      }
      return ready
    },
    last: (seconds) => stretch(count - Math.round(seconds * rate), count),
    level: () => Math.min(1, level),
  }
}
