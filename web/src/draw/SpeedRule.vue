<script setup lang="ts">
import { computed, ref } from 'vue'
import { useElementSize } from '@vueuse/core'
import type { SpeedBand } from '@green-pitch/core'

/** The saw's range of strokes a minute with the green band, and a needle where it runs. */
const props = defineProps<{ range: [number, number]; band: SpeedBand; spm?: number; state?: 'within' | 'near' | 'beyond' }>()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const W = computed(() => Math.max(300, width.value || 760))
const [LEFT, BASE] = [22, 62]
const ends = computed(() => {
  const all = [...props.range, ...(props.spm === undefined ? [] : [props.spm])]
  return [Math.min(...all), Math.max(...all)] as const
})
const x = (n: number) => LEFT + ((n - ends.value[0]) / (ends.value[1] - ends.value[0] || 1)) * (W.value - 2 * LEFT)
const ticks = computed(() => {
  const step = (ends.value[1] - ends.value[0]) / (W.value / 90) > 120 ? 200 : 100
  const out: { x: number; n?: number }[] = []
  for (let n = Math.ceil(ends.value[0] / 50) * 50; n <= ends.value[1]; n += 50) out.push({ x: x(n), n: n % step ? undefined : n })
  return out
})
</script>

<template>
  <div ref="box">
    <svg :viewBox="`0 0 ${W} 90`" height="90" role="img" aria-label="Strokes a minute with the green band">
      <template v-if="!band.trouble">
        <rect :x="x(band.low)" :y="BASE - 40" :width="Math.max(2, x(band.high) - x(band.low))" height="40" fill="var(--within-bg)" />
        <text :x="(x(band.low) + x(band.high)) / 2" y="15" class="green">green for this cut</text>
      </template>
      <path :d="`M${LEFT - 8} ${BASE}H${W - LEFT + 8}`" class="line" />
      <g v-for="(t, i) in ticks" :key="i">
        <path :d="`M${t.x} ${BASE}V${BASE - (t.n ? 18 : 8)}`" :class="t.n ? 'line' : 'fine'" />
        <text v-if="t.n" :x="t.x" :y="BASE + 20" class="mono">{{ t.n }}</text>
      </g>
      <path v-if="spm !== undefined" :d="`M${x(spm) - 9} ${BASE - 40}h18l-9 40z`" :fill="`var(--${state ?? 'within'})`" />
    </svg>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
text {
  text-anchor: middle;
  font: 15px var(--text);
  fill: var(--ink);
}
.mono {
  font-family: var(--mono);
}
.green {
  fill: var(--within);
  font-weight: 600;
}
.line {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.fine {
  stroke: var(--soft);
}
</style>
