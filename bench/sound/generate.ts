// Sounds to try the reader on. It shares no code with the core: its own random source, its own solution of the
// clamped stiff string (split into even and odd shapes), its own noises.

export type Rng = () => number
/** A small counter-based generator: the same seed, the same bag. */
export function rng(seed: number): Rng {
  let s = seed >>> 0
  return () => {
    s = (s + 0x9e3779b9) >>> 0
    let z = s
    z = Math.imul(z ^ (z >>> 16), 0x85ebca6b)
    z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35)
    return ((z ^ (z >>> 16)) >>> 0) / 4294967296
  }
}
const uniform = (r: Rng, a: number, b: number) => a + (b - a) * r()
const logUniform = (r: Rng, a: number, b: number) => a * Math.pow(b / a, r())
const normal = (r: Rng) => Math.sqrt(-2 * Math.log(1 - r())) * Math.cos(2 * Math.PI * r())
const pick = <T>(r: Rng, xs: readonly T[]): T => xs[Math.floor(r() * xs.length)]!

/** Modes of a clamped strip under tension, Hz: even shapes a·tanh(aL/2) = −b·tan(bL/2), odd ones a/tanh(aL/2) = b/tan(bL/2). */
export function stripModes(force: number, massPerMm: number, EI: number, L: number, count: number): number[] {
  const k2 = force / EI
  const out: number[] = []
  const root = (f: (b: number) => number, lo: number, hi: number) => {
    const rising = f(hi) > 0
    for (let i = 0; i < 60; i++) {
      const m = (lo + hi) / 2
      if (f(m) > 0 === rising) hi = m
      else lo = m
    }
    return (lo + hi) / 2
  }
  for (let n = 1; n <= count; n++) {
    // b·L of mode n lies between nπ (string) and (n + ½)π (bar, nearly)
    const [lo, hi] = [(n * Math.PI) / L, ((n + 0.51) * Math.PI) / L]
    const alpha = (b: number) => Math.sqrt(b * b + k2)
    const even = (b: number) => alpha(b) * Math.tanh((alpha(b) * L) / 2) * Math.cos((b * L) / 2) + b * Math.sin((b * L) / 2)
    const odd = (b: number) => alpha(b) * Math.sin((b * L) / 2) - b * Math.tanh((alpha(b) * L) / 2) * Math.cos((b * L) / 2)
    const b = root(n % 2 ? even : odd, lo, hi)
    out.push(Math.sqrt((b * b * (b * b + k2) * EI) / massPerMm) / (2 * Math.PI))
  }
  return out
}

export interface Given {
  samples: Float32Array
  rate: number
  /** resting pitch of the lowest mode, Hz */
  pitch: number
  /** sample the pluck begins at */
  at: number
  snr: number
  about: string
}

interface Strip {
  w: number
  t: number
  L: number
  stress: number
  modes: number[]
  side: number[]
}
function strip(r: Rng): Strip {
  for (;;) {
    const kind = r()
    const [w, t, L, stress] =
      kind < 0.45
        ? [logUniform(r, 0.45, 1.6), 0, uniform(r, 95, 160), uniform(r, 60, 600)]
        : kind < 0.75
          ? [logUniform(r, 0.3, 1.2), 0, uniform(r, 70, 140), uniform(r, 100, 900)]
          : kind < 0.9
            ? [uniform(r, 2.2, 3.6), uniform(r, 0.4, 0.6), uniform(r, 130, 170), uniform(r, 40, 350)]
            : [logUniform(r, 0.4, 3), 0, uniform(r, 35, 200), uniform(r, 30, 1000)]
    const thick = t || w * uniform(r, 0.35, 0.5)
    const depth = uniform(r, 0, 0.3) * w
    const mean = w - depth / 2
    const force = stress * thick * (w - depth)
    const mu = 7.85e-9 * thick * mean
    const modes = stripModes(force, mu, (207000 * mean * thick ** 3) / 12, L, 12)
    const side = stripModes(force, mu, (207000 * thick * mean ** 3) / 12, L, 8)
    if (modes[0]! > 150 && modes[0]! < 4000) return { w, t: thick, L, stress, modes, side }
  }
}

