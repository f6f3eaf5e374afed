<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { watchDebounced } from '@vueuse/core'
import {
  bladeWords,
  blades,
  cautionWords,
  clampTrouble,
  cornerWays,
  cornerWords,
  explain,
  lengthWords,
  limitNames,
  pivotRadius,
  placedCautions,
  flowingRadius,
  groupName,
  roundWords,
  rules,
  setUpWords,
  sizeWords,
  strokesWords,
  turnsAnywhere,
  windowHeading,
  workedRadius,
  isStrung,
  type Blade,
  type JobRule,
  type LimitId,
  type Saw,
  isHandFrame,
  isHandSaw,
  isRound,
  isJigsaw,
  handOf,
  leadWords,
  sideAdvice,
  boardPassed,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { onKey } from '../../ui/keys'
import { useSizeKeys } from '../../ui/sizeKeys'
import { useStages } from '../../ui/stages'
import { withBlade } from '../../data/ticket'
import { useLink } from './link'
import BladeInStock from '../../draw/BladeInStock.vue'
import SizeWindow from '../../draw/SizeWindow.vue'
import BoardPast from '../../draw/BoardPast.vue'
import FrameClearance from '../../draw/FrameClearance.vue'
import Drift from '../../draw/Drift.vue'
import Turn from '../../draw/Turn.vue'
import UnderBack from '../../draw/UnderBack.vue'
import Assumed from './Assumed.vue'
import Expect from './Expect.vue'
import JobBar from './JobBar.vue'
import Ranked from './Ranked.vue'
import NoWay from './NoWay.vue'
import { figure } from '../../ui/figure'
import Mark from '../../ui/Mark.vue'
import Rich from '../../ui/Rich.vue'
import Why from '../../ui/Why.vue'

const LogCut = defineAsyncComponent(() => import('./LogCut.vue'))
const Alike = defineAsyncComponent(() => import('./Alike.vue'))
const Openings = defineAsyncComponent(() => import('./Openings.vue'))
const Compare = defineAsyncComponent(() => import('./Compare.vue'))
const NewJob = defineAsyncComponent(() => import('./NewJob.vue'))
const Card = defineAsyncComponent(() => import('./Card.vue'))
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const shop = useShop()
useLink()

const say = computed(() => settings.say)
const choose = (b: Blade) => jobs.edit((t) => withBlade(t, b), 'blade')
/** The saw as if its clamps held every thickness: what keeps a pattern out is its ends. */
const anyThickness = computed((): Saw => {
  const { saw } = jobs.job
  return isStrung(saw) ? { ...saw, clamp: [0, 9] } : saw
})
const groups = computed(() => {
  const seen = new Map<string, string>()
  for (const b of blades) if (!seen.has(b.group) && !clampTrouble(anyThickness.value, b)) seen.set(b.group, groupName(b.group))
  return [...seen]
})
/** Another pattern: its own middle of the window, or the same size where nothing passes. */
function pattern(group: string) {
  const best = answer.ranked.find((r) => r.blade.group === group)?.blade
  const all = shop.catalogue.filter((b) => b.group === group)
  const b = best ?? all.find((x) => x.size === answer.blade.size) ?? all[Math.floor(all.length / 2)]
  if (b) choose(b)
}
useSizeKeys()
const stands = useStages(7)
const boardPast = computed(() => boardPassed(answer.job, answer.blade))

/** The answer for those who hear it: once the hand has come to rest, and not at the start. */
const answered = computed(() =>
  answer.evaluation.passes
    ? `${bladeWords(answer.blade, say.value)}, ${strokesWords(answer.evaluation.speed, ' to ')} strokes a minute. ${windowHeading(answer.window)}.`
    : 'No blade for this saw will do this cut.',
)
const heard = ref('')
watchDebounced(
  answered,
  (text) => {
    heard.value = text
  },
  { debounce: 700 },
)
const logging = ref(false)
const printing = ref(false)
const comparing = ref(false)
onKey('l', () => {
  logging.value = true
})
onKey('p', () => {
  printing.value = true
})

const why = (rule: JobRule) => () => explain(rule, answer.job, answer.evaluation, say.value)
const turns = computed(() => {
  const b = answer.blade
  if (turnsAnywhere(b)) return []
  const mm = (r: number) => (Number.isFinite(r) ? roundWords(r, say.value) : 'none')
  return [
    { name: 'flowing', value: mm(flowingRadius(b)), rule: 'flowing' as const, here: answer.job.cut.turn === 'flowing' },
    { name: 'worked', value: mm(workedRadius(b)), rule: 'worked' as const, here: answer.job.cut.turn === 'worked' },
    { name: 'pivot', value: mm(pivotRadius(b)), rule: 'pivot' as const, here: answer.job.cut.turn === 'pivot' },
  ]
})
/** Ways round a corner that has no radius, where the drawing does not tell them one by one. */
const corners = computed(() => {
  const { corners: asked, course } = answer.job.cut
  if (!asked || course) return []
  return cornerWays(answer.job, answer.blade, asked.angle).map((w) => cornerWords(w, asked.count, say.value))
})
const turnMargin = computed(() => answer.evaluation.margins.find((m) => m.limit === 'turn'))
/** What the pieces held so far say of the side this hand keeps. */
const side = computed(() => {
  const hand = answer.blade.plate ? undefined : handOf(shop.log)
  return hand && sideAdvice(hand, say.value)
})
const lead = computed(() => leadWords(shop.leadOf(answer.blade.id)))
const list = computed(() =>
  answer.setup.value
    .filter((i) => !['clean-ends', 'retension'].includes(i.do))
    .map((i) => ({ item: i, text: setUpWords(i, answer.job, say.value) })),
)
const cautions = computed(() => placedCautions(answer.setup))
const ruleOf: Partial<Record<string, JobRule>> = { tension: 'band', speed: 'speed', drill: 'hole' }
const limitRule: Partial<Record<LimitId, JobRule>> = { chipLoad: 'chipLoad', teeth: 'teeth', turn: 'turn', hole: 'hole', web: 'web' }
</script>

<template>
  <div class="bench">
    <h1 class="sr">Bench</h1>
    <p class="sr" role="status">{{ heard }}</p>
    <JobBar @print="printing = true" @log="logging = true" />
    <NewJob v-if="jobs.asking" :key="jobs.record.id" />
    <div class="left">
      <SizeWindow
        :window="answer.window"
        :job="answer.job"
        :say="say"
        :chosen="answer.blade.id"
        :owned="shop.owned"
        :pace="jobs.job.pace"
        @choose="choose"
        @pace="(v) => jobs.editJob({ pace: v }, 'pace')"
      >
        <template #limit="{ limit }"
          ><Why v-if="limitRule[limit]" :why="why(limitRule[limit]!)" :label="limitNames[limit]">{{ limitNames[limit] }}</Why
          ><template v-else>{{ limitNames[limit] }}</template></template
        >
        <template #pattern>
          <label class="pattern soft"
            >shown for
            <select :value="answer.blade.group" aria-label="Pattern shown" @change="pattern(($event.target as HTMLSelectElement).value)">
              <option v-for="[g, name] in groups" :key="g" :value="g">{{ name.toLowerCase() }}</option>
            </select>
          </label>
        </template>
      </SizeWindow>
      <Assumed v-if="!jobs.asking" />
      <Expect v-if="stands > 1 && answer.evaluation.passes" />
      <div v-if="stands > 2" class="below">
        <BladeInStock :job="answer.job" :evaluation="answer.evaluation" :setup="answer.setup" :say="say">
          <template #bow
            ><Why :why="why('force')">{{ lengthWords(answer.setup.bow, say) }}</Why></template
          >
        </BladeInStock>
        <UnderBack
          v-if="stands > 3 && answer.blade.plate && answer.job.cut.depth !== undefined"
          :blade="answer.blade"
          :depth="answer.job.cut.depth"
          :say="say"
        />
        <Turn v-else-if="stands > 3" :job="answer.job" :evaluation="answer.evaluation" :say="say">
          <p v-if="turnsAnywhere(answer.blade)">{{ sizeWords(answer.blade) }} cuts all round: the work need not turn.</p>
          <dl v-else-if="answer.job.cut.radius !== undefined" class="turns">
            <template v-for="t in turns" :key="t.name"
              ><dt :class="{ here: t.here }">{{ t.name }}</dt>
              <dd class="mono" :class="{ here: t.here }">
                <Why :why="why(t.rule)" :label="`${t.name} ${t.value}`">{{ t.value }}</Why>
              </dd>
              <dd>
                <span v-if="t.here && turnMargin" :class="turnMargin.state"
                  ><Mark :state="turnMargin.state" />{{
                    turnMargin.state === 'within' ? 'turns it' : turnMargin.state === 'near' ? 'at a price' : 'cannot'
                  }}</span
                >
              </dd></template
            >
          </dl>
          <ul v-if="corners.length" class="corners" :aria-label="`Corners of ${answer.job.cut.corners!.angle}°`">
            <li v-for="c in corners" :key="c.name">
              <b>{{ c.name }}</b><br />{{ c.takes }}; {{ c.leaves }}
            </li>
          </ul>
          <FrameClearance
            v-if="isHandFrame(answer.job.saw) && answer.job.cut.lie"
            :saw="answer.job.saw"
            :lie="answer.job.cut.lie"
            :turned="answer.job.turned ?? 0"
            :hatch="answer.job.stock.material.hatch"
            :say="say"
          />
          <BoardPast
            v-if="boardPast && isStrung(answer.job.saw)"
            :job="answer.job"
            :saw="answer.job.saw"
            :board="answer.job.cut.board!"
            :passes="boardPast"
            :hatch="answer.job.stock.material.hatch"
            :say="say"
          />
          <Drift
            v-if="isJigsaw(answer.job.saw)"
            :job="answer.job"
            :saw="answer.job.saw"
            :evaluation="answer.evaluation"
            :setup="answer.setup"
            :say="say"
          />
        </Turn>
        <section v-if="stands > 4" aria-labelledby="setup-head">
          <h2 id="setup-head">Set it up</h2>
          <ol class="setup">
            <li v-for="l in list" :key="l.item.do" v-bind="l.item.do === 'drill' ? figure('drill', l.item.drill.mm) : {}">
              <Rich :text="l.text" />
              <span v-for="c in cautions.beside.get(l.item.do)" :key="c" class="soft">{{ ` ${cautionWords[c]}` }}</span>
              {{ ' '
              }}<Why v-if="ruleOf[l.item.do]" :why="why(ruleOf[l.item.do]!)" :label="`${rules[ruleOf[l.item.do]!].name}, set-up`">why?</Why>
            </li>
            <li v-if="lead">{{ lead }}</li>
            <li v-if="side"><Rich :text="side" /></li>
          </ol>
        </section>
      </div>
      <Alike v-if="stands > 5 && !isHandSaw(answer.job.saw) && !isRound(answer.job.stock)" :key="jobs.record.id" />
      <Openings v-if="stands > 5 && isJigsaw(answer.job.saw) && answer.job.cut.kind === 'pierced'" />
      <section v-if="stands > 5" class="cautions" aria-label="Cautions">
        <Mark state="near" quiet />{{ cautions.foot.map((c) => cautionWords[c]).join(' ') }}
      </section>
    </div>
    <aside v-if="stands > 6" class="right">
      <NoWay v-if="!answer.ranked.length" />
      <Ranked v-else @choose="choose" />
      <p class="compare"><button class="act" @click="comparing = true">This cut with another kind of saw</button></p>
    </aside>
    <LogCut v-if="logging" @close="logging = false" />
    <Compare v-if="comparing" @close="comparing = false" />
    <Card v-if="printing" @close="printing = false" />
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  min-height: 100%;
  align-content: start;
}
.left {
  padding: 10px 16px 16px;
  min-width: 0;
}
.right {
  padding: 10px 16px 16px;
  margin: 10px 0;
  border-left: 1px solid var(--rule);
}
/* what changes in one does not lay out the others anew */
.left > *,
.right {
  contain: layout style;
}
.below {
  display: grid;
  grid-template-columns: minmax(230px, 290px) 190px minmax(200px, 1fr);
  gap: 20px;
  margin-top: 6px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
.pattern select {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 2px 4px;
}
.turns {
  display: grid;
  grid-template-columns: auto auto 1fr;
  gap: 2px 12px;
}
.turns dd {
  white-space: nowrap;
}
.corners li {
  padding: 4px 0;
  border-top: 1px solid var(--faint);
}
.turns :deep(.figure) {
  min-height: 24px;
}
.turns .here {
  font-weight: 700;
}
.setup li {
  padding: 6px 0;
  border-bottom: 1px solid var(--faint);
}
.setup {
  margin-top: 6px;
  border-top: 1px solid var(--faint);
}
.compare {
  margin-top: 14px;
}
.cautions {
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--faint);
  max-width: 105ch;
}
@media (max-width: 1080px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
  .right {
    border-left: 0;
    border-top: 1px solid var(--rule);
    margin: 0 16px;
    padding: 16px 0;
  }
}
@media (max-width: 760px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
