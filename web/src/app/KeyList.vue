<script setup lang="ts">
import { ref } from 'vue'
import { keyList, onKey } from '../ui/keys'
const dialog = ref<HTMLDialogElement>()
onKey('?', () => dialog.value?.showModal())
</script>

<template>
  <dialog ref="dialog" aria-labelledby="keys-head">
    <h2 id="keys-head">Keys</h2>
    <dl>
      <template v-for="[keys, does] in keyList" :key="keys"
        ><dt>
          <kbd>{{ keys }}</kbd>
        </dt>
        <dd>{{ does }}</dd></template
      >
    </dl>
    <p class="soft">Single keys act only while nothing is being typed. Settings can switch them off.</p>
    <form method="dialog"><button class="act">Close</button></form>
  </dialog>
</template>

<style scoped>
dialog {
  max-width: 460px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 6px 16px;
  margin: 12px 0;
}
p {
  margin-bottom: 12px;
}
</style>