/** One pluck alone, from sample `at` on. */
function ring(r: Rng, out: Float64Array, rate: number, s: Strip, at: number, tau: number, glide: number, glideTau: number, level = 1) {
  const place = uniform(r, 0.08, 0.5)
  const fall = uniform(r, 0.4, 1.6)
  const damp = uniform(r, 0.2, 1)
  const second = uniform(r, 0, 0.5)
  const add = (f: number, a: number, tau: number) => {
    if (f > 0.45 * rate) return
    const p = uniform(r, 0, 2 * Math.PI)
    const end = Math.min(out.length, at + Math.ceil(9 * tau * rate))
    const depth = Math.pow(2, glide / 1200) - 1
    for (let i = at; i < end; i++) {
      const x = (i - at) / rate
      const angle = 2 * Math.PI * f * (x + depth * glideTau * (1 - Math.exp(-x / glideTau)))
      // the finger lets go within half a millisecond
      out[i]! += level * a * Math.exp(-x / tau) * Math.sin(angle + p) * Math.min(1, x / 0.0005)
    }
  }
  s.modes.forEach((f, i) =>
    add(f, Math.abs(Math.sin((i + 1) * Math.PI * place)) / (i + 1) ** fall / Math.sin(Math.PI * place), tau / (i + 1) ** damp),
  )
  s.side.forEach((f, i) =>
    add(
      f,
      (second * Math.abs(Math.sin((i + 1) * Math.PI * place))) / (i + 1) ** fall / Math.sin(Math.PI * place),
      (tau * uniform(r, 0.6, 1.2)) / (i + 1) ** damp,
    ),
  )
}

function lowPassed(r: Rng, n: number, rate: number, corner: number, order = 1): Float64Array {
  const out = new Float64Array(n)
  const k = 1 - Math.exp((-2 * Math.PI * corner) / rate)
  const y = new Float64Array(order)
  for (let i = 0; i < n; i++) {
    let v = normal(r)
    for (let o = 0; o < order; o++) v = y[o] = y[o]! + k * (v - y[o]!)
    out[i] = v
  }
  return out
}
function hum(r: Rng, n: number, rate: number): Float64Array {
  const out = new Float64Array(n)
  const f = pick(r, [50, 60]) * (1 + uniform(r, -0.004, 0.004))
  for (let h = 1; h <= 24; h++) {
    const a = (h === 1 ? 1 : h % 2 ? 0.5 : 0.6) * Math.pow(h, -uniform(r, 0.5, 1.6)) * r()
    const p = uniform(r, 0, 6.28)
    for (let i = 0; i < n; i++) out[i]! += a * Math.sin((2 * Math.PI * f * h * i) / rate + p)
  }
  return out
}
function rumble(r: Rng, n: number, rate: number): Float64Array {
  const out = lowPassed(r, n, rate, uniform(r, 60, 250), 2).map((v) => v * 12)
  const f = uniform(r, 14, 55)
  const wander = uniform(r, 0, 0.01)
  for (let h = 1; h <= 14; h++) {
    const a = Math.pow(h, -uniform(r, 0.3, 1.2)) * r()
    const p = uniform(r, 0, 6.28)
    const q = uniform(r, 1, 6)
    for (let i = 0; i < n; i++) {
      const t = i / rate
      out[i]! += a * Math.sin(2 * Math.PI * f * h * (t + (wander / q) * Math.sin(q * t)) + p)
    }
  }
  return out
}
const rms = (x: ArrayLike<number>, from = 0, to = x.length) => {
  let s = 0
  for (let i = from; i < to; i++) s += x[i]! * x[i]!
  return Math.sqrt(s / Math.max(1, to - from))
}
function noise(r: Rng, n: number, rate: number): Float64Array {
  const out = new Float64Array(n)
  const parts = [
    hum(r, n, rate),
    rumble(r, n, rate),
    lowPassed(r, n, rate, logUniform(r, 150, 4000), pick(r, [1, 2])),
    Float64Array.from({ length: n }, () => normal(r)),
  ]
  // any mixture, often with one of them well ahead
  for (const p of parts) {
    const level = Math.pow(r(), 2) / (rms(p) || 1)
    for (let i = 0; i < n; i++) out[i]! += level * p[i]!
  }
  const all = rms(out) || 1
  return out.map((v) => v / all)
}
function echo(r: Rng, x: Float64Array, rate: number): Float64Array {
  const out = Float64Array.from(x)
  const rt = uniform(r, 0.02, 0.15)
  const level = r() < 0.3 ? 0 : Math.pow(10, uniform(r, -26, -10) / 20)
  for (let k = 0; k < 14; k++) {
    const delay = uniform(r, 0.003, 3 * rt)
    const g = level * Math.exp(-delay / rt) * normal(r)
    const d = Math.round(delay * rate)
    for (let i = d; i < x.length; i++) out[i]! += g * x[i - d]!
  }
  return out
}
function burst(r: Rng, out: Float64Array, rate: number, at: number, level: number, tau: number, low: number, high: number) {
  let [a, b] = [0, 0]
  const ka = 1 - Math.exp((-2 * Math.PI * high) / rate)
  const kb = 1 - Math.exp((-2 * Math.PI * low) / rate)
  const end = Math.min(out.length, at + Math.ceil(8 * tau * rate))
  for (let i = at; i < end; i++) {
    a += ka * (normal(r) - a)
    b += kb * (a - b)
    out[i]! += level * (a - b) * Math.exp(-(i - at) / rate / tau)
  }
}
function finish(x: Float64Array, peak: number, clip: number): Float32Array {
  let top = 0
  for (const v of x) top = Math.max(top, Math.abs(v))
  const g = peak / (top || 1)
  // sixteen bits, as a recording has them
  return Float32Array.from(x, (v) => Math.round(Math.max(-clip, Math.min(clip, v * g)) * 32767) / 32767)
}

