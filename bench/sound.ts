// Plucks read by the core, by a well-known pitch library and by a plain transform, on the same generated sounds; sounds
// that are no plucks; and stroke rates. The generator (bench/sound/generate.ts) shares no code with the core.
import { PitchDetector } from 'pitchy'
import FFT from 'fft.js'
import { readPluck, readStrokeRate } from '../core/src/sound/index.js'
import { nonPluck, pluck, sawing, type Given } from './sound/generate.js'

const each = Number(process.argv[2] ?? 80)
const cents = (read: number, true_: number) => Math.abs(1200 * Math.log2(read / true_))
const share = (n: number, of: number) => `${((100 * n) / Math.max(1, of)).toFixed(1)} %`
const quantile = (xs: number[], q: number) => [...xs].sort((a, b) => a - b)[Math.min(xs.length - 1, Math.floor(q * xs.length))] ?? NaN

/** The library reads 4096 samples from just after the onset, which it is told. */
function library({ samples, rate, at }: Given): number {
  const detector = PitchDetector.forFloat32Array(4096)
  const [pitch] = detector.findPitch(samples.subarray(at + 200, at + 200 + 4096), rate)
  return pitch
}
/** The loudest peak of a Hann-windowed transform between 150 and 4100 Hz, by a parabola; it is told the onset too. */
function transform({ samples, rate, at }: Given): number {
  const size = 8192
  const fft = new FFT(size)
  const out = fft.createComplexArray()
  fft.realTransform(
    out,
    Array.from({ length: size }, (_, i) => (samples[at + 100 + i] ?? 0) * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size))),
  )
  const p = (k: number) => Math.log(out[2 * k]! ** 2 + out[2 * k + 1]! ** 2 + 1e-30)
  let best = Math.ceil((150 * size) / rate)
  for (let k = best; k < (4100 * size) / rate; k++) if (p(k) > p(best)) best = k
  const [a, b, c] = [p(best - 1), p(best), p(best + 1)]
  return ((best + (0.5 * (a - c)) / (a - 2 * b + c)) * rate) / size
}

const rows: Record<string, Record<string, string>> = {}
const times: number[] = []
const all: { error?: number; snr: number }[] = []
for (const snr of [30, 20, 10, 5, 0, -5]) {
  const ours: number[] = []
  const [lib, plain]: [number[], number[]] = [[], []]
  for (let i = 0; i < each; i++) {
    const given = pluck(10_000 + i * 17 + (snr + 10) * 7919, snr)
    const t = performance.now()
    const read = readPluck(given.samples, given.rate)
    times.push(performance.now() - t)
    if (read.heard) ours.push(cents(read.frequency, given.pitch))
    all.push({ snr, error: read.heard ? cents(read.frequency, given.pitch) : undefined })
    lib.push(cents(library(given) || 1, given.pitch))
    plain.push(cents(transform(given), given.pitch))
  }
  rows[`${snr} dB`] = {
    answered: share(ours.length, each),
    'median, cents': quantile(ours, 0.5).toFixed(2),
    'within 5': share(ours.filter((e) => e <= 5).length, ours.length),
    'over 10': String(ours.filter((e) => e > 10).length),
    'over 50': String(ours.filter((e) => e > 50).length),
    'library: median': quantile(lib, 0.5).toFixed(1),
    'within 10': share(lib.filter((e) => e <= 10).length, each),
    'transform: median': quantile(plain, 0.5).toFixed(2),
    'wrong by 50': share(plain.filter((e) => e > 50).length, each),
  }
}
console.log(`${each} plucks at each signal-to-noise`)
console.table(rows)
const fair = all.filter((a) => a.snr >= 0)
const said = fair.flatMap((a) => (a.error === undefined ? [] : [a.error]))
console.log(
  `From 0 dB up: ${share(said.length, fair.length)} answered (wanted 96), median ${quantile(said, 0.5).toFixed(2)} cents (0.5), ` +
    `${share(said.filter((e) => e <= 5).length, said.length)} within 5 cents (97), ${all.filter((a) => (a.error ?? 0) > 50).length} more than 50 wrong at any level (0).`,
)
console.log(
  `A reading takes ${quantile(times, 0.5).toFixed(0)} ms in the median, ${quantile(times, 0.95).toFixed(0)} ms at the 95th percentile (budget 50).`,
)

const kinds: Record<string, { sounds: number; 'taken for a pluck': number }> = {}
for (let i = 0; i < 5 * each; i++) {
  const { samples, rate, about } = nonPluck(40_000 + i * 29)
  const k = (kinds[about] ??= { sounds: 0, 'taken for a pluck': 0 })
  k.sounds++
  if (readPluck(samples, rate).heard) k['taken for a pluck']++
}
console.table(kinds)
const taken = Object.values(kinds).reduce((t, k) => t + k['taken for a pluck'], 0)
console.log(`${share(5 * each - taken, 5 * each)} of ${5 * each} other sounds refused (wanted 98).`)

const strokes: Record<string, Record<string, string>> = {}
for (const snr of [20, 10, 5, 0]) {
  let [answered, right, double] = [0, 0, 0]
  for (let i = 0; i < each; i++) {
    const { samples, rate, spm } = sawing(70_000 + i * 13 + snr * 101, snr)
    const read = readStrokeRate(samples, rate)
    if (!read.heard) continue
    answered++
    const r = read.strokes / spm
    if (Math.abs(r - 1) <= 0.01) right++
    else if (r > 1.5 || r < 0.7) double++
  }
  strokes[`${snr} dB`] = {
    answered: share(answered, each),
    'within 1 %': share(right, answered),
    'half, double or more': String(double),
  }
}
console.log(`Stroke rate, ${each} saws at each signal-to-noise`)
console.table(strokes)
