<script setup lang="ts">
import { computed } from 'vue'
import { useSessionStorage } from '@vueuse/core'
import {
  capital,
  cutRestSaid,
  easedBy,
  easeWords,
  type Cut,
  isHandSaw,
  isJigsaw,
  isHandFrame,
  isStrung,
  type SawnBoard,
} from '@green-pitch/core'
import { useJob } from '../../store/job'
import { useSettings } from '../../store/settings'
import Choice from '../../ui/Choice.vue'
import Count from '../../ui/Count.vue'
import LengthInput from '../../ui/LengthInput.vue'
import LineShape from '../../ui/LineShape.vue'
import Themed from '../../ui/Themed.vue'

const jobs = useJob()
const settings = useSettings()
/** Whether the rest lies open stays so while this tab lives. */
const more = useSessionStorage('cut-more', false)
const cut = computed(() => jobs.job.cut)
const saw = computed(() => jobs.job.saw)
const ease = computed(() => easedBy(jobs.job.stock.material))
const put = <K extends keyof Cut>(key: K, value: Cut[K]) => jobs.editCut({ [key]: value }, `cut ${key}`)
/** The stretch that is sawn stays on the board, whichever of its figures is said. */
function board(part: Partial<SawnBoard>) {
  const { length, width, from, to } = { ...cut.value.board!, ...part }
  const end = Math.min(to, length)
  put('board', { length, width, from: Math.min(from, end), to: end })
}
/** A board of which only its length was said is sawn at its end, as far as it is wide. */
function lengthen(length: number | undefined) {
  if (!length) put('board', undefined)
  else if (cut.value.board) board({ length })
  else put('board', { length, width: Math.min(150, length), from: 0, to: Math.min(150, length) })
}
function kind(value: Cut['kind']) {
  jobs.editCut(value === 'straight' ? { kind: value, radius: undefined } : { kind: value, radius: cut.value.radius ?? 10 }, 'cut kind')
}
</script>

