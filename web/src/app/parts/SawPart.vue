<script setup lang="ts">
import { computed } from 'vue'
import {
  sawWords,
  strokesWords,
  endWords,
  lengthWords,
  onSaw,
  rankBlades,
  sawById,
  speedRange,
  wayWords,
  type Saw,
  isHandSaw,
  isJigsaw,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { withSaw } from '../../data/ticket'
import Mark from '../../ui/Mark.vue'

const jobs = useJob()
const shop = useShop()
const answer = useAnswer()
const settings = useSettings()
/** How many blades each saw would have for this job: the choice shows its consequence before it is made. */
const rows = computed(() =>
  [...shop.saws]
    .sort((a, b) => Number(shop.mine.has(b.id)) - Number(shop.mine.has(a.id)))
    .map((saw) => ({
      saw,
      mine: shop.mine.has(saw.id),
      blades:
        saw.id === jobs.job.saw.id ? answer.ranked.length : rankBlades(onSaw(answer.job, saw), { blades: shop.catalogue }).value.length,
    })),
)
function about(s: Saw): string {
  if (isHandSaw(s)) return 'pushed or pulled, chosen by the work'
  const [low, high] = speedRange(s)
  const reach = isJigsaw(s) ? `${lengthWords(s.stroke, settings.say)} stroke` : `${lengthWords(s.throat, settings.say)} deep`
  return `${strokesWords({ low, high })} strokes/min, ${reach}, ${endWords(s.ends)}`
}
const take = (saw: Saw) => jobs.edit((t) => withSaw(t, saw), 'saw')
const offers = computed(() => answer.ways.filter((w) => w.kind === 'saw'))
/** The job keeps the profile it was reckoned with; a profile edited since is offered, never slipped in. */
const newer = computed(() => {
  const now = shop.saws.find((s) => s.id === jobs.job.saw.id) ?? sawById(jobs.job.saw.id)
  // what its marks were heard to give is always the newest, and reckons nothing anew
  const plain = (s: Saw) => JSON.stringify({ ...s, calibration: undefined })
  return now && plain(now) !== plain(jobs.job.saw) ? now : undefined
})
</script>

<template>
  <p v-if="newer" class="say">
    <Mark state="near" />This saw’s profile has changed since the job was calculated.
    <button class="act" @click="take(newer)">Calculate with it</button>
  </p>
  <p v-if="offers.length" class="say">
    <Mark state="beyond" />No blade this saw holds will do.
    <button v-for="w in offers.slice(0, 3)" :key="w.saw!.id" class="act" @click="take(w.saw!)">{{ wayWords(w, settings.say).act }}</button>
  </p>
  <div class="list">
    <button v-for="r in rows" :key="r.saw.id" class="row" :aria-pressed="r.saw.id === jobs.job.saw.id" @click="take(r.saw)">
      <Mark :state="r.blades ? 'within' : 'beyond'" />
      <span>{{ sawWords(r.saw, settings.say) }}<span v-if="r.mine" class="soft"> (yours)</span></span
      ><span class="soft">{{ about(r.saw) }}</span
      ><span>{{ r.blades ? `${r.blades} blade${r.blades === 1 ? '' : 's'} will do` : 'none will do' }}</span>
    </button>
  </div>
</template>

<style scoped src="./part.css"></style>
