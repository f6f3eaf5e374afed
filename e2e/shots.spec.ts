import { readFileSync } from 'node:fs'
import { kept, openBench, part, test, expect } from './help'

// Refreshes docs/screenshots from the demo data: npm run shots
const dir = 'docs/screenshots'
const still = { animations: 'disabled' } as const
const settle = async (page: import('@playwright/test').Page) => {
  await page.evaluate(() => document.fonts.ready)
  await kept(page)
}

test('Bench, wood', async ({ page }) => {
  await openBench(page)
  await settle(page)
  await page.screenshot({ path: `${dir}/bench-wood.png`, ...still })
})
test('Bench, metal', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'Curlew pendant', exact: true }).click()
  await expect(part(page, 'Stock')).toContainText('Silver')
  await settle(page)
  await page.screenshot({ path: `${dir}/bench-metal.png`, ...still })
})
test('Blades by picture', async ({ page }) => {
  await page.goto('/drawer')
  await page.getByRole('button', { name: 'What blade is this?' }).click()
  await page.getByRole('button', { name: 'Try it with the stand-in' }).click()
  await expect(page.getByRole('heading', { name: '3 of 3 told from the stand-in' })).toBeVisible({ timeout: 60_000 })
  await page.getByRole('region', { name: /told from/ }).scrollIntoViewIfNeeded()
  await page.getByRole('region', { name: /told from/ }).evaluate((e) => window.scrollTo(0, e.getBoundingClientRect().top + scrollY - 70))
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/blades-by-picture.png`, ...still })
})
test('A piece held against its line, phone', async ({ page }) => {
  test.slow()
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/run')
  await page.getByRole('button', { name: /^Start/ }).click()
  for (let i = 0; i < 200 && !(await page.getByRole('heading', { name: 'All sawn' }).isVisible()); i++) {
    await page.keyboard.press('PageDown')
    await page.waitForTimeout(90)
  }
  await page.getByRole('button', { name: 'Write it to the log' }).click()
  await page.getByRole('button', { name: 'Hold the piece against its line' }).click()
  await page.getByRole('button', { name: 'Try it with a stand-in' }).click()
  await page.locator('.hold canvas').waitFor({ timeout: 60_000 })
  await page.locator('.hold').evaluate((e) => e.scrollIntoView())
  await page.screenshot({ path: `${dir}/held-piece.png`, ...still })
})
test('A first visit', async ({ page }) => {
  await page.route('**/start.json', (route) => route.fulfill({ json: { demo: false, reach: [] } }))
  await page.goto('/')
  await page.getByRole('button', { name: 'Scroll saw, plain ends, quick clamp' }).click()
  await page.getByRole('button', { name: 'Fretwork and ornaments' }).click()
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/welcome.png`, ...still })
})
test('Log', async ({ page }) => {
  await page.goto('/log')
  await expect(page.locator('section svg')).toHaveCount(2)
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/log.png`, ...still })
})
test('Kit, wall chart, worth buying', async ({ page }) => {
  for (const [path, name] of [
    ['/drawer/kit', 'kit'],
    ['/chart', 'wall-chart'],
    ['/saws/worth', 'worth-buying'],
  ] as const) {
    await page.goto(path)
    await expect(page.getByRole('main').locator('table, .page').first()).toBeVisible()
    if (name === 'kit') await expect(page.getByRole('heading', { name: /^Other ways/ })).toBeAttached()
    await page.evaluate(() => document.fonts.ready)
    await page.screenshot({ path: `${dir}/${name}.png`, ...still })
  }
})

const openJob = async (page: import('@playwright/test').Page, name: string) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name, exact: true }).click()
  await settle(page)
}
test('Remedy', async ({ page }) => {
  await page.goto('/remedy?sign=burns,bogs')
  await expect(page.getByRole('heading', { name: 'Why' })).toBeVisible()
  await expect(page.getByRole('button', { pressed: true })).toHaveCount(2)
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/remedy.png`, ...still })
})
test('Trials', async ({ page }) => {
  await page.goto('/trials/demo-trial-woods')
  await expect(page.getByRole('heading', { name: /lead, and cannot be told apart/ })).toBeVisible()
  await expect(page.getByText('The Bench counts it', { exact: false })).toBeAttached()
  await page.screenshot({ path: `${dir}/trials.png`, ...still })
})
test('Joints', async ({ page }) => {
  await openJob(page, 'Pear tea caddy, dovetails')
  await page.getByRole('link', { name: 'Joints' }).click()
  await expect(page.getByRole('heading', { name: /^Four tails/ })).toBeVisible()
  await page.screenshot({ path: `${dir}/joints-dovetail.png`, ...still })
})

