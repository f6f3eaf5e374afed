import { logistic, quantile } from '../../number/index.js'
import { BANDS, type Frame, type Frames } from './frames.js'
import { PAUSE, type Heard, type HeardState } from './heard.js'
import { LOOK, RateReader } from './rate.js'

const TICK = 0.25 // s
const CENTER = LOOK / 2 // s by which a reading of strokes lies behind
const LAG = 1.5 // s after which a state is told
const HELD = 1200 // s of a run that are kept for its close: longer ones are closed in parts
const [OFF, IDLE, SAW] = [0, 1, 2] as const
type S = 0 | 1 | 2
const STATES: readonly S[] = [OFF, IDLE, SAW]
/** nats it costs to begin in one */
const BEGINS = [0, 1, 4]
const NAMES: HeardState[] = ['off', 'idle', 'sawing']
/** nats it costs to go from one state to another */
const GO = [
  [0, 3, 8],
  [3, 0, 2],
  [6, 2, 0],
]
const AGREE = 2.6 // bands and their beats tell much the same: so many of them count as one
const CLIP = 2.5 // nats one of them tells at most
const FEATURES = 2 * BANDS
const BELIEVED = 10 // ticks that the usual lift counts for
const LEAST_SCORE = 3.2 // of a comb that stands for strokes at all; noise alone seldom passes it
const APART = 2.2 // spreads between idling and sawing from which they are two
const LIFT = [0.35, 0.4, 0.5, 0.7, 0.9, 1, 1, 1, 0.2, 0.2, 0.25, 0.3, 0.35, 0.35, 0.35, 0.3] // nats that wood adds, before a saw's own is learned

/** What was heard in a quarter of a second. */
interface Tick {
  /** end of it, s */
  t: number
  /** log levels of the bands, then how far each beats with the strokes */
  x: Float64Array
  /** of the reading whose middle it is, as far as that is known yet */
  score: number
  f: number
  state: S
  marked?: S
}

/** A state as it is known: the middle of each feature and its spread. */
class Model {
  readonly mean = new Float64Array(FEATURES)
  weight = 0
  learn(x: Float64Array, most: number): void {
    this.weight = Math.min(most, this.weight + 1)
    for (let d = 0; d < FEATURES; d++) this.mean[d]! += (x[d]! - this.mean[d]!) / this.weight
  }
}

/** Listens to a saw with a motor: off, idling or sawing, its strokes a minute, its openings. */
export class Machine {
  state: HeardState = 'off'
  private levels: Frame[] = []
  private low: Float64Array
  private lowAt = 0
  private frameCount = 0
  private inTick = 0
  private readonly perTick: number
  private readonly keep: number
  private tickCount = 0
  private ticks: Tick[] = []
  private path: { cost: number; from: S }[][] = []
  private reader: RateReader
  private f = 0
  private off = new Model()
  private idle = new Model()
  private saw = new Model()
  private spread = new Float64Array(FEATURES).fill(0.3)
  private room = { mean: 1, dev: 1, n: 0 }
  private decided = 0
  private lastTold = { f: 0, at: -Infinity }
  private marked: S | undefined
  /** how well this saw's own lines stand out, at which strokes a second, and ticks that tell it */
  private own = { score: 0, f: 0, n: 0 }
  /** ticks heard since it was switched on */
  private fresh = 0
  private bright = new Float64Array(96)
  private snaps: { at: number; ratio: number; peak: number }[] = []
  private lastBreak = -Infinity
  /** the brightest frame of each of the last tenths of a second: strokes crack too, again and again */
  private tenths: { at: number; peak: number }[] = []
  private told: Heard[] = []

  constructor(
    private frames: Frames,
    strokes: readonly [number, number],
  ) {
    this.perTick = Math.round(TICK * frames.fps)
    this.keep = Math.round(LOOK * frames.fps)
    this.low = new Float64Array(Math.round(LOOK * frames.lowRate))
    this.reader = new RateReader(frames.lowRate, frames.fps, strokes)
  }
  mark(what: S | undefined): void {
    this.marked = what
  }
  take(): Heard[] {
    const told = this.told
    this.told = []
    return told
  }
  lowSample(x: number): void {
    this.low[this.lowAt] = x
    this.lowAt = (this.lowAt + 1) % this.low.length
  }
  frame(levels: Frame): void {
    this.levels.push(levels)
    if (this.levels.length > this.keep) this.levels.shift()
    this.frameCount++
    this.snap(levels)
    if (++this.inTick < this.perTick) return
    this.inTick = 0
    this.tick()
  }
  private get now(): number {
    return this.frameCount / this.frames.fps
  }

