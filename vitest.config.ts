import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['core/test/**/*.test.ts', 'server/test/**/*.test.ts', 'web/test/**/*.test.ts'],
    // a limit against hanging, not a measurement: machines differ by tens
    testTimeout: 120_000,
  },
})
