import { vi } from 'vitest'

/** Hours that pass in this page without being waited for; `vi.restoreAllMocks` ends them. @returns lets so many ms pass */
export function hours(): (ms: number) => void {
  const real = performance.now.bind(performance)
  let passed = 0
  vi.spyOn(performance, 'now').mockImplementation(() => real() + passed)
  return (ms) => {
    passed += ms
  }
}
