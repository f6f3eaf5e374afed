<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import {
  billParts,
  bladeWords,
  countRange,
  formWords,
  lengthWords,
  drillSaid,
  minutesWords,
  moneyRange,
  remedyWords,
  roundWords,
  spanWords,
  timeWords,
  troubleWords,
  turnsAnywhere,
  unknownWords,
  type Blade,
  type PatternRule,
  type Why as WhyAnswer,
} from '@green-pitch/core'
import { groupTroubles, swingState, type Reckoning, type Remedy } from '@green-pitch/core/pattern'
import { useAnswer } from '../../store/answer'
import { withBlade } from '../../data/ticket'
import { useJob } from '../../store/job'
import { usePattern } from '../../store/pattern'
import { useSettings } from '../../store/settings'
import { useShop } from '../../store/shop'
import { figure } from '../../ui/figure'
import Mark from '../../ui/Mark.vue'
import FitsWeek from '../../ui/FitsWeek.vue'
import Why from '../../ui/Why.vue'
import Redraws from './Redraws.vue'

const props = defineProps<{ found: Reckoning }>()
const emit = defineEmits<{ jump: [rings: readonly number[], x: number, y: number] }>()
const answer = useAnswer()
const jobs = useJob()
const pattern = usePattern()
const settings = useSettings()
const shop = useShop()
const say = computed(() => settings.say)

/** Lengths of a metre and more, in metres or feet. */
const farWords = (mm: number) => (say.value.unit === 'mm' ? `${(mm / 1000).toFixed(2)} m` : `${(mm / 304.8).toFixed(1)} ft`)
const why =
  (rule: PatternRule, text: string, inputs: WhyAnswer['inputs'] = [], also = '') =>
  () => ({ rule, text, inputs, also })
const rows = computed(() => {
  const f = props.found
  const b = answer.bill
  const openings = f.rings.filter((r) => r.ring.role === 'opening').length
  const outlines = f.rings.filter((r) => r.ring.role === 'outline').length
  const { cuts } = b.evidence
  const from = cuts ? `Ranged by ${cuts} cuts of your log.` : 'No cut of yours is learned from yet, so the range is wide.'
  const list: { name: string; value: string; figure?: Record<string, string>; why?: () => WhyAnswer }[] = [
    openings
      ? { name: 'Openings', value: `${openings}, then the ${outlines === 1 ? 'outline' : `${outlines} outlines`}` }
      : { name: f.rings.some((r) => r.ring.part) ? 'Pieces' : 'Outlines', value: `${outlines}` },
    {
      name: 'Length of cut',
      value: f.length < 1000 ? lengthWords(Math.round(f.length), say.value) : farWords(f.length),
      figure: figure('length', Math.round(f.length)),
    },
  ]
  if (f.tightest)
    list.push({
      name: 'Tightest curve',
      value: roundWords(f.tightest.radius, say.value),
      figure: figure('radius', Math.round(f.tightest.radius * 100) / 100),
      why: why(
        'bend',
        `${roundWords(f.tightest.radius, say.value)} on the drawn line, its centre on the ${f.tightest.centre === 'waste' ? 'waste side' : 'piece’s side'}.`,
      ),
    })
  if (f.narrowest)
    list.push({
      name: 'Narrowest web',
      value: roundWords(f.narrowest.width, say.value),
      why: why('gap', 'Shown on the sheet where it matters.'),
    })
  list.push(
    {
      name: 'At the saw',
      value: timeWords(b.atSaw),
      figure: figure('at-saw', b.atSaw.median),
      why: why('work', timeWords(b.atSaw), billParts(b), from),
    },
    {
      name: 'In all',
      value: timeWords(b.total),
      figure: figure('total', b.total.median),
      why: why('work', timeWords(b.total), billParts(b), from),
    },
  )
  if (b.blades)
    list.push({
      name: `Blades, ${bladeWords(answer.blade, say.value)}`,
      value: countRange(b.blades),
      figure: figure('blades', b.blades.mid),
      why: why('spent', `${minutesWords(b.sawing.median)} of sawing.`),
    })
  const drill = drillSaid(b, say.value)
  if (drill) list.push({ name: 'Drill', value: drill, figure: figure('drill', b.drill?.mm) })
  const { price } = pattern
  if (price) list.push({ name: 'Price at your rates', value: moneyRange(price), why: why('price', moneyRange(price)) })
  return list
})
/** Who never takes twisted blades is not told to. */
const offered = computed(() =>
  settings.value.view.twisted === 'never' ? shop.catalogue.filter((b) => b.pattern !== 'twisted') : shop.catalogue,
)
/** Sought in the worker: each is tried before it is offered, which on a rich drawing takes seconds. */
const cures = shallowRef<{ of: Reckoning; each: Remedy[][] }>()
watch(
  () => [props.found, offered.value] as const,
  async ([of, blades]) => {
    const each = await pattern.remedies(blades)
    if (of === props.found) cures.value = { of, each }
  },
  { immediate: true },
)
const groups = computed(() =>
  groupTroubles(props.found.troubles).map((g, i) => ({
    g,
    ...troubleWords(g, props.found, answer.job, answer.blade, say.value),
    remedies: (cures.value?.of === props.found && cures.value.each[i]) || [],
  })),
)
/** A blade that cuts every way swings nothing. */
const anyWay = computed(() => turnsAnywhere(answer.blade))
const clear = computed(() => !anyWay.value && props.found.rings.every((r) => swingState(r.swing, r.plan.direction) === 'within'))
const widest = computed(() => Math.max(0, ...props.found.rings.map((r) => r.swing.reach)))

