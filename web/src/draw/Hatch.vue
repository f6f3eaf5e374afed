<script setup lang="ts">
import type { Hatch } from '@green-pitch/core'
/** Stock hatched as a workshop drawing would be; a pattern to fill with. */
defineProps<{ id: string; hatch: Hatch }>()
</script>

<template>
  <pattern v-if="hatch === 'rings'" :id="id" width="90" height="26" patternUnits="userSpaceOnUse"
    ><rect width="90" height="26" fill="var(--stock)" /><path
      d="M0 6q22-5 45 0t45 0M0 18q22 6 45 0t45 0"
      fill="none"
      stroke="var(--stock-line)"
      stroke-width="1"
  /></pattern>
  <pattern v-else-if="hatch === 'layers'" :id="id" width="40" height="16" patternUnits="userSpaceOnUse"
    ><rect width="40" height="16" fill="var(--stock)" /><path d="M0 8h40" stroke="var(--stock-line)" /><path
      d="M4 12h2M12 13h2M20 11h2M28 13h2M36 12h2"
      stroke="var(--stock-line)"
  /></pattern>
  <pattern v-else-if="hatch === 'chips'" :id="id" width="34" height="22" patternUnits="userSpaceOnUse"
    ><rect width="34" height="22" fill="var(--stock)" /><path
      d="M2 5l9 3M16 3l8-2M26 10l6 4M4 17l10-3M18 14l8 3"
      stroke="var(--stock-line)"
      stroke-width="1.5"
  /></pattern>
  <pattern v-else-if="hatch === 'dots'" :id="id" width="10" height="10" patternUnits="userSpaceOnUse"
    ><rect width="10" height="10" fill="var(--stock)" /><circle cx="2.5" cy="2.5" r="0.9" fill="var(--stock-line)" /><circle
      cx="7.5"
      cy="7.5"
      r="0.9"
      fill="var(--stock-line)"
  /></pattern>
  <pattern v-else-if="hatch === 'grain'" :id="id" width="24" height="12" patternUnits="userSpaceOnUse"
    ><rect width="24" height="12" fill="var(--stock)" /><path d="M0 3h9M14 3h6M5 9h12" stroke="var(--stock-line)"
  /></pattern>
  <pattern v-else :id="id" width="9" height="9" patternUnits="userSpaceOnUse"
    ><rect width="9" height="9" fill="var(--stock)" /><path d="M-2 11 11-2M-2 2 2-2M7 11l4-4" stroke="var(--stock-line)"
  /></pattern>
</template>
