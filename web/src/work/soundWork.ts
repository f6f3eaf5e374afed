import {
  createWatch,
  hann,
  listener,
  pluckSound,
  powerOfTwo,
  readPluck,
  readStrokeRate,
  sawSound,
  spectrum,
  standInSession,
  type Heard,
  type StandInSession,
  type HeardState,
  type Watch,
  type WatchOptions,
  type PluckRead,
  type PluckSound,
  type StrokesRead,
} from '@green-pitch/core/sound'

/** A stretch of sound as a picture needs it: few numbers, whatever the recording's length. */
export interface SoundPicture {
  /** lowest and highest sample of each column, from a little before the onset to 0.3 s after */
  wave: Float32Array
  /** loudness over frequency, 0 to 1 on a scale of decibels, up to `top` Hz */
  spectrum: Float32Array
  top: number
}
export interface PluckHeard {
  read: PluckRead
  picture: SoundPicture
}
export type Told = { what: 'pluck'; heard: PluckHeard } | { what: 'strokes'; read: StrokesRead } | { what: 'level'; level: number }

const COLUMNS = 330 // of a picture
function pictureOf(samples: Float32Array, rate: number, read: PluckRead): SoundPicture {
  const onset = read.heard ? read.onset : Math.min(0.25, samples.length / rate / 3)
  const [from, to] = [-0.03, 0.3]
  const wave = new Float32Array(2 * COLUMNS)
  for (let c = 0; c < COLUMNS; c++) {
    const a = Math.round((onset + from + ((to - from) * c) / COLUMNS) * rate)
    const b = Math.max(a + 1, Math.round((onset + from + ((to - from) * (c + 1)) / COLUMNS) * rate))
    let [low, high] = [0, 0]
    for (let i = Math.max(0, a); i < Math.min(samples.length, b); i++) {
      low = Math.min(low, samples[i]!)
      high = Math.max(high, samples[i]!)
    }
    wave[2 * c] = low
    wave[2 * c + 1] = high
  }
  const top = Math.min(rate / 2, read.heard ? Math.max(2500, 4.6 * read.frequency) : 5000)
  const length = Math.min(samples.length, Math.round(0.25 * rate))
  const start = Math.max(0, Math.min(samples.length - length, Math.round(onset * rate)))
  const { power, step } = spectrum(samples, start, hann(length), rate, powerOfTwo(length))
  const columns = new Float32Array(COLUMNS)
  for (let k = Math.max(1, Math.ceil(30 / step)); k * step < top; k++) {
    const c = Math.floor((k * step * COLUMNS) / top)
    columns[c] = Math.max(columns[c]!, power[k]!)
  }
  const loudest = columns.reduce((a, b) => Math.max(a, b), 1e-20)
  // a scale of 54 decibels: what lies lower is the room
  return { wave, top, spectrum: columns.map((p) => Math.max(0, 1 + Math.log10((p + 1e-20) / loudest) / 5.4)) }
}
function hear(samples: Float32Array, rate: number): PluckHeard {
  const read = readPluck(samples, rate)
  return { read, picture: pictureOf(samples, rate, read) }
}

/** A broken recording may hold samples that are no figures, or far beyond full scale. */
function sound(samples: Float32Array): Float32Array {
  return samples.every((x) => Math.abs(x) <= LOUDEST) ? samples : samples.map((x) => (Math.abs(x) <= LOUDEST ? x : 0))
}
const LOUDEST = 8 // times full scale

/** the ear that hears now */
let watching: Watch | undefined
let live: MessagePort | undefined
/** the made-up session that is heard */
let playing: object | undefined

export const soundWork = {
  /** Reads a recording: the surest pluck in it. */
  recording(recorded: Float32Array, rate: number): PluckHeard {
    const samples = sound(recorded)
    if (samples.length < 2.5 * rate) return hear(samples, rate)
    const ears = listener(rate)
    let best: PluckHeard | undefined
    const better = (h: PluckHeard) => !best || (h.read.heard && (!best.read.heard || h.read.confidence > best.read.confidence))
    for (let i = 0; i < samples.length; i += 1024) {
      const stretch = ears.push(samples.subarray(i, i + 1024))
      const heard = stretch && hear(stretch, rate)
      if (heard && better(heard)) best = heard
    }
    return best ?? hear(samples.subarray(0, Math.round(2.5 * rate)), rate)
  },
  strokes(samples: Float32Array, rate: number): StrokesRead {
    // the middle of a long recording: the saw runs up at its start
    const most = Math.round(4 * rate)
    const from = Math.max(0, (samples.length - most) >> 1)
    return readStrokeRate(sound(samples.slice(from, from + most)), rate)
  },
  plucked: (sound: PluckSound): Float32Array => pluckSound(sound),
  running: (sound: Parameters<typeof sawSound>[0]): Float32Array => sawSound(sound),
  /** Listens to what the microphone's port hands over until `stop`. */
  listen(port: MessagePort, rate: number, what: 'pluck' | 'strokes', tell: (told: Told) => void): void {
    soundWork.stop()
    const ears = listener(rate)
    let [since, sinceLevel] = [0, 0]
    port.onmessage = ({ data: heard }: MessageEvent<Float32Array>) => {
      const data = sound(heard)
      const stretch = ears.push(data)
      since += data.length
      sinceLevel += data.length
      if (what === 'pluck' && stretch) tell({ what: 'pluck', heard: hear(stretch, rate) })
      if (what === 'strokes' && since > rate) {
        since = 0
        const last = ears.last(2.5)
        if (last.length > 1.6 * rate) tell({ what: 'strokes', read: readStrokeRate(last, rate) })
      }
      if (sinceLevel > rate / 8) {
        sinceLevel = 0
        tell({ what: 'level', level: ears.level() })
      }
    }
    live = port
  },
  /** Hears the saw along the work until `stop`. */
  watch(port: MessagePort, options: WatchOptions, tell: (heard: Heard[]) => void): void {
    soundWork.stop()
    const ear = (watching = createWatch(options))
    port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
      const heard = ear.push(data)
      if (heard.length) tell(heard)
    }
    live = port
  },
  /** What whoever saws says the saw does now, until told otherwise: so a room is learned. */
  mark(what: HeardState | undefined): void {
    watching?.mark(what === 'unsure' ? undefined : what)
  },
  /** A whole recording at once. */
  watchRecording(samples: Float32Array, options: WatchOptions): Heard[] {
    const ear = createWatch(options)
    return [...ear.push(samples), ...ear.end()]
  },
  /** A made-up session, so many times as fast as at a saw, until it is over or stopped. */
  async watchStandIn(session: StandInSession, options: WatchOptions, pace: number, tell: (heard: Heard[]) => void): Promise<void> {
    soundWork.stop()
    const { samples } = standInSession(session)
    const ear = (watching = createWatch(options))
    const block = Math.round((options.rate * pace) / 10)
    const mine = (playing = {})
    for (let i = 0; i < samples.length && playing === mine; i += block) {
      const heard = ear.push(samples.subarray(i, i + block))
      if (heard.length) tell(heard)
      await new Promise((done) => setTimeout(done, 100))
    }
    if (playing === mine) tell(ear.end())
  },
  stop(): void {
    playing = undefined
    live?.close()
    live = watching = undefined
  },
}
export type SoundWork = typeof soundWork
