<script setup lang="ts">
import { useRegisterSW } from 'virtual:pwa-register/vue'
import { useJob } from '../store/job'

const OFTEN = 3_600_000 // ms; a tab that stays open for days asks for a new version too
const { needRefresh, updateServiceWorker } = useRegisterSW({
  onRegisteredSW: (_, registration) => void (registration && setInterval(() => void registration.update().catch(() => undefined), OFTEN)),
})
const jobs = useJob()
const PATIENCE = 4000 // ms; the new version may have taken over without this page hearing of it
const reload = () => window.location.reload()
async function update() {
  await jobs.settle()
  navigator.serviceWorker.addEventListener('controllerchange', reload, { once: true })
  await updateServiceWorker(true)
  window.setTimeout(reload, PATIENCE)
}
</script>

<template>
  <p v-if="needRefresh" class="update" role="status">
    <span><strong>Update ready.</strong> Your work is saved.</span>
    <button class="act main" @click="update">Reload now</button>
    <button class="act plain" @click="needRefresh = false">Later</button>
  </p>
</template>

<style scoped>
.update {
  position: fixed;
  left: 50%;
  translate: -50% 0;
  bottom: 16px;
  z-index: 21;
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 12px;
  background: var(--sheet);
  border: 1px solid var(--ink);
  border-radius: 3px;
}
</style>
