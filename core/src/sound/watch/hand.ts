import { logistic } from '../../number/index.js'
import { BANDS, type Frame, type Frames } from './frames.js'
import { PAUSE, type Heard, type HeardState } from './heard.js'

const TICK = 0.25 // s
const LONG = 5.5 // s that a rhythm is looked for in, and the shorter look that follows a change
const SHORT = 3.4
const THIN = 6 // frames to one value of the rhythm's own curve
const APART = 0.55 // of a period between two strokes, at least
const RHYTHM = 0.34 // likeness of the curve to itself one period on, from which it is one
const UNEVEN = 0.3 // spread of the gaps, as a share of them, over which it is no sawing
const QUIET = 1.1 // nats of brightness over the room that a stroke has at least
const FAINT = 1.5 // nats below an ordinary stroke here under which it is none
const FADES = 0.008 // nats a second
const FINDS = 5.5 // s that a rhythm which begins anew may take to be found
const EVENEST = 0.027 // spread of gaps below which it is a machine's or a band's
const LATE = 1.9 // s after which nothing is told any more

interface Stroke {
  at: number
  size: number
}

/** Listens to a saw moved by hand: its strokes, their rhythm, its cuts. */
export class Hand {
  state: HeardState = 'off'
  private bright: number[] = []
  private sum = 0
  private n = 0
  private count = 0
  private base = 0
  private inTick = 0
  private readonly perTick: number
  private readonly fps: number
  private floor = NaN
  private loud = NaN
  private strokes: Stroke[] = []
  private toldTo = -Infinity
  private period = 0
  private even = 0
  private sawing = false
  private cut: { from: number; strokes: number; sawing: number; evenness: number[]; last: number; since: number } | undefined
  private told: Heard[] = []
  private lastRate = 0
  private marked: 'off' | 'idle' | 'sawing' | undefined
  /** how bright a stroke is here, once some were heard in a row */
  private stroke: number | undefined

  constructor(
    frames: Frames,
    private range: readonly [number, number],
  ) {
    this.fps = frames.fps / THIN
    this.perTick = Math.round(TICK * this.fps)
  }
  mark(what: 'off' | 'idle' | 'sawing' | undefined): void {
    this.marked = what
  }
  lowSample(): void {
    // hands make no lines in the low sound
  }
  take(): Heard[] {
    const told = this.told
    this.told = []
    return told
  }
  frame(levels: Frame): void {
    // bright bands carry the teeth; mains and steps lie below
    let p = 0
    for (let b = 2; b < BANDS; b++) p += Math.exp(levels[b]!)
    this.sum += p
    if (++this.n < THIN) return
    this.bright.push(Math.log(this.sum / THIN + 1e-11))
    this.sum = this.n = 0
    this.count++
    const most = Math.round((LONG + 1) * this.fps)
    if (this.bright.length > most) {
      this.bright.shift()
      this.base++
    }
    if (++this.inTick < this.perTick) return
    this.inTick = 0
    this.tick()
  }
  private get now(): number {
    return this.count / this.fps
  }

