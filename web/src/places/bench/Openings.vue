<script setup lang="ts">
import { computed, ref } from 'vue'
import { lengthWords, openingWords, planNames } from '@green-pitch/core'
import { openingPlans, openingWay, type OpeningPlan } from '@green-pitch/core/joint'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import LengthInput from '../../ui/LengthInput.vue'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'

/** An opening in a panel by jigsaw: where its holes go, by each school, with this blade and these drills. */
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const size = computed(() => answer.job.cut.opening ?? { width: 300, height: 200 })
const corner = computed(() => answer.job.cut.radius ?? 0)
const ways = computed(() =>
  openingPlans.map((plan) => openingWay({ ...size.value, corner: corner.value }, answer.blade, plan, settings.value.drills)),
)
const shown = ref<OpeningPlan>('corners')
const way = computed(() => ways.value.find((w) => w.plan === shown.value)!)
const k = computed(() => Math.min(250 / size.value.width, 150 / size.value.height))
const put = (patch: Partial<{ width: number; height: number }>) => jobs.editCut({ opening: { ...size.value, ...patch } }, 'opening')
</script>

<template>
  <section aria-labelledby="opening-head">
    <h2 id="opening-head">
      {{ planNames[shown] }}: an opening of {{ lengthWords(size.width, settings.say) }} × {{ lengthWords(size.height, settings.say) }}
    </h2>
    <div class="two">
      <svg :viewBox="`-14 -14 ${size.width * k + 28} ${size.height * k + 28}`" role="img" aria-label="Holes and cuts">
        <rect
          :width="size.width * k"
          :height="size.height * k"
          :rx="corner * k"
          fill="var(--stock)"
          stroke="var(--stock-line)"
          stroke-dasharray="4 3"
        />
        <path
          v-for="(c, i) in way.cuts"
          :key="i"
          :d="`M${c.from[0] * k} ${c.from[1] * k}L${c.to[0] * k} ${c.to[1] * k}`"
          stroke="var(--ink)"
          stroke-width="2"
        />
        <circle
          v-for="(h, i) in way.holes"
          :key="i"
          :cx="h.x * k"
          :cy="h.y * k"
          :r="Math.max(2.5, (h.d / 2) * k)"
          fill="var(--paper)"
          stroke="var(--ink)"
          stroke-width="1.5"
        />
      </svg>
      <div>
        <Themed>
          <div class="fields">
            <LengthInput label="Wide" :model-value="size.width" @update:model-value="(v) => v && put({ width: v })" />
            <LengthInput label="High" :model-value="size.height" @update:model-value="(v) => v && put({ height: v })" />
          </div>
        </Themed>
        <ul>
          <li v-for="w in ways" :key="w.plan">
            <button class="act plain pick" :aria-pressed="w.plan === shown" @click="shown = w.plan">
              <Mark :state="w.stop ? 'beyond' : w.plan === 'tip-in' ? 'near' : 'within'" /><b>{{ planNames[w.plan] }}.</b>
            </button>
            <span>{{ openingWords(w, settings.say) }}</span>
          </li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
section {
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
.two {
  display: grid;
  grid-template-columns: 290px minmax(0, 1fr);
  gap: 20px;
}
svg {
  width: 100%;
}
.fields {
  display: grid;
  grid-template-columns: 130px 130px;
  gap: 12px;
}
li {
  padding: 5px 0;
  border-bottom: 1px solid var(--faint);
}
.pick {
  text-align: left;
  padding-left: 0;
}
.pick[aria-pressed='true'] {
  text-decoration: underline;
  text-underline-offset: 4px;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
