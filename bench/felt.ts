// What a slow phone feels: first paint, largest paint, blocked time and shifts of four places beside a bare page, and how soon an
// input is painted, the processor slowed four times. Figures are for one run on one machine; a bare page's own stand beside them.
import { chromium, type Page } from '@playwright/test'
import { chrome } from '../playwright.config'
import { served } from './serve'

const port = 4189
const SLOW = 4
const RUNS = 5
const { base, stop } = await served(port)
const middle = (xs: number[]) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!

const browser = await chromium.launch(chrome)
async function slowed(width: number, height: number, rate: number) {
  const context = await browser.newContext({ viewport: { width, height } })
  const page = await context.newPage()
  const cdp = await context.newCDPSession(page)
  await page.goto(base)
  await page.getByRole('region', { name: 'Ticket' }).waitFor()
  await cdp.send('Emulation.setCPUThrottlingRate', { rate })
  return { context, page }
}

/** Paints, blocked time and shifts of one opening. */
async function opening(page: Page, url: string) {
  await page.addInitScript(() => {
    const seen = { lcp: 0, cls: 0, tbt: 0 }
    Object.assign(window, { seen })
    const watch = (type: string, take: (e: PerformanceEntry) => void) =>
      new PerformanceObserver((list) => list.getEntries().forEach(take)).observe({ type, buffered: true })
    watch('largest-contentful-paint', (e) => (seen.lcp = e.startTime))
    watch('layout-shift', (e) => (seen.cls += (e as PerformanceEntry & { value: number }).value))
    watch('longtask', (e) => (seen.tbt += Math.max(0, e.duration - 50)))
  })
  await page.goto(url)
  await page.waitForLoadState('networkidle')
  await page.waitForTimeout(800)
  return page.evaluate(() => ({
    ...(window as unknown as { seen: { lcp: number; cls: number; tbt: number } }).seen,
    fcp: performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
  }))
}
for (const [device, width, height, rate] of [
  ['laptop', 1280, 800, 1],
  ['phone', 390, 844, SLOW],
] as const) {
  const { context, page } = await slowed(width, height, rate)
  await page.route('**/bare', (route) =>
    route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>bare</title><h1>Bare</h1>' }),
  )
  const rows: Record<string, unknown>[] = []
  for (const path of ['/bare', '/', '/pattern', '/log', '/drawer']) {
    const found: Awaited<ReturnType<typeof opening>>[] = []
    for (let i = 0; i < RUNS; i++) found.push(await opening(page, base + path))
    const of = (key: 'fcp' | 'lcp' | 'tbt' | 'cls') => middle(found.map((f) => f[key]))
    rows.push({
      place: path,
      'first paint, ms': of('fcp').toFixed(0),
      'largest, ms': of('lcp').toFixed(0),
      'blocked, ms': of('tbt').toFixed(0),
      shift: of('cls').toFixed(3),
    })
  }
  console.log(`${device}, processor slowed ${rate} times, middle of ${RUNS}`)
  console.table(rows)
  await context.close()
}

/** From an input to the frame that shows it, ms. */
const { page } = await slowed(1280, 800, SLOW)
const painted = async (what: string, budget: number, times: number, act: (i: number) => Promise<number>) => {
  const ms: number[] = []
  for (let i = 0; i < times; i++) {
    ms.push(await act(i))
    await page.waitForTimeout(700)
  }
  console.log(`${what}: ${middle(ms).toFixed(0)} ms in the middle, ${Math.max(...ms).toFixed(0)} at worst (wanted ${budget})`)
}
const input = (selector: string, value: string) =>
  page.locator(selector).evaluate(
    (el, v) =>
      new Promise<number>((done) => {
        const from = performance.now()
        ;(el as HTMLInputElement).value = v
        el.dispatchEvent(new Event('input', { bubbles: true }))
        requestAnimationFrame(() => setTimeout(() => done(performance.now() - from)))
      }),
    value,
  )
const press = (selector: string, shows: string) =>
  page.evaluate(
    ([press, shows]) =>
      new Promise<number>((done) => {
        const from = performance.now()
        document.querySelector<HTMLElement>(press!)!.click()
        const look = () => {
          if (document.querySelector(shows!)) requestAnimationFrame(() => setTimeout(() => done(performance.now() - from)))
          else requestAnimationFrame(look)
        }
        look()
      }),
    [selector, shows],
  )
await page.keyboard.press('1')
await page.getByLabel('Thickness').waitFor()
await page.getByLabel('Thickness').evaluate((e) => e.classList.add('thickness'))
await painted('a digit of the thickness', 100, 9, (i) => input('.thickness', String(9 + (i % 4) / 2)))
await page.keyboard.press('Escape')
await painted('the slider', 100, 9, (i) => input('input[type=range]', String(0.3 + 0.05 * i)))
for (const [place, path] of [
  ['Log', '/log'],
  ['Drawer', '/drawer'],
] as const)
  await painted(`opening ${place}`, 400, 5, async () => {
    await page.getByRole('link', { name: 'Bench', exact: true }).click()
    await page.waitForTimeout(900)
    return press(`nav a[href="${path}"]`, 'main table.data')
  })
await painted('a step of a count in the drawer', 50, 9, () => press('.steps button:last-child', 'main table.data'))
await browser.close()
stop()
