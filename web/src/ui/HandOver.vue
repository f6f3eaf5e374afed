<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { fileStem, openFile, saveFile } from '../data/files'
import { takeHanded } from '../data/handed'
import { bringBack, fetchBack, leave, pickUp, reach, type Ours } from '../data/handoverServer'
import { useJob } from '../store/job'
import { useKeeper } from '../store/keeper'
import { useTrouble } from '../store/trouble'
import Mark from './Mark.vue'

/** A job or a trial to another of one's own devices, and what was done there back: under a code, or as a file. */
const props = defineProps<{
  code?: string
  id: string
  name: string
  /** what comes back of it */
  comesBack: string
  /** of the file: before it the name, after it the way it is packed */
  ending: string
  pack: (id: string) => Promise<Blob>
}>()
const emit = defineEmits<{ close: [to?: string] }>()
const jobs = useJob()
const keeper = useKeeper()
const trouble = useTrouble()
const dialog = ref<HTMLDialogElement>()
const busy = ref(false)
const addresses = ref<string[]>()
const asked = ref(props.code ?? '')
const said = ref('')
const qr = ref('')
/** codes this device left jobs under, and those it picked jobs up from */
const left = useLocalStorage<Record<string, Ours>>('handed-over', {})
const picked = useLocalStorage<Record<string, { code: string; key?: string }>>('picked-up', {})
const mine = computed(() => left.value[props.id])
const theirs = computed(() => picked.value[props.id])
const secure = window.isSecureContext
const loopback = /^(localhost|127\.|\[::1\])/.test(window.location.hostname)
const link = computed(() => mine.value && `${addresses.value?.[0] ?? window.location.origin}/pick/${mine.value.code}`)

onMounted(async () => {
  dialog.value?.showModal()
  addresses.value = await reach()
  await draw()
  if (props.code) await take(props.code)
})
async function draw() {
  if (!link.value) return
  const { toString } = await import('qrcode')
  qr.value = `data:image/svg+xml,${encodeURIComponent(await toString(link.value, { type: 'svg', margin: 2 }))}`
}
async function guarded(work: () => Promise<void>) {
  busy.value = true
  said.value = ''
  try {
    await work()
  } catch (error) {
    said.value = error instanceof Error ? error.message : String(error)
  } finally {
    busy.value = false
  }
}
const put = () =>
  guarded(async () => {
    await keeper.settle()
    const { code, key } = await leave(await props.pack(props.id))
    left.value = { ...left.value, [props.id]: { code, key } }
    await draw()
  })
let went: string | undefined
async function accept(blob: Blob, code?: string) {
  await keeper.settle()
  const taken = await takeHanded(blob)
  if (!taken.ok) {
    said.value = `${taken.message} Nothing was changed.`
    return
  }
  const { what, id, said: words } = taken.arrived
  if (code) picked.value = { ...picked.value, [id]: { code } }
  if (what === 'job') await jobs.open(id)
  went = what === 'job' ? '/run' : `/trials/${id}`
  trouble.say(words, 'done')
  dialog.value?.close()
}
const take = (code: string) =>
  guarded(async () => {
    const clean = code.trim().toUpperCase()
    await accept(await pickUp(clean), clean)
  })
const back = () =>
  guarded(async () => {
    await keeper.settle()
    const { code, key } = theirs.value!
    picked.value = { ...picked.value, [props.id]: { code, key: await bringBack(code, await props.pack(props.id), key) } }
    said.value = ''
    trouble.say('It waits at the server; fetch it on the first device.', 'done')
  })
const fetchAgain = () => guarded(async () => accept(await fetchBack(mine.value!)))
const file = () =>
  guarded(async () => {
    await keeper.settle()
    await saveFile(await props.pack(props.id), `${fileStem(props.name)}.${props.ending}`)
  })
const fromFile = async () => {
  const f = await openFile(['.gz', '.json', 'application/gzip'])
  if (f) await guarded(() => accept(f))
}
</script>

<template>
  <dialog ref="dialog" class="gloves" aria-labelledby="hand-head" @close="emit('close', went)">
    <h2 id="hand-head">{{ name }}: to another of your devices</h2>
    <p v-if="!secure">
      <Mark state="near" />This page is not secure, so the browser gives it no wake lock, microphone or offline copy. Start the server with
      <code>npm run demo -- --lan</code> and open its https address.
    </p>
    <template v-if="addresses !== undefined">
      <div v-if="mine" class="left">
        <img v-if="qr" :src="qr" width="168" height="168" :alt="`QR picture of ${link}`" />
        <div>
          <p class="code mono" aria-label="Code">{{ mine.code }}</p>
          <p>
            On the other device open <b>{{ link }}</b>, or read the picture. Holds for 12 hours, in the server’s memory only.
          </p>
          <p v-if="loopback && !addresses.length" class="near">
            <Mark state="near" />This server listens to this machine only. For a phone, start it with <code>npm run demo -- --lan</code>.
          </p>
          <p class="acts"><button class="act main" :disabled="busy" @click="fetchAgain">Fetch what came back</button></p>
        </div>
      </div>
      <p class="acts">
        <button class="act" :class="{ main: !mine }" :disabled="busy" @click="put">
          {{ mine ? 'Leave it again, as it is now' : 'Leave it under a code' }}
        </button>
        <button v-if="theirs" class="act main" :disabled="busy" @click="back">Bring {{ comesBack }} back</button>
      </p>
      <form class="acts" @submit.prevent="take(asked)">
        <label
          >I have a code
          <input v-model="asked" class="plain-input mono" maxlength="12" size="10" autocomplete="off" autocapitalize="characters"
        /></label>
        <button class="act" :disabled="busy || asked.trim().length < 8">Pick it up</button>
      </form>
    </template>
    <p v-else class="soft">The server cannot be reached from here, so the file way is left.</p>
    <p class="acts">
      <span>As a file:</span>
      <button class="act" :disabled="busy" @click="file">Save</button>
      <button class="act" :disabled="busy" @click="fromFile">Read</button>
      <button class="act plain" @click="dialog?.close()">Close</button>
    </p>
    <p v-if="said" class="beyond" role="alert"><Mark state="beyond" />{{ said }}</p>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(600px, 94vw);
}
p,
.left {
  margin: 10px 0;
}
.left {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
}
.left > div {
  flex: 1 1 240px;
}
.left b {
  overflow-wrap: anywhere;
}
img {
  background: #fff;
  border: 1px solid var(--rule);
}
.code {
  font-size: 1.7rem;
  font-weight: 700;
  letter-spacing: 0.08em;
  margin: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
