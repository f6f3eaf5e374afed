<script setup lang="ts">
import { computed, watch } from 'vue'
import { twofoldWords } from '@green-pitch/core'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'
import Mark from '../../ui/Mark.vue'

/** Strokes drawn by both their edges are told, with their middle to saw instead by one press. */
const pattern = usePattern()
const settings = useSettings()
/** as large as the pattern is now */
const found = computed(() => pattern.twofold && { ...pattern.twofold, width: pattern.twofold.width * pattern.record!.stretch })
// once the piece itself is reckoned: this may wait
watch(
  () => pattern.reckoned,
  (done) => done && void pattern.seekTwofold(),
  { immediate: true },
)
</script>

<template>
  <p v-if="found" class="twofold">
    <Mark state="near" />{{ twofoldWords(found, settings.say) }}
    <button class="act" @click="pattern.takeMiddles()">Saw the middle</button>
  </p>
</template>

<style scoped>
.twofold {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 6px;
  justify-items: start;
  margin: 10px 0;
}
.act {
  grid-column: 2;
}
</style>