  /** A bright crack, far above the last quarter of a second: a blade that broke, or waste that fell. */
  private snap(levels: Frame): void {
    let now = 0
    for (let b = 3; b < BANDS; b++) now += Math.exp(levels[b]!)
    const n = this.bright.length
    let before = 0
    // a few frames of room between: the crack itself is not what it is held against
    for (let k = 6; k < n; k++) before += this.bright[(this.frameCount - k + 2 * n) % n]!
    before /= n - 6
    this.bright[this.frameCount % n] = now
    const tenth = this.tenths.at(-1)
    if (!tenth || this.now - tenth.at > 0.1) this.tenths.push({ at: this.now, peak: now })
    else tenth.peak = Math.max(tenth.peak, now)
    if (this.tenths.length > 40) this.tenths.shift()
    const ratio = now / (before + 1e-12)
    const last = this.snaps.at(-1)
    if (ratio < SNAP || this.now < 2) return
    if (last && this.now - last.at < 0.15) {
      last.ratio = Math.max(last.ratio, ratio)
      last.peak = Math.max(last.peak, now)
    } else this.snaps.push({ at: this.now, ratio, peak: now })
  }

  private tick(): void {
    const t = this.now
    const k = this.tickCount++
    if (this.levels.length >= this.keep && k % 2 === 0) this.readRate(t)
    const x = this.features()
    const tick: Tick = { t, x, score: 0, f: this.f, state: OFF, ...(this.marked !== undefined && { marked: this.marked }) }
    this.ticks.push(tick)
    const at = this.ticks.length - 1 - Math.round(LAG / TICK)
    // what a second ago was like is known better now than it was then
    this.forward(Math.max(0, at))
    if (at >= 0) this.decide(at)
    this.judgeSnaps(t)
  }

  private readRate(t: number): void {
    const low = new Float64Array(this.low.length)
    low.set(this.low.subarray(this.lowAt))
    low.set(this.low.subarray(0, this.lowAt), this.low.length - this.lowAt)
    const about = this.state === 'off' ? undefined : this.f || undefined
    const read = this.reader.read(low, this.levels, about)
    // it speaks of a second ago
    const center = this.ticks.length - Math.round(CENTER / TICK)
    const own = read.score > this.threshold
    for (const tick of this.ticks.slice(Math.max(0, center))) {
      tick.score = read.score
      if (own) tick.f = read.f
    }
    if (own) {
      this.f = read.f
      const at = t - CENTER
      if (this.state !== 'off' && (Math.abs(read.f / this.lastTold.f - 1) > 0.015 || at - this.lastTold.at >= 4)) {
        this.lastTold = { f: read.f, at }
        this.told.push({ what: 'strokes', at, strokes: 60 * read.f, doubt: 60 * read.f * Math.max(0.004, 0.03 / Math.max(1, read.score)) })
      }
    }
  }
  /** A comb's score from which it is this saw's and not the room's. */
  private get threshold(): number {
    return Math.max(LEAST_SCORE, this.room.mean + 2.2 * this.room.dev, this.own.n > KNOWN ? 0.35 * this.own.score : 0)
  }