function apply(r: Remedy) {
  const record = pattern.record!
  switch (r.kind) {
    case 'pivot':
      return jobs.editCut({ turn: 'pivot' }, 'remedy')
    case 'blade':
      return jobs.edit((t) => withBlade(t, r.blade), 'remedy')
    case 'join':
      return pattern.edit({ tolerance: r.tolerance })
    case 'bridge':
      return void pattern.bridge(r.rings, r.width)
    case 'keep-island':
      return pattern.choose({ keptIslands: [...new Set([...record.choices.keptIslands, ...r.rings])] })
    case 'own-order':
      return pattern.choose({ order: undefined })
    case 'own-hole':
      return pattern.choose({
        holes: Object.fromEntries(Object.entries(record.choices.holes).filter(([id]) => !r.rings.includes(Number(id)))),
      })
  }
}

/** What reading the drawing left out or made of it. */
const said = computed(() => (pattern.reckoned ? formWords(pattern.reckoned.notes, say.value) : []))
const unknown = computed(() => unknownWords(props.found.unknown))

// another blade, sawing and cleaning up together
const rival = ref<Blade>()
const compare = (id: string) => (rival.value = answer.ranked.find((r) => r.blade.id === id)?.blade)
const beside = computed(() => rival.value && answer.billed(answer.job, rival.value))
</script>

<template>
  <section aria-label="Answer">
    <dl class="rows">
      <div v-for="r in rows" :key="r.name">
        <dt>{{ r.name }}</dt>
        <dd class="mono" v-bind="r.figure">
          <Why v-if="r.why" :why="r.why" :label="r.name"
            ><b>{{ r.value }}</b></Why
          ><b v-else>{{ r.value }}</b>
        </dd>
      </div>
    </dl>
    <p><FitsWeek /></p>
    <ul v-if="said.length" class="soft said">
      <li v-for="s in said" :key="s">{{ s }}</li>
    </ul>
    <p class="rival">
      <label
        >Against
        <select class="plain-input" :value="rival?.id ?? ''" @change="compare(($event.target as HTMLSelectElement).value)">
          <option value="">another blade…</option>
          <option
            v-for="r in answer.ranked.slice(0, 20).filter((x) => x.blade.id !== answer.blade.id)"
            :key="r.blade.id"
            :value="r.blade.id"
          >
            {{ bladeWords(r.blade, say) }}
          </option>
        </select></label
      >
      <span v-if="rival && beside" role="status">
        With {{ bladeWords(rival, say) }}: <b>{{ spanWords(beside.total).mid }}</b> in all (saw {{ spanWords(beside.atSaw).mid }}, clean-up
        {{ spanWords(beside.cleanUp).mid }}), against <b>{{ spanWords(answer.bill.total).mid }}</b> (saw
        {{ spanWords(answer.bill.atSaw).mid }}, clean-up {{ spanWords(answer.bill.cleanUp).mid }}).
      </span>
    </p>
  </section>
  <section aria-labelledby="look-head">
    <h2 id="look-head">
      {{ unknown || groups.some((g) => g.g.state !== 'within') ? 'Look at these first' : 'Nothing stands in the way' }}
    </h2>
    <p v-if="unknown" class="near"><Mark state="near" />{{ unknown }}</p>
    <Redraws :found="found" @show="(x, y) => emit('jump', [], x, y)" />
    <ul class="look">
      <li v-for="(t, i) in groups" :key="i">
        <button class="head" :class="t.g.state" @click="emit('jump', t.g.items[0]!.rings, t.g.items[0]!.x, t.g.items[0]!.y)">
          <Mark :state="t.g.state" /><b>{{ t.head }}</b>
        </button>
        <p>{{ t.text }}</p>
        <p v-if="t.remedies.length" class="acts">
          <button v-for="(r, j) in t.remedies" :key="j" class="act" @click="apply(r)">{{ remedyWords(r, say) }}</button>
        </p>
      </li>
      <li v-if="anyWay">
        <p class="head within"><Mark state="within" /><b>The board need not turn</b></p>
        <p>{{ bladeWords(answer.blade, say) }} cuts every way.</p>
      </li>
      <li v-if="clear">
        <p class="head within"><Mark state="within" /><b>The board swings clear</b></p>
        <p>
          It needs {{ lengthWords(Math.round(widest), say) }} of the {{ lengthWords(answer.job.saw.throat, say) }} behind the blade.
          <Why :why="why('swing', `At most ${lengthWords(Math.round(widest), say)} behind the blade.`)" label="Swing">why?</Why>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.rows > div {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  padding: 5px 0;
  border-bottom: 1px solid var(--faint);
}
.rows dd {
  margin-left: auto;
  letter-spacing: -0.03em;
}
.said {
  padding-top: 8px;
}
.rival {
  display: grid;
  gap: 4px;
  padding: 8px 0;
}
.rival select {
  max-width: 230px;
}
h2 {
  margin-top: 12px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--rule);
}
.look li {
  padding: 9px 0;
  border-bottom: 1px solid var(--faint);
}
.head b {
  color: var(--ink);
}
button.head:hover b {
  text-decoration: underline;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 6px;
}
</style>
