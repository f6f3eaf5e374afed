import { createPinia, setActivePinia } from 'pinia'
import { vi } from 'vitest'
import { db } from '../src/data/db'
import { loadDemo } from '../src/data/demo'

/** Storage with Saltmarsh Bench alone, no store awake, and workers that never answer: what is stored waits for no calculation. */
export async function demoShop(): Promise<void> {
  vi.stubGlobal('document', { documentElement: { dataset: {} } })
  vi.stubGlobal(
    'Worker',
    class extends EventTarget {
      postMessage() {}
      terminate() {}
    },
  )
  setActivePinia(createPinia())
  await Promise.all(db.tables.map((t) => t.clear()))
  await loadDemo()
}
