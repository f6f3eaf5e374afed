import { computed, shallowRef, watch, type ShallowRef } from 'vue'
import type { Change, Doubled, Fewest, ReckonGiven } from '@green-pitch/core/pattern'
import { keptLines } from '../data/lines'
import { GEOMETRY, type PatternRecord } from '../data/records'
import { useAnswer } from './answer'
import { LATE, type useBringing } from './bringing'
import type { PatternThread } from './patternThread'
import { useTrouble } from './trouble'

interface Given {
  record: Readonly<ShallowRef<PatternRecord | undefined>>
  thread: PatternThread
  patiently: ReturnType<typeof useBringing>['patiently']
  edit: (patch: Partial<PatternRecord>) => void
  given: (r: PatternRecord) => ReckonGiven
}
/** What could be done with the drawing so that it can be sawn, each found when it is asked for and taken as one step. */
export function useOffers({ record, thread, patiently, edit, given }: Given) {
  const trouble = useTrouble()
  const answer = useAnswer()

  /** Strokes drawn by both their edges, and the drawing with them by their middle. */
  const doubled = shallowRef<{ of: PatternRecord['lines']; found: Doubled | undefined }>()
  const twofold = computed(() => (doubled.value?.of === record.value?.lines ? doubled.value?.found : undefined))
  async function seekTwofold() {
    const r = record.value
    // letters of the program's own are drawn by one edge
    if (!r || r.unit === 'letters' || doubled.value?.of === r.lines) return
    const asked = { of: r.lines, found: undefined }
    doubled.value = asked
    const found = await thread.worker().doubled(r.lines, r.tolerance / r.stretch, r.stretch)
    if (doubled.value === asked) doubled.value = { of: r.lines, found }
  }
  /** They are sawn along their middle. */
  function takeMiddles() {
    if (twofold.value) edit({ lines: keptLines(twofold.value.lines), take: 'both', reading: 'lines' })
  }
  /** Islands are held by bridges. */
  async function bridge(rings: number[], width: number) {
    const before = record.value
    const more = await thread.worker().bridges(rings, width)
    const now = record.value
    if (!before || !now || !more.length || GEOMETRY.some((k) => now[k] !== before[k])) return
    edit({ redraws: [...(now.redraws ?? []), ...more] })
  }
  /** The least that would have to be redrawn for the blade in hand; null where the drawing is too large to try. */
  const fewest = shallowRef<Fewest | null>()
  async function seekFewest() {
    const r = record.value
    if (!r) return
    const found = await patiently('Looking for the fewest redraws', async () => (await thread.worker().fewest(given(r))) ?? null)
    if (found === LATE) return void trouble.say('Looking took over 30 s and was stopped. Simplify the drawing, or bring it in parts.')
    if (record.value?.id === r.id) fewest.value = found
  }
  /** Some of the changes offered are made; the others stay offered. */
  function redraw(changes: readonly Change[]) {
    const r = record.value
    if (!r || !fewest.value) return
    const rest = fewest.value.changes.filter((c) => !changes.includes(c))
    const { left } = fewest.value
    edit({ redraws: [...(r.redraws ?? []), ...changes.map((c) => c.redraw)] })
    fewest.value = rest.length ? { changes: rest, left } : undefined
  }
  watch([() => answer.job, () => answer.blade], () => (fewest.value = undefined))
  return { twofold, seekTwofold, takeMiddles, bridge, fewest, seekFewest, redraw }
}
