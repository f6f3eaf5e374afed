<script setup lang="ts">
import { computed, onMounted, ref, useId } from 'vue'
import { useRouter } from 'vue-router'
import type { CutOutcome } from '@green-pitch/core'
import { logged, remedyFor, type Outcome } from './outcome'
import OutcomeFields from './OutcomeFields.vue'
import Themed from './Themed.vue'

/** Asks how a cut came out: what is known stands there already, so that one press is enough. */
const props = defineProps<{
  heading: string
  about: string
  from: Outcome
  blade: string
  plate: boolean
  /** whether a fault told here may be looked into at once */
  remedies?: boolean
  cancel?: string
  ok: string
  /** keeps it; false where it could not, and the dialog stays */
  keep: (how: CutOutcome) => Promise<boolean>
}>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const id = useId()
const dialog = ref<HTMLDialogElement>()
const outcome = ref(props.from)
onMounted(() => dialog.value?.showModal())
/** What became known meanwhile takes the place of what stood there. */
defineExpose({ put: (patch: Partial<Outcome>) => (outcome.value = { ...outcome.value, ...patch }) })
const wrong = computed(() => (props.remedies ? remedyFor(outcome.value) : undefined))
async function write(then?: string) {
  if (!(await props.keep(logged(outcome.value)))) return
  dialog.value?.close()
  if (then) await router.push(then)
}
</script>

<template>
  <dialog ref="dialog" :aria-labelledby="id" @close="emit('close')">
    <Themed>
      <form method="dialog" @submit.prevent="write()">
        <h2 :id="id">{{ heading }}</h2>
        <p class="soft">{{ about }}</p>
        <OutcomeFields v-model="outcome" :blade="blade" :plate="plate"><slot /></OutcomeFields>
        <slot name="more" />
        <p class="acts">
          <button type="button" class="act plain" @click="dialog?.close()">{{ cancel ?? 'Cancel' }}</button><button
            v-if="wrong"
            type="button"
            class="act"
            @click="write(wrong)"
          >
            Write it, and find out why</button
          ><button class="act main">{{ ok }}</button>
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