  private tick(): void {
    const v = this.smoothed()
    const n = v.length
    // the room is what is quiet, the strokes are what is loud, of the last seconds; both change slowly
    const sorted = Float64Array.from(v).sort()
    const [low, high] = [sorted[Math.floor(0.12 * n)]!, sorted[Math.floor(0.95 * n)]!]
    this.floor = Number.isNaN(this.floor) || low < this.floor ? low : this.floor + 0.02 * (low - this.floor)
    this.loud = Number.isNaN(this.loud) || high > this.loud ? high : this.loud + 0.03 * (high - this.loud)
    const rhythm = this.rhythm(v)
    const t = this.now
    const above = high - this.floor
    const found = rhythm && above > QUIET
    if (found) {
      this.period = rhythm.period
      this.peaks(v, rhythm.period)
    }
    const recent = this.strokes.filter((s) => s.at > t - LONG)
    const gaps = recent.slice(1).map((s, i) => s.at - recent[i]!.at)
    const mean = gaps.reduce((a, b) => a + b, 0) / Math.max(1, gaps.length)
    const spread = Math.sqrt(gaps.reduce((a, g) => a + (g - mean) ** 2, 0) / Math.max(1, gaps.length)) / (mean || 1)
    this.even = gaps.length >= 3 ? spread : 1
    const last = recent.at(-1)?.at ?? -Infinity
    // a rhythm nobody has heard here before must be plainer than one that goes on
    const plain = this.stroke === undefined ? gaps.length >= 4 && spread < 0.25 : gaps.length >= 3 && spread < 0.33
    const goes =
      this.marked === 'sawing' ||
      (this.marked === undefined && t - last < 1.9 * Math.max(this.period, 0.4) && (this.sawing ? gaps.length >= 1 : !!found && plain))
    // what a stroke sounds like here is learned where many stand in one row, and forgotten slowly
    if (this.sawing && gaps.length >= 5 && spread < 0.25) {
      const mid = recent.map((s) => s.size).sort((a, b) => a - b)[recent.length >> 1]!
      this.stroke = this.stroke === undefined ? mid : this.stroke + 0.06 * (mid - this.stroke)
    } else if (this.stroke !== undefined) this.stroke -= FADES * TICK
    const uneven = this.even > UNEVEN && gaps.length >= 5
    if (goes && !this.sawing) this.begin(recent, t)
    if (!goes && this.sawing) this.pause(last)
    if (this.sawing && this.cut) {
      this.tellStrokes(t)
      this.cut.last = Math.max(this.cut.last, last)
      if (gaps.length >= 4) this.cut.evenness.push(spread, rhythm?.score ?? 0)
      if (mean && Math.abs(60 / mean / (this.lastRate || 1) - 1) > 0.04 && gaps.length >= 3) {
        this.lastRate = 60 / mean
        this.told.push({
          what: 'strokes',
          at: t - 1,
          strokes: this.lastRate,
          doubt: (this.lastRate * Math.max(0.02, spread)) / Math.sqrt(gaps.length),
        })
      }
    }
    this.say(this.sawing ? (uneven ? 'unsure' : 'sawing') : 'off', this.sawing ? t - 0.6 : Math.max(last + 0.3, t - LATE))
    if (this.cut && !this.sawing && t - this.cut.last >= PAUSE + FINDS) this.close()
  }
  private say(state: HeardState, at: number): void {
    if (state === this.state) return
    this.state = state
    this.told.push({ what: 'state', at: Math.max(0, Math.min(this.now, Math.max(at, this.now - LATE))), state })
  }
  private smoothed(): number[] {
    // five values either way: single cracks are no strokes
    const b = this.bright
    return b.map((_, i) => {
      let [s, w] = [0, 0]
      for (let k = -3; k <= 3; k++) {
        const x = b[i + k]
        if (x === undefined) continue
        const g = 4 - Math.abs(k)
        s += g * x
        w += g
      }
      return s / w
    })
  }

  /** The period one of two looks finds, s; undefined where the curve is like itself at none. */
  private rhythm(v: readonly number[]): { period: number; score: number } | undefined {
    let best: { period: number; score: number } | undefined
    for (const look of [LONG, SHORT]) {
      const n = Math.min(v.length, Math.round(look * this.fps))
      if (n < 2.2 * this.fps) continue
      const x = v.slice(v.length - n)
      const mean = x.reduce((a, b) => a + b, 0) / n
      // what lies far below the strokes is as good as silent
      const c = x.map((y) => Math.max(y, this.loud - 4) - Math.max(mean, this.loud - 4))
      const m = c.reduce((a, b) => a + b, 0) / n
      const z = c.map((y) => y - m)
      const energy = z.reduce((a, y) => a + y * y, 0)
      if (!(energy > 1e-6)) continue
      const [from, to] = [Math.floor((60 / this.range[1]) * 0.9 * this.fps), Math.ceil((60 / this.range[0]) * 1.1 * this.fps)]
      const r: number[] = []
      for (let lag = 0; lag <= Math.min(to + 1, n - 4); lag++) {
        let s = 0
        for (let i = lag; i < n; i++) s += z[i]! * z[i - lag]!
        r[lag] = (s / energy) * (n / (n - lag))
      }
      for (let lag = from; lag <= Math.min(to, r.length - 2); lag++) {
        const here = r[lag]!
        if (here < r[lag - 1]! || here < r[lag + 1]! || here < RHYTHM) continue
        // two strokes are like one another too: the first of nearly equal peaks is the period
        if (!best || here > best.score * 1.12) best = { period: lag / this.fps, score: here }
      }
      if (best && best.score > 0.5) break
    }
    return best
  }

