<script setup lang="ts">
import { useId } from 'vue'
import { bladeWords } from '@green-pitch/core'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'

/** Which kind a packet's label names: its id, or nothing. */
const label = defineModel<string>({ required: true })
const shop = useShop()
const settings = useSettings()
const id = useId()
</script>

<template>
  <label :for="id">The packet says</label>
  <select :id="id" v-model="label" class="plain-input">
    <option value="">nothing</option>
    <optgroup v-for="g in shop.groups" :key="g.name" :label="g.name">
      <option v-for="b in g.blades" :key="b.id" :value="b.id">{{ bladeWords(b, settings.say) }}</option>
    </optgroup>
  </select>
</template>
