<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { useJob } from '../../store/job'
import { useNarrow } from '../../ui/narrow'
import { onKey } from '../../ui/keys'
import { useSettings } from '../../store/settings'
import { useTrouble } from '../../store/trouble'
import Saved from '../../ui/Saved.vue'
import { ticketLink } from '../../ui/ticketLink'
import Typed from '../../ui/Typed.vue'

const router = useRouter()
const emit = defineEmits<{ print: []; log: [] }>()
const jobs = useJob()
// what a new job begins with is fetched when one is wanted
const begin = async () => (await import('../../store/newJob')).useNewJob()()
const settings = useSettings()
/** A phone shows what is needed at the saw; the rest on asking. */
const narrow = useNarrow()
const more = ref(false)
onKey('n', () => void begin())
async function share() {
  const address = ticketLink(router, jobs.name, jobs.ticket)
  // a drawing is longer than a link may be
  const drawn = jobs.job.cut.course ? ' Its drawing goes with the ticket’s file, under Jobs.' : ''
  try {
    await navigator.clipboard.writeText(address)
    useTrouble().say(`Link copied: name, ticket and joint.${drawn}`, 'done')
  } catch {
    useTrouble().say(`This link carries name, ticket and joint:\n${address}${drawn}`, 'done')
  }
}
</script>

<template>
  <div class="bar">
    <Typed
      class="name"
      :model-value="jobs.name"
      aria-label="Job name"
      maxlength="120"
      :size="Math.min(42, jobs.name.length + 1)"
      @update:model-value="jobs.rename"
    />
    <Saved class="soft" :state="jobs.state" />
    <span class="gap" />
    <button class="act plain" :aria-disabled="!jobs.past.length" @click="jobs.undo()">Undo</button>
    <button class="act plain" :aria-disabled="!jobs.future.length" @click="jobs.redo()">Redo</button>
    <button v-if="narrow" class="act plain" :aria-expanded="more" aria-controls="job-more" @click="more = !more">
      {{ more ? 'Less' : 'More' }}
    </button>
    <span v-show="!narrow || more" id="job-more" class="more">
      <button
        class="act plain"
        :aria-label="settings.value.unit === 'mm' ? 'mm: units, change to inches' : 'inch: units, change to millimeters'"
        @click="settings.change({ unit: settings.value.unit === 'mm' ? 'in' : 'mm' })"
      >
        {{ settings.value.unit === 'mm' ? 'mm' : 'inch' }}
      </button>
      <button class="act plain" @click="begin()">New job</button>
      <button class="act plain" @click="jobs.duplicate()">Duplicate</button>
      <button class="act plain" @click="share">Copy link</button>
    </span>
    <button class="act" @click="emit('print')">Print card</button>
    <button class="act main" @click="emit('log')">Log the cut</button>
  </div>
</template>

<style scoped>
.bar {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--faint);
}
.name {
  font: 600 1rem var(--text);
  color: inherit;
  background: none;
  border: 1px solid transparent;
  border-radius: 3px;
  padding: 4px 6px;
  margin-left: -7px;
  field-sizing: content;
  max-width: 340px;
}
.name:hover,
.name:focus {
  border-color: var(--rule);
  background: var(--sheet);
}
.gap {
  flex: 1;
}
.more {
  display: contents;
}
@media (max-width: 760px) {
  .more {
    display: flex;
    flex-wrap: wrap;
    order: 1;
  }
  .name {
    width: auto;
    flex: 1;
  }
  .act {
    min-height: 44px;
    padding: 4px 8px;
  }
}
</style>
