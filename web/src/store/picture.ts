import { defineStore } from 'pinia'
import { computed, onScopeDispose, reactive, ref, shallowRef } from 'vue'
import { wrap, type Remote } from 'comlink'
import { watchDebounced } from '@vueuse/core'
import { plainTracing, type Px } from '@green-pitch/core/pattern'
import type { Asked, PictureLook, PictureWork } from '../work/pictureWork'
import { usePattern } from './pattern'

/** Paper a pattern is printed on, mm; of the user's own, or none where a distance is known instead. */
export const papersIn = { a4: [210, 297], letter: [215.9, 279.4], a3: [297, 420], tabloid: [279.4, 431.8] } as const
export type PaperIn = keyof typeof papersIn | 'own' | 'distance'

const GAP = 0.8 // mm: about the width of a pen

/** A scan or photograph of a paper pattern, on its way to becoming the job's drawing. */
export const usePicture = defineStore('picture', () => {
  const pattern = usePattern()
  const opened = shallowRef<{ name: string; url: string; width: number; height: number }>()
  const look = shallowRef<PictureLook>()
  const busy = ref(false)
  const why = ref('')
  const place = reactive({
    corners: [] as Px[],
    paper: 'a4' as PaperIn,
    own: [210, 297] as [number, number],
    /** two marks, and how far they are apart, mm */
    marks: [] as Px[],
    apart: 100,
    cut: undefined as number | undefined,
    ...plainTracing,
    gap: GAP,
  })
  let thread: Worker | undefined
  let work: Remote<PictureWork> | undefined
  function worker() {
    if (!thread) {
      thread = new Worker(new URL('../work/picture.worker.ts', import.meta.url), { type: 'module' })
      work = wrap<PictureWork>(thread)
    }
    return work!
  }
  function close() {
    thread?.terminate()
    thread = work = undefined
    if (opened.value) URL.revokeObjectURL(opened.value.url)
    opened.value = look.value = undefined
    busy.value = false
    why.value = ''
  }
  onScopeDispose(close)

  /** @returns why it cannot be opened */
  async function open(file: File): Promise<string | undefined> {
    close()
    busy.value = true
    const found = await worker().open(file)
    busy.value = false
    if (typeof found === 'string') {
      close()
      return found
    }
    const { width, height, corners } = found
    const wide = Math.hypot(corners[1]![0] - corners[0]![0], corners[1]![1] - corners[0]![1])
    const high = Math.hypot(corners[3]![0] - corners[0]![0], corners[3]![1] - corners[0]![1])
    Object.assign(place, {
      corners,
      marks: [
        [width * 0.3, height / 2],
        [width * 0.7, height / 2],
      ],
      cut: undefined,
      ...plainTracing,
      gap: GAP,
    })
    // a sheet that lies across is turned
    turned.value = wide > high
    opened.value = { name: file.name, url: URL.createObjectURL(file), width, height }
    return undefined
  }
  /** the sheet lies across */
  const turned = ref(false)
  const asked = computed((): Asked | undefined => {
    const o = opened.value
    if (!o) return undefined
    const { corners, paper, own, marks, apart, cut, speck, pen, gap } = place
    const tracing = { cut, speck, pen, gap }
    if (paper === 'distance') {
      const px = Math.hypot(marks[1]![0] - marks[0]![0], marks[1]![1] - marks[0]![1])
      const mm = apart / Math.max(px, 1)
      const whole: Px[] = [
        [0, 0],
        [o.width, 0],
        [o.width, o.height],
        [0, o.height],
      ]
      return { corners: whole, size: [o.width * mm, o.height * mm], sheet: false, ...tracing }
    }
    const [w, h] = paper === 'own' ? own : papersIn[paper]
    const size: [number, number] = turned.value && paper !== 'own' ? [h, w] : [w, h]
    return { corners: corners.map(([x, y]): Px => [x, y]), size, sheet: true, ...tracing }
  })
  const LARGEST = 3000 // mm
  let again = false
  async function see() {
    const a = asked.value
    if (!a) return
    if (busy.value) {
      again = true
      return
    }
    if (!(Math.min(...a.size) > 5 && Math.max(...a.size) < LARGEST)) {
      why.value = 'So the sheet would be smaller than a coin or larger than a door. Say another size or distance.'
      return
    }
    busy.value = true
    try {
      const found = await worker().look(a)
      if (opened.value) look.value = found
      why.value = found && !found.lines ? 'No line is found. Move the ink’s darkness, or the corners.' : ''
    } catch (error) {
      why.value = `It could not be read: ${error instanceof Error ? error.message : String(error)}`
    } finally {
      busy.value = false
    }
    if (again) {
      again = false
      void see()
    }
  }
  watchDebounced(asked, () => opened.value && void see(), { debounce: 200, deep: true })

  /** What is seen becomes the job's drawing. */
  async function take() {
    const o = opened.value
    const drawing = await worker().taken()
    if (!o || !drawing) return
    await pattern.takeDrawing(o.name, { ...drawing, unit: place.paper === 'distance' ? 'a known distance' : 'its sheet' }, place.gap)
    close()
  }
  return { opened, look, busy, why, place, turned, open, close, take }
})
