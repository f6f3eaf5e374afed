import { createWatch, type Heard } from '@green-pitch/core/sound'
import type { Session } from './session'

/** What came of listening to a session, held against its truth. */
export interface Judged {
  name: string
  beyond: boolean
  cpu: number
  seconds: number
  late: number
  openings: number
  found: number
  invented: number
  /** told openings: how far the minutes are out, and how sure it was */
  out: { error: number; sure: number }[]
  strokes: number[]
  rates: number[]
  right: number
  unsure: number
  breaks: number
  breaksFound: number
  breaksFalse: number
}

export function judge(s: Session): Judged {
  const watch = createWatch({ saw: s.saw, strokes: s.strokes, rate: s.rate })
  const heard: Heard[] = []
  let late = 0
  const block = 1024
  const start = process.cpuUsage().user
  for (let i = 0; i < s.samples.length; i += block) {
    const now = Math.min(s.samples.length, i + block) / s.rate
    for (const h of watch.push(s.samples.subarray(i, i + block))) {
      heard.push(h)
      if ('at' in h) late = Math.max(late, now - h.at)
    }
  }
  heard.push(...watch.end())
  const cpu = (process.cpuUsage().user - start) / 1e6
  const { truth } = s
  const told = heard.flatMap((h) => (h.what === 'opening' ? [h] : []))
  const overlap = (a: { from: number; to: number }, b: { from: number; to: number }) => Math.min(a.to, b.to) - Math.max(a.from, b.from)
  const used = new Set<number>()
  const pairs = truth.openings.flatMap((o) => {
    const k = told.findIndex((h, i) => !used.has(i) && overlap(h, o) > 0.3 * (o.to - o.from))
    if (k < 0) return []
    used.add(k)
    return [{ o, h: told[k]! }]
  })
  // states, ten times a second
  const seconds = s.samples.length / s.rate
  const states = heard.flatMap((h) => (h.what === 'state' ? [h] : []))
  let [right, unsure, n] = [0, 0, 0]
  for (let t = 0.5; t < seconds; t += 0.1) {
    const was = truth.states.filter((x) => x.at <= t).at(-1)!.state
    // within half a second of a change either will do
    if (truth.states.some((x) => Math.abs(x.at - t) < 0.5 && x.at > 0)) continue
    const is = states.filter((x) => x.at <= t).at(-1)?.state ?? 'off'
    n++
    if (is === 'unsure') unsure++
    else if (is === was) right++
  }
  const breaks = heard.flatMap((h) => (h.what === 'break' ? [h.at] : []))
  const hit = truth.breaks.filter((b) => breaks.some((x) => Math.abs(x - b) < 3)).length
  return {
    name: s.name,
    beyond: s.beyond,
    cpu,
    seconds,
    late,
    openings: truth.openings.length,
    found: pairs.length,
    invented: told.filter((h, i) => !used.has(i) && h.sure >= 0.5).length,
    out: told.map((h, i) => ({
      error: used.has(i) ? Math.abs(h.sawing / pairs.find((p) => p.h === h)!.o.sawing - 1) : 9,
      sure: h.sure,
    })),
    strokes: pairs.map(({ o, h }) => Math.abs(h.strokes / o.strokes - 1)),
    rates: pairs.map(({ o, h }) => Math.abs(h.rate / o.rate - 1)),
    right: right / n,
    unsure: unsure / n,
    breaks: truth.breaks.length,
    breaksFound: hit,
    breaksFalse: breaks.filter((x) => !truth.breaks.some((b) => Math.abs(x - b) < 3)).length,
  }
}

/** The simplest thing that could work: sawing is what is louder than half way between the quietest and the loudest. */
export function plainLoudness(s: Session): { found: number; openings: number; error: number[] } {
  const hop = Math.round(s.rate / 10)
  const levels: number[] = []
  for (let i = 0; i + hop <= s.samples.length; i += hop) {
    let e = 0
    for (let j = i; j < i + hop; j++) e += s.samples[j]! ** 2
    levels.push(Math.log(e / hop + 1e-12))
  }
  const sorted = [...levels].sort((a, b) => a - b)
  const mid = (sorted[Math.floor(0.1 * sorted.length)]! + sorted[Math.floor(0.95 * sorted.length)]!) / 2
  const error: number[] = []
  let found = 0
  for (const o of s.truth.openings) {
    let sawn = 0
    for (let k = Math.floor(o.from * 10 - 20); k < o.to * 10 + 20; k++) if ((levels[k] ?? -99) > mid) sawn += 0.1
    if (sawn > 0.3 * o.sawing) found++
    error.push(Math.abs(sawn / o.sawing - 1))
  }
  return { found, openings: s.truth.openings.length, error }
}