  /** Mean log levels of the last tick, and how deep each band beats with the strokes over the last half second and more. */
  private features(): Float64Array {
    const x = new Float64Array(FEATURES)
    const n = this.levels.length
    const from = Math.max(0, n - this.perTick)
    for (let i = from; i < n; i++) for (let b = 0; b < BANDS; b++) x[b]! += this.levels[i]![b]! / (n - from)
    if (!this.f) return x
    // whole strokes, three and more
    const cycles = Math.max(3, Math.ceil(0.4 * this.f))
    const length = Math.min(n, Math.round((cycles / this.f) * this.frames.fps))
    const w = (2 * Math.PI * this.f) / this.frames.fps
    for (let b = 0; b < BANDS; b++) {
      let mean = 0
      for (let i = n - length; i < n; i++) mean += this.levels[i]![b]!
      mean /= length
      let beat = 0
      for (const h of [1, 2]) {
        let [re, im] = [0, 0]
        for (let i = n - length; i < n; i++) {
          const v = this.levels[i]![b]! - mean
          re += v * Math.cos(h * w * i)
          im += v * Math.sin(h * w * i)
        }
        beat += (4 * (re * re + im * im)) / length ** 2
      }
      x[BANDS + b] = Math.sqrt(beat)
    }
    return x
  }

  /** Another machine: other strokes, and lines that stand out far less than this saw's. */
  private foreign({ f, score }: Tick): boolean {
    const { own } = this
    return own.n > KNOWN && score < 0.7 * own.score && Math.abs(f / own.f - 1) > 0.12
  }
  /** nats by which a tick speaks for each state. */
  private emissions(tick: Tick): [number, number, number] {
    if (tick.marked !== undefined) return [0, 1, 2].map((s) => (s === tick.marked ? 0 : -30)) as [number, number, number]
    const on = this.foreign(tick) ? -3 : held(0.9 * (tick.score - this.threshold), 3)
    let [off, idle, saw] = [-on / 2, on / 2, on / 2]
    if (this.off.weight >= 4 && this.idle.weight >= 4) {
      // as loud as when nothing ran, or not
      for (let b = 0; b < BANDS; b++) {
        const v = 2 * this.spread[b]! ** 2 + 0.08
        const o = (tick.x[b]! - this.off.mean[b]!) ** 2 / v
        const i = (tick.x[b]! - this.idle.mean[b]!) ** 2 / v
        const s = this.saw.weight ? (tick.x[b]! - this.saw.mean[b]!) ** 2 / v : i
        const d = held((Math.min(i, s) - o) / AGREE, CLIP)
        off += d / 2
        idle -= d / 2
        saw -= d / 2
      }
    }
    const d = this.cut(tick.x)
    idle -= d / 2
    saw += d / 2
    return [off, idle, saw]
  }
  /** nats for sawing against idling; nothing while idling is not known. */
  private cut(x: Float64Array): number {
    if (!this.idle.weight) return -2
    let sum = 0
    for (let d = 0; d < FEATURES; d++) {
      // what wood adds on any saw, until this one's own is known
      const own = this.saw.weight
      const lift = (own * (this.saw.mean[d]! - this.idle.mean[d]!) + BELIEVED * LIFT[d]!) / (own + BELIEVED)
      // what hardly differs says nothing
      const v = this.spread[d]! ** 2
      const e = (lift * (x[d]! - this.idle.mean[d]! - lift / 2)) / (v + 0.02)
      sum += held(e, CLIP) / AGREE
    }
    return held(sum, 4)
  }
  /** The cheapest way to each state, from a tick on. */
  private forward(from: number): void {
    this.path.length = Math.min(this.path.length, from)
    for (const tick of this.ticks.slice(from)) {
      const e = this.emissions(tick)
      const before = this.path.at(-1)
      this.path.push(
        STATES.map((s) => {
          if (!before) return { cost: -e[s] + BEGINS[s]!, from: s }
          let best: { cost: number; from: S } = { cost: Infinity, from: s }
          for (const p of STATES) {
            const cost = before[p]!.cost + GO[p]![s]! - e[s]
            if (cost < best.cost) best = { cost, from: p }
          }
          return best
        }),
      )
    }
  }
  /** State of the tick `at` as it looks from now. */
  private look(at: number): S {
    const last = this.path.at(-1)!
    let s = STATES.reduce((a, b) => (last[b]!.cost < last[a]!.cost ? b : a))
    for (let i = this.path.length - 1; i > at; i--) s = this.path[i]![s]!.from
    return s
  }