  /** New strokes: tops of the curve, more than half a period apart, and well above the room. */
  private peaks(v: readonly number[], period: number): void {
    const gap = Math.round(APART * period * this.fps)
    const reach = Math.round(0.5 * period * this.fps)
    const least = Math.max(this.floor + QUIET, this.floor + 0.42 * (this.loud - this.floor), (this.stroke ?? -Infinity) - FAINT)
    const from = this.strokes.at(-1)?.at ?? -Infinity
    // the last reach cannot be a top yet
    for (let i = 1; i < v.length - Math.min(reach, Math.round(0.45 * this.fps)); i++) {
      const at = (this.base + i) / this.fps
      if (at <= from + gap / this.fps || at < this.now - LONG) continue
      if (v[i]! < least) continue
      let top = true
      for (let k = Math.max(0, i - reach); k <= Math.min(v.length - 1, i + reach); k++)
        if (v[k]! > v[i]! || (v[k] === v[i] && k < i)) top = false
      const last = this.strokes.at(-1)
      if (!top || (last && at - last.at < gap / this.fps)) continue
      this.strokes.push({ at, size: v[i]! })
    }
    while (this.strokes.length > 40) this.strokes.shift()
  }
  private begin(recent: Stroke[], t: number): void {
    this.sawing = true
    // strokes in one rhythm back from the last: a knock before them is none
    let k = recent.length - 1
    while (k > 0 && recent[k]!.at - recent[k - 1]!.at < 1.8 * this.period) k--
    const first = recent[k]!
    if (this.cut && first.at - this.cut.last >= PAUSE) this.close()
    this.cut ??= { from: first.at - this.period / 2, strokes: 0, sawing: 0, evenness: [], last: first.at, since: 0 }
    this.cut.since = first.at - this.period / 2
    this.toldTo = Math.max(this.toldTo, first.at - 1e-6)
    this.tellStrokes(t)
  }
  /** Strokes not yet counted; told one by one where they are not too old. */
  private tellStrokes(t: number): void {
    if (!this.cut) return
    for (const s of this.strokes) {
      if (s.at < this.toldTo) continue
      this.toldTo = s.at + 1e-6
      this.cut.strokes++
      if (t - s.at < LATE) this.told.push({ what: 'stroke', at: s.at })
    }
  }
  private pause(last: number): void {
    this.sawing = false
    if (!this.cut) return
    const to = Math.max(this.cut.since, last + this.period / 2)
    this.cut.sawing += to - this.cut.since
    this.cut.last = to
  }
  private close(): void {
    const { cut } = this
    this.cut = undefined
    if (!cut || cut.strokes < 3) return
    const spreads = cut.evenness.filter((_, i) => i % 2 === 0)
    const scores = cut.evenness.filter((_, i) => i % 2)
    const mean = (x: number[]) => (x.length ? x.reduce((a, b) => a + b, 0) / x.length : 0)
    // hands are never as even as a metronome, nor as uneven as knocks
    const human = logistic((mean(spreads) - EVENEST) / 0.006) * logistic((0.3 - mean(spreads)) * 16)
    const sure = spreads.length ? logistic((mean(scores) - 0.42) * 9) * human : 0.3
    this.told.push({
      what: 'opening',
      from: Math.max(0, cut.from),
      to: cut.last,
      sawing: cut.sawing,
      strokes: cut.strokes,
      rate: cut.sawing > 0 ? (60 * cut.strokes) / cut.sawing : 0,
      sure,
      ended: 'stop',
    })
  }
  end(): Heard[] {
    if (this.sawing) this.pause(this.strokes.at(-1)?.at ?? this.now)
    this.close()
    return this.take()
  }
}
