/**
 * Sessions at the saw as sound, with their truth: made without anything of the ear that is held against them. Saws of many
 * voices, rooms, disturbances; every figure is made up.
 */
export interface Truth {
  /** s at which a state begins, ordered */
  states: { at: number; state: 'off' | 'idle' | 'sawing' }[]
  openings: { from: number; to: number; sawing: number; strokes: number; rate: number; broke: boolean }[]
  breaks: number[]
}
export interface Session {
  name: string
  rate: number
  samples: Float32Array
  truth: Truth
  saw: 'scroll' | 'jigsaw' | 'hand'
  strokes: [number, number]
  beyond: boolean
}
export type Rnd = () => number
export const rndOf = (seed: number): Rnd => {
  let s = seed >>> 0 || 1
  return () => {
    s = (s + 0x6d2b79f5) >>> 0
    let t = Math.imul(s ^ (s >>> 15), 1 | s)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
const normal = (r: Rnd) => Math.sqrt(-2 * Math.log(1 - r())) * Math.cos(2 * Math.PI * r())
const between = (r: Rnd, a: number, b: number) => a + (b - a) * r()
const db = (x: number) => 10 ** (x / 20)

const TABLE = Float32Array.from({ length: 8192 }, (_, i) => Math.sin((2 * Math.PI * i) / 8192))
/** A sine from a table: a session has a milliard of them. */
const sin = (x: number) => TABLE[Math.floor(x * (8192 / (2 * Math.PI))) & 8191]!

/** A two-pole band-pass, ringing at f with the quality q; unit gain at f. */
class Band {
  private x1 = 0
  private x2 = 0
  private y1 = 0
  private y2 = 0
  private b: number
  private a1: number
  private a2: number
  constructor(f: number, q: number, rate: number) {
    const w = (2 * Math.PI * Math.min(f, 0.45 * rate)) / rate
    const alpha = Math.sin(w) / (2 * q)
    this.b = alpha / (1 + alpha)
    this.a1 = (-2 * Math.cos(w)) / (1 + alpha)
    this.a2 = (1 - alpha) / (1 + alpha)
  }
  put(x: number): number {
    let y = this.b * (x - this.x2) - this.a1 * this.y1 - this.a2 * this.y2
    // figures too small for the machine to reckon fast
    if (Math.abs(y) < 1e-20) y = 0
    this.x2 = this.x1
    this.x1 = x
    this.y2 = this.y1
    this.y1 = y
    return y
  }
}
const rms = (x: Float32Array, from = 0, to = x.length) => {
  let s = 0
  for (let i = from; i < to; i++) s += x[i]! * x[i]!
  return Math.sqrt(s / Math.max(1, to - from))
}

/** Something else in the room, about as loud as asked over the whole session. */
export const disturbances = ['none', 'vacuum', 'speech', 'music', 'neighbor', 'knocks', 'fan'] as const
export type Disturbance = (typeof disturbances)[number]
function disturb(kind: Disturbance, n: number, rate: number, r: Rnd): Float32Array {
  const out = new Float32Array(n)
  const white = () => r() * 2 - 1
  if (kind === 'vacuum' || kind === 'fan') {
    const bands = [new Band(between(r, 150, 400), 0.7, rate), new Band(between(r, 800, 2500), 0.5, rate)]
    const whine = between(r, 180, 420)
    for (let i = 0; i < n; i++) {
      const w = white()
      out[i] =
        bands[0]!.put(w) +
        0.8 * bands[1]!.put(w) +
        (kind === 'vacuum' ? 0.05 * sin((2 * Math.PI * whine * i) / rate) + 0.03 * sin((4 * Math.PI * whine * i) / rate) : 0)
    }
  } else if (kind === 'speech') {
    let t = 0
    while (t < n) {
      const talks = Math.round(between(r, 0.5, 3) * rate)
      const silent = Math.round(between(r, 0.3, 4) * rate)
      const f0 = between(r, 90, 220)
      const formants = [new Band(between(r, 300, 800), 4, rate), new Band(between(r, 900, 2300), 5, rate)]
      const hiss = new Band(5500, 1.2, rate)
      const syllable = between(r, 3, 6)
      let phase = 0
      for (let i = t; i < Math.min(n, t + talks); i++) {
        const s = (i - t) / rate
        phase += (f0 * (1 + 0.08 * sin(5 * s))) / rate
        const open = Math.max(0, sin(2 * Math.PI * syllable * s)) ** 0.6
        const pulse = phase % 1 < 0.08 ? 6 : 0
        out[i] =
          open * (formants[0]!.put(pulse) + 0.6 * formants[1]!.put(pulse)) +
          (sin(2 * Math.PI * syllable * s + 2.2) > 0.92 ? 0.5 * hiss.put(white()) : 0)
      }
      t += talks + silent
    }
  } else if (kind === 'music') {
    const beat = between(r, 1.5, 2.6)
    const notes = Array.from({ length: 8 }, () => 110 * 2 ** (Math.floor(between(r, 0, 24)) / 12))
    const drum = new Band(70, 3, rate)
    const hat = new Band(8000, 1, rate)
    for (let i = 0; i < n; i++) {
      const s = i / rate
      const k = Math.floor(s * beat)
      const within = s * beat - k
      const f = notes[k % 8]!
      let v = 0
      for (let h = 1; h <= 5; h++) v += sin(2 * Math.PI * f * h * s) / h ** 1.5
      out[i] =
        0.25 * v * Math.exp(-1.5 * within) +
        drum.put(within < 0.02 ? 8 * white() : 0) +
        0.3 * hat.put((within + 0.5) % 1 < 0.05 ? white() : 0)
    }
  } else if (kind === 'neighbor') {
    // another machine, on for stretches
    let t = Math.round(between(r, 0, 20) * rate)
    while (t < n) {
      const on = Math.round(between(r, 6, 30) * rate)
      const f = between(r, 8, 40)
      const bands = [new Band(between(r, 300, 900), 2, rate), new Band(between(r, 1500, 3500), 1.5, rate)]
      for (let i = t; i < Math.min(n, t + on); i++) {
        const ph = (f * i) / rate
        const w = white()
        out[i] =
          (0.5 + 0.5 * Math.max(0, sin(2 * Math.PI * ph))) * (bands[0]!.put(w) + 0.7 * bands[1]!.put(w)) + 0.1 * sin(2 * Math.PI * 3 * ph)
      }
      t += on + Math.round(between(r, 10, 60) * rate)
    }
  } else if (kind === 'knocks') {
    let t = Math.round(between(r, 0, 5) * rate)
    while (t < n) {
      const b = [new Band(between(r, 150, 900), between(r, 3, 12), rate), new Band(between(r, 1500, 5000), 4, rate)]
      const many = 1 + Math.floor(between(r, 0, 4))
      for (let m = 0; m < many; m++) {
        const size = between(r, 4, 30)
        for (let i = 0; i < 0.15 * rate && t + i < n; i++) {
          const x = i < 0.001 * rate ? size : 0
          out[t + i]! += b[0]!.put(x) + 0.5 * b[1]!.put(x)
        }
        t += Math.round(between(r, 0.2, 0.7) * rate)
      }
      t += Math.round(between(r, 1, 15) * rate)
    }
  }
  const level = rms(out)
  if (level > 0) for (let i = 0; i < n; i++) out[i]! /= level
  return out
}

/** Pink-like hiss and hum of the mains at unit loudness. */
function roomNoise(n: number, rate: number, r: Rnd): Float32Array {
  const out = new Float32Array(n)
  let [a, b] = [0, 0]
  const mains = r() < 0.5 ? 50 : 60
  const hum = Array.from({ length: 5 }, (_, h) => [r() / (h + 1), 2 * Math.PI * r()] as const)
  for (let i = 0; i < n; i++) {
    const w = r() * 2 - 1
    a += 0.02 * (w - a)
    b += 0.2 * (w - b)
    out[i] = 3 * a + b + 0.25 * w
    if (i % 1 === 0)
      for (const [h, [amp, ph]] of hum.entries()) out[i]! += 0.15 * amp * sin((2 * Math.PI * mains * (h + 1) * i) / rate + ph)
  }
  const level = rms(out)
  for (let i = 0; i < n; i++) out[i]! /= level
  return out
}

/** One stretch of a plan: what is going on for how long. */
type Stretch = { state: 'off' | 'idle' | 'sawing'; seconds: number; breaks?: boolean; stop?: boolean }
function planOf(r: Rnd, openings: number, breaks: boolean): { plan: Stretch[]; ends: number[] } {
  const plan: Stretch[] = [{ state: 'off', seconds: between(r, 4, 14) }]
  const ends: number[] = []
  for (let o = 0; o < openings; o++) {
    plan.push({ state: 'idle', seconds: between(r, 1, 4) })
    const parts = 1 + Math.floor(between(r, 0, 4))
    const broken = breaks && r() < 0.35
    for (let p = 0; p < parts; p++) {
      plan.push({ state: 'sawing', seconds: between(r, 4, 28), breaks: broken && p === parts - 1 })
      if (p < parts - 1) {
        if (r() < 0.2)
          plan.push(
            { state: 'idle', seconds: 0.6 },
            { state: 'off', seconds: between(r, 2.5, 6.5), stop: true },
            { state: 'idle', seconds: between(r, 0.8, 2) },
          )
        else plan.push({ state: 'idle', seconds: between(r, 0.5, 4) })
      }
    }
    plan.push({ state: 'idle', seconds: between(r, 0.6, 3) })
    ends.push(plan.length)
    plan.push({ state: 'off', seconds: between(r, 12, 32) })
  }
  return { plan, ends }
}

export interface MachineAsked {
  seed: number
  kind: 'scroll' | 'jigsaw'
  disturbance: Disturbance
  /** dB of room noise and of the disturbance against the idling saw */
  room: number
  loud: number
  breaks?: boolean
  beyond?: boolean
}
export function machineSession({ seed, kind, disturbance, room, loud, breaks = false, beyond = false }: MachineAsked): Session {
  const r = rndOf(seed)
  const rate = [16_000, 22_050, 44_100, 48_000][Math.floor(r() * 4)]!
  const { plan, ends } = planOf(r, 2 + Math.floor(between(r, 0, 3)), breaks)
  const n = Math.round(plan.reduce((t, s) => t + s.seconds, 0) * rate)
  const saw = new Float32Array(n)
  const cuts = new Float32Array(n)
  const range: [number, number] = kind === 'scroll' ? [400, 1800] : [800, 3000]
  const set = between(r, kind === 'scroll' ? 500 : 1100, kind === 'scroll' ? 1600 : 2900) / 60
  const load = between(r, 0.005, 0.06)
  const gear = between(r, 5, 14)
  // what it sounds like without wood: knocks of the crank, lines of it, the motor above them, air
  const lines = Array.from({ length: 14 }, (_, h) => [(0.3 + r()) / (h + 1) ** between(r, 0.4, 1), 2 * Math.PI * r()] as const)
  const motor = Array.from({ length: 4 }, (_, h) => [(0.2 + 0.8 * r()) / (h + 1), 2 * Math.PI * r()] as const)
  const knock = [new Band(between(r, 120, 600), between(r, 2, 8), rate), new Band(between(r, 800, 3200), between(r, 2, 6), rate)]
  const air = new Band(between(r, 400, 2000), 0.6, rate)
  const twice = r() < 0.5
  const [lineSize, motorSize, knockSize, airSize] = [between(r, 0.05, 0.5), between(r, 0.05, 0.5), between(r, 1, 6), between(r, 0.1, 0.6)]
  // the cut: noise of teeth on the down stroke (up, a jigsaw), its color and depth the saw's own
  const colour = [
    new Band(between(r, 900, 2200), 0.8, rate),
    new Band(between(r, 2500, 6000), 0.8, rate),
    new Band(between(r, 220, 600), 1, rate),
  ]
  const mix = [between(r, 0.4, 1), between(r, 0.2, 1), between(r, 0, 0.7)]
  const sharp = between(r, 0.6, 2)
  const rest = between(r, 0.03, 0.4)
  let [phase, f, feed] = [0, 0, 1]
  const truth: Truth = { states: [], openings: [], breaks: [] }
  const white = () => r() * 2 - 1
  let i = 0
  let open: Truth['openings'][number] | undefined
  let turns = 0
  plan.forEach((s, k) => {
    const from = i / rate
    truth.states.push({ at: from, state: s.state })
    const end = Math.min(n, i + Math.round(s.seconds * rate))
    const start = phase
    for (; i < end; i++) {
      const goal = s.state === 'off' ? 0 : s.state === 'sawing' ? set * (1 - load * feed) : set
      // run up and run down take a quarter of a second or so
      f += ((goal - f) * (goal > f ? 8 : goal === 0 ? 6 : 5)) / rate
      if (i % 64 === 0) feed = Math.min(1.6, Math.max(0.35, feed + 0.04 * normal(r) + 0.01 * (1 - feed)))
      phase += (f * (1 + 0.003 * sin(i / rate / 0.7))) / rate
      const on = Math.min(1, f / (0.4 * set)) ** 2
      if (on < 1e-3) continue
      const turn = phase % 1
      let v = 0
      for (let h = 0; h < lines.length; h++) v += lineSize * lines[h]![0] * sin(2 * Math.PI * (h + 1) * phase + lines[h]![1])
      for (let h = 0; h < motor.length; h++) v += motorSize * motor[h]![0] * sin(2 * Math.PI * gear * (h + 1) * phase + motor[h]![1])
      const hit = turn < (f / rate) * 1.01 || (twice && Math.abs(turn - 0.5) < (f / rate) * 0.51) ? knockSize * (0.8 + 0.4 * r()) : 0
      v += 3 * (knock[0]!.put(hit) + 0.7 * knock[1]!.put(hit)) + airSize * air.put(white())
      saw[i] = on * v
      if (s.state === 'sawing') {
        const down = Math.max(0, sin(2 * Math.PI * turn + 0.4)) ** sharp
        const w = white() * feed * (rest + (1 - rest) * down)
        cuts[i] = on * (mix[0]! * colour[0]!.put(w) + mix[1]! * colour[1]!.put(w) + mix[2]! * colour[2]!.put(w))
      }
    }
    const to = i / rate
    if (s.state === 'sawing') {
      open ??= { from, to, sawing: 0, strokes: 0, rate: 0, broke: false }
      open.to = to
      open.sawing += to - from
      turns += phase - start
      if (s.breaks) {
        open.broke = true
        truth.breaks.push(to)
        const snap = [
          new Band(between(r, 1500, 4000), 6, rate),
          new Band(between(r, 4000, 7500), 8, rate),
          new Band(between(r, 500, 1200), 4, rate),
        ]
        const size = between(r, 40, 150)
        const at = i
        for (let j = 0; j < 0.25 * rate && at + j < n; j++) {
          const x = j < 0.0008 * rate ? size : 0
          cuts[at + j]! += snap[0]!.put(x) + snap[1]!.put(x) + 0.6 * snap[2]!.put(x)
        }
      }
    }
    if (ends.includes(k + 1) && open) {
      open.strokes = turns
      open.rate = (60 * turns) / open.sawing
      truth.openings.push(open)
      open = undefined
      turns = 0
    }
  })
  // loudness of the cut against the idling saw
  const idleLevel = levelWhile(saw, truth, rate, n, 'idle')
  const cutLevel = levelWhile(cuts, truth, rate, n, 'sawing')
  const over = db(between(r, -7, 11)) * (idleLevel / cutLevel)
  const noise = roomNoise(n, rate, r)
  const other = disturb(disturbance, n, rate, r)
  const out = new Float32Array(n)
  const gain = between(r, 0.02, 0.15) / idleLevel
  // it is leant on, warms up, and the phone slides: its voice is never quite the same
  const drift = Array.from({ length: 3 }, () => [between(r, 0.02, 0.4), between(r, 0, 0.12), 2 * Math.PI * r()] as const)
  const voice = (t: number) => drift.reduce((v, [f, a, p]) => v * (1 + a * sin(2 * Math.PI * f * t + p)), 1)
  let was = 1
  for (let j = 0; j < n; j++)
    out[j] =
      gain *
      ((j % 16 ? was : (was = voice(j / rate))) * saw[j]! + over * cuts[j]! + idleLevel * (db(room) * noise[j]! + db(loud) * other[j]!))
  echo(out, rate, r)
  // a converter clips
  for (let j = 0; j < n; j++) out[j] = Math.max(-1, Math.min(1, out[j]!))
  return { name: `${kind} ${disturbance} ${seed}`, rate, samples: out, truth, saw: kind, strokes: range, beyond }
}
function levelWhile(x: Float32Array, truth: Truth, rate: number, n: number, state: string): number {
  let [sum, count] = [0, 0]
  truth.states.forEach((s, k) => {
    if (s.state !== state) return
    const to = Math.min(n, Math.round((truth.states[k + 1]?.at ?? n / rate) * rate))
    for (let i = Math.round(s.at * rate); i < to; i++) {
      sum += x[i]! * x[i]!
      count++
    }
  })
  return Math.sqrt(sum / Math.max(1, count)) || 1
}
/** A few walls. */
function echo(x: Float32Array, rate: number, r: Rnd): void {
  const taps = Array.from({ length: 3 }, () => [Math.round(between(r, 0.004, 0.03) * rate), between(r, 0.1, 0.35)] as const)
  for (const [d, g] of taps) for (let i = x.length - 1; i >= d; i--) x[i]! += g * x[i - d]!
}

export interface HandAsked {
  seed: number
  disturbance: Disturbance
  room: number
  loud: number
  beyond?: boolean
}
export function handSession({ seed, disturbance, room, loud, beyond = false }: HandAsked): Session {
  const r = rndOf(seed)
  const rate = [16_000, 22_050, 44_100, 48_000][Math.floor(r() * 4)]!
  const cuts = 2 + Math.floor(between(r, 0, 4))
  const period = between(r, 0.45, 1.25)
  const truth: Truth = { states: [{ at: 0, state: 'off' }], openings: [], breaks: [] }
  const strokes: { at: number; for: number; size: number }[] = []
  let t = between(r, 3, 10)
  for (let c = 0; c < cuts; c++) {
    const parts = 1 + Math.floor(between(r, 0, 2.4))
    const open = { from: t, to: t, sawing: 0, strokes: 0, rate: 0, broke: false }
    for (let p = 0; p < parts; p++) {
      const from = t
      truth.states.push({ at: t, state: 'sawing' })
      const many = 4 + Math.floor(between(r, 0, 40))
      for (let s = 0; s < many; s++) {
        const dt = period * Math.exp(0.07 * normal(r)) * (s < 3 ? 0.85 : 1)
        strokes.push({ at: t, for: dt, size: Math.exp(0.18 * normal(r)) * (s < 2 ? 0.6 : 1) })
        t += dt
        open.strokes++
      }
      truth.states.push({ at: t, state: 'off' })
      open.sawing += t - from
      open.to = t
      if (p < parts - 1) t += between(r, 2, 6.5)
    }
    open.rate = (60 * open.strokes) / open.sawing
    truth.openings.push(open)
    t += between(r, 11, 28)
  }
  const n = Math.round(t * rate)
  const saw = new Float32Array(n)
  const colour = [new Band(between(r, 700, 1800), 0.8, rate), new Band(between(r, 2000, 6500), 0.8, rate)]
  const mix = between(r, 0.3, 1)
  const back = db(between(r, -24, -7))
  const [attack, share] = [between(r, 0.06, 0.2), between(r, 0.42, 0.58)]
  const teeth = between(r, 150, 900)
  for (const s of strokes) {
    const [from, to] = [Math.round(s.at * rate), Math.min(n, Math.round((s.at + s.for) * rate))]
    for (let i = from; i < to; i++) {
      const u = (i - from) / (to - from)
      const go = u < share
      const v = go ? u / share : (u - share) / (1 - share)
      const shape = Math.min(1, v / attack, (1 - v) / attack) * sin(Math.PI * v) ** 0.5
      const speed = sin(Math.PI * v)
      const w = (r() * 2 - 1) * s.size * (go ? 1 : back) * shape * (0.6 + 0.4 * sin(2 * Math.PI * teeth * speed * v))
      saw[i]! += colour[0]!.put(w) + mix * colour[1]!.put(w)
    }
  }
  const level = levelWhile(saw, truth, rate, n, 'sawing')
  const noise = roomNoise(n, rate, r)
  const other = disturb(disturbance, n, rate, r)
  const out = new Float32Array(n)
  const gain = between(r, 0.02, 0.15) / level
  for (let j = 0; j < n; j++) out[j] = gain * (saw[j]! + level * (db(room) * noise[j]! + db(loud) * other[j]!))
  // work between the cuts: a few knocks and scrapes
  for (let k = 0; k < 6; k++) {
    const gapAt = truth.openings[k]?.to
    if (gapAt === undefined) break
    const at = Math.round((gapAt + between(r, 2, 8)) * rate)
    const b = new Band(between(r, 300, 2500), 4, rate)
    for (let i = 0; i < 0.2 * rate && at + i < n; i++) out[at + i]! += gain * level * 3 * b.put(i < 0.001 * rate ? 12 : 0)
  }
  echo(out, rate, r)
  for (let j = 0; j < n; j++) out[j] = Math.max(-1, Math.min(1, out[j]!))
  return { name: `hand ${disturbance} ${seed}`, rate, samples: out, truth, saw: 'hand', strokes: [40, 150], beyond }
}