  private decide(at: number): void {
    const tick = this.ticks[at]!
    const s = this.look(at)
    tick.state = s
    this.decided = at + 1
    this.learn(tick)
    const told: HeardState = s === OFF ? 'off' : this.doubtful() ? 'unsure' : NAMES[s]!
    if (told !== this.state) {
      this.state = told
      this.told.push({ what: 'state', at: Math.max(0, tick.t - TICK), state: told })
    }
    this.close(false)
  }
  private learn({ x, f, state, score, marked }: Tick): void {
    // a state is learned only where its strokes, or their lack, bear it out
    if (marked === undefined && state !== OFF && score < this.threshold) return
    if (marked === undefined && state === OFF && score > Math.max(LEAST_SCORE, 0.6 * this.threshold) && this.off.weight > 8) return
    if (state === OFF) {
      this.fresh = 0
      this.off.learn(x, 60)
      const n = (this.room.n = Math.min(80, this.room.n + 1))
      const d = Math.max(-1, score) - this.room.mean
      this.room.mean += d / n
      this.room.dev += (Math.abs(d) - this.room.dev) / Math.max(4, n)
      return
    }
    const { own } = this
    if (this.fresh > 6) {
      own.n = Math.min(200, own.n + 1)
      own.score += (score - own.score) / own.n
      own.f += (f - own.f) / Math.min(40, own.n)
    }
    if (++this.fresh === 4) this.another(f, score)
    const model = state === IDLE ? this.idle : this.saw
    if (model.weight > 4)
      for (let d = 0; d < FEATURES; d++) this.spread[d]! += (Math.max(0.12, 1.25 * Math.abs(x[d]! - model.mean[d]!)) - this.spread[d]!) / 40
    model.learn(x, state === IDLE ? 60 : 120)
  }
  /** What was taken for this saw was another, further off: other strokes, and lines that stood out far less. */
  private another(f: number, score: number): void {
    const { own } = this
    if (own.n < 4 || Math.abs(f / own.f - 1) < 0.12 || score < 1.8 * own.score) return
    this.idle = new Model()
    this.saw = new Model()
    this.own = { score: 0, f: 0, n: 0 }
  }
  /** Sawing cannot be told from idling, or the saw from the room. */
  private doubtful(): boolean {
    if (this.ticks.at(-1)?.marked !== undefined) return false
    return (this.saw.weight > 24 && this.idle.weight > 8 && apart(this.idle.mean, this.saw.mean, this.spread) < APART) || this.buried()
  }
  /** The saw is hardly louder than the room it stands in, in every band that could tell. */
  private buried(): boolean {
    if (this.idle.weight < 4 || this.off.weight < 8) return false
    let most = 0
    for (let b = 0; b < BANDS; b++)
      most = Math.max(most, Math.max(this.idle.mean[b]!, this.saw.weight ? this.saw.mean[b]! : -Infinity) - this.off.mean[b]!)
    return most < BURIED
  }

  private judgeSnaps(t: number): void {
    while (this.snaps.length && t - this.snaps[0]!.at >= 1.7) {
      const s = this.snaps.shift()!
      const before = this.recent(s.at - 1.2, s.at - 0.1)
      const after = this.recent(s.at + 0.3, s.at + 1.6)
      if (before < 0.6 || after > 0.2 || s.at - this.lastBreak < 2) continue
      if (this.tenths.some((x) => Math.abs(x.at - s.at) > 0.2 && Math.abs(x.at - s.at) < 1.3 && x.peak * ALONE > s.peak)) continue
      this.lastBreak = s.at
      this.told.push({ what: 'break', at: s.at, sure: Math.min(0.8, 0.25 + 0.2 * Math.log(s.ratio / SNAP)) })
    }
  }
  /** Share of a stretch that looks sawn, by what is known now. */
  private recent(from: number, to: number): number {
    let [n, sawn] = [0, 0]
    for (let i = this.ticks.length - 1; i >= 0 && this.ticks[i]!.t > from; i--) {
      const { t, x } = this.ticks[i]!
      if (t - TICK / 2 > to) continue
      n++
      if (this.cut(x) > 0) sawn++
    }
    return n ? sawn / n : 0
  }