/** A plucked blade with all that disturbs it, at a signal-to-noise in dB. */
export function pluck(seed: number, snr: number): Given {
  const r = rng(seed)
  const rate = pick(r, [44100, 48000])
  const s = strip(r)
  const n = Math.round(uniform(r, 0.7, 1.5) * rate)
  const at = Math.round(uniform(r, 0.12, 0.4) * rate)
  const tau = logUniform(r, 0.025, 0.2)
  const glide = uniform(r, 0, 10)
  const glideTau = tau * uniform(r, 0.4, 1)
  let x: Float64Array = new Float64Array(n)
  ring(r, x, rate, s, at, tau, glide, glideTau)
  const touched = r() < 0.06
  if (touched) {
    const when = at + Math.round(uniform(r, 0.06, 0.2) * rate)
    if (r() < 0.5) {
      // damped by the finger that comes back
      for (let i = when; i < n; i++) x[i]! *= Math.exp(-(i - when) / rate / 0.008)
    } else ring(r, x, rate, s, when, tau, glide, glideTau, uniform(r, 0.3, 1))
    burst(r, x, rate, when, uniform(r, 0.05, 0.3), 0.004, 400, 5000)
  }
  const attack = uniform(r, 0.05, 0.7)
  burst(r, x, rate, at, attack, uniform(r, 0.001, 0.005), logUniform(r, 200, 1500), uniform(r, 3000, 9000))
  x = echo(r, x, rate)
  const level = rms(x, at, at + Math.round(0.1 * rate))
  const disturb = noise(r, n, rate)
  const g = level / Math.pow(10, snr / 20)
  for (let i = 0; i < n; i++) x[i]! += g * disturb[i]!
  const clipped = r() < 0.04
  return {
    samples: finish(x, clipped ? uniform(r, 1.1, 1.8) : logUniform(r, 0.08, 0.95), clipped ? 1 : 2),
    rate,
    pitch: s.modes[0]!,
    at,
    snr,
    about: `${s.w.toFixed(2)}×${s.t.toFixed(2)} L ${s.L.toFixed(0)} σ ${s.stress.toFixed(0)} τ ${(tau * 1e3).toFixed(0)} ms glide ${glide.toFixed(1)} side ${(1200 * Math.log2(s.side[0]! / s.modes[0]!)).toFixed(0)} c${touched ? ' touched' : ''}${clipped ? ' clipped' : ''}`,
  }
}

