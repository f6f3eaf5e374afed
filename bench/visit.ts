// The longest task on the interface thread at a first visit and whenever a place is opened, with the demo and with a log of five
// thousand cuts, beside a bare page of the same stack. FOLDER=… measures another checkout.
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { chrome } from '../playwright.config'
import { served } from './serve'

const ROUNDS = Number(process.env.ROUNDS ?? 5)
const ENTRIES = 5000
const PLACES = [
  '/',
  '/pattern',
  '/joints',
  '/listen',
  '/run',
  '/jobs',
  '/remedy',
  '/trials',
  '/practice',
  '/log',
  '/drawer',
  '/drawer/kit',
  '/drawer/order',
  '/saws',
  '/saws/worth',
  '/chart',
  '/settings',
]
const browser = await chromium.launch(chrome)
const { base, stop } = await served(4187, process.env.FOLDER)
const middle = (xs: number[]) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!

/** Waits until nothing has been fetched, drawn or calculated for a while, and gives the tasks since, longest first. */
async function tasks(page: Page): Promise<number[]> {
  await page.waitForLoadState('networkidle')
  await page.waitForTimeout(900)
  return page.evaluate(() => {
    const { long } = window as unknown as { long: number[] }
    return long.splice(0).sort((a, b) => b - a)
  })
}
async function watched(): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
  await context.addInitScript(() => {
    const long: number[] = []
    Object.assign(window, { long })
    new PerformanceObserver((list) => list.getEntries().forEach((e) => long.push(e.duration))).observe({ type: 'longtask', buffered: true })
  })
  return { context, page: await context.newPage() }
}
const found = new Map<string, number[]>()
function note(what: string, [longest = 0]: number[]) {
  if (process.env.LOUD) console.log(what, longest)
  found.set(what, [...(found.get(what) ?? []), longest])
}

/** Five thousand cuts beside the demo's: its own, some of each thickness and minute. */
const fill = (page: Page) =>
  page.evaluate(async (entries) => {
    const open = indexedDB.open('green-pitch')
    await new Promise((r) => (open.onsuccess = r))
    const log = open.result.transaction('log', 'readwrite').objectStore('log')
    const all = await new Promise<{ id: string; at: number; minutes: number }[]>((r) => {
      const q = log.getAll()
      q.onsuccess = () => r(q.result)
    })
    for (let i = 0; i < entries; i++) {
      const e = all[i % all.length]!
      log.put({ ...e, id: `many-${i}`, at: e.at + i * 60_000, minutes: e.minutes * (0.8 + (0.4 * ((i * 7) % 11)) / 11) })
    }
    await new Promise((r) => (log.transaction.oncomplete = r))
    open.result.close()
  }, ENTRIES)

for (let round = 0; round < ROUNDS; round++) {
  const { context, page } = await watched()
  await page.route('**/bare', (route) =>
    route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>bare</title><h1>Bare</h1>' }),
  )
  await page.goto(`${base}/bare`)
  note('a bare page', await tasks(page))
  await page.goto(base)
  note('first visit, demo', await tasks(page))
  for (const log of ['demo', `${ENTRIES} cuts`]) {
    if (log !== 'demo') await fill(page)
    for (const place of PLACES) {
      await page.goto(base + place)
      note(`${place}, ${log}, loaded`, await tasks(page))
    }
    await page.goto(base)
    await tasks(page)
    const name = page.getByRole('navigation', { name: 'Places' }).getByRole('link')
    for (let i = (await name.count()) - 1; i >= 0; i--) {
      await name.nth(i).click()
      note(`${await name.nth(i).getAttribute('href')}, ${log}, pressed`, await tasks(page))
    }
  }
  await context.close()
}
await browser.close()
stop()
console.table(
  [...found].map(([what, xs]) => ({
    what,
    'longest task, ms (median of rounds)': middle(xs).toFixed(0),
    most: Math.max(...xs).toFixed(0),
    'held (50 ms)': middle(xs) <= 50 ? 'yes' : 'no',
  })),
)
