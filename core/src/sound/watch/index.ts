import { Frames } from './frames.js'
import { Hand } from './hand.js'
import { Machine } from './machine.js'
import type { Heard, Watch, WatchOptions } from './heard.js'

export { PAUSE, SURE, watchedSaws, type Heard, type HeardState, type Watch, type WatchOptions } from './heard.js'

const MARKS = { off: 0, idle: 1, sawing: 2 } as const

/**
 * An ear that writes the log: hears a saw switched on, idling, sawing and off, its strokes, and the openings it sawed; or the
 * strokes and cuts of a saw moved by hand. Pure and streaming: however the samples are cut up, the same is heard; memory does not
 * grow with time.
 * @throws RangeError on a rate outside 8000 to 192 000, or a range of strokes that is none
 */
export function createWatch({ saw, strokes, rate }: WatchOptions): Watch {
  if (!(rate >= 8000 && rate <= 192_000)) throw new RangeError('The rate must lie between 8000 and 192 000 samples a second.')
  if (!(strokes[0] > 0 && strokes[1] >= strokes[0] && strokes[1] < 10_000))
    throw new RangeError('Strokes a minute must be two figures above zero, the slowest first.')
  const frames = new Frames(rate)
  const ear = saw === 'hand' ? new Hand(frames, strokes) : new Machine(frames, strokes)
  return {
    push(samples): Heard[] {
      frames.push(
        samples,
        (levels) => ear.frame(levels),
        (x) => ear.lowSample(x),
      )
      return ear.take()
    },
    get state() {
      return ear.state
    },
    end: () => ear.end(),
    mark(what) {
      if (ear instanceof Hand) ear.mark(what)
      else ear.mark(what && MARKS[what])
    },
  }
}
export { standInSession, type StandInSession } from './standIn.js'
