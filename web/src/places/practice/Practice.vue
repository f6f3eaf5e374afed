<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { useLocalStorage, useMediaQuery } from '@vueuse/core'
import { bladeWords, exerciseWords, lengthWords, practiceFamilies, sawFamilies, type Family } from '@green-pitch/core'
import type { Cutting } from '@green-pitch/core/practice'
import type { Moves } from '../../draw/practiceScene'
import { useJob } from '../../store/job'
import { usePractice, type Choice } from '../../store/practice'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import Mark from '../../ui/Mark.vue'
import ClassPart from './ClassPart.vue'
import LearningCurve from './LearningCurve.vue'
import Peeled from './Peeled.vue'
import TheCut from './TheCut.vue'

/** Sawing simulated by the blade’s own figures, before good wood is spoilt. */
const props = defineProps<{ shape?: string }>()
const practice = usePractice()
const jobs = useJob()
const settings = useSettings()
const seed = ref(fresh())
const shown = ref(false)
const sound = useLocalStorage('practice-sound', true)
const cut = ref<InstanceType<typeof TheCut>>()
const touch = useMediaQuery('(pointer: coarse)')
function fresh() {
  return crypto.getRandomValues(new Uint32Array(1))[0]! >>> 1
}

const HOW: Record<Family, Moves> = { scroll: 'work', jeweler: 'work', coping: 'saw', bow: 'saw', jigsaw: 'saw', hand: 'down' }
const moves = computed(() => HOW[practice.family])
const words = computed(() => {
  const c = practice.chosen
  if ('shape' in c) return exerciseWords[c.shape]
  if ('ring' in c)
    return {
      name: practice.openings.find((o) => o.ring === c.ring)?.name ?? 'An opening',
      aim: `Of ${jobs.name}, as drawn: with this blade, in this stock.`,
    }
  return {
    name: `Joint: ${practice.cuts.find((x) => x.cut === c.cut)?.name ?? 'a cut'}`,
    aim: 'As deep and as steep as it is on the ticket.',
  }
})
const how = computed(() =>
  touch.value
    ? moves.value === 'work'
      ? 'Hold the work below the blade and push it up into the teeth; two fingers turn without leaning.'
      : 'Put a finger down and pull the way the saw is to go.'
    : moves.value === 'work'
      ? 'Drag the work up into the teeth, or: ↑ ↓ push, ← → turn, Space rests.'
      : 'Drag the way the saw is to go, or: ↑ ↓ push, ← → turn, Space rests.',
)
async function again(what?: Choice) {
  practice.take(what ?? practice.chosen, what && 'cut' in what ? 'hand' : undefined)
  shown.value = false
  seed.value = fresh()
  await nextTick()
  document.querySelector<HTMLElement>('.cut')?.focus({ preventScroll: true })
}
/** Another kind of saw: its own next exercise. */
function takeFamily(family: Family) {
  practice.take(undefined, family)
  shown.value = false
  seed.value = fresh()
}
async function ended(cuts: Cutting[]) {
  if (shown.value) {
    shown.value = false
    seed.value = fresh()
    return
  }
  const found = await practice.judge(cuts)
  cut.value?.reveal(found.slips)
}
function watchHand() {
  practice.take(practice.chosen)
  shown.value = true
  seed.value = fresh()
}
function takeSkill(skill: 'learning' | 'practised' | 'sure') {
  jobs.editCut({ skill }, 'skill')
  useTrouble().say('The Bench reckons with that hand now. Undo takes it back.', 'done')
}
onMounted(() => {
  if (!touch.value) void nextTick(() => document.querySelector<HTMLElement>('.cut')?.focus({ preventScroll: true }))
  void practice.load().catch(useTrouble().report)
  if (props.shape && props.shape in exerciseWords) practice.take({ shape: props.shape as keyof typeof exerciseWords })
})
</script>

