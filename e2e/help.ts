import { spawn } from 'node:child_process'
import { test as base, expect, type BrowserContext, type Page } from '@playwright/test'

/** Every test fails on a console error or warning, or an uncaught error. */
const quiet: [(of: { page: Page }, use: (x: undefined) => Promise<void>) => Promise<void>, { auto: true }] = [
  async ({ page }, use) => {
    const said = listen(page)
    await use(undefined)
    // a server that was stopped on purpose is the browser's word, not the app's
    expect(
      said.filter((s) => !s.includes('ERR_CONNECTION_REFUSED')),
      'console errors and warnings',
    ).toEqual([])
  },
  { auto: true },
]
export const test = base.extend<{ quiet: undefined }>({ quiet })
export { expect }
/** A test whose page keeps the app for when the server is away. */
export const offlineTest = test.extend({ serviceWorkers: 'allow' })

/**
 * A test on the Bench with the demo, whose server has gone: the app was kept by the browser while it was there. What is kept is
 * all of the app, so one worker's tests share a browser that keeps it; storage is each test's own.
 */
export const goneTest = base.extend<{ page: Page; quiet: undefined }, { kept: { context: BrowserContext; address: string } }>({
  kept: [
    async ({ browser }, use, info) => {
      const context = await browser.newContext({ serviceWorkers: 'allow', viewport: { width: 1280, height: 800 } })
      const page = await context.newPage()
      const port = 4193 + info.parallelIndex
      const address = `http://127.0.0.1:${port}`
      const server = await startServer(port, '1')
      try {
        await openBench(page, address)
        await page.evaluate(() => navigator.serviceWorker.ready)
        await page.reload()
        await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state)).toBe('activated')
      } finally {
        const gone = new Promise((r) => server.once('exit', r))
        server.kill('SIGTERM')
        await gone
      }
      await page.close()
      await use({ context, address })
      await context.close()
    },
    { scope: 'worker' },
  ],
  page: async ({ kept: { context, address } }, use) => {
    const page = await context.newPage()
    // begun anew: nothing is stored, nobody answers, and the demo is asked for on the first screen
    await page.goto(`${address}/icon.svg`)
    await page.evaluate(async () => {
      sessionStorage.clear()
      localStorage.clear()
      await new Promise((r) => (indexedDB.deleteDatabase('green-pitch').onsuccess = r))
    })
    await page.goto(`${address}/`)
    await page.getByRole('button', { name: 'Millimeters', exact: true }).click()
    await page.getByRole('button', { name: 'Look around a demo bench first' }).click()
    await expect(page.getByRole('heading', { name: /^Sizes that will/ })).toBeVisible()
    await expect(fetch(`${address}/health`)).rejects.toThrow()
    await use(page)
    await page.close()
  },
  quiet,
})

export function listen(page: Page): string[] {
  const said: string[] = []
  page.on('console', (m) => {
    // the test runner's own word where it blocks what is not under test
    if (['error', 'warning'].includes(m.type()) && !m.text().includes('blocked by Playwright')) said.push(m.text())
  })
  page.on('pageerror', (e) => said.push(e.message))
  return said
}

/** A part of the ticket, by its name. */
export const part = (page: Page, name: string) =>
  page.getByRole('region', { name: 'Ticket' }).getByRole('button', { name: new RegExp(`^${name}`) })
export const ranked = (page: Page) => page.getByRole('complementary').getByRole('listitem')

export async function openBench(page: Page, path = '/') {
  await page.goto(path)
  await expect(page.getByRole('heading', { name: /^(Sizes that will|One size will|No size)/ })).toBeVisible()
}
/** The page has come to rest: nothing in it has changed for a moment, whatever was still being fetched or calculated. */
export const rested = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const still = () => setTimeout(() => resolve(), 200)
        let timer = still()
        new MutationObserver(() => {
          clearTimeout(timer)
          timer = still()
        }).observe(document, { subtree: true, childList: true, characterData: true })
      }),
  )
/** Goes to a place within the page that is open, as its links do: what was loaded stays loaded. */
export async function visit(page: Page, path: string) {
  await page.evaluate((to) => {
    history.pushState({}, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state: {} }))
  }, path)
  await expect(page.getByRole('heading', { level: 1 })).toBeAttached()
  await rested(page)
}
export const kept = (page: Page) => expect(page.getByText('saved', { exact: true })).toBeVisible()

/** Picks a material in the open Stock part. */
export async function pickMaterial(page: Page, name: string) {
  await page.getByRole('combobox', { name: 'Material' }).selectOption(name)
}

/** Waits until a server of this machine answers. */
export const answers = (port: number) =>
  expect
    .poll(() =>
      fetch(`http://127.0.0.1:${port}/health`).then(
        (r) => r.ok,
        () => false,
      ),
    )
    .toBe(true)

/** A server of a test's own, once it answers; `demo` as its variable says. */
export async function startServer(port: number, demo: '1' | '') {
  const server = spawn('node', ['server/dist/main.js'], { env: { ...process.env, PORT: String(port), GREEN_PITCH_DEMO: demo } })
  await answers(port)
  return server
}

/** One of the demo's jobs, on the Bench. */
export async function openJob(page: Page, name: string) {
  await page.goto('/jobs')
  await page.getByRole('button', { name, exact: true }).click()
  await expect(page.getByRole('region', { name: 'Ticket' })).toBeVisible()
}
