<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { Switch } from 'ant-design-vue'
import {
  sawWords,
  blades,
  clampTrouble,
  endWords,
  isStrung,
  lengthWords,
  minutesWords,
  saws as shipped,
  threadingSeconds,
  type Saw,
  isHandSaw,
  isHandFrame,
  isJigsaw,
} from '@green-pitch/core'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import LengthInput from '../../ui/LengthInput.vue'
import SawSide from '../../draw/SawSide.vue'
import Calibration from './Calibration.vue'
import ChangeProcedure from './ChangeProcedure.vue'
import JigsawFields from './JigsawFields.vue'
import SpeedFields from './SpeedFields.vue'
import StrungFields from './StrungFields.vue'
import Themed from '../../ui/Themed.vue'
import Typed from '../../ui/Typed.vue'

const props = defineProps<{ part?: string }>()
const WorthBuying = defineAsyncComponent(() => import('./WorthBuying.vue'))
const OwnSaw = defineAsyncComponent(() => import('../../ui/OwnSaw.vue'))
const asking = ref(false)
const shop = useShop()
const jobs = useJob()
const settings = useSettings()
const id = ref(jobs.job.saw.id)
const saw = computed(() => shop.saws.find((s) => s.id === id.value) ?? shop.saws[0]!)
const row = computed(() => shop.sawRows.find((r) => r.id === saw.value.id))
const mine = computed(() => shop.mine.has(saw.value.id))
const own = computed(() => !shipped.some((s) => s.id === saw.value.id))
const changed = computed(
  () => row.value && !own.value && JSON.stringify(row.value.saw) !== JSON.stringify(shipped.find((s) => s.id === saw.value.id)),
)
const len = (mm: number) => lengthWords(mm, settings.say)

const keep = (patch: { saw?: Saw; mine?: boolean }) =>
  shop.keepSaw({ id: saw.value.id, rev: row.value?.rev ?? 0, saw: patch.saw ?? saw.value, mine: patch.mine ?? true })
const put = (patch: Partial<Saw>) => keep({ saw: { ...saw.value, ...patch } as Saw })
/** A saw of one's own goes by its one name everywhere; a shipped one keeps its short name in lists. */
const called = (name: string): Partial<Saw> => {
  const said = name.trim() || saw.value.name
  return own.value ? { name: said, short: said.slice(0, 40) } : { name: said }
}
async function copy() {
  const base = saw.value
  const n = shop.saws.filter((s) => s.id.startsWith('own-')).length + 1
  const next: Saw = {
    ...base,
    id: `own-saw-${n}-${Date.now().toString(36)}`,
    name: `${base.name}, my second`.slice(0, 80),
    short: `${base.short} ${n + 1}`.slice(0, 40),
  }
  if (await shop.keepSaw({ id: next.id, rev: 0, saw: next, mine: true })) id.value = next.id
}
const holds = computed(() => blades.filter((b) => !clampTrouble(saw.value, b)).length)
</script>

<template>
  <Themed>
    <div class="place">
      <nav class="parts" aria-label="Saws">
        <RouterLink to="/saws" :aria-current="props.part ? undefined : 'page'">Saws</RouterLink>
        <RouterLink to="/saws/worth" :aria-current="props.part ? 'page' : undefined">Worth buying</RouterLink>
      </nav>
      <WorthBuying v-if="props.part === 'worth'" />
      <template v-else>
        <header>
          <h1>{{ shop.mine.size ? `${shop.mine.size} saws in this shop` : 'Which of these stand in your shop?' }}</h1>
          <div class="acts">
            <button class="act" @click="copy">Add another like this</button
            ><button class="act main" @click="asking = true">One that is not in the list</button>
          </div>
        </header>
        <div class="two">
          <ul class="saws">
            <li v-for="s in shop.saws" :key="s.id">
              <button :aria-pressed="s.id === saw.id" @click="id = s.id">
                <b>{{ s.short }}</b> <span class="soft">{{ shop.mine.has(s.id) ? 'yours' : '' }}</span>
              </button>
            </li>
          </ul>
          <div :key="saw.id" class="sheet">
            <div class="top">
              <div>
                <Typed
                  class="name"
                  :model-value="sawWords(saw, settings.say)"
                  aria-label="Name of the saw"
                  maxlength="80"
                  @update:model-value="(name) => put(called(name))"
                />
                <p class="soft">
                  Holds {{ holds }} of {{ blades.length }} blades.
                  {{
                    isHandSaw(saw)
                      ? ''
                      : `${isStrung(saw) ? 'Threading a hole' : 'Entering a hole'} takes about ${minutesWords(threadingSeconds(saw))}.`
                  }}
                </p>
                <label class="mine"
                  ><Switch :checked="mine" size="small" @change="(v) => keep({ mine: v as boolean })" /> It stands in my shop</label
                >
              </div>
              <SawSide v-if="isStrung(saw)" :saw="saw" :say="settings.say" />
            </div>
            <section>
              <h2>What it takes</h2>
              <div class="fields">
                <LengthInput label="Stroke" :model-value="saw.stroke" @update:model-value="(v) => v && put({ stroke: v })" />
                <LengthInput
                  v-if="isStrung(saw)"
                  :label="isHandFrame(saw) ? 'Frame depth' : 'Throat'"
                  :model-value="saw.throat"
                  @update:model-value="(v) => v && put({ throat: v })"
                />
                <LengthInput label="Thickest stock" :model-value="saw.capacity" @update:model-value="(v) => v && put({ capacity: v })" />
                <SpeedFields :saw="saw" @change="put" />
                <StrungFields v-if="isStrung(saw)" :saw="saw" @change="put" />
                <JigsawFields v-else-if="isJigsaw(saw)" :saw="saw" @change="put" />
              </div>
              <p class="soft">
                Takes {{ endWords(saw.ends) }}{{ isStrung(saw) ? `, ${len(saw.clamp[0])} to ${len(saw.clamp[1])} thick` : '' }}.{{
                  saw.source ? '' : ' Figures are estimates of its kind until you measure yours.'
                }}
              </p>
            </section>
            <Calibration v-if="isStrung(saw)" :saw="saw" />
            <ChangeProcedure v-if="!isHandSaw(saw)" :saw="saw" @change="(change) => put({ change })" />
            <p v-if="changed || own">
              <button class="act" @click="shop.dropSaw(saw.id)">{{ own ? 'Remove this saw' : 'Back to the profile as shipped' }}</button>
              <span class="soft">Jobs stay as they were calculated.</span>
            </p>
          </div>
        </div>
        <OwnSaw v-if="asking" @close="asking = false" @made="(made) => (id = made)" />
      </template>
    </div>
  </Themed>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
  gap: 28px;
}
.saws button {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  padding: 7px 8px;
  border-bottom: 1px solid var(--faint);
  border-left: 3px solid transparent;
}
.saws button[aria-pressed='true'] {
  background: var(--sheet);
  border-left-color: var(--ink);
}
.saws b {
  font-weight: 600;
}
.top {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 16px;
}
.top > div {
  flex: 1;
  min-width: 280px;
}
.name {
  font: 700 1.15rem var(--text);
  color: inherit;
  background: none;
  border: 1px solid transparent;
  border-radius: 3px;
  padding: 4px 6px;
  margin-left: -7px;
  width: 100%;
}
.name:hover,
.name:focus {
  border-color: var(--rule);
  background: var(--sheet);
}
.mine {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(165px, 1fr));
  gap: 12px 16px;
  margin: 8px 0;
}
.field {
  display: grid;
  align-content: start;
  gap: 4px;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
