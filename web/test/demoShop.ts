import { createPinia, setActivePinia } from 'pinia'
import { vi } from 'vitest'
import { db } from '../src/data/db'
import { makeDemo, storeDemo } from '../src/data/demo'

let made: ReturnType<typeof makeDemo> | undefined
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
  await storeDemo(await (made ??= makeDemo()))
}