<template>
  <Themed>
    <div class="fields">
      <Choice
        label="What"
        :model-value="cut.kind"
        :options="[
          { value: 'pierced', label: 'Pierced' },
          { value: 'outline', label: 'Outline' },
          { value: 'straight', label: 'Straight' },
        ]"
        @update:model-value="kind"
      />
      <LengthInput
        v-if="cut.kind !== 'straight'"
        label="Tightest drawn curve"
        :model-value="cut.radius"
        none="none"
        @update:model-value="(v) => put('radius', v)"
      />
      <LineShape v-if="!isHandSaw(saw)" />
      <LengthInput
        v-if="!isHandSaw(saw)"
        label="Narrowest web left"
        :model-value="cut.web"
        none="none"
        @update:model-value="(v) => put('web', v)"
      />
      <Choice
        label="Finish"
        :model-value="cut.finish"
        :options="[
          { value: 'careful', label: 'Careful' },
          { value: 'ordinary', label: 'Ordinary' },
          { value: 'rough', label: 'Rough' },
        ]"
        @update:model-value="(v) => put('finish', v)"
      />
      <template v-if="isHandSaw(saw)">
        <Choice
          label="Grain direction"
          :model-value="cut.grain ?? 'none'"
          :options="[
            { value: 'along', label: 'Along' },
            { value: 'across', label: 'Across' },
            { value: 'none', label: 'No grain' },
          ]"
          @update:model-value="(v) => put('grain', v === 'none' ? undefined : v)"
        />
        <LengthInput label="Depth of one cut" :model-value="cut.depth" none="not asked" @update:model-value="(v) => put('depth', v)" />
      </template>
    </div>
    <button class="rest" :aria-expanded="more" aria-controls="cut-rest" @click="more = !more">
      <b>{{ more ? 'Less' : 'More' }}</b> <span class="soft">{{ cutRestSaid(cut, saw, settings.say) }}</span>
    </button>
    <div v-if="more" id="cut-rest" class="fields">
      <Choice
        v-if="cut.radius !== undefined"
        label="Center of that curve"
        :model-value="cut.centre"
        :options="[
          { value: 'waste', label: 'In the waste' },
          { value: 'kept', label: 'In the piece' },
        ]"
        @update:model-value="(v) => put('centre', v)"
      />
      <Choice
        v-if="cut.radius !== undefined"
        label="Taken"
        :model-value="cut.turn"
        :options="[
          { value: 'flowing', label: 'Flowing: no side push' },
          { value: 'worked', label: 'Worked: eased round' },
          { value: 'pivot', label: 'Pivot: spun on the spot' },
        ]"
        @update:model-value="(v) => put('turn', v)"
      />
      <LengthInput
        v-if="cut.kind === 'pierced'"
        label="Room for a pilot hole"
        :model-value="cut.hole"
        none="any drill"
        @update:model-value="(v) => put('hole', v)"
      />
      <Choice
        label="The line"
        :model-value="cut.line"
        :options="[
          { value: 'leave', label: 'Leave' },
          { value: 'split', label: 'Split' },
          { value: 'take', label: 'Take' },
        ]"
        @update:model-value="(v) => put('line', v)"
      />
      <Choice
        label="Faces that show"
        :model-value="cut.shows"
        :options="[
          { value: 'face', label: 'One' },
          { value: 'both', label: 'Both' },
        ]"
        @update:model-value="(v) => put('shows', v)"
      />
      <Choice
        label="Your hand"
        :model-value="cut.skill"
        :options="[
          { value: 'learning', label: 'Learning' },
          { value: 'practised', label: 'Practiced' },
          { value: 'sure', label: 'Sure' },
        ]"
        @update:model-value="(v) => put('skill', v)"
      />
      <Count
        v-if="'tiltMax' in saw"
        label="Bevel, degrees"
        :model-value="cut.bevel"
        :min="0"
        :max="60"
        :step="0.5"
        none="square"
        @update:model-value="(v) => put('bevel', v || undefined)"
      />
      <LengthInput
        v-if="!isHandSaw(saw)"
        label="Backer"
        :model-value="cut.backing"
        none="none"
        @update:model-value="(v) => put('backing', v)"
      />
      <Choice
        v-if="ease"
        label="Against heat"
        :model-value="cut.bare ? 'bare' : 'eased'"
        :options="[
          { value: 'eased', label: capital(easeWords[ease].with) },
          { value: 'bare', label: capital(easeWords[ease].without) },
        ]"
        @update:model-value="(v) => put('bare', v === 'bare' || undefined)"
      />
      <Choice
        v-if="isJigsaw(saw) && cut.kind === 'pierced'"
        label="The blade enters"
        :model-value="cut.plunge ? 'plunge' : 'hole'"
        :options="[
          { value: 'hole', label: 'By a hole' },
          { value: 'plunge', label: 'Plunged' },
        ]"
        @update:model-value="(v) => put('plunge', v === 'plunge' || undefined)"
      />
      <Choice
        v-if="isJigsaw(saw)"
        label="Line scored and taped"
        :model-value="cut.taped ? 'yes' : 'no'"
        :options="[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'Yes' },
        ]"
        @update:model-value="(v) => put('taped', v === 'yes' || undefined)"
      />
      <template v-if="isStrung(saw)">
        <LengthInput label="Length of the board" :model-value="cut.board?.length" none="not asked" @update:model-value="lengthen" />
        <template v-if="cut.board">
          <LengthInput label="Its width" :model-value="cut.board.width" @update:model-value="(v) => v && board({ width: v })" />
          <LengthInput label="Sawn from, off its end" :model-value="cut.board.from" @update:model-value="(v) => board({ from: v ?? 0 })" />
          <LengthInput label="Sawn to, off that end" :model-value="cut.board.to" @update:model-value="(v) => v && board({ to: v })" />
        </template>
      </template>
      <template v-if="isHandFrame(saw)">
        <LengthInput
          label="Edge behind the blade, at the deepest"
          :model-value="cut.lie?.behind"
          none="not asked"
          @update:model-value="(v) => put('lie', v === undefined ? undefined : { behind: v, beside: cut.lie?.beside ?? v })"
        />
        <LengthInput
          v-if="cut.lie"
          label="Edge to its nearer side"
          :model-value="cut.lie.beside"
          @update:model-value="(v) => v !== undefined && cut.lie && put('lie', { ...cut.lie, beside: v })"
        />
      </template>
      <Choice
        v-if="isHandSaw(saw)"
        label="The plate"
        :model-value="cut.flush ? 'flush' : cut.boxed ? 'boxed' : 'free'"
        :options="[
          { value: 'free', label: 'Stands free' },
          { value: 'flush', label: 'Flush on a face' },
          { value: 'boxed', label: 'In a miter box' },
        ]"
        @update:model-value="(v) => jobs.editCut({ flush: v === 'flush' || undefined, boxed: v === 'boxed' || undefined }, 'plate')"
      />
      <LengthInput
        v-if="isHandSaw(saw) || cut.room !== undefined"
        label="Room for the saw"
        :model-value="cut.room"
        none="free"
        @update:model-value="(v) => put('room', v)"
      />
      <LengthInput label="Length of cut" :model-value="cut.length" @update:model-value="(v) => v && put('length', v)" />
      <Count
        v-if="cut.kind === 'pierced'"
        label="Openings"
        :model-value="cut.openings"
        :min="0"
        :max="5000"
        whole
        @update:model-value="(v) => v !== undefined && put('openings', v)"
      />
    </div>
  </Themed>
</template>

<style scoped src="./part.css"></style>
<style scoped>
.rest {
  max-width: 110ch;
  margin-bottom: 12px;
}
.rest b {
  text-decoration: underline;
  text-underline-offset: 3px;
  margin-right: 6px;
}
</style>
