<script setup lang="ts">
import { computed, reactive } from 'vue'
import { familyOfStock, makeJob, roundWords, type Job, isHandSaw } from '@green-pitch/core'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import LengthInput from '../../ui/LengthInput.vue'

/** One more row: a stock of some thickness on a saw, with how tight its curves are. */
const emit = defineEmits<{ add: [job: Job] }>()
const shop = useShop()
const settings = useSettings()
/** What people call a curve, mm. */
const curves = { tight: 2, medium: 5, gentle: 12, straight: undefined } as const
const form = reactive({ saw: '', material: 'pine', thickness: 12 as number | undefined, curve: 'medium' as keyof typeof curves })
const saw = computed(() => shop.offered.find((s) => s.id === form.saw) ?? shop.offered[0]!)
const byHand = computed(() => isHandSaw(saw.value))
function add() {
  const material = shop.materials.find((m) => m.id === form.material)
  if (!material || !form.thickness) return
  const { sheet } = familyOfStock(material)
  const radius = byHand.value ? undefined : curves[form.curve]
  emit(
    'add',
    makeJob({
      saw: saw.value,
      stock: { material, form: sheet ? 'sheet' : 'board', thickness: form.thickness },
      cut: {
        kind: radius === undefined ? 'straight' : 'outline',
        radius,
        web: undefined,
        hole: undefined,
        openings: 0,
        length: 500,
        finish: 'ordinary',
        shows: 'face',
        ...(byHand.value ? { grain: 'across' as const, depth: form.thickness } : {}),
      },
    }),
  )
}
</script>

<template>
  <form class="add" aria-label="Add a row" @submit.prevent="add">
    <label
      ><span>Saw</span>
      <select v-model="form.saw" class="plain-input">
        <option v-for="(s, i) in shop.offered" :key="s.id" :value="i ? s.id : ''">{{ s.short }}</option>
      </select></label
    >
    <label
      ><span>Stock</span>
      <select v-model="form.material" class="plain-input">
        <option v-for="m in shop.materials" :key="m.id" :value="m.id">{{ m.name }}</option>
      </select></label
    >
    <LengthInput v-model="form.thickness" label="Thickness" />
    <label v-if="!byHand"
      ><span>Curves</span>
      <select v-model="form.curve" class="plain-input">
        <option v-for="(r, name) in curves" :key="name" :value="name">
          {{ name }}{{ r === undefined ? '' : `, R ${roundWords(r, settings.say)}` }}
        </option>
      </select></label
    >
    <button class="act">Add this row</button>
  </form>
</template>

<style scoped>
.add {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
  align-items: end;
  margin: 14px 0;
}
label {
  display: grid;
  gap: 2px;
}
select {
  width: 100%;
}
</style>
