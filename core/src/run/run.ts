/** What the person at the saw reports, as it happens; the state of a run is reckoned from these alone. */
export const runEventKinds = ['start', 'done', 'back', 'goto', 'broke', 'changed', 'slipped', 'pause', 'resume', 'checked', 'end'] as const
export type RunEventKind = (typeof runEventKinds)[number]
export interface RunEvent {
  /** ms since 1970, UTC */
  at: number
  event: RunEventKind
  /** the ring it is about */
  ring?: number
  /** sawing of it as it was heard, s and strokes; one that was pressed has none */
  heard?: { sawing: number; strokes: number; standIn?: boolean }
}

export interface RunState {
  /** place in the order; the order's length when all is done */
  at: number
  started: boolean
  paused: boolean
  ended: boolean
  /** rings done */
  done: ReadonlySet<number>
  /** time at the saw, pauses left out, s; and up to `now` */
  seconds: number
  /** seconds spent on each ring */
  perRing: ReadonlyMap<number, number>
  /** rings done since the clamps and tension were looked at, and since the blade was changed */
  sinceCheck: number
  sinceChange: number
  /** seconds of work this blade has done */
  bladeSeconds: number
  blades: number
  broke: number
  slipped: number
  /** silences longer than work goes on without a word: each counts as so much, and is worth a question */
  gaps: number
}

export const IDLE = 20 * 60_000 // ms; a longer silence was a break nobody reported, and counts as this much

/**
 * The state of a run after its events, which may come in any order and twice: two devices that merged their
 * events agree.
 * @param order ring ids in the order sawn
 * @param now ms, for the time of the ring in hand
 */
export function runState(events: readonly RunEvent[], order: readonly number[], now: number): RunState {
  const done = new Set<number>()
  const perRing = new Map<number, number>()
  let [at, seconds, sinceCheck, sinceChange, bladeSeconds, blades, broke, slipped, gaps] = [0, 0, 0, 0, 0, 1, 0, 0, 0]
  let [started, paused, ended] = [false, false, false]
  let last: number | undefined
  const spend = (until: number) => {
    // once all is sawn the clock stands, until a ring is taken back
    if (last !== undefined && !paused && !ended && started && at < order.length) {
      // a clock that a device set back in the meantime takes nothing away
      const s = Math.max(0, Math.min(until - last, IDLE)) / 1000
      if (until - last > IDLE) gaps++
      seconds += s
      bladeSeconds += s
      const ring = order[at]!
      perRing.set(ring, (perRing.get(ring) ?? 0) + s)
    }
    last = until
  }
  const forward = () => {
    while (at < order.length && done.has(order[at]!)) at++
  }
  for (const e of mergeEvents(events)) {
    spend(e.at)
    switch (e.event) {
      case 'start':
        started = true
        break
      case 'done': {
        const ring = e.ring ?? order[at]
        if (ring === undefined || done.has(ring)) break
        done.add(ring)
        sinceCheck++
        sinceChange++
        forward()
        break
      }
      case 'back':
        if (at > 0) {
          at--
          done.delete(order[at]!)
        }
        break
      case 'goto': {
        const to = order.indexOf(e.ring ?? -1)
        if (to >= 0) at = to
        break
      }
      case 'broke':
        broke++
        blades++
        sinceChange = sinceCheck = bladeSeconds = 0
        break
      case 'changed':
        blades++
        sinceChange = sinceCheck = bladeSeconds = 0
        break
      case 'slipped':
        slipped++
        sinceCheck = 0
        break
      case 'checked':
        sinceCheck = 0
        break
      case 'pause':
        paused = true
        break
      case 'resume':
        paused = false
        break
      case 'end':
        ended = true
    }
  }
  spend(now)
  if (done.size >= order.length) at = order.length
  return { at, started, paused, ended, done, seconds, perRing, sinceCheck, sinceChange, bladeSeconds, blades, broke, slipped, gaps }
}

/** Two devices' events as one list: each once, in the order of their times. */
export function mergeEvents(...lists: (readonly RunEvent[])[]): RunEvent[] {
  const all = new Map<string, RunEvent>()
  for (const e of lists.flat()) all.set(`${e.at} ${e.event} ${e.ring ?? ''}`, e)
  return [...all.values()].sort((a, b) => a.at - b.at || a.event.localeCompare(b.event))
}

const EVERY = 6 // rings between looks at the clamps on a saw whose tension comes back by itself; estimate

/** Whether clamps and tension want a look before the next ring: after every threading where the saw does not return to its tension, else now and then, and soon after a fresh blade (it stretches and its oil creeps). */
export function checkDue(s: RunState, tensionReturns: boolean): boolean {
  if (!s.started || s.sinceCheck === 0) return false
  return !tensionReturns || s.sinceCheck >= EVERY || (s.sinceChange === 1 && s.sinceCheck === 1)
}
