<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { onBeforeRouteLeave, useRouter } from 'vue-router'
import { sawWords, familyOf, mixes, saws as known, type Saw } from '@green-pitch/core'
import { setMeta } from '../../data/db'
import { useKeeper } from '../../store/keeper'
import { useNewJob } from '../../store/newJob'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'
import Makes from '../../ui/Makes.vue'
import SawPicture from '../../draw/SawPicture.vue'

/** The first visit: three questions, each answered by one press or left, then the Bench with one's own saw. */
const router = useRouter()
const settings = useSettings()
const shop = useShop()
const trouble = useTrouble()
const begin = useNewJob()

/** One of each kind and end a saw is told by; the rest on asking. */
const kinds = known.filter((s, i) => i === known.findIndex((k) => familyOf(k) === familyOf(s) && `${k.ends}` === `${s.ends}`))
const OwnSaw = defineAsyncComponent(() => import('../../ui/OwnSaw.vue'))
const asking = ref(false)
const ownSaws = computed(() => shop.saws.filter((s) => shop.mine.has(s.id) && !known.some((k) => k.id === s.id)))
const all = ref(false)
const shown = computed(() => (all.value ? known : kinds))
/** Saws that stand here, in the order they were named. */
const named = ref([...shop.mine])
async function stands(saw: Saw) {
  named.value = named.value.includes(saw.id) ? named.value.filter((id) => id !== saw.id) : [...named.value, saw.id]
  const row = shop.sawRows.find((r) => r.id === saw.id)
  await shop.keepSaw({ id: saw.id, rev: row?.rev ?? 0, saw: row?.saw ?? saw, mine: !row?.mine })
}
const makes = computed(() => settings.value.supply.makes)
/** Kinds of work done on the saws that stand here; all where none was named. */
const works = computed(() => {
  const own = new Set(shop.saws.filter((s) => shop.mine.has(s.id)).map(familyOf))
  return own.size ? mixes.filter((m) => own.has(m.family)) : mixes
})
/** The saw to begin on: one that does what is made, else the first named. */
const leads = computed(() => {
  const own = named.value.flatMap((id) => shop.saws.find((s) => s.id === id) ?? [])
  const for_ = new Set(mixes.filter((m) => makes.value.includes(m.id)).map((m) => m.family))
  return own.find((s) => for_.has(familyOf(s))) ?? own[0]
})

const busy = ref(false)
async function go(work: () => Promise<unknown>) {
  busy.value = true
  try {
    await work()
    await router.push('/')
  } catch (error) {
    trouble.report(error)
  } finally {
    busy.value = false
  }
}
const own = () => go(() => begin(leads.value?.id))
const demo = () =>
  go(async () => {
    await useKeeper().settle()
    await (await import('../../data/demo')).loadDemo()
  })
// whoever has been here need not come again
onBeforeRouteLeave(() => {
  setMeta('started', () => true).catch(trouble.report)
})
</script>

<template>
  <div class="place welcome">
    <header>
      <h1>Which blade, how tight, how fast: your answer stands in a minute</h1>
      <button class="act" :disabled="busy" @click="demo">Look around a demo bench first</button>
    </header>
    <section aria-labelledby="w-saws">
      <h2 id="w-saws">Which saws stand here?</h2>
      <div class="saws" role="group" aria-labelledby="w-saws">
        <button v-for="s in shown" :key="s.id" class="saw" :aria-pressed="shop.mine.has(s.id)" @click="stands(s)">
          <SawPicture :saw="s" /><span>{{ sawWords(s, settings.say) }}</span>
        </button>
      </div>
      <button v-if="!all" class="act plain" @click="all = true">All {{ known.length }} kinds</button>
      <button class="act plain" @click="asking = true">Mine is not among them</button>
      <span v-for="s in ownSaws" :key="s.id" class="mine">{{ s.short }}, yours</span>
      <OwnSaw v-if="asking" @close="asking = false" @made="(id) => named.push(id)" />
    </section>
    <section aria-labelledby="w-units" class="line">
      <h2 id="w-units">Inches or millimeters?</h2>
      <div role="group" aria-labelledby="w-units">
        <button
          class="act"
          :class="{ main: settings.value.unit === 'in' }"
          :aria-pressed="settings.value.unit === 'in'"
          @click="settings.change({ unit: 'in', drills: ['fractional', 'number'], paper: 'half-letter' })"
        >
          Inches
        </button>
        <button
          class="act"
          :class="{ main: settings.value.unit === 'mm' }"
          :aria-pressed="settings.value.unit === 'mm'"
          @click="settings.change({ unit: 'mm', drills: ['metric'], paper: 'a5' })"
        >
          Millimeters
        </button>
      </div>
    </section>
    <section aria-labelledby="w-makes">
      <Makes :among="works"><h2 id="w-makes">What do you mostly make?</h2></Makes>
    </section>
    <footer>
      <button class="act main go" :disabled="busy" @click="own">
        {{ leads ? `To the Bench, with the ${leads.short.toLowerCase()}` : 'To the Bench' }}
      </button>
      <span class="soft">Leave what you like; all of it can be said later. Nothing leaves this machine.</span>
    </footer>
  </div>
</template>

<style scoped>
.saws {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 8px;
  margin: 8px 0 4px;
}
.saw {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 2px;
  padding: 8px 8px 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  text-align: center;
}
.saw:hover {
  border-color: var(--ink);
}
.saw[aria-pressed='true'] {
  border-color: var(--ink);
  box-shadow: inset 0 -3px 0 var(--ink);
  font-weight: 700;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
}
.line h2 {
  flex: 0 0 210px;
}
.line > div {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  margin-top: 20px;
}
.go {
  min-height: 44px;
  padding: 4px 20px;
}
@media (max-width: 760px) {
  .saws {
    grid-template-columns: 1fr 1fr;
  }
  .saw :deep(svg) {
    width: 100%;
    height: auto;
  }
  .act {
    min-height: 44px;
  }
}
</style>
