<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { weighedForce, weighedWords } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useShop } from '../../store/shop'
import { dayWords } from '../../ui/clock'

/** How hard this very stock is to cut, by a weight that draws it into the blade. */
const WeighStock = defineAsyncComponent(() => import('./WeighStock.vue'))
const answer = useAnswer()
const shop = useShop()
const open = ref(false)
const material = computed(() => answer.job.stock.material)
const known = computed(() =>
  shop.weighings.filter((w) => w.job.stock.material.id === material.value.id).map((w) => ({ ...w, found: weighedForce(w) })),
)
</script>

<template>
  <section aria-labelledby="weigh-head">
    <h2 id="weigh-head">Weigh your wood</h2>
    <p v-if="!known.length" class="soft">A known weight draws the stock into the blade: how fast it goes tells how hard it cuts here.</p>
    <ul v-else>
      <li v-for="w in known" :key="w.id">
        {{ dayWords(w.at) }}: {{ weighedWords(material.name, w.found) }}
        <button class="x" :aria-label="`Forget the weighing of ${dayWords(w.at)}`" @click="shop.dropWeighing(w.id)">×</button>
      </li>
    </ul>
    <button class="act" @click="open = true">Weigh {{ material.name.toLowerCase() }}</button>
    <WeighStock v-if="open" @close="open = false" />
  </section>
</template>

<style scoped src="./marks.css"></style>
<style scoped>
ul {
  margin: 0 0 8px;
}
</style>