  /** Closes the opening after which the saw stood still for a pause, or ran on without wood for long. */
  private close(end: boolean): void {
    const { ticks, decided } = this
    const last = ticks.findLastIndex((t, i) => i < decided && t.state === SAW)
    if (last < 0) {
      // nothing is sawn: what was learned of it is kept, its ticks need not be
      if (decided > 60) this.forget(decided - 40)
      return
    }
    const still = TICK * ticks.slice(last + 1, decided).filter((t) => t.state === OFF).length
    if (!end && still < PAUSE && ticks[decided - 1]!.t - ticks[last]!.t < IDLES && ticks[decided - 1]!.t - ticks[0]!.t < HELD) return
    // from where it was switched on, or had idled a while
    let first = ticks.findIndex((t) => t.state === SAW)
    while (first > 0 && ticks[first - 1]!.state === IDLE) first--
    this.tellOpening(ticks.slice(Math.max(0, first - 4), Math.min(last + AFTER, decided)))
    this.forget(Math.max(0, decided - 8))
  }
  private forget(n: number): void {
    this.ticks.splice(0, n)
    this.path.splice(0, n)
    this.decided -= n
    const least = Math.min(...(this.path.at(-1)?.map((p) => p.cost) ?? [0]))
    for (const row of this.path) for (const p of row) p.cost -= least
  }

  /** The whole of it once more, with what it taught itself: the best path, idling at both its ends. */
  private tellOpening(run: Tick[]): void {
    const on = run.filter((t) => t.state !== OFF)
    if (on.length < 6) return
    const found = settle(run, this.idle, this.saw, this.spread)
    const sawn = run.filter((_, i) => found.states[i] === SAW)
    if (sawn.length < 4) return
    const rate = quantile(
      sawn.map((t) => t.f),
      0.5,
    )
    const sawing = sawn.length * TICK
    // the session's own idea of both states follows
    for (const [i, t] of run.entries())
      if (t.state !== OFF && found.states[i] !== OFF)
        (found.states[i] === SAW ? this.saw : this.idle).learn(t.x, found.states[i] === SAW ? 120 : 60)
    const score = quantile(
      on.map((t) => t.score),
      0.5,
    )
    const margin = score - this.threshold
    const to = sawn.at(-1)!.t
    // two machines take turns at being heard: neither's minutes are known
    const steady = on.filter((t) => Math.abs(t.f / rate - 1) < 0.1).length / on.length
    const sure =
      logistic((found.apart - APART - 0.8) / 0.5) *
      logistic((margin + 0.3) / 0.7) *
      logistic((steady - 0.72) / 0.06) *
      (this.buried() ? 0.3 : 1)
    this.told.push({
      what: 'opening',
      from: sawn[0]!.t - TICK,
      to,
      sawing,
      strokes: sawing * rate,
      rate: 60 * rate,
      sure,
      ended: Math.abs(this.lastBreak - to) < 1.5 ? 'break' : 'stop',
    })
  }
  end(): Heard[] {
    const last = this.ticks.length
    for (let at = this.decided; at < last; at++) {
      this.ticks[at]!.state = this.look(at)
      this.decided = at + 1
    }
    this.close(true)
    return this.take()
  }
}
const IDLES = 14 // s without wood after which an opening is over though something runs: this saw, or another
const AFTER = 13 // ticks of idling after the last sawing that are looked at for what idling is
const ALONE = 1.5 // times brighter than anything a second before it and after
const KNOWN = 20 // ticks after which a saw is known by its strokes
const SNAP = 9 // times brighter than the last quarter second
const BURIED = 0.7 // nats, 3 dB
const held = (x: number, most: number) => Math.max(-most, Math.min(most, x))

/** Spreads that lie between two states, over all features. */
function apart(a: Float64Array, b: Float64Array, spread: Float64Array): number {
  let sum = 0
  for (let d = 0; d < FEATURES; d++) sum += Math.min(9, (b[d]! - a[d]!) ** 2 / (spread[d]! ** 2 + 0.02))
  return Math.sqrt(sum / AGREE)
}

