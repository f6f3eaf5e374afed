<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core'
import type { Assumed } from '../../data/records'
import { useJob } from '../../store/job'
import { useAssumed } from '../../ui/assumed'
import { partAsked } from '../../ui/partAsked'

/** What the answer takes as usual, where the answer stands; a press says it. */
const jobs = useJob()
const assumed = useAssumed()
const rest = useSessionStorage('cut-more', false)
const BESIDE: readonly Assumed[] = ['length', 'openings', 'skill', 'shows']
function say(what: Assumed) {
  if (BESIDE.includes(what)) rest.value = true
  partAsked.value = what === 'stock' || what === 'thickness' ? 'stock' : 'cut'
}
</script>

<template>
  <p v-if="assumed.length" class="assumed">
    <span class="soft">Assumed until you say:</span>
    <button v-for="a in assumed" :key="a.what" class="say" @click="say(a.what)">{{ a.text }}</button>
    <button class="act plain" @click="jobs.say(...assumed.map((a) => a.what))">It is so</button>
  </p>
</template>

<style scoped>
.assumed {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  padding: 6px 0 2px;
}
.say {
  min-height: 28px;
  text-decoration: underline dotted 1px var(--soft);
  text-underline-offset: 3px;
}
.say:hover {
  text-decoration-style: solid;
}
</style>
