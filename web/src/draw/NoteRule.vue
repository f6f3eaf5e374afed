<script setup lang="ts">
import { computed, ref } from 'vue'
import { useElementSize } from '@vueuse/core'
import { noteOf, stressFromPitch, type GreenBand, type Section } from '@green-pitch/core'

/** A rule of notes, evenly stepped, with the green band and a needle where the blade sounds. */
const props = defineProps<{ band: GreenBand; section: Section; span: number; pitch?: number; ok: boolean }>()
// drawn at the width it has, so that its figures stay readable on a phone
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const W = computed(() => Math.max(300, width.value || 760))
const LEFT = 14
const BASE = 78
const semitone = (hz: number) => 12 * Math.log2(hz / 440) + 69
const ends = computed(() => {
  const { low, high } = props.band.value
  const green = props.band.empty ? [high.pitch] : [low.pitch, high.pitch]
  // never so far out that the band itself shrinks away
  const marks = [...green.map(semitone), ...(props.pitch ? [semitone(props.pitch)] : [])]
  const [a, b] = [Math.min(...marks), Math.max(...marks)]
  const room = Math.max(2.6, 7 - (b - a) / 2)
  return [Math.max(a - room, semitone(green[0]!) - 19), Math.min(b + room, semitone(green.at(-1)!) + 19)] as const
})
const x = (hz: number) => LEFT + ((semitone(hz) - ends.value[0]) / (ends.value[1] - ends.value[0])) * (W.value - 2 * LEFT)
const needle = computed(() => (props.pitch ? Math.max(LEFT, Math.min(W.value - LEFT, x(props.pitch))) : undefined))
const outside = computed(() => props.pitch !== undefined && Math.abs(x(props.pitch) - needle.value!) > 1)
const stress = (hz: number) => {
  try {
    return Math.round(stressFromPitch(props.section, hz, props.span))
  } catch {
    return undefined
  }
}
const ticks = computed(() => {
  const out: { x: number; tall: number; name?: string; stress?: number }[] = []
  const wide = ends.value[1] - ends.value[0]
  const px = W.value / wide // per semitone
  const fine = px > 40 ? 0.2 : 1
  for (let s = Math.ceil(ends.value[0] / fine) * fine; s <= ends.value[1]; s += fine) {
    const hz = 440 * 2 ** ((s - 69) / 12)
    const whole = Math.abs(s - Math.round(s)) < 1e-6
    const { name } = noteOf(hz)
    const natural = whole && !name.includes('♯')
    const named = natural && (px > 40 || (px > 22 ? /^[CEGA]/ : /^[CG]/).test(name))
    out.push({ x: x(hz), tall: named ? 26 : whole ? 16 : 7, name: named ? name : undefined, stress: named ? stress(hz) : undefined })
  }
  return out
})
const green = computed(() => {
  const { low, high } = props.band.value
  const [a, b] = [Math.max(LEFT, x(low.pitch)), Math.min(W.value - LEFT, x(high.pitch))]
  return props.band.empty || b <= a ? undefined : { a, b }
})
</script>

<template>
  <div ref="box">
    <svg
      :viewBox="`0 0 ${W} 118`"
      :height="118"
      class="rule"
      role="img"
      :aria-label="green ? 'Rule of notes with the green band' : 'Rule of notes; no stress suits'"
    >
      <template v-if="green">
        <rect :x="green.a" :y="BASE - 52" :width="green.b - green.a" height="52" fill="var(--within-bg)" />
        <text :x="(green.a + green.b) / 2" y="18" class="mid within">green for this stock</text>
        <text v-if="green.a > 200" :x="(LEFT + green.a) / 2" y="18" class="mid soft">slack: bows and wanders</text>
        <text v-if="W - green.b > 130" :x="(W - LEFT + green.b) / 2" y="18" class="mid soft">
          {{ band.limit === 'strength' ? 'tight: snaps' : band.limit === 'grip' ? 'tight: slips out' : 'beyond this saw' }}
        </text>
      </template>
      <path :d="`M${LEFT - 8} ${BASE}H${W - LEFT + 8}`" class="line" />
      <g v-for="(t, i) in ticks" :key="i">
        <path :d="`M${t.x} ${BASE}V${BASE - t.tall}`" :class="t.name ? 'line' : 'fine'" />
        <text v-if="t.name" :x="t.x" :y="BASE + 18" class="mid name">{{ t.name }}</text>
        <text v-if="t.stress" :x="t.x" :y="BASE + 36" class="mid soft mono">{{ t.stress }}</text>
      </g>
      <path
        v-if="needle !== undefined"
        :d="
          outside
            ? `M${needle} ${BASE - 30}l${x(pitch!) < needle ? -10 : 10} 9-${x(pitch!) < needle ? -10 : 10} 9z`
            : `M${needle - 9} ${BASE - 50}h18L${needle} ${BASE}z`
        "
        :fill="ok ? 'var(--within)' : 'var(--beyond)'"
      />
    </svg>
  </div>
</template>

<style scoped>
.rule {
  width: 100%;
  display: block;
}
text {
  font: 15px var(--text);
  fill: var(--ink);
}
.mid {
  text-anchor: middle;
}
.soft {
  fill: var(--soft);
}
.within {
  fill: var(--within);
  font-weight: 600;
}
.name {
  font: 600 16px var(--mono);
}
.mono {
  font-family: var(--mono);
}
.line {
  stroke: var(--ink);
  stroke-width: 1.5;
  fill: none;
}
.fine {
  stroke: var(--soft);
  stroke-width: 1;
}
</style>
