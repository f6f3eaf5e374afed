<script setup lang="ts">
import { computed, ref } from 'vue'
import { countWords, sizeWords, sizedByTeeth, tpiWords, type Blade } from '@green-pitch/core'
import { readPasted } from '../../data/pasted'
import { useShop } from '../../store/shop'
import Count from '../../ui/Count.vue'

/** Fills a drawer quickly: several sizes of a pattern at once, by the packet, or a list pasted as it was written. */
const shop = useShop()
const group = ref('')
const picked = ref<string[]>([])
const each = ref(12)
const list = ref('')
const told = ref('')

const sizes = computed(() => shop.groups.find((g) => g.id === group.value)?.blades ?? [])
const said = (b: Blade) => (b.plate ? `${b.name}, ${sizeWords(b)}` : sizedByTeeth(b) ? sizeWords(b) : `${sizeWords(b)}, ${tpiWords(b)}`)
const toggle = (id: string) => (picked.value = picked.value.includes(id) ? picked.value.filter((p) => p !== id) : [...picked.value, id])
async function add() {
  const done: string[] = []
  for (const b of sizes.value) if (picked.value.includes(b.id) && (await shop.addBlades(b, each.value))) done.push(b.id)
  // what could not be stored stays picked
  picked.value = picked.value.filter((p) => !done.includes(p))
}
const read = computed(() => (list.value.trim() ? readPasted(list.value, shop.catalogue) : undefined))
async function take() {
  const found = read.value
  if (!found) return
  let taken = 0
  for (const r of found.rows) if (await shop.addBlades(r.blade, r.count)) taken++
  told.value = `${countWords(taken, 'line')} taken${found.rest.length ? '; mend the rest' : ''}.`
  list.value = found.rest.join('\n')
}
</script>

<template>
  <div class="fill">
    <section aria-labelledby="sizes-head">
      <h2 id="sizes-head">Several sizes at once</h2>
      <div class="row">
        <select v-model="group" class="plain-input" aria-label="Pattern" @change="picked = []">
          <option value="">Choose a pattern</option>
          <option v-for="g in shop.groups" :key="g.id" :value="g.id">{{ g.name }}</option>
        </select>
        <Count v-model="each" class="each" label="Of each" :min="1" :max="9999" whole />
        <button class="act" :disabled="!picked.length" @click="add">
          {{ picked.length ? `Put ${countWords(picked.length, 'kind')} in the drawer` : 'Put them in the drawer' }}
        </button>
      </div>
      <div v-if="sizes.length" class="sizes" role="group" aria-label="Sizes">
        <button
          v-for="b in sizes"
          :key="b.id"
          class="act"
          :class="{ main: picked.includes(b.id) }"
          :aria-pressed="picked.includes(b.id)"
          @click="toggle(b.id)"
        >
          {{ said(b) }}<span v-if="shop.countOf(b.id)" class="has">has {{ shop.countOf(b.id) }}</span>
        </button>
      </div>
      <p v-else class="soft">A packet holds twelve, as a rule; jigsaw blades come by five.</p>
    </section>
    <section aria-labelledby="paste-head">
      <h2 id="paste-head">Or paste a list, one kind a line</h2>
      <textarea
        v-model="list"
        class="plain-input"
        rows="4"
        aria-label="List of blades"
        placeholder="No. 3 reverse-skip, 12&#10;2 dozen 2/0 jeweler’s&#10;coping, set 15 TPI x10"
        @input="told = ''"
      ></textarea>
      <div class="row">
        <button class="act" :disabled="!read?.rows.length" @click="take">
          {{ read?.rows.length ? `Put ${countWords(read.rows.length, 'line')} in the drawer` : 'Put them in the drawer' }}
        </button>
        <span role="status">{{ told }}</span>
      </div>
      <ul v-if="read?.refused.length" class="soft">
        <li v-for="r in read.refused.slice(0, 5)" :key="r">{{ r }}</li>
        <li v-if="read.refused.length > 5">and {{ read.refused.length - 5 }} more.</li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.fill {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 28px;
  padding: 12px 0 18px;
  margin-bottom: 14px;
  border-bottom: 1px solid var(--rule);
}
.fill > section {
  margin: 0;
  padding: 0;
  border: 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  margin: 8px 0;
}
.each {
  width: 90px;
}
.sizes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.has {
  font-weight: 400;
  opacity: 0.75;
}
textarea {
  width: 100%;
  height: auto;
  padding: 6px 8px;
  margin-top: 8px;
  resize: vertical;
}
@media (max-width: 900px) {
  .fill {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
