<script setup lang="ts">
import { computed } from 'vue'
import { learningWords, skillWords, type Skill } from '@green-pitch/core'
import type { LearningCurve, Tried } from '@green-pitch/core/practice'

/** How one's straying fell with the cuts made, and which hand that is. */
const props = defineProps<{
  tried: Tried[]
  curve: LearningCurve | undefined
  hand: Record<Skill, number> | undefined
  skill: Skill
}>()
defineEmits<{ take: [skill: Skill] }>()
const W = 300
const H = 74
const SURE = 0.8 // chance from which a hand is named
const points = computed(() => {
  const inTime = [...props.tried].sort((a, b) => a.at - b.at)
  const n = Math.max(2, inTime.length)
  // a practiced hand's stray lies on the middle line; twice and half of it a quarter of the height away
  const y = (share: number) => Math.min(H - 4, Math.max(4, H / 2 - (Math.log2(Math.max(share, 1e-3)) * -H) / 4))
  const x = (i: number) => 6 + (i * (W - 12)) / (n - 1)
  return {
    dots: inTime.map((t, i) => [x(i), y(t.stray / t.against.practised)] as const),
    line: props.curve && inTime.map((_, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)} ${y(props.curve!.at(i + 1)).toFixed(1)}`).join(''),
  }
})
const likeliest = computed(() => {
  const found = props.hand && (Object.entries(props.hand) as [Skill, number][]).reduce((a, b) => (b[1] > a[1] ? b : a))
  return found && found[1] >= SURE ? found[0] : undefined
})
</script>

<template>
  <section v-if="tried.length > 1" aria-labelledby="curve-head">
    <h2 id="curve-head">{{ curve ? learningWords(curve) : `${tried.length} cuts so far` }}</h2>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Stray of ${tried.length} cuts, each against a practiced hand`">
      <line :x2="W" :y1="H / 2" :y2="H / 2" stroke="var(--rule)" stroke-dasharray="3 4" />
      <text :x="W" :y="H / 2 - 4" text-anchor="end" fill="var(--soft)" font-size="11">a practiced hand</text>
      <path v-if="points.line" :d="points.line" fill="none" stroke="var(--within)" stroke-width="2" />
      <circle v-for="([x, y], i) in points.dots" :key="i" :cx="x" :cy="y" r="3" fill="var(--ink)" />
    </svg>
    <p v-if="likeliest">
      Your cuts are those of <b>{{ skillWords[likeliest] }}</b>.
      <button v-if="likeliest !== skill" class="act" @click="$emit('take', likeliest)">Let the Bench reckon with it</button>
      <span v-else class="soft">The Bench reckons with it.</span>
    </p>
  </section>
</template>

<style scoped>
section {
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
svg {
  width: 100%;
  margin: 6px 0;
}
</style>
