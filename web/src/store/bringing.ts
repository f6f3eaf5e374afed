import { ref, shallowRef, watch } from 'vue'
import { proxy, transfer } from 'comlink'
import { fileKind, type Drawing, type Reading } from '@green-pitch/core/pattern'
import type { ReadAs } from '../work/patternWork'
import type { PageLook } from '../work/pdfPages'
import type { PatternThread } from './patternThread'
import { useTrouble } from './trouble'

const PATIENCE = 30_000 // ms a file may take to read before it is given up
const LARGEST = 60e6 // bytes
const HEAD = 1024 // bytes that tell what a file is

/** The file took too long. */
export const LATE = Symbol('late')

/**
 * Bringing a drawing in from a file: looked at, read by the worker, refused with the reason.
 * @param take what becomes of a drawing that was read
 */
export function useBringing({ worker, cancel }: PatternThread, take: (name: string, d: Drawing, reading: Reading) => void) {
  const trouble = useTrouble()
  /** what is being read, and how far it has come */
  const bringing = ref<{ what: string; share: number }>()
  /** pages of a file of which one is to be chosen */
  const pages = shallowRef<{ name: string; looks: PageLook[] }>()
  let refusal: number | undefined

  /** What the worker makes of something long; undefined where the user stopped it. */
  async function patiently<T>(what: string, ask: (tell: (share: number) => void) => Promise<T>): Promise<T | typeof LATE | undefined> {
    bringing.value = { what, share: 0 }
    const late = new Promise<typeof LATE>((resolve) => setTimeout(() => resolve(LATE), PATIENCE))
    const stopped = new Promise<undefined>((resolve) => {
      const stop = watch(bringing, (b) => {
        if (b) return
        stop()
        resolve(undefined)
      })
    })
    try {
      const tell = (share: number) => {
        if (bringing.value) bringing.value = { ...bringing.value, share }
      }
      const result = await Promise.race([ask(tell), late, stopped])
      if (result === LATE) cancel()
      return result
    } finally {
      bringing.value = undefined
    }
  }

  /** @returns that it is a picture, which is looked at before anything is taken from it */
  async function bring(file: File): Promise<'picture' | undefined> {
    // what was said of the file before this one no longer matters
    if (refusal !== undefined) trouble.dismiss(refusal)
    refusal = undefined
    const refuse = (why: string): undefined => {
      refusal = trouble.say(`${file.name}: ${why} Nothing was changed.`)
    }
    if (file.size > LARGEST) return refuse('over 60 MB. Simplify the drawing or bring it in parts.')
    pages.value = undefined
    const tooLong = 'Reading took over 30 s and was stopped. Simplify the drawing, or bring it in parts.'
    const settle = (result: ReadAs | typeof LATE | undefined): undefined => {
      if (!result) return refuse('stopped.')
      if (result === LATE) return refuse(tooLong)
      if (!result.ok) return refuse(result.message)
      take(file.name, result.drawing, result.reading)
    }
    const read = async (text: string, kind: 'svg' | 'dxf') =>
      settle(await patiently('Reading the drawing', async (tell) => await worker().read(text, kind, undefined, proxy(tell))))
    try {
      const found = fileKind(new Uint8Array(await file.slice(0, HEAD).arrayBuffer()), file.name)
      if ('why' in found) return refuse(found.why)
      switch (found.kind) {
        case 'svg':
        case 'dxf':
          return await read(await file.text(), found.kind)
        case 'gzip':
          return await read(await new Response(file.stream().pipeThrough(new DecompressionStream('gzip'))).text(), 'svg')
        case 'pdf': {
          const data = new Uint8Array(await file.arrayBuffer())
          const looks = await patiently('Reading the pages', async () => await worker().openPages(transfer(data, [data.buffer])))
          if (!looks) return refuse('stopped.')
          if (looks === LATE) return refuse(tooLong)
          if (typeof looks === 'string') return refuse(looks)
          const drawn = looks.filter((l) => !l.why)
          if (!drawn.length) return refuse(looks[0]?.why ?? 'there is no page in it.')
          // a page to choose, where there is a choice
          if (looks.length > 1) pages.value = { name: file.name, looks }
          else settle(await patiently('Reading the page', async () => await worker().readPage(drawn[0]!.page)))
          return
        }
        default:
          return 'picture'
      }
    } catch (error) {
      cancel()
      refuse(`could not be read (${error instanceof Error ? error.message : String(error)}).`)
    }
  }
  async function takePage(look: PageLook) {
    const { name } = pages.value!
    const result = await patiently('Reading the page', async () => await worker().readPage(look.page))
    if (!result || result === LATE || !result.ok) return
    pages.value = undefined
    take(`${name}, page ${look.page}`, result.drawing, result.reading)
  }
  return { bringing, pages, patiently, bring, takePage }
}
