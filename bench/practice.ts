// Practice: frame times while a cut is under way, the processor slowed four times; how a score goes with an exercise's
// difficulty for simulated hands; and how often the skill of a hand is told from eight cuts.
import { chromium, type Page } from '@playwright/test'
import { chrome } from '../playwright.config'
import { served } from './serve'
import { sawFamilies, skills, type Family, type Skill } from '../core/src/index.js'
import {
  difficulty,
  exercise,
  ladder,
  manners,
  measuredHand,
  offsetOf,
  practiceSetUp,
  sawnBy,
  score,
  simulatedSaw,
  strayOfSkills,
  type Manner,
  type Tried,
} from '../core/src/practice/index.js'

const ranks = (x: readonly number[]) => x.map((v) => x.filter((w) => w < v).length + (x.filter((w) => w === v).length - 1) / 2)
function spearman(a: readonly number[], b: readonly number[]) {
  const [x, y] = [ranks(a), ranks(b)]
  const m = (a.length - 1) / 2
  const sum = (f: (i: number) => number) => x.reduce((s, _, i) => s + f(i), 0)
  return sum((i) => (x[i]! - m) * (y[i]! - m)) / Math.sqrt(sum((i) => (x[i]! - m) ** 2) * sum((i) => (y[i]! - m) ** 2))
}
const hands: Record<string, Manner> = {
  quick: { delay: 0.2, tremor: 0.02, unsteady: 0.3, pace: 0.9 },
  middling: { delay: 0.3, tremor: 0.05, unsteady: 0.5, pace: 0.85 },
  slow: { delay: 0.45, tremor: 0.06, unsteady: 0.3, pace: 0.8 },
}
function setUp(family: Family) {
  const { job, blade } = practiceSetUp(family)
  const saw = simulatedSaw(job, blade)
  return { job, blade, saw, rungs: ladder[family].map((shape) => ({ shape, e: exercise(shape, family, blade) })) }
}
for (const family of process.env.ONLY === 'frames' ? [] : sawFamilies) {
  const { job, saw, rungs } = setUp(family)
  const hard = rungs.map(({ e }) => difficulty(e.lines, saw, job))
  const rows = Object.entries(hands).map(([name, manner]) => {
    const scores = rungs.map(({ e }) => {
      let sum = 0
      for (let seed = 0; seed < 6; seed++)
        sum += score(
          e.lines.map((l, i) => sawnBy(manner, saw, l, offsetOf(e, saw.kerf), job, 5 + 91 * seed + i)),
          job,
        ).score
      return sum / 6
    })
    return `${name} ${scores.map((s) => s.toFixed(0)).join(' ')} (rank correlation with difficulty ${spearman(hard, scores).toFixed(2)})`
  })
  console.log(
    family,
    rungs.map((r) => r.shape).join(' '),
    '\n  difficulty',
    hard.map((h) => h.toFixed(1)).join(' '),
    '\n  ' + rows.join('\n  '),
  )
}
if (process.env.ONLY !== 'frames') {
  const { job, saw, rungs } = setUp('scroll')
  const eight = rungs.filter((_, i) => i % 2 === 0).slice(0, 4)
  const against = eight.map(({ e }) => strayOfSkills(e, saw, job))
  const HANDS = Number(process.env.HANDS ?? 40)
  for (const truth of skills) {
    const told: Partial<Record<Skill, number>> = {}
    for (let h = 0; h < HANDS; h++) {
      const m = manners[truth]
      const own = (k: number) => 0.85 + (0.3 * ((h * 7919 + k * 104729) % 101)) / 100
      const manner = { delay: own(1) * m.delay, tremor: own(2) * m.tremor, unsteady: own(3) * m.unsteady, pace: 0.75 + 0.2 * own(4) }
      const tried = Array.from({ length: 8 }, (_, n): Tried => {
        const { e } = eight[n % 4]!
        const s = score(
          e.lines.map((l, i) => sawnBy(manner, saw, l, offsetOf(e, saw.kerf), job, h * 1009 + 10 * n + i)),
          job,
        )
        return { at: n, family: 'scroll', shape: e.shape, score: s.score, stray: s.stray, against: against[n % 4]! }
      })
      const found = Object.entries(measuredHand(tried)!) as [Skill, number][]
      const [said] = found.reduce((a, b) => (b[1] > a[1] ? b : a))
      told[said] = (told[said] ?? 0) + 1
    }
    console.log(`a ${truth} hand, ${HANDS} of them each a little its own, is told as`, told)
  }
}

const port = 4187
const { base, stop } = await served(port)
const browser = await chromium.launch(chrome)
for (const [device, width, height] of [
  ['laptop', 1280, 800],
  ['phone', 390, 844],
] as const) {
  const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: device === 'phone' ? 2 : 1 })
  const page = await context.newPage()
  await page.addInitScript(() => {
    const frames: { took: number; since: number }[] = []
    Object.assign(window, { frames })
    const own = window.requestAnimationFrame.bind(window)
    let last = 0
    window.requestAnimationFrame = (call) =>
      own((t) => {
        const from = performance.now()
        call(t)
        frames.push({ took: performance.now() - from, since: t - last })
        last = t
      })
  })
  const cdp = await context.newCDPSession(page)
  // a page that draws next to nothing, with the same keys: what the machine itself loses
  await page.route('**/bare', (route) =>
    route.fulfill({
      contentType: 'text/html',
      body: '<canvas class=cut tabindex=0 width=64 height=64></canvas><script>const c=document.querySelector("canvas").getContext("2d");const f=t=>{requestAnimationFrame(f);c.fillRect(t%64,0,1,64)};f(0)</script>',
    }),
  )
  for (const path of ['/bare', '/practice/spiral']) {
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 })
    await page.goto(base + path)
    await page.locator('.cut').focus()
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 })
    await report(page, `${device}, ${path}`)
  }
  await context.close()
}
async function report(page: Page, what: string) {
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp')
  await page.waitForTimeout(1000)
  const heap = () => page.evaluate(() => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize / 1e6)
  await page.evaluate(() => ((window as unknown as { frames: unknown[] }).frames.length = 0))
  const before = await heap()
  for (let i = 0; i < 30; i++) {
    await page.keyboard.down(i % 2 ? 'ArrowLeft' : 'ArrowRight')
    await page.waitForTimeout(400)
    await page.keyboard.up(i % 2 ? 'ArrowLeft' : 'ArrowRight')
  }
  const frames = await page.evaluate(() => (window as unknown as { frames: { took: number; since: number }[] }).frames)
  const at = (k: 'took' | 'since', share: number) => {
    const all = frames.map((f) => f[k]).sort((a, b) => a - b)
    return all[Math.floor(share * (all.length - 1))]!.toFixed(1)
  }
  console.log(
    `${what}, at a quarter of the speed: ${frames.length} frames in 12 s, computing and drawing median ${at('took', 0.5)}, p95 ${at('took', 0.95)}, most ${at('took', 1)} ms;`,
    `frame to frame median ${at('since', 0.5)}, p95 ${at('since', 0.95)} ms; heap ${before.toFixed(1)} to ${(await heap()).toFixed(1)} MB`,
  )
}
await browser.close()
stop()
