<script setup lang="ts">
import { computed } from 'vue'
import { bladeWords, drillSaid, mountingWords, spanWords, transferWords, hasMotor } from '@green-pitch/core'
import type { Reckoning } from '@green-pitch/core/pattern'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useRun } from '../../store/run'
import { useSettings } from '../../store/settings'
import { figure } from '../../ui/figure'
import Mark from '../../ui/Mark.vue'

/** What is done before the first cut. */
defineProps<{ found: Reckoning }>()
const pattern = usePattern()
const run = useRun()
const jobs = useJob()
const answer = useAnswer()
const settings = useSettings()
const say = computed(() => settings.say)
</script>

<template>
  <div class="body">
    <h1>
      {{ jobs.name }}: {{ run.order.length }} cuts, about
      <span v-bind="figure('at-saw', answer.bill.atSaw.median)">{{ spanWords(answer.bill.atSaw).mid }}</span> at the saw
    </h1>
    <ol class="before">
      <li v-if="pattern.record"><b>Pattern on the stock.</b> {{ transferWords[pattern.record.transfer].how }}</li>
      <li v-if="answer.bill.holes">
        <b
          >Drill holes, <span v-bind="figure('drill', answer.bill.drill?.mm)">{{ drillSaid(answer.bill, say) }}</span></b
        >, with a backer under it.
      </li>
      <li>
        <b>{{ hasMotor(jobs.job.saw) ? 'Unplug, mount' : 'Mount' }} {{ bladeWords(answer.blade, say) }}.</b>
        {{ mountingWords(jobs.job.saw).join('. ') }}.
      </li>
      <li>Eyes, lungs and ears covered; the machine’s manual and local rules hold.</li>
    </ol>
    <p v-if="found.troubles.some((t) => t.state === 'beyond')" class="beyond">
      <Mark state="beyond" />Something stands beyond a limit. <RouterLink to="/pattern">Look at it first</RouterLink>.
    </p>
  </div>
</template>
