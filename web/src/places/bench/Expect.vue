<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import {
  billParts,
  bladeWords,
  firstByOwn,
  forecast,
  fromWords,
  gradeSpan,
  moneyWords,
  spanWords,
  timeWords,
  whyOwn,
  type Interval,
  type Response,
  type Why as WhyAnswer,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { db } from '../../data/db'
import type { PatternRecord } from '../../data/records'
import { useJob } from '../../store/job'
import { useLearned } from '../../store/learned'
import { useSettings } from '../../store/settings'
import { figure } from '../../ui/figure'
import RateFields from '../../ui/RateFields.vue'
import Why from '../../ui/Why.vue'

/** What the cut should come to: each figure with where eight in ten such cuts lie, and what one's own cuts have to do with it. */
const answer = useAnswer()
const learned = useLearned()
const settings = useSettings()
const jobs = useJob()
const f = computed(() => answer.bill)
const minutes = ({ median, low, high }: Interval): Interval => ({ median: 60 * median, low: 60 * low, high: 60 * high })
const times = computed(() =>
  (
    [
      ['sawing', 'sawing', f.value.sawing],
      ['threading', 'threading', f.value.threading],
      ['cleanUp', 'clean-up', f.value.cleanUp],
      ...(answer.blade.plate ? [] : [['life', 'blade life', minutes(f.value.life)]]),
    ] as [Response, string, Interval][]
  )
    .filter(([, , i]) => i.median > 0)
    .map(([response, name, i]) => ({ response, name, figure: figure(name, i.median), ...spanWords(i) })),
)
const grades = computed(() => [
  { response: 'edge' as const, name: 'edge', ...gradeSpan(f.value.edge) },
  { response: 'face' as const, name: 'face', ...gradeSpan(f.value.face) },
  { response: 'underside' as const, name: 'under', ...gradeSpan(f.value.underside) },
])
const changed = computed(() => {
  const [now, was] = [answer.suggested[0]?.blade, answer.without]
  if (!learned.beliefs || !now || !was || now.id === was.id) return undefined
  const { say } = settings
  return firstByOwn(bladeWords(now, say), bladeWords(was, say), forecast(answer.job, now, learned.beliefs))
})
const why = (r: Response) => () => whyOwn(r, f.value)
/** What it comes to in the user's money, with the stock and finish that its pattern names. */
const pricing = ref(false)
const costs = shallowRef<PatternRecord['costs']>()
watch(
  () => jobs.record.id,
  async (id) => {
    costs.value = undefined
    costs.value = (await db.patterns.get(id))?.costs
  },
  { immediate: true },
)
const price = computed(() => answer.priced(costs.value))
const total = computed(() => spanWords(f.value.total))
const whyTotal = (): WhyAnswer => ({
  rule: 'work',
  text: `In all ${timeWords(f.value.total)}.`,
  inputs: billParts(f.value),
  also: fromWords(f.value, answer.job),
})
</script>

<template>
  <section class="expect" aria-labelledby="expect-head">
    <h2 id="expect-head">Expect</h2>
    <dl>
      <div>
        <dt>in all</dt>
        <dd v-bind="figure('total', f.total.median)">
          <Why :why="whyTotal" :label="`In all ${total.mid}`"
            ><b class="mono">{{ total.mid }}</b></Why
          ><span class="soft mono span">{{ total.span }}</span>
        </dd>
      </div>
      <div v-for="g in [...times, ...grades]" :key="g.response">
        <dt>{{ g.name }}</dt>
        <dd v-bind="'figure' in g ? g.figure : {}">
          <Why :why="why(g.response)" :label="`${g.name} ${g.mid}`"
            ><b class="mono">{{ g.mid }}</b></Why
          ><span class="soft mono span">{{ g.span }}</span>
        </dd>
      </div>
      <div v-if="price" class="price">
        <dt>price</dt>
        <dd v-bind="figure('price', price.mid)">
          <b class="mono">{{ moneyWords(price.mid) }}</b><span class="soft mono span"
            >{{ moneyWords(price.low) }}–{{ moneyWords(price.high) }}</span
          >
        </dd>
      </div>
      <div v-else>
        <dt>price</dt>
        <dd><button class="act plain say" @click="pricing = true">say your hour</button></dd>
      </div>
    </dl>
    <p v-if="pricing" class="rates">
      <RateFields />
      <button class="act" @click="pricing = false">Done</button>
    </p>
    <p v-if="changed" class="changed" role="status">{{ changed }}</p>
  </section>
</template>

<style scoped>
.expect {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  align-items: baseline;
  margin-top: 6px;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 9px;
}
dt {
  color: var(--soft);
  font-size: 0.875rem;
}
dd {
  display: flex;
  align-items: baseline;
  gap: 4px;
  white-space: nowrap;
}
.span {
  font-size: 0.8125rem;
}
.rates {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
}
.say {
  padding: 0;
  min-height: 24px;
}
.changed {
  grid-column: 1 / -1;
  margin-top: 4px;
  border-left: 3px solid var(--ink);
  padding-left: 8px;
}
</style>
