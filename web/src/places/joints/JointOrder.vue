<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { jointSteps, sawFacts, tenonSchoolNames, tenonSchoolWords } from '@green-pitch/core'
import { useJoint } from '../../store/joint'
import { useRun } from '../../store/run'
import { useSettings } from '../../store/settings'
import { figure } from '../../ui/figure'
import Mark from '../../ui/Mark.vue'

/** In what order it is sawn, what the saw makes of it, and the schools where they part. */
const joint = useJoint()
const settings = useSettings()
const found = computed(() => joint.found)
const run = useRun()
const router = useRouter()
const cuts = computed(() => found.value.cuts.reduce((n, c) => n + c.count, 0))
/** Cut by cut in Run. */
const sawIt = async () => (await run.beginSteps({ of: 'joint' })) && router.push('/run')
const steps = computed(() => jointSteps(found.value, settings.say))
const facts = computed(() => sawFacts(found.value, settings.say))
</script>

<template>
  <aside>
    <h2>Saw it in this order</h2>
    <ol>
      <li v-for="(s, i) in steps" :key="s.head">
        <b class="n">{{ i + 1 }}</b>
        <p>
          <b>{{ s.head }}</b> {{ s.text }}
        </p>
      </li>
    </ol>
    <template v-if="facts.length">
      <h2>This saw, this cut</h2>
      <ul>
        <li v-for="f in facts" :key="f">{{ f }}</li>
      </ul>
    </template>
    <template v-if="joint.schools.length">
      <h2>Which saws for a tenon: the schools</h2>
      <ul>
        <li v-for="s in joint.schools" :key="s.school">
          <p>
            <Mark :state="s.works ? 'within' : 'beyond'" /><b>{{ tenonSchoolNames[s.school] }}.</b> {{ tenonSchoolWords(s) }}
          </p>
        </li>
      </ul>
    </template>
    <p class="more">
      <button v-if="found.ok && cuts" class="act main" v-bind="figure('joint-sawing', found.seconds)" @click="sawIt">
        Saw it: {{ cuts === 1 ? '1 cut' : `${cuts} cuts` }}
      </button>
      <button v-for="c in found.cuts.slice(0, 1)" :key="c.name" class="act" @click="joint.toTicket(c.job)">
        Put this cut on the ticket
      </button>
      <button v-if="found.coped" class="act" @click="joint.toTicket(found.coped.job)">Put the coping cut on it</button>
      <RouterLink class="act plain" to="/">To the Bench</RouterLink>
    </p>
    <p class="soft">
      <Mark state="near" quiet />Eye protection. Thumb beside the line only until the cut has started; chisels cut away from you. A sharp
      saw wants no force.
    </p>
  </aside>
</template>

<style scoped>
aside {
  border-left: 1px solid var(--rule);
  margin: 14px 0;
  padding: 0 16px;
}
aside h2 {
  padding-bottom: 5px;
  border-bottom: 1px solid var(--rule);
}
aside h2 ~ h2 {
  margin-top: 16px;
}
aside li {
  display: flex;
  gap: 14px;
  padding: 8px 0;
  border-bottom: 1px solid var(--faint);
}
.n {
  min-width: 12px;
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 14px 0 10px;
}
@media (max-width: 1080px) {
  aside {
    border-left: 0;
    border-top: 1px solid var(--rule);
    padding-top: 12px;
  }
}
</style>
