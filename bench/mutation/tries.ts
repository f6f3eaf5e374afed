// Runs the tests of a room again and again in one process, so that a mutant costs its tests and not a start. Told a file to write,
// it answers whether any test failed; told nothing for a file, it only runs. Its parent ends it where a mutant never ends.
import { writeFileSync } from 'node:fs'
import { createVitest } from 'vitest/node'

export interface Try {
  path: string
  text: string
  /** nothing is run */
  only?: 'write'
}
const paths = process.argv.slice(2)
const vitest = await createVitest('test', {
  watch: true,
  project: ['core'],
  reporters: [{}],
  bail: 1,
  testTimeout: 60_000,
  maxWorkers: 1,
  pool: 'threads',
})
await vitest.standalone()
const all = await vitest.globTestSpecifications(paths)
// telling ones first: a mutant is let go at the first that fails
const specs = paths.flatMap((p) => all.filter((s) => s.moduleId.endsWith(p)))

process.on('message', ({ path, text, only }: Try) => {
  void (async () => {
    writeFileSync(path, text)
    vitest.invalidateFile(path)
    vitest.state.filesMap.clear()
    let failed = false
    for (const spec of only ? [] : specs) {
      await vitest.runTestSpecifications([spec])
      failed =
        vitest.state.getCountOfFailedTests() > 0 ||
        vitest.state.getUnhandledErrors().length > 0 ||
        vitest.state.getFiles().some((f) => f.result?.state === 'fail')
      vitest.state.clearErrors()
      if (failed) break
    }
    process.send!(failed)
  })()
})
process.send!('ready')
