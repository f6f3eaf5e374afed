<script setup lang="ts">
import { computed } from 'vue'
import { linePath, testKindWords, lengthWords, roundWords, type Hatch as HatchKind, type Say, type TestPiece } from '@green-pitch/core'
import Hatch from './Hatch.vue'

/** The piece every blade of a trial saws: lines to scale on its stock. */
const props = defineProps<{ piece: TestPiece; hatch: HatchKind; say: Say }>()
const said = computed(
  () =>
    `Test piece, ${lengthWords(props.piece.width, props.say)} by ${lengthWords(Math.round(props.piece.height), props.say)}: ${[...new Set(props.piece.lines.map((l) => testKindWords[l.kind]))].join(', ')}`,
)
const drilled = computed(() => props.piece.lines.flatMap((l) => l.hole ?? []))
const stroke = computed(() => props.piece.width / 160)
</script>

<template>
  <figure>
    <svg :viewBox="`-2 -2 ${piece.width + 4} ${piece.height + 4}`" role="img" :aria-label="said">
      <defs><Hatch id="test-stock" :hatch="hatch" /></defs>
      <g :transform="`scale(${piece.width / 420})`">
        <rect :width="420" :height="(piece.height * 420) / piece.width" fill="url(#test-stock)" opacity="0.55" />
      </g>
      <rect :width="piece.width" :height="piece.height" fill="none" stroke="var(--stock-line)" :stroke-width="stroke" />
      <path v-for="(l, i) in piece.lines" :key="i" :d="linePath(l)" fill="none" stroke="var(--ink)" :stroke-width="1.4 * stroke" />
      <circle
        v-for="(o, i) in drilled"
        :key="`o${i}`"
        :cx="o.x"
        :cy="o.y"
        :r="o.drill / 2"
        fill="var(--paper)"
        stroke="var(--ink)"
        :stroke-width="stroke"
      />
    </svg>
    <figcaption class="soft">
      {{ lengthWords(piece.width, say) }} by {{ lengthWords(Math.round(piece.height), say) }},
      {{ lengthWords(Math.round(piece.length), say) }} to saw<template v-if="piece.radius"
        >, no curve tighter than {{ roundWords(piece.radius, say) }}</template
      ><template v-if="drilled[0]">; pilot hole {{ roundWords(drilled[0].drill, say) }}</template
      >.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  display: grid;
  gap: 6px;
  margin: 0;
}
svg {
  width: 100%;
  max-height: 440px;
}
</style>
