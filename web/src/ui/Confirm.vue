<script setup lang="ts">
import { ref, useId } from 'vue'

/** A deed that cannot be taken back: its button asks once, in a dialog of its own. */
defineProps<{ label: string; of?: string; ask: string; ok: string; keep?: string }>()
const emit = defineEmits<{ ok: [] }>()
const id = useId()
const dialog = ref<HTMLDialogElement>()
function done() {
  dialog.value?.close()
  emit('ok')
}
</script>

<template>
  <button class="act plain" :aria-label="of && `${label} ${of}`" @click="dialog?.showModal()">{{ label }}</button>
  <dialog ref="dialog" :aria-labelledby="id">
    <p :id="id">{{ ask }}</p>
    <div class="acts">
      <button class="act main" @click="done">{{ ok }}</button><button class="act" @click="dialog?.close()">{{ keep ?? 'Cancel' }}</button>
    </div>
  </dialog>
</template>

<style scoped>
dialog {
  max-width: min(440px, calc(100vw - 32px));
  text-align: left;
  white-space: normal;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 14px;
}
</style>
