<script setup lang="ts">
import { computed } from 'vue'
import { aspectWords, exerciseWords, figuresWords, placeWords, resultWords, tryWords } from '@green-pitch/core'
import { aspects, type Scored, type ShapeName } from '@green-pitch/core/practice'
import { useSettings } from '../../store/settings'

/** The pattern is off: what shows, what nobody will see, the score, what to try. */
const props = defineProps<{ found: Scored; next: ShapeName; same?: ShapeName }>()
defineEmits<{ again: []; next: []; watch: [] }>()
const settings = useSettings()
const rows = computed(() => aspects.flatMap((a) => (props.found.aspects[a] === undefined ? [] : [{ a, got: props.found.aspects[a]! }])))
</script>

<template>
  <div class="peeled">
    <p role="status" class="result">
      <b class="score mono">{{ Math.round(found.score) }}</b><span class="sr"> of 100. </span><span>{{ resultWords(found) }}</span>
    </p>
    <p class="soft">{{ figuresWords(found, settings.say) }}.</p>
    <ol v-if="found.slips.length">
      <li v-for="(s, i) in found.slips" :key="i">{{ placeWords(s, settings.say) }}</li>
    </ol>
    <dl>
      <template v-for="r in rows" :key="r.a">
        <dt>{{ aspectWords[r.a].name }}</dt>
        <dd>
          <meter :value="r.got" :aria-label="aspectWords[r.a].name" />
          <span class="mono">{{ Math.round(100 * r.got) }}</span>
        </dd>
      </template>
    </dl>
    <p class="try"><b>Try:</b> {{ tryWords(found) }}</p>
    <p class="acts">
      <button class="act main" @click="$emit('again')">Again</button>
      <button v-if="next !== same" class="act" @click="$emit('next')">Next: {{ exerciseWords[next].name.toLowerCase() }}</button>
      <button class="act" @click="$emit('watch')">Watch a sure hand</button>
    </p>
  </div>
</template>

<style scoped>
.peeled {
  margin-top: 10px;
}
.result {
  display: flex;
  gap: 14px;
  align-items: center;
}
.score {
  font-size: 2.6rem;
  line-height: 1;
}
ol {
  margin: 8px 0;
  padding-left: 22px;
  list-style: decimal;
}
li {
  padding: 2px 0;
}
dl {
  display: grid;
  grid-template-columns: 1fr 1.2fr;
  gap: 2px 12px;
  margin: 10px 0;
}
dd .mono {
  min-width: 3ch;
  text-align: right;
}
dd {
  display: flex;
  gap: 10px;
  align-items: center;
}
meter {
  flex: 1;
  appearance: none;
  height: 8px;
  background: var(--faint);
  border: 0;
}
meter::-webkit-meter-inner-element {
  display: block;
}
meter::-webkit-meter-bar {
  background: var(--faint);
  border: 0;
  border-radius: 0;
  height: 8px;
}
meter::-webkit-meter-optimum-value {
  background: var(--within);
}
meter::-moz-meter-bar {
  background: var(--within);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 10px;
}
</style>
