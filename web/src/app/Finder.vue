<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'
import { bladeWords } from '@green-pitch/core'
import { db } from '../data/db'
import { useJob } from '../store/job'
import { useSettings } from '../store/settings'
import { useShop } from '../store/shop'
import { onKey } from '../ui/keys'
import { places } from './router'
import { withBlade, withMaterial, withSaw } from '../data/ticket'

interface Hit {
  kind: string
  text: string
  go(): unknown
}
const dialog = ref<HTMLDialogElement>()
const asked = ref('')
const at = ref(0)
const router = useRouter()
const jobs = useJob()
const shop = useShop()
const settings = useSettings()
const names = ref<{ id: string; name: string }[]>([])

onKey('/', async () => {
  asked.value = ''
  at.value = 0
  names.value = await db.jobs.toArray().catch(() => [])
  dialog.value?.showModal()
  await nextTick()
})

const all = computed((): Hit[] => {
  const bench = (work: () => unknown) => () => {
    work()
    return router.push('/')
  }
  return [
    ...places.map((p) => ({ kind: 'Place', text: p.name as string, go: () => router.push(p.path) })),
    ...names.value.map((j) => ({ kind: 'Job', text: j.name, go: bench(() => jobs.open(j.id)) })),
    ...shop.materials.map((m) => ({ kind: 'Stock', text: m.name, go: bench(() => jobs.edit((t) => withMaterial(t, m), 'material')) })),
    ...shop.saws.map((s) => ({ kind: 'Saw', text: s.name, go: bench(() => jobs.edit((t) => withSaw(t, s), 'saw')) })),
    ...shop.catalogue.map((b) => ({
      kind: 'Blade',
      text: bladeWords(b, settings.say),
      go: bench(() => jobs.edit((t) => withBlade(t, b), 'blade')),
    })),
  ]
})
const hits = computed(() => {
  const words = asked.value.toLowerCase().split(/\s+/).filter(Boolean)
  return all.value.filter((h) => words.every((w) => `${h.kind} ${h.text}`.toLowerCase().includes(w))).slice(0, 9)
})
function take(hit: Hit | undefined) {
  if (!hit) return
  dialog.value?.close()
  hit.go()
}
function move(by: number) {
  at.value = (at.value + by + hits.value.length) % Math.max(1, hits.value.length)
}
</script>

<template>
  <dialog ref="dialog" aria-label="Find">
    <input
      v-model="asked"
      autofocus
      type="search"
      placeholder="Find a place, job, stock, saw or blade"
      aria-label="Find"
      role="combobox"
      aria-expanded="true"
      aria-controls="hits"
      :aria-activedescendant="`hit-${at}`"
      @input="at = 0"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="take(hits[at])"
    />
    <ul id="hits" role="listbox" aria-label="Found">
      <li v-for="(h, i) in hits" :id="`hit-${i}`" :key="h.kind + h.text" role="option" :aria-selected="i === at" @click="take(h)">
        <span class="soft">{{ h.kind }}</span> {{ h.text }}
      </li>
    </ul>
    <p v-if="!hits.length" class="soft">Nothing of that name.</p>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(520px, 92vw);
  margin-top: 12vh;
  padding: 12px;
}
input {
  width: 100%;
  font: inherit;
  color: inherit;
  background: var(--paper);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 8px;
}
li {
  display: grid;
  grid-template-columns: 60px 1fr;
  gap: 8px;
  padding: 6px 8px;
  cursor: pointer;
  border-radius: 3px;
}
li[aria-selected='true'] {
  background: var(--ink);
  color: var(--paper);
}
li[aria-selected='true'] .soft {
  color: inherit;
}
ul {
  margin-top: 8px;
}
</style>