test('Listen', async ({ page }) => {
  await page.goto('/listen')
  const pluck = async (mark: string) => {
    await page.getByRole('button', { name: 'Stand-in blade' }).click()
    await page.getByLabel('Its lever at').fill(mark)
    await page.getByRole('button', { name: 'Pluck it' }).click()
    await expect(page.getByText('from the stand-in')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Pluck it' })).toBeEnabled()
    await page.getByRole('button', { name: 'Stand-in blade' }).click()
    await page.evaluate(() => document.fonts.ready)
  }
  await pluck('3')
  await page.screenshot({ path: `${dir}/listen.png`, ...still })
  await page.setViewportSize({ width: 390, height: 844 })
  await page.reload()
  await pluck('1.5')
})

const reckoned = (page: import('@playwright/test').Page) => expect(page.getByRole('region', { name: 'Answer' })).toContainText('Openings')
test('Pattern', async ({ page }) => {
  await page.goto('/pattern')
  await reckoned(page)
  await settlePattern(page)
  await page.screenshot({ path: `${dir}/pattern.png`, ...still })
})
test('Run, phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/run')
  await page.getByRole('button', { name: /^Start/ }).click()
  for (let i = 0; i < 3; i++) {
    await page.getByRole('button', { name: /^Done, next|^Looked at/ }).click()
    await page.waitForTimeout(150)
  }
  await page.getByRole('button', { name: 'Try a stand-in, not your saw' }).click()
  await page.locator('.light.sawing').waitFor()
  await page.waitForTimeout(1200)
  await page.locator('.along').scrollIntoViewIfNeeded()
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/run-phone.png`, ...still })
})
async function settlePattern(page: import('@playwright/test').Page) {
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(400)
}
test('Picture in', async ({ page, context }) => {
  const table = await context.newPage()
  await table.setViewportSize({ width: 1100, height: 1420 })
  const dial = readFileSync('web/src/data/patterns/avocet-tray.svg', 'utf8')
  await table.setContent(
    `<style>svg *{stroke:#222!important;stroke-width:.7px!important;fill:none!important}</style><body style="margin:0;background:#6a5a48"><div style="perspective:2200px;padding:90px 120px"><div style="width:820px;height:1160px;display:grid;place-items:center;background:linear-gradient(110deg,#fffdf8,#d5cec0);transform:rotateX(12deg) rotateZ(-3deg)"><div style="width:76%">${dial.replace(/ (width|height)="[^"]*"/g, '')}</div></div></div></body>`,
  )
  const photo = await table.screenshot({ type: 'jpeg', quality: 80 })
  await table.close()
  await page.goto('/pattern')
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Bring in a drawing' }).click()])
  await chooser.setFiles({ name: 'tray.jpg', mimeType: 'image/jpeg', buffer: photo })
  await expect(page.getByText('edges of the paper found', { exact: false })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take these lines' })).toBeEnabled()
  await page.screenshot({ path: `${dir}/picture-in.png`, ...still })
})
test('Week', async ({ page }) => {
  await page.clock.setFixedTime('2026-12-01T12:00:00')
  await page.goto('/week')
  await expect(page.locator('.block').first()).toBeVisible({ timeout: 30_000 })
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/week.png`, ...still })
})
test('Joint run', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'Pear tea caddy, dovetails', exact: true }).click()
  await page.getByRole('link', { name: 'Joints' }).click()
  await page.getByRole('button', { name: /^Saw it/ }).click()
  await expect(page.getByRole('heading', { name: /^Tails: 1 of/ })).toBeVisible()
  await page.keyboard.press(' ')
  await expect(page.getByRole('heading', { name: /^Tails: 2 of/ })).toBeVisible()
  await settle(page)
  await page.screenshot({ path: `${dir}/joint-run.png`, ...still })
})
test('Practice, and its pattern peeled', async ({ page }) => {
  test.slow()
  await page.goto('/practice/circle')
  await page.getByRole('button', { name: 'Watch a sure hand' }).click()
  await page.waitForTimeout(4500)
  // a wide curve by keys: turned a little over half of the time
  await page.getByLabel('Kind of saw').selectOption('Jigsaw')
  await page.getByRole('button', { name: 'A wide curve' }).click()
  await page.getByRole('application').focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp')
  await page.waitForTimeout(2300)
  const peeled = page.getByText('Try:')
  for (let i = 0; i < 40 && !(await peeled.isVisible()); i++) {
    await page.keyboard.down('ArrowLeft')
    await page.waitForTimeout(520)
    await page.keyboard.up('ArrowLeft')
    await page.waitForTimeout(380)
  }
  if (!(await peeled.isVisible())) await page.keyboard.press('Escape')
  await expect(peeled).toBeVisible()
  await page.waitForTimeout(1500)
  await page.screenshot({ path: `${dir}/practice-peeled.png` })
})
