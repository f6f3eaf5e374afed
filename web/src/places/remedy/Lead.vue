<script setup lang="ts">
import { computed, ref } from 'vue'
import { leadOf, leadWords, lengthWords, toRadians } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import Choice from '../../ui/Choice.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Themed from '../../ui/Themed.vue'

/** How far the packet in hand leads to one side, measured once and kept with it. */
const answer = useAnswer()
const shop = useShop()
const { say } = useSettings()
/** Freehand line it is measured over, mm. */
const OVER = say.unit === 'mm' ? 100 : 101.6
const kept = computed(() => shop.leadOf(answer.blade.id))
const side = ref<'left' | 'right'>((kept.value ?? 1) < 0 ? 'left' : 'right')
const off = ref<number | undefined>(
  kept.value === undefined ? undefined : Math.round(10 * OVER * Math.abs(Math.tan(toRadians(kept.value)))) / 10,
)
function keep() {
  const lead = off.value === undefined ? undefined : leadOf(side.value === 'right' ? off.value : -off.value, OVER)
  void shop.keepLead(answer.blade, lead)
}
</script>

<template>
  <Themed>
    <div class="lead">
      <LengthInput
        :label="`Off the line after ${lengthWords(OVER, say)}`"
        :model-value="off"
        none="not measured"
        @update:model-value="(mm) => ((off = mm), keep())"
      />
      <Choice
        label="To the"
        :model-value="side"
        :options="[
          { value: 'left', label: 'Left' },
          { value: 'right', label: 'Right' },
        ]"
        @update:model-value="(v) => ((side = v), keep())"
      />
      <p v-if="leadWords(kept)" class="soft" role="status">
        {{ leadWords(kept) }} It is kept with the packet, and told on the Bench and in Run.
      </p>
    </div>
  </Themed>
</template>

<style scoped>
.lead {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: end;
  margin: 10px 0;
}
p {
  flex-basis: 100%;
  max-width: 60ch;
}
</style>
