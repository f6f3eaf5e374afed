/**
 * What a search may still cost, in elementary steps of a few nanoseconds. It is counted, not timed, so that one input
 * ends one way on every machine.
 */
export interface Effort {
  left: number
}
/** A search that cost more than it may; whoever began it says in words what is not known. */
export class Spent extends Error {}
export const unbounded: Effort = { left: Infinity }

/** @throws Spent where nothing is left */
export function spend(effort: Effort, steps: number): void {
  if ((effort.left -= steps) < 0) throw new Spent('This search costs more than it may.')
}

/** What `work` finds within its effort; undefined where that does not suffice. */
export function bounded<T>(steps: number, work: (effort: Effort) => T): T | undefined {
  try {
    return work({ left: steps })
  } catch (error) {
    if (error instanceof Spent) return undefined
    throw error
  }
}
