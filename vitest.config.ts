import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    // a limit against hanging, not a measurement: machines differ by tens
    testTimeout: 120_000,
    maxWorkers: 2,
    projects: [
      // only computes and remembers nothing: what one file has read in serves the next
      { extends: true, test: { name: 'core', include: ['core/test/**/*.test.ts'], isolate: false } },
      { extends: true, test: { name: 'house', include: ['{web,server}/test/**/*.test.ts', 'test/**/*.test.ts'] } },
    ],
  },
})
