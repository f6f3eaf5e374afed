import { shallowRef } from 'vue'

const DEPTH = 200

/** Something done that can be taken back: doing so gives the step that does it again. */
export interface Step {
  /** what was edited */
  field: string
  restore: () => Step
}
/** What was done and what was taken back, in order, whoever did it. */
export function useSteps() {
  const past = shallowRef<readonly Step[]>([])
  const future = shallowRef<readonly Step[]>([])
  function move(from: typeof past, to: typeof past) {
    const last = from.value.at(-1)
    if (!last) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, last.restore()]
  }
  return {
    past,
    future,
    push(step: Step) {
      past.value = [...past.value.slice(1 - DEPTH), step]
      future.value = []
    },
    /** Something was done that needs no step of its own: nothing that was taken back can be done again. */
    passed: () => (future.value = []),
    undo: () => move(past, future),
    redo: () => move(future, past),
    /** Steps that no longer lead anywhere: all, or those of one field. */
    forget(field?: string) {
      const keep = (steps: readonly Step[]) => (field === undefined ? [] : steps.filter((s) => s.field !== field))
      past.value = keep(past.value)
      future.value = keep(future.value)
    },
  }
}
