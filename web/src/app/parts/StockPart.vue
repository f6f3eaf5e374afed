<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import {
  deriveMaterial,
  nearestMaterial,
  crossing,
  type Build,
  type MaterialClass,
  type Stock,
  familyOfStock,
  formNames,
  forms,
  materialClasses,
  materialClassNames,
  materialGroupNames,
} from '@green-pitch/core'
import { useJob } from '../../store/job'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import { withForm, withMaterial } from '../../data/ticket'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import Themed from '../../ui/Themed.vue'

const jobs = useJob()
const shop = useShop()
const id = useId()
const stock = computed(() => jobs.job.stock)
const options = computed(() => {
  const groups = [...new Set(shop.materials.map((m) => m.group))]
  return groups.map((g) => ({ label: materialGroupNames[g] ?? g, options: shop.materials.filter((m) => m.group === g) }))
})
const shapes = forms.map((value) => ({ value, label: formNames[value] }))
const gauge = computed(() => familyOfStock(stock.value.material).gauge)

function pick(materialId: string) {
  const m = shop.materials.find((x) => x.id === materialId)
  if (m) jobs.edit((t) => withMaterial(t, m), 'material')
}
const put = (patch: Partial<Record<'thickness' | 'diameter' | 'wall' | 'sheets', number>>) =>
  jobs.editJob({ stock: { ...stock.value, ...patch } as Stock }, `stock ${Object.keys(patch)[0]}`)

const adding = ref(false)
const own = ref<{ name: string; cuts: MaterialClass; density: number; hardness?: number; build?: Build }>({
  name: '',
  cuts: 'wood',
  density: 650,
})
const like = computed(() => nearestMaterial(own.value))
const kinds = materialClasses.map((value) => ({ value, label: materialClassNames[value] }))
async function add() {
  const name = own.value.name.trim()
  if (!name) return useTrouble().say('Give the material a name.')
  if (shop.materials.some((m) => m.name.toLowerCase() === name.toLowerCase()))
    return useTrouble().say(`There is a material called ${name} already.`)
  const material = deriveMaterial({
    ...own.value,
    id: `own-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-${shop.materialRows.length}`,
    name,
  })
  if (!(await shop.keepMaterial({ id: material.id, rev: 0, material }))) return
  jobs.edit((t) => withMaterial(t, material), 'material')
  adding.value = false
}
</script>

<template>
  <Themed>
    <div class="fields">
      <div class="field wide">
        <label :for="id">Material</label>
        <select :id="id" class="plain-input" :value="stock.material.id" @change="pick(($event.target as HTMLSelectElement).value)">
          <optgroup v-for="g in options" :key="g.label" :label="g.label">
            <option v-for="m in g.options" :key="m.id" :value="m.id">{{ m.name }}</option>
          </optgroup>
        </select>
        <span class="soft">{{ stock.material.density }} kg/m³; constants: {{ stock.material.source }}</span>
      </div>
      <Choice
        label="Form"
        :model-value="stock.form"
        :options="shapes"
        @update:model-value="(f) => jobs.editJob({ stock: withForm(stock, f) }, 'form')"
      />
      <LengthInput
        v-if="'thickness' in stock"
        :label="stock.form === 'stack' ? 'Each sheet' : 'Thickness'"
        :model-value="stock.thickness"
        :gauge="gauge"
        @update:model-value="(v) => v && put({ thickness: v })"
      />
      <Count
        v-if="stock.form === 'stack'"
        label="Sheets"
        :model-value="stock.sheets"
        :min="1"
        :max="50"
        whole
        :unit="`${Math.round(crossing(stock).total * 10) / 10} mm`"
        @update:model-value="(v) => v && put({ sheets: v })"
      />
      <LengthInput
        v-if="'diameter' in stock"
        label="Diameter"
        :model-value="stock.diameter"
        @update:model-value="(v) => v && put({ diameter: v })"
      />
      <LengthInput
        v-if="stock.form === 'tube'"
        label="Wall"
        :model-value="stock.wall"
        :gauge="gauge"
        @update:model-value="(v) => v && put({ wall: v })"
      />
    </div>
    <button v-if="!adding" class="act plain" @click="adding = true">Not in the list? Add your own</button>
    <form v-else class="fields own" @submit.prevent="add">
      <div class="field">
        <label :for="`${id}-name`">Its name</label><input :id="`${id}-name`" v-model="own.name" class="plain-input" maxlength="60" />
      </div>
      <Choice v-model="own.cuts" label="Cut like" :options="kinds" />
      <Choice
        v-if="familyOfStock(own).fibrous"
        label="Built"
        :model-value="own.build ?? 'solid'"
        :options="[
          { value: 'solid', label: 'Solid' },
          { value: 'layers', label: 'Layers' },
          { value: 'chips', label: 'Chips' },
        ]"
        @update:model-value="(v: Build) => (own.build = v)"
      />
      <Count
        label="Density"
        :model-value="own.density"
        :min="100"
        :max="20000"
        unit="kg/m³"
        @update:model-value="(v) => v && (own.density = v)"
      />
      <Count
        v-if="!familyOfStock(own).fibrous"
        label="Hardness"
        :model-value="own.hardness"
        :min="5"
        :max="8000"
        unit="MPa"
        none="as the nearest"
        @update:model-value="(v) => (own.hardness = v)"
      />
      <div class="field">
        <span class="soft">Estimated from {{ like.name }}, the nearest known.</span><button class="act">Add it</button>
      </div>
    </form>
  </Themed>
</template>

<style scoped src="./part.css"></style>
