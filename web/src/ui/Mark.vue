<script setup lang="ts">
/** The three states, each with a glyph and a word besides its colour. */
defineProps<{ state: 'within' | 'near' | 'beyond'; quiet?: boolean }>()
const glyph = { within: '●', near: '▲', beyond: '■' }
const word = { within: 'within', near: 'near a limit', beyond: 'beyond a limit' }
</script>

<template>
  <span class="mark" :class="state"
    ><span aria-hidden="true">{{ glyph[state] }}</span
    ><span v-if="!quiet" class="sr">{{ word[state] }}: </span></span
  >
</template>

<style scoped>
.mark {
  font-size: 0.85em;
  margin-right: 0.35em;
}
</style>
