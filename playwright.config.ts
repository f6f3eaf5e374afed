import { defineConfig } from '@playwright/test'
import { chromiumPath } from './scripts/chromium.mjs'

export const port = 4179
/** Debian's Chromium, as root and without a monitor; for tests that launch one of their own too. */
export const chrome = {
  executablePath: chromiumPath(),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
}
export default defineConfig({
  testDir: 'e2e',
  // limits against hanging, not measurements: machines differ by tens
  timeout: 180_000,
  expect: { timeout: 30_000 },
  fullyParallel: true,
  workers: 2,
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: chrome,
    // each fresh context would store all of the app anew: tests of being offline allow it (e2e/help.ts)
    serviceWorkers: 'block',
  },
  projects: [
    { name: 'interface', testIgnore: /shots/ },
    { name: 'shots', testMatch: /shots/ },
  ],
  webServer: {
    command: 'node server/dist/main.js',
    env: { PORT: String(port), GREEN_PITCH_DEMO: '1' },
    url: `http://127.0.0.1:${port}/health`,
    reuseExistingServer: false,
  },
})
