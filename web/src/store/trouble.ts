import { defineStore } from 'pinia'
import { ref } from 'vue'
import { storageTrouble } from '../data/db'

/** Things that went wrong or are worth a word, shown until dismissed. */
export const useTrouble = defineStore('trouble', () => {
  const words = ref<{ id: number; text: string; tone: 'trouble' | 'done' }[]>([])
  let next = 1
  /** @returns its number, for taking it back once it no longer holds */
  function say(text: string, tone: 'trouble' | 'done' = 'trouble'): number {
    const id = next++
    words.value = [...words.value.filter((w) => w.text !== text), { id, text, tone }]
    if (tone === 'done') setTimeout(() => dismiss(id), 5000)
    return id
  }
  function dismiss(id: number) {
    words.value = words.value.filter((w) => w.id !== id)
  }
  const report = (error: unknown) => say(storageTrouble(error))
  return { words, say, dismiss, report }
})
