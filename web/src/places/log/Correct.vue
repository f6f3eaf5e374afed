<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { LogRecord } from '../../data/records'
import { useShop } from '../../store/shop'
import { logged, typed } from '../../ui/outcome'
import OutcomeFields from '../../ui/OutcomeFields.vue'
import Themed from '../../ui/Themed.vue'

/** What a logged cut came to, put right afterwards; what was estimated of it stays. */
const props = defineProps<{ entry: LogRecord }>()
const emit = defineEmits<{ close: [] }>()
const shop = useShop()
const dialog = ref<HTMLDialogElement>()
const outcome = ref(typed(props.entry))
onMounted(() => dialog.value?.showModal())
async function write() {
  if (await shop.keepLog({ ...props.entry, ...logged(outcome.value) })) dialog.value?.close()
}
</script>

<template>
  <dialog ref="dialog" aria-labelledby="correct-head" @close="emit('close')">
    <Themed>
      <form method="dialog" @submit.prevent="write">
        <h2 id="correct-head">Correct: {{ entry.title }}</h2>
        <p class="soft">Learning takes it as it stands now. The drawer’s counts stay as they are.</p>
        <OutcomeFields v-model="outcome" blade="The blade" :plate="!!entry.blade.plate" />
        <p class="acts">
          <button type="button" class="act plain" @click="dialog?.close()">Cancel</button><button class="act main">Keep it so</button>
        </p>
      </form>
    </Themed>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(640px, 94vw);
}
form {
  display: grid;
  gap: 12px;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
