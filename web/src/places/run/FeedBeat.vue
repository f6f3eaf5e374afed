<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue'
import type { Beat } from '@green-pitch/core/pattern'
import { usePattern } from '../../store/pattern'

/** A quiet beat every 5 mm of the cut, at the feed each stretch allows; it is heard, felt, and seen on the line. */
const props = defineProps<{ ring: number; paused: boolean }>()
const emit = defineEmits<{ place: [along: number | undefined] }>()
const pattern = usePattern()
const on = ref(false)
let context: AudioContext | undefined
let timer: ReturnType<typeof setTimeout> | undefined
function tick() {
  navigator.vibrate?.(15)
  context ??= new AudioContext()
  const [tone, loud] = [context.createOscillator(), context.createGain()]
  const now = context.currentTime
  tone.frequency.value = 700
  loud.gain.setValueAtTime(0.12, now)
  loud.gain.exponentialRampToValueAtTime(0.001, now + 0.05)
  tone.connect(loud).connect(context.destination)
  tone.start(now)
  tone.stop(now + 0.06)
}
function stop() {
  clearTimeout(timer)
  timer = undefined
  emit('place', undefined)
}
let asked = 0
async function play() {
  stop()
  const mine = ++asked
  const beats = await pattern.beats(props.ring)
  // meanwhile it may have been stopped, or begun once more
  if (mine !== asked || !on.value || props.paused) return
  const began = performance.now()
  const next = (i: number) => {
    const beat: Beat | undefined = beats[i]
    if (!beat) return stop()
    timer = setTimeout(
      () => {
        tick()
        emit('place', beat.along)
        next(i + 1)
      },
      Math.max(0, 1000 * beat.s - (performance.now() - began)),
    )
  }
  next(0)
}
watch([on, () => props.ring, () => props.paused], () => (on.value && !props.paused ? void play() : stop()))
onBeforeUnmount(() => {
  stop()
  context?.close().catch(() => undefined)
})
</script>

<template>
  <button :aria-pressed="on" @click="on = !on">{{ on ? 'Feed beat on' : 'Feed beat' }}</button>
</template>
