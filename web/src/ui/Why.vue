<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { formulaWords, rules, type Why } from '@green-pitch/core'

import { useSettings } from '../store/settings'

/** A figure that answers “why?”: press it for its rule, inputs and source. */
const props = defineProps<{ why: () => Why; label?: string }>()
const settings = useSettings()
const id = useId()
const box = ref<HTMLElement>()
const button = ref<HTMLButtonElement>()
const open = ref(false)
const answer = computed(() => (open.value ? props.why() : undefined))
function place(e: Event) {
  open.value = (e as ToggleEvent).newState === 'open'
  if (!open.value || !box.value || !button.value) return
  const r = button.value.getBoundingClientRect()
  const width = Math.min(360, window.innerWidth - 24)
  box.value.style.width = `${width}px`
  box.value.style.left = `${Math.max(12, Math.min(r.left, window.innerWidth - width - 12))}px`
  const below = window.innerHeight - r.bottom
  box.value.style.top = below > 280 || below > r.top ? `${r.bottom + 6}px` : 'auto'
  box.value.style.bottom = below > 280 || below > r.top ? 'auto' : `${window.innerHeight - r.top + 6}px`
}
</script>

<template>
  <button ref="button" class="figure" type="button" :popovertarget="id" :aria-label="label ? `${label}: why?` : undefined"><slot /></button>
  <div :id="id" ref="box" popover class="why" @beforetoggle="place">
    <template v-if="answer">
      <h3>{{ rules[answer.rule].name }}</h3>
      <p>
        <strong>{{ answer.text }}</strong>
      </p>
      <p class="rule">{{ formulaWords(rules[answer.rule], settings.say) }}</p>
      <dl>
        <template v-for="i in answer.inputs" :key="i.name"
          ><dt>{{ i.name }}</dt>
          <dd class="mono">{{ i.value }}</dd></template
        >
      </dl>
      <p class="soft">{{ rules[answer.rule].source }} {{ answer.also }}</p>
    </template>
  </div>
</template>

<style scoped>
.figure {
  text-decoration: underline dotted 1px var(--soft);
  text-underline-offset: 3px;
  font: inherit;
  white-space: nowrap;
}
.figure:hover {
  text-decoration-style: solid;
}
.why {
  position: fixed;
  inset: auto;
  margin: 0;
  padding: 12px 14px;
  border: 1px solid var(--ink);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  font: 400 0.9375rem/1.35 var(--text);
  text-align: left;
  white-space: normal;
}
.why h3 {
  color: var(--soft);
  font-weight: 400;
}
.rule {
  margin: 6px 0;
  padding: 6px 8px;
  background: var(--paper);
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 1px 12px;
  margin-bottom: 6px;
}
dd {
  text-align: right;
}
</style>
