<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { bladeWords, compareFamilies, compareHeading, contenderWords, familyNames, type Contender } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useLearned } from '../../store/learned'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { withSaw } from '../../data/ticket'
import ToothStrip from '../../draw/ToothStrip.vue'
import Mark from '../../ui/Mark.vue'

/** One cut by every kind of saw: which would do it, how soon and how clean. */
const emit = defineEmits<{ close: [] }>()
const answer = useAnswer()
const jobs = useJob()
const learned = useLearned()
const settings = useSettings()
const shop = useShop()
const dialog = ref<HTMLDialogElement>()
onMounted(() => dialog.value?.showModal())
const all = ref(shop.mine.size === 0)
const found = computed(() => compareFamilies(answer.job, all.value ? shop.saws : shop.offered, shop.catalogue, learned.beliefs))
function take(c: Contender) {
  jobs.edit((t) => withSaw({ ...t, blade: undefined }, c.saw), 'saw')
  dialog.value?.close()
}
</script>

<template>
  <dialog ref="dialog" aria-labelledby="compare-head" @close="emit('close')">
    <h2 id="compare-head">{{ compareHeading(found) }}</h2>
    <p class="soft">
      {{ jobs.name }}, each with the blade it would be given.
      <label v-if="shop.mine.size"><input v-model="all" type="checkbox" /> every saw known, not only mine</label>
    </p>
    <ul>
      <li v-for="c in found" :key="c.family" :class="{ here: c.saw.id === answer.job.saw.id }">
        <h3><Mark :state="c.best ? 'within' : 'beyond'" />{{ familyNames[c.family] }}</h3>
        <div>
          <p>
            <b v-if="c.best">{{ bladeWords(c.best.blade, settings.say) }}. </b>{{ contenderWords(c, settings.say) }}
          </p>
          <ToothStrip v-if="c.best" :blade="c.best.blade" :times="3" :width="300" />
        </div>
        <span v-if="c.saw.id === answer.job.saw.id" class="soft">in hand</span>
        <button v-else-if="c.best" class="act" @click="take(c)">
          Take it<span class="sr">: {{ familyNames[c.family].toLowerCase() }}</span>
        </button>
      </li>
    </ul>
    <p class="foot">
      <span class="soft">Teeth enlarged 3 times. Times are of sawing, entering and cleaning up.</span
      ><button class="act" @click="dialog?.close()">Close</button>
    </p>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(820px, 94vw);
}
li {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr) 86px;
  gap: 16px;
  align-items: start;
  padding: 12px 0;
  border-bottom: 1px solid var(--faint);
}
ul {
  margin-top: 10px;
  border-top: 2px solid var(--ink);
}
.here h3 {
  text-decoration: underline;
  text-underline-offset: 4px;
}
.foot {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  margin-top: 14px;
}
@media (max-width: 760px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
