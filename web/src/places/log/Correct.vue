<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import type { CutOutcome } from '@green-pitch/core'
import type { LogRecord } from '../../data/records'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useShop } from '../../store/shop'
import { typed } from '../../ui/outcome'
import OutcomeDialog from '../../ui/OutcomeDialog.vue'

/** What a logged cut came to, put right afterwards; what was estimated of it stays. */
const props = defineProps<{ entry: LogRecord }>()
defineEmits<{ close: [] }>()
const shop = useShop()
// pictures, their worker and their words come when somebody asks for them
const HoldPiece = defineAsyncComponent(() => import('../../ui/HoldPiece.vue'))
const holding = ref(false)
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
    ><template v-if="inHand" #more
      ><HoldPiece v-if="holding" @held="(held) => dialog?.put({ held })" /><button
        v-else
        type="button"
        class="act plain"
        @click="holding = true"
      >
        Hold the piece against the line of {{ jobs.name }}
      </button></template
    ></OutcomeDialog
  >
</template>
