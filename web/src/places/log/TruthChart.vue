<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { heldIntervals } from '@green-pitch/core'
import type { LogRecord } from '../../data/records'
import { chartStyle, css } from './chart'
import { useSettings } from '../../store/settings'

const VChart = defineAsyncComponent(() => import('./library'))
/** Minutes as they were expected against minutes as they were; both in steps of doubling, so that twice and half look alike. */
const props = defineProps<{ entries: LogRecord[] }>()
const settings = useSettings()
const told = computed(() => heldIntervals(props.entries))
const held = computed(() => told.value.filter((t) => t.held).length)
/** The newest: thousands of points are one dark cloud, and a second of drawing. */
const NEWEST = 300
const drawn = computed(() => told.value.slice(-NEWEST))
const option = computed(() => {
  void settings.lamp // colours are read anew when the lamp is lit
  const { text, base, tooltip, splitLine } = chartStyle()
  const all = drawn.value.flatMap((t) => [t.expected, t.took])
  const [min, max] = [2 ** Math.floor(Math.log2(Math.min(...all))), 2 ** Math.ceil(Math.log2(Math.max(...all)))]
  const axis = {
    type: 'log',
    logBase: 2,
    min,
    max,
    axisLabel: text,
    nameTextStyle: text,
    splitLine,
  }
  const points = (which: boolean) => drawn.value.filter((t) => t.held === which).map((t) => [t.expected, t.took])
  return {
    ...base,
    grid: { left: 8, right: 76, top: 54, bottom: 8, containLabel: true },
    tooltip: {
      ...tooltip,
      formatter: ({ value }: { value: [number, number] }) => `expected ${Math.round(value[0])} min, took ${Math.round(value[1])}`,
    },
    xAxis: { ...axis, name: 'expected' },
    yAxis: { ...axis, name: 'took, min' },
    series: [
      {
        name: 'as expected',
        type: 'line',
        symbol: 'none',
        lineStyle: { color: css('--soft'), type: 'dashed', width: 1 },
        itemStyle: { color: css('--soft') },
        data: [
          [min, min],
          [max, max],
        ],
      },
      { name: 'interval held', type: 'scatter', symbol: 'circle', symbolSize: 9, itemStyle: { color: css('--ink') }, data: points(true) },
      { name: 'did not', type: 'scatter', symbol: 'triangle', symbolSize: 11, itemStyle: { color: css('--near') }, data: points(false) },
    ],
  }
})
</script>

<template>
  <section v-if="told.length" aria-labelledby="truth-head">
    <h2 id="truth-head">{{ held }} of {{ told.length }} took as long as was to be expected</h2>
    <p class="soft">
      Eight in ten should lie within the interval they were given.{{
        drawn.length < told.length ? ` The newest ${drawn.length} are drawn.` : ''
      }}
    </p>
    <div style="height: 260px"><VChart :option="option" autoresize /></div>
    <div class="sr">
      <table>
        <caption>
          Minutes expected and taken
        </caption>
        <tbody>
          <tr v-for="t in drawn" :key="t.id">
            <td>
              expected {{ Math.round(t.expected) }} ({{ Math.round(t.low) }} to {{ Math.round(t.high) }}), took
              {{ Math.round(t.took) }} minutes
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
