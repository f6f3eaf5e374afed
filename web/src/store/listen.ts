import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { proxy, transfer } from 'comlink'
import {
  netWidth,
  noCalibration,
  noStrokesWords,
  notHeardWords,
  pitchFromStress,
  sectionOf,
  stressDoubt,
  stressFromPitch,
  toothRate,
  type Calibration,
  type HeardValue,
  type Section,
  type StrokesRead,
} from '@green-pitch/core'
import type { PluckHeard, Told } from '../work/soundWork'
import { withHeard, withSpan } from '../data/ticket'
import { useAnswer } from './answer'
import { useJob } from './job'
import { openMicrophone, type Microphone, type NoMicrophone } from './microphone'
import { useShop } from './shop'
import { decoded, soundThread, unreadable } from './soundThread'

export type Ear = 'off' | 'asking' | 'listening' | NoMicrophone
export type Source = 'microphone' | 'recording' | 'stand-in'

/** The ear at the saw: the microphone, a recording or a stand-in, read by a worker; what is heard goes on the ticket. */
export const useListen = defineStore('listen', () => {
  const jobs = useJob()
  const answer = useAnswer()
  const shop = useShop()

  const what = ref<'pluck' | 'strokes'>('pluck')
  const ear = ref<Ear>('off')
  const level = ref(0)
  const busy = ref(false)
  /** the last pluck that was looked at, heard or not, and whence it came */
  const last = shallowRef<PluckHeard & { source: Source }>()
  const trouble = ref('')

  const thread = soundThread()
  let microphone: Microphone | undefined

  // ---- what was heard, on the ticket
  function takePluck(heard: PluckHeard, source: Source) {
    last.value = { ...heard, source }
    trouble.value = ''
    const { read } = heard
    if (!read.heard) {
      trouble.value = notHeardWords[read.why]
      return
    }
    const { blade } = answer
    const saw = answer.taut?.job.saw
    if (!saw) return
    try {
      const value = stressFromPitch(blade, read.frequency, saw.span)
      if (value > 2500) trouble.value = 'No blade bears that. Is another blade mounted, or another span set for this saw?'
      else
        jobs.edit(
          (t) =>
            withHeard(t, 'stress', {
              value: Math.max(0.1, value),
              doubt: stressDoubt(blade, read.frequency, saw.span, read.doubt),
              at: Date.now(),
              ...(source === 'stand-in' && { standIn: true }),
            }),
          'heard',
        )
    } catch {
      trouble.value = `This blade would sound ${pitchFromStress(blade, 0, saw.span).toFixed(0)} Hz with no tension at all. Is a thinner blade mounted, or the span longer than set?`
    }
  }
  function takeStrokes(read: StrokesRead, standIn = false) {
    trouble.value = read.heard ? '' : noStrokesWords[read.why]
    if (read.heard)
      jobs.edit(
        (t) => withHeard(t, 'spm', { value: Math.round(read.strokes), doubt: read.doubt, at: Date.now(), ...(standIn && { standIn }) }),
        'heard-strokes',
      )
  }
  const forget = (which: 'stress' | 'spm') => jobs.edit((t) => withHeard(t, which, undefined), 'forget')

  // ---- the microphone
  async function start() {
    stop()
    trouble.value = ''
    ear.value = 'asking'
    const found = await openMicrophone()
    if (typeof found === 'string') {
      ear.value = found
      return
    }
    microphone = found
    try {
      await thread.ask().listen(
        transfer(found.port, [found.port]),
        found.rate,
        what.value,
        proxy((told: Told) => {
          if (told.what === 'level') level.value = told.level
          else if (told.what === 'pluck') takePluck(told.heard, 'microphone')
          else takeStrokes(told.read)
        }),
      )
      found.onEnd(() => stop())
      ear.value = 'listening'
    } catch {
      stop()
      ear.value = 'failed'
    }
  }
  function stop() {
    microphone?.stop()
    if (microphone) void thread.rest()
    microphone = undefined
    level.value = 0
    ear.value = 'off'
  }
  /** Whether the blade or the strokes are listened to; a microphone that is open goes on with the other. */
  async function listenFor(which: 'pluck' | 'strokes') {
    if (what.value === which) return
    what.value = which
    trouble.value = ''
    if (ear.value === 'listening') await start()
  }

  // ---- recordings and stand-ins
  async function open(file: File) {
    stop()
    trouble.value = ''
    if (file.size > 100e6) {
      trouble.value = `${file.name} is over 100 MB. Cut out the pluck and save it as a WAV file.`
      return
    }
    busy.value = true
    try {
      const { samples, rate } = await decoded(file, 48_000)
      if (what.value === 'pluck') takePluck(await thread.ask().recording(transfer(samples, [samples.buffer]), rate), 'recording')
      else takeStrokes(await thread.ask().strokes(transfer(samples, [samples.buffer]), rate))
    } catch {
      trouble.value = unreadable(file)
    } finally {
      busy.value = false
    }
  }
  let seed = 1
  /** Plucks the stand-in blade at a stress; it is read like any other sound. */
  async function pluckStandIn(stress: number, noise: number) {
    const span = answer.taut?.job.saw.span
    if (span === undefined) return
    stop()
    busy.value = true
    const samples = await thread.ask().plucked({
      section: sectionOf(answer.blade),
      stress,
      span,
      rate: 48_000,
      seed: seed++,
      noise,
    })
    play(samples, 48_000)
    takePluck(await thread.ask().recording(samples, 48_000), 'stand-in')
    busy.value = false
  }
  async function runStandIn(spm: number) {
    stop()
    busy.value = true
    const samples = await thread.ask().running({ strokes: spm, rate: 48_000, seed: seed++, seconds: 2.5 })
    play(samples, 48_000)
    takeStrokes(await thread.ask().strokes(samples, 48_000), true)
    busy.value = false
  }

  // ---- sounding
  let out: AudioContext | undefined
  function play(samples: Float32Array, rate: number) {
    out ??= new AudioContext()
    const buffer = out.createBuffer(1, samples.length, rate)
    buffer.copyToChannel(Float32Array.from(samples), 0)
    const source = new AudioBufferSourceNode(out, { buffer })
    source.connect(new GainNode(out, { gain: 0.5 })).connect(out.destination)
    source.start()
  }
  const tone = ref(0)
  let voice: OscillatorNode | undefined
  /** Nothing sounds, and no device is held for it: the place was left. */
  function silence() {
    voice?.stop()
    voice = undefined
    tone.value = 0
    void out?.close().catch(() => undefined)
    out = undefined
  }
  /** Sounds a steady note to tune to by ear; the same again, or 0, stops it. */
  function sound(hz: number) {
    voice?.stop()
    voice = undefined
    tone.value = tone.value === hz ? 0 : hz
    if (!tone.value) return
    out ??= new AudioContext()
    voice = new OscillatorNode(out, { frequency: hz, type: 'triangle' })
    voice.connect(new GainNode(out, { gain: 0.2 })).connect(out.destination)
    voice.start()
  }

  /** A pluck kept to be held against the next, of one blade on one saw. */
  const before = shallowRef<{ heard: HeardValue; of: string }>()
  const keepBefore = (heard: HeardValue, of: string) => (before.value = { heard, of })

  // ---- the saw's own marks
  const calibration = computed((): Calibration => answer.job.saw.calibration ?? noCalibration)
  function keepSaw(id: string, patch: { calibration: Calibration } | { span: number }) {
    const saw = shop.saws.find((s) => s.id === id)
    if (!saw) return
    const row = shop.sawRows.find((r) => r.id === id)
    return shop.keepSaw({ id, rev: row?.rev ?? 0, saw: { ...saw, ...patch }, mine: row?.mine ?? true })
  }
  /** Takes a span solved from the last pluck: for the saw, and for what that pluck means. */
  function keepSpan(span: number) {
    const heard = last.value
    jobs.edit((t) => withSpan(t, answer.job.saw.id, span), 'span')
    void keepSaw(answer.job.saw.id, { span })
    if (heard) takePluck(heard, heard.source)
  }
  /** Whether what was heard last is the stand-in's, which is nobody's saw: it is written into a saw's record only where that is asked. */
  const ofStandIn = computed(() => ({ stress: !!answer.heard.stress?.standIn, spm: !!answer.heard.spm?.standIn }))
  /** Notes what was heard last at a mark of this saw. */
  function note(mark: number) {
    const heard = answer.heard.stress
    if (!heard) return
    const point = { mark, stress: heard.value, section: sectionOf(answer.blade), at: heard.at }
    const pull = (s: Section) => s.thickness * netWidth(s)
    const c = calibration.value
    // the same blade at the same mark heard anew replaces what was heard
    const same = (p: (typeof c.lever)[number]) => p.mark === mark && Math.abs(pull(p.section) - pull(point.section)) < 1e-6
    return keepSaw(answer.job.saw.id, { calibration: { ...c, lever: [...c.lever.filter((p) => !same(p)), point] } })
  }
  /** Keeps the rate of teeth at which this saw was heard to chatter. */
  function noteChatter() {
    const heard = answer.heard.spm
    if (!heard) return
    const c = calibration.value
    const rate = toothRate(answer.job, answer.blade, heard.value)
    return keepSaw(answer.job.saw.id, { calibration: { ...c, chatter: [...(c.chatter ?? []), { rate, at: heard.at }] } })
  }
  function noteDial(dial: number) {
    const heard = answer.heard.spm
    if (!heard) return
    const c = calibration.value
    return keepSaw(answer.job.saw.id, {
      calibration: { ...c, dial: [...c.dial.filter((p) => p.dial !== dial), { dial, strokes: heard.value, at: heard.at }] },
    })
  }

  return {
    what,
    ear,
    level,
    busy,
    last,
    trouble,
    tone,
    calibration,
    before,
    keepBefore,
    start,
    stop,
    listenFor,
    open,
    pluckStandIn,
    runStandIn,
    sound,
    silence,
    forget,
    note,
    ofStandIn,
    noteDial,
    noteChatter,
    keepSaw,
    keepSpan,
  }
})