/** Sound that is no pluck, of one of many kinds. */
export function nonPluck(seed: number): { samples: Float32Array; rate: number; about: string } {
  const r = rng(seed ^ 0x5bd1e995)
  const rate = pick(r, [44100, 48000])
  const n = Math.round(uniform(r, 0.8, 1.6) * rate)
  const x = new Float64Array(n)
  const kind = pick(r, ['speech', 'speech', 'music', 'music', 'motor', 'motor', 'clap', 'tap', 'tap', 'noise', 'whistle'] as const)
  if (kind === 'speech') {
    // pulses of a throat through moving resonances, in syllables
    let t = 0
    const base = logUniform(r, 85, 320)
    while (t < n / rate) {
      const dur = uniform(r, 0.09, 0.3)
      const [f1, f2, f3] = [uniform(r, 280, 850), uniform(r, 900, 2400), uniform(r, 2400, 3300)]
      const f0 = base * uniform(r, 0.8, 1.25)
      const bend = uniform(r, -0.25, 0.25)
      const from = Math.round(t * rate)
      const to = Math.min(n, Math.round((t + dur) * rate))
      const raw = new Float64Array(Math.max(0, to - from))
      let phase = 0
      for (let i = 0; i < raw.length; i++) {
        const u = i / raw.length
        phase += (f0 * (1 + bend * u + 0.01 * Math.sin(34 * u))) / rate
        if (phase >= 1) {
          phase -= 1
          raw[i]! += 1
        }
        raw[i]! += 0.01 * normal(r)
      }
      for (const [f, bw, g] of [
        [f1, 80, 1],
        [f2, 110, 0.6],
        [f3, 160, 0.3],
      ] as const) {
        const q = Math.exp((-Math.PI * bw) / rate)
        const c = 2 * q * Math.cos((2 * Math.PI * f) / rate)
        let [y1, y2] = [0, 0]
        for (let i = 0; i < raw.length; i++) {
          const y = (1 - q) * raw[i]! + c * y1 - q * q * y2
          y2 = y1
          y1 = y
          x[from + i]! += g * y * Math.sin((Math.PI * i) / raw.length) ** 0.6
        }
      }
      if (r() < 0.4) burst(r, x, rate, Math.min(n - 1, to), 0.02, 0.02, 2000, 8000)
      t += dur + uniform(r, 0, 0.15)
    }
  } else if (kind === 'music') {
    const root = logUniform(r, 110, 900)
    const plucked = r() < 0.35
    let t = uniform(r, 0.02, 0.2)
    while (t < n / rate) {
      const chord =
        r() < 0.5
          ? [0]
          : pick(r, [
              [0, 4, 7],
              [0, 3, 7],
              [0, 7],
              [0, 5, 9],
            ])
      const step = pick(r, [-5, -3, 0, 2, 4, 7, 9, 12])
      const dur = uniform(r, 0.12, 0.6)
      const attack = plucked ? 0.002 : uniform(r, 0.012, 0.08)
      const tau = plucked ? uniform(r, 0.3, 1.5) : 9
      for (const c of chord) {
        const f = root * Math.pow(2, (step + c) / 12)
        const vib = plucked ? 0 : uniform(r, 0, 0.005)
        for (let h = 1; h <= 12 && h * f < 0.45 * rate; h++) {
          const a = Math.pow(h, -uniform(r, 0.7, 2))
          const p = uniform(r, 0, 6.28)
          const from = Math.round(t * rate)
          for (let i = from; i < Math.min(n, from + dur * rate * (plucked ? 3 : 1)); i++) {
            const u = (i - from) / rate
            const env = Math.min(1, u / attack) * Math.exp(-u / tau) * (plucked ? 1 : Math.min(1, Math.max(0, (dur - u) / 0.03)))
            x[i]! += a * env * Math.sin(2 * Math.PI * f * h * (u + (vib / 5.5) * Math.sin(5.5 * u)) + p)
          }
        }
      }
      t += dur
    }
  } else if (kind === 'motor') {
    const f0 = uniform(r, 8, 60)
    const drift = r() < 0.4 ? uniform(r, 0.3, 2) : uniform(r, 0.98, 1.02)
    const lines = Array.from({ length: 40 }, (_, h) => [Math.pow(h + 1, -uniform(r, 0.1, 1.1)) * r(), uniform(r, 0, 6.28)] as const)
    let phase = 0
    const beat = uniform(r, 0, 0.5)
    for (let i = 0; i < n; i++) {
      const u = i / n
      phase += (f0 * (1 + (drift - 1) * u)) / rate
      let v = 0
      lines.forEach(([a, p], h) => (v += a * Math.sin(2 * Math.PI * phase * (h + 1) + p)))
      x[i] = v * (1 + beat * Math.sin(2 * Math.PI * phase))
    }
    const rough = lowPassed(r, n, rate, uniform(r, 300, 5000))
    const k = uniform(r, 0.2, 2) / rms(rough)
    for (let i = 0; i < n; i++) x[i]! += k * rough[i]! * (1 + 0.8 * Math.sin((2 * Math.PI * f0 * i) / rate))
    if (r() < 0.3) {
      // switched on within the recording
      const from = Math.round(uniform(r, 0.1, 0.5) * n)
      for (let i = 0; i < n; i++) x[i]! *= i < from ? 0.001 : 1 - Math.exp(-(i - from) / rate / 0.05)
    }
  } else if (kind === 'clap' || kind === 'tap') {
    const count = 1 + Math.floor(r() * (kind === 'clap' ? 4 : 3))
    let t = uniform(r, 0.1, 0.4)
    const bodies = Array.from(
      { length: 3 + Math.floor(r() * 5) },
      () => [logUniform(r, 90, 2500), uniform(r, 0.003, 0.022), Math.pow(r(), 1.5), uniform(r, 0, 6.28)] as const,
    )
    for (let k = 0; k < count; k++) {
      const at = Math.round(t * rate)
      if (at >= n) break
      const level = uniform(r, 0.4, 1)
      if (kind === 'clap') burst(r, x, rate, at, level * 3, uniform(r, 0.003, 0.015), uniform(r, 300, 900), uniform(r, 1500, 5000))
      else {
        for (const [f, tau, a, p] of bodies)
          for (let i = at; i < Math.min(n, at + 9 * tau * rate); i++) {
            const u = (i - at) / rate
            x[i]! += level * a * Math.exp(-u / tau) * Math.sin(2 * Math.PI * f * u + p)
          }
        burst(r, x, rate, at, level, 0.002, 200, 6000)
      }
      t += uniform(r, 0.12, 0.5)
    }
    // a room of noise-like reverberation
    const rt = uniform(r, 0.03, 0.12)
    const wet = Float64Array.from({ length: Math.round(6 * rt * rate) }, (_, i) => normal(r) * Math.exp(-i / rate / rt))
    const g = 0.12 / Math.sqrt(wet.length / 6)
    const dry = Float64Array.from(x)
    const hot: number[] = []
    for (let i = 0; i < n; i++) if (Math.abs(dry[i]!) > 0.02) hot.push(i)
    const some = hot.filter((_, i) => i % Math.max(1, Math.ceil(hot.length / 500)) === 0)
    for (const i of some) for (let j = 0; j < wet.length && i + j < n; j++) x[i + j]! += g * dry[i]! * wet[j]! * 4
  } else if (kind === 'whistle') {
    const f = logUniform(r, 500, 2500)
    const from = Math.round(uniform(r, 0.1, 0.4) * rate)
    const bend = uniform(r, -0.1, 0.1)
    for (let i = from; i < n; i++) {
      const u = (i - from) / rate
      x[i] = Math.min(1, u / 0.03) * (1 + 0.1 * normal(r)) * Math.sin(2 * Math.PI * f * (u + bend * u * u)) * Math.max(0, 1 - u / 0.9)
    }
  }
  const level = rms(x) || 1
  const d = noise(r, n, rate)
  const snr = uniform(r, 0, 30)
  const g = kind === 'noise' ? 1 : level / Math.pow(10, snr / 20)
  for (let i = 0; i < n; i++) x[i]! += g * d[i]!
  return { samples: finish(x, logUniform(r, 0.08, 0.95), 2), rate, about: kind }
}

