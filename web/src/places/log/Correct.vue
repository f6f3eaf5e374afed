<script setup lang="ts">
import { computed, ref } from 'vue'
import type { CutOutcome } from '@green-pitch/core'
import type { LogRecord } from '../../data/records'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useShop } from '../../store/shop'
import { typed } from '../../ui/outcome'
import HoldOffer from '../../ui/HoldOffer.vue'
import OutcomeDialog from '../../ui/OutcomeDialog.vue'

/** What a logged cut came to, put right afterwards; what was estimated of it stays. */
const props = defineProps<{ entry: LogRecord }>()
defineEmits<{ close: [] }>()
const shop = useShop()
const dialog = ref<InstanceType<typeof OutcomeDialog>>()
const jobs = useJob()
const pattern = usePattern()
/** Lines it can be held against: those of the job in hand, named, since a log keeps no drawing. */
const inHand = computed(() => !props.entry.blade.plate && pattern.found !== undefined)
const keep = (how: CutOutcome) => shop.keepLog({ ...props.entry, ...how })
</script>

<template>
  <OutcomeDialog
    ref="dialog"
    :heading="`Correct: ${entry.title}`"
    about="Learning takes it as it stands now. The drawer’s counts stay as they are."
    :from="typed(entry)"
    blade="The blade"
    :plate="!!entry.blade.plate"
    ok="Keep it so"
    :keep="keep"
    @close="$emit('close')"
    ><template v-if="inHand" #more><HoldOffer :line="`the line of ${jobs.name}`" @held="(held) => dialog?.put({ held })" /></template
  ></OutcomeDialog>
</template>
