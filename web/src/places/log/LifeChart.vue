<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { bladeById, bladeWords, materialById, type Life } from '@green-pitch/core'
import { chartStyle, css } from './chart'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'

const VChart = defineAsyncComponent(() => import('./library'))
const props = defineProps<{ lives: Life[] }>()
const settings = useSettings()
const shop = useShop()
const MOST = 10
const rows = computed(() => props.lives.slice(0, MOST).reverse())
const name = (l: Life) => {
  const material = materialById(l.stock)?.name ?? shop.materials.find((m) => m.id === l.stock)?.name ?? l.stock
  const blade = bladeById(l.blade)
  return `${blade ? bladeWords(blade, settings.say) : l.blade}, ${material.toLowerCase()}`
}
const option = computed(() => {
  void settings.lamp // colours are read anew when the lamp is lit
  const { text, base, tooltip, splitLine } = chartStyle()
  return {
    ...base,
    grid: { left: 8, right: 40, top: 30, bottom: 4, containLabel: true },
    tooltip: {
      ...tooltip,
      trigger: 'axis',
      axisPointer: { type: 'shadow' },
      valueFormatter: (v: unknown) => `${Math.round(Number(v))} min`,
    },
    xAxis: { type: 'value', name: 'min', nameTextStyle: text, axisLabel: { ...text, hideOverlap: true }, splitLine },
    yAxis: {
      type: 'category',
      data: rows.value.map(name),
      axisLabel: text,
      axisTick: { show: false },
      axisLine: { lineStyle: { color: css('--ink') } },
    },
    series: [
      {
        name: 'minutes sawn',
        type: 'bar',
        barWidth: 9,
        itemStyle: { color: css('--steel') },
        data: rows.value.map((l) => Math.round(l.minutes)),
      },
      {
        name: 'life of a blade',
        type: 'scatter',
        symbol: 'diamond',
        symbolSize: 13,
        itemStyle: { color: css('--ink') },
        data: rows.value.map((l) => Math.round(l.life.mean)),
      },
    ],
  }
})
</script>

<template>
  <section aria-labelledby="life-head">
    <h2 id="life-head">Use and life by blade and stock</h2>
    <div :style="{ height: `${46 + rows.length * 26}px` }"><VChart :option="option" autoresize /></div>
    <div class="sr">
      <table>
        <caption>
          Use and life by blade and stock
        </caption>
        <tbody>
          <tr v-for="l in lives" :key="l.blade + l.stock">
            <th scope="row">{{ name(l) }}</th>
            <td>
              {{ Math.round(l.minutes) }} minutes, {{ l.spent }} spent, a blade lasts about {{ Math.round(l.life.mean) }} ({{
                Math.round(l.life.low)
              }}
              to {{ Math.round(l.life.high) }}) minutes
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
