<script setup lang="ts">
import { computed, ref } from 'vue'
import { setterOf, standInStress, standInStrokes } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useListen } from '../../store/listen'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'

/** A saw that is not there: its lever, its dial and its noise, to learn the ear by. */
const mark = defineModel<number>('mark', { required: true })
const dial = defineModel<number>('dial', { required: true })
const answer = useAnswer()
const listen = useListen()
const noise = ref<'0.05' | '0.5' | '4'>('0.05')
const setter = computed(() => ({ lever: 'Its lever at', screw: 'Turns of its screw', flex: 'Flexed by, mm' })[setterOf(answer.job.saw)])
const pluck = () => answer.taut && listen.pluckStandIn(standInStress(answer.taut.job.saw, answer.blade, mark.value), Number(noise.value))
const run = () => listen.runStandIn(standInStrokes(answer.job.saw, dial.value))
</script>

<template>
  <section class="stand" aria-label="Stand-in saw">
    <p><b>Stand-in, not your saw.</b> <span class="soft">A calculated blade that is read like any other sound.</span></p>
    <form class="row" @submit.prevent="listen.what === 'pluck' ? pluck() : run()">
      <template v-if="listen.what === 'pluck'">
        <Count
          :label="setter"
          :model-value="mark"
          :min="0"
          :max="8"
          :step="0.5"
          @update:model-value="(v) => v !== undefined && (mark = v)"
        />
        <Choice
          v-model="noise"
          label="The room"
          :options="[
            { value: '0.05', label: 'Quiet' },
            { value: '0.5', label: 'Noisy' },
            { value: '4', label: 'Din' },
          ]"
        />
        <button class="act" :disabled="listen.busy">Pluck it</button>
      </template>
      <template v-else>
        <Count
          label="Its dial at"
          :model-value="dial"
          :min="0"
          :max="10"
          :step="0.5"
          @update:model-value="(v) => v !== undefined && (dial = v)"
        />
        <button class="act" :disabled="listen.busy">Run it</button>
      </template>
    </form>
  </section>
</template>

<style scoped>
.stand {
  border: 1px dashed var(--rule);
  border-radius: 3px;
  padding: 10px 14px;
  margin-top: 12px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 16px;
  align-items: end;
  margin-top: 6px;
}
.row :deep(.ant-input-number) {
  width: 110px;
}
</style>
