<script setup lang="ts">
import { computed } from 'vue'
import { decimal } from '@green-pitch/core'

/** Marks of a saw against what was heard at them, with the fit and the green band. */
const props = defineProps<{
  points: readonly { x: number; y: number; now?: boolean; old?: boolean }[]
  /** the fit along the marks */
  line: readonly { x: number; y: number }[]
  green?: { low: number; high: number }
  unit: string
  label: string
}>()
const [W, H, L, B] = [310, 236, 46, 206]
const range = (values: number[]) => {
  const [a, b] = [Math.min(...values), Math.max(...values)]
  const room = 0.12 * (b - a) || Math.abs(a) * 0.2 || 1
  return [a - room, b + room] as const
}
const xs = computed(() => range([...props.points.map((p) => p.x), ...props.line.map((p) => p.x)]))
const ys = computed(() => {
  const [a, b] = range([...props.points.map((p) => p.y), ...props.line.map((p) => p.y)])
  const g = props.green
  return [Math.max(0, g ? Math.min(a, g.low - 20) : a), g ? Math.max(b, Math.min(g.high + 20, b + (b - a))) : b] as const
})
const X = (v: number) => L + ((v - xs.value[0]) / (xs.value[1] - xs.value[0])) * (W - L - 8)
const Y = (v: number) => B - ((v - ys.value[0]) / (ys.value[1] - ys.value[0])) * (B - 10)
const steps = (low: number, high: number, most: number) => {
  const raw = (high - low) / most
  const ten = 10 ** Math.floor(Math.log10(raw))
  const step = [1, 2, 5, 10].map((k) => k * ten).find((s) => s >= raw)!
  return Array.from({ length: Math.floor((high - low) / step) + 1 }, (_, i) => Math.ceil(low / step) * step + i * step).filter(
    (v) => v <= high,
  )
}
const band = computed(() => {
  const g = props.green
  if (!g) return undefined
  const [top, bottom] = [Math.max(10, Y(g.high)), Math.min(B, Y(g.low))]
  return bottom > top ? { top, height: bottom - top } : undefined
})
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="label">
    <rect v-if="band" :x="L" :y="band.top" :width="W - L - 8" :height="band.height" fill="var(--within-bg)" />
    <path :d="`M${L} 10V${B}H${W - 8}`" class="axis" />
    <text v-for="v in steps(ys[0], ys[1], 5)" :key="`y${v}`" :x="L - 8" :y="Y(v) + 5" text-anchor="end">{{ decimal(v, 0) }}</text>
    <text v-for="v in steps(xs[0], xs[1], 6)" :key="`x${v}`" :x="X(v)" :y="B + 22" text-anchor="middle">{{ decimal(v, 1) }}</text>
    <path v-if="line.length > 1" :d="'M' + line.map((p) => `${X(p.x).toFixed(1)} ${Y(p.y).toFixed(1)}`).join('L')" class="fit" />
    <circle
      v-for="(p, i) in points"
      :key="i"
      :cx="X(p.x)"
      :cy="Y(p.y)"
      :r="p.now ? 7 : 4.5"
      :fill="p.old ? 'var(--paper)' : p.now ? 'var(--within)' : 'var(--ink)'"
      :stroke="p.old ? 'var(--soft)' : 'none'"
      stroke-width="1.5"
    />
    <text :x="L + 6" y="22" class="unit">{{ unit }}</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 420px;
  display: block;
}
text {
  font: 14.5px var(--mono);
  fill: var(--ink);
}
.unit {
  fill: var(--soft);
}
.axis {
  fill: none;
  stroke: var(--ink);
}
.fit {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
