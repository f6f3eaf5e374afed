<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { lengthWords, openingWords, planNames } from '@green-pitch/core'
import { openingPlans, openingWay, plainOpening, type OpeningPlan } from '@green-pitch/core/joint'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useRun } from '../../store/run'
import { useSettings } from '../../store/settings'
import OpeningView from '../../draw/OpeningView.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Mark from '../../ui/Mark.vue'
import Themed from '../../ui/Themed.vue'

/** An opening in a panel by jigsaw: where its holes go, by each school, with this blade and these drills. */
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const run = useRun()
const router = useRouter()
const size = computed(() => answer.job.cut.opening ?? plainOpening)
const corner = computed(() => answer.job.cut.radius ?? 0)
const ways = computed(() =>
  openingPlans.map((plan) => openingWay({ ...size.value, corner: corner.value }, answer.blade, plan, settings.value.drills)),
)
/** A plunge stands on the ticket, since set-up, blade and cautions follow it; where holes go is the drawing’s alone. */
const drilled = ref<OpeningPlan>('corners')
const shown = computed(() => (answer.job.cut.plunge ? 'tip-in' : drilled.value))
function show(plan: OpeningPlan) {
  if (plan !== 'tip-in') drilled.value = plan
  jobs.editCut({ plunge: plan === 'tip-in' || undefined }, 'plunge')
}
const way = computed(() => ways.value.find((w) => w.plan === shown.value)!)
const saw = async () => (await run.beginSteps({ of: 'panel', plan: shown.value })) && router.push('/run')
const put = (patch: Partial<{ width: number; height: number }>) => jobs.editCut({ opening: { ...size.value, ...patch } }, 'opening')
</script>

<template>
  <section aria-labelledby="opening-head">
    <h2 id="opening-head">
      {{ planNames[shown] }}: an opening of {{ lengthWords(size.width, settings.say) }} × {{ lengthWords(size.height, settings.say) }}
    </h2>
    <div class="two">
      <OpeningView :opening="{ ...size, corner }" :way="way" />
      <div>
        <Themed>
          <div class="fields">
            <LengthInput label="Wide" :model-value="size.width" @update:model-value="(v) => v && put({ width: v })" />
            <LengthInput label="High" :model-value="size.height" @update:model-value="(v) => v && put({ height: v })" />
          </div>
        </Themed>
        <ul>
          <li v-for="w in ways" :key="w.plan">
            <button class="act plain pick" :aria-pressed="w.plan === shown" @click="show(w.plan)">
              <Mark :state="w.stop ? 'beyond' : w.plan === 'tip-in' ? 'near' : 'within'" /><b>{{ planNames[w.plan] }}.</b>
            </button>
            <span>{{ openingWords(w, settings.say) }}</span>
          </li>
        </ul>
        <p v-if="!way.stop">
          <button class="act" @click="saw">Saw it, {{ way.cuts.length }} cuts</button>
        </p>
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
