<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue'
import type { HeldPiece } from '@green-pitch/core'

/** A press that offers to hold the sawn piece against its line; pictures, their worker and their words come when it is taken. */
withDefaults(defineProps<{ line?: string }>(), { line: 'its line' })
const emit = defineEmits<{ held: [figures: HeldPiece] }>()
const HoldPiece = defineAsyncComponent(() => import('./HoldPiece.vue'))
const holding = ref(false)
</script>

<template>
  <HoldPiece v-if="holding" @held="emit('held', $event)" />
  <button v-else type="button" class="act plain" @click="holding = true">Hold the piece against {{ line }}</button>
</template>
