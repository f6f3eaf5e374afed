/** What a watch is asked to listen to. */
export const watchedSaws = ['scroll', 'jigsaw', 'hand'] as const
export interface WatchOptions {
  saw: (typeof watchedSaws)[number]
  /** strokes a minute the saw can make; for hand tools what hands can */
  strokes: readonly [number, number]
  /** samples a second, 8000 to 192 000 */
  rate: number
}
export type HeardState = 'off' | 'idle' | 'sawing' | 'unsure'
/** What is heard; times are seconds since the first sample. */
export type Heard =
  /** from `at` on, at most 2 s back */
  | { what: 'state'; at: number; state: HeardState }
  | { what: 'strokes'; at: number; strokes: number; doubt: number }
  /** a whole opening, told when 8 s have passed without its going on, or at the end; `sure` 0 to 1 */
  | { what: 'opening'; from: number; to: number; sawing: number; strokes: number; rate: number; sure: number; ended: 'stop' | 'break' }
  | { what: 'break'; at: number; sure: number }
  | { what: 'slack'; at: number; semitones: number; sure: number }
  /** one stroke of a hand tool */
  | { what: 'stroke'; at: number }
export interface Watch {
  push(samples: Float32Array): Heard[]
  readonly state: HeardState
  /** what is still open is told */
  end(): Heard[]
  /** calibration: what is surely going on from now on; undefined ends it */
  mark(what: 'off' | 'idle' | 'sawing' | undefined): void
}

/** s a pause may last without ending an opening. */
export const PAUSE = 8
/** from this sureness an opening is told as sure */
export const SURE = 0.5
