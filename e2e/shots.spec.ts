import { execFileSync } from 'node:child_process'
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
test('Bench, empty window', async ({ page }) => {
  await openBench(page)
  await page.keyboard.press('1')
  await page.getByRole('combobox', { name: 'Material' }).selectOption('Maple, hard')
  await page.getByLabel('Thickness').fill('40')
  await page.keyboard.press('Escape')
  await page.keyboard.press('2')
  await page.getByLabel('Tightest drawn curve').fill('0.8')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('heading', { name: 'No blade for this saw will do this cut' })).toBeVisible()
  await settle(page)
  await page.screenshot({ path: `${dir}/bench-empty-window.png`, ...still })
})
test('Bench, phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openBench(page)
  await settle(page)
  await page.screenshot({ path: `${dir}/bench-phone.png`, ...still })
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
test('Remedy, and a slip', async ({ page }) => {
  await page.goto('/remedy?sign=burns,bogs')
  await expect(page.getByRole('heading', { name: 'Why' })).toBeVisible()
  await expect(page.getByRole('button', { pressed: true })).toHaveCount(2)
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/remedy.png`, ...still })
  await page.setViewportSize({ width: 390, height: 844 })
  await page.screenshot({ path: `${dir}/remedy-phone.png`, ...still })
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto('/run')
  await page.getByRole('button', { name: /^Start/ }).click()
  await page.getByRole('button', { name: 'Left the line here' }).click()
  await page.getByRole('dialog').getByRole('slider').fill('12')
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/slip.png`, ...still })
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
  await page.screenshot({ path: `${dir}/listen-phone.png`, ...still })
})

const reckoned = (page: import('@playwright/test').Page) => expect(page.getByRole('region', { name: 'Answer' })).toContainText('Openings')
test('Pattern', async ({ page }) => {
  await page.goto('/pattern')
  await reckoned(page)
  await settlePattern(page)
  await page.screenshot({ path: `${dir}/pattern.png`, ...still })
})
test('Pattern, a printed page', async ({ page }, info) => {
  await page.goto('/pattern')
  await reckoned(page)
  await page.getByRole('button', { name: 'Print and save' }).click()
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save pages (PDF)' }).click()])
  await file.saveAs(info.outputPath('page.pdf'))
  execFileSync('pdftocairo', ['-png', '-singlefile', '-r', '90', info.outputPath('page.pdf'), `${dir}/pattern-page`])
})
test('Run, phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/run')
  await page.getByRole('button', { name: /^Start/ }).click()
  for (let i = 0; i < 3; i++) {
    await page.getByRole('button', { name: /^Done, next|^Looked at/ }).click()
    await page.waitForTimeout(150)
  }
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${dir}/run-phone.png`, ...still })
})
async function settlePattern(page: import('@playwright/test').Page) {
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(400)
}