<template>
  <div class="practice">
    <div class="board">
      <TheCut
        v-if="practice.bites"
        ref="cut"
        :saw="practice.saw"
        :job="practice.setUp.job"
        :lines="practice.drawn.lines"
        :offset="practice.offset"
        :moves="moves"
        :sound="sound"
        :seed="seed"
        :shown="shown"
        @ended="ended"
      />
      <p v-else class="none"><Mark state="beyond" />This blade does not bite in this stock. Take a suggested one on the Bench.</p>
    </div>
    <aside>
      <header>
        <h1>{{ words.name }}</h1>
        <p v-if="!practice.judged">{{ shown ? 'A sure hand saws it, five times as fast.' : words.aim }}</p>
        <p class="soft">
          {{ bladeWords(practice.setUp.blade, settings.say) }}; {{ lengthWords(practice.saw.height, settings.say) }} of
          {{ practice.setUp.job.stock.material.name.toLowerCase() }}
        </p>
      </header>
      <Peeled
        v-if="practice.judged"
        :found="practice.judged"
        :next="practice.next"
        :same="'shape' in practice.chosen ? practice.chosen.shape : undefined"
        @again="again()"
        @next="again({ shape: practice.next })"
        @watch="watchHand"
      />
      <template v-else>
        <p class="how soft">{{ how }}</p>
        <p class="acts">
          <button class="act" @click="cut?.stop()">{{ shown ? 'Enough' : 'Stop and look' }}</button>
          <button v-if="!shown" class="act" @click="watchHand">Watch a sure hand</button>
          <button class="act" :aria-pressed="sound" @click="sound = !sound">{{ sound ? 'Sound on' : 'Sound off' }}</button>
        </p>
      </template>
      <LearningCurve
        :tried="practice.ofFamily"
        :curve="practice.curve"
        :hand="practice.hand"
        :skill="jobs.job.cut.skill"
        @take="takeSkill"
      />
      <ClassPart />
      <section aria-labelledby="ladder-head">
        <h2 id="ladder-head">
          <select
            aria-label="Kind of saw"
            :value="practice.family"
            @change="takeFamily(($event.target as HTMLSelectElement).value as Family)"
          >
            <option v-for="f in sawFamilies" :key="f" :value="f">{{ practiceFamilies[f] }}</option>
          </select>
        </h2>
        <ul>
          <li v-for="rung in practice.rungs" :key="rung">
            <button
              class="rung"
              :aria-current="'shape' in practice.chosen && practice.chosen.shape === rung ? 'step' : undefined"
              @click="again({ shape: rung })"
            >
              <span>{{ exerciseWords[rung].name }}</span>
              <span class="told"
                ><span v-if="rung === practice.next" class="soft">next</span
                ><span v-if="practice.best(rung) >= 0" class="mono">{{ Math.round(practice.best(rung)) }}</span></span
              >
            </button>
          </li>
        </ul>
        <template v-if="practice.openings.length && practice.family === practice.own">
          <h3>Openings of {{ jobs.name }}</h3>
          <ul>
            <li v-for="o in practice.openings" :key="o.ring">
              <button
                class="rung"
                :aria-current="'ring' in practice.chosen && practice.chosen.ring === o.ring ? 'step' : undefined"
                @click="again({ ring: o.ring })"
              >
                {{ o.name }}
              </button>
            </li>
          </ul>
        </template>
        <template v-if="practice.cuts.length">
          <h3>Cuts of {{ jobs.name }}</h3>
          <ul>
            <li v-for="c in practice.cuts" :key="c.cut">
              <button
                class="rung"
                :aria-current="'cut' in practice.chosen && practice.chosen.cut === c.cut ? 'step' : undefined"
                @click="again({ cut: c.cut })"
              >
                {{ c.name }}
              </button>
            </li>
          </ul>
        </template>
      </section>
    </aside>
  </div>
</template>

<style scoped>
.practice {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  height: 100%;
  min-height: 0;
}
.board {
  display: grid;
  min-height: 0;
  min-width: 0;
  border-right: 1px solid var(--rule);
}
.none {
  place-self: center;
  padding: 20px;
  max-width: 40ch;
}
aside {
  padding: 14px 18px 24px;
  overflow-y: auto;
}
h1 {
  font-size: 1.3rem;
  font-weight: 700;
  margin-bottom: 2px;
}
header p + p,
.how {
  margin-top: 6px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 10px 0;
}
section {
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
select {
  font: 600 1.05rem var(--text);
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--edge);
  min-height: 34px;
  width: 100%;
  margin-bottom: 4px;
}
h3 {
  margin: 12px 0 2px;
  font-weight: 600;
  font-size: 1rem;
}
.rung {
  display: flex;
  justify-content: space-between;
  width: 100%;
  min-height: 32px;
  align-items: center;
  text-align: left;
  border-bottom: 1px solid var(--faint);
  padding: 2px 6px;
}
.told {
  display: flex;
  gap: 10px;
}
.rung:hover {
  background: var(--faint);
}
.rung[aria-current] {
  background: var(--sheet);
  font-weight: 600;
  box-shadow: inset 3px 0 var(--ink);
}
@media (max-width: 760px) {
  .practice {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: 62vh auto;
    height: auto;
  }
  .board {
    border-right: 0;
    border-bottom: 1px solid var(--rule);
  }
  .rung {
    min-height: 44px;
  }
}
</style>
