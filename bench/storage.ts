// Storage under kill and in three tabs: `npm run bench:storage [kills] [rounds]`. Counts what was shown as saved and is gone,
// and edits that another tab overwrote without a word. Needs a build.
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser, type BrowserContext, type Page } from '@playwright/test'
import { seeded } from '../core/src/number/index.js'
import { chrome } from '../playwright.config.js'

const [KILLS, ROUNDS] = [Number(process.argv[2] ?? 300), Number(process.argv[3] ?? 60)]
const PORT = 4187
const URL = `http://127.0.0.1:${PORT}`
const r = seeded(20261126)
const pick = <T>(xs: readonly T[]): T => xs[Math.floor(r() * xs.length)]!

const server = spawn('node', ['server/dist/main.js'], { env: { ...process.env, PORT: String(PORT), GREEN_PITCH_DEMO: '1' } })
process.on('exit', () => server.kill())
for (let i = 0; i < 100; i++) {
  if (
    await fetch(`${URL}/health`).then(
      (a) => a.ok,
      () => false,
    )
  )
    break
  await new Promise((done) => setTimeout(done, 100))
}

/** What a table holds, read past the app. */
const stored = (page: Page, table: string) =>
  page.evaluate(
    (name) =>
      new Promise<Record<string, unknown>[]>((done, fail) => {
        const open = indexedDB.open('green-pitch')
        open.onerror = () => fail(open.error)
        open.onsuccess = () => {
          const q = open.result.transaction(name).objectStore(name).getAll()
          q.onsuccess = () => {
            open.result.close()
            done(q.result as Record<string, unknown>[])
          }
        }
      }),
    table,
  )
interface Dial {
  name: string
  ticket: { job: { cut: { web: number } } }
}
/** Waits up to two seconds for a figure; what it was at last. */
async function until(wanted: number, read: () => Promise<number>): Promise<number> {
  for (let i = 0; i < 20; i++) {
    if ((await read()) === wanted) return wanted
    await new Promise((done) => setTimeout(done, 100))
  }
  return read()
}
const named = (page: Page) => page.getByRole('textbox', { name: 'Job name' })
const web = async (page: Page) => {
  const field = page.getByLabel('Narrowest web left')
  if (!(await field.count())) await page.getByRole('region', { name: 'Ticket' }).getByRole('button', { name: /^Cut/ }).click()
  return field
}
const word = (page: Page) => page.getByText('saved', { exact: true })
const saved = (page: Page) => word(page).first().waitFor()

// ---- kills
let [shown, lost] = [0, 0]
{
  const profile = mkdtempSync(join(tmpdir(), 'gp-kill-'))
  const debug = 9333
  let process_: ChildProcess
  async function start(): Promise<{ browser: Browser; page: Page }> {
    process_ = spawn(
      chrome.executablePath,
      [...chrome.args, '--headless', `--user-data-dir=${profile}`, `--remote-debugging-port=${debug}`, 'about:blank'],
      {
        detached: true,
        stdio: 'ignore',
      },
    )
    for (let i = 0; ; i++) {
      try {
        const browser = await chromium.connectOverCDP(`http://127.0.0.1:${debug}`)
        const page = browser.contexts()[0]!.pages()[0] ?? (await browser.contexts()[0]!.newPage())
        await page.goto(URL)
        await named(page).waitFor()
        return { browser, page }
      } catch (error) {
        if (i > 100) throw error
        await new Promise((done) => setTimeout(done, 100))
      }
    }
  }
  let expected: { names?: string[]; logged: number; web?: string } = { logged: 15 }
  for (let kill = 0; kill <= KILLS; kill++) {
    const { browser, page } = await start()
    // what the last round was shown as saved must be there
    if (kill) {
      const jobs = await stored(page, 'jobs')
      const log = await stored(page, 'log')
      const job = jobs.find((j) => j.id === 'demo-dial') as { name: string; ticket: { job: { cut: { web: number } } } }
      const checks = [
        !expected.names || expected.names.includes(job.name),
        log.length >= expected.logged,
        expected.web === undefined || String(job.ticket.job.cut.web) === expected.web,
      ]
      for (const held of checks) {
        shown++
        if (!held) {
          lost++
          console.log(`kill ${kill}: lost`, expected, job.name, job.ticket.job.cut.web, log.length)
        }
      }
      expected = { names: [job.name], logged: log.length, web: String(job.ticket.job.cut.web) }
    }
    if (kill === KILLS) {
      await browser.close()
      break
    }
    const name = `Dial ${kill}`
    await named(page).fill(name)
    await named(page).press('Enter')
    await saved(page)
    expected.names = [name]
    if (kill % 3 === 0) {
      const asked = String(1 + (kill % 70) / 10)
      await (await web(page)).fill(asked)
      await saved(page)
      await page.waitForTimeout(20)
      if ((await word(page).count()) > 0) expected.web = asked
    } else if (kill % 3 === 1) {
      await page.getByRole('button', { name: 'Log the cut' }).click()
      await page.getByRole('button', { name: 'Write to the log' }).click()
      await page.getByText('Logged.').waitFor()
      expected.logged++
    }
    // and more is being written while it is killed: of that, either may stand
    expected.names.push(`${name}!`)
    void named(page)
      .fill(`${name}!`)
      .then(() => named(page).press('Enter'))
      .catch(() => undefined)
    await new Promise((done) => setTimeout(done, Math.floor(r() * 40)))
    process.kill(-process_!.pid!, 'SIGKILL')
    await browser.close().catch(() => undefined)
  }
  try {
    process.kill(-process_!.pid!, 'SIGKILL')
  } catch {
    // it is gone already
  }
  rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 })
}
console.log(`${KILLS} kills of the browser while writing: ${shown} records shown as saved, ${lost} of them lost`)

