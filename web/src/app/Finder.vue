<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { sawWords, bladeWords } from '@green-pitch/core'
import { db } from '../data/db'
import { useJob } from '../store/job'
import { useSettings } from '../store/settings'
import { useAnswer } from '../store/answer'
import { useShop } from '../store/shop'
import { finding } from '../ui/finding'
import { partAsked } from '../ui/partAsked'
import { places } from './places'
import { found, terms, type Named, type Target } from './synonyms'
import { withBlade, withMaterial, withSaw } from '../data/ticket'

interface Hit extends Named {
  go(): unknown
}
const dialog = ref<HTMLDialogElement>()
const asked = ref('')
const at = ref(0)
const router = useRouter()
const jobs = useJob()
const shop = useShop()
const answer = useAnswer()
const settings = useSettings()
const names = ref<{ id: string; name: string }[]>([])

onMounted(() => finding.value && void open())
watch(finding, open)
async function open() {
  asked.value = ''
  at.value = 0
  names.value = await db.jobs.toArray().catch(() => [])
  dialog.value?.showModal()
}

/** Goes where a word leads; a pattern's blade is the best placed one, or its middle size. */
function lead(to: Target) {
  if ('place' in to) return router.push(to.place)
  if ('part' in to) partAsked.value = to.part
  else {
    const all = shop.catalogue.filter((b) => b.group === to.group)
    const best = answer.ranked.find((r) => r.blade.group === to.group)?.blade ?? all[Math.floor(all.length / 2)]
    if (best) jobs.edit((t) => withBlade(t, best), 'blade')
  }
  return router.push('/')
}
const kindOf = (to: Target) => ('place' in to ? 'Place' : 'part' in to ? 'Ticket' : 'Blades')

const all = computed((): Hit[] => {
  const bench = (work: () => unknown) => () => {
    work()
    return router.push('/')
  }
  return [
    ...places.map((p) => ({ kind: 'Place', text: p.name as string, go: () => router.push(p.path) })),
    ...terms.map((t): Hit => ({ kind: kindOf(t.to), text: t.text, words: t.words, go: () => lead(t.to) })),
    ...names.value.map((j) => ({ kind: 'Job', text: j.name, go: bench(() => jobs.open(j.id)) })),
    ...shop.materials.map((m) => ({ kind: 'Stock', text: m.name, go: bench(() => jobs.edit((t) => withMaterial(t, m), 'material')) })),
    ...shop.saws.map((s) => ({ kind: 'Saw', text: sawWords(s, settings.say), go: bench(() => jobs.edit((t) => withSaw(t, s), 'saw')) })),
    ...shop.catalogue.map((b) => ({
      kind: 'Blade',
      text: bladeWords(b, settings.say),
      go: bench(() => jobs.edit((t) => withBlade(t, b), 'blade')),
    })),
  ]
})
const hits = computed(() => found(asked.value, all.value))
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
      placeholder="Find anything: spiral, pilot hole, dovetail, backup …"
      aria-label="Find"
      role="combobox"
      aria-expanded="true"
      aria-controls="hits"
      :aria-activedescendant="hits.length ? `hit-${at}` : undefined"
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
