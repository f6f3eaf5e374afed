/** A figure with how far it may be off. */
export interface Range {
  low: number
  mid: number
  high: number
}