// ---- three tabs
const edits = { job: 0, drawer: 0, log: 0, run: 0 }
let [told, silent] = [0, 0]
if (ROUNDS) {
  const browser = await chromium.launch(chrome)
  const context: BrowserContext = await browser.newContext()
  const open = async (path: string) => {
    const page = await context.newPage()
    await page.goto(`${URL}${path}`)
    return page
  }
  const first = await open('/')
  await named(first).waitFor()
  const benches = [first, await open('/'), await open('/')]
  const drawers = [await open('/drawer'), await open('/drawer'), await open('/drawer')]
  const runs = [await open('/run'), await open('/run'), await open('/run')]
  await Promise.all(benches.map((p) => named(p).waitFor()))
  const counter = (p: Page) => p.getByLabel(/^Count of No\. 4 reverse-skip/)
  await Promise.all(drawers.map((p) => counter(p).waitFor()))
  const count = async () => ((await stored(first, 'drawer')).find((d) => d.id === 'scroll-reverse-skip-4') as { count: number }).count
  let owned = await count()
  let logged = (await stored(first, 'log')).length
  const last: Record<string, string> = {}
  const start = runs[0]!.getByRole('button', { name: /^Start/ })
  await start.waitFor({ timeout: 60_000 })
  await start.click()
  await Promise.all(runs.map((p) => p.getByRole('button', { name: /^(Done|Looked)/ }).waitFor()))
  let events = 1
  for (let i = 0; i < ROUNDS; i++) {
    // two tabs at once, so that neither has heard of the other
    const [a, b] = [pick(benches), pick(benches)]
    const [na, wb] = [`Dial ${i}`, String(2 + (i % 50) / 10)]
    await Promise.all([
      (async () => {
        await named(a).fill(na)
        await named(a).press('Enter')
      })(),
      b === a
        ? undefined
        : (async () => {
            await (await web(b)).fill(wb)
            await b.keyboard.press('Escape')
          })(),
    ])
    edits.job += b === a ? 1 : 2
    /** An edit is stored, or stands aside with its banner; neither within two seconds is silence. */
    const kept = async (key: 'name' | 'web', wanted: string) => {
      for (let tries = 0; tries < 20; tries++) {
        const job = (await stored(first, 'jobs')).find((j) => j.id === 'demo-dial') as unknown as Dial
        if (String(key === 'name' ? job.name : job.ticket.job.cut.web) === wanted) {
          last[key] = wanted
          return
        }
        const aside = await stored(first, 'aside')
        if (aside.some((x) => JSON.stringify(x).includes(key === 'name' ? `"${wanted}"` : `"web":${wanted}`))) {
          told++
          return
        }
        await first.waitForTimeout(100)
      }
      console.log(`round ${i}: ${key} ${wanted} is neither stored nor set aside`)
      silent++
    }
    await kept('name', na)
    if (b !== a) await kept('web', wb)
    // each is asked until nothing stands aside
    for (const page of benches)
      while (await page.getByRole('button', { name: 'Take the other one' }).count()) {
        await page.getByRole('button', { name: 'Take the other one' }).first().click()
        await page.waitForTimeout(100)
      }
    const now = (await stored(first, 'jobs')).find((j) => j.id === 'demo-dial') as unknown as Dial
    for (const [key, value] of Object.entries(last))
      if (String(key === 'name' ? now.name : now.ticket.job.cut.web) !== value) {
        console.log(`round ${i}: ${key} was ${value}, is ${key === 'name' ? now.name : now.ticket.job.cut.web}`)
        silent++
        last[key] = String(key === 'name' ? now.name : now.ticket.job.cut.web)
      }
    // the drawer: one more, one fewer, in two tabs at once
    const [c, d] = [pick(drawers), pick(drawers)]
    await Promise.all([counter(c).press('ArrowUp'), c === d ? undefined : counter(d).press('ArrowDown')])
    owned += c === d ? 1 : 0
    edits.drawer += c === d ? 1 : 2
    const counted = await until(owned, count)
    if (counted !== owned) {
      console.log(`round ${i}: count ${counted}, not ${owned}`)
      silent++
      owned = counted
    }
    // the log, in two tabs at once
    if (i % 4 === 0) {
      const two = [benches[0]!, benches[1]!]
      await Promise.all(
        two.map(async (p) => {
          await p.getByRole('button', { name: 'Log the cut' }).click()
          await p.getByRole('button', { name: 'Write to the log' }).click()
          await p.getByText('Logged.').first().waitFor()
        }),
      )
      edits.log += 2
      logged += 2
      const now = await until(logged, async () => (await stored(first, 'log')).length)
      silent += Math.abs(logged - now)
      logged = now
      owned = await count()
    }
    // the run: reports from two tabs at once
    const [e, f] = [pick(runs), pick(runs)]
    const slip = (p: Page) => p.getByRole('button', { name: 'Slipped' }).click()
    await Promise.all([slip(e), e === f ? undefined : slip(f)])
    edits.run += e === f ? 1 : 2
    events += e === f ? 1 : 2
    const reports = await until(events, async () => {
      const run = (await stored(first, 'runs')).find((x) => x.id === 'demo-dial') as unknown as { events: unknown[] }
      return run.events.length
    })
    if (reports !== events) console.log(`round ${i}: ${reports} reports, not ${events}`)
    silent += Math.abs(events - reports)
    events = reports
  }
  await browser.close()
}
console.log(
  `three tabs, ${ROUNDS} rounds: ${edits.job} edits of a job, ${edits.drawer} of a count, ${edits.log} log entries, ${edits.run} reports of a run: ` +
    `${told} told as changed elsewhere, ${silent} overwritten silently`,
)
server.kill()
process.exit(lost + silent ? 1 : 0)
