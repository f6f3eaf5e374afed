<script setup lang="ts">
import { computed } from 'vue'
import { chartSheet, pointsToMm, type ChartIn } from './chartSheet'
import { path } from './teeth'

/** The wall chart as it will be printed, to the scale of the window. */
const props = defineProps<{ chart: ChartIn }>()
const brush = document.createElement('canvas').getContext('2d')!
const FACE = "'Atkinson Hyperlegible Next Variable'"
/** Widths at a size of 100 px, so that fine sizes are no rougher. */
const measure = (text: string, pt: number, bold: boolean) => {
  brush.font = `${bold ? 700 : 400} 100px ${FACE}`
  return (brush.measureText(text).width / 100) * pointsToMm(pt)
}
const sheet = computed(() => chartSheet(props.chart, measure))
</script>

<template>
  <svg class="page" :viewBox="`0 0 ${sheet.width} ${sheet.height}`" role="img" :aria-label="`${chart.title}, ${chart.rows.length} rows`">
    <template v-for="(m, i) in sheet.marks" :key="i">
      <text
        v-if="'text' in m"
        :x="m.x"
        :y="m.y"
        :font-size="pointsToMm(m.pt)"
        :font-weight="m.bold ? 700 : 400"
        :text-anchor="m.right ? 'end' : 'start'"
        :class="{ quiet: m.soft }"
      >
        {{ m.text }}
      </text>
      <line v-else-if="'line' in m" :x1="m.line[0]" :y1="m.line[1]" :x2="m.line[2]" :y2="m.line[3]" :stroke-width="m.width" />
      <path v-else :d="path(m.shape)" />
    </template>
  </svg>
</template>

<style scoped>
/* paper is white and ink dark, whatever the lamp */
.page {
  display: block;
  width: 100%;
  background: #fff;
  border: 1px solid var(--rule);
  font-family: var(--text);
}
text,
path {
  fill: #26302c;
}
.quiet {
  fill: #565f59;
}
line {
  stroke: #26302c;
}
</style>
