<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { places } from './places'
import { readySchema } from '../data/schemaReady'
import { useJob } from '../store/job'
import { finding } from '../ui/finding'
import { onKey, useKeys } from '../ui/keys'
import { useNarrow } from '../ui/narrow'
import { useLight } from '../ui/light'
import { useStages } from '../ui/stages'
import Ticket from './Ticket.vue'
import Overtaken from './Overtaken.vue'
import Words from './Words.vue'
import KeyList from './KeyList.vue'

const jobs = useJob()
const route = useRoute()
const groups = computed(() =>
  [...new Set(places.map((p) => p.group))].map((name) => ({ name, places: places.filter((p) => p.group === name) })),
)
// keeping the app for offline use, and finding in it, can wait until the Bench has answered
const UpdateReady = defineAsyncComponent(() => import('./UpdateReady.vue'))
const Finder = defineAsyncComponent(() => import('./Finder.vue'))
const settled = ref(false)
onMounted(() =>
  setTimeout(() => {
    settled.value = true
    void import('../store/persistence').then((m) => m.usePersistence())
    const ready = () => void readySchema().catch(() => undefined)
    if ('requestIdleCallback' in window) requestIdleCallback(ready)
    else ready()
  }, 1200),
)
/** After a link, where one is now: said once, not at the start. */
const moved = ref('')
watch(
  () => route.name,
  async (name, before) => {
    if (!before) return
    moved.value = String(name)
    // what had the focus may have gone with the place before
    await nextTick()
    if (document.activeElement === document.body) document.getElementById('place')?.focus({ preventScroll: true })
  },
)
const menu = ref(false)
/** the shell first, then the ticket, then the place */
const stands = useStages(3)
// beside a running saw a phone shows the work alone
const narrow = useNarrow()
const withTicket = computed(() => route.name === 'Bench' || route.name === 'Pattern' || (route.name === 'Listen' && !narrow.value))
useKeys()
onKey('/', () => void finding.value++)
useLight()
</script>

<template>
  <a class="skip" href="#place">Skip to the work</a>
  <div class="shell">
    <header class="brand">
      <svg width="72" height="18" viewBox="0 0 72 18" aria-hidden="true">
        <path
          d="M1 13 7 2v11l6-11v11l6-11v11l6-11v11c4 2 6-9 12-9s5 12 11 12 6-12 12-12 4 12 11 12"
          fill="none"
          stroke="currentColor"
          stroke-width="2"
          stroke-linejoin="round"
        />
      </svg>
      <span>Green Pitch</span>
      <button class="act plain find" aria-keyshortcuts="/" @click="finding++">Find</button>
      <button class="act plain menu" :aria-expanded="menu" aria-controls="nav" @click="menu = !menu">Places</button>
    </header>
    <nav id="nav" :class="{ open: menu }" aria-label="Places">
      <div v-for="g in groups" :key="g.name" class="group">
        <p aria-hidden="true">{{ g.name }}</p>
        <ul :aria-label="g.name">
          <li v-for="p in g.places" :key="p.path">
            <RouterLink :to="p.path" :aria-current="route.name === p.name ? 'page' : undefined" @click="menu = false">{{
              p.name
            }}</RouterLink>
          </li>
        </ul>
      </div>
    </nav>
    <Ticket v-if="withTicket && stands > 1" class="ticket" />
    <main id="place" tabindex="-1" :data-job="jobs.record.id">
      <Overtaken />
      <RouterView v-if="stands > 2" />
    </main>
  </div>
  <p class="sr" role="status">{{ moved }}</p>
  <Words />
  <UpdateReady v-if="settled" />
  <KeyList />
  <Finder v-if="settled || finding" />
</template>

<style scoped>
.shell {
  display: grid;
  height: 100%;
  grid: 'brand ticket' auto 'nav place' 1fr / 132px minmax(0, 1fr);
}
.brand {
  position: relative;
  grid-area: brand;
  padding: 14px 14px 10px;
  border-right: 1px solid var(--rule);
  border-bottom: 1px solid var(--faint);
  display: flex;
  flex-direction: column;
  gap: 4px;
  font-weight: 700;
  font-size: 1.12rem;
}
nav {
  grid-area: nav;
  border-right: 1px solid var(--rule);
  overflow: auto;
}
.group {
  padding: 14px 0 4px;
  border-bottom: 1px solid var(--faint);
}
.group p {
  font-weight: 400;
  color: var(--soft);
  font-size: 0.9375rem;
  padding: 0 14px 4px;
}
.group a {
  display: block;
  padding: 5px 14px;
  border-left: 3px solid transparent;
  text-decoration: none;
  font-weight: 400;
}
.group a:hover {
  background: var(--faint);
}
.group a[aria-current] {
  font-weight: 700;
  background: var(--sheet);
  border-left-color: var(--ink);
}
.ticket {
  grid-area: ticket;
}
main {
  grid-column: 2;
  grid-row: 2;
  overflow: auto;
  min-height: 0;
}
.shell:not(:has(.ticket)) main {
  grid-row: 1 / 3;
}
main:focus {
  outline: none;
}
.menu {
  display: none;
}
.brand svg {
  width: 56px;
}
.find {
  position: absolute;
  right: 6px;
  top: 4px;
  padding: 2px 8px;
  font-weight: 400;
  font-size: 0.9375rem;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 30;
  background: var(--sheet);
  padding: 8px;
}
@media (forced-colors: active) {
  .group a:not([aria-current]) {
    border-left-color: Canvas;
  }
}
@media (max-width: 760px) {
  .shell {
    grid: 'brand' auto 'nav' auto 'ticket' auto 'place' 1fr / minmax(0, 1fr);
    height: auto;
    min-height: 100%;
  }
  .brand {
    flex-direction: row;
    align-items: center;
    padding: 8px 14px;
    border-right: 0;
  }
  .menu {
    display: inline-flex;
    min-height: 44px;
    border: 1px solid var(--rule);
  }
  .find {
    position: static;
    margin-left: auto;
    min-height: 44px;
    padding: 2px 12px;
    border: 1px solid var(--rule);
  }
  nav {
    display: none;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
  }
  nav.open {
    display: block;
  }
  .group a {
    padding: 12px 14px;
  }
  main,
  .shell:not(:has(.ticket)) main {
    grid-area: place;
    overflow: visible;
  }
}
</style>
