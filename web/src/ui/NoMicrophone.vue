<script setup lang="ts">
import type { NoMicrophone } from '../store/microphone'
import Mark from './Mark.vue'

/** Why there is no microphone, and what to do. */
defineProps<{ why: NoMicrophone; again: string }>()
</script>

<template>
  <p class="trouble" role="alert">
    <Mark state="beyond" />
    <template v-if="why === 'denied'"
      >The browser was told not to listen here. Allow the microphone beside the address, then press {{ again }} again; a recording works
      too.</template
    >
    <template v-else-if="why === 'insecure'"
      >Browsers lend the microphone to secure pages only. Open this page by https or on the machine that serves it (npm run demo -- --lan),
      or open a recording.</template
    >
    <template v-else
      >{{ why === 'none' ? 'No microphone was found.' : 'The microphone could not be opened; does another program hold it?' }} Open a
      recording instead.</template
    >
  </p>
</template>
