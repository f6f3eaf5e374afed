import { createPinia, disposePinia, setActivePinia, type Pinia } from 'pinia'
import { expose, type Endpoint } from 'comlink'
import { afterEach, beforeEach, vi } from 'vitest'
import { useAnswer } from '../src/store/answer'
import { useJob } from '../src/store/job'
import { useKeeper } from '../src/store/keeper'
import { usePattern } from '../src/store/pattern'
import { useShop } from '../src/store/shop'
import { useTrouble } from '../src/store/trouble'
import { kitWork } from '../src/work/kitWork'
import { patternWorker } from '../src/work/patternWork'
import { pictureWorker } from '../src/work/pictureWork'
import { soundWork } from '../src/work/soundWork'
import { demoShop } from './demoShop'

const works: Record<string, () => object> = {
  sound: () => soundWork,
  kit: () => kitWork,
  picture: pictureWorker,
  pattern: patternWorker,
}
/** what workers were asked since the test began */
export const asked: string[] = []
const ports: MessagePort[] = []
/** A worker of this process: the real work behind a real channel. */
function InProcess(url: URL): MessagePort & { terminate(): void } {
  const { port1, port2 } = new MessageChannel()
  ports.push(port1, port2)
  const work = works[/(\w+)\.worker/.exec(String(url))![1]!]!()
  const told = new Proxy(work, {
    get(of, name: string) {
      const f = (of as Record<string, unknown>)[name]
      if (typeof f !== 'function') return f
      return (...args: unknown[]) => {
        asked.push(name)
        return (f as (...a: unknown[]) => unknown).apply(of, args)
      }
    },
  })
  expose(told, port2 as unknown as Endpoint)
  return Object.assign(port1, { terminate: () => port1.close() })
}

let pinia: Pinia | undefined
/** The demo shop with its stores started, as a page has it after loading; again: as after a reload. */
export async function shop() {
  if (pinia) disposePinia(pinia)
  pinia = createPinia()
  setActivePinia(pinia)
  await useKeeper().start()
  await useShop().load()
  await useJob().load()
  return { jobs: useJob(), pattern: usePattern(), trouble: useTrouble(), answer: useAnswer() }
}
/** Each test finds the demo shop as it is shipped. */
export function eachInTheShop() {
  beforeEach(async () => {
    asked.length = 0
    await demoShop()
    vi.stubGlobal('Worker', InProcess)
  })
  afterEach(() => {
    if (pinia) disposePinia(pinia)
    pinia = undefined
    for (const p of ports.splice(0)) p.close()
    vi.unstubAllGlobals()
  })
}
