<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import Themed from '../../ui/Themed.vue'
import Contents from './Contents.vue'

/** What lies in the drawer, which few kinds would do, and what to order. */
const props = defineProps<{ part?: string }>()
const parts = [
  { id: '', name: 'In the drawer', show: Contents },
  { id: 'kit', name: 'Kit', show: defineAsyncComponent(() => import('./KitPart.vue')) },
  { id: 'order', name: 'Re-order', show: defineAsyncComponent(() => import('./OrderPart.vue')) },
]
const at = computed(() => parts.find((p) => p.id === (props.part ?? '')) ?? parts[0]!)
</script>

<template>
  <Themed>
    <div class="place">
      <nav class="parts" aria-label="Drawer">
        <RouterLink
          v-for="p in parts"
          :key="p.id"
          :to="p.id ? `/drawer/${p.id}` : '/drawer'"
          :aria-current="p === at ? 'page' : undefined"
          >{{ p.name }}</RouterLink
        >
      </nav>
      <component :is="at.show" />
    </div>
  </Themed>
</template>
