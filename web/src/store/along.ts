import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { proxy, transfer } from 'comlink'
import { speedRange, isJigsaw, profileOf, type Saw } from '@green-pitch/core'
import type { Heard, HeardState, WatchOptions } from '@green-pitch/core/sound'
import { openMicrophone, type Microphone, type NoMicrophone } from './microphone'
import { decoded, soundThread, unreadable } from './soundThread'

export type Along = 'off' | 'asking' | 'listening' | NoMicrophone
export type AlongFrom = 'microphone' | 'recording' | 'stand-in'
export type Opening = Extract<Heard, { what: 'opening' }>

/** Whether strokes are counted one by one, or a motor makes them. */
export const watchedAs = (saw: Saw): WatchOptions['saw'] => (profileOf(saw).motor ? (isJigsaw(saw) ? 'jigsaw' : 'scroll') : 'hand')
/** Hands are slower and faster than a saw's record says. */
const HANDS = [35, 160] as const
const STAND_IN_RATE = 16_000
const TEACH = 5 // s of each

/**
 * An ear beside the work: live what the saw does, and each opening as it is over. Nothing is recorded, nothing leaves the device.
 * @param saw the saw in hand
 * @param told called for each opening
 */
export function useAlong(saw: () => Saw, told: (opening: Opening, from: AlongFrom) => void) {
  const along = ref<Along>('off')
  const from = ref<AlongFrom>('microphone')
  const state = ref<HeardState>('off')
  const strokes = ref<number>()
  /** s of sawing since the last opening was told, and strokes counted by hand */
  const sawn = ref(0)
  const counted = ref(0)
  /** a break that may have been heard: asked about, never taken for one */
  const asksBreak = ref(false)
  const note = ref('')
  const last = shallowRef<Opening>()
  let since: number | undefined

  const thread = soundThread()
  let microphone: Microphone | undefined
  /** sawing goes on between what is told: the figure moves with the clock */
  useIntervalFn(() => {
    if (state.value === 'sawing' && since !== undefined) {
      const now = performance.now()
      sawn.value += ((now - since) / 1000) * pace
      since = now
    }
  }, 500)
  let pace = 1
  function take(heard: readonly Heard[]) {
    for (const h of heard)
      switch (h.what) {
        case 'state':
          state.value = h.state
          since = h.state === 'sawing' ? performance.now() : undefined
          break
        case 'strokes':
          strokes.value = h.strokes
          break
        case 'stroke':
          counted.value++
          break
        case 'break':
          asksBreak.value = true
          break
        case 'opening':
          last.value = h
          sawn.value = counted.value = 0
          told(h, from.value)
          break
        case 'slack':
          break
      }
  }
  const options = (rate: number): WatchOptions => {
    const kind = watchedAs(saw())
    return { saw: kind, strokes: kind === 'hand' ? HANDS : speedRange(saw()), rate }
  }
  function begin(what: AlongFrom) {
    stop()
    from.value = what
    note.value = ''
    state.value = 'off'
    strokes.value = undefined
    sawn.value = counted.value = 0
    pace = what === 'stand-in' ? STAND_IN_PACE : 1
  }
  /** what is being learned: five seconds of it, said by whoever saws */
  const teaching = ref<'idle' | 'sawing'>()
  const seconds = ref(0)
  const { pause: taught, resume: teach } = useIntervalFn(
    () => {
      if (--seconds.value > 0) return
      if (teaching.value === 'idle') return learnFrom('sawing')
      teaching.value = undefined
      taught()
      void thread.ask().mark(undefined)
      note.value = 'Learned. If it still cannot hear the cut, lay the device nearer to the saw, away from the vacuum.'
    },
    1000,
    { immediate: false },
  )
  function learnFrom(what: 'idle' | 'sawing' = 'idle') {
    teaching.value = what
    seconds.value = TEACH
    note.value = ''
    void thread.ask().mark(what)
    teach()
  }
  async function listen() {
    begin('microphone')
    along.value = 'asking'
    const found = await openMicrophone()
    if (typeof found === 'string') return void (along.value = found)
    microphone = found
    if (found.bent.length) note.value = 'This device works on the sound though it was asked not to: it may hear worse.'
    found.onEnd(() => {
      stop()
      note.value = 'The microphone was taken away. Press Done after each opening, or listen along again.'
    })
    found.onMute((muted) => (note.value = muted ? 'The microphone is muted: nothing is heard.' : ''))
    await thread.ask().watch(transfer(found.port, [found.port]), options(found.rate), proxy(take))
    along.value = 'listening'
  }
  /** A made-up session, several times as fast as at a saw. */
  async function standIn() {
    begin('stand-in')
    along.value = 'listening'
    const { saw: kind, strokes: range } = options(STAND_IN_RATE)
    const at = kind === 'hand' ? 70 : Math.round(0.6 * range[0] + 0.4 * range[1])
    await thread
      .ask()
      .watchStandIn({ saw: kind, strokes: at, rate: STAND_IN_RATE, seed: 1 }, options(STAND_IN_RATE), STAND_IN_PACE, proxy(take))
    if (from.value === 'stand-in') stop()
  }
  async function recording(file: File) {
    begin('recording')
    if (file.size > 200e6) return void (note.value = `${file.name} is over 200 MB. Save it in parts.`)
    along.value = 'listening'
    try {
      const { samples, rate } = await decoded(file, 16_000)
      take(await thread.ask().watchRecording(transfer(samples, [samples.buffer]), options(rate)))
    } catch {
      note.value = unreadable(file)
    }
    stop()
  }
  function stop() {
    taught()
    teaching.value = undefined
    if (along.value === 'listening') void thread.rest()
    microphone?.stop()
    microphone = undefined
    along.value = 'off'
    state.value = 'off'
    since = undefined
  }
  let hidden: number | undefined
  useEventListener(document, 'visibilitychange', () => {
    if (along.value !== 'listening' || from.value !== 'microphone') return
    if (document.hidden) hidden = performance.now()
    else if (hidden !== undefined) {
      const seconds = Math.round((performance.now() - hidden) / 1000)
      hidden = undefined
      if (seconds > 2) note.value = `The page was hidden for ${seconds} s: what was sawn then may not have been heard.`
    }
  })
  onScopeDispose(() => {
    stop()
    thread.end()
  })
  return {
    along,
    from,
    state,
    strokes,
    sawn,
    counted,
    asksBreak,
    note,
    last,
    byHand: computed(() => watchedAs(saw()) === 'hand'),
    listen,
    standIn,
    recording,
    stop,
    teaching,
    seconds,
    learnFrom,
  }
}
const STAND_IN_PACE = 6