/** A running saw: the motor's whine and its gearing, the arm's strokes, teeth in wood, all over a room's noise. */
export function sawing(seed: number, snr: number): { samples: Float32Array; rate: number; spm: number; about: string } {
  const r = rng(seed ^ 0x2545f491)
  const rate = pick(r, [44100, 48000])
  const spm = logUniform(r, 300, 3200)
  const n = Math.round(uniform(r, 2.5, 4) * rate)
  const x = new Float64Array(n)
  const direct = r() < 0.6
  // most saws turn the crank by the motor itself; others are belted or geared down
  const gear = direct ? 1 : pick(r, [2, 2.5, 3, 4.3, 8, 10.7])
  const sway = uniform(r, 0, 0.002)
  const swayRate = uniform(r, 0.4, 3)
  const strokes = (t: number) => (spm / 60) * (t + (sway / (2 * Math.PI * swayRate)) * Math.sin(2 * Math.PI * swayRate * t))
  // the stroke's own lines: the first often weak, the second strong where both ends of the stroke knock
  const knock = r() < 0.5
  const lines = Array.from(
    { length: 24 },
    (_, h) =>
      [
        (h === 0 ? uniform(r, 0.15, 1) : (h % 2 === 1 && knock ? 1.6 : 1) * r()) * Math.pow(h + 1, -uniform(r, 0.3, 1)),
        uniform(r, 0, 6.28),
      ] as const,
  )
  const motor = Array.from({ length: 10 }, (_, h) => [0.5 * r() * Math.pow(h + 1, -0.7), uniform(r, 0, 6.28)] as const)
  const cutting = r() < 0.5 ? uniform(r, 0.1, 1) : 0
  const down = uniform(r, 0.3, 0.5)
  for (let i = 0; i < n; i++) {
    const u = strokes(i / rate)
    let v = 0
    lines.forEach(([a, p], h) => (v += a * Math.sin(2 * Math.PI * u * (h + 1) + p)))
    if (!direct) motor.forEach(([a, p], h) => (v += a * Math.sin(2 * Math.PI * u * gear * (h + 1) + p)))
    x[i] = v
  }
  // teeth rasp while the blade goes down, air and bearings hiss always, a little more at one place of the turn
  const rasp = lowPassed(r, n, rate, uniform(r, 1500, 6000))
  const k = 1 / rms(rasp)
  const eccentric = uniform(r, 0.05, 0.4)
  for (let i = 0; i < n; i++) {
    const u = strokes(i / rate) % 1
    x[i]! +=
      k *
      rasp[i]! *
      (0.25 * (1 + eccentric * Math.cos(2 * Math.PI * u)) + cutting * Math.max(0, Math.sin((Math.PI * u) / down)) * (u < down ? 1 : 0))
  }
  const level = rms(x)
  // the room: hum of the mains, hiss and low rumble, but no other machine
  const room = [hum(r, n, rate), lowPassed(r, n, rate, logUniform(r, 150, 4000)), Float64Array.from({ length: n }, () => normal(r))]
  const d = new Float64Array(n)
  for (const p of room) {
    const g = r() ** 2 / (rms(p) || 1)
    for (let i = 0; i < n; i++) d[i]! += g * p[i]!
  }
  const g = level / Math.pow(10, snr / 20) / (rms(d) || 1)
  for (let i = 0; i < n; i++) x[i]! += g * d[i]!
  return {
    samples: finish(x, logUniform(r, 0.08, 0.95), 2),
    rate,
    spm,
    about: `${direct ? 'direct' : `geared ${gear}`}${knock ? ' knocks' : ''}${cutting ? ' cutting' : ''}`,
  }
}