/** Idling and sawing of one run by its own two states, found by turns: labels, then middles and spreads. */
function settle(run: readonly Tick[], idle: Model, saw: Model, spread: Float64Array): { states: S[]; apart: number } {
  let states = run.map((t) => t.state)
  const on = run.map((t) => t.state !== OFF)
  const first = on.indexOf(true)
  const last = on.lastIndexOf(true)
  const anchors = new Set([first, first + 1, last])
  // where the live ear heard but one state, the brighter half is tried as the other
  if (!states.includes(SAW) || states.filter((s) => s === IDLE).length < 3) {
    const bright = run.map((t) => t.x.subarray(2, BANDS).reduce((a, b) => a + b, 0))
    const quiet = (bright[first]! + bright[Math.min(last, first + 1)]! + bright[last]!) / 3
    const loud = quantile(
      bright.filter((_, i) => on[i]),
      0.8,
    )
    states = states.map((s, i) => (s === OFF ? OFF : bright[i]! > (quiet + loud) / 2 ? SAW : IDLE))
  }
  let gap = 0
  for (let round = 0; round < 7; round++) {
    const middles = ([IDLE, SAW] as const).map((s) => {
      // what the session knows counts as a second of it
      const model = s === IDLE ? idle : saw
      const mean = new Float64Array(FEATURES)
      let n = 0
      if (model.weight > 8) {
        n = 4
        for (let d = 0; d < FEATURES; d++) mean[d] = 4 * model.mean[d]!
      }
      run.forEach((t, i) => {
        if (states[i] !== s) return
        n++
        for (let d = 0; d < FEATURES; d++) mean[d]! += t.x[d]!
      })
      for (let d = 0; d < FEATURES; d++) mean[d]! /= Math.max(1, n)
      return { mean, n }
    })
    const [i0, s0] = [middles[0]!, middles[1]!]
    if (!i0.n || !s0.n) {
      gap = 0
      break
    }
    const v = new Float64Array(FEATURES)
    let n = 0
    run.forEach((t, i) => {
      if (states[i] === OFF) return
      const m = states[i] === SAW ? s0.mean : i0.mean
      n++
      for (let d = 0; d < FEATURES; d++) v[d]! += (t.x[d]! - m[d]!) ** 2
    })
    for (let d = 0; d < FEATURES; d++) v[d] = (v[d]! + 6 * spread[d]! ** 2) / (n + 6) + 0.015
    const e = run.map((t, i) => {
      if (anchors.has(i)) return -4
      let sum = 0
      for (let d = 0; d < FEATURES; d++) {
        const z = ((t.x[d]! - i0.mean[d]!) ** 2 - (t.x[d]! - s0.mean[d]!) ** 2) / (2 * v[d]!)
        sum += held(z, CLIP) / AGREE
      }
      return held(sum, 5)
    })
    states = best(e, on)
    let sum = 0
    for (let d = 0; d < FEATURES; d++) sum += Math.min(9, (s0.mean[d]! - i0.mean[d]!) ** 2 / v[d]!)
    gap = Math.sqrt(sum / AGREE)
    // wood makes it louder: two states of which the second is no louder are none
    let louder = 0
    for (let b = 1; b < BANDS; b++) louder = Math.max(louder, s0.mean[b]! - i0.mean[b]!, 1.5 * (s0.mean[BANDS + b]! - i0.mean[BANDS + b]!))
    if (louder < LOUDER) gap = 0
  }
  // two states that lie so close are one
  return { states: gap < APART ? states.map((s) => (s === SAW ? IDLE : s)) : states, apart: gap }
}
const LOUDER = 0.22 // nats

/** The likeliest way through idling and sawing, given nats for sawing tick by tick; what is off stays off. */
function best(e: readonly number[], on: readonly boolean[]): S[] {
  const back: [number, number][] = []
  let cost = [0, 2]
  e.forEach((d) => {
    const [a, b] = cost as [number, number]
    const idle = Math.min(a, b + 2)
    const saw = Math.min(b, a + 2)
    back.push([a <= b + 2 ? 0 : 1, b <= a + 2 ? 1 : 0])
    cost = [idle + d / 2, saw - d / 2]
  })
  const out: S[] = []
  let s = cost[1]! < cost[0]! ? 1 : 0
  for (let i = e.length - 1; i >= 0; i--) {
    out[i] = !on[i] ? OFF : s ? SAW : IDLE
    s = back[i]![s]!
  }
  return out
}
