import { useAnswer } from '../store/answer'
import { withBlade } from '../data/ticket'
import { useJob } from '../store/job'
import { onKey } from './keys'

/** `[` and `]`: one size of the blade's series down or up. */
export function useSizeKeys() {
  const answer = useAnswer()
  const jobs = useJob()
  const step = (by: number) => () => {
    const sizes = answer.window.inputs.sizes
    const b = sizes[sizes.findIndex((s) => s.blade.id === answer.blade.id) + by]?.blade
    if (b) jobs.edit((t) => withBlade(t, b), 'blade')
  }
  onKey('[', step(-1))
  onKey(']', step(1))
}
