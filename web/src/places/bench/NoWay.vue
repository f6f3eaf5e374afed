<script setup lang="ts">
import { computed } from 'vue'
import { collisionWords, makeDoWords, sizeWords, stoppers, wayWords, type WayOut } from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import { withBlade, withJob, withSaw } from '../../data/ticket'
import Mark from '../../ui/Mark.vue'

/** An impossible job, answered: what collides, by how much, and the ways out. */
const answer = useAnswer()
const jobs = useJob()
const settings = useSettings()
const clash = computed(() => answer.clash && collisionWords(answer.clash, answer.job, settings.say))
const groups = computed(() =>
  [
    { name: 'Cut it another way', group: 'manner' },
    { name: 'Change the piece', group: 'piece' },
    { name: 'Take another saw', group: 'saw' },
  ]
    .map(({ name, group }) => ({ name, ways: answer.ways.filter((w) => w.group === group) }))
    .filter((g) => g.ways.length),
)
const last = computed(() =>
  ['material', 'end'].includes(stoppers(answer.job)[0] ?? '')
    ? `No blade this saw’s clamps hold is made for ${answer.job.stock.material.name.toLowerCase()}, and no saw of yours would do either. Saws has other kinds to compare.`
    : 'No saw of yours does this, in any way known here: not by another manner, nor with the piece changed in two ways.',
)
/** The way's job replaces this one; a chosen blade that failed steps back to what is suggested. */
function take(w: WayOut) {
  jobs.edit(
    (t) =>
      w.saw ? withSaw({ ...t, blade: undefined }, w.saw) : withBlade(withJob(t, { ...w.job, teethSchool: t.job.teethSchool }), undefined),
    `way ${w.kind}`,
  )
}
</script>

<template>
  <h2 class="head"><Mark state="beyond" />No blade for this saw will do this cut</h2>
  <p class="clash">{{ clash }}</p>
  <section v-for="g in groups" :key="g.name">
    <h3>{{ g.name }}</h3>
    <ul>
      <li v-for="w in g.ways" :key="w.kind + (w.and?.kind ?? '') + (w.saw?.id ?? '')">
        <button class="act" @click="take(w)">{{ wayWords(w, settings.say).act }}</button><span class="soft">{{
          wayWords(w, settings.say).cost
        }}</span>
      </li>
    </ul>
  </section>
  <section v-if="answer.doable">
    <h3>Make the nearest in my drawer do</h3>
    <p>
      {{ sizeWords(answer.doable.evaluation.blade) }} {{ answer.doable.evaluation.blade.name.toLowerCase() }}:
      {{ makeDoWords(answer.doable, undefined, settings.say) }}
    </p>
  </section>
  <p v-if="!groups.length">{{ last }}</p>
</template>

<style scoped>
.head {
  border-bottom: 2px solid var(--ink);
  padding-bottom: 8px;
}
.clash {
  padding: 10px 0;
}
section {
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
li {
  display: grid;
  gap: 2px;
  padding: 6px 0;
  justify-items: start;
}
</style>
