<script setup lang="ts">
import type { CutOutcome } from '@green-pitch/core'
import type { LogRecord } from '../../data/records'
import { useShop } from '../../store/shop'
import { typed } from '../../ui/outcome'
import OutcomeDialog from '../../ui/OutcomeDialog.vue'

/** What a logged cut came to, put right afterwards; what was estimated of it stays. */
const props = defineProps<{ entry: LogRecord }>()
defineEmits<{ close: [] }>()
const shop = useShop()
const keep = (how: CutOutcome) => shop.keepLog({ ...props.entry, ...how })
</script>

<template>
  <OutcomeDialog
    :heading="`Correct: ${entry.title}`"
    about="Learning takes it as it stands now. The drawer’s counts stay as they are."
    :from="typed(entry)"
    blade="The blade"
    :plate="!!entry.blade.plate"
    ok="Keep it so"
    :keep="keep"
    @close="$emit('close')"
  />
</template>
