<script setup lang="ts">
import { lengthWords } from '@green-pitch/core'
import type { PageLook } from '../../work/pdfPages'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'

/** The pages of a printed file, to choose the one with the drawing. */
const pattern = usePattern()
const settings = useSettings()
const size = ([w, h]: PageLook['size']) =>
  `${lengthWords(Math.round(w), settings.say).replace(/ mm$/, '')} × ${lengthWords(Math.round(h), settings.say)}`
</script>

<template>
  <section v-if="pattern.pages" class="pages" aria-labelledby="pages-head">
    <h2 id="pages-head">Which page of {{ pattern.pages.name }}?</h2>
    <ul>
      <li v-for="look in pattern.pages.looks" :key="look.page">
        <button :disabled="look.why !== undefined" @click="pattern.takePage(look)">
          <svg :viewBox="`0 0 ${look.size[0]} ${look.size[1]}`" aria-hidden="true">
            <path :d="look.path" vector-effect="non-scaling-stroke" />
          </svg>
          <b>Page {{ look.page }}</b>
          <span class="soft">{{ look.why ?? `${look.lines} lines, ${size(look.size)}` }}</span>
        </button>
      </li>
    </ul>
    <p><button class="act" @click="pattern.pages = undefined">None of them</button></p>
  </section>
</template>

<style scoped>
.pages {
  position: absolute;
  inset: 0;
  z-index: 3;
  display: grid;
  grid-template-rows: auto fit-content(80%) auto;
  align-content: start;
  gap: 12px;
  padding: 16px 18px;
  background: var(--sheet);
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  align-content: start;
  gap: 12px;
  overflow: auto;
}
li button {
  display: grid;
  gap: 3px;
  width: 100%;
  padding: 8px;
  border: 1px solid var(--faint);
  border-radius: 3px;
  text-align: left;
}
li button:not(:disabled):hover {
  border-color: var(--ink);
}
svg {
  width: 100%;
  height: 150px;
  background: var(--paper);
}
path {
  fill: none;
  stroke: var(--ink);
}
</style>
